"""The iron-cored motor."""
