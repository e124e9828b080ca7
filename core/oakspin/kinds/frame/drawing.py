"""The drawing of a frame motor in millimetres: a side section through the axis."""

from __future__ import annotations

import numpy as np

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import MEDIAN, median
from oakspin.fields.stack import Stack
from oakspin.kinds.geometry import (
    Dimension,
    Geometry,
    Handle,
    HandleAxis,
    Mass,
    Moving,
    Point,
    Role,
    Shape,
    Turning,
    bounds_of,
    box,
    clashes_of,
    mm,
    solid,
)
from oakspin.kinds.pushing import pushes_at
from oakspin.kinds.sideview import SIDE, field_lines
from oakspin.machines.frame.causes import EDGE
from oakspin.machines.frame.machine import frame_stack
from oakspin.machines.frame.shape import FrameShape, bench_level, cup_height, frame_shape
from oakspin.machines.machine import Machine
from oakspin.machines.path import denser
from oakspin.motion.drive import Drive
from oakspin.parts.cell import pack_of
from oakspin.parts.magnet import remanence

NUB_HEIGHT, NUB_SHARE = 1.0, 0.36


def draw_frame(design: FrameDesign, machine: Machine, drive: Drive) -> Geometry:
    """Lay out shapes, handles and marks."""
    pack = pack_of(design.battery, MEDIAN)
    shape, stack = frame_shape(design, pack), frame_stack(design, pack, remanence(design.magnets))
    standing, moving = _standing(design, shape, stack), _moving(design, shape)
    held = design.turns == "battery"
    legs = [tuple((mm(x), mm(z)) for x, _, z in path) for path in shape.paths] if held else []
    down = design.battery.terminal_up == "+"
    standing = (*standing, *(Shape("wire", leg, closed=False) for leg in legs))
    feet = [leg[-1] for leg in shape.legs if abs(leg[-1][0]) > 1e-4]
    sides = {bool(foot[0] > 0): foot for foot in feet}
    whole = bounds_of(standing, moving=moving)
    off = median(np.asarray(machine.facts["center_of_mass_offset"])) * 1e3
    drop = float(machine.facts["center_of_mass_below_tip"])
    return Geometry(
        shapes=(*standing, Shape("axis", ((0.0, whole[1]), (0.0, whole[3])), closed=False)),
        labels=(),
        handles=_handles(design, shape),
        current=tuple(leg if down else leg[::-1] for leg in legs[: len(shape.legs)]),
        flows=(),
        pushes=pushes_at(
            drive,
            *((mm(foot[0]), 0.0, (0, 0, -1 if right else 1), abs(mm(foot[0]))) for right, foot in sides.items()),
        ),
        field_lines=() if stack.across else field_lines(stack),
        moving=moving,
        pose=0.0,
        sparks=tuple(leg[-1] for leg in legs[: len(shape.legs)]),
        dimensions=_dimensions(shape),
        mass=None if held else Mass(off, mm(shape.tip - drop), off),
        turning=Turning(0.0, whole[3], "above", 0.0),
        bounds=whole,
        caption="Side section",
        clashes=clashes_of(machine, _clashes(design, shape, machine)),
    )


def _clashes(design: FrameDesign, shape: FrameShape, machine: Machine) -> dict[str, tuple[Point, ...]]:
    """Where a leg runs into something, into the bench, or into what is on the battery."""
    leg = min(shape.paths, key=lambda path: path[:, 2].min())
    low = leg[leg[:, 2].argmin()]
    places: dict[str, tuple[Point, ...]] = {"legs_under_bench": ((mm(low[0]), mm(low[2])),)}
    answer = {cause.id: cause.values for cause in machine.causes}
    if "leg_in_cell" in answer:
        height = float(np.asarray(answer["leg_in_cell"]["height"]))
        path = min(shape.legs, key=lambda leg: np.hypot(*leg[np.abs(leg[:, 2] * 1e3 - height).argmin(), :2]))
        at = path[np.abs(path[:, 2] * 1e3 - height).argmin()]
        places["leg_in_cell"] = ((mm(at[0]), mm(at[2])),)
    wide = denser(shape.legs[0])
    out = wide[np.hypot(wide[:, 0], wide[:, 1]).argmax()]
    places["decoration_strikes"] = ((mm(out[0]), mm(out[2])),)
    return places


def _moving(design: FrameDesign, shape: FrameShape) -> tuple[Moving, ...]:
    """Legs from tip to foot, which the current runs down where + is up, and the ring; or a tag on a cell that turns."""
    if design.turns == "battery":
        tag = _tag(shape, shape.stack + shape.pack.length * 0.08, shape.stack + shape.pack.length * 0.2)
        return (tag, *_sail(design, shape))
    down = 1 if design.battery.terminal_up == "+" else -1
    legs = [Moving("wire", solid(leg * 1e3), SIDE, carries=down, sparks=True) for leg in shape.legs]
    ring = [] if shape.ring is None else [Moving("wire", solid(shape.ring * 1e3), SIDE, sparks=True)]
    return (*legs, *ring)


