"""A drawing for every step of the build: this very motor as it is at that step, from the core's own geometry.

What is new at a step is drawn full, what was there before faint. Steps whose work is seen nowhere on the finished motor
(a cut, a bend on the template) are drawn from the plan; a kind's own drawings of how a hand does it come first.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import pairwise

from oakspin.kinds.build import BuildPlan, Cut, HowTo, Spot, Step
from oakspin.kinds.fault import Place
from oakspin.kinds.geometry import Dimension, Geometry, Label, Point, Shape, bounds_of, seen
from oakspin.kinds.handwork import Hands

LOOSE: frozenset[str] = frozenset({"wire", "far_wire", "bared", "enamel", "paint", "mark", "winding", "bar", "lead"})
UNBARED = LOOSE - {"bared", "enamel", "paint"}  # before a lead is bared
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
SPOT = 0.03  # of a drawing, that a numbered spot reaches to either side
FOLD = 170.0  # degrees from which a bend is a fold, which the words tell
LEAST_SHINING = 0.02  # of a piece, to either side
LABEL_WIDE, LABEL_HIGH = 22.0, 6.0  # mm of a label of a bend
MOST_BENDS = 12  # of an outline: more would run into each other


@dataclass(frozen=True)
class _Stage:
    """What a step adds to the motor, what stands there before it, and whether lengths are told."""

    new: frozenset[str]
    before: frozenset[str] = frozenset()
    near: frozenset[str] = frozenset()  # what the drawing closes in on; everything where empty
    lengths: bool = False
    instead: frozenset[str] = frozenset()  # what is new on a motor that has none of the new roles


_STAGES: dict[str, _Stage] = {
    "lay_out": _Stage(EVERYTHING),
    "join": _Stage(LOOSE),
    "open": _Stage(UNBARED),
    "tie": _Stage(UNBARED),
    "tails": _Stage(UNBARED, frozenset({"axis"})),
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
    "core": _Stage(frozenset({"bar"}), instead=frozenset({"winding"})),
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
    if stage and not drawn and stage.instead:
        drawn = _motor(step, replace(stage, new=stage.instead), geometry)
    return (drawn,) if drawn else ()


def with_spots(pictures: tuple[HowTo, ...], made: Hands) -> tuple[HowTo, ...]:
    """The drawings of a step with a numbered spot for each thing that the step makes, in its order."""
    drawn = []
    for picture in pictures:
        places = {id_: _place_in(picture, each.place) for id_, each in made.items()}
        at = _apart([place for place in places.values() if place], picture.bounds)
        numbers = {id_: number for number, id_ in enumerate(made, 1)}
        placed = [id_ for id_, place in places.items() if place]
        spots = tuple(Spot(id_, numbers[id_], x, y) for id_, (x, y) in zip(placed, at, strict=True))
        drawn.append(replace(picture, spots=spots))
    return tuple(drawn)


def _place_in(picture: HowTo, place: Place) -> Point | None:
    """A point on the first outline of these roles that a drawing shows full, else faint: the one farthest right."""
    for role in place:
        those = [shape for shape in picture.shapes if shape.role == role and shape.points]
        for shape in sorted(those, key=lambda shape: shape.faint):
            left, bottom, right, top = picture.bounds
            within = [(x, y) for x, y in shape.points if left <= x <= right and bottom <= y <= top]
            return max(within or shape.points, key=lambda point: (round(point[0], 1), point[1]))
        dots = [dots for dots in picture.dots if dots.role == role and dots.points]
        if dots:
            return max(dots[0].points)
    return None


def _apart(points: list[Point], bounds: tuple[float, float, float, float]) -> list[Point]:
    """The points, moved up or down until no two spots cover each other, within the drawing."""
    left, bottom, right, top = bounds
    wide = SPOT * max(right - left, top - bottom)
    placed: list[Point] = []
    for x, y in points:
        x, y = min(max(x, left + wide), right - wide), min(max(y, bottom + wide), top - wide)
        tries = sorted(
            ((x + across * wide, y + up * wide) for across in range(-6, 7, 2) for up in range(-6, 7, 2)),
            key=lambda point: math.dist(point, (x, y)),
        )
        free = [
            point
            for point in tries
            if left <= point[0] <= right
            and bottom <= point[1] <= top
            and all(math.dist(point, other) >= 2 * wide - 1e-9 for other in placed)
        ]
        at = free[0] if free else (x, y)
        placed.append((round(at[0], 2), round(at[1], 2)))
    return placed


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
        ends = ((0.0, tail), (DRAWN - tail, DRAWN)) if tail else ()
        shining = _shining(cut) or ends
        shapes.append(Shape("enamel" if bright else "wire", ((0.0, y), (DRAWN, y)), closed=False))
        shapes += [Shape("bared", ((x, y), (to, y)), closed=False) for x, to in (shining if bright else ends)]
        if tail:
            shapes += [Shape("mark", ((x, y - 3.0), (x, y + 3.0)), closed=False) for x in (tail, DRAWN - tail)]
        if bright:
            labels += [Label((x + to) / 2, y - 7.0, "shining") for x, to in shining]
        elif tail:
            labels += [Label(x, y - 7.0, f"{cut.tails_mm / 2:g} mm") for x in (tail / 2, DRAWN - tail / 2)]
        labels.append(
            Label(DRAWN / 4 if bright else DRAWN / 2, y + 5.0, f"{cut.count} × {cut.length_mm:g} mm", strong=True)
        )
    return HowTo(step.title, "", tuple(shapes), tuple(labels), _around(shapes), step.id)


def _shining(cut: Cut) -> tuple[tuple[float, float], ...]:
    """What must shine of a piece, along its drawing; none of it too short to be seen."""
    drawn = []
    for begin, end in cut.bared:
        middle, half = (begin + end) / 2 / cut.length_mm, max((end - begin) / 2 / cut.length_mm, LEAST_SHINING)
        drawn.append((DRAWN * max(middle - half, 0.0), DRAWN * min(middle + half, 1.0)))
    return tuple(drawn)


def _outline(step: Step, plan: BuildPlan) -> HowTo:
    """The outline to bend along, as the template has it, with the bends numbered from the middle of the piece."""
    shapes = [
        Shape("wire" if line.role == "wire" else "axis", line.points, line.closed) for line in plan.template.lines
    ]
    bends = [(number, bend) for number, bend in enumerate(plan.bends) if 0 < bend.degrees < FOLD]
    wires = [line.points for line in plan.template.lines if line.role == "wire"]
    labels: list[Label] = []
    if wires and 0 < len(bends) <= MOST_BENDS:
        line = max(wires, key=lambda points: max(x for x, _ in points))
        for number, bend in bends:
            x, y = _along(line, bend.at_mm)
            labels.append(Label(round(x + 3.5, 2), round(y + 1.0, 2), f"{number}: {bend.degrees:g}°", "start"))
    return HowTo(step.title, "", tuple(shapes), _clear(labels), _roomy(plan.template.bounds), step.id)


def _along(line: tuple[Point, ...], far: float) -> Point:
    """The point of a line so far along it from its beginning, in mm; its end where it is shorter."""
    for before, after in pairwise(line):
        step = math.dist(before, after)
        if far <= step and step > 0:
            share = far / step
            return before[0] + share * (after[0] - before[0]), before[1] + share * (after[1] - before[1])
        far -= step
    return line[-1]


def _clear(labels: list[Label]) -> tuple[Label, ...]:
    """The labels, each moved below the one above it where it would stand on it."""
    placed: list[Label] = []
    for label in sorted(labels, key=lambda label: -label.y):
        y = label.y
        for above in placed:
            if abs(above.x - label.x) < LABEL_WIDE and abs(above.y - y) < LABEL_HIGH:
                y = above.y - LABEL_HIGH
        placed.append(replace(label, y=round(y, 2)))
    return tuple(sorted(placed, key=lambda label: label.text))


def _around(shapes: Iterable[Shape]) -> tuple[float, float, float, float]:
    left, bottom, right, top = bounds_of(tuple(shapes))
    return left - 10.0, bottom - 11.0, right + 10.0, top + 11.0
