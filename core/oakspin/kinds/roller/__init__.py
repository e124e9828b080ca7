"""The roller as it is shown and told."""
