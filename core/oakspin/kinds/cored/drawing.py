"""The drawing of an iron-cored motor in millimetres: from above, and its commutator larger, end-on."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.design.cored import CoredDesign
from oakspin.draws import Array
from oakspin.fields.lines import trace_lines
from oakspin.fields.stack import Stack
from oakspin.kinds.driving import drive_ring
from oakspin.kinds.geometry import (
    Dimension,
    Flow,
    Geometry,
    Handle,
    HandleAxis,
    Label,
    Moving,
    Point,
    Polyline,
    Role,
    Shape,
    Turning,
    View,
    bounds_of,
    circle,
    clashes_of,
    level,
    mm,
)
from oakspin.kinds.pushing import pushes_at
from oakspin.machines.cored.shape import ANGLES, CoredShape, cored_shape, magnets_field
from oakspin.machines.machine import Machine
from oakspin.motion.drive import Drive
from oakspin.parts.magnet import stack_length

POSE = math.radians(50)  # the bar is drawn on its way past the magnets, where it is pushed hard
CLEARANCE = 12.0  # mm between motor and commutator
LARGE = 11.0  # mm, the drawn radius of the commutator
ABOVE = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=(0, 0))
RING, SWELL = 1.1, 0.16
LINES, STEPS = 7, 60
MOST_OUT = 30.0  # mm that a brush is drawn out at most for its pressure
PRESS = 12.0  # mN of brush pressure for a mm of drawing


class CoredLayout:
    """Where the views stand; mm, the shaft of the motor on (0, middle)."""

    def __init__(self, design: CoredDesign, shape: CoredShape) -> None:
        self.ring = RING * mm(math.hypot(shape.half, shape.outer)) + 2
        self.wide = max(mm(shape.face) + mm(stack_length(design.magnets)), self.ring * (1 + SWELL)) + 3
        self.middle = 0.0
        self.dial: Point = (0.0, self.ring * (1 + SWELL) + CLEARANCE + 1.4 * LARGE)


def draw_cored(design: CoredDesign, machine: Machine, drive: Drive) -> Geometry:
    """Lay out both views."""
    shape = cored_shape(design)
    at, push = CoredLayout(design, shape), machine.effective.mean(axis=0)
    ring, _ = drive_ring((0.0, 0.0), at.ring, SWELL, (float(np.sign(push.sum())) or 1.0) * push, 0.0)
    shapes = (*_magnets(design, shape), *_brushes(design, at), *ring)
    labels, moving = _labels(design, shape, at), _moving(design, shape, at)
    left, bottom, right, top = bounds_of(shapes, labels, moving, POSE)
    live = float(machine.switch.mean(axis=0)[int(POSE / (2 * math.pi) * ANGLES.size)])
    half, way = mm(shape.half), (-math.sin(POSE), math.cos(POSE), 0.0)
    return Geometry(
        shapes=shapes,
        labels=labels,
        handles=_handles(design, shape, at),
        current=(),
        flows=_flows(shape, live),
        pushes=pushes_at(drive, (half * math.cos(POSE), half * math.sin(POSE), way, half)),
        field_lines=_field_lines(shape),
        moving=moving,
        pose=POSE,
        sparks=((at.dial[0] - LARGE, at.dial[1]), (at.dial[0] + LARGE, at.dial[1])),
        dimensions=_dimensions(design, shape, at),
        mass=None,
        turning=Turning(0.0, 0.0, "end", at.ring * (1 + SWELL) + 2.0),
        bounds=(min(left, -at.wide), bottom - 2, max(right, at.wide), top + 5),
        clashes=clashes_of(
            machine, {"corner_strikes": ((mm(shape.face), mm(shape.outer)), (mm(shape.face), -mm(shape.outer)))}
        ),
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
        inner, outer = ("north", "south") if north_near else ("south", "north")
        both: list[tuple[Role, float, float]] = [(inner, near, half), (outer, half, far)]  # type: ignore[list-item]
        parts += [Shape(role, _block(a, b, wide), label=role[0].upper()) for role, a, b in both]
    return tuple(parts)


def _block(a: float, b: float, half: float) -> Polyline:
    return ((a, -half), (b, -half), (b, half), (a, half))


def _outline(shape: CoredShape) -> dict[Role, list[list[Point]]]:
    """Both windings and the bar at angle 0."""
    half, hub, r, outer = mm(shape.half), mm(shape.hub), mm(shape.radius), mm(shape.outer)
    full = max(shape.turns)
    sides = [
        (s, outer if not full else r + (outer - r) * n / full) for s, n in zip((1.0, -1.0), shape.turns, strict=True)
    ]
    windings = [[(s * hub, -o), (s * half, -o), (s * half, o), (s * hub, o)] for s, o in sides if o > r]
    bar = [[(-half, -r), (half, -r), (half, r), (-half, r)]]
    return {"winding": windings, "bar": bar if shape.share else []}


def _arcs(design: CoredDesign, radius: float) -> list[list[Point]]:
    """Both segments at angle 0: the marked arm's one is in the middle a quarter turn on, less the timing."""
    half = 90.0 - design.commutator.gap_deg / 2
    arcs = []
    for middle in (90.0, 270.0):
        ends = np.radians(
            np.linspace(middle + design.commutator.offset_deg - half, middle + design.commutator.offset_deg + half, 25)
        )
        arcs.append([(radius * math.cos(a), radius * math.sin(a)) for a in ends.tolist()])
    return arcs


