"""What lies in a drawer without a label, and how it is found out what it is."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

import numpy as np
import scipy

from oakspin.constants import GRAVITY, MU_0
from oakspin.drawer.identify.aid import Aid, AidChoice, AidField, AidFigure, Guess, Pick, Reading, Thing, off
from oakspin.draws import Array
from oakspin.fields.flux import axis_field, cylinder_flux
from oakspin.parts.catalogue import CELLS, METALS

SEED = 41
METAL_NAMES = tuple(METALS)
METALS_OFTEN = (0.72, 0.08, 0.08, 0.12)  # of the spools of a school, in the order of METALS: an estimate
RULER = 0.3e-3  # m, to which both ends on a ruler are read
RULER_LONG = 1.5e-3  # m, the same of a tape along a length of wire
GAPS = 0.012  # of the width of turns laid side by side that stays open; 0 to twice as much
OHMS_SHARE, OHMS_LEAST = 0.01, 0.05  # a cheap meter, and the touch of its probes
SCALE_SHARE = 0.01  # a kitchen scale
VOLTS_SHARE, VOLTS_LEAST = 0.006, 0.004
ENAMEL_M = (0.02e-3, 0.05e-3)  # that a coat adds to the diameter; data sheets
COAT_DENSITY = 1400.0  # kg/m3, enamel
COMPASS_DEG, DISTANCE_M = 3.0, 3e-3
EARTH_SHARE = 0.12  # to which the horizontal field of a place is known indoors: steel of tables and walls
FORCE_SHARE = 0.25  # of a pull against steel: its thickness, its skin, and how straight it is pulled
PAPER_M, PAPER_SHARE = 0.1e-3, 0.06  # a sheet of 80 g/m2
SURE = 0.97  # how often a yes or no of these tests is right
CELL_NAMES = ("alkaline_AAA", "alkaline_AA", "alkaline_C", "alkaline_D", "zinc_carbon_AA", "nimh_AA", "nimh_AAA")


def _chance(name: str) -> np.random.Generator:
    return np.random.default_rng([SEED, *name.encode()])


def _of(names: tuple[str, ...], table: dict[str, float], which: Array) -> Array:
    return np.asarray(np.array([table[name] for name in names], float)[which.astype(int)])


def _agreement(truth: Array, claimed: bool, sure: float = SURE) -> Array:
    """Logarithm of how likely a yes or no is where ``truth`` is 0 or 1."""
    right = truth if claimed else 1 - truth
    return np.asarray(np.log(right * sure + (1 - right) * (1 - sure)))


def _tells(truth: Array, noise: Array) -> Array:
    """A yes or no as it is said, 0 or 1; wrong in a few cases."""
    return np.where(noise < -1.88, 1 - truth, truth)


# Wire


# How often each metal (in the order of METALS: copper, aluminum, brass, steel) is called reddish, yellow, silvery.
COLORS = np.array([[0.95, 0.03, 0.02], [0.005, 0.015, 0.98], [0.07, 0.91, 0.02], [0.01, 0.02, 0.97]])


def _wire(count: int) -> Guess:
    chance = _chance("wire")
    coated = (chance.random(count) < 0.55).astype(float)
    return {
        "metal": chance.choice(len(METAL_NAMES), count, p=METALS_OFTEN).astype(float),
        "diameter": np.exp(chance.uniform(np.log(0.09e-3), np.log(2.6e-3), count)),
        "coated": coated,
        "coat": coated * chance.uniform(*ENAMEL_M, count),
        "gaps": chance.normal(GAPS, GAPS / 2, count),
    }


RESISTIVITY: dict[str, float] = {name: metal.resistivity for name, metal in METALS.items()}
DENSITY: dict[str, float] = {name: metal.density for name, metal in METALS.items()}
MAGNETIC: dict[str, float] = {name: float(metal.magnetic) for name, metal in METALS.items()}


def _wraps_wide(guess: Guess, given: Reading) -> Array:
    return np.asarray(given["wraps"] * (guess["diameter"] + guess["coat"]) * (1 + guess["gaps"]))


def _wire_ohms(guess: Guess, given: Reading) -> Array:
    section = np.pi / 4 * guess["diameter"] ** 2
    return np.asarray(_of(METAL_NAMES, RESISTIVITY, guess["metal"]) * given["length_m"] / section)


def _wire_grams(guess: Guess, given: Reading) -> Array:
    outer = guess["diameter"] + guess["coat"]
    coat = COAT_DENSITY * np.pi / 4 * (outer**2 - guess["diameter"] ** 2)
    metal = _of(METAL_NAMES, DENSITY, guess["metal"]) * np.pi / 4 * guess["diameter"] ** 2
    return np.asarray(1e3 * (metal + coat) * given["length_m"])


def _length_error(given: Reading) -> float:
    return RULER_LONG / given["length_m"]


WIRE_AIDS = (
    Aid(
        "wraps",
        "Turns on a pencil",
        ("pencil", "ruler with millimeters"),
        (
            "Wind the wire tightly round a pencil, turn against turn, 20 times or more.",
            "Push the turns together and measure how wide they lie.",
        ),
        2.0,
        (
            AidField("wraps", "Turns", "", 3, 400, 20, given=True),
            AidField("wide_mm", "They lie this wide", "mm", 1, 400, 10),
        ),
        lambda guess, read: off(_wraps_wide(guess, read) * 1e3, read["wide_mm"], RULER * 1e3),
        lambda guess, given, noise: {"wide_mm": _wraps_wide(guess, given) * 1e3 + RULER * 1e3 * noise},
        "Width over turns is the diameter with its coat; 0 to 2.4 % of it stays open between turns.",
    ),
    Aid(
        "ohms",
        "Ohms of a length",
        ("meter", "ruler or tape", "sandpaper"),
        (
            "Measure off a length of wire, the longer the better, and bare both ends.",
            "Hold the meter's probes together and read; subtract that from the reading of the wire.",
        ),
        3.0,
        (
            AidField("length_m", "Length", "m", 0.2, 500, 5, given=True),
            AidField("ohms", "Resistance", "ohm", 0.0, 1e4, 1.0),
        ),
        lambda guess, read: off(
            _wire_ohms(guess, read),
            read["ohms"],
            np.hypot((OHMS_SHARE + _length_error(read)) * _wire_ohms(guess, read), OHMS_LEAST),
        ),
        lambda guess, given, noise: {
            "ohms": np.maximum(
                _wire_ohms(guess, given)
                + noise * np.hypot((OHMS_SHARE + _length_error(given)) * _wire_ohms(guess, given), OHMS_LEAST),
                0.0,
            )
        },
        "R = resistivity x length / section at 20 C; resistivities of the catalogue.",
    ),
    Aid(
        "grams",
        "Mass of a length",
        ("scale", "ruler or tape"),
        ("Measure off a length of wire and weigh it: so long that the scale shows 5 g or more.",),
        2.0,
        (
            AidField("length_m", "Length", "m", 0.1, 500, 5, given=True),
            AidField("step_g", "The scale shows steps of", "g", 0.001, 10, 0.1, given=True),
            AidField("grams", "Mass", "g", 0.01, 20_000, 5.0),
        ),
        lambda guess, read: off(
            _wire_grams(guess, read),
            read["grams"],
            np.hypot((SCALE_SHARE + _length_error(read)) * _wire_grams(guess, read), 0.6 * read["step_g"]),
        ),
        lambda guess, given, noise: {
            "grams": _wire_grams(guess, given)
            + noise * np.hypot((SCALE_SHARE + _length_error(given)) * _wire_grams(guess, given), 0.6 * given["step_g"])
        },
        "Mass = density x section x length, and the coat's.",
    ),
    Aid(
        "skin",
        "Coated or bare",
        ("meter",),
        (
            "Set the meter to ohms. Touch the wire with both probes a hand's width apart, without scratching.",
            "Then scrape both spots bright and touch again.",
        ),
        0.5,
        (),
        lambda guess, read: _agreement(guess["coated"], bool(read["coated"])),
        lambda guess, given, noise: {"coated": _tells(guess["coated"], noise)},
        "A coat does not conduct; tarnish does where a probe presses.",
        Pick("coated", "It conducts", {"1": "only where scraped: it is coated", "0": "everywhere: it is bare"}),
    ),
    Aid(
        "sticks",
        "Does a magnet hold it?",
        ("magnet",),
        ("Hold a magnet to the wire.",),
        0.2,
        (),
        lambda guess, read: _agreement(_of(METAL_NAMES, MAGNETIC, guess["metal"]), bool(read["sticks"])),
        lambda guess, given, noise: {"sticks": _tells(_of(METAL_NAMES, MAGNETIC, guess["metal"]), noise)},
        "Of wire metals only steel is drawn.",
        Pick("sticks", "The magnet", {"1": "holds it", "0": "does not"}),
    ),
    Aid(
        "color",
        "Color of the bright metal",
        ("sandpaper",),
        ("Scrape a spot bright, on a cut end too, and look at it in daylight.",),
        0.3,
        (),
        lambda guess, read: np.asarray(np.log(COLORS[guess["metal"].astype(int), int(read["color"])])),
        lambda guess, given, noise: {
            "color": np.argmax(COLORS[guess["metal"].astype(int)].cumsum(axis=1) > _even(noise)[:, None], axis=1)
        },
        "Copper is red, brass yellow, aluminum and steel are white; coats in the metal's color mislead now and then.",
        Pick("color", "It is", {"0": "reddish", "1": "yellow", "2": "silvery"}),
    ),
)


def _even(noise: Array) -> Array:
    """Normal noise as even noise between 0 and 1."""
    return np.asarray(scipy.special.ndtr(noise))


WIRE = Thing(
    "wire",
    "Wire",
    _wire,
    240_000,
    (AidFigure("diameter", "Diameter of the metal", "mm", 1e3),),
    (AidChoice("metal", "Metal", METAL_NAMES), AidChoice("coated", "Skin", ("bare", "coated"))),
    WIRE_AIDS,
    "diameter",
)


# Magnets

MATERIALS = ("neodymium", "ferrite", "alnico")
MATERIALS_OFTEN = (0.8, 0.17, 0.03)
RINGS, ACROSS = 0.08, 0.04  # share of magnets with a hole, and of those with their poles on the sides; sets for schools
HOLES = (2e-3, 20e-3)  # m
THINNEST = 0.8  # of a ring's radius that its hole takes at most
POLES = ("S", "N")
WAYS = ("flat faces", "sides")


# How often each material is called shiny, dark grey, coated.
LOOKS = np.array([[0.78, 0.04, 0.18], [0.02, 0.9, 0.08], [0.7, 0.25, 0.05]])


def _magnet(count: int) -> Guess:
    chance = _chance("magnet")
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


def _sized(guess: Guess, given: Reading) -> tuple[Array, Array]:
    radius = np.maximum(given["wide_mm"] * 1e-3 + guess["wide_off"], 1e-3) / 2
    return radius, np.maximum(given["thick_mm"] * 1e-3 + guess["thick_off"], 0.2e-3)


def _hole(guess: Guess, radius: Array) -> Array:
    """Radius of the hole in m; 0 for a disc."""
    return np.asarray(np.minimum(guess["hole"] / 2, THINNEST * radius))


def _deflection(guess: Guess, given: Reading) -> Array:
    """Degrees by which a needle turns from north, with the magnet's axis pointing east or west at it."""
    radius, length = _sized(guess, given)
    away = given["away_mm"] * 1e-3 + length / 2
    hole = _hole(guess, radius)
    solid = axis_field(away, radius=radius, length=length)
    inner = np.where(hole > 0, axis_field(away, radius=np.maximum(hole, 1e-6), length=length), 0.0)
    field = guess["remanence"] * np.abs(solid - inner)
    return np.asarray(np.degrees(np.arctan2(field, given["earth_uT"] * 1e-6 * guess["earth"])))


