"""Building an iron-cored motor: winding in one direction, commutator, brushes, magnets, checks."""

from __future__ import annotations

import math

from oakspin.design.cored import CoredDesign
from oakspin.kinds.build import (
    BuildPlan,
    Cut,
    HowTo,
    PowerCheck,
    SetLength,
    Step,
    Template,
    TemplateLabel,
    TemplateLine,
)
from oakspin.kinds.cored import words as say
from oakspin.kinds.cored.numbers import CORE_WORD, TURNS_A_MINUTE
from oakspin.kinds.geometry import Label, Polyline, Role, Shape, mm
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import FUMES, HOLD_ENDS, SLIDE, lay_out
from oakspin.machines.cored.shape import CoredShape, cored_shape, other_turns

SPARE = 60.0  # mm at either end, to the segments
SESSION = 45.0  # minutes that hands wind without a rest


def cored_build(design: CoredDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = cored_shape(design)
    whole = float(math.ceil(shape.wire_length * 1e3 + 2 * SPARE))
    return BuildPlan(
        cuts=(Cut("Winding", 1, whole, 2 * SPARE, say.WIRE_ON_SPOOL.format(wire_mass=shape.wire_mass * 1000.0)),),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design),
        template=_template(design, shape),
        flick=say.BUILD,
        how_to=_how_to(design, shape),
    )


def _settings(design: CoredDesign, shape: CoredShape) -> tuple[SetLength, ...]:
    plan = design.commutator
    arc = math.radians(plan.gap_deg) * plan.radius_mm
    return (
        SetLength(
            "Each arm, wound length", mm(shape.arm), f"{shape.per_layer} turns side by side; {shape.layers} layers"
        ),
        SetLength("Gap of the commutator, round the shaft", round(arc, 1), "the gauge on the template, wrapped round"),
        SetLength("Bar to magnet", design.gap.distance_mm, "between", "gap", "/gap/distance_mm"),
        SetLength("Shaft through the middle of the bar", mm(shape.half), "balance it on a knife's back first"),
    )


def _steps(design: CoredDesign, shape: CoredShape) -> tuple[Step, ...]:
    core, winding, plan = design.core, design.winding, design.commutator
    other = other_turns(design)
    minutes = (winding.turns + other) / TURNS_A_MINUTE
    sittings = max(1, math.ceil(minutes / SESSION))
    rest = say.STEPS.format(sittings=sittings, minutes=minutes / sittings) if sittings > 1 else ""
    bar = CORE_WORD[core.form] if core.form != "none" else "wooden bar"
    same = say.WIND_SECOND_ALIKE if winding.sense == "same" else say.WIND_SECOND_OPPOSED
    facing = "unlike poles" if design.gap.facing == "unlike" else "like poles"
    stand = f"on both sides, {facing} facing each other" if design.gap.stacks == 2 else "on one side"
    stripped = (
        "Lay the two bared ends along the shaft on opposite sides"
        if plan.finish == "stripped"
        else say.COMMUTATOR_OF_FOIL
    )
    many = sum(stack.count for stack in design.stacks)
    steps = (
        lay_out(
            say.LAY_OUT.format(
                pack_name=pack_name(design.battery),
                magnets_name=magnets_name(design.magnets),
                twice=" twice" if design.gap.stacks == 2 else "",
                bar=bar,
                length=core.length_mm,
                diameter=core.diameter_mm,
            ),
            many,
        ),
        Step(
            "core",
            "Prepare the bar",
            say.CUT_CORE.format(bar=bar),
            12,
            ("saw", "file", "tape"),
            adult=True,
            caution=say.CUT_CAUTION,
        ),
        Step(
            "wind",
            "Wind both arms",
            say.WIND_FIRST.format(
                SPARE=SPARE,
                turns=winding.turns,
                same=same + ("" if other == winding.turns else say.OTHER_TURNS.format(turns=other)),
                rest=rest,
            ),
            minutes,
            ("tape",),
            caution=HOLD_ENDS,
        ),
        Step("bare", "Bare the ends", say.BARE_ENDS, 4, ("sandpaper",), caution=FUMES),
        Step(
            "commutator",
            "Make the commutator",
            say.COMMUTATOR_TURN.format(stripped=stripped, gap=plan.gap_deg, timing=_timing(plan.offset_deg))
            + (say.SIDE_BY_SIDE if winding.joined == "parallel" else ""),
            12,
            ("tape", "template", "pen"),
        ),
        Step("bearings", "Set up the bearings", say.BEARINGS.format(axle=design.axle_mm), 8, ("board", "pliers")),
        Step(
            "brushes",
            "Set the brushes",
            say.BRUSHES.format(width=design.brushes.width_mm, force_mN=design.brushes.force_mN / 9.81)
            + (say.FOUR_BRUSHES if design.brushes.count == 4 else ""),
            8,
            ("pliers",),
        ),
        Step(
            "magnets",
            "Stand the magnets",
            say.PLACE_MAGNETS.format(
                left=" of the left one" if design.gap.stacks == 2 else "",
                stand=stand,
                distance=design.gap.distance_mm,
                pole_up=design.magnets.pole_up,
            ),
            6,
            ("compass", "coins", "tape"),
            caution=SLIDE,
        ),
        Step(
            "connect", "Connect the battery", say.CONNECT.format(plus_at=design.plus_at), 3, (), caution=say.RUN_CAUTION
        ),
    )
    return steps


