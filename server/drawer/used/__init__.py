"""Which entries of the Drawer the parts of a motor are."""
