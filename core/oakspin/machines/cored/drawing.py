"""The drawing of an iron-cored motor in millimetres: from above, and its commutator larger, end-on."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.design.cored import CoredDesign
from oakspin.draws import Array
from oakspin.fields.lines import trace_lines
from oakspin.fields.stack import Stack
from oakspin.machines.cored.shape import ANGLES, CoredShape, magnets_field
from oakspin.machines.driving import drive_ring
from oakspin.machines.geometry import (
    Dimension,
    Flow,
    Geometry,
    Handle,
    Label,
    Moving,
    Point,
    Polyline,
    Push,
    Role,
    Shape,
    Turning,
    Vector,
    View,
    bounds_of,
    circle,
    handle_axis,
    mm,
)
from oakspin.parts.magnet import stack_length

POSE = math.radians(50)  # the bar is drawn on its way past the magnets, where it is pushed hard
BESIDE = 12.0  # mm between motor and commutator
LARGE = 11.0  # mm, the drawn radius of the commutator
ABOVE = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=(0, 0))
RING, SWELL = 1.1, 0.16
LINES, STEPS = 7, 60
PRESS = 12.0  # mN of brush pressure for a mm of drawing


class Layout:
    """Where the views stand; mm, the shaft of the motor on (0, middle)."""

    def __init__(self, design: CoredDesign, shape: CoredShape) -> None:
        self.ring = RING * mm(math.hypot(shape.half, shape.outer)) + 2
        self.wide = max(mm(shape.face) + mm(stack_length(design.magnets)), self.ring * (1 + SWELL)) + 3
        self.middle = 0.0
        self.dial: Point = (0.0, self.ring * (1 + SWELL) + BESIDE + 1.4 * LARGE)


def draw_cored(design: CoredDesign, shape: CoredShape, coupling: Array, switch: Array) -> Geometry:
    """Lay out both views."""
    at = Layout(design, shape)
    drive = (coupling * switch).mean(axis=0)
    ring, _ = drive_ring((0.0, 0.0), at.ring, SWELL, (float(np.sign(drive.sum())) or 1.0) * drive, 0.0)
    shapes = (*_magnets(design, shape), *_bar(shape, POSE), *_commutator(design, at, POSE), *ring)
    labels = _labels(design, shape, at)
    left, bottom, right, top = bounds_of(shapes, labels)
    live = float(switch.mean(axis=0)[int(POSE / (2 * math.pi) * ANGLES.size)])
    return Geometry(
        shapes=shapes,
        labels=labels,
        handles=_handles(design, shape, at),
        current=(),
        flows=_flows(shape, live),
        pushes=(
            Push(
                mm(shape.half) * math.cos(POSE),
                mm(shape.half) * math.sin(POSE),
                (-math.sin(POSE), math.cos(POSE), 0.0),
                mm(shape.half),
            ),
        ),
        field_lines=_field_lines(shape),
        moving=_moving(design, shape, at),
        sparks=((at.dial[0] - LARGE, at.dial[1]), (at.dial[0] + LARGE, at.dial[1])),
        dimensions=_dimensions(design, shape, at),
        mass=None,
        turning=Turning(0.0, 0.0, "end", at.ring * (1 + SWELL) + 2.0),
        bounds=(min(left, -at.wide), bottom - 2, max(right, at.wide), top + 5),
        caption="From above, and the commutator seen along the shaft",
    )


def _rotated(points: list[Point], angle: float, middle: Point = (0.0, 0.0)) -> Polyline:
    c, s = math.cos(angle), math.sin(angle)
    return tuple((round(middle[0] + c * x - s * y, 3), round(middle[1] + s * x + c * y, 3)) for x, y in points)


def _magnets(design: CoredDesign, shape: CoredShape) -> tuple[Shape, ...]:
    magnets, face, length = design.magnets, mm(shape.face), mm(stack_length(design.magnets))
    wide = magnets.diameter_mm / 2 if magnets.shape != "block" else magnets.across_mm / 2
    parts: list[Shape] = []
    for side, sign in ((-1.0, 1.0), (1.0, shape.right)):
        if not sign:
            continue
        near, far = side * face, side * (face + length)
        if magnets.magnetized == "across":
            parts.append(Shape("across", _block(near, far, wide), label=magnets.pole_up))
            continue
        # The left stack shows its told pole to the bar; the right one the other where unlike poles face.
        north_near = (magnets.pole_up == "N") == (side < 0 or sign < 0)
        half = (near + far) / 2
        inner, outer = (("north", "south") if north_near else ("south", "north"))  # fmt: skip
        both: list[tuple[Role, float, float]] = [(inner, near, half), (outer, half, far)]  # type: ignore[list-item]
        parts += [Shape(role, _block(a, b, wide), label=role[0].upper()) for role, a, b in both]
    return tuple(parts)


def _block(a: float, b: float, half: float) -> Polyline:
    return ((a, -half), (b, -half), (b, half), (a, half))


def _outline(shape: CoredShape) -> dict[Role, list[list[Point]]]:
    """Bar and both windings at angle 0."""
    half, hub, r, outer = mm(shape.half), mm(shape.hub), mm(shape.radius), mm(shape.outer)
    windings = [[(s * hub, -outer), (s * half, -outer), (s * half, outer), (s * hub, outer)] for s in (-1.0, 1.0)]
    bar = [[(-half, -r), (half, -r), (half, r), (-half, r)]]
    return {"winding": windings, "bar": bar if shape.share else []}


def _bar(shape: CoredShape, angle: float) -> tuple[Shape, ...]:
    outline = _outline(shape)
    parts = [Shape(role, _rotated(points, angle)) for role in outline for points in outline[role]]
    mark = _rotated([(mm(shape.half) - 2.2, 0.0), (mm(shape.half) - 0.6, 0.0)], angle)
    return (*parts, Shape("stand", circle((0.0, 0.0), 1.2)), Shape("mark", mark, closed=False))


def _arcs(design: CoredDesign, radius: float) -> list[list[Point]]:
    """Both segments at angle 0: the marked arm's one is in the middle a quarter turn on, less the timing."""
    half = 90.0 - design.commutator.gap_deg / 2
    arcs = []
    for middle in (90.0, 270.0):
        ends = np.radians(np.linspace(middle + design.commutator.offset_deg - half, middle + design.commutator.offset_deg + half, 25))  # fmt: skip
        arcs.append([(radius * math.cos(a), radius * math.sin(a)) for a in ends.tolist()])
    return arcs


