"""Building a frame motor: pieces, bends, heights, steps, checks, the outline at true size."""

from __future__ import annotations

import math

import numpy as np

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import MEDIAN, Array
from oakspin.kinds.build import Bend, BuildPlan, Cut, Measure, Step, Template, TemplateLabel, TemplateLine
from oakspin.kinds.geometry import Polyline
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import HOLD_ENDS, HOT_PAPER, SLIDE, bare_ends, lay_out
from oakspin.machines.frame.shape import FrameShape, frame_shape
from oakspin.machines.path import PIECES, path_length
from oakspin.parts.cell import pack_of
from oakspin.parts.wire import EASY_BEND, bend_moment, wire_diameter, wire_metal

TAIL = 15.0  # mm of wire to spare at each end, to hold while bending and to cut off
BARED_FOOT, BARED_TIP = 10.0, 8.0  # mm
PAPER = 0.1  # mm, a sheet of common paper
SPRING_BACK = 1.03  # a coil slid off its former opens by this much; bench experience


def frame_build(design: FrameDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = frame_shape(design, pack_of(design.battery, MEDIAN))
    return BuildPlan(
        cuts=_cuts(design, shape),
        bends=_bends(design, shape),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design),
        template=_template(design, shape),
        flick="No flick: it starts by itself. If it only trembles, help it the way it wants to go.",
    )


def _cuts(design: FrameDesign, shape: FrameShape) -> tuple[Cut, ...]:
    leg = path_length(shape.legs[0]) * 1e3
    other = path_length(shape.legs[1]) * 1e3 if len(shape.legs) > 1 else leg
    pairs, single = divmod(design.outline.legs, 2)
    cuts = []
    if pairs:
        cuts.append(
            Cut(
                "Two legs in one piece", pairs, _up(leg + other + 2 * TAIL), 2 * TAIL, "the point is bent at its middle"
            )
        )
    if single:
        cuts.append(Cut("One leg", 1, _up(leg + 2 * TAIL), 2 * TAIL, "with a tail above the point to twist on"))
    if shape.ring is not None:
        cuts.append(Cut("Ring", 1, _up(path_length(shape.ring) * 1e3 + TAIL), TAIL, "its ends twisted together"))
    return tuple(cuts)


def _up(length: float) -> float:
    return float(math.ceil(length))


def _bends(design: FrameDesign, shape: FrameShape) -> tuple[Bend, ...]:
    if isinstance(design.outline.half, BySpring):
        return ()
    leg = shape.legs[0][:, [0, 2]]
    along = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(leg, axis=0), axis=1))]) * 1e3
    corners = np.arange(0, len(leg), PIECES)
    made = [Bend(0.0, 180.0, "the point: fold the piece double here")]
    for number, at in enumerate(corners[1:-1], 1):
        before, after = leg[at] - leg[at - PIECES], leg[at + PIECES] - leg[at]
        degrees = math.degrees(math.atan2(float(_cross(before, after)), float(before @ after)))
        side = "outward" if degrees > 0 else "inward"
        made.append(Bend(round(float(along[at]), 1), round(abs(degrees)), f"bend {number}, {side}"))
    made.append(Bend(round(float(along[-1]), 1), 0, "the foot ends here: cut the tail off"))
    return tuple(made)


def _cross(before: Array, after: Array) -> float:
    return float(before[0] * after[1] - before[1] * after[0])


def _settings(design: FrameDesign, shape: FrameShape) -> tuple[Measure, ...]:
    gap = design.feet.gap_mm
    what = "ring" if design.feet.type == "ring" else "feet"
    sheets = max(1, round(gap / PAPER))
    measures = [
        Measure(f"Clearance of the {what} to the rim", gap, f"{sheets} {'sheet' if sheets == 1 else 'sheets'} of paper slip in"),
        Measure(f"Height of the {what} above the bench", design.feet.height_mm, "a mark on a card beside the magnets"),
        Measure("Height of the point above the bench", round(shape.tip * 1e3, 1), "the frame rests with its feet at their mark"),
    ]  # fmt: skip
    half = design.outline.half
    if isinstance(half, BySpring):
        former = (half.diameter_mm - wire_diameter(design.wire) * 1e3) / SPRING_BACK
        measures.append(Measure("Former to wind the spring on", round(former, 1), "it opens a little when slid off"))
    return tuple(measures)


