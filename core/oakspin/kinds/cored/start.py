"""A sensible iron-cored motor to start from."""

from oakspin.design.battery import Battery
from oakspin.design.cored import CoredDesign

CORED_START = CoredDesign(battery=Battery(cell="alkaline_AA", in_series=2))
