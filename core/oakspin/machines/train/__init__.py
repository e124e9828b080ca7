"""The coil train."""