def _brushes(design: CoredDesign, at: CoredLayout) -> tuple[Shape, ...]:
    """The shaft between the segments, and both brushes."""
    scale = LARGE / design.commutator.radius_mm
    parts = [Shape("enamel", circle(at.dial, 0.92 * LARGE))]
    wide = max(design.brushes.width_mm * scale / 2, 0.6)
    if design.brushes.touching:
        y = at.dial[1] - 10.0
        parts.append(Shape("lead", ((at.dial[0] - 2 * LARGE, y), (at.dial[0] + 2 * LARGE, y)), closed=False))
    for side in (-1.0, 1.0):
        x = at.dial[0] + side * LARGE
        foot = x + side * (1.2 + 4.0 + _pressed(design))
        brush = ((x, at.dial[1] + wide), (x, at.dial[1] - wide), (foot, at.dial[1] - 7.0), (foot, at.dial[1] - 10.0))
        parts.append(Shape("lead", brush, closed=False))
        if design.brushes.count == 4:
            behind = tuple((px + side * 1.6, py + 1.6) for px, py in brush)
            parts.append(Shape("lead", behind, closed=False))
    return tuple(parts)


def _pressing(design: CoredDesign) -> float:
    """mN of brush pressure for a mm of drawing: of a hard press less is drawn."""
    return max(PRESS, design.brushes.force_mN / MOST_OUT)


def _pressed(design: CoredDesign) -> float:
    """How far out a brush is drawn for its pressure, mm."""
    return design.brushes.force_mN / _pressing(design)


def _flows(shape: CoredShape, live: float) -> tuple[Flow, ...]:
    """The winding cut across at the plane of the drawing: toward the viewer on one side of the bar, away on the other.

    Drawn with the marked arm up. Its end is N when its current runs counterclockwise seen from outside.
    """
    if abs(live) < 0.04:
        return ()
    across, along = (mm(shape.radius) + mm(shape.outer)) / 2, mm(shape.hub + shape.arm * 0.75)
    # Seen from the end, looking down the arm, counterclockwise: toward the viewer on the drawing's left.
    places = _rotated([(s * along, side * across) for s in (1.0, -1.0) for side in (1.0, -1.0)], POSE)
    left = (True, False) * 2  # of the marked arm, looking out along it
    return tuple(Flow(x, y, at_left == (live > 0)) for (x, y), at_left in zip(places, left, strict=True))


def _labels(design: CoredDesign, shape: CoredShape, at: CoredLayout) -> tuple[Label, ...]:
    x, y = at.dial
    return (
        Label(x, y + LARGE + 4.0, f"commutator, {LARGE / design.commutator.radius_mm:.1f} times as large", strong=True),
        Label(x - LARGE - 6.0, y + 2.0, "+" if design.plus_at == "left" else "−", strong=True),
        Label(x + LARGE + 6.0, y + 2.0, "−" if design.plus_at == "left" else "+", strong=True),
        Label(
            mm(shape.half) * math.cos(POSE) + 5.0,
            mm(shape.half) * math.sin(POSE) + 1.0,
            _arm(design, "marked"),
            "start",
        ),
        *_further_labels(design, shape, at),
    )


