"""Rotating coils, cradle and two-lobe as it is shown and told."""
