"""Rotating coils, cradle and two-lobe as physics: sizes, what stops it by plain cause, and the Machine it makes."""