def _steps(design: FrameDesign, shape: FrameShape) -> tuple[Step, ...]:
    makers = (_lay_out, _cut, _bare, _shape_legs, _join, _feet, _stack, _set_on, _decorate)
    return tuple(step for make in makers if (step := make(design, shape)))


def _lay_out(design: FrameDesign, shape: FrameShape) -> Step:
    return lay_out(f"{pack_name(design.battery)}, {magnets_name(design.magnets)}, wire, pliers", design.magnets.count)


def _cut(design: FrameDesign, shape: FrameShape) -> Step:
    pieces = "; ".join(f"{cut.count} × {cut.length_mm:g} mm ({cut.name.lower()})" for cut in _cuts(design, shape))
    return Step("cut", "Cut the wire", f"Cut {pieces}. Roll each straight between two boards.", 3, ("wire cutter", "ruler"), caution=HOLD_ENDS)  # fmt: skip


def _bare(design: FrameDesign, shape: FrameShape) -> Step | None:
    where = f"{BARED_FOOT:g} mm at each foot and {BARED_TIP:g} mm at the point, all round"
    return bare_ends(design.wire, where, sand=design.surface == "sanded")


def _shape_legs(design: FrameDesign, shape: FrameShape) -> Step:
    half = design.outline.half
    if isinstance(half, ByPoints):
        stiff = bend_moment(wire_diameter(design.wire), wire_metal(design.wire)) > EASY_BEND
        text = "Fold each piece at its middle for the point. Bend it along the outline on the template, from the point outward, both sides alike."
        tools = ("round-nose pliers", "template") if stiff else ("template", "pliers")
        return Step("shape", "Bend the outline", text, 4 + 1.5 * len(half.points), tools)
    former = next(one for one in _settings(design, shape) if one.name.startswith("Former"))
    text = f"Wind {half.turns:g} turns on a former of {former.value_mm:g} mm, slide it off, bend its top end in to the axis for the point."
    return Step("shape", "Wind the spring", text, 5 + half.turns, ("former", "pliers"))


def _join(design: FrameDesign, shape: FrameShape) -> Step | None:
    pieces = math.ceil(design.outline.legs / 2)
    if pieces == 1 and shape.ring is None:
        return None
    text = "Lay the pieces crosswise, points together, and twist a short end round them." if pieces > 1 else ""
    if shape.ring is not None:
        inner = 2 * (shape.foot_radius * 1e3) - wire_diameter(design.wire) * 1e3
        text += f" Bend the ring round a former of {inner:.1f} mm, twist its ends, hang the legs to it evenly."
    return Step("join", "Join the pieces", text.strip(), 4 + 2 * pieces, ("pliers",))


def _feet(design: FrameDesign, shape: FrameShape) -> Step:
    gap = _settings(design, shape)[0]
    what = "ring" if design.feet.type == "ring" else "feet"
    text = (
        f"Bend the {what} to a clearance of {gap.value_mm:g} mm ({gap.how}): close, never gripping. Cut the tails off."
    )
    return Step("feet", f"Set the {what}", text, 4, ("pliers", "wire cutter", "paper"))


def _stack(design: FrameDesign, shape: FrameShape) -> Step:
    magnets, battery = design.magnets, design.battery
    pole = (
        f"{magnets.pole_up} up"
        if magnets.magnetized == "along"
        else "magnetized across: take others for a motor that turns"
    )
    text = f"Stack the magnets, {pole}. Stand the battery on them, {battery.terminal_up} up."
    caution = f"{SLIDE} From here on wire and magnets close the circuit."
    return Step("stack", "Stack magnets and battery", text, 2, ("compass",), caution=caution)


