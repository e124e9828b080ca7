"""Sensible rotating coils to start from."""

from oakspin.design.coil import CradleDesign, LobesDesign

CRADLE_START = CradleDesign()
LOBES_START = LobesDesign()
