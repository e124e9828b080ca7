"""The drawing of a train in millimetres: section along the track, the whole track below, its plan.

The section is to scale, the rest smaller: the whole track is as wide on the drawing as the section.
"""

from __future__ import annotations

import math

import numpy as np

from oakspin.constants import UNCERTAIN
from oakspin.design.magnets import Magnets
from oakspin.design.train import ByLength, TrainDesign
from oakspin.kinds.geometry import (
    Dimension,
    Dots,
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
    clashes_of,
    level,
    mm,
)
from oakspin.kinds.pushing import THRUST, pushes_at
from oakspin.kinds.sideview import can_lines
from oakspin.machines.machine import Machine
from oakspin.machines.train.shape import TrainShape, train_shape
from oakspin.motion.drive import Drive
from oakspin.parts.cell import cell_of

TRACK_EACH_SIDE = 16.0  # mm of track drawn on either side of the train
STRIP = 2.6  # mm, half the drawn height of the whole track
RIBBON = 9.0  # mm for the top speed
PLAN = 13.0  # mm, half the room of the plan
PITCH_SCALE = 2.0  # mm of drawing for a mm of pitch
MOST_MARKS = 80
FLAT = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 1, 0), origin=(0, 0))


class TrainLayout:
    """Where the parts of the drawing stand; mm, y up, the section's middle at 0."""

    def __init__(self, design: TrainDesign, shape: TrainShape) -> None:
        self.half = mm(shape.long) / 2 + TRACK_EACH_SIDE
        self.turns = mm(shape.low + shape.wire) / 2
        self.per_mm = 2 * self.half / mm(shape.track)
        self.strip = -self.turns - 21.0
        self.ribbon = self.strip - STRIP - 2.5 - RIBBON
        self.plan = self.ribbon - 8.0 - PLAN

    def along(self, place_mm: float) -> float:
        """Where a place of the track lies on the strip."""
        return -self.half + place_mm * self.per_mm


def draw_train(design: TrainDesign, machine: Machine, drive: Drive) -> Geometry:
    """Lay section, track and plan out."""
    shape = train_shape(design)
    at = TrainLayout(design, shape)
    dots = _turns(shape, at)
    plan, route, per_m = _plan(design, shape, at)
    shapes = (*_train(design, shape), *_strip(design, shape, at), *plan)
    labels = _labels(design, shape, at)
    left, bottom, right, top = bounds_of(shapes, labels)
    front = mm(shape.assembly.half + shape.assembly.front.length) - mm(shape.middle)
    engine = level(((-2.2, -1.1), (2.2, -1.1), (3.4, 0.0), (2.2, 1.1), (-2.2, 1.1)))
    strip_route: Polyline = ((at.along(0), at.strip), (at.along(mm(shape.track)), at.strip))
    return Geometry(
        shapes=shapes,
        labels=labels,
        handles=_handles(design, shape, at),
        current=(),
        flows=(),
        pushes=pushes_at(drive, (front + 3.0, 0.0, (1.0, 0.0, 0.0), THRUST)),
        field_lines=can_lines(shape.assembly, shape.middle),
        moving=(
            Moving("bared", engine, FLAT, True, sparks=True, route=strip_route, route_per_m=at.per_mm * 1e3),
            *((Moving("bared", engine, FLAT, True, route=route, route_per_m=per_m),) if route else ()),
        ),
        pose=0.0,
        sparks=((-mm(shape.long) / 2, -at.turns), (mm(shape.long) / 2, -at.turns)),
        dimensions=_dimensions(shape, at),
        mass=None,
        clashes=clashes_of(machine, _clashes(shape, at)),
        turning=Turning(0.0, at.turns + 4.5, "along", mm(shape.long) / 4),
        bounds=(min(left, -at.half), bottom - 2, max(right, at.half), top + 9),
        caption="Section along the track, the whole track with the speed along it"
        + (", and its plan from above" if route else ""),
        dots=dots,
        ribbon=Ribbon(at.along(0), at.ribbon, at.per_mm, RIBBON),
    )


