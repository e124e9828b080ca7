"""Everything in one zip, out and in."""
