"""A drawing for every step of the build: this very motor as it is at that step, from the core's own geometry.

What is new at a step is drawn full, what was there before faint. Steps whose work is seen nowhere on the finished motor
(a cut, a bend on the template) are drawn from the plan; a kind's own drawings of how a hand does it come first.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from oakspin.kinds.build import BuildPlan, HowTo, Step
from oakspin.kinds.geometry import Dimension, Geometry, Label, Point, Shape, bounds_of, seen

LOOSE: frozenset[str] = frozenset({"wire", "far_wire", "bared", "enamel", "paint", "mark", "winding", "bar", "lead"})
MAGNETS: frozenset[str] = frozenset({"north", "south", "across", "cup"})
CELL: frozenset[str] = frozenset({"cell", "terminal"})
GROUND: frozenset[str] = frozenset({"bench", "axis"})
# On no bench: what the drawing of Choose tells of the turn.
ARC_ROLES: frozenset[str] = frozenset({"push_arc", "brake_arc", "idle_arc"})
EVERYTHING = LOOSE | MAGNETS | CELL | {"support", "stand", "core", "track"} | GROUND

MARGIN = 6.0  # mm of paper round what is drawn
DRAWN = 120.0  # mm, the length at which a cut piece is drawn, however long it is
SPACING = 16.0  # mm between two pieces
LONGEST_TAIL, SHORTEST_TAIL = 0.25, 0.05  # of a drawn piece
MOST_BENDS = 12  # of an outline: more would run into each other


@dataclass(frozen=True)
class _Stage:
    """What a step adds to the motor, what stands there before it, and whether lengths are told."""

    new: frozenset[str]
    before: frozenset[str] = frozenset()
    near: frozenset[str] = frozenset()  # what the drawing closes in on; everything where empty
    lengths: bool = False


_STAGES: dict[str, _Stage] = {
    "lay_out": _Stage(EVERYTHING),
    "join": _Stage(LOOSE),
    "open": _Stage(LOOSE),
    "tie": _Stage(LOOSE),
    "tails": _Stage(LOOSE, frozenset({"axis"})),
    "feet": _Stage(LOOSE, MAGNETS, near=MAGNETS, lengths=True),
    "stack": _Stage(CELL | MAGNETS | {"core", "stand"}, GROUND),
    "set_on": _Stage(LOOSE, EVERYTHING - LOOSE),
    "decorate": _Stage(LOOSE, EVERYTHING - LOOSE),
    "screw": _Stage(frozenset({"core"})),
    "flag": _Stage(frozenset({"mark"}), MAGNETS | {"core"}),
    "hang": _Stage(CELL | MAGNETS | {"core", "mark"}),
    "lead": _Stage(frozenset({"lead"}), EVERYTHING - {"lead"}),
    "supports": _Stage(frozenset({"support"}), GROUND, lengths=True),
    "place": _Stage(MAGNETS | CELL, LOOSE | {"support"} | GROUND, lengths=True),
    "fan": _Stage(LOOSE, MAGNETS | CELL | {"support"} | GROUND),
    "core": _Stage(frozenset({"bar"})),
    "commutator": _Stage(frozenset({"bared", "enamel"}), frozenset({"bar", "winding", "mark"})),
    "bearings": _Stage(frozenset({"bar", "winding", "stand", "mark"}), frozenset({"bared", "enamel"})),
    "brushes": _Stage(frozenset({"lead"}), frozenset({"bared", "enamel", "bar", "winding", "stand", "mark"})),
    "magnets": _Stage(MAGNETS, EVERYTHING - MAGNETS, lengths=True),
    "connect": _Stage(EVERYTHING, lengths=False),
    "sheet": _Stage(frozenset({"track"})),
    "bright": _Stage(frozenset({"track"})),
    "poles": _Stage(MAGNETS, CELL),
    "wheels": _Stage(MAGNETS | CELL),
    "go": _Stage(EVERYTHING),
    "bore": _Stage(frozenset({"track", "far_wire", "wire"})),
    "press": _Stage(frozenset({"track", "far_wire", "wire"})),
    "lay": _Stage(frozenset({"track", "far_wire", "wire"}), lengths=True),
}


def pictures_of(step: Step, plan: BuildPlan, geometry: Geometry) -> tuple[HowTo, ...]:
    """The drawings of one step, in mm; none where there is nothing to see."""
    own = tuple(picture for picture in plan.how_to if picture.step == step.id)
    if own:
        return own
    if step.id in ("cut", "bare") and plan.cuts:
        return (_pieces(step, plan),)
    if step.id == "shape":
        return (_outline(step, plan),)
    stage = _STAGES.get(step.id)
    drawn = _motor(step, stage, geometry) if stage else None
    return (drawn,) if drawn else ()


def _motor(step: Step, stage: _Stage, geometry: Geometry) -> HowTo | None:
    """The motor as far as it is built: what is new full, what was there faint."""
    paths = [Shape(path.role, seen(path, geometry.pose), path.closed) for path in geometry.moving if not path.route]
    shapes = [*geometry.shapes, *paths]
    kept = [replace(shape, faint=shape.role not in stage.new) for shape in shapes if _shown(shape.role, stage)]
    fresh = [shape for shape in kept if not shape.faint and shape.role not in GROUND]
    dots = tuple(dots for dots in geometry.dots if _shown(dots.role, stage))
    if not fresh and not dots:
        return None
    near = tuple(shape for shape in kept if shape.role in stage.near) or tuple(kept)
    frame = _roomy(bounds_of(near)) if near else geometry.bounds
    lengths = tuple(line for line in geometry.dimensions if stage.lengths and _inside(line, frame))
    return HowTo(step.title, "", tuple(kept), (), frame, step.id, lengths, dots)


def _shown(role: str, stage: _Stage) -> bool:
    return role not in ARC_ROLES and (role in stage.new or role in stage.before)


def _inside(line: Dimension, frame: tuple[float, float, float, float]) -> bool:
    left, bottom, right, top = frame
    return all(left <= x <= right and bottom <= y <= top for x, y in (line.start, line.end))


def _roomy(bounds: tuple[float, float, float, float]) -> tuple[float, float, float, float]:
    left, bottom, right, top = bounds
    return left - MARGIN, bottom - MARGIN, right + MARGIN, top + MARGIN


def _pieces(step: Step, plan: BuildPlan) -> HowTo:
    """Every piece of wire to cut, drawn alike long, its tails apart: not to scale, but with its lengths."""
    shapes: list[Shape] = []
    labels: list[Label] = []
    bright = step.id == "bare"
    for row, cut in enumerate(plan.cuts):
        y = -SPACING * row
        share = min(max(cut.tails_mm / 2 / cut.length_mm, SHORTEST_TAIL), LONGEST_TAIL) if cut.tails_mm else 0.0
        tail = DRAWN * share
        ends: tuple[tuple[Point, Point], ...] = (((0.0, y), (tail, y)), ((DRAWN - tail, y), (DRAWN, y)))
        shapes.append(Shape("enamel" if bright else "wire", ((tail, y), (DRAWN - tail, y)), closed=False))
        if tail:
            shapes += [Shape("bared", end, closed=False) for end in ends]
            marks = (tail, DRAWN - tail)
            shapes += [Shape("mark", ((x, y - 3.0), (x, y + 3.0)), closed=False) for x in marks]
            size_text = "shining" if bright else f"{cut.tails_mm / 2:g} mm"
            labels += [Label(x, y - 7.0, size_text) for x in (tail / 2, DRAWN - tail / 2)]
        labels.append(Label(DRAWN / 2, y + 5.0, f"{cut.count} × {cut.length_mm:g} mm", strong=True))
    return HowTo(step.title, "", tuple(shapes), tuple(labels), _around(shapes), step.id)


def _outline(step: Step, plan: BuildPlan) -> HowTo:
    """The outline to bend along, as the template has it, with the bends numbered from the middle of the piece."""
    shapes = [
        Shape("wire" if line.role == "wire" else "axis", line.points, line.closed) for line in plan.template.lines
    ]
    bends = [bend for bend in plan.bends if bend.degrees]
    labels: list[Label] = []
    wires = [line.points for line in plan.template.lines if line.role == "wire"]
    if wires and 0 < len(bends) <= MOST_BENDS:
        corners = _corners(max(wires, key=len), len(bends))
        labels = [
            Label(x + 3.0, y + 1.0, f"{at}: {bend.degrees:g}°", anchor="start")
            for at, ((x, y), bend) in enumerate(zip(corners, bends, strict=False), 1)
        ]
    return HowTo(step.title, "", tuple(shapes), tuple(labels), _roomy(plan.template.bounds), step.id)


def _corners(line: tuple[Point, ...], count: int) -> list[Point]:
    """The inner points of one half of a line that bends, from its middle outward; all there are, ``count`` at most."""
    right = [point for point in line if point[0] > 1e-6]
    return right[:-1][:count]


def _around(shapes: Iterable[Shape]) -> tuple[float, float, float, float]:
    left, bottom, right, top = bounds_of(tuple(shapes))
    return left - 10.0, bottom - 11.0, right + 10.0, top + 11.0
