"""What a wire without a label is."""

from __future__ import annotations

import numpy as np

from oakspin.drawer.identify.aid import Aid, AidChoice, AidField, AidFigure, Guess, Pick, Reading, Thing, off
from oakspin.drawer.identify.readings import (
    METAL_NAMES,
    OHMS_LEAST,
    OHMS_SHARE,
    RULER,
    RULER_LONG,
    agreement,
    chance_of,
    even,
    tells,
    value_of,
)
from oakspin.draws import Array
from oakspin.parts.catalogue import METALS

METALS_OFTEN = (0.72, 0.08, 0.08, 0.12)  # of the spools of a school, in the order of METALS: an estimate
GAPS = 0.012  # of the width of turns laid side by side that stays open; 0 to twice as much
SCALE_SHARE = 0.01  # a kitchen scale
ENAMEL_M = (0.02e-3, 0.05e-3)  # that a coat adds to the diameter; data sheets
COAT_DENSITY = 1400.0  # kg/m3, enamel


# Wire


# How often each metal (in the order of METALS: copper, aluminum, brass, steel) is called reddish, yellow, silvery.
COLORS = np.array([[0.95, 0.03, 0.02], [0.005, 0.015, 0.98], [0.07, 0.91, 0.02], [0.01, 0.02, 0.97]])


def _wire(count: int) -> Guess:
    chance = chance_of("wire")
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
    return np.asarray(value_of(METAL_NAMES, RESISTIVITY, guess["metal"]) * given["length_m"] / section)


def _wire_grams(guess: Guess, given: Reading) -> Array:
    outer = guess["diameter"] + guess["coat"]
    coat = COAT_DENSITY * np.pi / 4 * (outer**2 - guess["diameter"] ** 2)
    metal = value_of(METAL_NAMES, DENSITY, guess["metal"]) * np.pi / 4 * guess["diameter"] ** 2
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
        lambda guess, read: agreement(guess["coated"], bool(read["coated"])),
        lambda guess, given, noise: {"coated": tells(guess["coated"], noise)},
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
        lambda guess, read: agreement(value_of(METAL_NAMES, MAGNETIC, guess["metal"]), bool(read["sticks"])),
        lambda guess, given, noise: {"sticks": tells(value_of(METAL_NAMES, MAGNETIC, guess["metal"]), noise)},
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
            "color": np.argmax(COLORS[guess["metal"].astype(int)].cumsum(axis=1) > even(noise)[:, None], axis=1)
        },
        "Copper is red, brass yellow, aluminum and steel are white; coats in the metal's color mislead now and then.",
        Pick("color", "It is", {"0": "reddish", "1": "yellow", "2": "silvery"}),
    ),
)


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