def _tag(shape: FrameShape, low: float, high: float) -> Moving:
    """A tag of tape on the cell, which shows its turning."""
    radius, wide = mm(shape.pack.radius) + 0.2, np.radians((50, 80, 110, 130))
    round_ = [(radius * np.cos(at), -radius * np.sin(at)) for at in wide]
    edge = [(float(x), float(y), mm(low)) for x, y in round_] + [
        (float(x), float(y), mm(high)) for x, y in round_[::-1]
    ]
    return Moving("mark", tuple(edge), SIDE, closed=True)


def _sail(design: FrameDesign, shape: FrameShape) -> tuple[Moving, ...]:
    """What decorates a battery that turns, as two sails."""
    extra, near = design.outline.decoration, mm(shape.pack.radius)
    if extra.mass_g == 0:
        return ()
    far, middle = max(extra.radius_mm * EDGE, near + 2), mm(shape.stack + shape.pack.length * 0.55)
    half = max(min(extra.area_mm2 / 4 / max(far - near, 1.0), 10.0), 1.5)
    return tuple(
        Moving(
            "mark",
            tuple((side * x, 0.0, middle + up) for x, up in ((near, -half), (far, -half), (far, half), (near, half))),
            SIDE,
            closed=False,
        )
        for side in (1.0, -1.0)
    )


def _dimensions(shape: FrameShape) -> tuple[Dimension, ...]:
    reach = np.concatenate([leg[:, 0] for leg in shape.legs]) * 1e3
    left, right, tip = round(float(reach.min()), 3), round(float(reach.max()), 3), mm(shape.tip)
    margin = right + 5
    return (
        Dimension((left, -6.0), (right, -6.0), f"{right - left:.3g} mm wide"),
        Dimension((margin, 0.0), (margin, tip), f"tip at {tip:.3g} mm"),
    )


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
        poles: tuple[Role, Role] = ("north", "south") if design.magnets.pole_up == "N" else ("south", "north")
        upper, lower = poles
        parts.append(Shape(upper, box(radius, shape.stack / 2, shape.stack), label=upper[0].upper()))
        parts.append(Shape(lower, box(radius, 0.0, shape.stack / 2), label=lower[0].upper()))
    if design.pivot.seat == "cup":
        top = shape.stack + pack.length
        cup = design.pivot.cup
        middle = top + cup.thickness_mm * 1e-3
        role: dict[str, Role] = {"N": "north", "S": "south"}
        pole, half = cup_pole(design), top + cup.thickness_mm * 5e-4
        parts.append(Shape(role[pole], box(cup.diameter_mm * 5e-4, half, middle), label=pole))
        parts.append(Shape(role[{"N": "S", "S": "N"}[pole]], box(cup.diameter_mm * 5e-4, top, half)))
        if cup.washer_mm:
            parts.append(Shape("stand", box(cup.diameter_mm * 6e-4, middle, top + cup_height(design))))
    if design.turns == "battery":
        point, level = 1.5e-3, bench_level(design)
        parts.append(Shape("stand", ((mm(-point), mm(level)), (mm(point), mm(level)), (0.0, 0.0))))
    wide = max(30e-3, 1.6 * radius, 1.3 * pack.radius)
    level = bench_level(design)
    return (*parts, Shape("bench", box(wide, level - 1.2e-3, level)))


def cup_pole(design: FrameDesign) -> str:
    """Pole on top of the cup's magnet."""
    same = design.pivot.cup.pole == "same"
    return design.magnets.pole_up if same else {"N": "S", "S": "N"}[design.magnets.pole_up]


def _handles(design: FrameDesign, shape: FrameShape) -> tuple[Handle, ...]:
    outline = design.outline
    at_foot = (HandleAxis("x", "/feet/gap_mm"), HandleAxis("y", "/feet/height_mm"))
    handles = [Handle("foot", mm(shape.foot_radius), mm(shape.foot_height), at_foot)]
    if isinstance(outline.half, ByPoints):
        handles += _points(outline.half, "/outline/half", 1.0, shape)
    else:
        handles.append(_spring(outline.half, shape))
    if outline.other_half is not None:
        handles += _points(outline.other_half, "/outline/other_half", -1.0, shape)
    return tuple(handles)


def _points(half: ByPoints, pointer: str, side: float, shape: FrameShape) -> list[Handle]:
    handles = []
    for number, point in enumerate(half.points):
        at = f"{pointer}/points/{number}"
        axes = (HandleAxis("x", f"{at}/radius_mm", side), HandleAxis("y", f"{at}/height_mm"))
        name = at.strip("/").replace("/", "-")
        handles.append(Handle(name, side * point.radius_mm, mm(shape.tip) + point.height_mm, axes))
    return handles


def _spring(half: BySpring, shape: FrameShape) -> Handle:
    middle = mm(shape.stack + shape.pack.length / 2)
    return Handle("spring", half.diameter_mm / 2, middle, (HandleAxis("x", "/outline/half/diameter_mm", 2.0),))
