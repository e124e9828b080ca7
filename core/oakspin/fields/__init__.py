"""Flux and field of magnets, the steel near them, and the coupling of a wire path."""
