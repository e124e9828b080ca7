"""Building a frame motor: pieces, bends, heights, steps, checks, the outline at true size."""

from __future__ import annotations

import math

import numpy as np

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import MEDIAN, Array
from oakspin.kinds.build import Bend, BuildPlan, Cut, PowerCheck, SetLength, Step, Template, TemplateLabel, TemplateLine
from oakspin.kinds.frame import words as say
from oakspin.kinds.frame.drawing import cup_pole
from oakspin.kinds.frame.numbers import sheet_word
from oakspin.kinds.geometry import Polyline
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import HOLD_ENDS, HOT_PAPER, SHARP, SLIDE, bare_ends, lay_out, sheets
from oakspin.machines.frame.shape import FrameShape, frame_shape
from oakspin.machines.path import PIECES, path_length
from oakspin.parts.cell import pack_of
from oakspin.parts.wire import EASY_BEND, bend_moment, wire_diameter, wire_metal

TAIL = 15.0  # mm of wire to spare at each end, to hold while bending and to cut off
BARED_FOOT, BARED_TIP = 10.0, 8.0  # mm
SPRING_BACK = 1.03  # a coil slid off its former opens by this much; bench experience


def frame_build(design: FrameDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = frame_shape(design, pack_of(design.battery, MEDIAN))
    return BuildPlan(
        cuts=_cuts(design, shape),
        bends=_bends(design, shape),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design, shape),
        template=_template(design, shape),
        flick=say.BUILD if design.turns == "frame" else say.BUILD_HELD,
    )


def _cuts(design: FrameDesign, shape: FrameShape) -> tuple[Cut, ...]:
    leg = path_length(shape.legs[0]) * 1e3
    other = path_length(shape.legs[1]) * 1e3 if len(shape.legs) > 1 else leg
    pairs, single = divmod(design.outline.legs, 2)
    cuts = []
    if pairs:
        whole = _up(leg + other + 2 * TAIL)
        point = TAIL + leg
        bared = (
            (TAIL, TAIL + BARED_FOOT),
            (point - BARED_TIP / 2, point + BARED_TIP / 2),
            (whole - TAIL - BARED_FOOT, whole - TAIL),
        )
        cuts.append(
            Cut(
                "Two legs in one piece",
                pairs,
                whole,
                2 * TAIL,
                "the point is bent at its middle",
                _within(whole, bared),
            )
        )
    if single:
        whole = _up(leg + 2 * TAIL)
        at_ends = ((0.0, TAIL + BARED_TIP), (whole - TAIL - BARED_FOOT, whole - TAIL))
        cuts.append(
            Cut("One leg", 1, whole, 2 * TAIL, "with a tail above the point to twist on", _within(whole, at_ends))
        )
    if shape.ring is not None:
        whole = _up(path_length(shape.ring) * 1e3 + TAIL)
        cuts.append(Cut("Ring", 1, whole, TAIL, "its ends twisted together", ((0.0, whole),)))
    return tuple(cuts)