def _arm(design: CoredDesign, arm: str) -> str:
    return f"{arm} arm, wire broken" if design.winding.open_arm == arm else f"{arm} arm"


def _further_labels(design: CoredDesign, shape: CoredShape, at: CoredLayout) -> tuple[Label, ...]:
    """What cannot be seen from above: what the bar is, a broken wire, magnets above or below it."""
    x, y = -mm(shape.half) * math.cos(POSE), -mm(shape.half) * math.sin(POSE)
    texts = []
    if design.winding.open_arm == "other":
        texts.append(Label(x - 5.0, y - 1.0, _arm(design, "other"), "end"))
    if design.core.form in ("bolt", "nail", "pipe"):
        texts.append(Label(4.0, -3.5, design.core.form, "start"))
    if design.gap.out_of_line_mm:
        text = f"magnets {design.gap.out_of_line_mm:g} mm above or below the bar"
        texts.append(Label(-at.wide, at.ring * (1 + SWELL) + 4.0, text, "start"))
    return tuple(texts)


def _moving(design: CoredDesign, shape: CoredShape, at: CoredLayout) -> tuple[Moving, ...]:
    """Windings and bar, the shaft, the mark of the marked arm, and the segments end-on."""
    half = mm(shape.half)
    parts = [
        Moving(role, level(tuple(line)), ABOVE, closed=True)
        for role, lines in _outline(shape).items()
        for line in lines
    ]
    shaft = Moving("stand", level(circle((0.0, 0.0), 1.2)), ABOVE, closed=True)
    mark = Moving("mark", level(((half - 2.2, 0.0), (half - 0.6, 0.0)), 0.1), ABOVE)
    dial = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=at.dial)
    segments = [Moving("bared", level(tuple(arc)), dial) for arc in _arcs(design, LARGE)]
    return (*parts, shaft, mark, *segments)


def _handles(design: CoredDesign, shape: CoredShape, at: CoredLayout) -> tuple[Handle, ...]:
    c, s, half = math.cos(POSE), math.sin(POSE), mm(shape.half)
    # The outer side of the marked arm's winding, half-way along: up is thicker.
    halfway, outer = mm(shape.hub + shape.arm / 2), mm(shape.outer)
    x, y = at.dial
    # The marked segment's middle is a handle on the dial: turned on, it is earlier.
    middle = math.radians(90.0 + design.commutator.offset_deg) + POSE
    out = x - LARGE - 1.2 - 4.0 - _pressed(design)
    segment = (x + LARGE * math.cos(middle), y + LARGE * math.sin(middle))
    return (
        Handle("distance", mm(shape.face), 0.0, (HandleAxis("x", "/gap/distance_mm"),)),
        Handle("bar", half * c, half * s, (HandleAxis("y", "/core/length_mm", 2.0 / s),)),
        Handle(
            "winding",
            c * halfway - s * outer,
            s * halfway + c * outer,
            (HandleAxis("y", "/winding/turns", _per_mm(design, shape) / c),),
        ),
        Handle("brush", out, y - 7.0, (HandleAxis("x", "/brushes/force_mN", -_pressing(design)),)),
        Handle("timing", *segment, (HandleAxis("turn", "/commutator/offset_deg", 1.0, at.dial),)),
    )


def _per_mm(design: CoredDesign, shape: CoredShape) -> float:
    """Turns on each arm for a mm of winding on the bar."""
    return design.winding.turns / max(mm(shape.outer) - mm(shape.radius), 0.05)


def _dimensions(design: CoredDesign, shape: CoredShape, at: CoredLayout) -> tuple[Dimension, ...]:
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
    drawn = []
    for number in range(LINES):
        line = lines[:, number]
        inside = (np.abs(line[:, 0]) < shape.face) & (np.abs(line[:, 1]) < 1.6 * shape.half)
        end = int(np.argmin(inside)) if not inside.all() else len(line)
        if end > 2:
            drawn.append(tuple((mm(x), mm(y)) for x, y in line[:end]))
    return tuple(drawn)
