"""Answers about a design, one file a stage; nothing is kept, the core does the work."""
