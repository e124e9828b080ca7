"""A sensible hanging rotor to start from."""

from oakspin.design.hanging import HangingDesign

HANGING_START = HangingDesign()
