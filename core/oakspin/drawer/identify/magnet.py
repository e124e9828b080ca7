"""What a magnet without a label is."""

from __future__ import annotations

import numpy as np

from oakspin.drawer.identify.aid import Aid, AidChoice, AidField, AidFigure, Guess, Pick, Reading, Thing, off
from oakspin.drawer.identify.pull import FORCE_SHARE, PAPER_SHARE, hole_of, hung, sheets, sized
from oakspin.drawer.identify.readings import RULER, agreement, chance_of, even, tells
from oakspin.draws import Array
from oakspin.fields.flux import axis_field

COMPASS_DEG, DISTANCE_M = 3.0, 3e-3
EARTH_SHARE = 0.12  # to which the horizontal field of a place is known indoors: steel of tables and walls


# Magnets

MATERIALS = ("neodymium", "ferrite", "alnico")
MATERIALS_OFTEN = (0.8, 0.17, 0.03)
RINGS, ACROSS = 0.08, 0.04  # share of magnets with a hole, and of those with their poles on the sides; sets for schools
HOLES = (2e-3, 20e-3)  # m
POLES = ("S", "N")
WAYS = ("flat faces", "sides")


# How often each material is called shiny, dark grey, coated.
LOOKS = np.array([[0.78, 0.04, 0.18], [0.02, 0.9, 0.08], [0.7, 0.25, 0.05]])


def _magnet(count: int) -> Guess:
    chance = chance_of("magnet")
    material = chance.choice(len(MATERIALS), count, p=MATERIALS_OFTEN).astype(float)
    low, high = (np.array(ends)[material.astype(int)] for ends in ((1.1, 0.3, 0.9), (1.48, 0.43, 1.3)))
    neodymium = material == 0
    return {
        "material": material,
        "remanence": chance.uniform(low, high),
        # What a ruler reads of it is off by so much, once for all tests.
        "wide_off": RULER * chance.standard_normal(count),
        "thick_off": RULER / 2 * chance.standard_normal(count),
        "conducts": (chance.random(count) < np.where(neodymium, 0.8, np.where(material == 1, 0.01, 0.95))).astype(
            float
        ),
        "earth": 1 + EARTH_SHARE * chance.standard_normal(count),
        "steel": 1 + FORCE_SHARE * chance.standard_normal(count),
        "hole": np.where(chance.random(count) < RINGS, chance.uniform(*HOLES, count), 0.0),
        # Of the face that was marked with a pen: 1 where it is a north pole.
        "pole": chance.integers(0, 2, count).astype(float),
        "across": (chance.random(count) < ACROSS).astype(float),
    }


SIZE = (
    AidField("wide_mm", "Diameter", "mm", 3, 60, 12, given=True),
    AidField("thick_mm", "Thickness of the stack", "mm", 0.5, 60, 6, given=True),
)


def _deflection(guess: Guess, given: Reading) -> Array:
    """Degrees by which a needle turns from north, with the magnet's axis pointing east or west at it."""
    radius, length = sized(guess, given)
    away = given["away_mm"] * 1e-3 + length / 2
    hole = hole_of(guess, radius)
    solid = axis_field(away, radius=radius, length=length)
    inner = np.where(hole > 0, axis_field(away, radius=np.maximum(hole, 1e-6), length=length), 0.0)
    field = guess["remanence"] * np.abs(solid - inner)
    return np.asarray(np.degrees(np.arctan2(field, given["earth_uT"] * 1e-6 * guess["earth"])))


def _deflection_error(guess: Guess, given: Reading) -> Array:
    """The needle's reading, and the distance: the field falls as its third power."""
    radius, length = sized(guess, given)
    away = given["away_mm"] * 1e-3 + length / 2
    turned = np.radians(_deflection(guess, given))
    share = 3 * DISTANCE_M / np.hypot(away, radius)
    return np.asarray(np.hypot(COMPASS_DEG, np.degrees(np.sin(2 * turned) / 2 * share)))


HOLE_MM = 0.3  # to which a hole is measured with a ruler
HANDLED = 0.95  # of those who try two magnets against each other feel it rightly


def _hole_read(guess: Guess, read_mm: float) -> Array:
    """Logarithm of how likely a measured hole is: none is seen as none."""
    ring = off(1e3 * guess["hole"], read_mm, HOLE_MM)
    seen = read_mm > HOLE_MM
    return np.where(guess["hole"] > 0, ring, -40.0) if seen else np.where(guess["hole"] > 0, -40.0, 0.0)


