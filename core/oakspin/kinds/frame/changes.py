"""Changes that a practitioner might try on a frame motor. None is advice: each is tried first."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from oakspin.design.battery import CellName
from oakspin.design.frame import ByPoints, FrameDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.change import Change, change
from oakspin.kinds.common_changes import battery_changes, conducting, magnet_grades, sanded, wire_changes
from oakspin.machines.frame.causes import EDGE, causes_of
from oakspin.machines.frame.shape import frame_shape
from oakspin.machines.path import PathSums
from oakspin.parts.cell import pack_of
from oakspin.parts.magnet import stack_length
from oakspin.parts.wire import wire_diameter

OVER_TOP = 2.0  # mm over the tip at which a leg is led out
ABOVE_BENCH = 3.0  # mm that the lowest point of a leg's bend is kept over the bench: the wire swings lower between
STANDING_CELLS: tuple[CellName, ...] = ("alkaline_AA", "alkaline_AAA", "alkaline_C")


def frame_changes(design: FrameDesign) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    makers = (_ends, _magnet_skin, _feet, _pivot, _balance, _swept, _outline, _magnets, _common)
    return tuple(made for maker in makers for made in maker(design))


def _ends(design: FrameDesign) -> Iterator[Change]:
    if design.wire.finish != "bare" and not design.wire.ends_stripped:
        yield change("Strip the ends of the wire", ("/wire/ends_stripped", True))


def _magnet_skin(design: FrameDesign) -> Iterator[Change]:
    yield from conducting(("/magnets", design.magnets))


def _feet(design: FrameDesign) -> Iterator[Change]:
    feet, stack = design.feet, stack_length(design.magnets) * 1e3
    for gap in (0.2, 0.5, 1.0):
        if gap < feet.gap_mm - 0.05:
            yield change(f"Bend the feet in: gap {feet.gap_mm:g} → {gap:g} mm", ("/feet/gap_mm", gap))
    for share in (0.5, 0.6):
        height = round(share * stack, 1)
        if abs(height - feet.height_mm) > 0.15 * stack:
            way = "Lower" if height < feet.height_mm else "Raise"
            yield change(f"{way} the feet: {feet.height_mm:.3g} → {height:g} mm", ("/feet/height_mm", height))
    words = {
        "free": "Let the feet lean on the rim by their own weight",
        "barely": "Let the feet barely touch",
        "light": "Press the feet lightly",
        "firm": "Press the feet firmly",
    }
    for name, text in words.items():
        if name != feet.pressure:
            yield change(text, ("/feet/pressure", name))
    if feet.type == "points":
        yield change("Close the feet to a ring", ("/feet/type", "ring"), effort=0.1)


def _pivot(design: FrameDesign) -> Iterator[Change]:
    if design.pivot.seat != "cup":
        yield change("Cup on top: magnet and washer", ("/pivot/seat", "cup"), effort=0.05)
    off = design.pivot.off_center_mm
    if off > 0.2:
        yield change(f"Center the tip: {off:g} → 0.2 mm", ("/pivot/off_center_mm", 0.2))


def _balance(design: FrameDesign) -> Iterator[Change]:
    outline = design.outline
    if not outline.mirrored:
        yield change("Bend both halves alike", ("/outline/mirrored", True), ("/outline/other_half", None))
    if outline.legs == 1 and isinstance(outline.half, ByPoints):
        yield change("Add a second leg, mirrored", ("/outline/legs", 2), effort=0.1)
    if outline.decoration.mass_g > 0:
        bare = {"mass_g": 0.0, "area_mm2": 0.0, "radius_mm": outline.decoration.radius_mm, "height_mm": -20.0}
        yield change("Take the decoration off", ("/outline/decoration", bare), effort=0.05)


def _swept(design: FrameDesign) -> Iterator[Change]:
    """What is on a battery that turns passes within the legs."""
    extra = design.outline.decoration
    if design.turns != "battery" or extra.mass_g == 0:
        return
    shape = frame_shape(design, pack_of(design.battery, MEDIAN))
    room = math.floor(min(float(np.hypot(leg[:, 0], leg[:, 1]).max()) for leg in shape.legs) * 1e3 / EDGE - 1)
    if 0 < room < extra.radius_mm:
        at = ("/outline/decoration/radius_mm", float(room))
        yield change(f"Set what is on the battery nearer in: {extra.radius_mm:g} → {room:g} mm", at)


def _outline(design: FrameDesign) -> Iterator[Change]:
    half = design.outline.half
    pack = pack_of(design.battery, MEDIAN)
    shape = frame_shape(design, pack)
    clear_mm = pack.radius * 1e3 + wire_diameter(design.wire) * 500 + 2
    if not isinstance(half, ByPoints):
        if half.diameter_mm / 2 < clear_mm:
            yield change("Wind the spring wider than the cell", ("/outline/half/diameter_mm", round(2 * clear_mm, 1)))
        return
    points = [point.model_dump() for point in half.points]
    inside = any(cause.id == "leg_in_cell" for cause in causes_of(design, shape, 1.0))
    if inside or min(point["radius_mm"] for point in points) < clear_mm:
        out = [{**point, "radius_mm": max(point["radius_mm"], round(clear_mm + 1, 1))} for point in points]
        # The wire goes out over the edge of the top before it goes down.
        out[0]["height_mm"] = max(out[0]["height_mm"], OVER_TOP)
        clear = {**half.model_dump(), "points": out}
        yield change("Bend the legs clear of the cell", ("/outline/half", clear))
    floor = round(ABOVE_BENCH - shape.tip * 1e3, 1)
    if min(float(path[:, 2].min()) for path in shape.paths) < 0:
        up = [{**point, "height_mm": max(point["height_mm"], floor)} for point in points]
        yield change("Bend the legs up, clear of the bench", ("/outline/half", {**half.model_dump(), "points": up}))
    drop = shape.tip - float(PathSums(shape.paths).center[2])
    if drop < 8e-3:
        down = [{**point, "height_mm": max(round(point["height_mm"] - 8, 1), -200.0)} for point in points]
        yield change("Bend the legs 8 mm lower", ("/outline/half", {**half.model_dump(), "points": down}))


def _magnets(design: FrameDesign) -> Iterator[Change]:
    magnets = design.magnets
    for count, text in ((magnets.count - 1, "One magnet fewer"), (magnets.count + 1, "One magnet more")):
        if 1 <= count <= 12 and magnets.thickness_mm * count <= 120:
            yield change(text, ("/magnets/count", count), effort=0.05)
    yield from magnet_grades(magnets)


def _common(design: FrameDesign) -> Iterator[Change]:
    yield from battery_changes(design, STANDING_CELLS)
    yield from wire_changes(design.wire)
    yield from sanded(design, "the tip and the feet")
