"""The hanging rotor."""
