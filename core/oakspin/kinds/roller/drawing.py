"""The drawing of a roller in millimetres: along the axle, from its near end, and the whole sheet from above.

Section and end view are to scale; the sheet is smaller, as wide on the drawing as both together.
"""

from __future__ import annotations

from oakspin.design.roller import RollerDesign
from oakspin.kinds.geometry import (
    Dimension,
    Geometry,
    Handle,
    HandleAxis,
    Label,
    Moving,
    Point,
    Polyline,
    Ribbon,
    Role,
    Shape,
    Turning,
    View,
    bounds_of,
    circle,
    level,
    mm,
)
from oakspin.kinds.pushing import THRUST, pushes_at
from oakspin.kinds.sideview import can_lines
from oakspin.machines.machine import Machine
from oakspin.machines.roller.shape import RollerShape, roller_shape
from oakspin.motion.drive import Drive
from oakspin.parts.cell import cell_of

BETWEEN = 16.0  # mm between section and end view
RIBBON = 10.0  # mm for the top speed
FOIL = 0.7  # mm that the sheet is drawn thick
FLAT = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=(0, 0))


def section_at(shape: RollerShape) -> float:
    """Where the middle of the section is drawn; both views together stand round 0."""
    return round(-mm(shape.wheel) - BETWEEN / 2, 3)


def wheel_at(shape: RollerShape) -> Point:
    """Middle of the wheel in the view from the near end."""
    return (round(mm(shape.long) / 2 + BETWEEN / 2, 3), 0.0)


class RollerLayout:
    """Where the parts of the drawing stand; mm, y up, the axle at height 0."""

    def __init__(self, design: RollerDesign, shape: RollerShape) -> None:
        self.right = wheel_at(shape)[0] + mm(shape.wheel) + 8.0
        self.left = -self.right
        self.scale = (self.right - self.left) / design.sheet.length_mm
        self.half = min(design.sheet.width_mm * self.scale / 2, 26.0)
        self.middle = -mm(shape.wheel) - 14.0 - self.half
        self.ribbon = self.middle - self.half - 4.0 - RIBBON

    def along(self, place_mm: float) -> float:
        """Where a place of the sheet lies on its plan."""
        return self.left + place_mm * self.scale


def draw_roller(design: RollerDesign, machine: Machine, drive: Drive) -> Geometry:
    """Lay section, end view and sheet out."""
    shape = roller_shape(design)
    at = RollerLayout(design, shape)
    shapes = (*_section(design, shape), *_end(design, shape), *_plan(at))
    labels = _labels(design, shape, at)
    left, bottom, right, top = bounds_of(shapes, labels)
    long, thick = mm(shape.long) * at.scale / 2, max(mm(shape.wheel) * at.scale, 0.8)
    engine = level(((-thick, -long), (thick, -long), (thick, long), (-thick, long)))
    start = at.along(mm(shape.wheel))
    route: Polyline = ((start - mm(shape.wheel) * at.scale, at.middle), (at.right, at.middle))
    return Geometry(
        shapes=shapes,
        labels=labels,
        handles=_handles(shape, at),
        current=(_current(design, shape),),
        flows=(),
        pushes=pushes_at(drive, (start + thick + 2.0, at.middle, (1.0, 0.0, 0.0), THRUST)),
        field_lines=can_lines(shape.assembly, -section_at(shape) * 1e-3),
        moving=(Moving("bared", engine, FLAT, True, sparks=True, route=route, route_per_m=at.scale * 1e3),),
        pose=0.0,
        sparks=(),
        dimensions=_dimensions(shape),
        mass=None,
        turning=Turning(start + thick + 44.0, at.middle, "along", 6.0),
        bounds=(left - 2, min(bottom, at.ribbon) - 3, right + 2, top + 4),
        caption="Section along the axle, view from the near end, the whole sheet with the speed along it",
        ribbon=Ribbon(at.along(0), at.ribbon, at.scale, RIBBON),
    )


def _section(design: RollerDesign, shape: RollerShape) -> tuple[Shape, ...]:
    """Cell and wheels cut along the axle, the near end to the right; the sheet under them."""
    half, radius, x = mm(shape.assembly.half), mm(shape.assembly.radius), section_at(shape)
    parts = [Shape("cell", _box(x - half, x + half, radius), label=cell_of(design.battery).name)]
    plus = 1.0 if design.plus_at == "near" else -1.0
    parts.append(Shape("terminal", _box(x + plus * half, x + plus * (half - 1.2), radius * 0.35)))
    for side in (1.0, -1.0):
        parts += _wheel(design, shape, side)
    edge = mm(shape.long) / 2 + 6.0
    low = -mm(shape.wheel)
    parts.append(Shape("track", _flat(x - edge, x + edge, low)))
    return tuple(parts)