def _deflection_error(guess: Guess, given: Reading) -> Array:
    """The needle's reading, and the distance: the field falls as its third power."""
    radius, length = _sized(guess, given)
    away = given["away_mm"] * 1e-3 + length / 2
    turned = np.radians(_deflection(guess, given))
    share = 3 * DISTANCE_M / np.hypot(away, radius)
    return np.asarray(np.hypot(COMPASS_DEG, np.degrees(np.sin(2 * turned) / 2 * share)))


def pull(remanence: Array, radius: Array, length: Array, gap: Array | float, hole: Array | float = 0.0) -> Array:
    """Force in N between a disc or ring magnet and thick flat steel, a gap in m apart; ``hole`` is its radius in m.

    The steel is the magnet's mirror image; the force on a disc magnet of even magnetization in the image's field is its
    magnetization times the difference of flux through its two faces. Source: method of images, J. Jackson, Classical
    Electrodynamics, 5.12; force of a magnetized body as that on its face charges.
    """
    remanence, radius, length, gap, hole = np.broadcast_arrays(remanence, radius, length, gap, hole)
    through = _through(radius, radius, length, gap)
    ring = hole > 0
    if ring.any():
        # A ring is a disc less its hole, as what pulls and as what is pulled.
        wide, long, apart, inner = radius[ring], length[ring], gap[ring], hole[ring]
        two_ways = _through(inner, wide, long, apart) + _through(wide, inner, long, apart)
        through[ring] -= two_ways - _through(inner, inner, long, apart)
    return np.asarray(remanence**2 / MU_0 * through)


