"""Rotating coils, cradle and two-lobe: their shape, switch, faults, drawing, dials, and the Machine they make."""
