"""The frame motor as a Machine: current from the tip down each leg to the rim of the magnets."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.constants import AIR_DENSITY, GRAVITY, HANDS, MU_0
from oakspin.design.frame import BySpring, FrameDesign
from oakspin.design.magnets import Grade
from oakspin.draws import Array, Draws
from oakspin.fields.coupling import foot_coupling, path_coupling_round
from oakspin.fields.flux import face_flux
from oakspin.fields.stack import Stack
from oakspin.fields.steel import can_depth, can_image, side_depth
from oakspin.machines.bodies import cell_body, end_conductance, magnets_body, warming_metal, whole_circuit, wire_body
from oakspin.machines.frame.causes import causes_of
from oakspin.machines.frame.limb import limb_of
from oakspin.machines.frame.shape import FrameShape, frame_shape
from oakspin.machines.machine import Body, Load, Machine, Touch
from oakspin.machines.path import PathSums, path_length, wire_air_drag
from oakspin.parts.catalogue import FILM_FACTOR, FOOT_FORCE, GRADES
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import MELTS, contact_ohms, softened
from oakspin.parts.magnet import remanence, stack_length, stack_mass
from oakspin.parts.wire import wire_ohms

CUP_GRADE: Grade = "N42"  # of the small magnet of a cup
INTO_MAGNETS = 0.8  # of a foot's heat: its thin wire takes little once its end is warm; a fin's law
SHEAR = 0.375  # shear modulus over Young's, of metals
SEAT_SLOPE = 1.0  # tan 45 degrees, in a dimple or a cup
ANGLES = np.linspace(0, 2 * np.pi, 72, endpoint=False)


_kept_face_flux = lru_cache(maxsize=64)(face_flux)


def frame_stack(design: FrameDesign, pack: Pack, strength: float) -> Stack:
    """The magnet stack with its image in the cell's can."""
    magnets = design.magnets
    radius, hole, length = magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4, stack_length(magnets)
    across = magnets.magnetized == "across"
    image = 0.0
    if not across and pack.cell.can_mm > 0:
        depth = can_depth(radius, pack.radius, pack.cell.bottom_mm * 1e-3, pack.cell.can_mm * 1e-3)
        image = can_image(radius, depth, strength * _kept_face_flux(radius, hole, length))
    sign = 1.0 if magnets.pole_up == "N" else -1.0
    return Stack(radius, hole, length, sign * strength, across, image)


def frame_coupling(design: FrameDesign, shape: FrameShape, stack: Stack, draws: Draws) -> Array:
    """Torque per ampere of battery current on what turns, shape (draws, angles or 1), N m/A.

    By the flux through the foot's circle where the stack is magnetised along its axis; by the
    whole wire path where it is not. Through whichever feet the current runs, it is pushed alike; a battery that
    turns is pushed back as hard.
    """
    sense = (1.0 if design.battery.terminal_up == "+" else -1.0) * (1.0 if design.turns == "frame" else -1.0)
    strength = draws.value("remanence") * draws.value("recoil")
    cup = sense * foot_coupling(strength * _cup_flux(design, shape))[:, None]
    if not stack.across:
        own, image = _flux_at_feet(stack, shape.foot_height, HANDS[design.maker].gap_mm * 1e-3, draws)
        steel = np.minimum(stack.image * draws.value("steel_image"), 1.0)
        return np.asarray(sense * foot_coupling(strength * (own + steel * image)))[:, None] + cup
    each = [path_coupling_round(leg, stack, ANGLES) for leg in shape.legs]
    return np.asarray(sense * strength[:, None] * np.mean(each, axis=0)[None, :]) + cup


def _cup_flux(design: FrameDesign, shape: FrameShape) -> float:
    """Flux in Wb of the cup's magnet up through the circle of the feet, with its image in the washer; 0 without it."""
    if design.pivot.seat != "cup":
        return 0.0
    cup = design.pivot.cup
    radius, length = cup.diameter_mm * 5e-4, cup.thickness_mm * 1e-3
    up = (1.0 if design.magnets.pole_up == "N" else -1.0) * (1.0 if cup.pole == "same" else -1.0)
    strength = GRADES[CUP_GRADE].remanence
    held = cup.washer_mm and can_image(
        radius, side_depth(cup.washer_mm * 1e-3), strength * face_flux(radius, 0.0, length)
    )
    magnet = Stack(radius, 0.0, length, up * strength)
    own, image = magnet.flux(shape.foot_radius, shape.foot_height - shape.stack - shape.pack.length)
    return float(own + held * image)


