"""The parts of a usual kit, for those who have no Drawer yet, and the goods that are usually for sale, by size."""

from __future__ import annotations

from typing import Any

from oakspin.drawer.entry import Entry, Sort


def _entry(sort: Sort, name: str, amount: float, price: float, facts: dict[str, float], **words: str) -> Entry:
    known: dict[str, Any] = {key: {"value": float(value), "how": "printed"} for key, value in facts.items()}
    return Entry.model_validate(
        {"sort": sort, "name": name, "amount": amount, "price": price, "facts": known, "words": words}
    )


def _disc(wide: float, thick: float, amount: float, price: float) -> Entry:
    size = {"diameter_mm": wide, "thickness_mm": thick}
    name = f"Disc magnets {wide:g} mm x {thick:g} mm"
    return _entry("magnet", name, amount, price, size, shape="disc", material="neodymium", skin="conducts")


def _wire(wide: float, finish: str, amount: float, price: float) -> Entry:
    name = f"{finish.capitalize()} copper wire {wide:g} mm"
    return _entry("wire", name, amount, price, {"diameter_mm": wide}, metal="copper", finish=finish)


def _cell(size: str, chemistry: str, amount: float, price: float) -> Entry:
    return _entry("cell", f"{size} cells, {chemistry}", amount, price, {}, size=size, chemistry=chemistry)


def _screw(wide: float, long: float, amount: float, price: float) -> Entry:
    size = {"diameter_mm": wide, "length_mm": long}
    return _entry("screw", f"Steel screws {wide:g} mm x {long:g} mm", amount, price, size, metal="steel")


def _support(name: str, type_: str, amount: float, price: float) -> Entry:
    return _entry("support", name, amount, price, {}, type=type_)


USUAL_KIT: tuple[Entry, ...] = (
    _cell("AA", "alkaline", 24, 0.6),
    _cell("AAA", "alkaline", 12, 0.6),
    _cell("D", "alkaline", 6, 1.8),
    _disc(12, 3, 36, 0.5),
    _disc(15, 5, 12, 0.9),
    _disc(10, 3, 24, 0.4),
    _wire(0.8, "bare", 200, 0.12),
    _wire(0.63, "enameled", 100, 0.08),
    _wire(0.32, "enameled", 200, 0.04),
    _screw(4, 35, 20, 0.05),
    _screw(6, 70, 12, 0.25),
    _support("Paper clips", "paper clip", 60, 0.02),
    _support("Safety pins", "safety pin", 40, 0.05),
)

# One pack of each: what is usually sold, by size; no shop's own.
GOODS: tuple[Entry, ...] = (
    _disc(8, 3, 20, 0.3),
    _disc(10, 3, 20, 0.4),
    _disc(12, 3, 20, 0.5),
    _disc(15, 5, 10, 0.9),
    _disc(18, 5, 10, 1.2),
    _disc(20, 5, 10, 1.4),
    _cell("AA", "alkaline", 12, 0.6),
    _cell("AAA", "alkaline", 12, 0.6),
    _cell("C", "alkaline", 6, 1.4),
    _cell("D", "alkaline", 6, 1.8),
    _wire(0.8, "bare", 50, 0.12),
    _wire(1.0, "bare", 50, 0.18),
    _wire(0.5, "enameled", 50, 0.06),
    _wire(0.8, "enameled", 50, 0.12),
    _wire(0.32, "enameled", 100, 0.04),
    _screw(4, 35, 20, 0.05),
    _screw(6, 70, 12, 0.25),
    _support("Safety pins", "safety pin", 40, 0.05),
)
