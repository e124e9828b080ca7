"""Plain causes that stop a hanging rotor, in the order of the links they break."""

from __future__ import annotations

import math

from oakspin.design.hanging import HangingDesign
from oakspin.draws import Array
from oakspin.machines.common_causes import magnet_skin, no_terminals
from oakspin.machines.hanging.shape import HangingShape
from oakspin.machines.machine import Cause
from oakspin.parts.cell import Pack
from oakspin.parts.wire import wire_metal

FLAG_REACH = 1.5  # of the flag's mean radius, where its edge is
LEAST_WALL = 1e-3  # m that a ring needs beside its hole; data sheets


def causes_of(design: HangingDesign, shape: HangingShape, pack: Pack, hold: Array, weight: float) -> tuple[Cause, ...]:
    """Every plain cause. ``hold`` is what holds the point, with draws, and ``weight`` what pulls at it, in N."""
    causes = [
        no_terminals(pack),
        _hangs(design, pack, hold, weight),
        magnet_skin(design.magnets),
        _ends(design),
        _ring(shape),
        _lead_place(design, shape),
        _lead_reach(design, shape),
        _flag(design, shape),
        _snatched(design),
    ]
    return tuple(cause for cause in causes if cause)


def _hangs(design: HangingDesign, pack: Pack, hold: Array, weight: float) -> Cause | None:
    if not design.stack_on:
        return Cause("circuit", "no_magnets")
    if design.screw.material != "steel":
        return Cause("circuit", "screw_not_steel", values={"metal": design.screw.material})
    if pack.cell.can_mm == 0:
        return Cause("circuit", "no_can", values={"cell": pack.cell.name})
    falls = hold < weight
    return Cause("circuit", "falls", falls) if falls.any() else None


def _ends(design: HangingDesign) -> Cause | None:
    wire = design.wire
    if design.lead.tip == "painted":
        return Cause("circuit", "lead_painted")
    return None if wire.finish == "bare" or wire.ends_stripped else Cause("circuit", "ends_covered")


def _ring(shape: HangingShape) -> Cause | None:
    """Rings that their shank leaves no wall."""
    if shape.above is None or shape.above.hole <= shape.above.radius - LEAST_WALL:
        return None
    return Cause("circuit", "ring_narrow", values={"shank": shape.shank * 1e3, "ring": shape.above.radius * 2e3})


def _lead_place(design: HangingDesign, shape: HangingShape) -> Cause | None:
    height, stack = design.lead.height_mm, shape.length * 1e3
    if not design.stack_on or height <= stack + 1e-9:
        return None
    return Cause("circuit", "lead_above_stack", values={"lead": height, "stack": stack})


def flag_edge(design: HangingDesign) -> float:
    """How far out in m the flag's edge goes round; 0 without one."""
    return design.flag.radius_mm * 1e-3 * FLAG_REACH if design.flag.mass_g else 0.0


def lead_bow(design: HangingDesign, shape: HangingShape) -> float:
    """How far out in m the lead can be bowed between the cell's top and the rim."""
    high = shape.point + shape.cell_length - design.lead.height_mm * 1e-3
    return math.sqrt(max((design.lead.length_mm * 5e-4) ** 2 - (high / 2) ** 2, 0.0))


def _lead_reach(design: HangingDesign, shape: HangingShape) -> Cause | None:
    high = (shape.point + shape.cell_length) * 1e3 - design.lead.height_mm
    if design.lead.length_mm >= high:
        return None
    return Cause("circuit", "lead_short", values={"long": design.lead.length_mm, "needed": high})


def _flag(design: HangingDesign, shape: HangingShape) -> Cause | None:
    edge, bow = flag_edge(design), lead_bow(design, shape)
    if edge == 0 or edge < bow or bow == 0:
        return None
    return Cause("starts", "flag_strikes", values={"edge": edge * 1e3, "bow": bow * 1e3})


def _snatched(design: HangingDesign) -> Cause | None:
    clip = design.lead.type == "steel_clip"
    pulled = clip or wire_metal(design.wire).magnetic
    return Cause("starts", "lead_snatched", values={"lead": "iron clip" if clip else "steel wire"}) if pulled else None
