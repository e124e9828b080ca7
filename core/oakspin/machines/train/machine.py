"""The coil train as a Machine: thrust by the flux at both contacts, along a track of changing pitch."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from oakspin.constants import GRAVITY, HANDS
from oakspin.design.train import TrainDesign
from oakspin.draws import Array, Draws
from oakspin.fields.train import Assembly
from oakspin.machines.bodies import STILL_AIR, cell_body, end_conductance, magnets_body, warming_metal, whole_circuit
from oakspin.machines.machine import NEVER, Body, Load, Machine, Touch
from oakspin.machines.train.causes import bend_radius, causes_of
from oakspin.machines.train.shape import TrainShape, track_wire, train_shape, wire_mass, wound_turns
from oakspin.machines.train.way import train_route
from oakspin.parts.catalogue import FILM_FACTOR, Metal
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import contact_ohms, softened, turn_ohms
from oakspin.parts.magnet import stack_mass
from oakspin.parts.wire import wire_metal, wire_ohms, wire_section

CONTACT_NODES, CONTACT_WEIGHTS = np.polynomial.legendre.leggauss(8)
CREEP = 0.03  # m/s
LOOSE = 0.15  # share wider than tight at which but a third of the turns still touches the next; our own estimate
ROUGH, SKIPS = 16.0, 2.0  # how bumps grow, and touch falls, with that share; our own estimates from neat to sloppy
SPRUNG = 12.0  # times its weight with which turns press on a train that has no room left; our own estimate
CANCELS = 1e-6  # of the flux at both ends: a smaller difference is rounding


def handedness(design: TrainDesign) -> float:
    """+1 for a right-handed helix, whose wire runs clockwise away from the viewer, else -1."""
    return 1.0 if design.track.wound == "clockwise" else -1.0


def current_way(design: TrainDesign) -> float:
    """+1 where the current in the track runs from the rear contact to the front one: + at the rear."""
    return 1.0 if design.leads == "-" else -1.0


@lru_cache(maxsize=128)
def contact_flux(assembly: Assembly, radius: float) -> tuple[Array, Array]:
    """(mean, tilt) of the flux over each magnet's thickness; rows rear and front, Wb.

    The mean is over the whole thickness; mean + t * tilt leans the contact toward the outer edge
    (t = 1) or the inner one (t = -1).
    """
    rear, front = assembly.rear.length, assembly.front.length
    place = (CONTACT_NODES + 1) / 2  # from the inner face to the outer
    at = np.stack([-assembly.half - place * rear, assembly.half + place * front])
    flux = assembly.flux(radius, at)
    mean = flux @ CONTACT_WEIGHTS / 2
    return mean, flux @ (CONTACT_WEIGHTS * CONTACT_NODES) / 2


def train_coupling(design: TrainDesign, shape: TrainShape, draws: Draws) -> Array:
    """Thrust per ampere in N/A on evenly wound track, forward positive; shape (draws,).

    Source: kappa = h n (Phi_rear - Phi_front), exact for any axially symmetric train, steel included.
    """
    mean, tilt = contact_flux(shape.assembly, (shape.bore + shape.wire) / 2)
    if abs(mean[0] - mean[1]) < CANCELS * np.abs(mean).sum():
        return np.zeros(draws.count)
    leaning = 2 * draws.share("contact_tilt") - 1
    fall = (mean[0] - mean[1]) + leaning * (tilt[0] - tilt[1])
    per_meter = 1 / (shape.tight * looser(design, draws))
    strength = draws.value("remanence") * draws.value("recoil")
    return np.asarray(current_way(design) * handedness(design) * per_meter * strength * fall)


def looser(design: TrainDesign, draws: Draws) -> Array:
    """How much wider than tight these hands wind; 1 and more."""
    return np.asarray(1 + draws.magnitude("hand_pitch", HANDS[design.maker].pitch))


def goes_round(design: TrainDesign, shape: TrainShape, draws: Draws) -> Array:
    """Share of the current that goes round a turn of even track, the rest passing straight on; shape (draws,).

    Between two turns stands the voltage of one: the helix carries v / r, the spots that touch carry g v straight on.
    So 1 / (1 + r g) goes round where turns touch, all of it where a hair of air or a coat is between.
    Source: two resistances side by side; the spots by R. Holm, Electric Contacts.
    """
    if design.wire.finish != "bare":
        return np.ones(draws.count)
    metal, hand, loose = wire_metal(design.wire), HANDS[design.maker], looser(design, draws)
    film = FILM_FACTOR[design.surface] * draws.value("turn_film") * draws.factor("hand_film", hand.film)
    spot = turn_ohms(draws.value("turn_press_N"), metal, film)
    ring = wire_ohms(np.pi * (shape.bore + shape.wire), shape.wire, metal, design.room_C)
    touching = np.exp(-(loose - 1) / LOOSE)
    return np.asarray(1 - touching + touching / (1 + ring * draws.value("turn_spots") / spot))


def tightness(room: Array, draws: Draws) -> Array:
    """How many times its weight's friction a train rubs that has so much ``room`` in m across its bore.

    No bore wound by hand is round: where it has less room than that, turns press on the magnets from all sides, each
    the harder the more it is sprung open. Our own estimate; wide of that a train lies on the ground of its track alone.
    """
    uneven = draws.value("bore_uneven_mm") * 1e-3
    return np.asarray(1 + SPRUNG * np.exp(-((2 * np.maximum(room, 0.0) / uneven) ** 2)))


def train_machine(design: TrainDesign, draws: Draws) -> Machine:
    """Turn a train and its track into the one machine."""
    pack, shape, hand = pack_of(design.battery, draws, design.room_C), train_shape(design), HANDS[design.maker]
    metal, loose = wire_metal(design.wire), looser(design, draws)
    coupling = train_coupling(design, shape, draws)
    bore = design.track.former_mm * 1e-3 * draws.value("spring_back")
    rear, front = shape.contacts
    between = (front - rear) / (shape.tight * loose) * np.pi * (shape.bore + shape.wire)
    film = FILM_FACTOR[design.surface]
    press = shape.mass * GRAVITY / 2
    touch = contact_ohms(press, metal, film * draws.value("train_film") * draws.factor("hand_film", hand.film))
    share = goes_round(design, shape, draws)
    coupling = coupling * share
    turns = wire_ohms(1.0, shape.wire, metal, design.room_C) * between * share
    touch, _ = softened(pack, turns, touch, touch)
    ohms = {"track": turns, "track contact": 2 * touch}
    slope, mu = np.radians(design.track.plan.slope_deg), draws.value("train_friction")
    weight = shape.mass * GRAVITY
    bend = bend_radius(design, shape)
    square = draws.value("bumps") * (1 + ROUGH * (loose - 1)) + (mu * shape.mass / bend if bend else 0.0)
    mu = mu * tightness(bore - shape.oval / 2 - 2 * shape.widest, draws)
    dry = weight * np.maximum(mu * np.cos(slope) + np.sin(slope), 0.02)
    cooling = draws.value("cooling")
    return Machine(
        angles=np.zeros(1),
        coupling=coupling[:, None],
        switch=np.ones((1, 1)),
        pack=pack,
        ohms=ohms,
        touches=("track contact",),
        touch=Touch(
            draws.value("made_slide") / (1 + SKIPS * (loose - 1)),
            np.full(draws.count, NEVER),
            draws.value("slide_speed"),
        ),
        inertia=np.full(draws.count, shape.mass),
        load=Load(dry, np.zeros(draws.count), square),
        least_dry=weight * draws.value("train_friction"),
        leave_speed=np.full(draws.count, NEVER),
        # A turn of the track warms only while the train passes: it stays cool.
        bodies=(cell_body(pack, cooling, 1), _magnets(design, pack, touch, draws)),
        stuck=(
            warming_metal(
                _turns_under(shape, ohms["track"], between, metal, cooling),
                metal,
                ohms["track"],
                whole_circuit(pack, ohms),
            ),
        ),
        room_C=design.room_C,
        creep=CREEP,
        causes=causes_of(design, shape, pack, bore),
        route=train_route(design, shape, ohms["track"], share, draws),
        facts={
            "mass": shape.mass,
            "bore": bore,
            "goes_round": share,
            "play": bore - shape.oval / 2 - 2 * shape.widest,
            "energized_turns": (front - rear) / shape.tight,
            "turns": wound_turns(design, shape),
            "track_length": shape.track,
            "wire_length": track_wire(design, shape),
            "wire_mass": wire_mass(design, shape),
        },
    )


def _magnets(design: TrainDesign, pack: Pack, touch: Array, draws: Draws) -> Body:
    mass = stack_mass(design.front) + stack_mass(design.rear)
    skin = np.pi * sum(stack.diameter_mm * stack.thickness_mm * stack.count for stack in design.stacks) * 1e-6
    passes = sum(end_conductance(pack, stack.diameter_mm * 5e-4, draws) for stack in (design.front, design.rear))
    return magnets_body(touch, mass, skin, draws.value("cooling"), passes, "cell")


def _turns_under(shape: TrainShape, ohms: Array, length: Array, metal: Metal, cooling: Array) -> Body:
    """The turns between the magnets, which carry all the current where the train is stuck; wire of ``length`` in m.

    Side by side they give their heat to the air as a tube, by its outside.
    """
    rear, front = shape.contacts
    outside = np.pi * (shape.bore + 2 * shape.wire) * (front - rear)
    heat = wire_section(shape.wire) * length * metal.density * metal.specific_heat
    return Body("track", ohms, heat, STILL_AIR * outside * cooling, cooling * 0)
