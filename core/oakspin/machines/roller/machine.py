"""The roller as a Machine: current through both wheels and back through the sheet under it."""

from __future__ import annotations

import numpy as np

from oakspin.constants import AIR_DENSITY, GRAVITY
from oakspin.design.roller import RollerDesign
from oakspin.draws import Array, Draws
from oakspin.machines.bodies import cell_body, end_conductance, magnets_body
from oakspin.machines.machine import NEVER, Load, Machine, Route, Touch
from oakspin.machines.roller.causes import causes_of
from oakspin.machines.roller.shape import RollerShape, roller_shape
from oakspin.machines.roller.sheet import push_per_ampere, sheet_ohms
from oakspin.parts.catalogue import FILM_FACTOR, METALS
from oakspin.parts.cell import pack_of
from oakspin.parts.contact import contact_ohms, softened

CREEP = 0.02  # m/s
STATIONS = 161
CYLINDER_DRAG = 1.1  # of a cylinder across the air; S. Hoerner, Fluid-Dynamic Drag


def roller_coupling(design: RollerDesign, shape: RollerShape, draws: Draws) -> Array:
    """Push per ampere in N/A, to the right as seen from the near end; shape (draws,)."""
    push, _ = push_per_ampere(shape.assembly, shape.wheel, max(design.sheet.width_mm * 1e-3, shape.long))
    outflow = 1.0 if design.plus_at == "near" else -1.0
    return np.asarray(outflow * push * draws.value("remanence") * draws.value("recoil"))


def roller_machine(design: RollerDesign, draws: Draws) -> Machine:
    """Turn a roller and its sheet into the one machine."""
    pack, shape, sheet = pack_of(design.battery, draws, design.room_C), roller_shape(design), design.sheet
    metal, width = METALS[sheet.material], max(sheet.width_mm * 1e-3, shape.long)
    coupling = roller_coupling(design, shape, draws)
    weight = shape.mass * GRAVITY
    touch = contact_ohms(weight / 2, metal, FILM_FACTOR[design.surface] * draws.value("wheel_film"))
    warmer = 1 + metal.per_kelvin * (design.room_C - 20)
    across = sheet_ohms(shape.assembly, width, sheet.thickness_mm * 1e-3, metal.resistivity * warmer)
    near, far = softened(pack, np.full(draws.count, across), touch, touch)
    ohms = {"sheet": np.full(draws.count, across), "wheel contact": near + far}
    slope, rolling = np.radians(sheet.slope_deg), draws.value("rolling")
    dry = weight * np.maximum(rolling * np.cos(slope) + np.sin(slope), 1e-3)
    air = 0.5 * AIR_DENSITY * CYLINDER_DRAG * shape.area
    cooling = draws.value("cooling")
    skin = 4 * np.pi * shape.wheel * (shape.wheel / 2 + shape.assembly.front.length)
    _, share = push_per_ampere(shape.assembly, shape.wheel, width)
    return Machine(
        angles=np.zeros(1),
        coupling=coupling[:, None],
        switch=np.ones((1, 1)),
        pack=pack,
        ohms=ohms,
        touches=("wheel contact",),
        touch=Touch(draws.value("made_wheel"), np.full(draws.count, NEVER)),
        inertia=np.full(draws.count, shape.rolling_mass),
        load=Load(dry, np.zeros(draws.count), np.full(draws.count, air)),
        least_dry=weight * rolling,
        leave_speed=np.full(draws.count, NEVER),
        # The sheet warms only while the roller passes: it stays cool.
        bodies=(
            cell_body(pack, cooling, 1),
            magnets_body(
                near, 2 * shape.wheel_mass, skin, cooling, 2 * end_conductance(pack, shape.wheel / 2, draws), "cell"
            ),
        ),
        room_C=design.room_C,
        creep=CREEP,
        causes=causes_of(design, shape, pack),
        route=_route(design, shape, draws),
        facts={"mass": shape.mass, "rolling_mass": shape.rolling_mass, "push_kept": share, "axle": shape.long},
    )


def _route(design: RollerDesign, shape: RollerShape, draws: Draws) -> Route:
    """From where it is set down at the left edge to where it leaves the sheet; the same everywhere on it."""
    even = np.ones((1, STATIONS))
    length = design.sheet.length_mm * 1e-3 - shape.wheel
    nothing = np.zeros(draws.count)
    return Route(shape.wheel, np.full(draws.count, length), even, even, even, even, nothing, closed=False)
