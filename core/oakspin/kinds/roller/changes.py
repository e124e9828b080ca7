"""Changes that a practitioner might try on a roller. None is advice: each is tried first."""

from __future__ import annotations

from collections.abc import Iterator

from oakspin.design.roller import RollerDesign
from oakspin.kinds.change import Change, change
from oakspin.kinds.common_changes import battery_changes, conducting, magnet_grades
from oakspin.kinds.roller.numbers import CELLS_THAT_ROLL
from oakspin.machines.roller.shape import RollerShape, roller_shape


def roller_changes(design: RollerDesign) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    shape = roller_shape(design)
    return (
        *_ends(design),
        *_sheet(design, shape),
        *conducting(("/magnets", design.magnets)),
        *_wheels(design, shape),
        *_bright(design),
        *battery_changes(design, CELLS_THAT_ROLL),
    )


def _ends(design: RollerDesign) -> Iterator[Change]:
    other = "far" if design.plus_at == "near" else "near"
    yield change("Turn the roller round: its other end toward you", ("/plus_at", other))
    if design.outward == "unlike":
        yield change("Turn the far magnets over: like poles outward", ("/outward", "like"))


def _sheet(design: RollerDesign, shape: RollerShape) -> Iterator[Change]:
    sheet = design.sheet
    if sheet.slope_deg > 0:
        yield change("Lay the sheet level", ("/sheet/slope_deg", 0.0))
        half = round(sheet.slope_deg / 2, 2)
        yield change(f"Halve the slope: {sheet.slope_deg:g} → {half:g}°", ("/sheet/slope_deg", half))
    if sheet.material != "aluminum":
        yield change("Take aluminum foil", ("/sheet/material", "aluminum"), effort=0.05)
    least = 10.0 * round((shape.long * 1e3 + 10) / 10 + 0.5)
    if sheet.width_mm < shape.long * 1e3 and least <= 600:
        yield change(f"Wider sheet: {sheet.width_mm:g} → {least:g} mm", ("/sheet/width_mm", least), effort=0.05)


def _bright(design: RollerDesign) -> Iterator[Change]:
    if design.surface != "sanded":
        yield change("Rub the sheet bright, wipe the rims", ("/surface", "sanded"))


def _wheels(design: RollerDesign, shape: RollerShape) -> Iterator[Change]:
    magnets, cell = design.magnets, shape.assembly.radius * 2e3
    wider = round(cell + 4.0, 1)
    if magnets.diameter_mm < cell + 1.0:
        yield change(f"Take magnets of {wider:g} mm", ("/magnets/diameter_mm", wider), effort=0.15)
    for count, text in ((magnets.count + 1, "One magnet more"), (magnets.count - 1, "One magnet fewer")):
        if 1 <= count <= 6:
            yield change(f"{text} on each end", ("/magnets/count", count), effort=0.1)
    yield from magnet_grades(magnets)