def _wheel(design: RollerDesign, shape: RollerShape, side: float) -> list[Shape]:
    inner, radius, x = mm(shape.assembly.half), mm(shape.wheel), section_at(shape)
    outer = inner + mm(shape.assembly.front.length)
    if shape.assembly.front.across:
        return [Shape("across", _box(x + side * inner, x + side * outer, radius), label=design.magnets.pole_up)]
    strength = shape.assembly.front.remanence if side > 0 else -shape.assembly.rear.remanence
    roles: tuple[Role, Role] = ("south", "north") if strength > 0 else ("north", "south")
    middle = (inner + outer) / 2
    return [
        Shape(role, _box(x + side * a, x + side * b, radius), label=role[0].upper())
        for role, a, b in ((roles[0], inner, middle), (roles[1], middle, outer))
    ]


def _end(design: RollerDesign, shape: RollerShape) -> tuple[Shape, ...]:
    x, y = wheel_at(shape)
    radius = mm(shape.wheel)
    role: Role = "north" if shape.assembly.front.remanence > 0 else "south"
    role = "across" if shape.assembly.front.across else role
    return (
        Shape(role, circle((x, y), radius), label=design.magnets.pole_up),
        Shape("axis", circle((x, y), 0.6)),
        Shape("track", _flat(x - radius - 6, x + radius + 6, y - radius)),
    )


def _plan(at: RollerLayout) -> tuple[Shape, ...]:
    """The sheet from above."""
    low, high = at.middle - at.half, at.middle + at.half
    return (Shape("track", ((at.left, low), (at.right, low), (at.right, high), (at.left, high))),)


def _current(design: RollerDesign, shape: RollerShape) -> Polyline:
    """From + through its wheel, along the sheet, to the other wheel."""
    inner, low = mm(shape.assembly.half), -mm(shape.wheel)
    wheel = inner + mm(shape.assembly.front.length) / 2
    x = section_at(shape)
    near = ((x + inner, 0.0), (x + wheel, 0.0), (x + wheel, low))
    path = (*near, *((2 * x - along, y) for along, y in near[::-1]))
    return path if design.plus_at == "near" else path[::-1]


def _labels(design: RollerDesign, shape: RollerShape, at: RollerLayout) -> tuple[Label, ...]:
    sheet, half = design.sheet, mm(shape.assembly.half)
    top, near = mm(shape.wheel) + 3.0, 1.0 if design.plus_at == "near" else -1.0
    slope = f", {abs(sheet.slope_deg):g}° {'uphill' if sheet.slope_deg > 0 else 'downhill'}" if sheet.slope_deg else ""
    x = section_at(shape)
    return (
        Label(x + near * half * 0.8, -1.2, "+", strong=True),
        Label(x - near * half * 0.8, -1.2, "−", strong=True),
        Label(x + mm(shape.long) / 2, top, "near end", "end"),
        Label(x - mm(shape.long) / 2, top, "far end", "start"),
        Label(wheel_at(shape)[0], top + 1.5, "from the near end"),
        Label(
            at.left,
            at.middle + at.half + 3.0,
            f"{sheet.material} sheet, {sheet.length_mm:g} × {sheet.width_mm:g} mm{slope}",
            "start",
            strong=True,
        ),
    )


def _handles(shape: RollerShape, at: RollerLayout) -> tuple[Handle, ...]:
    x, y = wheel_at(shape)
    handles = [Handle("wheel", x, y + mm(shape.wheel), (HandleAxis("y", "/magnets/diameter_mm", 2.0),))]
    if at.half < 26.0:
        width = HandleAxis("y", "/sheet/width_mm", -1 / at.scale)
        handles.append(Handle("width", (at.left + at.right) / 2, at.middle - at.half, (width,)))
    return tuple(handles)


def _dimensions(shape: RollerShape) -> tuple[Dimension, ...]:
    half, radius = mm(shape.long) / 2, mm(shape.wheel)
    x, middle = wheel_at(shape)[0], section_at(shape)
    return (
        Dimension((middle - half, radius + 9.0), (middle + half, radius + 9.0), f"{2 * half:.1f} mm"),
        Dimension((x - radius, radius + 9.0), (x + radius, radius + 9.0), f"{2 * radius:g} mm"),
    )


def _flat(start: float, end: float, top: float) -> Polyline:
    """The sheet, seen from its edge."""
    return ((start, top), (end, top), (end, top - FOIL), (start, top - FOIL))


def _box(start: float, end: float, half: float) -> Polyline:
    low, high = min(start, end), max(start, end)
    return ((low, -half), (high, -half), (high, half), (low, half))