@lru_cache(maxsize=32)
def _flux_at_feet(stack: Stack, height: float, scatter: float, draws: Draws) -> tuple[Array, Array]:
    """Flux of the magnet and of its whole image at the rim, where hands put the feet; kept while others turn."""
    lowest, highest = min(0.0, height), max(stack.length, height)
    return stack.flux(stack.radius, np.clip(height + scatter * draws.normal("hand_height"), lowest, highest))


@dataclass(frozen=True)
class _Moving:
    """Mass properties of the frame; arrays (draws,)."""

    sums: PathSums
    mass: float
    inertia: float
    drop: float
    foot_depth: float
    offset: Array

    @property
    def foot_share(self) -> float:
        """Share of the out-of-balance force that a foot takes."""
        return float(np.clip(self.drop / self.foot_depth, 0.0, 0.95))

    @property
    def lean(self) -> Array:
        """Lean of the hanging frame in rad; a quarter turn when it does not hang."""
        return np.asarray(np.arctan2(self.offset, self.drop)) if self.drop > 0 else np.full_like(self.offset, np.pi / 2)


def _moving(design: FrameDesign, shape: FrameShape, draws: Draws) -> _Moving:
    limb = limb_of(design)
    sums = PathSums(shape.paths)
    per_metre = limb.section * limb.metal.density
    extra = design.outline.decoration
    extra_mass, extra_radius = extra.mass_g * 1e-3, extra.radius_mm * 1e-3
    if design.turns == "battery":  # then it is the cell that is decorated
        extra_mass = 0.0
    mass = per_metre * sums.length + extra_mass
    height = (per_metre * sums.length * sums.center[2] + extra_mass * (shape.tip + extra.height_mm * 1e-3)) / mass
    built = np.hypot(*sums.center[:2]) * per_metre * sums.length / mass + design.pivot.off_center_mm * 1e-3
    by_hand = draws.magnitude("hand_symmetry", HANDS[design.maker].asymmetry_mm * 1e-3) / max(design.outline.legs, 2)
    return _Moving(
        sums=sums,
        mass=mass,
        inertia=per_metre * sums.inertia + extra_mass * extra_radius**2,
        drop=float(shape.tip - height),
        foot_depth=max(shape.tip - shape.foot_height, 1e-3),
        offset=np.hypot(built, by_hand),
    )


@dataclass(frozen=True)
class _Feet:
    """How the feet touch; arrays (draws,).

    ``made`` is the share of the time that any does, ``each`` the ohms from the tip to the rim through those that do,
    ``contact`` the part of these that lies in the touch itself; ``rubbing`` how many feet press on the rim: the
    one that does so most of the time as one, each other as much less as it touches less often.
    """

    made: Array
    leg: Array
    contact: Array
    rubbing: Array


def _chances(design: FrameDesign, moving: _Moving, draws: Draws) -> Array:
    """Share of the time that each foot touches; shape (feet, draws). A ring counts as one foot.

    The frame leans toward its heavy side: the lean closes the gap there and opens that across from it.
    """
    gap = design.feet.gap_mm * 1e-3 + HANDS[design.maker].gap_mm * 1e-3 * draws.normal("hand_gap")
    held = design.turns == "battery"  # then the frame does not lean, and its feet are set one by one
    leant = 0.0 * gap if held else moving.foot_depth * np.tan(np.minimum(moving.lean, 1.2))
    ring = design.feet.type == "ring"
    places = 2 * np.pi * np.arange(1 if ring else design.outline.legs) / design.outline.legs
    open_gap = np.maximum(gap - leant * np.cos(places)[:, None], 0.0)
    reach = draws.value("gap_reach_mm") * 1e-3
    made = draws.value("made_ring" if ring else "made_points")
    return np.asarray(made / (1 + (open_gap / reach) ** 2))


def _feet(design: FrameDesign, pack: Pack, chances: Array, leg: float, contacts: tuple[Array, Array]) -> _Feet:
    """Feet that touch independently: current flows while any does, through those that do.

    ``leg`` is the ohms of one leg; ``contacts`` those of one foot and of the pivot as film and pressure make them.
    """
    foot, pivot = contacts
    # Chance that just k feet touch, foot by foot.
    exactly = np.zeros((len(chances) + 1, chances.shape[1]))
    exactly[0] = 1.0
    for chance in chances:
        exactly[1:] = exactly[1:] * (1 - chance) + exactly[:-1] * chance
        exactly[0] *= 1 - chance
    made = 1 - exactly[0]
    inside = pack.ohms_at(pack.used) + pivot
    flows, wire, touch = np.zeros_like(made), np.zeros_like(made), np.zeros_like(made)
    for k in range(1, len(chances) + 1):
        # No more than melts the spot: R. Holm, Electric Contacts.
        most = MELTS * (k * inside + leg) / np.maximum(pack.volts_at(pack.used) - MELTS, 1e-3)
        spot = np.minimum(foot, most)
        share = exactly[k] / (inside + (leg + spot) / k)
        flows += share
        wire, touch = wire + share * leg / k, touch + share * spot / k
    # Ohms that let through as much as flows on the average while any foot touches, shared as wire and touch are.
    across = made / np.maximum(flows, 1e-12) - inside
    part = wire / np.maximum(wire + touch, 1e-12)
    return _Feet(made, across * part, across * (1 - part), chances.sum(axis=0) / chances.max(axis=0))