def _clashes(shape: TrainShape, at: TrainLayout) -> dict[str, tuple[Point, ...]]:
    """Where the magnets do not enter the bore."""
    front = (mm(shape.long) / 2, mm(shape.low) / 2)
    return dict.fromkeys(("bore_narrow", "bore_oval"), (front, (front[0], -front[1])))


def _turns(shape: TrainShape, at: TrainLayout) -> tuple[Dots, ...]:
    """The turns cut across: those between the contacts carry the current."""
    pitch, radius = mm(shape.tight), mm(shape.wire) / 2
    count = int(at.half / pitch)
    places = np.arange(-count, count + 1) * pitch
    rear, front = (mm(contact - shape.middle) for contact in shape.contacts)
    live = (places >= rear) & (places <= front)

    def rows(some: np.ndarray, shift: float) -> Polyline:
        return tuple((round(x + shift, 3), y) for y in (at.turns, -at.turns) for x in some.tolist())

    return (Dots("far_wire", rows(places[~live], 0.0), radius), Dots("wire", rows(places[live], 0.0), radius))


def _train(design: TrainDesign, shape: TrainShape) -> tuple[Shape, ...]:
    train, middle = shape.assembly, shape.middle
    cell = _box(-train.half - middle, train.half - middle, train.radius)
    plus_front = design.leads == "+"
    nub_at = (train.half if plus_front else -train.half) - middle
    parts = []
    if design.hull_mm:
        parts.append(Shape("stand", _box(-train.half - middle, train.half - middle, shape.body)))
    parts.append(Shape("cell", cell, label=cell_of(design.battery).name))
    parts += _joints(design, shape)
    parts += _stack(design.front, train.half - middle, train.half + train.front.length - middle, "right")
    parts += _stack(design.rear, -train.half - train.rear.length - middle, -train.half - middle, "left")
    inward = -1.2e-3 if plus_front else 1.2e-3
    low, high = sorted((nub_at, nub_at + inward))
    parts.append(Shape("terminal", _box(low, high, train.radius * 0.35)))
    if design.nose_g:
        tip = mm(train.half + train.front.length - middle)
        wide = mm(train.front.radius) * 0.8
        parts.append(Shape("cup", ((tip, -wide), (tip + 5.0, 0.0), (tip, wide))))
    return tuple(parts)


def _joints(design: TrainDesign, shape: TrainShape) -> list[Shape]:
    """Where cells in a row meet."""
    train, many = shape.assembly, design.battery.in_series
    places = [mm(-train.half - shape.middle + 2 * train.half * joint / many) for joint in range(1, many)]
    return [Shape("mark", ((x, -mm(train.radius)), (x, mm(train.radius))), closed=False) for x in places]


def _stack(magnets: Magnets, low: float, high: float, outward: str) -> list[Shape]:
    radius = magnets.diameter_mm * 5e-4
    if magnets.magnetized == "across":
        return [Shape("across", _box(low, high, radius), label=magnets.pole_up)]
    half = (low + high) / 2
    north_right = (magnets.pole_up == "N") == (outward == "right")
    right, left = ("north", "south") if north_right else ("south", "north")
    roles: list[tuple[Role, float, float]] = [(left, low, half), (right, half, high)]  # type: ignore[list-item]
    hole = magnets.hole_mm / 2
    edges = [Shape("mark", ((mm(low), y), (mm(high), y)), closed=False) for y in (-hole, hole) if hole]
    return [*(Shape(role, _box(a, b, radius), label=role[0].upper()) for role, a, b in roles), *edges]


def _box(low: float, high: float, half: float) -> Polyline:
    return ((mm(low), -mm(half)), (mm(high), -mm(half)), (mm(high), mm(half)), (mm(low), mm(half)))


