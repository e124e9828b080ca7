"""The iron-cored motor as a Machine: flux linked by the winding, pull on the iron, a reversing commutator."""

from __future__ import annotations

import math

import numpy as np

from oakspin.constants import AIR_CONDUCTIVITY, AIR_DENSITY, AIR_VISCOSITY, GRAVITY, HANDS, MU_0
from oakspin.design.cored import CoredDesign
from oakspin.draws import Array, Draws
from oakspin.fields.iron import drawn_round, eddy_drag, gathers, hysteresis_torque, unsaturated
from oakspin.machines.bodies import STILL_AIR, cell_body
from oakspin.machines.cored.causes import causes_of
from oakspin.machines.cored.shape import ANGLES, CoredShape, bar_field, cored_shape
from oakspin.machines.machine import NEVER, Body, Load, Machine, Rest
from oakspin.parts.catalogue import FILM_FACTOR, FOOT_FORCE, METALS
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import contact_ohms
from oakspin.parts.wire import wire_metal, wire_ohms

BRUSH_MASS = 0.1e-3  # kg of a springing brush that follows the segments; bench experience
TAPED_FILM = 1.6  # foil under tape makes a worse contact than bare wire; bench experience
TYPICAL = 200.0  # rad/s, at which the drag of eddy currents is taken
CANCELS = 1e-6  # of what the same turns link wound in one sense
_CELL = 360.0 / ANGLES.size


def linked_flux(design: CoredDesign, shape: CoredShape) -> Array:
    """Flux that the winding links per tesla of nothing else: Wb turns at every angle, shape (angles,).

    The torque per ampere is its slope. Iron counts as a spheroid in the mean field along the bar; the turns' area
    outside the bar links the field where each turn lies.
    """
    field = bar_field(shape)
    turns, opposed = design.winding.turns, design.winding.sense == "opposed"
    half = field.linked.shape[1] // 2
    sign = -1.0 if opposed else 1.0
    arms = sign * field.linked[:, :half].mean(axis=1) + field.linked[:, half:].mean(axis=1)
    if not shape.share:
        return np.asarray(turns * shape.turn_area * arms)
    outside = turns * (shape.turn_area - shape.core_area) * arms
    gathered = gathers(shape.ratio, shape.share) * shape.core_area
    return np.asarray(outside + turns * (1 + sign) * gathered * field.along.mean(axis=1))


def slope(table: Array) -> Array:
    """Derivative by the angle of a table over one whole turn, by its harmonics; per rad."""
    wave = np.fft.rfft(table, axis=-1)
    order = np.arange(wave.shape[-1])
    order[-1] = 0  # the highest harmonic has no slope at its own places
    return np.asarray(np.fft.irfft(1j * order * wave, n=table.shape[-1], axis=-1))


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
    at = (np.degrees(ANGLES)[None, :] + turned[:, None]) % 180.0
    away = np.minimum(at, 180.0 - at)
    closed = np.clip((away - dead[:, None] / 2) / _CELL + 0.5, 0.0, 1.0)
    first = ((np.degrees(ANGLES)[None, :] + turned[:, None]) % 360.0) < 180.0
    fed = 1.0 if design.plus_at == "left" else -1.0
    return np.asarray(fed * np.where(first, -closed, closed))


