"""Building a hanging rotor: finding a screw that hangs, putting it together, checks, safe first spin."""

from __future__ import annotations

import math

from oakspin.constants import HANDS_OFF_C
from oakspin.design.hanging import HangingDesign
from oakspin.draws import MEDIAN
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
from oakspin.kinds.geometry import Label, Shape, mm
from oakspin.kinds.hanging import words as say
from oakspin.kinds.hanging.drawing import rotor
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import HOLD_ENDS, HOT_PAPER, SLIDE, bare_ends, lay_out
from oakspin.machines.hanging.machine import FAST_RIM, hanging_machine, rim_speed
from oakspin.machines.hanging.shape import HangingShape, hanging_shape

BARED = 15.0  # mm of the lead at either end
FASTEST = 1500.0  # rad/s: what a good one has been seen to reach; for the caution


def hanging_build(design: HangingDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = hanging_shape(design)
    return BuildPlan(
        cuts=(
            Cut(
                "Lead",
                1,
                float(math.ceil(design.lead.length_mm + 10)),
                10.0,
                "one end to hold on the cell, one to brush",
            ),
        ),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design),
        template=_template(design, shape),
        flick=say.BUILD,
        how_to=(_how_to(design, shape),),
    )


def _settings(design: HangingDesign, shape: HangingShape) -> tuple[SetLength, ...]:
    lead = design.lead
    return (
        SetLength("Touch above the stack's lower face", lead.height_mm, "the line on the template"),
        SetLength("Screw, from head to point", design.screw.length_mm, "the outline on the template"),
        SetLength("Point's flat", design.screw.tip_mm, say.SETTINGS),
    )


def _steps(design: HangingDesign, shape: HangingShape) -> tuple[Step, ...]:
    rim = rim_speed(design, FASTEST)
    fast = f" The rim may run at {rim:.0f} m/s." if rim >= FAST_RIM else ""
    goggles = say.STEPS.format(fast=fast)
    flag = design.flag
    steps = (
        lay_out(
            say.LAY_OUT.format(
                pack_name=pack_name(design.battery),
                magnets_name=magnets_name(design.magnets),
                material=f"{'an' if design.screw.material[0] in 'aeiou' else 'a'} {design.screw.material}",
                length=design.screw.length_mm,
            ),
            sum(stack.count for stack in design.stacks),
        ),
        Step(
            "cut",
            "Cut the lead",
            f"Cut {math.ceil(design.lead.length_mm + 10):g} mm of wire.",
            1,
            ("wire cutter", "ruler"),
            caution=HOLD_ENDS,
        ),
        bare_ends(design.wire, f"{BARED:g} mm at both ends of the lead", sand=design.surface == "sanded"),
        Step("screw", "Choose the screw", say.HEADLESS if design.screw.headless else say.TEST_STEEL, 2, ("cloth",)),
        Step(
            "stack",
            "Magnets under the head",
            f"{say.PUT_ON_MAGNETS.format(pole_up=design.magnets.pole_up)}{_rings(design)}",
            4,
            ("compass",),
            caution=SLIDE,
        ),
        Step(
            "flag",
            "Put the flag on",
            say.FLAG.format(mass_g=flag.mass_g, radius=flag.radius_mm),
            3,
            ("paper", "tape"),
            caution=HOT_PAPER,
        )
        if flag.mass_g
        else None,
        Step(
            "hang",
            "Hang it",
            say.HANG.format(s="−" if design.battery.terminal_up == "+" else "+"),
            3,
            ("stand",),
            caution=goggles,
        ),
        Step(
            "lead",
            "Bring the current in",
            say.HOLD_LEAD.format(height=design.lead.height_mm),
            3,
            ("tape",),
            caution=say.LEAD_CAUTION.format(HANDS_OFF_C=HANDS_OFF_C),
        ),
    )
    return tuple(step for step in steps if step)


def _checks(design: HangingDesign) -> tuple[PowerCheck, ...]:
    way = say.CHECK_WAY.format(pole=design.magnets.pole_up, end="−" if design.battery.terminal_up == "+" else "+")
    return (
        PowerCheck(way, ("pole", "end_up", "rings")),
        PowerCheck("The screw hangs straight and turns when blown at.", ("steel", "point", "centered", "flag")),
        PowerCheck(say.CHECK_HOLDS),
        PowerCheck(say.CHECK_LEAD_TOP, ("lead_top", "bare", "bright")),
        PowerCheck(say.CHECK_LEAD, ("lead_touch",)),
        PowerCheck("Goggles on, faces away from the rim."),
    )


def _rings(design: HangingDesign) -> str:
    many = design.rings_above
    if not many:
        return ""
    return say.RINGS.format(many="a ring" if many == 1 else f"{many} rings", pole=design.magnets.pole_up)


def _template(design: HangingDesign, shape: HangingShape) -> Template:
    lines = []
    for part in rotor(design, shape):
        if part.role in {"north", "south", "across"}:
            lines.append(TemplateLine("guide", part.points, closed=True))
        if part.role == "core":
            lines.append(TemplateLine("wire", part.points, closed=True))
    radius, height = mm(shape.stack.radius), design.lead.height_mm
    lines.append(TemplateLine("guide", ((radius, height), (radius + 22.0, height))))
    labels = (
        TemplateLabel(radius + 4.0, height + 1.0, f"lead touches, {height:g} mm"),
        TemplateLabel(0.0, mm(shape.point) + 3.0, "point", "middle"),
    )
    wide = max(radius, mm(shape.head)) + 30.0
    return Template(
        "Screw, magnets and height of the touch", tuple(lines), labels, (-wide, -4.0, wide, mm(shape.point) + 8.0)
    )


def _how_to(design: HangingDesign, shape: HangingShape) -> HowTo:
    """Where the lead touches: from the side, springing, never under the magnets."""
    shapes = tuple(part for part in rotor(design, shape) if part.role in {"north", "south", "across", "core"})
    radius, height = mm(shape.stack.radius), design.lead.height_mm
    wire = Shape(
        "wire",
        (
            (radius + 26.0, height - 9.0),
            (radius + 14.0, height - 6.0),
            (radius + 5.0, height - 2.5),
            (radius + 0.3, height),
        ),
        closed=False,
    )
    labels = (Label(radius + 27.0, height - 12.5, "springs lightly against the rim", "middle", strong=True),)
    machine = hanging_machine(design, MEDIAN)
    held = float(machine.hold[0]) * 2 if not isinstance(machine.hold, float) else 0.0
    text = say.HOW_TO.format(held=held)
    wide = radius + 52.0
    return HowTo("Hold the lead", text, (*shapes, wire), labels, (-wide, -18.0, wide, mm(shape.point) + 3.0), "lead")
