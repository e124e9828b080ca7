"""The drawing of a rotating coil in millimetres: side view, end view, both leads seen end-on.

All views show one moment: the coil upright, with the marked side up or down, whichever lets more
current through. The leads are drawn larger than they are.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.design.coil import Lead, LobesDesign, OvalOutline, RoundOutline, SquareOutline
from oakspin.draws import Array
from oakspin.fields.lines import trace_lines
from oakspin.fields.stack import Stack
from oakspin.machines.coil.coupling import Source, across_the_axle
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import CoilMotor, CoilShape, seen_from
from oakspin.machines.coil.strip import ANGLES, upright_pose
from oakspin.machines.driving import drive_ring
from oakspin.machines.follow import Follower
from oakspin.machines.geometry import (
    Dimension,
    Flow,
    Geometry,
    Handle,
    HandleAxis,
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
    box,
    circle,
    handle_axis,
    mm,
    polyline,
)
from oakspin.parts.cell import Pack

BETWEEN = 8.0  # mm between the views
BEYOND = 5.0  # mm that a lead is drawn beyond its support
DIAL = 8.0  # mm, the drawn radius of a lead seen end-on
ABOVE = 15.0  # mm between the coil's sweep and the leads drawn end-on
RING, SWELL = 1.16, 0.30
FAINT = 0.04
POST = 0.6e-3
TURN_OF_ARC = (-90.0, 270.0)  # degrees: once round, from one flat pose of the coil to the same again
LINES = 5


class Layout:
    """Where the views stand; mm."""

    def __init__(self, design: CoilMotor, shape: CoilShape, source: Source) -> None:
        across = source.radius if isinstance(source, Stack) else source.across / 2
        reach, along = mm(shape.reach), mm(shape.wound.measures.half_along)
        side = max(mm(shape.half_spacing) + BEYOND, along) + 2
        self.ring = RING * reach + 3
        end = max(self.ring * (1 + SWELL) + 1, mm(across) + 2, mm(shape.base / 2) + 2)
        whole = 2 * (side + end) + BETWEEN
        self.side, self.end = side - whole / 2, whole / 2 - end
        self.wide = whole / 2
        self.axle = mm(shape.axle)
        self.toward = -1.0 if seen_from(design) == "left" else 1.0
        self.dials = self.axle + max(self.ring * (1 + SWELL), reach) + ABOVE
        apart = max(0.45 * side, 19.0)
        self.left: Point = (self.side - apart, self.dials)
        self.right: Point = (self.side + apart, self.dials)


def draw_coil(design: CoilMotor, shape: CoilShape, pack: Pack, source: Source, drive: Array, live: Array) -> Geometry:
    """Lay out the views. ``drive`` and ``live`` are the mean push and switch at every angle, shape (angles,)."""
    at = Layout(design, shape, source)
    pose = upright_pose(design)
    flows = bool(live[len(ANGLES) // 2 if pose else 0] > FAINT)
    shapes = (*_standing(design, shape, pack, source, at), *_turning(shape, at, pose), *_dials(design, at, pose))
    ring, ring_labels = drive_ring((at.end, at.axle), at.ring, SWELL, drive, math.pi / 2 - pose)
    labels = (*_labels(design, shape, at), *ring_labels)
    left, bottom, right, top = bounds_of((*shapes, *ring), labels)
    return Geometry(
        shapes=(*shapes, *ring),
        labels=labels,
        handles=_handles(design, shape, at, pose),
        current=_current(design, shape, at, pose) if flows else (),
        flows=_flows(design, shape, at, pose) if flows else (),
        pushes=(Push(at.end, mm(shape.axle - shape.reach), (1.0, 0.0, 0.0), mm(shape.wound.measures.reach)),),
        field_lines=_lines(source, at.end, mm(shape.base)),
        moving=_moving(design, shape, at, pose),
        sparks=((at.side - mm(shape.half_spacing), at.axle), (at.side + mm(shape.half_spacing), at.axle)),
        dimensions=_dimensions(design, shape, at),
        mass=None,
        turning=Turning(at.end, at.axle, "end", at.ring * (1 + SWELL) + 1.5),
        bounds=(min(left, -at.wide), min(bottom, 0.0), max(right, at.wide), top + 4),
        caption=f"Side view, end view from the {seen_from(design)}, and both leads end-on",
    )


def _standing(design: CoilMotor, shape: CoilShape, pack: Pack, source: Source, at: Layout) -> tuple[Shape, ...]:
    base, top = shape.base, shape.base + shape.stack
    along = source.radius if isinstance(source, Stack) else source.along / 2
    across = source.radius if isinstance(source, Stack) else source.across / 2
    parts: list[Shape] = []
    if base:
        half = pack.cell.length_mm * 5e-4
        parts.append(Shape("cell", box(half, 0.0, base, at.side * 1e-3), label=pack.cell.name))
        parts.append(Shape("cell", circle((at.end, mm(base / 2)), mm(base / 2))))
    for middle, wide in ((at.side, along), (at.end, across)):
        parts += _poles(design, wide, base, top, middle * 1e-3)
        if design.second != "none":
            high = 2 * shape.axle - top
            parts += _poles(design, wide, high, high + shape.stack, middle * 1e-3, design.second == "turned")
    parts += _supports(design, shape, at)
    parts.append(Shape("bench", ((-at.wide, -1.2), (at.wide, -1.2), (at.wide, 0.0), (-at.wide, 0.0))))
    return tuple(parts)


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


def _supports(design: CoilMotor, shape: CoilShape, at: Layout) -> list[Shape]:
    low, high = _seat_heights(shape)
    wire = max(mm(shape.wire), 1.0)
    parts = []
    for sign, height in ((-1, low), (1, high)):
        x = at.side + sign * mm(shape.half_spacing)
        parts.append(Shape("support", ((x - mm(POST), 0.0), (x + mm(POST), 0.0), (x + mm(POST), height - wire), (x - mm(POST), height - wire))))  # fmt: skip
        parts.append(Shape("support", ((x, height - wire), (x, height + wire)), closed=False))
    if design.supports.stand == "metal":
        wide = mm(shape.half_spacing)
        parts.append(Shape("stand", ((at.side - wide, 0.0), (at.side + wide, 0.0), (at.side + wide, 1.4), (at.side - wide, 1.4))))  # fmt: skip
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


def _views(at: Layout) -> tuple[View, View]:
    side = View(axis=(1, 0, 0), right=(at.toward, 0, 0), up=(0, 0, 1), origin=(at.side, at.axle))
    end = View(axis=(1, 0, 0), right=(0, 1, 0), up=(0, 0, 1), origin=(at.end, at.axle))
    return side, end


def _seen(points: Array, view: View, angle: float) -> Polyline:
    cos, sin = math.cos(angle), math.sin(angle)
    x, y, z = points.T
    turned = np.stack([x, y * cos - z * sin, y * sin + z * cos])
    flat = np.array([view.right, view.up]) @ turned
    return polyline(flat[0] + view.origin[0], flat[1] + view.origin[1])


def _solid(points: Array) -> tuple[Vector, ...]:
    return tuple((x, y, z) for x, y, z in np.round(points, 3).tolist())


def _turning(shape: CoilShape, at: Layout, pose: float) -> tuple[Shape, ...]:
    side, end = _views(at)
    drawn_ = []
    for path in _parts(shape):
        drawn_ += [Shape("wire", _seen(path, view, pose), closed=False) for view in (side, end)]
    low, high = _seat_heights(shape)
    inner = mm(shape.wound.measures.half_along)
    for sign, height in ((-1, low), (1, high)):
        # Both leads lie on the line through the two seats.
        tip = at.side + sign * (mm(shape.half_spacing) + BEYOND)
        slope = (high - low) / (2 * mm(shape.half_spacing))
        drawn_.append(Shape("wire", ((at.side + sign * inner, at.axle + slope * sign * inner), (tip, height + slope * sign * BEYOND)), closed=False))  # fmt: skip
    mark = _seen(_marked(shape, pose), end, pose)[0]
    drawn_.append(Shape("mark", polyline(*(np.array(_DOT).T + np.array(mark)[:, None]))))
    return tuple(drawn_)


_DOT = circle((0.0, 0.0), 1.1)


def _dials(design: CoilMotor, at: Layout, pose: float) -> list[Shape]:
    turned = math.degrees(pose)
    parts = []
    for middle, lead in ((at.left, design.strip.left), (at.right, design.strip.right)):
        cover = "paint" if lead.rest == "marker" else "enamel"
        bare = (design.wire.finish == "bare" and lead.rest == "enamel") or lead.bared == "all"
        parts.append(Shape("bared" if bare else cover, circle(middle, DIAL)))  # type: ignore[arg-type]
        for arc in () if bare else lead.arcs:
            start, end = arc.center_deg - arc.width_deg / 2 + turned, arc.center_deg + arc.width_deg / 2 + turned
            parts.append(Shape("bared", circle(middle, DIAL, start, end), closed=False))
        x, y = middle
        parts.append(Shape("axis", ((x, y - DIAL - 2), (x, y + DIAL + 2)), closed=False))
        parts.append(Shape("support", ((x - 3, y - DIAL - 1.2), (x, y - DIAL - 3.6), (x + 3, y - DIAL - 1.2)), closed=False))  # fmt: skip
    return parts


def _state_of(lead: Lead) -> str:
    if lead.bared != "arcs":
        return "bare all round" if lead.bared == "all" else "not bared"
    arcs = " + ".join(f"{arc.width_deg:g}°" for arc in lead.arcs)
    return f"bare {arcs}, rest {'painted' if lead.rest == 'marker' else 'enamel'}"


def _labels(design: CoilMotor, shape: CoilShape, at: Layout) -> tuple[Label, ...]:
    found = []
    for middle, name, lead in ((at.left, "left", design.strip.left), (at.right, "right", design.strip.right)):
        found.append(Label(middle[0], middle[1] + DIAL + 7.5, f"{name} lead, end-on", strong=True))
        found.append(Label(middle[0], middle[1] + DIAL + 3.8, _state_of(lead)))
    plus, minus = ("left", "right") if design.plus_at == "left" else ("right", "left")
    for name, sign in ((plus, "+"), (minus, "−")):
        x = at.side + (-1 if name == "left" else 1) * (mm(shape.half_spacing) + 4)
        found.append(Label(x, 2.0, sign, strong=True))
    return tuple(found)


def _current(design: CoilMotor, shape: CoilShape, at: Layout, pose: float) -> tuple[Polyline, ...]:
    side, _ = _views(at)
    forward = design.plus_at == "left"
    found = []
    for path in _parts(shape):
        seen = _seen(path, side, pose)
        found.append(seen if forward else seen[::-1])
    return tuple(found)


def _flows(design: CoilMotor, shape: CoilShape, at: Layout, pose: float) -> tuple[Flow, ...]:
    _, end = _views(at)
    reach = shape.wound.measures.reach
    toward = design.plus_at == "left"
    found = []
    for place in shape.wound.places:
        sides = [(reach, toward)] if shape.wound.outline.lobe else [(reach, toward), (-reach, not toward)]
        for v, out in sides:
            x, y = _seen(_turned(np.array([[0.0, v]]), place - math.pi / 2), end, pose)[0]
            found.append(Flow(x, y, out))
    return tuple(found)


def _moving(design: CoilMotor, shape: CoilShape, at: Layout, pose: float) -> tuple[Moving, ...]:
    side, end = _views(at)
    found = []
    for path in map(_solid, _parts(shape)):
        found += [Moving("wire", path, side), Moving("wire", path, end)]
    found += [Moving("wire", _solid(path), side) for path in _leads(shape)]
    dot = np.column_stack([np.zeros(len(_DOT)), _DOT]) + _marked(shape, pose)
    found.append(Moving("mark", _solid(dot), end))
    for middle, lead in ((at.left, design.strip.left), (at.right, design.strip.right)):
        view = View(axis=(1, 0, 0), right=(0, 1, 0), up=(0, 0, 1), origin=middle)
        cover: Role = "paint" if lead.rest == "marker" else "enamel"
        found.append(Moving("bared" if lead.bared == "all" else cover, _upright(circle((0.0, 0.0), DIAL)), view))
        for arc in lead.arcs:
            bare = circle((0.0, 0.0), DIAL, arc.center_deg - arc.width_deg / 2, arc.center_deg + arc.width_deg / 2)
            found.append(Moving("bared", _upright(bare), view))
    return tuple(found)


def _upright(line: Polyline) -> tuple[Vector, ...]:
    return tuple((0.0, y, z) for y, z in line)


def _dimensions(design: CoilMotor, shape: CoilShape, at: Layout) -> tuple[Dimension, ...]:
    wide, beside = mm(shape.half_spacing), at.side - mm(shape.half_spacing) - 7
    low = mm(shape.base + shape.stack)
    beside_coil = 0.5 * mm(shape.wound.measures.half_along)
    return (
        Dimension((at.side - wide, -5.0), (at.side + wide, -5.0), f"{2 * wide:.3g} mm between supports"),
        Dimension((beside, 0.0), (beside, at.axle), f"axle at {at.axle:.3g} mm"),
        Dimension(
            (at.side + beside_coil, low), (at.side + beside_coil, low + design.gap_mm), f"gap {design.gap_mm:.3g} mm"
        ),
    )


def _handles(design: CoilMotor, shape: CoilShape, at: Layout, pose: float) -> tuple[Handle, ...]:
    return (
        _gap(design, shape, at),
        *_size(design, shape, at, pose),
        *_heights(design, shape, at),
        *_arcs("left", design.strip.left, at.left, pose),
        *_arcs("right", design.strip.right, at.right, pose),
    )


def _gap(design: CoilMotor, shape: CoilShape, at: Layout) -> Handle:
    top = mm(shape.base + shape.stack)
    axis = handle_axis("y", "Gap to the magnet", "/gap_mm", design.gap_mm, (0, 40), 0.1, -top)
    return Handle("gap", at.side, top + design.gap_mm, (axis,))


def _size(design: CoilMotor, shape: CoilShape, at: Layout, pose: float) -> list[Handle]:
    along = mm(shape.wound.measures.half_along)
    right = at.side + along
    if isinstance(design, LobesDesign):
        lobes = design.lobes
        tip = math.degrees(shape.wound.places[0] + pose)
        opening = handle_axis("turn", "Opening of the lobes", "/lobes/opening_deg", lobes.opening_deg, (0, 180), 1.0, 2 * (180 + math.degrees(pose)), -2.0, unit="°", center=(at.end, at.axle))  # fmt: skip
        reach = mm(shape.wound.measures.reach) + 4
        x, y = at.end + reach * math.cos(math.radians(tip)), at.axle + reach * math.sin(math.radians(tip))
        return [
            Handle("along", right, at.axle + 3, (handle_axis("x", "Lobe along the axle", "/lobes/along_mm", lobes.along_mm, (6, 80), 0.5, -2 * at.side, 2.0),)),
            Handle("opening", round(x, 3), round(y, 3), (opening,)),
        ]  # fmt: skip
    outline = design.coil.outline
    if isinstance(outline, RoundOutline):
        return [Handle("coil", right, at.axle, (handle_axis("x", "Coil diameter", "/coil/outline/diameter_mm", outline.diameter_mm, (6, 80), 0.5, -2 * at.side, 2.0),))]  # fmt: skip
    if isinstance(outline, (SquareOutline, OvalOutline)):
        foot = mm(shape.base + shape.stack + shape.bundle / 2) + design.gap_mm
        return [
            Handle("along", right, at.axle, (handle_axis("x", "Coil along the axle", "/coil/outline/along_mm", outline.along_mm, (6, 80), 0.5, -2 * at.side, 2.0),)),
            Handle("across", at.side, at.axle + mm(shape.wound.measures.reach), (handle_axis("y", "Coil across the axle", "/coil/outline/across_mm", outline.across_mm, (6, 80), 0.5, -foot),)),
        ]  # fmt: skip
    found = []
    _side, _ = _views(at)
    for number, point in enumerate(outline.points):
        x, y = at.side + point.along_mm, at.axle + point.across_mm * math.cos(pose)
        up = 1.0 if math.cos(pose) > 0 else -1.0
        found.append(Handle(f"corner-{number}", x, y, (
            handle_axis("x", f"Corner {number + 1} along", f"/coil/outline/points/{number}/along_mm", point.along_mm, (-60, 60), 0.5, -at.side),
            handle_axis("y", f"Corner {number + 1} across", f"/coil/outline/points/{number}/across_mm", point.across_mm, (-60, 60), 0.5, -up * at.axle, up),
        )))  # fmt: skip
    return found


def _heights(design: CoilMotor, shape: CoilShape, at: Layout) -> list[Handle]:
    level, gap = design.supports.level_mm, design.gap_mm
    low, high = _seat_heights(shape)
    wide = mm(shape.half_spacing)
    pointer = "/supports/level_mm"
    left = handle_axis("y", "Left support height", pointer, level, (-10, 10), 0.1, high, -1.0, follows=(Follower("/gap_mm", -0.5, gap + level / 2),))  # fmt: skip
    right = handle_axis("y", "Right support height", pointer, level, (-10, 10), 0.1, -low, 1.0, follows=(Follower("/gap_mm", 0.5, gap - level / 2),))  # fmt: skip
    return [
        Handle("left-support", at.side - wide, low, (left,)),
        Handle("right-support", at.side + wide, high, (right,)),
    ]


def _arcs(name: str, lead: Lead, middle: Point, pose: float) -> list[Handle]:
    """Both ends of a bared arc, and its middle. An end moves alone: width and middle change together."""
    found = []
    turned = math.degrees(pose)
    for number, arc in enumerate(lead.arcs if lead.bared == "arcs" else []):
        at = f"/strip/{name}/arcs/{number}"
        start, end = arc.center_deg - arc.width_deg / 2, arc.center_deg + arc.width_deg / 2
        which = f"{name} lead{f', arc {number + 1}' if len(lead.arcs) > 1 else ''}"
        ends = (
            ("start", start, -1.0, end, Follower(f"{at}/center_deg", -0.5, end)),
            ("end", end, 1.0, -start, Follower(f"{at}/center_deg", 0.5, start)),
        )
        for word, degrees, slope, origin, follow in ends:
            axis = HandleAxis("turn", f"{which}: {word} of the bared arc", f"{at}/width_deg", arc.width_deg, 1.0, 360.0, 1.0, origin - slope * turned, slope, "°", middle, (follow,))  # fmt: skip
            found.append(_on_dial(f"{name}-{number}-{word}", middle, DIAL, degrees + turned, axis))
        turn = HandleAxis("turn", f"{which}: place of the bared arc", f"{at}/center_deg", arc.center_deg, *TURN_OF_ARC, 1.0, -turned, 1.0, "°", middle)  # fmt: skip
        found.append(_on_dial(f"{name}-{number}-middle", middle, DIAL * 0.55, arc.center_deg + turned, turn))
    return found


def _on_dial(id_: str, middle: Point, radius: float, degrees: float, axis: HandleAxis) -> Handle:
    t = math.radians(degrees)
    return Handle(id_, round(middle[0] + radius * math.cos(t), 3), round(middle[1] + radius * math.sin(t), 3), (axis,))


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
