"""Building an iron-cored motor: winding in one sense, commutator, brushes, magnets, checks."""

from __future__ import annotations

import math

from oakspin.design.cored import CoredDesign
from oakspin.kinds.build import BuildPlan, Cut, HowTo, Measure, Step, Template, TemplateLabel, TemplateLine
from oakspin.kinds.cored.numbers import TURNS_A_MINUTE
from oakspin.kinds.geometry import Label, Polyline, Role, Shape, mm
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import FUMES, HOLD_ENDS, SLIDE, lay_out
from oakspin.machines.cored.shape import CoredShape, cored_shape

SPARE = 60.0  # mm at either end, to the segments
SESSION = 45.0  # minutes that hands wind without a rest


def cored_build(design: CoredDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = cored_shape(design)
    whole = float(math.ceil(shape.wire_length * 1e3 + 2 * SPARE))
    return BuildPlan(
        cuts=(Cut("Winding", 1, whole, 2 * SPARE, f"{shape.wire_mass * 1e3:.0f} g, in one piece from arm to arm; leave it on the spool and cut after winding"),),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=(
            "Unpowered, it turns freely by finger; near the magnets it snaps to two places half a turn apart.",
            "A lamp or a meter between the brushes: current in every place but the gaps.",
            "No wire touches the magnets; the bar clears them all the way round.",
            "Both ends of the bar draw the same end of a compass by turns when the brushes are swapped.",
        ),
        template=_template(design, shape),
        flick="Flick it {way}, seen {seen}. If it stops and comes back, flick it the other way or swap the wires at the brushes.",
        how_to=_how_to(design, shape),
    )  # fmt: skip


def _settings(design: CoredDesign, shape: CoredShape) -> tuple[Measure, ...]:
    plan = design.commutator
    arc = math.radians(plan.gap_deg) * plan.radius_mm
    coins = max(1, round(design.gap.distance_mm / 1.8))
    return (
        Measure(
            "Each arm, wound length", mm(shape.arm), f"{shape.per_layer} turns side by side; {shape.layers} layers"
        ),
        Measure("Gap of the commutator, round the shaft", round(arc, 1), "the gauge on the template, wrapped round"),
        Measure("Bar to magnet", design.gap.distance_mm, f"{coins} coins of 1.8 mm"),
        Measure("Shaft through the middle of the bar", mm(shape.half), "balance it on a knife's back first"),
    )


def _steps(design: CoredDesign, shape: CoredShape) -> tuple[Step, ...]:
    core, winding, plan = design.core, design.winding, design.commutator
    minutes = 2 * winding.turns / TURNS_A_MINUTE
    sittings = max(1, math.ceil(minutes / SESSION))
    rest = f" Take it in {sittings} sittings of about {minutes / sittings:.0f} minutes." if sittings > 1 else ""
    bar = {"rod": "steel rod or bolt", "pipe": "steel pipe", "none": "wooden bar"}[core.form]
    same = (
        "On the second arm go on in the same sense, seen from the same end of the bar."
        if winding.sense == "same"
        else "On the second arm turn the sense round: this design is wound opposed, and will not turn."
    )
    facing = "unlike poles" if design.gap.facing == "unlike" else "like poles"
    stand = f"on both sides, {facing} facing each other" if design.gap.stacks == 2 else "on one side"
    stripped = (
        "Lay the two bared ends along the shaft on opposite sides"
        if plan.finish == "stripped"
        else "Wrap two strips of foil round the shaft, each joined to one end of the wire"
    )
    many = sum(stack.count for stack in design.stacks)
    steps = (
        lay_out(f"{pack_name(design.battery)}, {magnets_name(design.magnets)}{' twice' if design.gap.stacks == 2 else ''}, a {bar} of {core.length_mm:g} × {core.diameter_mm:g} mm, a shaft, wire, two springs of bare wire for brushes", many),
        Step("core", "Ready the bar", f"Cut the {bar}, round its edges, fix the shaft square through its middle. Wrap the arms once in paper tape, so that no edge cuts the enamel.", 12, ("saw", "file", "tape"), adult=True, caution="Sawing and drilling are an adult's work; clamp the bar, goggles on."),
        Step("wind", "Wind both arms", f"Leave {SPARE:g} mm. Wind {winding.turns} turns on the first arm, layer on layer, counting aloud; cross the hub. {same} Leave {SPARE:g} mm and tape the end down.{rest}", minutes, ("tape",), caution=HOLD_ENDS),
        Step("bare", "Bare the ends", "Sand the enamel off the last 30 mm of both ends, all round.", 4, ("sandpaper",), caution=FUMES),
        Step("commutator", "Make the commutator", f"{stripped}, {plan.gap_deg:g}° apart at each gap. The marked arm's end of the wire goes to the segment a quarter turn on from that arm{_timing(plan.offset_deg)}. Bind both above and below with tape.", 12, ("tape", "template", "pen")),
        Step("bearings", "Set up the bearings", f"Two supports in line, the shaft of {design.axle_mm:g} mm free to turn, a drop of oil. Clips or tape keep it from sliding.", 8, ("board", "pliers")),
        Step("brushes", "Set the brushes", f"Bend two springs of bare wire so that they lean on the commutator from opposite sides, in line with the magnets: each {design.brushes.width_mm:g} mm wide, pressing as hard as {design.brushes.force_mN / 9.81:.1f} g would weigh. Turn by hand: both cross the gaps together.", 8, ("pliers",)),
        Step("magnets", "Stand the magnets", f"Fix them {stand}, {design.gap.distance_mm:g} mm from the bar, {design.magnets.pole_up} of the left one toward the bar.", 6, ("compass", "coins", "tape"), caution=SLIDE),
        Step("connect", "Connect the battery", "One wire to each brush, a switch in between. The winding warms: off when nobody watches.", 3, (), caution="A motor held still draws its full current and gets hot: let it go or switch off. Brushes spark: nothing flammable near."),
    )  # fmt: skip
    return steps


def _timing(offset: float) -> str:
    if abs(offset) < 1:
        return ""
    way = "counter-clockwise" if offset > 0 else "clockwise"
    return f", {abs(offset):g}° farther {way}"


def _template(design: CoredDesign, shape: CoredShape) -> Template:
    """The bar with its arms, and the commutator unrolled at true size."""
    half, hub, r = mm(shape.half), mm(shape.hub), mm(shape.radius)
    plan = design.commutator
    girth = 2 * math.pi * plan.radius_mm
    gap = girth * plan.gap_deg / 360
    low = -r - 26.0
    lines = [TemplateLine("guide", ((-half, -r), (half, -r), (half, r), (-half, r)), closed=True)]
    lines += [TemplateLine("wire", ((s * hub, -r - 2), (s * half, -r - 2), (s * half, r + 2), (s * hub, r + 2)), closed=True) for s in (-1, 1)]  # fmt: skip
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
    return Template("Bar and commutator gauge", tuple(lines), labels, (-half - 4.0, low - 7.0, max(right, 78.0), r + 11.0))  # fmt: skip


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
    return (HowTo("Wind in one sense", "Hold the same end toward you for both arms; the wire passes over the top the same way.", (bar, *turns, *ways), labels, (-60.0, -20.0, 60.0, 24.0)),)  # fmt: skip
