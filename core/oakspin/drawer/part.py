"""An entry of the Drawer as a part of a design: which fields it sets there, and how far its figures are known."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from math import log
from typing import Any

import numpy as np

from oakspin.constants import UNCERTAIN
from oakspin.drawer.entry import Entry, KnownValue
from oakspin.draws import Array, Draws, Learned
from oakspin.kinds.recipe import Fields, Place
from oakspin.parts.catalogue import CELLS
from oakspin.parts.cell import charge_at_one_ampere

PLACES: dict[str, Place] = {
    "cell": "cell",
    "battery": "cell",
    "magnet": "magnet",
    "wire": "wire",
    "screw": "screw",
    "support": "support",
}
# Cells of the catalogue by size and sort; a size alone stands for its commonest sort.
CELL_OF = {
    ("AAA", "alkaline"): "alkaline_AAA",
    ("AA", "alkaline"): "alkaline_AA",
    ("C", "alkaline"): "alkaline_C",
    ("D", "alkaline"): "alkaline_D",
    ("AA", "zinc-carbon"): "zinc_carbon_AA",
    ("AA", "NiMH"): "nimh_AA",
    ("AAA", "NiMH"): "nimh_AAA",
    ("9 V", "alkaline"): "alkaline_9V",
    ("button", "alkaline"): "button_LR44",
    ("coin", "lithium"): "coin_CR2032",
}
COMMONEST = {"coin": "lithium"}
CHEMISTRY = {"alkaline": "alkaline", "zinc-carbon": "zinc_carbon", "NiMH": "nimh", "lithium": "lithium_primary"}
GRADE_OF = {"neodymium": "N42", "ferrite": "ferrite", "alnico": "alnico"}
SUPPORT_OF = {
    "paper clip": "steel_clip",
    "safety pin": "safety_pin",
    "needle": "needle_eye",
    "bare wire": "bare_copper",
}
SUPPORTS_SEAT = {"safety_pin": "loop", "needle_eye": "loop"}
OWN_OHMS = 1.1  # what one of ten cells whose user measured it exceeds its ohms by
HEAD = 2.0  # of a screw over its shank, where it was not measured; usual goods
HEAD_mm = (2.0, 30.0)


@dataclass(frozen=True)
class Part:
    """A part as fields of a design. ``bands`` are the 10th and 90th percentile of a constant over its value, by name.

    ``why_not`` says why no design can take it, where none can. ``amount`` is how many, or how many meters.
    """

    key: str
    name: str
    sort: str
    amount: float
    place: Place | None
    fields: Fields = field(default_factory=dict)
    bands: Mapping[str, tuple[float, float]] = field(default_factory=dict)
    price: float | None = None
    why_not: str = ""


def part_of(entry: Entry, key: str) -> Part:
    """What an entry is to a design; ``key`` is the keeper's."""
    place = PLACES.get(entry.sort)
    part = Part(key, entry.name, entry.sort, entry.amount, place, price=entry.price)
    if place is None:
        return part
    try:
        fields, bands = _MADE[place](entry)
    except _Missing as missing:
        return replace(part, why_not=str(missing))
    return replace(part, fields=fields, bands=bands)


def known_draws(draws: Draws, parts: Iterable[Part]) -> Draws:
    """The draws with constants as far known as the parts of the design are; what trials have taught stays as it is."""
    learned = dict(draws.learned.positions) if draws.learned else {}
    bands = {name: band for part in parts for name, band in part.bands.items() if name not in learned}
    if not bands:
        return draws
    plain = replace(draws, learned=None)
    for name, band in bands.items():
        learned[name] = narrowed(name, plain.normal(name), band)
    # What is not told keeps its own law: it has no positions.
    return replace(draws, learned=Learned(learned))


def narrowed(name: str, normal: Array, band: tuple[float, float]) -> Array:
    """Positions of a constant that is known as closely as ``band`` says, ends of 80 % over its value; any shape."""
    constant, (low, high) = UNCERTAIN[name], band
    up, down = log(constant.high / constant.median), log(constant.median / constant.low)
    return np.where(normal > 0, normal * log(high) / up, normal * -log(low) / down)


class _Missing(Exception):
    """What is not known of an entry, so that no design can take it."""


def _figure(entry: Entry, name: str, what: str) -> float:
    known = entry.facts.get(name)
    if known is None:
        raise _Missing(f"its {what} is not known")
    return known.value


def _band(known: KnownValue) -> tuple[float, float]:
    low, high = known.band
    return max(low / known.value, 0.2), min(high / known.value, 5.0)


