"""The parts of an iron-cored motor as lines that open to their dials."""

from __future__ import annotations

from oakspin.design.battery import CellName
from oakspin.design.cored import CoredDesign
from oakspin.kinds.cored import words as say
from oakspin.kinds.geometry import mm
from oakspin.kinds.numbers import Dial, PartLine, choice, folded, number
from oakspin.kinds.partlines import battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.machines.cored.shape import CoredShape, cored_shape, other_turns
from oakspin.rounding import rounded
from oakspin.spoken import GRAM

CELLS_TO_PACK: tuple[CellName, ...] = (
    "alkaline_AA",
    "alkaline_AAA",
    "alkaline_C",
    "alkaline_D",
    "nimh_AA",
    "alkaline_9V",
    "lantern_6V",
    "bench_supply",
)
CORE_WORD = {
    "rod": "steel rod",
    "bolt": "steel bolt",
    "nail": "steel nail",
    "pipe": "steel pipe",
    "none": "no iron",
}
TURNS_A_MINUTE = 30  # on a bar by hand, with its pauses; bench experience


def cored_parts(design: CoredDesign) -> tuple[PartLine, ...]:
    """Every part in the order in which it is laid out on the bench."""
    shape = cored_shape(design)
    fed = choice(design, "/plus_at", "+ feeds", [("+ at the left brush", "left"), ("+ at the right brush", "right")])
    return (
        battery_line(design, CELLS_TO_PACK, fed),
        magnets_line(design, blocks=True, across=False, faces="facing", further=_gap(design)),
        _core(design, shape),
        wire_line(design, design.wire, shape.wire_length, tuned=4),
        _winding(design, shape),
        _commutator(design),
        _shaft(design),
        bench_line(design),
    )


def _gap(design: CoredDesign) -> tuple[Dial, ...]:
    dials = [choice(design, "/gap/stacks", "Stacks", [("one", 1), ("two", 2)])]
    if design.gap.stacks == 2:
        dials.append(choice(design, "/gap/facing", "Face", [("unlike poles", "unlike"), ("like poles", "like")]))
    distance = number(
        design, "/gap/distance_mm", "Distance", "mm", 0.5, name="Distance to the magnets", tuned=1, built=True
    )
    line = number(design, "/gap/out_of_line_mm", "Out of line", "mm", 0.5, name="Magnets above or below the bar")
    return (*dials, distance, *folded(line))


def _core(design: CoredDesign, shape: CoredShape) -> PartLine:
    core = design.core
    thickest = (2 * core.wall_mm + 0.2, 30.0) if core.form == "pipe" else (2.0, 30.0)
    dials = [
        choice(design, "/core/form", "Core", [(text.removeprefix("steel "), name) for name, text in CORE_WORD.items()]),
        number(design, "/core/length_mm", "Length", "mm", 1, name="Bar length", within=(core.hub_mm + 8, 200)),
        number(design, "/core/diameter_mm", "Diameter", "mm", 0.1, name="Bar diameter", within=thickest),
    ]
    if core.form == "pipe":
        dials.append(
            number(
                design,
                "/core/wall_mm",
                "Wall",
                "mm",
                0.1,
                name="Wall of the pipe",
                within=(0.3, core.diameter_mm / 2 - 0.1),
            )
        )
    dials.append(
        number(design, "/core/hub_mm", "Hub", "mm", 1, name="Free middle of the bar", within=(2, core.length_mm - 8))
    )
    name = CORE_WORD[core.form] + (f", {core.wall_mm:g} mm wall" if core.form == "pipe" else "")
    figure = f"{core.length_mm:g} × {core.diameter_mm:g} mm · {shape.bar_mass * 1e3:.0f} g"
    return PartLine("core", "Core", name, figure, tuple(dials))


