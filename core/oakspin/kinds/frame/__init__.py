"""The frame motor as it is shown and told."""
