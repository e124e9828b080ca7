"""Classes: lessons that are planned."""
