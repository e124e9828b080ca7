"""Things that warm in every kind of motor."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from oakspin.constants import AIR_CONDUCTIVITY, AIR_DENSITY, AIR_VISCOSITY
from oakspin.draws import Array, Draws
from oakspin.machines.machine import Body
from oakspin.parts.catalogue import Metal
from oakspin.parts.cell import SPECIFIC_HEAT, Pack
from oakspin.parts.wire import wire_section

MAGNET_HEAT = 450.0  # J/kg K, sintered neodymium; data sheets
STILL_AIR = 10.0  # W/m2 K, free convection and radiation of a warm body; handbook value


def cell_body(pack: Pack, cooling: Array, side_by_side: int) -> Body:
    """The battery, warmed by its own resistance."""
    surface = np.pi * 2 * pack.radius * pack.length * side_by_side
    ohms, heat = pack.ohms_at(pack.used), pack.mass * SPECIFIC_HEAT
    return Body("cell", ohms, heat, STILL_AIR * surface * cooling, cooling * 0, supplies=True)


def magnets_body(
    ohms: Array, mass: float, skin: float, cooling: Array, passes: Array | float = 0.0, leans: str = ""
) -> Body:
    """The magnets that carry current: mass in kg, skin in m2; where they stick to the cell they ``lean`` on it."""
    heat = mass * MAGNET_HEAT
    return Body("magnets", ohms, heat, STILL_AIR * skin * cooling, cooling * 0, True, True, leans=leans, passes=passes)


def end_conductance(pack: Pack, radius: float, draws: Draws) -> Array:
    """W/K from magnets of a radius in m into the end of the cell that they stick to."""
    return np.asarray(np.pi * min(radius, pack.radius) ** 2 * draws.value("end_conductance"))


def warming_metal(body: Body, metal: Metal, ohms: Array, total: Array) -> Body:
    """The body with ``ohms`` of it of metal that warms, of a ``total`` round the circuit."""
    grows = metal.per_kelvin * ohms / np.maximum(body.ohms, 1e-12)
    return replace(body, grows=np.asarray(grows), falls=np.asarray(metal.per_kelvin * ohms / total))


def whole_circuit(pack: Pack, ohms: dict[str, Array]) -> Array:
    """Ohms round the circuit that set its current: endless where a supply's limit does."""
    total = pack.ohms_at(pack.used) + sum(ohms.values())
    return np.where(pack.volts_at(pack.used) / total > pack.limit, np.inf, total)


def wire_body(
    name: str,
    ohms: Array,
    diameter: Any,
    length: Any,
    radius: Any,
    metal: Metal,
    cooling: Array,
    *,
    section: float = 0.0,
) -> Body:
    """Thin wire in the air, its wind that of turning at a mean ``radius``; diameter, length, radius in m.

    ``section`` in m2 where it is not that of a round wire.

    Source: Nusselt number of a thin cylinder, 0.9 in still air, 0.49 sqrt(Re) in wind
    (S. Churchill and M. Bernstein, J. Heat Transfer 99, 300, 1977).
    """
    film = AIR_CONDUCTIVITY / diameter * np.pi * diameter * length
    reynolds_per_speed = AIR_DENSITY * diameter / AIR_VISCOSITY * radius
    return Body(
        name,
        ohms,
        (section or wire_section(diameter)) * metal.density * length * metal.specific_heat,
        0.9 * film * cooling,
        0.49 * film * np.sqrt(reynolds_per_speed) * cooling,
    )
