"""Wire: gauge, resistance, mass, the effort of bending it."""

from __future__ import annotations

import math
from typing import Any

from oakspin.design.wire import ByGauge, Wire
from oakspin.parts.catalogue import METALS, Metal

ENAMEL = 0.035e-3  # m that a coat adds to a wire's diameter; data sheets give 0.02 to 0.05
EASY_BEND = 0.03  # N m, what fingers hold with comfort; bench experience
HARD_BEND = 0.08  # N m, what fingers hold at most; bench experience


def gauge_diameter(awg: Any) -> Any:
    """Diameter in m of an American wire gauge; takes arrays.

    Source: ASTM B258.

    Example
    -------
    >>> round(gauge_diameter(20) * 1e3, 3)
    0.812
    """
    return 0.127e-3 * 92.0 ** ((36 - awg) / 39)


def wire_diameter(wire: Wire) -> float:
    """Diameter of the bare metal in m."""
    size = wire.size
    diameter: float = gauge_diameter(size.awg) if isinstance(size, ByGauge) else size.diameter_mm * 1e-3
    return diameter


def coated_diameter(wire: Wire) -> float:
    """Diameter with its skin in m, as turns lie side by side."""
    skin = {"bare": 0.0, "enameled": ENAMEL, "plastic": 2e-3 * wire.skin_mm}[wire.finish]
    return wire_diameter(wire) + skin


def wire_metal(wire: Wire) -> Metal:
    """The metal the wire is made of."""
    return METALS[wire.material]


def wire_section(diameter: float) -> float:
    """Cross-section in m2."""
    return math.pi * diameter**2 / 4


def wire_ohms(length: float, diameter: float, metal: Metal, celsius: float) -> float:
    """Resistance in ohm of a wire at a temperature; length and diameter in m."""
    warm = metal.resistivity * (1 + metal.per_kelvin * (celsius - 20))
    return warm * length / wire_section(diameter)


def bend_moment(diameter: float, metal: Metal) -> float:
    """Moment in N m that bends the wire for good (fully plastic round section)."""
    return metal.yield_stress * diameter**3 / 6
