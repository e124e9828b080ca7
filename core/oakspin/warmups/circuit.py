"""What a cell sends through some wire, for warm-ups."""

from __future__ import annotations

import math

from oakspin.parts.catalogue import METALS
from oakspin.parts.wire import wire_ohms

VOLTS, OHMS = 1.5, 0.25  # of a fresh AA cell that is nearly shorted, clips and leads with it
COPPER = METALS["copper"]


def amperes(length_m: float, diameter_mm: float) -> float:
    """Current in A of one AA cell through so much copper wire."""
    return VOLTS / (OHMS + wire_ohms(length_m, diameter_mm * 1e-3, COPPER, 20.0))


def coil_length(turns: float, diameter_mm: float) -> float:
    """Wire of a round coil in m, with a hand's breadth at each end."""
    return math.pi * diameter_mm * 1e-3 * turns + 0.2
