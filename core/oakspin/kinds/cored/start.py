"""A sensible iron-cored motor to start from."""

from oakspin.design.cored import CoredDesign

CORED_START = CoredDesign()