def _commutator(design: CoredDesign, at: Layout, angle: float) -> tuple[Shape, ...]:
    scale = LARGE / design.commutator.radius_mm
    parts = [Shape("enamel", circle(at.dial, 0.92 * LARGE))]
    parts += [Shape("bared", _rotated(arc, angle, at.dial), closed=False) for arc in _arcs(design, LARGE)]
    wide = max(design.brushes.width_mm * scale / 2, 0.6)
    for side in (-1.0, 1.0):
        x = at.dial[0] + side * LARGE
        foot = x + side * (1.2 + 4.0 + design.brushes.force_mN / PRESS)
        brush = ((x, at.dial[1] + wide), (x, at.dial[1] - wide), (foot, at.dial[1] - 7.0), (foot, at.dial[1] - 10.0))
        parts.append(Shape("lead", brush, closed=False))
    return tuple(parts)


def _flows(shape: CoredShape, live: float) -> tuple[Flow, ...]:
    """The winding cut across at the plane of the drawing: toward the viewer on one side of the bar, away on the other.

    Drawn with the marked arm up. Its end is N when its current runs counter-clockwise seen from outside.
    """
    if abs(live) < 0.04:
        return ()
    across, along = (mm(shape.radius) + mm(shape.outer)) / 2, mm(shape.hub + shape.arm * 0.75)
    # Seen from the end, looking down the arm, counter-clockwise: toward the viewer on the drawing's left.
    places = _rotated([(s * along, side * across) for s in (1.0, -1.0) for side in (1.0, -1.0)], POSE)
    left = (True, False) * 2  # of the marked arm, looking out along it
    return tuple(Flow(x, y, at_left == (live > 0)) for (x, y), at_left in zip(places, left, strict=True))


def _labels(design: CoredDesign, shape: CoredShape, at: Layout) -> tuple[Label, ...]:
    x, y = at.dial
    return (
        Label(x, y + LARGE + 4.0, f"commutator, {LARGE / design.commutator.radius_mm:.1f} times as large", strong=True),
        Label(x - LARGE - 6.0, y + 2.0, "+" if design.plus_at == "left" else "−", strong=True),
        Label(x + LARGE + 6.0, y + 2.0, "−" if design.plus_at == "left" else "+", strong=True),
        Label(mm(shape.half) * math.cos(POSE) + 5.0, mm(shape.half) * math.sin(POSE) + 1.0, "marked arm", "start"),
    )


