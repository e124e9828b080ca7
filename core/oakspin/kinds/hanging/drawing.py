"""The drawing of a hanging rotor in millimetres: a side section through the axis."""

from __future__ import annotations

import math

from oakspin.design.hanging import HangingDesign
from oakspin.kinds.geometry import (
    Dimension,
    Geometry,
    Handle,
    HandleAxis,
    Label,
    Moving,
    Polyline,
    Role,
    Shape,
    Turning,
    bounds_of,
    box,
    clashes_of,
    mm,
)
from oakspin.kinds.pushing import pushes_at
from oakspin.kinds.sideview import SIDE, field_lines
from oakspin.machines.hanging.causes import FLAG_REACH, flag_edge, lead_bow
from oakspin.machines.hanging.shape import HangingShape, hanging_shape
from oakspin.machines.machine import Machine
from oakspin.motion.drive import Drive
from oakspin.parts.cell import cell_of

OUT = 14.0  # mm that the lead is led beside cell and magnets


def draw_hanging(design: HangingDesign, machine: Machine, drive: Drive) -> Geometry:
    """Lay out shapes, handles and marks."""
    shape = hanging_shape(design)
    right = math.cos(math.radians(design.lead.side_deg)) >= 0
    side = 1.0 if right else -1.0
    lead = _lead(design, shape, side)
    shapes, moving = (*rotor(design, shape), Shape("lead", lead, closed=False)), _moving(design, shape)
    down = design.battery.terminal_up == "-"
    inside: Polyline = tuple(
        (0.0, mm(shape.point) - step * (mm(shape.point) - mm(shape.length) * 0.5) / 8) for step in range(9)
    )
    rim = lead[-1]
    whole = bounds_of(shapes, moving=moving)
    path = (*inside, (rim[0] * 0.5, rim[1]), rim, *lead[::-1][1:])
    return Geometry(
        shapes=(*shapes, Shape("axis", ((0.0, whole[1]), (0.0, whole[3])), closed=False)),
        labels=_labels(design, shape),
        handles=_handles(design, shape, side),
        current=(path if down else path[::-1], lead[::-1] if down else lead),
        flows=(),
        pushes=pushes_at(drive, (rim[0], rim[1], (0.0, 0.0, -side), abs(rim[0]))),
        field_lines=() if shape.stack.across or not design.stack_on else field_lines(shape.stack),
        moving=moving,
        pose=0.0,
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
        clashes=clashes_of(machine, {"flag_strikes": ((side * mm(flag_edge(design)), _flag_height(shape)),)}),
    )


def _screw(shape: HangingShape) -> Polyline:
    head, shank = mm(shape.head), mm(shape.shank / 2)
    bevel = min(0.4, mm(shape.head_height) / 2)
    low, shoulder, top = mm(shape.length), mm(shape.length + shape.head_height), mm(shape.point)
    cone = min(shank * 1.7, (top - shoulder) / 2)
    right = [(head, low), (head, shoulder - bevel), (shank, shoulder), (shank, top - cone), (0.15, top)]
    return (*right, *((-x, y) for x, y in right[::-1]))


def _poles(design: HangingDesign) -> tuple[Role, Role]:
    """Upper and lower pole."""
    return ("north", "south") if design.magnets.pole_up == "N" else ("south", "north")


def rotor(design: HangingDesign, shape: HangingShape) -> tuple[Shape, ...]:
    """Cell, magnets and screw."""
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
            poles = _poles(design)
            parts.append(Shape(poles[0], box(outer, half, shape.length), label=poles[0][0].upper()))
            parts.append(Shape(poles[1], box(outer, 0.0, half), label=poles[1][0].upper()))
        if shape.above:
            # One ring cut open: left and right of the shank.
            hole, outer, thick = mm(shape.above.hole), mm(shape.above.radius), mm(shape.above.length)
            low = mm(shape.above_at)
            for side in (-1.0, 1.0):
                for part, pole in ((0, _poles(design)[1]), (1, _poles(design)[0])):
                    y0, y1 = low + thick * part / 2, low + thick * (part + 1) / 2
                    parts.append(
                        Shape(pole, ((side * hole, y0), (side * outer, y0), (side * outer, y1), (side * hole, y1)))
                    )
    parts.append(Shape("core", _screw(shape)))
    return tuple(parts)


