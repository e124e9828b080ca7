"""The drawing of a rotating coil in millimetres: side view, end view, both leads seen end-on.

All views show one moment: the coil upright, with the marked side up or down, whichever lets more
current through. The leads are drawn larger than they are.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.design.coil import Lead, LobesDesign, OvalOutline, RoundOutline, SquareOutline
from oakspin.draws import MEDIAN, Array
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
    Vector,
    View,
    bounds_of,
    box,
    circle,
    clashes_of,
    mm,
    polyline,
    solid,
)
from oakspin.kinds.pushing import pushes_at
from oakspin.machines.coil.coupling import Source, across_the_axle
from oakspin.machines.coil.machine import coil_source
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import CoilMotor, CoilShape, coil_shape, seen_from
from oakspin.machines.coil.strip import ANGLES, upright_pose
from oakspin.machines.machine import Machine
from oakspin.motion.drive import Drive
from oakspin.parts.catalogue import AXLES
from oakspin.parts.cell import Pack, pack_of

BETWEEN = 8.0  # mm between the views
BEYOND = 5.0  # mm that a lead is drawn beyond its support
DIAL = 8.0  # mm, the drawn radius of a lead seen end-on
ABOVE = 15.0  # mm between the coil's sweep and the leads drawn end-on
RING, SWELL = 1.16, 0.30
FAINT = 0.04
HEAVY = 0.62  # of the reach, at which the heavy side is marked
POST = 0.6e-3
LINES = 5


class CoilLayout:
    """Where the views stand; mm."""

    def __init__(self, design: CoilMotor, shape: CoilShape, source: Source) -> None:
        across = source.radius if isinstance(source, Stack) else source.across / 2
        reach, along = mm(shape.reach), mm(shape.wound.measures.half_along)
        side = max(mm(shape.half_spacing) + BEYOND, along) + 2
        self.ring = RING * reach + 3
        end = max(self.ring * (1 + SWELL) + 1, mm(across) + 2, mm(shape.base / 2) + 2)
        next_to = mm(shape.over + shape.stack) if design.magnets_on == "beside" else 0.0
        end = max(end, next_to + 2)
        whole = 2 * (side + end) + BETWEEN
        self.side, self.end = side - whole / 2, whole / 2 - end
        self.wide = whole / 2
        self.axle = mm(shape.axle)
        self.toward = -1.0 if seen_from(design) == "left" else 1.0
        self.dials = self.axle + max(self.ring * (1 + SWELL), reach) + ABOVE
        apart = max(0.45 * side, 19.0)
        self.left: Point = (self.side - apart, self.dials)
        self.right: Point = (self.side + apart, self.dials)


def draw_coil(design: CoilMotor, machine: Machine, drive: Drive) -> Geometry:
    """Lay out the views, at the moment in which the coil stands upright."""
    shape, source, pack = coil_shape(design), coil_source(design), pack_of(design.battery, MEDIAN)
    at, pose = CoilLayout(design, shape, source), upright_pose(design)
    push = machine.effective.mean(axis=0)
    way = float(np.sign(push.sum())) or 1.0
    live = np.abs(machine.switch).mean(axis=0)
    flows = bool(live[len(ANGLES) // 2 if pose else 0] > FAINT)
    ring, ring_labels = drive_ring((at.end, at.axle), at.ring, SWELL, way * push, math.pi / 2 - pose)
    shapes = (*_standing(design, shape, pack, source, at), *_dials(at), *ring)
    labels = (*_labels(design, shape, at), *ring_labels)
    moving = _moving(design, shape, at, pose, flows)
    left, bottom, right, top = bounds_of(shapes, labels, moving, pose)
    lowest, next_to = mm(shape.low), design.magnets_on == "beside"
    nearest = (at.end + mm(shape.reach), at.axle, (0.0, 1.0, 0.0)) if next_to else (at.end, lowest, (1.0, 0.0, 0.0))
    return Geometry(
        shapes=shapes,
        labels=labels,
        handles=_handles(design, shape, at, pose),
        current=(),
        flows=_flows(design, shape, at, pose) if flows else (),
        pushes=pushes_at(drive, (*nearest, mm(shape.wound.measures.reach))),
        field_lines=_field_lines(design, shape, source, at),
        moving=moving,
        pose=pose,
        sparks=((at.side - mm(shape.half_spacing), at.axle), (at.side + mm(shape.half_spacing), at.axle)),
        dimensions=_dimensions(design, shape, at),
        mass=None,
        turning=Turning(at.end, at.axle, "end", at.ring * (1 + SWELL) + 1.5),
        bounds=(min(left, -at.wide), min(bottom, 0.0), max(right, at.wide), top + 4),
        clashes=clashes_of(machine, _clashes(design, shape, at)),
        caption=f"Side view, end view from the {seen_from(design)}, and both leads end-on",
    )


def _standing(design: CoilMotor, shape: CoilShape, pack: Pack, source: Source, at: CoilLayout) -> tuple[Shape, ...]:
    base, top = shape.base, shape.base + shape.stack
    along = source.radius if isinstance(source, Stack) else source.along / 2
    across = source.radius if isinstance(source, Stack) else source.across / 2
    parts: list[Shape] = []
    if design.magnets_on == "battery":
        half = pack.cell.length_mm * 5e-4
        parts.append(Shape("cell", box(half, 0.0, base, at.side * 1e-3), label=pack.cell.name))
        parts.append(Shape("cell", circle((at.end, mm(base / 2)), mm(base / 2))))
    if design.magnets_on == "beside":
        parts += _kept_file(design, shape, along, across, at)
    for middle, wide in ((at.side, along), (at.end, across)) if design.magnets_on != "beside" else ():
        if design.magnets_on == "around":
            wall = (wide - design.magnets.hole_mm * 5e-4) / 2
            for side in (-1, 1):
                parts += _poles(design, wall, base, top, middle * 1e-3 + side * (wide - wall))
            if base:
                for side in (-1, 1):
                    blocks = box(wall, 0.0, base, middle * 1e-3 + side * (wide - wall))
                    parts.append(Shape("stand", blocks))
            continue
        parts += _poles(design, wide, base, top, middle * 1e-3)
        if design.second != "none":
            high = 2 * shape.axle - top
            parts += _poles(design, wide, high, high + shape.stack, middle * 1e-3, design.second == "turned")
    parts += _supports(design, shape, at)
    parts.append(Shape("bench", ((-at.wide, -1.2), (at.wide, -1.2), (at.wide, 0.0), (-at.wide, 0.0))))
    return tuple(parts)


def _clashes(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> dict[str, tuple[Point, ...]]:
    """Where coil, magnets, supports and leads run into each other."""
    half, low = mm(shape.half_spacing), (at.end, mm(shape.low))
    ring = design.magnets.hole_mm / 2
    both = ((at.side - half, at.axle), (at.side + half, at.axle))
    return {
        "strikes": (low,),
        "ring_narrow": ((at.end - ring, at.axle - design.gap_mm), (at.end + ring, at.axle - design.gap_mm)),
        "lead_on_ring": ((at.side - ring, at.axle), (at.side + ring, at.axle)),
        "coil_too_wide": both,
        "magnets_wide": tuple((x, mm(shape.base + shape.stack / 2)) for x, _ in both),
    }


def _kept_file(design: CoilMotor, shape: CoilShape, along: float, across: float, at: CoilLayout) -> list[Shape]:
    """Stacks that stand beside the coil: behind it from the side, to its right (and left) from the end."""
    facing = design.magnets.pole_up
    away = {"N": "S", "S": "N"}[facing]
    roles: dict[str, Role] = {"N": "north", "S": "south"}
    low, high = shape.axle - across, shape.axle + across
    across_it = design.magnets.magnetized == "across"
    parts = [Shape("across" if across_it else roles[facing], box(along, low, high, at.side * 1e-3), label=facing)]
    for side in (1.0, -1.0) if design.second != "none" else (1.0,):
        over = side < 0 and design.second == "same"
        near, far = (away, facing) if over else (facing, away)
        half = shape.stack / 4
        for pole, middle in ((near, shape.over + half), (far, shape.over + 3 * half)):
            role: Role = "across" if across_it else roles[pole]
            parts.append(Shape(role, box(half, low, high, at.end * 1e-3 + side * middle), label=pole))
    return parts


def _poles(design: CoilMotor, wide: float, low: float, high: float, middle: float, over: bool = False) -> list[Shape]:
    north_up = (design.magnets.pole_up == "N") != over
    if design.magnets.magnetized == "across":
        return [Shape("across", box(wide, low, high, middle), label="N" if north_up else "S")]
    half = (low + high) / 2
    upper, lower = ("north", "south") if north_up else ("south", "north")
    return [
        Shape(upper, box(wide, half, high, middle), label=upper[0].upper()),  # type: ignore[arg-type]
        Shape(lower, box(wide, low, half, middle), label=lower[0].upper()),  # type: ignore[arg-type]
    ]


def _seat_heights(shape: CoilShape) -> tuple[float, float]:
    rise = shape.tilt * shape.half_spacing
    return mm(shape.axle - rise), mm(shape.axle + rise)


def _supports(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> list[Shape]:
    low, high = _seat_heights(shape)
    wire = max(mm(shape.wire), 1.0)
    parts = []
    for sign, height in ((-1, low), (1, high)):
        x = at.side + sign * mm(shape.half_spacing)
        parts.append(
            Shape(
                "support",
                (
                    (x - mm(POST), 0.0),
                    (x + mm(POST), 0.0),
                    (x + mm(POST), height - wire),
                    (x - mm(POST), height - wire),
                ),
            )
        )
        parts.append(Shape("support", ((x, height - wire), (x, height + wire)), closed=False))
    if design.supports.stand == "metal":
        wide = mm(shape.half_spacing)
        parts.append(
            Shape("stand", ((at.side - wide, 0.0), (at.side + wide, 0.0), (at.side + wide, 1.4), (at.side - wide, 1.4)))
        )
    parts.append(Shape("support", _seat(design, at.end, at.axle, wire), closed=False))
    parts.append(Shape("support", ((at.end, 0.0), (at.end, at.axle - wire)), closed=False, label="behind"))
    return parts


def _seat(design: CoilMotor, x: float, y: float, wire: float) -> Polyline:
    if design.supports.seat == "loop":
        return circle((x, y), 1.5 * wire)
    deep = 2.4 if design.supports.seat == "open" else 5.0
    return ((x - 0.8 * deep, y + deep - wire), (x, y - wire), (x + 0.8 * deep, y + deep - wire))


def _turned(path: Array, angle: float) -> Array:
    """Points (u, v) of the coil as (x, y, z) from the axle, v up at angle 0; shape (points, 3), mm."""
    u, v = path[:, 0] * 1e3, path[:, 1] * 1e3
    return np.column_stack([u, -v * math.sin(angle), v * math.cos(angle)])


def _parts(shape: CoilShape) -> list[Array]:
    """The paths of the coil or both lobes at machine angle 0."""
    path = drawn(shape.wound.outline)
    return [_turned(path, place - math.pi / 2) for place in shape.wound.places]


def _marked(shape: CoilShape, pose: float) -> Array:
    """The middle of the marked side at machine angle 0, up at the pose; shape (1, 3), mm."""
    reach = shape.wound.measures.reach
    places = shape.wound.places
    if shape.wound.outline.lobe:
        return _turned(np.array([[0.0, reach]]), max(places, key=lambda place: math.sin(place + pose)) - math.pi / 2)
    return _turned(np.array([[0.0, reach if pose == 0 else -reach]]), places[0] - math.pi / 2)


def _leads(shape: CoilShape) -> list[Array]:
    inner, outer = mm(shape.wound.measures.half_along), mm(shape.half_spacing) + BEYOND
    return [np.array([[sign * inner, 0.0, 0.0], [sign * outer, 0.0, 0.0]]) for sign in (-1, 1)]


def _views(shape: CoilShape, at: CoilLayout) -> tuple[View, View]:
    """From the side, where the axle is seen to slope, and from the end."""
    side = View(axis=(1, 0, 0), right=(at.toward, 0, 0), up=(at.toward * shape.tilt, 0, 1), origin=(at.side, at.axle))
    end = View(axis=(1, 0, 0), right=(0, 1, 0), up=(0, 0, 1), origin=(at.end, at.axle))
    return side, end


def _at_end(place: float, v: float, at: CoilLayout, pose: float) -> Point:
    """Where a point at distance v (m) of a side that lies at ``place`` is seen in the end view, at the pose."""
    x, y = mm(v * math.cos(place + pose)), mm(v * math.sin(place + pose))
    return (round(at.end + x, 3), round(at.axle + y, 3))


_DOT = circle((0.0, 0.0), 1.1)


def _dials(at: CoilLayout) -> list[Shape]:
    """What stands round the leads that are drawn end-on: their middle line and the support under them."""
    parts = []
    for x, y in (at.left, at.right):
        parts.append(Shape("axis", ((x, y - DIAL - 2), (x, y + DIAL + 2)), closed=False))
        support = ((x - 3, y - DIAL - 1.2), (x, y - DIAL - 3.6), (x + 3, y - DIAL - 1.2))
        parts.append(Shape("support", support, closed=False))
    return parts


def _state_of(lead: Lead) -> str:
    if lead.bared != "arcs":
        return "bare all round" if lead.bared == "all" else "not bared"
    arcs = " + ".join(f"{arc.width_deg:g}°" for arc in lead.arcs)
    worn = f", {lead.worn_percent:g} % worn" if lead.rest == "marker" and lead.worn_percent else ""
    return f"bare {arcs}, rest {'painted' if lead.rest == 'marker' else 'enamel'}{worn}"


def _labels(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> tuple[Label, ...]:
    labels = []
    for middle, name, lead in ((at.left, "left", design.strip.left), (at.right, "right", design.strip.right)):
        labels.append(Label(middle[0], middle[1] + DIAL + 7.5, f"{name} lead, end-on", strong=True))
        labels.append(Label(middle[0], middle[1] + DIAL + 3.8, _state_of(lead)))
    plus, minus = ("left", "right") if design.plus_at == "left" else ("right", "left")
    for name, sign in ((plus, "+"), (minus, "−")):
        x = at.side + (-1 if name == "left" else 1) * (mm(shape.half_spacing) + 4)
        labels.append(Label(x, 2.0, sign, strong=True))
    if design.rests_deg is not None:
        x, y = heavy_place(design, shape, at)
        labels.append(Label(x, y + 2.2, "heavy side"))
    return tuple(labels)


def _flows(design: CoilMotor, shape: CoilShape, at: CoilLayout, pose: float) -> tuple[Flow, ...]:
    reach, toward = shape.wound.measures.reach, design.plus_at == "left"
    sides = [(reach, toward)] if shape.wound.outline.lobe else [(reach, toward), (-reach, not toward)]
    return tuple(Flow(*_at_end(place, v, at, pose), out) for place in shape.wound.places for v, out in sides)


def _moving(design: CoilMotor, shape: CoilShape, at: CoilLayout, pose: float, flows: bool) -> tuple[Moving, ...]:
    """Coil and leads from the side, coil and marked side from the end, both leads end-on."""
    side, end = _views(shape, at)
    along = (1 if design.plus_at == "left" else -1) if flows else 0
    paths = []
    for part in map(solid, _parts(shape)):
        paths += [Moving("wire", part, side, carries=along), Moving("wire", part, end)]
    paths += [Moving("wire", solid(lead), side) for lead in _leads(shape)]
    if held := AXLES.get(design.axle):
        half, radius = mm(held.length / 2), mm(held.radius)
        body = ((-half, 0.0, -radius), (half, 0.0, -radius), (half, 0.0, radius), (-half, 0.0, radius))
        paths.insert(0, Moving("bar", body, side, closed=True))
        paths.insert(1, Moving("bar", _upright(circle((0.0, 0.0), radius)), end, closed=True))
    dot = np.column_stack([np.zeros(len(_DOT)), _DOT]) + _marked(shape, pose)
    paths.append(Moving("mark", solid(dot), end, closed=True))
    for middle, lead in ((at.left, design.strip.left), (at.right, design.strip.right)):
        paths += _end_on(design, lead, View(axis=(1, 0, 0), right=(0, 1, 0), up=(0, 0, 1), origin=middle))
    return tuple(paths)


def _end_on(design: CoilMotor, lead: Lead, view: View) -> list[Moving]:
    """A lead seen end-on: what covers it, and its bared arcs."""
    cover: Role = "paint" if lead.rest == "marker" else "enamel"
    bare = (design.wire.finish == "bare" and lead.rest == "enamel") or lead.bared == "all"
    paths = [Moving("bared" if bare else cover, _upright(circle((0.0, 0.0), DIAL)), view, closed=True)]
    for arc in () if bare else lead.arcs:
        line = circle((0.0, 0.0), DIAL, arc.center_deg - arc.width_deg / 2, arc.center_deg + arc.width_deg / 2)
        paths.append(Moving("bared", _upright(line), view))
    return paths


def _upright(line: Polyline) -> tuple[Vector, ...]:
    return tuple((0.0, y, z) for y, z in line)


def _dimensions(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> tuple[Dimension, ...]:
    wide, next_to = mm(shape.half_spacing), at.side - mm(shape.half_spacing) - 7
    low, room = mm(shape.base + shape.stack), design.gap_mm
    magnets_by_coil = 0.5 * mm(shape.wound.measures.half_along)
    gap = Dimension((at.side + magnets_by_coil, low), (at.side + magnets_by_coil, low + room), f"gap {room:.3g} mm")
    if design.magnets_on == "beside":
        face, y = at.end + mm(shape.over), at.axle - 0.4 * mm(shape.reach)
        gap = Dimension((face - room, y), (face, y), f"gap {room:.3g} mm")
    return (
        Dimension((at.side - wide, -5.0), (at.side + wide, -5.0), f"{2 * wide:.3g} mm between supports"),
        Dimension((next_to, 0.0), (next_to, at.axle), f"axle at {at.axle:.3g} mm"),
        gap,
    )


def _handles(design: CoilMotor, shape: CoilShape, at: CoilLayout, pose: float) -> tuple[Handle, ...]:
    return (
        _gap(design, shape, at),
        *_size(design, shape, at, pose),
        *_heights(shape, at),
        *_heavy(design, shape, at),
        *_arcs("left", design.strip.left, at.left, pose),
        *_arcs("right", design.strip.right, at.right, pose),
    )


def _gap(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> Handle:
    if design.magnets_on == "beside":
        return Handle("gap", at.end + mm(shape.over), at.axle, (HandleAxis("x", "/gap_mm"),))
    if design.magnets_on == "around" and shape.base > 0:
        # The axle is as high as the coil needs; the ring on its blocks goes up and down.
        wall = design.magnets.hole_mm / 2
        return Handle("gap", at.side + wall, mm(shape.base + shape.stack), (HandleAxis("y", "/gap_mm", -1.0),))
    return Handle("gap", at.side, mm(shape.base + shape.stack) + design.gap_mm, (HandleAxis("y", "/gap_mm"),))


def _size(design: CoilMotor, shape: CoilShape, at: CoilLayout, pose: float) -> list[Handle]:
    right = at.side + mm(shape.wound.measures.half_along)
    if isinstance(design, LobesDesign):
        x, y = _at_end(shape.wound.places[0], shape.wound.measures.reach + 4e-3, at, pose)
        # A lobe's half of the opening: each degree that it is turned opens or closes two.
        opening = HandleAxis("turn", "/lobes/opening_deg", -2.0, (at.end, at.axle))
        along = Handle("along", right, at.axle + 3, (HandleAxis("x", "/lobes/along_mm", 2.0),))
        return [along, Handle("opening", x, y, (opening,))]
    outline = design.coil.outline
    if isinstance(outline, RoundOutline):
        return [Handle("coil", right, at.axle, (HandleAxis("x", "/coil/outline/diameter_mm", 2.0),))]
    if isinstance(outline, (SquareOutline, OvalOutline)):
        top = at.axle + mm(shape.wound.measures.reach)
        return [
            Handle("along", right, at.axle, (HandleAxis("x", "/coil/outline/along_mm", 2.0),)),
            Handle("across", at.side, top, (HandleAxis("y", "/coil/outline/across_mm"),)),
        ]
    up = 1.0 if math.cos(pose) > 0 else -1.0
    return [
        Handle(
            f"corner-{number}",
            at.side + point.along_mm,
            at.axle + up * point.across_mm,
            (
                HandleAxis("x", f"/coil/outline/points/{number}/along_mm"),
                HandleAxis("y", f"/coil/outline/points/{number}/across_mm", up),
            ),
        )
        for number, point in enumerate(outline.points)
    ]


def _heavy(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> list[Handle]:
    """Where the heavy side is, while the marked side is up: it hangs down at rest. Turned on, it rests turned back."""
    if design.rests_deg is None:
        return []
    x, y = heavy_place(design, shape, at)
    return [Handle("heavy-side", x, y, (HandleAxis("turn", "/rests_deg", -1.0, (at.end, at.axle)),))]


def heavy_place(design: CoilMotor, shape: CoilShape, at: CoilLayout) -> Point:
    """Where the heavy side is drawn in the end view: well inside the coil."""
    down, reach = math.radians(-90.0 - (design.rests_deg or 0.0)), HEAVY * mm(shape.wound.measures.reach)
    return (round(at.end + reach * math.cos(down), 3), round(at.axle + reach * math.sin(down), 3))


def _heights(shape: CoilShape, at: CoilLayout) -> list[Handle]:
    """Both seats: one up by half is the other down by half, the coil's middle stays."""
    low, high = _seat_heights(shape)
    wide = mm(shape.half_spacing)
    return [
        Handle("left-support", at.side - wide, low, (HandleAxis("y", "/supports/level_mm", -2.0),)),
        Handle("right-support", at.side + wide, high, (HandleAxis("y", "/supports/level_mm", 2.0),)),
    ]


