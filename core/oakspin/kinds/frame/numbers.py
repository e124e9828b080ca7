"""The parts of a frame motor in the order in which they are laid out on the bench."""

from __future__ import annotations

from dataclasses import replace

from oakspin.design.frame import Band, ByPoints, BySpring, FrameDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.frame import words as say
from oakspin.kinds.numbers import Dial, Follower, PartLine, choice, folded, number
from oakspin.kinds.partlines import PRESSURE_WORD, battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.machines.frame.limb import limb_of
from oakspin.machines.frame.shape import frame_shape
from oakspin.machines.path import PathSums
from oakspin.parts.catalogue import CELLS, FOOT_FORCE
from oakspin.parts.cell import pack_of
from oakspin.parts.magnet import stack_length
from oakspin.spoken import GRAM

STANDING = tuple(name for name, entry in CELLS.items() if entry.stands)
FOIL = 0.1  # mm up to which sheet is called foil
SEAT_WORD = {"flat": "point on a flat terminal", "dimple": "point in a dimple", "cup": "point in a cup"}


def sheet_word(band: Band) -> str:
    """Foil, or sheet where it is thicker."""
    return "foil" if band.thickness_mm <= FOIL else "sheet"


def frame_parts(design: FrameDesign) -> tuple[PartLine, ...]:
    """Battery, magnets, wire, shape, contacts, bench; every dial of a frame design."""
    share = design.feet.height_mm / (stack_length(design.magnets) * 1e3)
    length = PathSums(frame_shape(design, pack_of(design.battery, MEDIAN)).paths).length
    stands = choice(design, "/battery/terminal_up", "Terminal up", [("+ up", "+"), ("− up", "-")])
    return (
        battery_line(design, STANDING, stands, side_by_side=False),
        magnets_line(
            design,
            stack_follows=(_foot(share * design.magnets.thickness_mm),),
            each_follows=(_foot(share * design.magnets.count),),
            tuned=(3, 0),
        ),
        _wire(design, length),
        _shape(design),
        _contacts(design),
        bench_line(design),
    )


def _wire(design: FrameDesign, length: float) -> PartLine:
    """Its wire; or the sheet or foil that it is cut from, told by its width and thickness."""
    band = design.band
    cut: list[tuple[str, object]] = [
        ("wire", None),
        ("strip of sheet or foil", band.model_dump() if band else Band().model_dump()),
    ]
    made = choice(design, "/band", "Made of", cut)
    line = wire_line(design, design.wire, length, tuned=4)
    if band is None:
        return replace(line, dials=(*line.dials, *folded(made)))
    limb = limb_of(design)
    size = (
        number(design, "/band/width_mm", "Width", "mm", 0.5, name="Width of the strip", tuned=4),
        number(design, "/band/thickness_mm", "Thickness", "mm", 0.01, name="Thickness of the strip"),
    )
    kept = tuple(
        dial for dial in line.dials if dial.pointer in ("/wire/material", "/wire/finish", "/wire/ends_stripped")
    )
    mass = limb.section * limb.metal.density * length * 1e3
    figure = f"{band.width_mm:g} × {band.thickness_mm:g} mm · {length:.2f} m · {mass:.1f} g"
    return PartLine("wire", "Strip", f"strip of {limb.metal.name} {sheet_word(band)}", figure, (made, *size, *kept))


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
    battery = design.turns == "battery"
    seats = [(text, name) for name, text in SEAT_WORD.items()]
    pressures = [(text, name) for name, text in PRESSURE_WORD.items()]
    dials = [
        choice(design, "/feet/type", "Feet", [("points", "points"), ("ring", "ring")]),
        number(
            design,
            "/feet/gap_mm",
            "Foot gap" if feet.type == "points" else "Gap all round",
            "mm",
            0.1,
            name="Foot gap" if feet.type == "points" else "Clearance of the ring all round",
            within=(0, 8),
            tuned=1,
            built=True,
        ),
        number(design, "/feet/height_mm", "Foot height", "mm", 0.1, within=(0, top), tuned=2, built=True),
        choice(design, "/feet/pressure", "Pressure", pressures),
        choice(design, "/pivot/seat", "Tip", seats),
        number(design, "/pivot/off_center_mm", "Tip off center", "mm", 0.1),
        surface_dial(design),
        *folded(
            choice(design, "/turns", "What turns", [("the frame", "frame"), ("cell and magnets", "battery")]),
        ),
    ]
    if design.pivot.seat == "cup":
        poles: list[tuple[str, object]] = [("opposite pole up", "opposite"), ("same pole up", "same")]
        dials += folded(
            choice(design, "/pivot/cup/pole", "Cup's pole", poles),
            number(design, "/pivot/cup/diameter_mm", "Cup's magnet", "mm", 0.5, name="Diameter of the cup's magnet"),
            number(design, "/pivot/cup/thickness_mm", "… thickness", "mm", 0.5, name="Thickness of the cup's magnet"),
            number(design, "/pivot/cup/washer_mm", "Washer", "mm", 0.1, name="Thickness of the cup's washer"),
        )
    force = FOOT_FORCE[feet.pressure] / GRAM
    what = "ring" if feet.type == "ring" else "feet"
    figure = say.CONTACTS.format(
        PRESSURE_WORD=PRESSURE_WORD[feet.pressure], force=force, surface=design.surface, gap=feet.gap_mm
    )
    return PartLine(
        "contacts",
        "Contacts",
        f"{'cell and magnets turn · ' if battery else ''}{SEAT_WORD[design.pivot.seat]} · {what}",
        figure,
        tuple(dials),
    )