def _strip(design: TrainDesign, shape: TrainShape, at: TrainLayout) -> tuple[Shape, ...]:
    """The whole track: tight parts filled, parts pulled apart as single turns, kinks pinched."""
    end = mm(shape.track)
    pulled = sorted(
        (max(part.from_mm, 0), min(part.to_mm, end), part.pitch_mm)
        for part in design.track.stretches
        if part.from_mm < end and part.pitch_mm > 1.2 * mm(shape.tight)
    )
    shapes: list[Shape] = []
    place = 0.0
    for low, high, pitch in pulled:
        if low > place:
            shapes.append(Shape("track", _strip_box(at, place, low)))
        gap = max(pitch, (high - low) / MOST_MARKS)
        for x in np.arange(low + gap / 2, high, gap).tolist():
            shapes.append(Shape("far_wire", ((at.along(x), at.strip - STRIP), (at.along(x), at.strip + STRIP)), False))
        place = max(place, high)
    if place < end:
        shapes.append(Shape("track", _strip_box(at, place, end)))
    for dent in design.track.dents:
        low, high = (at.along(min(max(dent.at_mm + side * dent.length_mm / 2, 0), end)) for side in (-1, 1))
        flat = min(0.8, dent.flat_mm / mm(shape.bore)) * STRIP
        for side in (1, -1):
            edge = at.strip + side * STRIP
            hollow = ((low, edge), ((low + high) / 2, edge - side * flat), (high, edge))
            shapes.append(Shape("mark", hollow, closed=True))
    for kink in design.track.kinks:
        x = at.along(min(kink.at_mm, end))
        for side in (1, -1):
            shapes.append(
                Shape(
                    "mark",
                    (
                        (x - 1.6, at.strip + side * (STRIP + 1.6)),
                        (x, at.strip + side * STRIP * 0.4),
                        (x + 1.6, at.strip + side * (STRIP + 1.6)),
                    ),
                )
            )
    return tuple(shapes)


def _strip_box(at: TrainLayout, low: float, high: float) -> Polyline:
    a, b = at.along(low), at.along(high)
    return ((a, at.strip - STRIP), (b, at.strip - STRIP), (b, at.strip + STRIP), (a, at.strip + STRIP))


def _plan(design: TrainDesign, shape: TrainShape, at: TrainLayout) -> tuple[tuple[Shape, ...], Polyline, float]:
    """The track from above, where it bends; with the way along it and mm of drawing per m."""
    plan, track = design.track.plan, mm(shape.track)
    if plan.form == "straight":
        return (), (), 0.0
    radius = track / (2 * math.pi) if plan.form == "loop" else plan.radius_mm
    angle = min(track / radius, 2 * math.pi)
    along = np.linspace(0, angle, 73)
    x, y = radius * np.sin(along), radius * (1 - np.cos(along))
    size = max(float(np.ptp(x)), float(np.ptp(y)), 1e-6) / 2
    scale = PLAN / size
    middle_x, middle_y = (x.max() + x.min()) / 2, (y.max() + y.min()) / 2
    route = tuple(
        (round(float(a), 3), round(float(b), 3))
        for a, b in zip((x - middle_x) * scale, at.plan + (y - middle_y) * scale, strict=True)
    )
    return (Shape("far_wire", route, closed=False),), route, scale * 1e3