def cored_machine(design: CoredDesign, draws: Draws) -> Machine:
    """Turn an iron-cored motor into the one machine."""
    pack, shape, hand = pack_of(design.battery, draws), cored_shape(design), HANDS[design.maker]
    metal, strength = wire_metal(design.wire), draws.value("remanence") * draws.value("recoil")
    pressed = design.brushes.force_mN * 1e-3 * draws.factor("foot_pressure", hand.pressure)
    film = FILM_FACTOR[design.surface] * (TAPED_FILM if design.commutator.finish == "taped" else 1.0)
    touch = contact_ohms(pressed, metal, film * draws.value("segment_film") * draws.factor("hand_film", hand.film))
    ohms = {
        "wire": np.full(draws.count, wire_ohms(shape.wire_length, shape.wire, metal, design.room_C)),
        "brush contact": 2 * touch,
    }
    closed = pack.ohms_at(pack.used) + sum(ohms.values())
    current = np.minimum(pack.volts_at(pack.used) / closed, pack.limit)
    coupling, cogging = _pulls(design, shape, strength, current, draws)
    mass = shape.bar_mass + shape.wire_mass + design.fan.mass_g * 1e-3
    inertia = mass_moment(design, shape)
    brushing = 2 * draws.value("brush_friction") * pressed * design.commutator.radius_mm * 1e-3
    bearing = draws.value("bearing_friction") * mass * GRAVITY * design.axle_mm * 5e-4
    barely = 2 * draws.value("brush_friction") * FOOT_FORCE["barely"] * design.commutator.radius_mm * 1e-3
    drag, turned = _iron_losses(shape, strength, draws)
    henries = winding_henries(design, shape)
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
        made=draws.value("made_commutator"),
        hop_speed=np.sqrt(pressed / (BRUSH_MASS * draws.value("segment_runout_mm") * 1e-3)),
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
        lag=henries / closed,
        facts={
            "mass": mass,
            "cogging": np.broadcast_to(np.abs(cogging).max(axis=1), draws.count),
            "wire_length": shape.wire_length,
            "layers": shape.layers,
            "inductance": henries,
            "spark_energy": henries * current**2 / 2,
        },
    )


def _pulls(
    design: CoredDesign, shape: CoredShape, strength: Array, current: Array, draws: Draws
) -> tuple[Array, Array]:
    """Torque per ampere, nothing where the winding links nothing, and pull on the iron; shape (draws, angles)."""
    field = bar_field(shape)
    linked = linked_flux(design, shape)
    both = design.winding.turns * (
        shape.turn_area * np.abs(field.linked).max() * 2 * (gathers(shape.ratio, shape.share) if shape.share else 1.0)
    )
    idle = bool(np.abs(linked).max() <= CANCELS * both)
    kappa = np.zeros_like(linked) if idle else slope(linked)
    along, across = field.along.mean(axis=1), field.across.mean(axis=1)
    if not shape.share:
        return strength[:, None] * kappa[None, :], np.zeros((1, ANGLES.size))
    # Magnets and winding saturate the bar together: where both meet it carries less than each would alone.
    wound = MU_0 * 2 * design.winding.turns * current / (2 * shape.half) * (0.0 if idle else 1.0)
    full = np.abs(along).max()
    left = unsaturated(full * strength + wound, shape.ratio, shape.share)
    energy = drawn_round(along, across, shape.ratio, shape.share, shape.core_area * 2 * shape.half)
    alone = unsaturated(full * strength, shape.ratio, shape.share)
    pull = -slope(energy)[None, :] * (strength**2 * alone * draws.value("cogging"))[:, None]
    return (strength * left * draws.value("iron"))[:, None] * kappa[None, :], pull


def _iron_losses(shape: CoredShape, strength: Array, draws: Draws) -> tuple[Array, Array]:
    """What turning the iron's magnetization over takes: a drag told as c w^(4/3), and a torque at any speed."""
    if not shape.share:
        nothing = np.zeros(draws.count)
        return nothing, nothing
    applied = np.abs(bar_field(shape).along.mean(axis=1)).max() * strength
    peak = applied * gathers(shape.ratio, shape.share) * unsaturated(applied, shape.ratio, shape.share)
    volume = shape.core_area * 2 * shape.half * shape.share
    drag = eddy_drag(volume, shape.radius, peak, METALS["steel"].resistivity, TYPICAL)
    return drag * TYPICAL ** (-1 / 3), hysteresis_torque(volume, peak, draws.value("coercivity"))


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
    brush = Body("brushes", touch, 0.15, 0.004 * cooling, cooling * 0, several=True)
    return (coil, cell_body(pack, cooling, design.battery.in_parallel), brush)


def winding_henries(design: CoredDesign, shape: CoredShape) -> float:
    """Inductance of the winding as one solenoid on its core, in H."""
    turns = 2 * design.winding.turns * (1 if design.winding.sense == "same" else 0)
    gathered = gathers(shape.ratio, shape.share) if shape.share else 1.0
    return MU_0 * turns**2 * (shape.core_area * gathered + shape.turn_area - shape.core_area) / (2 * shape.half)