def _set_on(design: FrameDesign, shape: FrameShape) -> Step:
    seat = {
        "flat": "on the middle of the terminal",
        "dimple": "in the dimple the cell has by itself",
        "cup": "in the cup: a small magnet with a washer on it",
    }[design.pivot.seat]
    text = f"Set the point {seat}. Move the legs in or out until the frame hangs level. Take it off again at once."
    return Step("set_on", "Set the frame on and balance it", text, 5, ("pliers",), caution="Never strike, drill or solder a cell. The wire warms at once.")  # fmt: skip


def _decorate(design: FrameDesign, shape: FrameShape) -> Step | None:
    extra = design.outline.decoration
    if extra.mass_g == 0:
        return None
    text = f"Hang {extra.mass_g:g} g evenly round the axis, {extra.radius_mm:g} mm from it; balance again."
    return Step("decorate", "Decorate", text, 6, ("paper", "tape"), caution=HOT_PAPER)


def _checks(design: FrameDesign) -> tuple[str, ...]:
    clear = "The ring clears the rim all the way round and never grips it."
    if design.feet.type == "points":
        clear = "The feet clear the rim all the way round and never grip it."
    return (
        "Put a strip of paper between magnets and battery: no current while checking.",
        "The frame hangs level and the point sits in the middle.",
        clear,
        "No wire touches the side of the battery or the bench.",
        "Flicked, it turns a few times and comes to rest anywhere, not always the same way.",
    )


def _template(design: FrameDesign, shape: FrameShape) -> Template:
    half = design.outline.half
    wire = [_plane(shape.legs[0])]
    if design.outline.legs > 1:
        second = shape.legs[1] if design.outline.other_half else shape.legs[0]
        wire.append(tuple((-abs(x), y) for x, y in _plane(second)))
    radius, cell = design.magnets.diameter_mm / 2, shape.pack.radius * 1e3
    stack, top = shape.stack * 1e3, (shape.stack + shape.pack.length) * 1e3
    tip, foot = shape.tip * 1e3, design.feet.height_mm
    reach = max(abs(x) for line in wire for x, _ in line)
    wide = max(reach, cell) + 8
    guides = [
        TemplateLine("guide", _box(radius, 0, stack), closed=True),
        TemplateLine("guide", _box(cell, stack, top), closed=True),
        TemplateLine("guide", ((-wide, 0.0), (wide, 0.0))),
    ]
    lines = [TemplateLine("wire", line) for line in wire]
    if isinstance(half, BySpring):
        pitch = (tip - foot) / half.turns
        levels = [foot + pitch * number for number in range(int(half.turns) + 1)]
        guides += [TemplateLine("guide", ((-half.diameter_mm / 2, y), (half.diameter_mm / 2, y))) for y in levels]
    high = max(max(y for line in wire for _, y in line), tip) + 6
    labels = (
        TemplateLabel(-wide, -4.5, f"feet {foot:.1f} mm above the bench"),
        TemplateLabel(0, high - 3.5, f"point {tip:.1f} mm above the bench", "middle"),
        TemplateLabel(0, (stack + top) / 2, shape.pack.cell.name.split()[0], "middle"),
        TemplateLabel(wide - 1, 1.5, "bench", "end"),
    )
    return Template("Outline to bend on", (*guides, *lines), labels, (-wide - 4, -4.0, wide + 4, high))


def _plane(leg: Array) -> Polyline:
    """A leg laid flat: distance from the axis against height, mm."""
    return tuple((round(float(math.hypot(x, y)) * 1e3, 3), round(float(z) * 1e3, 3)) for x, y, z in leg)


def _box(half: float, low: float, high: float) -> Polyline:
    return ((-half, low), (half, low), (half, high), (-half, high))