def _poled(guess: Guess, north: bool) -> Array:
    """Logarithm of how likely it is that the marked face shows as a north pole; poles on the sides show either."""
    plain = agreement(guess["pole"], north)
    return np.where(guess["across"] > 0, np.log(0.5), plain)


def _comes(guess: Guess, noise: Array) -> Array:
    """Whether the marked face shows as a north pole."""
    return np.where(guess["across"] > 0, (noise > 0).astype(float), tells(guess["pole"], noise))


MAGNET_AIDS = (
    Aid(
        "compass",
        "It turns a compass",
        ("compass", "ruler with millimeters"),
        (
            "Let the compass point north, far from steel. Lay the ruler east of it, pointing at its middle.",
            "Move the magnet along it, its face toward the compass, until the needle has turned by 30 to 60 degrees.",
            "Read the angle, and the distance from the needle's middle to the near face.",
        ),
        3.0,
        (
            *SIZE,
            AidField("away_mm", "Distance to the near face", "mm", 20, 2000, 150, given=True),
            AidField("earth_uT", "Earth's field there, along the ground", "µT", 5, 45, 20, given=True),
            AidField("turned_deg", "The needle turned by", "degrees", 2, 88, 45),
        ),
        lambda guess, read: off(_deflection(guess, read), read["turned_deg"], _deflection_error(guess, read)),
        lambda guess, given, noise: {"turned_deg": _deflection(guess, given) + noise * _deflection_error(guess, given)},
        "Tangent of the angle is the magnet's field over the earth's; axis field of a disc, Derby and Olbert (2010).",
    ),
    Aid(
        "lifts",
        "What it lifts",
        ("thick steel part, as thick as the magnet or more", "cup on a thread", "scale", "water or sand"),
        (
            "Let the stack hang by itself from a thick flat steel part, clean and free of paint.",
            "Hang a cup from it and fill it slowly until it falls. Weigh cup, filling and stack.",
        ),
        5.0,
        (*SIZE, AidField("grams", "It fell at", "g", 1, 60_000, 500)),
        lambda guess, read: off(hung(guess, read), read["grams"], 0.05 * hung(guess, read) + 1),
        lambda guess, given, noise: {"grams": hung(guess, given) * (1 + 0.05 * noise) + noise},
        "Pull of a disc against thick steel, as of two equal magnets face to face.",
        caution="Magnets snap and shed splinters: goggles on, fingers out of the gap.",
    ),
    Aid(
        "paper",
        "Sheets of paper",
        ("thick steel thing of known mass", "printer paper"),
        (
            "Hang a thick flat steel thing from the stack: a big nut, a weight.",
            "Put more and more sheets of printer paper between them until it falls.",
        ),
        3.0,
        (
            *SIZE,
            AidField("grams", "The steel thing weighs", "g", 1, 20_000, 100, given=True),
            AidField("sheets", "It fell at this many sheets", "", 1, 200, 20),
        ),
        lambda guess, read: off(sheets(guess, read), read["sheets"], np.hypot(PAPER_SHARE * sheets(guess, read), 0.6)),
        lambda guess, given, noise: {
            "sheets": np.maximum(sheets(guess, given) + noise * np.hypot(PAPER_SHARE * sheets(guess, given), 0.6), 1.0)
        },
        "The same pull over a gap; a sheet of 80 g/m2 is 0.10 mm thick, within 6 %.",
        caution="Magnets snap and shed splinters: goggles on, fingers out of the gap.",
    ),
    Aid(
        "skin",
        "Does its skin conduct?",
        ("meter",),
        ("Set the meter to ohms and touch the rim with both probes.",),
        0.3,
        (),
        lambda guess, read: agreement(guess["conducts"], bool(read["conducts"])),
        lambda guess, given, noise: {"conducts": tells(guess["conducts"], noise)},
        "Nickel conducts; epoxy, plastic and ferrite do not.",
        Pick("conducts", "The meter shows", {"1": "next to nothing: it conducts", "0": "no path: it does not"}),
    ),
    Aid(
        "hole",
        "Has it a hole?",
        ("ruler with millimeters",),
        ("Measure the hole through it; 0 where there is none.",),
        0.3,
        (AidField("hole_mm", "Diameter of the hole", "mm", 0, 50, 0),),
        lambda guess, read: _hole_read(guess, read["hole_mm"]),
        lambda guess, given, noise: {
            "hole_mm": np.where(guess["hole"] > 0, np.maximum(1e3 * guess["hole"] + HOLE_MM * noise, 0.6), 0.0)
        },
        "A ring is a disc less a smaller one: so is its field.",
    ),
    Aid(
        "two",
        "Along or across?",
        ("another one of the same",),
        (
            "Let two of them snap together, face to face. Turn one about their common axis, slowly.",
            "Poles on the faces hold alike at every angle. Poles on the sides hold one way, and slip half a turn on.",
        ),
        0.5,
        (),
        lambda guess, read: agreement(guess["across"], bool(read["across"]), HANDLED),
        lambda guess, given, noise: {"across": tells(guess["across"], noise)},
        "Poles on the faces are the same all round the axis; poles on the sides change over in half a turn.",
        Pick("across", "They hold", {"0": "alike at every angle", "1": "one way, and not half a turn on"}),
        caution="Magnets snap and shed splinters: goggles on, fingers out of the gap.",
    ),
    Aid(
        "needle",
        "Which pole: by a compass",
        ("compass", "pen"),
        (
            "Mark one face with a pen. Bring that face slowly toward the compass from the side, no nearer than it "
            "takes to turn it.",
            "See which end of the needle comes to it: the end that points north, or the other.",
        ),
        0.5,
        (),
        lambda guess, read: _poled(guess, read["comes"] == 1),
        lambda guess, given, noise: {"comes": _comes(guess, noise)},
        "Unlike poles attract; the end that points north is a north pole. Too near, a magnet turns a needle over.",
        Pick("comes", "To the marked face comes", {"0": "the end that points north", "1": "the end that points south"}),
    ),
    Aid(
        "known",
        "Which pole: by a known magnet",
        ("magnet whose north face is marked", "pen"),
        (
            "Mark one face with a pen. Hold the known magnet's north face toward it, some way off.",
            "Come nearer until you feel it.",
        ),
        0.5,
        (),
        lambda guess, read: _poled(guess, bool(read["pushes"])),
        lambda guess, given, noise: {"pushes": _comes(guess, noise)},
        "Like poles push each other away.",
        Pick("pushes", "The marked face", {"0": "is drawn to it", "1": "is pushed away"}),
        caution="Magnets snap and shed splinters: goggles on, fingers out of the gap.",
    ),
    Aid(
        "motor",
        "Which pole: by a running motor",
        ("motor of the shelf that runs, with the way it turns with a north pole up",),
        (
            "Put the magnet into the motor in the place of its own, the marked face up, everything else as it was.",
            "See whether it turns the way that Choose tells for a north pole up, or the other way.",
        ),
        2.0,
        (),
        lambda guess, read: _poled(guess, bool(read["same"])),
        lambda guess, given, noise: {"same": _comes(guess, noise)},
        "The push goes with the field: turned over, it turns over.",
        Pick("same", "It turns", {"1": "the way told for north up", "0": "the other way"}),
    ),
    Aid(
        "look",
        "How it looks",
        (),
        ("Look at it, and at a chipped edge if it has one.",),
        0.2,
        (),
        lambda guess, read: np.asarray(np.log(LOOKS[guess["material"].astype(int), int(read["look"])])),
        lambda guess, given, noise: {
            "look": np.argmax(LOOKS[guess["material"].astype(int)].cumsum(axis=1) > even(noise)[:, None], axis=1)
        },
        "Neodymium comes plated or coated, ferrite is bare and dark grey, alnico is bare steely metal.",
        Pick("look", "It is", {"0": "shiny, plated", "1": "dark grey all through", "2": "black or white, coated"}),
    ),
)


MAGNET = Thing(
    "magnet",
    "Disc magnet",
    _magnet,
    20_000,
    (AidFigure("remanence", "Remanence", "T", 1.0), AidFigure("hole", "Hole", "mm", 1e3)),
    (
        AidChoice("material", "Material", MATERIALS),
        AidChoice("conducts", "Skin", ("does not conduct", "conducts")),
        AidChoice("across", "Poles on", WAYS),
        AidChoice("pole", "The marked face is", POLES),
    ),
    MAGNET_AIDS,
    "remanence",
)
