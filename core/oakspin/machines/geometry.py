"""What the drawing needs, in millimetres: shapes, handles, marks. z up, the axis at x = 0."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Polyline = tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Shape:
    """A drawn outline. ``role`` says what it is made of; ``label`` what to write on it."""

    role: Literal["cell", "terminal", "north", "south", "across", "wire", "far_wire", "cup", "bench"]
    points: Polyline
    closed: bool = True
    label: str = ""


@dataclass(frozen=True)
class HandleAxis:
    """One direction in which a handle moves: the design field it sets and its limits.

    The field's value is ``origin + slope * coordinate`` of the handle in mm.
    """

    along: Literal["x", "y"]
    label: str
    pointer: str
    value: float
    minimum: float
    maximum: float
    step: float
    origin: float
    slope: float
    unit: str = "mm"


@dataclass(frozen=True)
class Handle:
    """A place on the drawing that can be moved."""

    id: str
    x: float
    y: float
    axes: tuple[HandleAxis, ...]


@dataclass(frozen=True)
class Push:
    """Where the force acts, its sense seen from the front, and its size per newton metre."""

    x: float
    y: float
    toward_viewer_when_positive: bool


@dataclass(frozen=True)
class Geometry:
    """The whole drawing of one design.

    ``current`` are paths that carry current away from the + terminal; ``outline`` is the moving
    part in three dimensions for the Spin view, each a polyline of (x, y, z).
    """

    shapes: tuple[Shape, ...]
    handles: tuple[Handle, ...]
    current: tuple[Polyline, ...]
    pushes: tuple[Push, ...]
    field_lines: tuple[Polyline, ...]
    moving: tuple[tuple[tuple[float, float, float], ...], ...]
    center_of_mass: tuple[float, float]
    tip: tuple[float, float]
    bounds: tuple[float, float, float, float]