def _through(face: Array, source: Array, length: Array, gap: Array) -> Array:
    """Flux per tesla of a disc's image through the nearer face of a body as long, less that through its farther one."""
    near = 2 * gap + length / 2
    one, two = (cylinder_flux(face, at, radius=source, length=length) for at in (near, near + length))
    return np.asarray(one - two)


TOUCH_GAP = 0.06e-3  # m of plating, paint and roughness that stay between a magnet and steel that touch


def _hung(guess: Guess, given: Reading) -> Array:
    """Grams that hang from it at most."""
    radius, length = _sized(guess, given)
    force = pull(guess["remanence"], radius, length, TOUCH_GAP) * guess["steel"]
    hole = _hole(guess, radius)
    if (hole > 0).any():
        force = force * np.where(hole > 0, _ring_share(radius, length, np.full_like(radius, TOUCH_GAP), hole), 1.0)
    return np.asarray(1e3 * force / GRAVITY)


def _sheets(guess: Guess, given: Reading) -> Array:
    """Sheets of paper through which it just holds a steel thing of so many grams."""
    radius, length = _sized(guess, given)
    wanted = given["grams"] * 1e-3 * GRAVITY / (guess["remanence"] ** 2 * guess["steel"])
    found = _held_through(radius, length, wanted)
    hole = _hole(guess, radius)
    ring = hole > 0
    for _ in range(RING_STEPS if ring.any() else 0):
        # A ring holds as a disc does that has so much more to hold.
        wide, long, gap = radius[ring], length[ring], found[ring] * PAPER_M + TOUCH_GAP
        share = np.maximum(_ring_share(wide, long, gap, hole[ring]), 1e-3)
        found[ring] = _held_through(wide, long, wanted[ring] / share)
    return found


