"""The drawing of a frame motor in millimetres: a side section through the axis."""

from __future__ import annotations

import numpy as np

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import Array, median
from oakspin.fields.stack import Stack
from oakspin.machines.frame.shape import CUP_HEIGHT, FrameShape
from oakspin.machines.geometry import (
    Dimension,
    Geometry,
    Handle,
    Mass,
    Moving,
    Polyline,
    Push,
    Shape,
    Turning,
    bounds_of,
    box,
    handle_axis,
    mm,
)
from oakspin.machines.sideview import SIDE, field_lines
from oakspin.parts.wire import wire_diameter

NUB_HEIGHT, NUB_SHARE = 1.0, 0.36


def draw_frame(design: FrameDesign, shape: FrameShape, stack: Stack, balance: tuple[Array, float]) -> Geometry:
    """Lay out shapes, handles and marks; ``balance`` is (offsets, drop) of the centre of mass in m."""
    legs = [_flat(leg) for leg in shape.legs]
    far = [bool(leg[:, 1].mean() > 1e-4) for leg in shape.legs]
    wire = [Shape("far_wire" if back else "wire", leg, closed=False) for leg, back in zip(legs, far, strict=True)]
    if shape.ring is not None:
        wire.append(Shape("wire", _flat(shape.ring), closed=False))
    shapes = (*_standing(design, shape, stack), *wire)
    down = design.battery.terminal_up == "+"
    reach = [foot for foot in (leg[-1] for leg in shape.legs) if abs(foot[0]) > 1e-4]
    sides = {bool(foot[0] > 0): foot for foot in reach}
    whole = bounds_of(shapes)
    return Geometry(
        shapes=(*shapes, Shape("axis", ((0.0, whole[1]), (0.0, whole[3])), closed=False)),
        labels=(),
        handles=_handles(design, shape),
        current=tuple(leg if down else leg[::-1] for leg, back in zip(legs, far, strict=True) if not back),
        flows=(),
        pushes=tuple(
            Push(mm(foot[0]), 0.0, (0, 0, -1 if right else 1), abs(mm(foot[0]))) for right, foot in sides.items()
        ),
        field_lines=() if stack.across else field_lines(stack),
        moving=tuple(
            Moving("wire", tuple((x, y, z) for x, y, z in np.round(path * 1e3, 3).tolist()), SIDE, sparks=True)
            for path in shape.paths
        ),
        sparks=(),
        dimensions=_dimensions(legs, mm(shape.tip)),
        mass=Mass(median(balance[0]) * 1e3, mm(shape.tip - balance[1]), median(balance[0]) * 1e3),
        turning=Turning(0.0, whole[3], "above", 0.0),
        bounds=whole,
        caption="Side section",
    )


def _dimensions(legs: list[Polyline], tip: float) -> tuple[Dimension, ...]:
    reach = [x for leg in legs for x, _ in leg]
    left, right = min(reach), max(reach)
    beside = right + 5
    return (
        Dimension((left, -6.0), (right, -6.0), f"{right - left:.3g} mm wide"),
        Dimension((beside, 0.0), (beside, tip), f"tip at {tip:.3g} mm"),
    )


def _flat(path: Array) -> Polyline:
    flat: list[list[float]] = np.round(path[:, [0, 2]] * 1e3, 3).tolist()
    return tuple((x, z) for x, z in flat)


def _standing(design: FrameDesign, shape: FrameShape, stack: Stack) -> tuple[Shape, ...]:
    radius, pack = stack.radius, shape.pack
    cell = pack.cell.length_mm * 1e-3
    up = design.battery.terminal_up
    parts = []
    for number in range(design.battery.in_series):
        low = shape.stack + number * cell
        nub = NUB_HEIGHT * 1e-3 if pack.length > 10e-3 else 0.2e-3
        body = (low, low + cell - nub) if up == "+" else (low + nub, low + cell)
        knob = (low + cell - nub, low + cell) if up == "+" else (low, low + nub)
        parts.append(Shape("cell", box(pack.radius, *body), label=pack.cell.name))
        parts.append(Shape("terminal", box(pack.radius * NUB_SHARE, *knob), label=up))
    if design.magnets.magnetized == "across":
        parts.append(
            Shape("across", box(radius, 0.0, shape.stack), label="N" if design.magnets.pole_up == "N" else "S")
        )
    else:
        upper, lower = ("north", "south") if design.magnets.pole_up == "N" else ("south", "north")
        parts.append(Shape(upper, box(radius, shape.stack / 2, shape.stack), label=upper[0].upper()))  # type: ignore[arg-type]
        parts.append(Shape(lower, box(radius, 0.0, shape.stack / 2), label=lower[0].upper()))  # type: ignore[arg-type]
    if design.pivot.seat == "cup":
        top = shape.stack + pack.length
        parts.append(Shape("cup", box(min(4e-3, pack.radius), top, top + CUP_HEIGHT), label="cup"))
    wide = max(30e-3, 1.6 * radius, 1.3 * pack.radius)
    return (*parts, Shape("bench", box(wide, -1.2e-3, 0.0)))


def _handles(design: FrameDesign, shape: FrameShape) -> tuple[Handle, ...]:
    outline, feet = design.outline, design.feet
    half_wire = wire_diameter(design.wire) * 500
    rim = design.magnets.diameter_mm / 2 + half_wire
    foot = Handle(
        "foot",
        mm(shape.foot_radius),
        mm(shape.foot_height),
        (
            handle_axis("x", "Foot gap", "/feet/gap_mm", feet.gap_mm, (0, 8), 0.1, -rim),
            handle_axis("y", "Foot height", "/feet/height_mm", feet.height_mm, (0, shape.stack * 1e3), 0.1, 0.0),
        ),
    )
    found = [foot]
    if isinstance(outline.half, ByPoints):
        found += _points(outline.half, "/outline/half", "Leg", 1.0, shape, half_wire)
    else:
        found.append(_spring(outline.half, shape, half_wire))
    if outline.other_half is not None:
        found += _points(outline.other_half, "/outline/other_half", "Second leg", -1.0, shape, half_wire)
    return tuple(found)


def _points(half: ByPoints, pointer: str, name: str, side: float, shape: FrameShape, half_wire: float) -> list[Handle]:
    tip = shape.tip * 1e3
    beside_cell = shape.pack.radius * 1e3 + half_wire
    made = []
    for number, point in enumerate(half.points):
        at = f"{pointer}/points/{number}"
        label = f"{name} point {number + 1}"
        inner = 1.0 if point.height_mm > 1 else min(beside_cell, point.radius_mm)
        made.append(
            Handle(
                at.strip("/").replace("/", "-"),
                side * point.radius_mm,
                tip + point.height_mm,
                (
                    handle_axis("x", f"{label} reach", f"{at}/radius_mm", point.radius_mm, (inner, 60), 0.5, 0.0, side),
                    handle_axis("y", f"{label} height", f"{at}/height_mm", point.height_mm, (1 - tip, 40), 0.5, -tip),
                ),
            )
        )
    return made


def _spring(half: BySpring, shape: FrameShape, half_wire: float) -> Handle:
    least = 2 * (shape.pack.radius * 1e3 + half_wire)
    limits = (min(least, half.diameter_mm), 60.0)
    axis = handle_axis("x", "Spring diameter", "/outline/half/diameter_mm", half.diameter_mm, limits, 0.5, 0.0, 2.0)
    return Handle("spring", half.diameter_mm / 2, mm(shape.stack + shape.pack.length / 2), (axis,))
