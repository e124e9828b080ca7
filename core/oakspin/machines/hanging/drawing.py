"""The drawing of a hanging rotor in millimetres: a side section through the axis."""

from __future__ import annotations

import math

from oakspin.design.hanging import HangingDesign
from oakspin.machines.geometry import (
    Dimension,
    Geometry,
    Handle,
    Label,
    Moving,
    Polyline,
    Push,
    Role,
    Shape,
    Turning,
    bounds_of,
    box,
    handle_axis,
    mm,
)
from oakspin.machines.hanging.shape import HangingShape
from oakspin.machines.sideview import SIDE, field_lines
from oakspin.parts.cell import cell_of

OUT = 14.0  # mm that the lead is led beside cell and magnets


def draw_hanging(design: HangingDesign, shape: HangingShape) -> Geometry:
    """Lay out shapes, handles and marks."""
    right = math.cos(math.radians(design.lead.side_deg)) >= 0
    side = 1.0 if right else -1.0
    lead = _lead(design, shape, side)
    shapes = (*_standing(design, shape), Shape("lead", lead, closed=False), *_flag(design, shape))
    down = design.battery.terminal_up == "-"
    inside: Polyline = tuple((0.0, mm(shape.point) - step * (mm(shape.point) - mm(shape.length) * 0.5) / 8) for step in range(9))  # fmt: skip
    rim = lead[-1]
    whole = bounds_of(shapes)
    path = (*inside, (rim[0] * 0.5, rim[1]), rim, *lead[::-1][1:])
    return Geometry(
        shapes=(*shapes, Shape("axis", ((0.0, whole[1]), (0.0, whole[3])), closed=False)),
        labels=_labels(design, shape),
        handles=_handles(design, shape, side),
        current=(path if down else path[::-1], lead[::-1] if down else lead),
        flows=(),
        pushes=(Push(rim[0], rim[1], (0.0, 0.0, -side), abs(rim[0])),),
        field_lines=() if shape.stack.across or not design.stack_on else field_lines(shape.stack),
        moving=_moving(design, shape),
        sparks=(rim,),
        dimensions=_dimensions(design, shape),
        mass=None,
        turning=Turning(0.0, mm(shape.point + shape.cell_length), "above", 0.0),
        bounds=(
            min(whole[0], -mm(shape.cell_radius) - OUT),
            min(whole[1], -6.0),
            max(whole[2], mm(shape.cell_radius) + OUT),
            whole[3] + 4,
        ),
        caption="Side section",
    )


def _screw(shape: HangingShape) -> Polyline:
    head, shank = mm(shape.head), mm(shape.shank / 2)
    low, shoulder, top = mm(shape.length), mm(shape.length + shape.head_height), mm(shape.point)
    cone = min(shank * 1.7, (top - shoulder) / 2)
    right = [(head, low), (head, shoulder - 0.4), (shank, shoulder), (shank, top - cone), (0.15, top)]
    return (*right, *((-x, y) for x, y in right[::-1]))


def _standing(design: HangingDesign, shape: HangingShape) -> tuple[Shape, ...]:
    radius, low = shape.cell_radius, shape.point
    parts = [Shape("cell", box(radius, low, low + shape.cell_length), label=cell_of(design.battery).name)]
    top = low + shape.cell_length
    nub = (low, low + 1e-3) if design.battery.terminal_up == "-" else (top - 1e-3, top)
    parts.append(Shape("terminal", box(radius * 0.35, *nub)))
    if design.stack_on:
        half, outer = shape.length / 2, shape.stack.radius
        if shape.stack.across:
            parts.append(Shape("across", box(outer, 0.0, shape.length), label=design.magnets.pole_up))
        else:
            poles: tuple[Role, Role] = ("north", "south") if design.magnets.pole_up == "N" else ("south", "north")
            parts.append(Shape(poles[0], box(outer, half, shape.length), label=poles[0][0].upper()))
            parts.append(Shape(poles[1], box(outer, 0.0, half), label=poles[1][0].upper()))
    parts.append(Shape("core", _screw(shape)))
    return tuple(parts)


