"""Each kind of demonstration as the one Machine; ``kinds.py`` is the table of them."""
