"""The shelf: demonstrations and every revision of them."""
