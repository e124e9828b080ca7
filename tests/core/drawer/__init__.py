"""Parts that are owned, and what a part without a label is."""
