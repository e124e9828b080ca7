"""What a battery cell without a label is."""

from __future__ import annotations

import numpy as np

from oakspin.drawer.identify.aid import Aid, AidChoice, AidField, AidFigure, Guess, Pick, Reading, Thing, off
from oakspin.drawer.identify.readings import VOLTS_LEAST, VOLTS_SHARE, chance_of
from oakspin.draws import Array
from oakspin.parts.catalogue import CELLS

CELL_NAMES = ("alkaline_AAA", "alkaline_AA", "alkaline_C", "alkaline_D", "zinc_carbon_AA", "nimh_AA", "nimh_AAA")


# Cells


def _cell(count: int) -> Guess:
    chance = chance_of("cell")
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
