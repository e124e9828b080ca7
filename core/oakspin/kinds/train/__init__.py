"""The coil train as it is shown and told."""
