"""Sensible rotating coils to start from: in deep seats, so that a first motor stays on."""

from oakspin.design.coil import CradleDesign, LobesDesign, Supports

CRADLE_START = CradleDesign(supports=Supports(seat="deep"))
LOBES_START = LobesDesign(supports=Supports(seat="deep"))
