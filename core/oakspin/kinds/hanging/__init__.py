"""The hanging rotor as it is shown and told."""
