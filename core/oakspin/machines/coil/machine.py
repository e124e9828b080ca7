"""A rotating coil as a Machine: cradle and two-lobe alike.

Every number that can be swept may be an array of shape (draws,) instead: then each draw is a
design of its own, and a whole map of designs is one machine.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.constants import AIR_DENSITY, AIR_VISCOSITY, GRAVITY, HANDS
from oakspin.draws import Array, Draws
from oakspin.fields.block import Block
from oakspin.fields.flux import face_flux
from oakspin.fields.stack import Stack
from oakspin.fields.steel import can_image, side_depth
from oakspin.machines.bodies import cell_body, warming_metal, whole_circuit, wire_body
from oakspin.machines.coil.causes import Situation, causes_of
from oakspin.machines.coil.coupling import NEAREST, Source, ring_coupling, turn_coupling, turned_on
from oakspin.machines.coil.shape import CoilMotor, CoilShape, Number, axle_sag, coil_shape, magnet_turn, wire_length
from oakspin.machines.coil.strip import ANGLES, switch_of, upright_pose
from oakspin.machines.machine import NEVER, Body, Landing, Load, Machine, Rest, Touch
from oakspin.machines.touch import Hop
from oakspin.parts.catalogue import AXLES, FILM_FACTOR, MARKER_FILM, SEATS, SUPPORTS
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import contact_ohms, softened
from oakspin.parts.magnet import remanence, stack_length
from oakspin.parts.wire import wire_metal, wire_ohms, wire_section

TAPS = 0.02  # ohm of the clips and leads between battery and supports; bench readings
UNTIED = 2.0  # an untied bundle opens and lies this many times farther off; bench experience
# Pointers at which a number may be an array, so that a whole map of designs is one machine.
COIL_ARRAYS = (
    "/gap_mm",
    "/coil/turns",
    "/lobes/turns",
    "/wire/size/*",
    "/strip/*/arcs/*/width_deg",
    "/strip/*/arcs/*/center_deg",
    "/tails/length_mm",
    "/tails/off_opposite_mm",
    "/imbalance_mm",
    "/rests_deg",
    "/flick/turns_per_s",
    "/fan/mass_g",
    "/fan/radius_mm",
    "/fan/area_mm2",
    "/battery/used_percent",
)
SHORT = 0.02  # ohm past the motor where a metal stand joins the supports


def coil_source(design: CoilMotor) -> Source:
    """The magnets on their base, their lower face at height 0; N up (or to the right) positive."""
    magnets = design.magnets
    strength = remanence(magnets) * (1.0 if magnets.pole_up == "N" else -1.0)
    across = magnets.magnetized == "across"
    if magnets.shape == "block":
        return Block(magnets.along_mm * 1e-3, magnets.across_mm * 1e-3, stack_length(magnets), strength, across)
    radius, hole = magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4
    return Stack(radius, hole, stack_length(magnets), strength, across)


@lru_cache(maxsize=256)
def _side_image(source: Source, wall: float) -> float:
    """Strength of the magnet's image in a flat sheet as thick as the can's wall; opposite when magnetised level."""
    if isinstance(source, Block):
        radius, hole = math.sqrt(source.along * source.across / math.pi), 0.0
        level = source.sideways
    else:
        radius, hole, level = source.radius, source.hole, source.across
    image = can_image(radius, side_depth(wall), abs(source.remanence) * face_flux(radius, hole, source.length))
    return -image if level else image


def coil_coupling_of(design: CoilMotor, shape: CoilShape, pack: Pack, draws: Draws) -> Array:
    """Torque per ampere of battery current; shape (draws, angles), N m/A."""
    source, outline = coil_source(design), shape.wound.outline
    hand = HANDS[design.maker]
    if design.magnets_on == "around":
        # Turns of a bundle lie within a ring as near to its middle plane as above and below it.
        return _signed(design, shape, draws, ring_coupling(outline, source, float(shape.over)))
    least = shape.wound.measures.reach + NEAREST
    over = np.maximum(shape.over + hand.gap_mm * 1e-3 * draws.normal("hand_gap"), least)
    over = np.broadcast_to(over, draws.count).copy()
    # Turns of a thick bundle lie nearer and farther than its middle: two layers stand for all. (Outer turns have more
    # lever, those beside the middle less field: the two make up for each other.)
    layer = np.broadcast_to(shape.bundle / 4, draws.count)

    def bundle(sunk: float = 0.0) -> Array:
        farther = turn_coupling(outline, source, over + layer, sunk)
        nearer = turn_coupling(outline, source, np.maximum(over - layer, least), sunk)
        return np.asarray((farther + nearer) / 2)

    lower = bundle()
    each_turn = lower
    if design.magnets_on == "battery" and pack.cell.can_mm > 0:
        image = _side_image(source, pack.cell.can_mm * 1e-3) * draws.value("steel_side")
        each_turn = each_turn + image[:, None] * bundle(source.length)
    if design.second != "none":
        # Seen upside down, an equal stack above is the lower one with its poles changed over; no can lies by it.
        other = -turned_on(lower, math.pi)
        each_turn = each_turn + (other if design.second == "same" else -other)
    return _signed(design, shape, draws, turned_on(each_turn, -magnet_turn(design)))


def _signed(design: CoilMotor, shape: CoilShape, draws: Draws, each_turn: Array) -> Array:
    """All turns' coupling with its draws, from that of one turn with its marked side up."""
    places, hand = shape.wound.places, HANDS[design.maker]
    each = sum(turned_on(each_turn, place - math.pi / 2) for place in places) / len(places)
    turns = np.maximum(
        np.round(shape.wound.turns + hand.turns * draws.normal("hand_turns") * (shape.wound.turns > 1)), 1
    )
    strength = turns * draws.value("remanence") * draws.value("recoil")
    # Followed from the left lead the current circles the face normal the right-handed way.
    sense = 1.0 if design.plus_at == "left" else -1.0
    return np.asarray(sense * np.broadcast_to(strength, draws.count)[:, None] * each)