def _lead(design: HangingDesign, shape: HangingShape, side: float) -> Polyline:
    """From the upper terminal round the cell to the rim."""
    top, out = (
        mm(shape.point + shape.cell_length),
        side * max(mm(max(shape.cell_radius, shape.stack.radius)) + OUT * 0.55, _clear(design, shape)),
    )
    touch = (side * (mm(shape.stack.radius) + 0.3), design.lead.height_mm)
    below = min(design.lead.height_mm, mm(shape.length)) - 3.0
    return (
        (0.0, top + 1.2),
        (side * 3.0, top + 3.4),
        (out * 0.85, top + 2.2),
        (out, top - 3.0),
        (out, mm(shape.point)),
        (out, below + 5),
        (out * 0.92, below),
        touch,
    )


def _clear(design: HangingDesign, shape: HangingShape) -> float:
    """How far out the lead is led so that the flag passes it, as far as it can be, mm."""
    return min(mm(flag_edge(design)) + 3.0, mm(lead_bow(design, shape)))


def _flag_height(shape: HangingShape) -> float:
    return mm(shape.length + shape.screw * 0.6)


def _moving(design: HangingDesign, shape: HangingShape) -> tuple[Moving, ...]:
    """The flag, and a mark on the rim."""
    radius, shank = mm(shape.stack.radius), mm(shape.shank / 2)
    rim = Moving("mark", ((radius, 0.0, 0.2), (radius, 0.0, mm(shape.length) - 0.2)), SIDE)
    if design.flag.mass_g == 0:
        return (rim,)
    reach = max(design.flag.radius_mm * FLAG_REACH, mm(shape.shank))
    low = _flag_height(shape)
    high = low + max(min(design.flag.area_mm2 / max(reach, 1.0), 12.0), 2.0)
    flag = ((shank, 0.0, low), (reach, 0.0, low), (reach, 0.0, high), (shank, 0.0, high), (shank, 0.0, low))
    return (rim, Moving("mark", flag, SIDE))


def _labels(design: HangingDesign, shape: HangingShape) -> tuple[Label, ...]:
    up = design.battery.terminal_up
    other = "−" if up == "+" else "+"
    x, top = mm(shape.cell_radius) * 0.62, mm(shape.point + shape.cell_length)
    return (
        Label(x, top - 4.0, up.replace("-", "−"), strong=True),
        Label(x, mm(shape.point) + 2.0, other, strong=True),
        *_end_label(design, shape),
    )


def _end_label(design: HangingDesign, shape: HangingShape) -> tuple[Label, ...]:
    """What is on the lead's end, where it is not bare."""
    if design.lead.tip == "bare":
        return ()
    away = -1.0 if math.cos(math.radians(design.lead.side_deg)) >= 0 else 1.0
    x = away * (mm(shape.stack.radius) + 4.0)
    return (Label(x, design.lead.height_mm, f"lead's end {design.lead.tip}", "end" if away < 0 else "start"),)


def _handles(design: HangingDesign, shape: HangingShape, side: float) -> tuple[Handle, ...]:
    flag, lead_at = design.flag, side * (mm(shape.stack.radius) + 2.2)
    handles = [
        Handle("lead", lead_at, design.lead.height_mm, (HandleAxis("y", "/lead/height_mm"),)),
        Handle("screw", -mm(shape.shank / 2) - 2.0, mm(shape.point), (HandleAxis("y", "/screw/length_mm"),)),
    ]
    if flag.mass_g:
        axis = HandleAxis("x", "/flag/radius_mm", 1 / FLAG_REACH)
        handles.append(Handle("flag", flag.radius_mm * FLAG_REACH, _flag_height(shape), (axis,)))
    return tuple(handles)


def _dimensions(design: HangingDesign, shape: HangingShape) -> tuple[Dimension, ...]:
    left = -mm(max(shape.cell_radius, shape.stack.radius)) - 5.0
    return (
        Dimension((left, mm(shape.length)), (left, mm(shape.point)), f"{design.screw.length_mm:g} mm"),
        Dimension((left, 0.0), (left, mm(shape.length)), f"{mm(shape.length):.1f} mm"),
    )