def _lead(design: HangingDesign, shape: HangingShape, side: float) -> Polyline:
    """From the upper terminal round the cell to the rim."""
    top, out = mm(shape.point + shape.cell_length), side * (mm(max(shape.cell_radius, shape.stack.radius)) + OUT * 0.55)
    touch = (side * (mm(shape.stack.radius) + 0.3), design.lead.height_mm)
    below = min(design.lead.height_mm, mm(shape.length)) - 3.0
    return ((0.0, top + 1.2), (side * 3.0, top + 3.4), (out * 0.85, top + 2.2), (out, top - 3.0), (out, mm(shape.point)), (out, below + 5), (out * 0.92, below), touch)  # fmt: skip


def _flag(design: HangingDesign, shape: HangingShape) -> tuple[Shape, ...]:
    if design.flag.mass_g == 0:
        return ()
    reach = max(design.flag.radius_mm * 1.5, mm(shape.shank))
    y = mm(shape.length + shape.screw * 0.6)
    tall = max(min(design.flag.area_mm2 / max(reach, 1.0), 12.0), 2.0)
    return (Shape("mark", ((mm(shape.shank / 2), y), (reach, y), (reach, y + tall), (mm(shape.shank / 2), y + tall), (mm(shape.shank / 2), y)), closed=False),)  # fmt: skip


def _moving(design: HangingDesign, shape: HangingShape) -> tuple[Moving, ...]:
    """The flag and a mark on the rim."""
    radius = mm(shape.stack.radius)
    rim = ((radius, 0.0, 0.2), (radius, 0.0, mm(shape.length) - 0.2))
    flags = (Moving("mark", tuple((x, 0.0, y) for x, y in flag.points), SIDE) for flag in _flag(design, shape))
    return (Moving("wire", rim, SIDE), *flags)


def _labels(design: HangingDesign, shape: HangingShape) -> tuple[Label, ...]:
    up = design.battery.terminal_up
    other = "−" if up == "+" else "+"
    x, top = mm(shape.cell_radius) * 0.62, mm(shape.point + shape.cell_length)
    return (
        Label(x, top - 4.0, up.replace("-", "−"), strong=True),
        Label(x, mm(shape.point) + 2.0, other, strong=True),
    )


def _handles(design: HangingDesign, shape: HangingShape, side: float) -> tuple[Handle, ...]:
    stack = mm(shape.stack.length)
    height = design.lead.height_mm
    axis = handle_axis("y", "Lead height", "/lead/height_mm", height, (0.0, max(stack, height)), 0.1, 0.0)
    flag = design.flag
    found = [Handle("lead", side * (mm(shape.stack.radius) + 2.2), height, (axis,))]
    length = handle_axis("y", "Screw length", "/screw/length_mm", design.screw.length_mm, (10.0, 100.0), 0.5, -mm(shape.length))  # fmt: skip
    found.append(Handle("screw", -mm(shape.shank / 2) - 2.0, mm(shape.point), (length,)))
    if flag.mass_g:
        reach = handle_axis("x", "Flag radius", "/flag/radius_mm", flag.radius_mm, (1.0, 60.0), 0.5, 0.0, 1 / 1.5)
        found.append(Handle("flag", flag.radius_mm * 1.5, mm(shape.length + shape.screw * 0.6), (reach,)))
    return tuple(found)


def _dimensions(design: HangingDesign, shape: HangingShape) -> tuple[Dimension, ...]:
    left = -mm(max(shape.cell_radius, shape.stack.radius)) - 5.0
    return (
        Dimension((left, mm(shape.length)), (left, mm(shape.point)), f"{design.screw.length_mm:g} mm"),
        Dimension((left, 0.0), (left, mm(shape.length)), f"{mm(shape.length):.1f} mm"),
    )