def _imbalance(
    design: CoilMotor, shape: CoilShape, wound_mass: Number, mass: Number, draws: Draws
) -> tuple[Array, Array]:
    """Distance of the centre of mass from the axle in m, and the angle at which it hangs down, in rad."""
    tails = design.tails
    by_hand = draws.magnitude("hand_balance", HANDS[design.maker].imbalance_mm * 1e-3)
    by_hand = by_hand * (1.0 if tails.tied else UNTIED)
    kinked = tails.length_mm * 1e-3 * math.tan(math.radians(tails.out_of_line_deg)) / 4
    toward = 2 * np.pi * draws.share("hand_heavy")
    if design.imbalance_mm is not None:
        off, hangs = np.broadcast_to(design.imbalance_mm * 1e-3, draws.count), -np.pi / 2 - toward
    else:
        built = shape.wound.center * wound_mass / mass
        place = shape.wound.center_place
        x = built * math.cos(place) + tails.off_opposite_mm * 1e-3 + (by_hand + kinked) * np.cos(toward)
        y = built * math.sin(place) + (by_hand + kinked) * np.sin(toward)
        off, hangs = np.hypot(x, y), -np.pi / 2 - np.arctan2(y, x)
    if design.rests_deg is not None:
        # Seen to hang so; as nearly as these hands see and bend it.
        seen = np.radians(HANDS[design.maker].strip_deg) * draws.normal("hand_heavy")
        hangs = upright_pose(design) + np.radians(design.rests_deg) + seen
    return np.asarray(off), np.asarray(np.broadcast_to(hangs, draws.count) % (2 * np.pi))