def _held_through(radius: Array, length: Array, wanted: Array) -> Array:
    """Sheets through which discs of one tesla pull as hard as is ``wanted``."""
    found = np.empty(wanted.shape)
    wide, long = (np.maximum(np.round(values * TENTHS), 1).astype(int) for values in (radius, length))
    sizes = wide * 1_000_000 + long
    for size in np.unique(sizes):
        mine = sizes == size
        pulls = _pulls(*divmod(int(size), 1_000_000))
        found[mine] = np.interp(-wanted[mine], -pulls, np.linspace(0, MOST_SHEETS, PLACES))
    return found


TENTHS = 1e4  # of a millimeter in a meter: to these sizes are told apart


@lru_cache(maxsize=4096)
def _pulls(radius: int, length: int) -> Array:
    """What a disc of one tesla pulls through more and more sheets; radius and length in tenths of a millimeter."""
    gaps = np.linspace(0, MOST_SHEETS, PLACES) * PAPER_M + TOUCH_GAP
    return pull(np.array(1.0), np.array(radius / TENTHS), np.array(length / TENTHS), gaps)


RING_STEPS = 3
# Over a ring's radius: its hole, its length and the gap, at which its share of a disc's pull is tabled.
RING_AXES = (np.linspace(0.0, THINNEST, 9), np.geomspace(0.03, 30.0, 13), np.geomspace(1e-3, 30.0, 19))


