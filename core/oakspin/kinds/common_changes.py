"""Changes that can be tried on most kinds. None is advice: each is tried first."""

from __future__ import annotations

from collections.abc import Iterator

from oakspin.design import Design
from oakspin.design.battery import CellName
from oakspin.design.magnets import ByGrade, Magnets
from oakspin.design.wire import ByGauge, Wire
from oakspin.kinds.change import Change, change
from oakspin.parts.catalogue import CELLS
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import magnet_conducts, magnet_kind

STRONGER = {"ferrite": "N42", "N35": "N42", "N42": "N52", "N45": "N52", "alnico": "N42"}
WEAKER = {"N52": "N42", "N42": "N35", "N45": "N35"}


def magnet_grades(magnets: Magnets, pointer: str = "/magnets") -> Iterator[Change]:
    """The next stronger and the next weaker grade."""
    grade = magnets.strength.grade if isinstance(magnets.strength, ByGrade) else None
    for other, text in ((STRONGER.get(grade or ""), "Stronger"), (WEAKER.get(grade or ""), "Weaker")):
        if other:
            value = {"by": "grade", "grade": other}
            yield change(f"{text} magnets: {grade} → {other}", (f"{pointer}/strength", value), effort=0.15)


def battery_changes(design: Design, cells: tuple[CellName, ...]) -> Iterator[Change]:
    """A fresh cell, fewer cells, or one of the other ``cells`` that stands in the same place."""
    battery = design.battery
    if battery.used_percent > 10:
        yield change("Put in a fresh cell", ("/battery/used_percent", 0.0), effort=0.05)
    if battery.in_series > 1:
        yield change("One cell only", ("/battery/in_series", 1), effort=0.05)
    if battery.cell == "bench_supply":
        return
    for name in cells:
        if name != battery.cell and CELLS[name].diameter_mm <= max(cell_of(battery).diameter_mm, 14.5):
            yield change(f"Change to {CELLS[name].name}", ("/battery/cell", name), ("/battery/own", None), effort=0.15)


def wire_changes(wire: Wire) -> Iterator[Change]:
    """Copper, two gauges thicker, two thinner."""
    if wire.material != "copper":
        yield change("Take copper wire", ("/wire/material", "copper"), effort=0.1)
    size = wire.size
    if isinstance(size, ByGauge):
        for awg, text in ((size.awg - 2, "Thicker"), (size.awg + 2, "Thinner")):
            if 8 <= awg <= 34:
                value = {"by": "gauge", "awg": awg}
                yield change(f"{text} wire: {size.awg} → {awg} AWG", ("/wire/size", value), effort=0.15)


def sanded(design: Design, what: str) -> Iterator[Change]:
    """Bright contacts."""
    if design.surface != "sanded":
        yield change(f"Sand {what} bright", ("/surface", "sanded"))


def conducting(*stacks: tuple[str, Magnets]) -> Iterator[Change]:
    """Magnets that carry the current, and that are magnetized along their axis; stacks as (pointer, stack)."""
    bad = [(root, stack) for root, stack in stacks if not magnet_conducts(stack)]
    if bad:
        settings: list[tuple[str, object]] = [(f"{root}/plating", "nickel") for root, _ in bad]
        settings += [
            (f"{root}/strength", {"by": "grade", "grade": "N42"})
            for root, stack in bad
            if not magnet_kind(stack).conducts
        ]
        yield change("Take nickel-plated neodymium magnets", *settings, effort=0.1)
    across = [(f"{root}/magnetized", "along") for root, stack in stacks if stack.magnetized == "across"]
    if across:
        yield change("Take magnets magnetized along their axis", *across, effort=0.1)