def _labels(design: TrainDesign, shape: TrainShape, at: TrainLayout) -> tuple[Label, ...]:
    plan, track = design.track.plan, mm(shape.track)
    where = "closed loop" if plan.form == "loop" else plan.form
    slope = f", {abs(plan.slope_deg):g}° {'uphill' if plan.slope_deg > 0 else 'downhill'}" if plan.slope_deg else ""
    loosens = f", pitch growing to {design.track.loosens:g} times" if design.track.loosens > 1 else ""
    whole = f"whole track, {track:.0f} mm, {where}{slope}{loosens}"
    labels = [
        Label(-at.half, at.strip + STRIP + 6.0, whole, "start", strong=True),
        Label(-at.half + 1.5, at.strip - 1.0, "joint" if plan.form == "loop" else "entry", "start"),
        Label(-mm(shape.long) / 2, -at.turns - 3.6, "rear", "middle"),
        Label(mm(shape.long) / 2, -at.turns - 3.6, "goes in first", "middle"),
    ]
    for sign, side in ((1, "+"), (-1, "−")):
        toward = 1 if (design.leads == "+") == (sign > 0) else -1
        labels.append(Label(toward * mm(shape.assembly.half) * 0.78 - mm(shape.middle), -1.2, side, strong=True))
    labels += [
        Label(
            at.along((part.from_mm + min(part.to_mm, track)) / 2),
            at.strip + STRIP + part.pitch_mm / PITCH_SCALE + 2.2,
            f"{part.pitch_mm:g} mm pitch",
        )
        for part in design.track.stretches
        if part.from_mm < track and part.pitch_mm > 1.2 * mm(shape.tight)
    ]
    if plan.form != "straight":
        labels.append(Label(PLAN + 4.0, at.plan, "from above", "start"))
    return tuple(labels)


def _handles(design: TrainDesign, shape: TrainShape, at: TrainLayout) -> tuple[Handle, ...]:
    end, along = mm(shape.track), 1 / at.per_mm
    former = HandleAxis("y", "/track/former_mm", 2 / UNCERTAIN["spring_back"].median)
    handles = [Handle("former", -at.half + 3.0, at.turns, (former,))]
    for number, part in enumerate(design.track.stretches):
        root, name, low = f"/track/stretches/{number}", f"stretch-{number}", at.strip - STRIP
        start, stop = at.along(part.from_mm), at.along(min(part.to_mm, end))
        high = at.strip + STRIP + part.pitch_mm / PITCH_SCALE
        handles += [
            Handle(f"{name}-from", start, low, (HandleAxis("x", f"{root}/from_mm", along),)),
            Handle(f"{name}-to", stop, low, (HandleAxis("x", f"{root}/to_mm", along),)),
            Handle(f"{name}-pitch", (start + stop) / 2, high, (HandleAxis("y", f"{root}/pitch_mm", PITCH_SCALE),)),
        ]
    for number, kink in enumerate(design.track.kinks):
        axis = HandleAxis("x", f"/track/kinks/{number}/at_mm", along)
        handles.append(Handle(f"kink-{number}", at.along(min(kink.at_mm, end)), at.strip, (axis,)))
    for number, dent in enumerate(design.track.dents):
        axis = HandleAxis("x", f"/track/dents/{number}/at_mm", along)
        handles.append(Handle(f"dent-{number}", at.along(min(dent.at_mm, end)), at.strip, (axis,)))
    return (*handles, *_bend_handle(design, shape, at))


def _bend_handle(design: TrainDesign, shape: TrainShape, at: TrainLayout) -> tuple[Handle, ...]:
    """The bend is a handle on the plan: outward is wider."""
    plan = design.track.plan
    if plan.form == "loop" and isinstance(design.track.length, ByLength):
        axis = HandleAxis("x", "/track/length/length_mm", mm(shape.track) / PLAN)
        return (Handle("loop", PLAN, at.plan, (axis,)),)
    if plan.form == "arc":
        axis = HandleAxis("x", "/track/plan/radius_mm", plan.radius_mm / PLAN)
        return (Handle("bend", PLAN, at.plan - PLAN, (axis,)),)
    return ()


def _dimensions(shape: TrainShape, at: TrainLayout) -> tuple[Dimension, ...]:
    half, inner = mm(shape.long) / 2, mm(shape.low) / 2
    points: list[tuple[Point, Point, str]] = [
        ((-half, at.turns + 3.0), (half, at.turns + 3.0), f"train {2 * half:.1f} mm"),
        ((-at.half + 4, -inner), (-at.half + 4, inner), f"bore {2 * inner:.1f} mm"),
    ]
    return tuple(Dimension(start, end, text) for start, end, text in points)