@lru_cache(maxsize=1)
def _ring_table() -> Callable[[Array], Array]:
    hole, length, gap = (axis.ravel() for axis in np.meshgrid(*RING_AXES, indexing="ij"))
    one = np.ones_like(hole)
    share = pull(one, one, length, gap, hole) / pull(one, one, length, gap)
    axes = (RING_AXES[0], np.log(RING_AXES[1]), np.log(RING_AXES[2]))
    # Loaded at its first use, as the rest of it: the server starts without.
    return scipy.interpolate.RegularGridInterpolator(
        axes, share.reshape([axis.size for axis in RING_AXES]), bounds_error=False
    )


def _ring_share(radius: Array, length: Array, gap: Array, hole: Array) -> Array:
    """What a ring pulls over what a disc of its size does."""
    places = [
        np.clip(each / radius, axis[0], axis[-1]) for each, axis in zip((hole, length, gap), RING_AXES, strict=True)
    ]
    return np.asarray(_ring_table()(np.stack([places[0], np.log(places[1]), np.log(places[2])], axis=-1)))


MOST_SHEETS, PLACES = 200.0, 160
HOLE_MM = 0.3  # to which a hole is measured with a ruler
HANDLED = 0.95  # of those who try two magnets against each other feel it rightly


def _hole_read(guess: Guess, read_mm: float) -> Array:
    """Logarithm of how likely a measured hole is: none is seen as none."""
    ring = off(1e3 * guess["hole"], read_mm, HOLE_MM)
    seen = read_mm > HOLE_MM
    return np.where(guess["hole"] > 0, ring, -40.0) if seen else np.where(guess["hole"] > 0, -40.0, 0.0)


def _poled(guess: Guess, north: bool) -> Array:
    """Logarithm of how likely it is that the marked face shows as a north pole; poles on the sides show either."""
    plain = _agreement(guess["pole"], north)
    return np.where(guess["across"] > 0, np.log(0.5), plain)