def _foot_force(design: FrameDesign, moving: _Moving, stack: Stack, draws: Draws) -> Array:
    """Force on the rim of the foot toward which the frame leans, at rest, in N; shape (draws,)."""
    pressed = FOOT_FORCE[design.feet.pressure] * draws.factor("foot_pressure", HANDS[design.maker].pressure)
    leaning = (
        moving.mass * GRAVITY * np.minimum(moving.offset, moving.drop if moving.drop > 0 else 0) / moving.foot_depth
    )
    limb, pull = limb_of(design), 0.0
    if limb.metal.magnetic:
        # Maxwell stress of the rim's field on a patch of the foot, one wire wide and three long.
        rim = abs(stack.remanence) / 3
        pull = rim**2 / (2 * MU_0) * limb.patch
    return np.asarray(pressed + pull + (leaning if design.turns == "frame" else 0.0))


def _ringing(design: FrameDesign, shape: FrameShape, moving: _Moving) -> float:
    """Speed in rad/s at which a leg swings to and fro by itself: a spring along its axis, any other as a cantilever.

    Source: G d^4 / (8 D^3 n) of a helical spring, a third of its mass moving with its end; 3 E I / l^3 of a
    cantilever, 0.243 of its mass.
    """
    limb = limb_of(design)
    wire, metal = limb.round, limb.metal
    mass = limb.section * metal.density * path_length(shape.legs[0])
    half = design.outline.half
    if isinstance(half, BySpring):
        stiff = SHEAR * metal.stiffness * wire**4 / (8 * (half.diameter_mm * 1e-3) ** 3 * half.turns)
        return math.sqrt(stiff / (mass / 3))
    return math.sqrt(1 / limb.give(1.0, moving.foot_depth) / (0.243 * mass))


def _hop_speed(moving: _Moving, force: Array, aside: Array | float, draws: Draws) -> Array:
    """Speed in rad/s above which a foot no longer follows a rim that runs out of true.

    The foot must be thrown in and out by the run-out once a turn; a third of the frame's mass
    moves with it, as a rod's does that hangs from its end. Magnets ``aside`` of the axis (m) run out by as much more.
    """
    runout = draws.value("rim_runout_mm") * 1e-3 + aside
    return np.asarray(np.sqrt(force / (moving.mass / 3 * runout)))


def _bodies(
    design: FrameDesign, moving: _Moving, shape: FrameShape, ohms: dict[str, Array], draws: Draws
) -> tuple[Body, ...]:
    limb, pack = limb_of(design), shape.pack
    cooling = draws.value("cooling")
    magnet_surface = np.pi * design.magnets.diameter_mm * 1e-3 * shape.stack
    contacts = ohms["foot contact"]
    wire = wire_body(
        "wire",
        ohms["wire"] + (1 - INTO_MAGNETS) * contacts + ohms["pivot contact"] / 2,
        limb.girth / math.pi,
        moving.sums.length,
        np.sqrt(moving.sums.inertia / moving.sums.length) if design.turns == "frame" else 0.0,
        limb.metal,
        cooling,
        section=limb.section,
    )
    passes = end_conductance(pack, design.magnets.diameter_mm * 5e-4, draws)
    return (
        warming_metal(wire, limb.metal, ohms["wire"], whole_circuit(pack, ohms)),
        cell_body(pack, cooling, 1),
        magnets_body(INTO_MAGNETS * contacts, stack_mass(design.magnets), magnet_surface, cooling, passes, "cell"),
    )


@dataclass(frozen=True)
class _Turning:
    """What the bearing carries in kg, and its moment of inertia in kg m2."""

    mass: float
    inertia: float


def _cell_and_magnets(design: FrameDesign, pack: Pack, stack: Stack) -> _Turning:
    """Cell, stack and cup as round bodies about their own axis, and what decorates them."""
    magnets, extra = stack_mass(design.magnets), design.outline.decoration
    mass, inertia = pack.mass + magnets + extra.mass_g * 1e-3, pack.mass * pack.radius**2 / 2
    inertia += extra.mass_g * 1e-3 * (extra.radius_mm * 1e-3) ** 2
    inertia += magnets * (stack.radius**2 + stack.hole**2) / 2
    if design.pivot.seat == "cup":
        cup = stack_mass(design.stacks[1])
        mass, inertia = mass + cup, inertia + cup * (design.pivot.cup.diameter_mm * 5e-4) ** 2 / 2
    return _Turning(mass, inertia)


