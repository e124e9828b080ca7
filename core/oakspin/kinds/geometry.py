"""What the drawing needs, in millimetres of one plane: shapes, handles, marks; y up.

A machine may be seen from several sides at once: the core lays the views out side by side, and
every moving path says in which view it is seen. So any interface draws without knowing the kind.
What moves is told once, in space: turned to the ``pose`` it is the drawing at rest.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine

Point = tuple[float, float]
Polyline = tuple[Point, ...]
Vector = tuple[float, float, float]
Way = Literal["x", "y", "turn"]

Role = Literal[
    "cell",
    "terminal",
    "north",
    "south",
    "across",
    "cup",
    "bench",
    "axis",
    "support",
    "stand",
    "core",
    "wire",
    "far_wire",
    "bared",
    "enamel",
    "paint",
    "mark",
    "push_arc",
    "brake_arc",
    "idle_arc",
    "track",
    "lead",
    "bar",
    "winding",
]


@dataclass(frozen=True)
class Shape:
    """A drawn outline. ``role`` says what it is made of; ``label`` what to write on it; ``faint`` that it was there
    before.
    """

    role: Role
    points: Polyline
    closed: bool = True
    label: str = ""
    faint: bool = False


@dataclass(frozen=True)
class Label:
    """Words on the drawing."""

    x: float
    y: float
    text: str
    anchor: Literal["start", "middle", "end"] = "middle"
    strong: bool = False


@dataclass(frozen=True)
class HandleAxis:
    """One direction in which a handle moves, and the number of the design that it turns.

    The number changes by ``slope`` for each unit of way: a mm along x or y, or a degree counterclockwise round
    ``center`` when it moves along ``turn``. Its limits, its step and its words are the number's own.
    """

    along: Way
    pointer: str
    slope: float = 1.0
    center: Point = (0.0, 0.0)


@dataclass(frozen=True)
class Handle:
    """A place on the drawing that can be moved; where it stands now, its numbers have their present values."""

    id: str
    x: float
    y: float
    axes: tuple[HandleAxis, ...]


@dataclass(frozen=True)
class Push:
    """Where the drive acts, its way (right, up, toward the viewer), and how hard it pushes there."""

    x: float
    y: float
    toward: Vector
    force_mN: float


@dataclass(frozen=True)
class Flow:
    """Current through the plane of the drawing at the pose drawn: toward the viewer or away."""

    x: float
    y: float
    toward: bool


@dataclass(frozen=True)
class View:
    """How a view looks at the machine: axis of its turning, what is right and up, where the axis is drawn."""

    axis: Vector
    right: Vector
    up: Vector
    origin: Point


@dataclass(frozen=True)
class Moving:
    """A path that turns with the machine, at angle 0, as (x, y, z) in mm from the axis; seen in a view.

    One that travels instead has a ``route`` on the drawing and how many mm of it make a meter of way:
    its points are then (ahead, to the left, 0) from its place on the route. ``carries`` is +1 where it carries the
    current along its points at the pose, away from the + terminal, -1 where against them, 0 where none.
    """

    role: Role
    points: tuple[Vector, ...]
    view: View
    closed: bool = False
    carries: int = 0
    sparks: bool = False
    route: Polyline = ()
    route_per_m: float = 0.0


@dataclass(frozen=True)
class Dots:
    """Many small circles of one make: wires cut across."""

    role: Role
    points: Polyline
    radius: float


@dataclass(frozen=True)
class Ribbon:
    """Where the speed along the way is to be drawn: the entry, mm of drawing per mm of way, room for the top speed."""

    x: float
    y: float
    per_mm: float
    height: float


@dataclass(frozen=True)
class Turning:
    """Where to show which way it turns: seen from above, looking along the shaft, or which way it runs along a
    track.
    """

    x: float
    y: float
    seen: Literal["above", "end", "along"]
    radius: float


@dataclass(frozen=True)
class Dimension:
    """A length between two points, with its words."""

    start: Point
    end: Point
    text: str


@dataclass(frozen=True)
class Mass:
    """Centre of mass and how far it is from the axis."""

    x: float
    y: float
    off_mm: float


@dataclass(frozen=True)
class Geometry:
    """The whole drawing of one design.

    ``pose`` is the angle in rad (or the way in m) at which it is drawn at rest. ``current`` are lines that carry
    current away from the + terminal and that do not move. ``sparks`` are places where contact breaks and that do not
    move. ``caption`` tells what is seen; ``clashes`` are places where one thing runs into another.
    """

    shapes: tuple[Shape, ...]
    labels: tuple[Label, ...]
    handles: tuple[Handle, ...]
    current: tuple[Polyline, ...]
    flows: tuple[Flow, ...]
    pushes: tuple[Push, ...]
    field_lines: tuple[Polyline, ...]
    moving: tuple[Moving, ...]
    pose: float
    sparks: tuple[Point, ...]
    dimensions: tuple[Dimension, ...]
    mass: Mass | None
    turning: Turning
    bounds: tuple[float, float, float, float]
    caption: str
    dots: tuple[Dots, ...] = ()
    ribbon: Ribbon | None = None
    clashes: tuple[Point, ...] = ()


def box(half_width: float, low: float, high: float, middle: float = 0.0) -> Polyline:
    """A rectangle in mm from metres, upright on its middle."""
    left, right = mm(middle - half_width), mm(middle + half_width)
    return ((left, mm(low)), (right, mm(low)), (right, mm(high)), (left, mm(high)))


def clashes_of(machine: Machine, places: dict[str, tuple[Point, ...]]) -> tuple[Point, ...]:
    """Where things run into each other: the places of those causes that stop most builds."""
    return tuple(point for cause in machine.causes if cause.common for point in places.get(cause.id, ()))


def polyline(x: Array, y: Array) -> Polyline:
    """Points from two arrays in mm, to a micrometre."""
    return tuple(zip(np.round(x, 3).tolist(), np.round(y, 3).tolist(), strict=True))


def circle(middle: Point, radius: float, start: float = 0.0, end: float = 360.0) -> Polyline:
    """A circle in mm, or an arc of it from ``start`` to ``end`` degrees."""
    t = np.radians(np.linspace(start, end, max(int(abs(end - start) / 8) + 2, 4)))
    return polyline(middle[0] + radius * np.cos(t), middle[1] + radius * np.sin(t))


def mm(metres: float) -> float:
    """Metres as millimetres, to a micrometre."""
    return round(float(metres) * 1e3, 3)


def solid(points: Array) -> tuple[Vector, ...]:
    """Points in space from an array of shape (points, 3) in mm, to a micrometre."""
    return tuple((x, y, z) for x, y, z in np.round(points, 3).tolist())


def level(line: Polyline, height: float = 0.0) -> tuple[Vector, ...]:
    """A line of the plane z = ``height`` in space."""
    return tuple((x, y, height) for x, y in line)


def bounds_of(
    shapes: tuple[Shape, ...], labels: tuple[Label, ...] = (), moving: tuple[Moving, ...] = (), pose: float = 0.0
) -> tuple[float, float, float, float]:
    """Left, bottom, right, top of everything drawn."""
    places = [point for shape in shapes for point in shape.points] + [(label.x, label.y) for label in labels]
    places += [point for path in moving if not path.route for point in seen(path, pose)]
    xs, ys = [x for x, _ in places], [y for _, y in places]
    return min(xs), min(ys), max(xs), max(ys)


def seen(path: Moving, angle: float) -> Polyline:
    """Where a moving path lies on the drawing when the machine has turned to an angle in rad."""
    view, (x, y, z) = path.view, path.view.axis
    flat = np.array([view.right, view.up])
    if angle:
        cos, sin, rest = math.cos(angle), math.sin(angle), 1 - math.cos(angle)
        flat = flat @ np.array(
            [
                [cos + x * x * rest, x * y * rest - z * sin, x * z * rest + y * sin],
                [y * x * rest + z * sin, cos + y * y * rest, y * z * rest - x * sin],
                [z * x * rest - y * sin, z * y * rest + x * sin, cos + z * z * rest],
            ]
        )
    right, up = flat @ np.array(path.points).T
    return polyline(right + view.origin[0], up + view.origin[1])
