"""The hanging rotor as physics: sizes, what stops it by plain cause, and the Machine it makes."""
