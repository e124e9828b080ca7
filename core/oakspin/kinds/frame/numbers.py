"""The parts of a frame motor in the order in which they are laid out on the bench."""

from __future__ import annotations

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.frame import words as say
from oakspin.kinds.numbers import Dial, Follower, PartLine, choice, number
from oakspin.kinds.partlines import PRESSURE_WORD, battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.machines.frame.shape import frame_shape
from oakspin.machines.path import PathSums
from oakspin.parts.catalogue import CELLS, FOOT_FORCE
from oakspin.parts.cell import pack_of
from oakspin.parts.magnet import stack_length

STANDING = tuple(name for name, entry in CELLS.items() if entry.stands)
SEAT_WORD = {"flat": "point on a flat terminal", "dimple": "point in a dimple", "cup": "point in a cup"}


def frame_parts(design: FrameDesign) -> tuple[PartLine, ...]:
    """Battery, magnets, wire, shape, contacts, bench; every dial of a frame design."""
    share = design.feet.height_mm / (stack_length(design.magnets) * 1e3)
    length = PathSums(frame_shape(design, pack_of(design.battery, MEDIAN)).paths).length
    stands = choice(design, "/battery/terminal_up", "Terminal up", [("+ up", "+"), ("− up", "-")])
    return (
        battery_line(design, STANDING, stands),
        magnets_line(
            design,
            stack_follows=(_foot(share * design.magnets.thickness_mm),),
            each_follows=(_foot(share * design.magnets.count),),
            tuned=(3, 0),
        ),
        wire_line(design, design.wire, length, tuned=4),
        _shape(design),
        _contacts(design),
        bench_line(design),
    )


def _foot(per_unit: float) -> Follower:
    """The foot keeps its share of the stack's height when the stack grows."""
    return Follower("/feet/height_mm", per_unit)


def _shape(design: FrameDesign) -> PartLine:
    outline, extra = design.outline, design.outline.decoration
    dials = [number(design, "/outline/legs", "Legs", "", 1, within=(1 if outline.mirrored else 2, 6))]
    if isinstance(outline.half, BySpring):
        dials.append(number(design, "/outline/half/turns", "Turns", "", 0.5, name="Spring turns"))
        dials.append(number(design, "/outline/half/diameter_mm", "Diameter", "mm", 0.5, name="Spring diameter"))
        figure = f"spring, {outline.half.turns:g} turns"
    else:
        reach = max(point.radius_mm for point in outline.half.points)
        figure = f"reach {reach:.3g} mm · {'mirrored' if outline.mirrored else 'legs not alike'}"
        dials += _points(design, outline.half, "/outline/half", "Leg")
    if outline.other_half is not None:
        dials += _points(design, outline.other_half, "/outline/other_half", "Second leg")
    at = "/outline/decoration"
    dials += [
        number(design, f"{at}/mass_g", "Decoration", "g", 0.1, name="Mass of the decoration"),
        number(design, f"{at}/radius_mm", "… at radius", "mm", 1, name="Radius of the decoration"),
        number(design, f"{at}/area_mm2", "… in the air", "mm²", 10, name="Area of the decoration"),
    ]
    legs = "one leg" if outline.legs == 1 else f"{outline.legs} legs"
    trimmed = f", {extra.mass_g:g} g of decoration" if extra.mass_g else ""
    kind = "Outline" if isinstance(outline.half, ByPoints) else "Spring"
    return PartLine("shape", "Shape", f"{kind}, {legs}{trimmed}", figure, tuple(dials))


def _points(design: FrameDesign, half: ByPoints, pointer: str, name: str) -> list[Dial]:
    """Reach and height of every point of a leg."""
    dials = []
    for place in range(len(half.points)):
        at, point = f"{pointer}/points/{place}", f"{name} point {place + 1}"
        reach = number(design, f"{at}/radius_mm", f"{point}, reach", "mm", 0.5, name=f"{point} reach", within=(1, 60))
        height = number(design, f"{at}/height_mm", "… height", "mm", 0.5, name=f"{point} height", within=(-80, 40))
        dials += [reach, height]
    return dials


def _contacts(design: FrameDesign) -> PartLine:
    feet, top = design.feet, round(stack_length(design.magnets) * 1e3, 3)
    seats = [(text, name) for name, text in SEAT_WORD.items()]
    pressures = [(text, name) for name, text in PRESSURE_WORD.items()]
    dials = (
        choice(design, "/feet/type", "Feet", [("points", "points"), ("ring", "ring")]),
        number(design, "/feet/gap_mm", "Foot gap", "mm", 0.1, within=(0, 8), tuned=1, built=True),
        number(design, "/feet/height_mm", "Foot height", "mm", 0.1, within=(0, top), tuned=2, built=True),
        choice(design, "/feet/pressure", "Pressure", pressures),
        choice(design, "/pivot/seat", "Tip", seats),
        number(design, "/pivot/off_center_mm", "Tip off center", "mm", 0.1),
        surface_dial(design),
    )
    force = FOOT_FORCE[feet.pressure] * 1e3
    what = "ring" if feet.type == "ring" else "feet"
    figure = say.CONTACTS.format(
        PRESSURE_WORD=PRESSURE_WORD[feet.pressure], force=force, surface=design.surface, gap=feet.gap_mm
    )
    return PartLine("contacts", "Contacts", f"{SEAT_WORD[design.pivot.seat]} · {what}", figure, dials)
