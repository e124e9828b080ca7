"""Changes that a practitioner might try on a hanging rotor. None is advice: each is tried first."""

from __future__ import annotations

import math
from collections.abc import Iterator

from oakspin.design.hanging import HangingDesign
from oakspin.kinds.change import Change, change
from oakspin.kinds.common_changes import battery_changes, conducting, magnet_grades, sanded
from oakspin.kinds.hanging.numbers import CELLS_WITH_CANS
from oakspin.kinds.partlines import PRESSURE_WORD
from oakspin.machines.hanging.shape import hanging_shape
from oakspin.parts.magnet import stack_length


def hanging_changes(design: HangingDesign) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    return (
        *_lead(design),
        *_screw(design),
        *_flag(design),
        *_magnets(design),
        *sanded(design, "lead and point"),
        *battery_changes(design, CELLS_WITH_CANS),
    )


def _lead(design: HangingDesign) -> Iterator[Change]:
    lead, stack = design.lead, stack_length(design.magnets) * 1e3
    if lead.type == "steel_clip" or design.wire.material == "steel":
        yield change("Take a copper lead", ("/lead/type", "copper"), ("/wire/material", "copper"))
    if design.wire.finish != "bare" and not design.wire.ends_stripped:
        yield change("Strip the ends of the lead", ("/wire/ends_stripped", True))
    if lead.tip != "bare":
        yield change("Sand the end of the lead bare", ("/lead/tip", "bare"))
    shape = hanging_shape(design)
    high = (shape.point + shape.cell_length) * 1e3
    if lead.length_mm < 1.15 * high:
        longer = float(min(10 * math.ceil(0.13 * high + 2), 500))
        yield change(f"Longer lead: {lead.length_mm:g} → {longer:g} mm", ("/lead/length_mm", longer), effort=0.02)
    for share in (0.5, 0.7):
        height = round(share * stack, 1)
        if abs(height - lead.height_mm) > 0.15 * stack:
            way = "Lower" if height < lead.height_mm else "Raise"
            yield change(f"{way} the lead: {lead.height_mm:.3g} → {height:g} mm", ("/lead/height_mm", height))
    for name, text in PRESSURE_WORD.items():
        if name not in (lead.pressure, "gripping", "free"):
            yield change(f"Press the lead: {text}", ("/lead/pressure", name))


def _screw(design: HangingDesign) -> Iterator[Change]:
    screw = design.screw
    if screw.material != "steel":
        yield change("Take a steel screw", ("/screw/material", "steel"), effort=0.1)
    if screw.length_mm > 20:
        shorter = max(20.0, round(screw.length_mm * 0.7))
        text = f"Shorter screw: {screw.length_mm:g} → {shorter:g} mm"
        yield change(text, ("/screw/length_mm", shorter), effort=0.1)
    if screw.tip_mm < 0.5:
        yield change(f"Blunt the point: {screw.tip_mm:g} → 0.5 mm", ("/screw/tip_mm", 0.5), effort=0.05)
    if screw.tip_mm > 0.25:
        yield change(f"Sharper point: {screw.tip_mm:g} → 0.2 mm", ("/screw/tip_mm", 0.2), effort=0.05)


def _flag(design: HangingDesign) -> Iterator[Change]:
    flag = design.flag
    if flag.mass_g > 0.05:
        yield change("Smaller flag", ("/flag/mass_g", 0.05), ("/flag/area_mm2", min(flag.area_mm2, 40.0)))
    if flag.area_mm2 > 0:
        yield change("Take the flag off", ("/flag/mass_g", 0.0), ("/flag/area_mm2", 0.0))


def _magnets(design: HangingDesign) -> Iterator[Change]:
    magnets = design.magnets
    if not design.stack_on:
        yield change("Put the magnets under the head", ("/stack_on", True))
    yield from conducting(("/magnets", magnets))
    for count, text in ((magnets.count - 1, "One magnet fewer"), (magnets.count + 1, "One magnet more")):
        if 1 <= count <= 8:
            yield change(text, ("/magnets/count", count), effort=0.05)
    yield from magnet_grades(magnets)