def _cell(entry: Entry) -> tuple[dict[str, Any], dict[str, tuple[float, float]]]:
    if entry.sort == "battery":
        raise _Missing("its size and terminals are not known: tell it as a cell, or put it into a design by hand")
    size = entry.words.get("size")
    if size is None:
        raise _Missing("its size is not known")
    sort = entry.words.get("chemistry", COMMONEST.get(size, "alkaline"))
    name = CELL_OF.get((size, sort))
    if name is None:
        raise _Missing(f"a {size} {sort} cell is none that designs know: put it in by its own figures")
    used = entry.facts.get("used_percent")
    volts, ohms = entry.facts.get("volts"), entry.facts.get("ohms")
    fields: dict[str, Any] = {"cell": name, "used_percent": min(used.value, 95.0) if used else 0.0}
    if volts is None and ohms is None:
        return fields, {}
    cell = CELLS[name]  # type: ignore[index]
    # Measured as it lies there: its volts and ohms hold what it has lost.
    own = {
        "chemistry": CHEMISTRY[sort],
        "volts": min(max(volts.value if volts else cell.volts, 0.5), 12.0),
        "ohms": min(max(ohms.value if ohms else cell.ohms, 0.005), 100.0),
        "mass_g": float(cell.mass_g),
        "diameter_mm": float(cell.diameter_mm),
        "length_mm": float(cell.length_mm),
        "charge_Ah": charge_at_one_ampere(cell) * (1 - fields["used_percent"] / 100),
    }
    bands = {"cell_volts": _band(volts)} if volts else {}
    # Its ohms have the spread of a measured cell's where they are taken from the catalogue, too: widen it to that.
    wide = UNCERTAIN["cell_ohms"]
    low, high = _band(ohms) if ohms else (wide.low, wide.high)
    per_up, per_down = log(wide.high) / log(OWN_OHMS), -log(wide.low) / log(OWN_OHMS)
    bands["cell_ohms"] = (low**per_down, high**per_up)
    return {"cell": "own", "own": own, "used_percent": 0.0}, bands


def _magnet(entry: Entry) -> tuple[dict[str, Any], dict[str, tuple[float, float]]]:
    shape = entry.words.get("shape", "disc")
    if shape == "block":
        raise _Missing("the sides of a block are not kept: put it into a design by hand")
    hole = entry.facts.get("hole_mm")
    if shape == "ring" and hole is None:
        raise _Missing("its hole is not known")
    material = entry.words.get("material", "neodymium")
    strength = entry.facts.get("remanence_T")
    fields: dict[str, Any] = {
        "shape": shape,
        "diameter_mm": _figure(entry, "diameter_mm", "diameter"),
        "thickness_mm": _figure(entry, "thickness_mm", "thickness"),
        "hole_mm": hole.value if hole and shape == "ring" else 0.0,
        "strength": {"by": "remanence", "remanence_T": strength.value, "material": material}
        if strength
        else {"by": "grade", "grade": GRADE_OF[material]},
        "magnetized": "across" if entry.words.get("magnetized") == "sides" else "along",
        "plating": "epoxy" if entry.words.get("skin") == "does not conduct" else "nickel",
    }
    return fields, {"remanence": _band(strength)} if strength else {}


def _wire(entry: Entry) -> tuple[dict[str, Any], dict[str, tuple[float, float]]]:
    diameter = _figure(entry, "diameter_mm", "diameter")
    skin = entry.facts.get("skin_mm")
    fields: dict[str, Any] = {
        "size": {"by": "diameter", "diameter_mm": diameter},
        "material": entry.words.get("metal", "copper"),
        "finish": entry.words.get("finish", "bare"),
        "ends_stripped": True,
    }
    if skin:
        fields["skin_mm"] = min(max(skin.value, 0.05), 2.0)
    return fields, {}


def _screw(entry: Entry) -> tuple[dict[str, Any], dict[str, tuple[float, float]]]:
    shank = _figure(entry, "diameter_mm", "diameter")
    head = entry.facts.get("head_mm")
    material = entry.words.get("metal", "steel")
    if material == "copper":
        raise _Missing("a copper nail is none that designs know")
    wide = head.value if head else HEAD * shank
    return {
        "material": material,
        "shank_mm": shank,
        "length_mm": _figure(entry, "length_mm", "length"),
        "head_mm": min(max(wide, HEAD_mm[0]), HEAD_mm[1]),
        "headless": entry.words.get("head") == "none",
    }, {}


def _support(entry: Entry) -> tuple[dict[str, Any], dict[str, tuple[float, float]]]:
    word = entry.words.get("type")
    type_ = SUPPORT_OF.get(word or "")
    if type_ is None:
        raise _Missing("it is none of the supports that designs know")
    return {"type": type_, "seat": SUPPORTS_SEAT.get(type_, "deep")}, {}


_MADE = {"cell": _cell, "magnet": _magnet, "wire": _wire, "screw": _screw, "support": _support}