def _within(whole: float, stretches: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    return tuple((max(begin, 0.0), min(end, whole)) for begin, end in stretches)


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


def _settings(design: FrameDesign, shape: FrameShape) -> tuple[SetLength, ...]:
    gap, level = design.feet.gap_mm, _level(design)
    what = "ring" if design.feet.type == "ring" else "feet"
    measures = [
        SetLength(
            f"Clearance of the {what} to the rim",
            gap,
            "in",
            "paper",
            "/feet/gap_mm",
        ),
        SetLength(f"Height of the {what} above {level}", design.feet.height_mm, "a mark on a card beside the magnets"),
        SetLength(
            f"Height of the point above {level}",
            round(shape.tip * 1e3, 1),
            "the frame rests with its feet at their mark",
        ),
    ]
    half = design.outline.half
    if isinstance(half, BySpring):
        former = (half.diameter_mm - wire_diameter(design.wire) * 1e3) / SPRING_BACK
        measures.append(
            SetLength(
                "Former to wind the spring on",
                round(former, 1),
                "it opens a little when slid off",
                "rod",
                "/outline/half/diameter_mm",
                SPRING_BACK,
            )
        )
    return tuple(measures)


def _level(design: FrameDesign) -> str:
    """What heights count from: the lower face of the magnets, which lies on the bench unless they turn on a point."""
    return "the bench" if design.turns == "frame" else "the magnets' lower face"


def _steps(design: FrameDesign, shape: FrameShape) -> tuple[Step, ...]:
    makers = (_lay_out, _cut, _bare, _shape_legs, _join, _feet, _stack, _set_on, _decorate)
    return tuple(step for make in makers if (step := make(design, shape)))


def _lay_out(design: FrameDesign, shape: FrameShape) -> Step:
    cup = ", cup's magnet and washer" if design.pivot.seat == "cup" else ""
    made = "wire, pliers" if design.band is None else f"{sheet_word(design.band)}, scissors"
    made += "" if design.turns == "frame" else ", a round-headed tack, a stand or clamp"
    parts = f"{pack_name(design.battery)}, {magnets_name(design.magnets)}{cup}, {made}"
    return lay_out(parts, sum(stack.count for stack in design.stacks))


def _cut(design: FrameDesign, shape: FrameShape) -> Step:
    band = design.band
    if band:
        strips = "; ".join(f"{cut.count} × {cut.length_mm:g} mm ({cut.name.lower()})" for cut in _cuts(design, shape))
        sheet = f"{band.thickness_mm:g} mm {wire_metal(design.wire).name} {sheet_word(band)}"
        text = say.CUT_STRIP.format(pieces=strips, sheet=sheet, width=band.width_mm)
        return Step("cut", "Cut the strips", text, 5, ("scissors", "ruler"), caution=SHARP)
    pieces = "; ".join(f"{cut.count} × {cut.length_mm:g} mm ({cut.name.lower()})" for cut in _cuts(design, shape))
    return Step(
        "cut",
        "Cut the wire",
        f"Cut {pieces}. Roll each straight between two boards.",
        3,
        ("wire cutter", "ruler"),
        caution=HOLD_ENDS,
    )


def _bare(design: FrameDesign, shape: FrameShape) -> Step | None:
    words = say.BARE if shape.ring is None else say.BARE_RING
    where = words.format(BARED_FOOT=BARED_FOOT, BARED_TIP=BARED_TIP)
    if design.outline.legs > 2:
        where += say.BARE_CROSSING
    return bare_ends(design.wire, where, sand=design.surface == "sanded")


def _shape_legs(design: FrameDesign, shape: FrameShape) -> Step:
    half = design.outline.half
    if isinstance(half, ByPoints):
        stiff = bend_moment(wire_diameter(design.wire), wire_metal(design.wire)) > EASY_BEND
        text = say.SHAPE_LEGS_AT_POINT
        tools = ("round-nose pliers", "template") if stiff else ("template", "pliers")
        return Step("shape", "Bend the outline", text, 4 + 1.5 * len(half.points), tools)
    former = next(setting for setting in _settings(design, shape) if setting.name.startswith("Former"))
    text = say.SHAPE_LEGS.format(turns=half.turns, value=former.value_mm)
    return Step("shape", "Wind the spring", text, 5 + half.turns, ("former", "pliers"))


def _join(design: FrameDesign, shape: FrameShape) -> Step | None:
    pieces = math.ceil(design.outline.legs / 2)
    if not _joined(design, shape):
        return None
    text = say.JOIN if pieces > 1 else ""
    if shape.ring is not None:
        inner = 2 * (shape.foot_radius * 1e3) - wire_diameter(design.wire) * 1e3
        text += say.JOIN_RING.format(inner=inner)
    return Step("join", "Join the pieces", text.strip(), 4 + 2 * pieces, ("pliers",))


def _joined(design: FrameDesign, shape: FrameShape) -> bool:
    """Whether current passes from piece to piece."""
    return design.outline.legs > 2 or shape.ring is not None


def _feet(design: FrameDesign, shape: FrameShape) -> Step:
    gap = _settings(design, shape)[0]
    what = "ring" if design.feet.type == "ring" else "feet"
    height = design.feet.height_mm
    text = (
        say.FEET.format(what=what, value=gap.value_mm, sheets=sheets(gap.value_mm), height=height, level=_level(design))
        if gap.value_mm
        else say.FEET_TOUCH.format(
            what=what,
            height=height,
            level=_level(design),
            it="it" if what == "ring" else "they",
            touch="touches" if what == "ring" else "touch",
        )
    )
    return Step("feet", f"Set the {what}", text, 4, ("pliers", "wire cutter", "paper"))


def _stack(design: FrameDesign, shape: FrameShape) -> Step:
    magnets, battery = design.magnets, design.battery
    pole = (
        f"{magnets.pole_up} up"
        if magnets.magnetized == "along"
        else "magnetized across: take others for a motor that turns"
    )
    text = say.STACK.format(many=_many(design), pole=pole, terminal_up=battery.terminal_up.replace("-", "−"))
    if design.turns == "battery":
        text = f"{text} {say.STAND_ON_POINT}"
    caution = f"{SLIDE} From here on wire and magnets close the circuit."
    return Step("stack", "Stack magnets and battery", text, 2, ("compass",), caution=caution)


def _many(design: FrameDesign) -> str:
    count = design.magnets.count
    return "magnet" if count == 1 else f"{count} magnets"


def _set_on(design: FrameDesign, shape: FrameShape) -> Step:
    cup, held = design.pivot.cup, design.turns == "battery"
    seat = {
        "flat": "on the middle of the terminal",
        "dimple": "in the dimple in the middle of the terminal (if yours has none, take another seat in Choose)",
        "cup": say.CUP_SEAT.format(diameter=cup.diameter_mm, thickness=cup.thickness_mm, pole=cup_pole(design)),
    }[design.pivot.seat]
    text = (say.HOLD_FRAME if held else say.SET_ON).format(seat=seat)
    title = "Fix the frame over it" if held else "Set the frame on and balance it"
    return Step("set_on", title, text, 5, ("pliers",), caution=say.SET_ON_CAUTION)


def _decorate(design: FrameDesign, shape: FrameShape) -> Step | None:
    extra = design.outline.decoration
    if extra.mass_g == 0:
        return None
    words = say.DECORATE if design.turns == "frame" else say.DECORATE_CELL
    text = words.format(mass_g=extra.mass_g, radius=extra.radius_mm)
    return Step("decorate", "Decorate", text, 6, ("paper", "tape"), caution=HOT_PAPER)


def _checks(design: FrameDesign, shape: FrameShape) -> tuple[PowerCheck, ...]:
    ring, held = design.feet.type == "ring", design.turns == "battery"
    if ring:
        clear = say.CHECKS if design.feet.gap_mm else say.CHECK_RING_TOUCHES
    else:
        clear = say.CHECK_FEET_CLEAR if design.feet.gap_mm else say.CHECK_FEET_TOUCH
    clear += say.CHECK_MEETS.format(It="It" if ring else "They", meet="meets" if ring else "meet")
    way = say.CHECK_WAY.format(
        pole=design.magnets.pole_up, many=_many(design), terminal_up=design.battery.terminal_up.replace("-", "−")
    )
    level = say.CHECK_SEAT_HELD if held else say.CHECK_LEVEL
    return (
        PowerCheck(say.CHECK_POWER_OFF),
        PowerCheck(way, ("pole", "end_up", "upright", "count")),
        *([PowerCheck(say.CHECK_SHINES, ("bare", "bright"))] if _bare(design, shape) else []),
        *([PowerCheck(say.CHECK_POINT, ("on_point",))] if held else []),
        PowerCheck(level, ("seat", "level")),
        PowerCheck(clear, ("gap", "height")),
        *([PowerCheck(say.CHECK_JOINTS, ("joints",))] if _joined(design, shape) else []),
        PowerCheck("No wire touches the side of the battery or the bench.", ("outline",)),
        PowerCheck(say.CHECKS_HELD, ("held", "decoration"))
        if held
        else PowerCheck(say.CHECK_BALANCE, ("level", "decoration")),
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
        TemplateLabel(-wide, -4.5, f"feet {foot:.1f} mm above {_level(design)}"),
        TemplateLabel(0, high - 3.5, f"point {tip:.1f} mm above {_level(design)}", "middle"),
        TemplateLabel(0, (stack + top) / 2, shape.pack.cell.name.split()[0], "middle"),
        TemplateLabel(wide - 1, 1.5, "bench" if design.turns == "frame" else "lower face", "end"),
    )
    return Template("Outline to bend on", (*guides, *lines), labels, (-wide - 4, -4.0, wide + 4, high))


def _plane(leg: Array) -> Polyline:
    """A leg laid flat: distance from the axis against height, mm."""
    return tuple((round(float(math.hypot(x, y)) * 1e3, 3), round(float(z) * 1e3, 3)) for x, y, z in leg)


def _box(half: float, low: float, high: float) -> Polyline:
    return ((-half, low), (half, low), (half, high), (-half, high))