def _winding(design: CoredDesign, shape: CoredShape) -> PartLine:
    winding = design.winding
    dials = (
        number(design, "/winding/turns", "Turns, each arm", "", 10, name="Turns on each arm", tuned=3, built=True),
        choice(design, "/winding/sense", "Arms wound", [("in one direction", "same"), ("opposed", "opposed")]),
        *_arms(design),
    )
    layers = "1 layer" if shape.layers == 1 else f"{shape.layers} layers"
    other = other_turns(design)
    minutes = (winding.turns + other) / TURNS_A_MINUTE
    figure = say.WINDING.format(layers=layers, per_layer=shape.per_layer, outer=2 * mm(shape.outer), minutes=minutes)
    sense = "in one direction" if winding.sense == "same" else "opposed"
    turns = f"2 × {winding.turns}" if other == winding.turns else f"{winding.turns} + {other}"
    how = f"{sense}{', side by side' if winding.joined == 'parallel' else ''}"
    return PartLine("winding", "Winding", f"{turns} turns, {how}", figure, dials)


def _arms(design: CoredDesign) -> tuple[Dial, ...]:
    """What few need: arms that are not alike, joined side by side, or broken."""
    winding = design.winding
    alike: list[tuple[str, object]] = [("as many", None), ("its own count", other_turns(design))]
    dials = [choice(design, "/winding/other_turns", "Other arm", alike)]
    if winding.other_turns is not None:
        dials.append(
            number(design, "/winding/other_turns", "… turns", "", 10, name="Turns on the other arm", built=True)
        )
    broken = [("none", "none"), ("the marked arm", "marked"), ("the other arm", "other")]
    dials.append(choice(design, "/winding/joined", "Joined", [("in one wire", "series"), ("side by side", "parallel")]))
    dials.append(choice(design, "/winding/open_arm", "Broken", broken))
    return folded(*dials)


def _commutator(design: CoredDesign) -> PartLine:
    plan, brushes = design.commutator, design.brushes
    dials = (
        number(design, "/commutator/offset_deg", "Timing", "°", 1, tuned=2, built=True),
        number(design, "/commutator/gap_deg", "Gap", "°", 1, name="Gap of the commutator", tuned=5),
        number(design, "/commutator/radius_mm", "Radius", "mm", 0.1, name="Radius of the commutator"),
        choice(design, "/commutator/finish", "Segments", [("stripped wire", "stripped"), ("foil and tape", "taped")]),
        number(design, "/brushes/force_mN", "Brushes press", "mN", 1, name="Brush pressure", tuned=6),
        number(design, "/brushes/width_mm", "Brush width", "mm", 0.1),
        surface_dial(design),
        *folded(
            choice(design, "/brushes/count", "Brushes", [("two", 2), ("four", 4)]),
            choice(design, "/brushes/touching", "Both sides", [("apart", False), ("touch each other", True)]),
        ),
    )
    weight = rounded(1e-3 * brushes.force_mN / GRAM, 2)
    figure = f"{brushes.count} brushes, {weight} g each · {design.surface} · timing {plan.offset_deg:g}°"
    line = f"two segments, gaps of {plan.gap_deg:g}°"
    return PartLine("commutator", "Commutator", line, figure, dials)


def _shaft(design: CoredDesign) -> PartLine:
    dials = (
        number(design, "/axle_mm", "Shaft", "mm", 0.1, name="Shaft diameter"),
        number(design, "/flick/turns_per_s", "Flick", "turns/s", 0.5),
        choice(design, "/flick/sense", "Flicked", [("good way", "good"), ("wrong way", "wrong")]),
        number(design, "/fan/mass_g", "Fan", "g", 0.5, name="Mass of the fan"),
        number(design, "/fan/radius_mm", "… at radius", "mm", 1, name="Radius of the fan"),
        number(design, "/fan/area_mm2", "… in the air", "mm²", 50, name="Area of the fan"),
    )
    fan = f"fan of {design.fan.mass_g:g} g" if design.fan.mass_g else "bare shaft"
    way = "" if design.flick.sense == "good" else ", the wrong way"
    return PartLine(
        "shaft", "Shaft", f"{design.axle_mm:g} mm, {fan}", f"flick of {design.flick.turns_per_s:g} turns/s{way}", dials
    )