def _comes(guess: Guess, noise: Array) -> Array:
    """Whether the marked face shows as a north pole."""
    return np.where(guess["across"] > 0, (noise > 0).astype(float), _tells(guess["pole"], noise))


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
        lambda guess, read: off(_hung(guess, read), read["grams"], 0.05 * _hung(guess, read) + 1),
        lambda guess, given, noise: {"grams": _hung(guess, given) * (1 + 0.05 * noise) + noise},
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
        lambda guess, read: off(
            _sheets(guess, read), read["sheets"], np.hypot(PAPER_SHARE * _sheets(guess, read), 0.6)
        ),
        lambda guess, given, noise: {
            "sheets": np.maximum(
                _sheets(guess, given) + noise * np.hypot(PAPER_SHARE * _sheets(guess, given), 0.6), 1.0
            )
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
        lambda guess, read: _agreement(guess["conducts"], bool(read["conducts"])),
        lambda guess, given, noise: {"conducts": _tells(guess["conducts"], noise)},
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
        lambda guess, read: _agreement(guess["across"], bool(read["across"]), HANDLED),
        lambda guess, given, noise: {"across": _tells(guess["across"], noise)},
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
            "look": np.argmax(LOOKS[guess["material"].astype(int)].cumsum(axis=1) > _even(noise)[:, None], axis=1)
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


# Cells


def _cell(count: int) -> Guess:
    chance = _chance("cell")
    sort = chance.integers(len(CELL_NAMES), size=count).astype(float)
    cells = [CELLS[name] for name in CELL_NAMES]  # type: ignore[index]
    at = sort.astype(int)
    fresh, end = (np.array([getattr(cell, name) for cell in cells])[at] for name in ("volts", "end_volts"))
    ohms, worse = (np.array([getattr(cell, name) for cell in cells])[at] for name in ("ohms", "end_ohms"))
    used = chance.random(count)
    volts = fresh * np.exp(0.012 * chance.standard_normal(count))
    return {
        "sort": sort,
        "used": used,
        "volts": volts + (end / fresh * volts - volts) * used,
        "inside": ohms * np.exp(0.3 * chance.standard_normal(count)) * (1 + (worse - 1) * used),
        "mass": np.array([cell.mass_g for cell in cells])[at] * np.exp(0.05 * chance.standard_normal(count)),
    }


def _loaded(guess: Guess, given: Reading) -> Array:
    return np.asarray(guess["volts"] * given["load_ohms"] / (given["load_ohms"] + guess["inside"]))


LOAD_SHARE = 0.03  # to which the ohms of a load are known, its clips included
SIZES = {
    "AAA": ("alkaline_AAA", "nimh_AAA"),
    "AA": ("alkaline_AA", "zinc_carbon_AA", "nimh_AA"),
    "C": ("alkaline_C",),
    "D": ("alkaline_D",),
}


def _loaded_error(guess: Guess, given: Reading) -> Array:
    by_load = LOAD_SHARE * _loaded(guess, given) * guess["inside"] / (given["load_ohms"] + guess["inside"])
    return np.asarray(np.hypot(np.hypot(VOLTS_SHARE * _loaded(guess, given), VOLTS_LEAST), by_load))


def _size_of(guess: Guess) -> Array:
    place = {name: at for at, names in enumerate(SIZES.values()) for name in names}
    return np.asarray(np.array([place[name] for name in CELL_NAMES], float)[guess["sort"].astype(int)])


def _volts_error(guess: Guess) -> Array:
    return np.asarray(np.hypot(VOLTS_SHARE * guess["volts"], VOLTS_LEAST))


CELL_AIDS = (
    Aid(
        "size",
        "Its size",
        (),
        ("Hold it beside a cell that you know.",),
        0.2,
        (),
        lambda guess, read: np.where(_size_of(guess) == int(read["size"]), 0.0, np.log(1e-6)),
        lambda guess, given, noise: {"size": _size_of(guess)},
        "Sizes of the catalogue: 10.5 x 44.5, 14.5 x 50.5, 26 x 50, 34 x 61 mm.",
        Pick("size", "It is a", {str(at): name for at, name in enumerate(SIZES)}),
    ),
    Aid(
        "grams",
        "Its mass",
        ("scale",),
        ("Weigh it.",),
        0.5,
        (
            AidField("step_g", "The scale shows steps of", "g", 0.01, 10, 1, given=True),
            AidField("grams", "Mass", "g", 1, 400, 23),
        ),
        lambda guess, read: off(guess["mass"], read["grams"], 0.5 * read["step_g"] + 0.01 * guess["mass"]),
        lambda guess, given, noise: {"grams": guess["mass"] + noise * (0.5 * given["step_g"] + 0.01 * guess["mass"])},
        "Masses of the catalogue, within 5 %: alkaline cells are heavier than zinc-carbon ones of their size.",
    ),
    Aid(
        "open",
        "Volts with nothing connected",
        ("meter",),
        ("Set the meter to volts and hold its probes to both ends.",),
        0.3,
        (AidField("volts", "Volts", "V", 0.0, 20, 1.5),),
        lambda guess, read: off(guess["volts"], read["volts"], _volts_error(guess)),
        lambda guess, given, noise: {"volts": guess["volts"] + noise * _volts_error(guess)},
        "Volts of a cell fall with its charge, along the catalogue's line.",
    ),
    Aid(
        "load",
        "Volts under a known load",
        ("meter", "resistor of 1 to 10 ohm, 1 W"),
        (
            "Connect the resistor across the cell and read the volts after three seconds. Take it off again.",
            "Never put a meter set to amperes across a cell: it lets through all that the cell can give.",
        ),
        1.0,
        (
            AidField("load_ohms", "The resistor has", "ohm", 0.3, 100, 2.2, given=True),
            AidField("volts", "Volts", "V", 0.0, 20, 1.3),
        ),
        lambda guess, read: off(_loaded(guess, read), read["volts"], _loaded_error(guess, read)),
        lambda guess, given, noise: {"volts": _loaded(guess, given) + noise * _loaded_error(guess, given)},
        "Ohms inside = load x (open volts / volts under load - 1).",
        caution="The resistor gets hot: a few seconds at a time.",
    ),
)

CELL = Thing(
    "cell",
    "Round cell",
    _cell,
    120_000,
    (
        AidFigure("inside", "Ohms inside", "ohm", 1.0),
        AidFigure("volts", "Open volts", "V", 1.0),
        AidFigure("used", "Used up", "%", 100.0),
    ),
    (AidChoice("sort", "Sort", tuple(CELLS[name].name for name in CELL_NAMES)),),  # type: ignore[index]
    CELL_AIDS,
    "inside",
)


# Holders


def _holder(count: int) -> Guess:
    chance = _chance("holder")
    loose = (chance.random(count) < 0.12).astype(float)
    ohms = np.exp(np.log(0.06) + 0.9 * chance.standard_normal(count)) + loose * chance.uniform(0.3, 3.0, count)
    return {"ohms": ohms, "loose": loose}


def _drop(guess: Guess, given: Reading) -> Array:
    return np.asarray(given["amperes"] * guess["ohms"])


HOLDER = Thing(
    "holder",
    "Battery holder",
    _holder,
    60_000,
    (AidFigure("ohms", "Ohms of the holder", "ohm", 1.0),),
    (AidChoice("loose", "Its springs", ("press well", "are loose or dirty")),),
    (
        Aid(
            "drop",
            "Volts lost in it",
            ("meter", "resistor or motor as a load"),
            (
                "Put good cells in and connect a load that draws half an ampere or more; read the amperes.",
                "Read the volts from each cell's own end to the wire that leaves the holder, and add them up.",
            ),
            2.0,
            (
                AidField("amperes", "Current", "A", 0.05, 20, 0.8, given=True),
                AidField("millivolts", "Volts lost", "mV", 0, 5000, 50),
            ),
            lambda guess, read: off(
                1e3 * _drop(guess, read), read["millivolts"], np.hypot(30 * _drop(guess, read), 1.5)
            ),
            lambda guess, given, noise: {
                "millivolts": np.maximum(
                    1e3 * _drop(guess, given) + noise * np.hypot(30 * _drop(guess, given), 1.5), 0.0
                )
            },
            "Ohm's law: volts lost over the current.",
        ),
        Aid(
            "wiggle",
            "Wiggle the cells",
            ("meter or lamp",),
            ("With the load on, turn and press each cell with a wooden stick.",),
            0.5,
            (),
            lambda guess, read: _agreement(guess["loose"], bool(read["jumps"]), 0.93),
            lambda guess, given, noise: {"jumps": np.where(noise < -1.48, 1 - guess["loose"], guess["loose"])},
            "What presses well does not change when it is moved.",
            Pick("jumps", "Volts or light", {"1": "jump", "0": "stay as they are"}),
        ),
    ),
    "ohms",
)

THINGS = {thing.id: thing for thing in (WIRE, MAGNET, CELL, HOLDER)}