def frame_machine(design: FrameDesign, draws: Draws) -> Machine:
    """Turn a frame design into the one machine.

    Raises
    ------
    Refusal
        When a measured face field is beyond any magnet.
    """
    pack = pack_of(design.battery, draws, design.room_C)
    shape = frame_shape(design, pack)
    strength = remanence(design.magnets)
    stack = frame_stack(design, pack, strength)
    coupling = frame_coupling(design, shape, stack, draws)
    moving = _moving(design, shape, draws)
    hand, limb = HANDS[design.maker], limb_of(design)
    metal, battery_turns = limb.metal, design.turns == "battery"
    force = _foot_force(design, moving, stack, draws)
    film = FILM_FACTOR[design.surface]
    leg = wire_ohms(path_length(shape.legs[0]), limb.round, metal, design.room_C)
    handled = film * draws.factor("hand_film", hand.film)
    foot = contact_ohms(force, metal, handled * draws.value("foot_film"))
    pivot = contact_ohms(moving.mass * GRAVITY, metal, handled * draws.value("pivot_film"))
    _, pivot = softened(pack, np.full(draws.count, leg), foot, pivot)
    feet = _feet(design, pack, _chances(design, moving, draws), leg, (foot, pivot))
    # The point carries what all feet that touch let through.
    contact, pivot = softened(pack, feet.leg, feet.contact, pivot)
    ohms = {"wire": feet.leg, "foot contact": contact, "pivot contact": pivot}
    mu_foot, mu_pivot = draws.value("foot_friction"), draws.value("pivot_friction")
    turning = _cell_and_magnets(design, pack, stack) if battery_turns else _Turning(moving.mass, moving.inertia)
    bearing = mu_pivot * turning.mass * GRAVITY * draws.value("pivot_radius_mm") * 1e-3
    # Round cells and magnets hardly stir the air.
    air_4_3, air_2 = (0.0, 0.0) if battery_turns else wire_air_drag(moving.sums, limb.air)
    sail = design.outline.decoration
    sail_2 = 0.5 * AIR_DENSITY * draws.value("sail_drag") * sail.area_mm2 * 1e-6 * (sail.radius_mm * 1e-3) ** 3
    drag = draws.value("wire_drag")
    # A stack set off the middle swings cell and magnets round: point and tip take that force, and hold by slope.
    aside = np.maximum(draws.magnitude("hand_symmetry", hand.asymmetry_mm * 1e-3) / 2, 1e-6)
    if battery_turns:
        self_braking = bearing / GRAVITY * aside
    else:
        self_braking = mu_foot * stack.radius * moving.foot_share * moving.mass * moving.offset
    slope = SEAT_SLOPE if design.pivot.seat != "flat" else mu_pivot
    offset = np.maximum(moving.offset, 1e-6)
    leave = np.sqrt(GRAVITY * slope / (offset * (1 - moving.foot_share))) * draws.value("leaving")
    if battery_turns:
        leave = np.sqrt(GRAVITY * slope / aside) * draws.value("leaving")
    foot_flux = np.abs(coupling[:, 0]) * 2 * np.pi
    ringing = _ringing(design, shape, moving)
    return Machine(
        angles=ANGLES if stack.across else ANGLES[:1],
        coupling=coupling,
        switch=np.ones((1, ANGLES.size if stack.across else 1)),
        pack=pack,
        ohms=ohms,
        touches=("foot contact", "pivot contact"),
        # A foot kicked once a turn is off the rim for half a swing of its leg.
        touch=Touch(
            feet.made,
            _hop_speed(moving, force, aside if battery_turns else 0.0, draws),
            2 * ringing * draws.value("springing"),
        ),
        inertia=np.full(draws.count, turning.inertia),
        load=Load(
            mu_foot * feet.rubbing * force * stack.radius + bearing,
            air_4_3 * drag,
            air_2 * drag + sail_2 + self_braking,
        ),
        least_dry=mu_foot * feet.rubbing * FOOT_FORCE["free"] * stack.radius + bearing,
        leave_speed=leave,
        bodies=_bodies(design, moving, shape, ohms, draws),
        room_C=design.room_C,
        causes=causes_of(design, shape, moving.drop),
        facts={
            "flux_at_foot": foot_flux,
            "foot_force": force,
            "mass": moving.mass,
            "wire_length": moving.sums.length,
            "center_of_mass_offset": moving.offset,
            "center_of_mass_below_tip": moving.drop,
            "lean": moving.lean,
            "ringing": ringing,
            "leg_give": limb.give(FOOT_FORCE["light"], moving.foot_depth),
        },
    )