def coil_machine(design: CoilMotor, draws: Draws) -> Machine:
    """Turn a cradle or two-lobe design into the one machine.

    Raises
    ------
    Refusal
        When a measured face field is beyond any magnet.
    """
    pack = pack_of(design.battery, draws, design.room_C)
    shape = coil_shape(design)
    hand, metal, wire = HANDS[design.maker], wire_metal(design.wire), shape.wire
    length = wire_length(design, shape)
    per_metre = wire_section(wire) * metal.density
    measures = shape.wound.measures
    wound_length = shape.wound.turns * measures.length
    fan = design.fan
    core = AXLES.get(design.axle)
    mass = per_metre * length + fan.mass_g * 1e-3 + (core.mass if core else 0.0)
    inertia = (
        per_metre * (wound_length * (measures.mean_v2 + shape.bundle**2 / 8))
        + fan.mass_g * 1e-3 * (fan.radius_mm * 1e-3) ** 2
        + (core.mass * core.radius**2 / 2 if core else 0.0)
    )
    off, hangs = _imbalance(design, shape, per_metre * wound_length, mass, draws)
    weight = np.broadcast_to(mass * GRAVITY, draws.count)
    film = FILM_FACTOR[design.surface] * draws.factor("hand_film", hand.film)
    if "marker" in (design.strip.left.rest, design.strip.right.rest):
        film = film * MARKER_FILM
    support = SUPPORTS[design.supports.type]
    seats = [
        contact_ohms(weight / 2, metal, film * draws.value(name)) for name in ("support_film", "support_film_other")
    ]
    whole = np.broadcast_to(wire_ohms(length, wire, metal, design.room_C), draws.count).astype(float)
    held = np.full(draws.count, 2 * support.ohms + TAPS)
    seats = softened(pack, whole + held, *seats)
    ohms = {"wire": whole, "supports": held, "support contact": seats[0] + seats[1]}
    total = pack.ohms_at(pack.used) + ohms["wire"] + ohms["supports"] + ohms["support contact"]
    least_dry = draws.value("support_friction") * weight * (wire / 2)
    # A sagging axle is bent to and fro in every turn; the metal keeps a share of that energy.
    sag = 0.0 if core else axle_sag(shape, weight, metal)
    dry = least_dry + draws.value("axle_damping") * weight * sag / 2
    hop = Hop(
        -np.pi / 2 - hangs,
        support.gives * draws.value("hopping"),
        draws.value("restitution"),
        closed=design.supports.seat == "loop",
    )
    touch = Touch(draws.value("made_axle"), np.sqrt(GRAVITY / np.maximum(off, 1e-6)), hop=hop)
    rub = draws.value("support_friction") * mass * off * wire / 2
    landing = Landing(weight * off / (2 * np.pi) * draws.value("landing"), touch, rub)
    seat = SEATS.get(design.supports.seat)
    leave = np.full(draws.count, NEVER)
    if seat is not None:
        depth, width = (size / np.maximum(off, 1e-6) for size in seat)
        leave = touch.hop_speed * np.sqrt(hop.leaves_at(depth, width)) * draws.value("leaving")
    air_4_3, air_2 = _air(shape, draws)
    sail = 0.5 * AIR_DENSITY * draws.value("sail_drag") * fan.area_mm2 * 1e-6 * (fan.radius_mm * 1e-3) ** 3
    gap = np.broadcast_to(design.gap_mm * 1e-3 + hand.gap_mm * 1e-3 * draws.normal("hand_gap"), draws.count)
    situation = Situation(design, shape, pack, gap, weight, np.broadcast_to(length, draws.count), support, draws)
    switch = switch_of(design, total, draws)
    coupling = coil_coupling_of(design, shape, pack, draws)
    return Machine(
        angles=ANGLES,
        coupling=coupling,
        switch=switch,
        pack=pack,
        ohms=ohms,
        touches=("support contact",),
        touch=touch,
        inertia=np.broadcast_to(inertia, draws.count).astype(float),
        load=Load(dry, air_4_3, air_2 + sail, landing),
        least_dry=least_dry,
        leave_speed=leave,
        bodies=_bodies(design, shape, pack, ohms, length, draws),
        room_C=design.room_C,
        causes=causes_of(situation),
        rest=Rest(hangs, weight * off, design.flick.turns_per_s * 2 * np.pi, design.flick.sense == "wrong"),
        facts={
            "mass": mass,
            "wire_length": length,
            "imbalance": off,
            "bundle": shape.bundle,
            "axle_height": shape.axle,
        },
        short_ohms=SHORT if design.supports.stand == "metal" else 0.0,
    )


def _air(shape: CoilShape, draws: Draws) -> tuple[Array, Array]:
    """Air torque of the bundle, taken as one wire as thick: coefficients of w^(4/3) and w^2.

    Source: F. White, Viscous Fluid Flow, drag of a cylinder, C_d = 1 + 10 Re^(-2/3).
    """
    measures, parts = shape.wound.measures, len(shape.wound.places)
    base = 0.5 * AIR_DENSITY * shape.bundle * draws.value("wire_drag") * parts
    slow = 10 * (AIR_DENSITY * shape.bundle / AIR_VISCOSITY) ** (-2 / 3)
    return np.asarray(base * slow * measures.air_seven_thirds), np.asarray(base * measures.air_cubed)


def _bodies(
    design: CoilMotor, shape: CoilShape, pack: Pack, ohms: dict[str, Array], length: Number, draws: Draws
) -> tuple[Body, ...]:
    cooling, metal = draws.value("cooling"), wire_metal(design.wire)
    # Turns in a bundle shade each other: it cools as one thick wire with the whole bundle's skin.
    turns_here = shape.wound.turns / len(shape.wound.places)
    skin = shape.bundle / (turns_here * shape.wire)
    coil = wire_body(
        "coil",
        ohms["wire"] + ohms["support contact"] / 2,
        shape.wire,
        length,
        np.sqrt(shape.wound.measures.mean_v2),
        metal,
        cooling * np.minimum(skin, 1.0),
    )
    coil = warming_metal(coil, metal, ohms["wire"], whole_circuit(pack, ohms))
    if design.battery.cell == "bench_supply":
        return (coil,)
    return (coil, cell_body(pack, cooling, design.battery.in_parallel))
