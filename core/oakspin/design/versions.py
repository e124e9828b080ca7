"""Every version of the design format that was ever published, and the way from each to the next.

A design is written with the number of its format's version. An older one is brought up step by step, on plain JSON and
before anything is checked, so that file, database and archive read alike whatever was ever written. A step is pure: it
changes its input nowhere. It also says where a field has gone, for what points at fields: values noted as built.

    1  the first six kinds
    2  fan and load of an iron-cored motor told as on a coil: one ``fan`` with mass, radius and area
    3  what a bench holds beside: a battery that turns, a cup's magnet, strips of sheet, magnets beside or round a coil,
       corks and pencils, brushes and arms one by one, dents and hulls; a cell that must stand alone does so
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from oakspin.errors import Fault, UnreadableDesign

VERSION = 3

Plain = dict[str, Any]


@dataclass(frozen=True)
class Upgrade:
    """One step: a plain design of a version as one of the next; and pointers into designs of a kind, old to new."""

    design: Callable[[Plain], Plain]
    moved: dict[str, dict[str, str]]


FAN = {"fan_g": "mass_g", "fan_mm": "radius_mm", "fan_area_mm2": "area_mm2"}


def _with_one_fan(design: Plain) -> Plain:
    if design.get("kind") != "cored":
        return design
    fan = {new: design[old] for old, new in FAN.items() if old in design}
    kept = {name: value for name, value in design.items() if name not in FAN}
    return {**kept, "fan": fan} if fan else kept


def _standing_alone(design: Plain) -> Plain:
    battery = design.get("battery")
    if design.get("kind") not in ("frame", "hanging") or not isinstance(battery, dict):
        return design
    if battery.get("in_parallel", 1) == 1:
        return design
    return {**design, "battery": {**battery, "in_parallel": 1}}


UPGRADES: dict[int, Upgrade] = {
    1: Upgrade(_with_one_fan, {"cored": {f"/{old}": f"/fan/{new}" for old, new in FAN.items()}}),
    2: Upgrade(_standing_alone, {}),
}


def upgraded(design: object, version: int) -> object:
    """A plain design of any published version as one of the present version.

    What is no plain design at all is given back as it is: the check that follows says what is wrong with it.

    Raises
    ------
    UnreadableDesign
        Where the version is newer than this program, or none that was ever published.
    """
    _known(version)
    if not isinstance(design, dict):
        return design
    for step in range(version, VERSION):
        design = UPGRADES[step].design(design)
    return design


def moved(pointer: str, kind: str, version: int) -> str:
    """Where the field at a pointer of an older version stands now. Raises as :func:`upgraded`."""
    _known(version)
    for step in range(version, VERSION):
        pointer = UPGRADES[step].moved.get(kind, {}).get(pointer, pointer)
    return pointer


def _known(version: object) -> None:
    if isinstance(version, bool) or not isinstance(version, int) or version < 1:
        hint = "Choose a file as Oak Spin wrote it."
        raise UnreadableDesign([Fault("/version", repr(version)[:40], f"a whole number from 1 to {VERSION}", hint)])
    if version > VERSION:
        hint = "A newer Oak Spin wrote it: bring this one up to date, then open it. It stays as it is."
        raise UnreadableDesign([Fault("/version", str(version), f"at most {VERSION}", hint)])