def _checks(design: CoredDesign) -> tuple[PowerCheck, ...]:
    way = say.CHECK_WAY.format(
        pole=design.magnets.pole_up,
        left=" of the left magnet" if design.gap.stacks == 2 else " of the magnet",
        facing=f"; {design.gap.facing} poles face each other" if design.gap.stacks == 2 else "",
        plus_at=design.plus_at,
    )
    return (
        PowerCheck(say.CHECK_TURNS_FREELY, ("bar", "bearings")),
        PowerCheck(say.CHECK_LAMP, ("bare", "segments", "brushes", "joints", "turns")),
        PowerCheck(say.CHECK_CLEARS, ("gap",)),
        PowerCheck(way, ("pole", "facing", "feeds")),
        PowerCheck(say.CHECK_COMPASS, ("sense",)),
    )


def _timing(offset: float) -> str:
    if abs(offset) < 1:
        return ""
    way = "counterclockwise" if offset > 0 else "clockwise"
    return f", {abs(offset):g}° farther {way}"


def _template(design: CoredDesign, shape: CoredShape) -> Template:
    """The bar with its arms, and the commutator unrolled at true size."""
    half, hub, r = mm(shape.half), mm(shape.hub), mm(shape.radius)
    plan = design.commutator
    girth = 2 * math.pi * plan.radius_mm
    gap = girth * plan.gap_deg / 360
    low = -r - 26.0
    lines = [TemplateLine("guide", ((-half, -r), (half, -r), (half, r), (-half, r)), closed=True)]
    lines += [
        TemplateLine("wire", ((s * hub, -r - 2), (s * half, -r - 2), (s * half, r + 2), (s * hub, r + 2)), closed=True)
        for s in (-1, 1)
    ]
    lines.append(TemplateLine("guide", ((0.0, -r - 4), (0.0, r + 4))))
    for start in (gap / 2, girth / 2 + gap / 2):
        end = start + girth / 2 - gap
        lines.append(TemplateLine("wire", ((start, low), (end, low), (end, low + 10), (start, low + 10)), closed=True))
    lines.append(TemplateLine("guide", ((0.0, low), (girth, low), (girth, low + 10), (0.0, low + 10)), closed=True))
    labels = (
        TemplateLabel(0.0, r + 6.0, f"bar {2 * half:.0f} mm, arms {mm(shape.arm):.0f} mm", "middle"),
        TemplateLabel(0.0, low - 4.5, f"commutator unrolled, two segments, gaps {gap:.1f} mm"),
    )
    right = max(half, girth) + 4.0
    return Template(
        "Bar and commutator gauge", tuple(lines), labels, (-half - 4.0, low - 7.0, max(right, 78.0), r + 11.0)
    )


def _how_to(design: CoredDesign, shape: CoredShape) -> tuple[HowTo, ...]:
    """The winding's sense on both arms, drawn as slanting turns with their way."""
    half, hub, r = 46.0, 7.0, 6.0
    bar = Shape("core", ((-half, -r), (half, -r), (half, r), (-half, r)))
    turns: list[Shape] = []
    for side in (-1.0, 1.0):
        slant = 3.0 if side < 0 or design.winding.sense == "same" else -3.0
        for step in range(8):
            x = side * (hub + 4.0 + 4.4 * step)
            turns.append(Shape("wire", ((x - slant / 2, -r - 0.6), (x + slant / 2, r + 0.6)), closed=False))
    role: Role = "mark"
    ways = []
    for side in (-1.0, 1.0):
        up = side < 0 or design.winding.sense == "same"
        x, y = side * 27.0, r + 7.0
        tip = 3.0 if up else -3.0
        arrow: Polyline = ((x - 2 * tip, y), (x + 2 * tip, y), (x + tip, y + 1.6), (x + 2 * tip, y), (x + tip, y - 1.6))
        ways.append(Shape(role, arrow, closed=False))
    words = "both arms alike, seen from one end" if design.winding.sense == "same" else "opposed: the arms cancel"
    labels = (Label(0.0, -r - 7.0, words, strong=True), Label(0.0, r + 11.0, "the wire crosses the hub and goes on"))
    return (
        HowTo("Wind in one direction", say.HOW_TO, (bar, *turns, *ways), labels, (-60.0, -20.0, 60.0, 24.0), "wind"),
    )