def _arcs(name: str, lead: Lead, middle: Point, pose: float) -> list[Handle]:
    """Both ends of every bared arc, and its middle. All arcs of a lead are as wide, and turn together."""
    handles = []
    turned = math.degrees(pose)
    width, place = f"/strip/{name}/arcs/0/width_deg", f"/strip/{name}/arcs/0/center_deg"
    for number, arc in enumerate(lead.arcs if lead.bared == "arcs" else []):
        for word, side in (("start", -1.0), ("end", 1.0)):
            axis = HandleAxis("turn", width, 2 * side, middle)
            degrees = arc.center_deg + side * arc.width_deg / 2 + turned
            handles.append(_on_dial(f"{name}-{number}-{word}", middle, DIAL, degrees, axis))
        turn = HandleAxis("turn", place, 1.0, middle)
        handles.append(_on_dial(f"{name}-{number}-middle", middle, DIAL * 0.55, arc.center_deg + turned, turn))
    return handles


def _on_dial(id_: str, middle: Point, radius: float, degrees: float, axis: HandleAxis) -> Handle:
    t = math.radians(degrees)
    return Handle(id_, round(middle[0] + radius * math.cos(t), 3), round(middle[1] + radius * math.sin(t), 3), (axis,))


def _field_lines(design: CoilMotor, shape: CoilShape, source: Source, at: CoilLayout) -> tuple[Polyline, ...]:
    """Field lines where the magnets lie; turned with them beside the coil."""
    if design.magnets_on != "beside":
        return _lines(source, at.end, mm(shape.base))
    face = at.end + mm(shape.over + shape.stack)
    lines = _lines(source, 0.0, 0.0)
    return tuple(tuple((face - y, at.axle + x) for x, y in line if at.axle + x > 0) for line in lines)


@lru_cache(maxsize=64)
def _lines(source: Source, x: float, base: float) -> tuple[Polyline, ...]:
    """Field lines in the plane of the end view, from the magnet's upper face on, mm."""
    wide = source.radius if isinstance(source, Stack) else source.across / 2
    if (isinstance(source, Stack) and source.across) or (not isinstance(source, Stack) and source.sideways):
        return ()
    share = (np.arange(LINES) + 0.5) / LINES
    seeds = np.column_stack([0.96 * wide * share, np.full(LINES, source.length + 0.3e-3)])
    up = 1.0 if source.remanence > 0 else -1.0
    field = across_the_axle(source) if isinstance(source, Stack) and source.across else source.field
    way = trace_lines(field, seeds, up * wide / 14, 90)
    lines = []
    for line in way.swapaxes(0, 1):
        under = np.flatnonzero((line[:, 1] < source.length / 2) & (np.abs(line[:, 0]) < 1.05 * wide))
        kept = 1e3 * line[: under[0] if under.size else None]
        kept = kept[base + kept[:, 1] > 0]
        lines += [polyline(x + side * kept[:, 0], base + kept[:, 1]) for side in (1, -1)]
    return tuple(line for line in lines if len(line) > 2)
