"""What can be built from parts at hand, and what is worth buying."""