def _moving(design: CoredDesign, shape: CoredShape, at: Layout) -> tuple[Moving, ...]:
    paths: list[Moving] = []
    for role, pieces in _outline(shape).items():
        for points in pieces:
            closed = (*points, points[0])
            paths.append(Moving(role, tuple((x, y, 0.0) for x, y in closed), ABOVE))
    dial = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=at.dial)
    for arc in _arcs(design, LARGE):
        paths.append(Moving("bared", tuple((x, y, 0.0) for x, y in arc), dial))
    mark: tuple[Vector, ...] = ((mm(shape.half) - 2.2, 0.0, 0.1), (mm(shape.half) - 0.6, 0.0, 0.1))
    return (*paths, Moving("mark", mark, ABOVE))


def _handles(design: CoredDesign, shape: CoredShape, at: Layout) -> tuple[Handle, ...]:
    gap, length = design.gap.distance_mm, design.core.length_mm
    near = handle_axis("x", "Distance to the magnets", "/gap/distance_mm", gap, (0.3, 120.0), 0.5, -mm(shape.half))
    c, s = math.cos(POSE), math.sin(POSE)
    bar = handle_axis("y", "Bar length", "/core/length_mm", length, (20.0, 200.0), 1.0, 0.0, 2.0 / s)
    # The outer side of the marked arm's winding, half-way along: up is thicker.
    halfway, per = mm(shape.hub + shape.arm / 2), _per_mm(design, shape)
    thick = handle_axis("y", "Turns on each arm", "/winding/turns", float(design.winding.turns), (5.0, 5000.0), 10.0, (-s * halfway / c - mm(shape.radius)) * per, per / c, unit="")  # fmt: skip
    force = design.brushes.force_mN
    press = handle_axis("x", "Brush pressure", "/brushes/force_mN", force, (1.0, 400.0), 1.0, -(LARGE + 1.2 + 4.0) * PRESS, -PRESS, unit="mN")  # fmt: skip
    x, y = at.dial
    # The marked segment's middle is a handle on the dial: turned on, it is earlier.
    middle = math.radians(90.0 + design.commutator.offset_deg) + POSE
    turn = handle_axis("turn", "Timing", "/commutator/offset_deg", design.commutator.offset_deg, (-90.0, 90.0), 1.0, -180.0, 1.0, unit="°", center=at.dial)  # fmt: skip
    return (
        Handle("distance", mm(shape.face), 0.0, (near,)),
        Handle("bar", mm(shape.half) * c, mm(shape.half) * s, (bar,)),
        Handle("winding", c * halfway - s * mm(shape.outer), s * halfway + c * mm(shape.outer), (thick,)),
        Handle("brush", x - LARGE - 1.2 - 4.0 - force / PRESS, y - 7.0, (press,)),
        Handle("timing", x + LARGE * math.cos(middle), y + LARGE * math.sin(middle), (turn,)),
    )


def _per_mm(design: CoredDesign, shape: CoredShape) -> float:
    """Turns on each arm for a mm of winding on the bar."""
    return design.winding.turns / max(mm(shape.outer) - mm(shape.radius), 0.05)


def _dimensions(design: CoredDesign, shape: CoredShape, at: Layout) -> tuple[Dimension, ...]:
    half, face = mm(shape.half), mm(shape.face)
    low = -at.ring * (1 + SWELL) - 3.0
    return (
        Dimension((-half, low), (half, low), f"bar {2 * half:.0f} mm"),
        Dimension((half, low), (face, low), f"{face - half:.1f} mm"),
    )


@lru_cache(maxsize=64)
def _field_lines(shape: CoredShape) -> tuple[Polyline, ...]:
    """The field of the magnets alone, from the left stack's face on."""
    wide = shape.left.radius if isinstance(shape.left, Stack) else shape.left.along / 2
    rows = np.linspace(-0.85, 0.85, LINES) * wide
    seeds = np.column_stack([np.full(LINES, -shape.face + 0.5e-3), rows])

    def field(points: Array) -> Array:
        # The tracer follows lines in its own plane (y, z): here that of the drawing, (x, y).
        b = magnets_field(shape, np.column_stack([points[:, 1], points[:, 2], np.zeros(len(points))]))
        return np.column_stack([b[:, 2], b[:, 0], b[:, 1]])

    ahead = field(np.column_stack([np.zeros(LINES), seeds]))[:, 1].sum() > 0
    step = 2 * shape.face / STEPS
    lines = trace_lines(field, seeds, step if ahead else -step, round(1.3 * STEPS))
    found = []
    for number in range(LINES):
        line = lines[:, number]
        inside = (np.abs(line[:, 0]) < shape.face) & (np.abs(line[:, 1]) < 1.6 * shape.half)
        end = int(np.argmin(inside)) if not inside.all() else len(line)
        if end > 2:
            found.append(tuple((mm(x), mm(y)) for x, y in line[:end]))
    return tuple(found)
