"""Benchmarks: ratios measured in one run, never absolute times."""
