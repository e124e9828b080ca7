"""A sensible roller to start from."""

from oakspin.design.roller import RollerDesign

ROLLER_START = RollerDesign()
