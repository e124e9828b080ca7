"""The workbench: answers about a design, keeps nothing."""
