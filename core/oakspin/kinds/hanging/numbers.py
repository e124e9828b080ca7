"""The parts of a hanging rotor as lines that open to their dials."""

from __future__ import annotations

from oakspin.design.battery import CellName
from oakspin.design.hanging import HangingDesign
from oakspin.kinds.hanging import words as say
from oakspin.kinds.numbers import Follower, PartLine, choice, folded, number
from oakspin.kinds.partlines import PRESSURE_WORD, battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.machines.hanging.shape import hanging_shape
from oakspin.parts.catalogue import FOOT_FORCE
from oakspin.parts.magnet import stack_length
from oakspin.parts.wire import wire_metal
from oakspin.spoken import GRAM

PRESSED = ("barely", "light", "firm", "gripping")
CELLS_WITH_CANS: tuple[CellName, ...] = (
    "alkaline_AA",
    "alkaline_AAA",
    "alkaline_C",
    "alkaline_D",
    "nimh_AA",
    "nimh_AAA",
)


def hanging_parts(design: HangingDesign) -> tuple[PartLine, ...]:
    """Every part in the order in which it is laid out on the bench."""
    hangs = choice(design, "/battery/terminal_up", "Hangs from", [("− below", "+"), ("+ below", "-")])
    # The lead keeps its share of the stack's height when the stack grows.
    share = design.lead.height_mm / (stack_length(design.magnets) * 1e3)
    on = choice(design, "/stack_on", "Under head", [("magnets", True), ("nothing", False)])
    return (
        battery_line(design, CELLS_WITH_CANS, hangs, side_by_side=False),
        magnets_line(
            design,
            further=(on, *folded(number(design, "/rings_above", "Rings above", "", 1, name="Rings above the head"))),
            stack_follows=(Follower("/lead/height_mm", share * design.magnets.thickness_mm),),
            each_follows=(Follower("/lead/height_mm", share * design.magnets.count),),
            tuned=(2, 3),
        ),
        _screw(design),
        wire_line(design, design.wire, design.lead.length_mm * 1e-3),
        _lead(design),
        _flag(design),
        bench_line(design),
    )


def _screw(design: HangingDesign) -> PartLine:
    screw, shape = design.screw, hanging_shape(design)
    head = (
        number(design, "/screw/head_mm", "Head", "mm", 0.1, name="Head of the screw"),
        number(design, "/screw/head_height_mm", "Head height", "mm", 0.1, name="Height of the head"),
    )
    dials = (
        choice(design, "/screw/material", "Metal", [(name, name) for name in ("steel", "brass", "aluminum")]),
        number(design, "/screw/length_mm", "Length", "mm", 1, name="Screw length", tuned=4, built=True),
        number(design, "/screw/shank_mm", "Shank", "mm", 0.1, name="Shank of the screw"),
        *(() if screw.headless else head),
        number(design, "/screw/tip_mm", "Point's flat", "mm", 0.05, built=True),
        number(design, "/screw/point_deg", "Half cone", "°", 5, name="Half cone of the point"),
        *folded(choice(design, "/screw/headless", "Its head", [("there", False), ("none", True)])),
    )
    figure = f"{shape.screw_mass * 1e3:.1f} g · point {screw.tip_mm:g} mm, {screw.point_deg:g}°"
    return PartLine(
        "screw",
        "Screw",
        f"{screw.material}, {screw.shank_mm:g} × {screw.length_mm:g} mm{', no head' if screw.headless else ''}",
        figure,
        dials,
    )


def _lead(design: HangingDesign) -> PartLine:
    lead = design.lead
    top = round(stack_length(design.magnets) * 1e3, 3)
    dials = (
        choice(design, "/lead/type", "Lead", [("copper wire", "copper"), ("iron clip", "steel_clip")]),
        choice(design, "/lead/tip", "Its end", [(text, text) for text in ("bare", "dirty", "painted")]),
        number(design, "/lead/height_mm", "Lead height", "mm", 0.1, within=(0, top), tuned=1, built=True),
        number(design, "/lead/side_deg", "From side", "°", 15, name="Side of the lead"),
        choice(design, "/lead/pressure", "Pressure", [(PRESSURE_WORD[name], name) for name in PRESSED]),
        number(design, "/lead/length_mm", "Length", "mm", 5, name="Length of the lead"),
        surface_dial(design),
    )
    force = FOOT_FORCE[lead.pressure] / GRAM
    name = f"{wire_metal(design.wire).name} wire" if lead.type == "copper" else "iron clip"
    figure = say.LEAD.format(force=force, surface=design.surface, height=lead.height_mm)
    return PartLine(
        "lead",
        "Lead",
        f"{name}, {'' if lead.tip == 'bare' else f'{lead.tip} end, '}{PRESSURE_WORD[lead.pressure]}",
        figure,
        dials,
    )


def _flag(design: HangingDesign) -> PartLine:
    flag = design.flag
    dials = (
        number(design, "/flag/mass_g", "Mass", "g", 0.05, name="Mass of the flag"),
        number(design, "/flag/radius_mm", "… at radius", "mm", 1, name="Flag radius"),
        number(design, "/flag/area_mm2", "… in the air", "mm²", 10, name="Area of the flag", tuned=5),
    )
    line = f"{flag.mass_g:g} g of paper" if flag.mass_g else "none"
    return PartLine("flag", "Flag", line, f"{flag.area_mm2:g} mm² at {flag.radius_mm:g} mm", dials)
