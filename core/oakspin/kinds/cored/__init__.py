"""The iron-cored motor as it is shown and told."""
