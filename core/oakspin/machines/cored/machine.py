"""The iron-cored motor as a Machine: flux linked by the winding, pull on the iron, a reversing commutator."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.constants import AIR_CONDUCTIVITY, AIR_DENSITY, AIR_VISCOSITY, GRAVITY, HANDS, MU_0, UNCERTAIN
from oakspin.design.cored import CoredDesign
from oakspin.draws import Array, Draws, median
from oakspin.fields.iron import eddy_drag, hysteresis_torque
from oakspin.machines.bodies import STILL_AIR, cell_body, warming_metal, whole_circuit
from oakspin.machines.cored.causes import causes_of
from oakspin.machines.cored.linking import LEVELS, STEP, henries, linked, slope
from oakspin.machines.cored.shape import ANGLES, Arms, CoredShape, arms_of, cored_shape
from oakspin.machines.machine import NEVER, Body, Load, Machine, Rest, Touch
from oakspin.parts.catalogue import FILM_FACTOR, FOOT_FORCE, METALS
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import contact_ohms, softened
from oakspin.parts.wire import wire_metal, wire_ohms

BRUSH_MASS = 0.1e-3  # kg of a springing brush that follows the segments; bench experience
TAPED_FILM = 1.6  # foil under tape makes a worse contact than bare wire; bench experience
TYPICAL = 200.0  # rad/s, at which the drag of eddy currents is taken
DRAWN_HARD = 2.0  # times the coercivity of mild steel, that of a drawn nail; handbook values
SHORT = 0.02  # ohm past the motor where the brushes of both sides touch
CANCELS = 1e-6  # of what one arm links at most
_CELL = 360.0 / ANGLES.size


def commutator(design: CoredDesign, draws: Draws) -> Array:
    """What the commutator lets through at every angle: -1, 0 or +1, less at the edges of a gap; shape (draws, angles).

    With + on the left brush current enters at the marked arm's segment while that arm is turned away from the viewer
    (0 to 180 degrees), and makes that arm's end a south pole.
    """
    hand, plan = HANDS[design.maker], design.commutator
    turned = plan.offset_deg + hand.strip_deg * draws.normal("hand_strip")
    width = np.degrees(design.brushes.width_mm / plan.radius_mm)
    # A narrow brush lies in the gap for what is left of it; a wide one bridges both segments for what it covers more.
    dead = np.abs(np.clip(plan.gap_deg + 0.3 * hand.width_deg * draws.normal("hand_width"), 1.0, 120.0) - width)
    # Half a turn on it is the same, fed the other way.
    at = np.mod(np.degrees(ANGLES[: ANGLES.size // 2])[None, :] + turned[:, None], 360.0)
    first = at < 180.0
    at -= np.where(first, 0.0, 180.0)
    closed = np.clip((np.minimum(at, 180.0 - at) - dead[:, None] / 2) / _CELL + 0.5, 0.0, 1.0)
    half = np.where(first == (design.plus_at == "left"), -closed, closed)
    return np.concatenate([half, -half], axis=1)


def cored_machine(design: CoredDesign, draws: Draws) -> Machine:
    """Turn an iron-cored motor into the one machine."""
    pack, shape, hand = pack_of(design.battery, draws, design.room_C), cored_shape(design), HANDS[design.maker]
    metal, strength = wire_metal(design.wire), draws.value("remanence") * draws.value("recoil")
    pressed = design.brushes.force_mN * 1e-3 * draws.factor("foot_pressure", hand.pressure)
    film = FILM_FACTOR[design.surface] * (TAPED_FILM if design.commutator.finish == "taped" else 1.0)
    touch = contact_ohms(pressed, metal, film * draws.value("segment_film") * draws.factor("hand_film", hand.film))
    arms, pairs = arms_of(design), design.brushes.count // 2
    wire = np.full(draws.count, arms.wire * wire_ohms(shape.wire_length, shape.wire, metal, design.room_C))
    touch, _ = softened(pack, wire, touch, touch)
    touch = touch / pairs
    ohms = {"wire": wire, "brush contact": 2 * touch}
    closed = pack.ohms_at(pack.used) + sum(ohms.values())
    current = np.minimum(pack.volts_at(pack.used) / closed, pack.limit)
    pulls = _pulls(design, shape, arms, strength, current, draws)
    coupling, cogging = pulls.coupling, pulls.cogging
    mass = shape.bar_mass + shape.wire_mass + design.fan.mass_g * 1e-3
    inertia = mass_moment(design, shape)
    brushing = 2 * pairs * draws.value("brush_friction") * pressed * design.commutator.radius_mm * 1e-3
    bearing = draws.value("bearing_friction") * mass * GRAVITY * design.axle_mm * 5e-4
    barely = 2 * pairs * draws.value("brush_friction") * FOOT_FORCE["barely"] * design.commutator.radius_mm * 1e-3
    drag, turned = _iron_losses(design, shape, pulls.peak, draws)
    inductance = henries(shape, arms, design.winding.turns, design.winding.sense == "opposed")
    dry = brushing + bearing + turned
    air = AIR_DENSITY * draws.value("wire_drag") * 2 * shape.outer * shape.half**4 / 4
    fan = 0.5 * AIR_DENSITY * draws.value("sail_drag") * design.fan.area_mm2 * 1e-6 * (design.fan.radius_mm * 1e-3) ** 3
    return Machine(
        angles=ANGLES,
        coupling=coupling,
        switch=commutator(design, draws),
        pack=pack,
        ohms=ohms,
        touches=("brush contact",),
        touch=Touch(
            1 - (1 - draws.value("made_commutator")) ** pairs,
            np.sqrt(pressed / (BRUSH_MASS * draws.value("segment_runout_mm") * 1e-3)),
        ),
        inertia=np.full(draws.count, inertia),
        load=Load(dry, drag, air + fan),
        least_dry=barely + bearing + turned,
        leave_speed=np.full(draws.count, NEVER),
        bodies=_bodies(design, shape, pack, ohms, touch, draws),
        room_C=design.room_C,
        causes=causes_of(design, shape),
        rest=Rest(
            _resting(cogging, dry, draws),
            np.zeros(draws.count),
            design.flick.turns_per_s * 2 * np.pi,
            design.flick.sense == "wrong",
        ),
        cogging=cogging,
        henries=inductance,
        short_ohms=SHORT if design.brushes.touching else 0.0,
        facts={
            "mass": mass,
            "cogging": np.broadcast_to(np.abs(cogging).max(axis=1), draws.count),
            "wire_length": shape.wire_length,
            "layers": shape.layers,
            "inductance": inductance,
            "spark_energy": inductance * current**2 / 2,
        },
    )


@dataclass(frozen=True)
class _Pulls:
    """Torque per ampere and pull on the iron, shape (draws, angles); the bar's strongest flux density, (draws,), T."""

    coupling: Array
    cogging: Array
    peak: Array


def _pulls(design: CoredDesign, shape: CoredShape, arms: Arms, strength: Array, current: Array, draws: Draws) -> _Pulls:
    """What magnets and winding do to each other and to the iron; nothing where the winding links nothing."""
    full = draws.value("saturation")
    opposed, turns = design.winding.sense == "opposed", design.winding.turns
    wound = MU_0 * turns * median(current) / shape.arm / UNCERTAIN["saturation"].median if shape.share else 0.0
    found = linked(shape, arms, opposed, float(f"{wound:.2g}"))
    level = (strength / full)[:, None]

    def at(tables: Array) -> Array:
        """Of tables over the levels, the parabola through three at each build's own."""
        first, second, third = LEVELS
        weights = (
            (level - second) * (level - third) / ((first - second) * (first - third)),
            (level - first) * (level - third) / ((second - first) * (second - third)),
            (level - first) * (level - second) / ((third - first) * (third - second)),
        )
        return np.asarray(sum(weight * table for weight, table in zip(weights, tables, strict=True)))

    air, iron = turns * strength[:, None] * slope(found.air), turns * (full * draws.value("iron"))[:, None]
    coupling = air + iron * at(slope(found.iron))
    if np.abs(coupling).max() * STEP <= CANCELS * turns * found.arm:
        coupling = 0 * coupling
    pull = -(strength**2 * draws.value("cogging"))[:, None] * at(slope(found.energy))
    return _Pulls(coupling, pull if shape.share else np.zeros((1, ANGLES.size)), full * at(found.peak[:, None])[:, 0])


def _iron_losses(design: CoredDesign, shape: CoredShape, peak: Array, draws: Draws) -> tuple[Array, Array]:
    """What turning the iron's magnetization over takes: a drag told as c w^(4/3), and a torque at any speed."""
    if not shape.share:
        nothing = np.zeros(draws.count)
        return nothing, nothing
    coercivity = draws.value("coercivity") * (DRAWN_HARD if design.core.form == "nail" else 1.0)
    volume = shape.core_area * 2 * shape.half * shape.share
    drag = eddy_drag(volume, shape.radius, peak, METALS["steel"].resistivity, TYPICAL)
    return drag * TYPICAL ** (-1 / 3), hysteresis_torque(volume, peak, coercivity)


def mass_moment(design: CoredDesign, shape: CoredShape) -> float:
    """Moment of inertia in kg m2: bar, winding spread over both arms, fan."""
    bar = shape.bar_mass * ((2 * shape.half) ** 2 / 12 + shape.radius**2 / 4)
    inner, outer = shape.hub, shape.half
    wire = shape.wire_mass * (outer**2 + outer * inner + inner**2) / 3
    return float(bar + wire + design.fan.mass_g * 1e-3 * (design.fan.radius_mm * 1e-3) ** 2 / 2)


def _resting(cogging: Array, dry: Array, draws: Draws) -> Array:
    """Where it lies at rest: one arm or the other by the left magnet, as far off as friction holds it; rad."""
    peak = np.abs(cogging).max(axis=1)
    hold = np.minimum(dry / np.maximum(peak, 1e-12), 1.0)
    share = 2 * draws.share("hand_rest") - 1
    # Pull grows as sin 2q from there: friction holds it to where the two are alike.
    off = np.where(hold < 1, np.arcsin(hold) / 2, np.pi / 2) * share
    arm = np.where(draws.share("hand_heavy") > 0.5, np.pi, 0.0)
    return np.asarray(np.mod(arm + off, 2 * np.pi))


def _bodies(
    design: CoredDesign, shape: CoredShape, pack: Pack, ohms: dict[str, Array], touch: Array, draws: Draws
) -> tuple[Body, ...]:
    cooling, metal = draws.value("cooling"), wire_metal(design.wire)
    skin = 2 * np.pi * shape.outer * 2 * shape.arm
    heat = shape.wire_mass * metal.specific_heat + shape.bar_mass * METALS["steel"].specific_heat
    # As a thick cylinder in the wind of its own turning.
    film = AIR_CONDUCTIVITY / (2 * shape.outer) * skin
    wind = 0.49 * film * math.sqrt(AIR_DENSITY * 2 * shape.outer / AIR_VISCOSITY * shape.half / 2)
    coil = Body("winding", ohms["wire"], heat, STILL_AIR * skin * cooling, wind * cooling)
    coil = warming_metal(coil, metal, ohms["wire"], whole_circuit(pack, ohms))
    brush = Body("brushes", touch, 0.15, 0.004 * cooling, cooling * 0, several=True)
    return (coil, cell_body(pack, cooling, design.battery.in_parallel), brush)
