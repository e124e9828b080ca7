"""Every kind's drawing: handles that stand where their value is, everything in bounds, both routes of what moves."""

from __future__ import annotations

import math
from typing import get_args

import numpy as np
import pytest

from oakspin import turn
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import Geometry, Handle, Role, seen
from oakspin.kinds.kinds import draw, numbers_of
from oakspin.kinds.numbers import Number
from oakspin.machines.table import machine_of
from tests.core.designs import LANTERN, changed
from tests.core.variety import CORED, DESIGNS, HANGING, TRAIN


def geometry(design) -> Geometry:  # type: ignore[no-untyped-def]
    return draw(design, machine_of(design, MEDIAN))


def a_little_on(number: Number) -> float:
    """A value two steps on, within the limits."""
    on = number.value + 2 * number.step
    return on if on <= number.maximum else number.value - 2 * number.step


@pytest.mark.parametrize("name", DESIGNS)
def test_a_moved_handle_is_drawn_where_it_was_moved_to(name: str) -> None:
    """Held by the slope at its start: what the hand sees is what it gets, as far as the drawing keeps its scale."""
    design = DESIGNS[name]
    numbers, before = numbers_of(design), geometry(design)
    assert len({handle.id for handle in before.handles}) == len(before.handles) >= 1
    for handle in before.handles:
        for axis in handle.axes:
            number = numbers[axis.pointer]
            if handle.id in {"loop", "bend", "winding", "along", "coil", "across"} or handle.id.startswith("corner"):
                continue  # these change the drawing's own scale, or shift what it is laid out by
            value = a_little_on(number)
            after = geometry(turn(design, axis.pointer, value))
            there = next(each for each in after.handles if each.id == handle.id)
            wanted = (value - number.value) / axis.slope
            if axis.along == "turn":
                before_at, after_at = (
                    angle_of(item, center)
                    for item, center in ((handle, axis.center), (there, next(item.center for item in there.axes)))
                )
                gone = (after_at - before_at + 180) % 360 - 180
            else:
                gone = (there.x - handle.x) if axis.along == "x" else (there.y - handle.y)
            assert gone == pytest.approx(wanted, abs=0.12 + 0.12 * abs(wanted)), f"{handle.id}: {number.name}"


def angle_of(handle: Handle, center: tuple[float, float]) -> float:
    """Where a handle stands round a center, in degrees."""
    return math.degrees(math.atan2(handle.y - center[1], handle.x - center[0]))


@pytest.mark.parametrize("name", DESIGNS)
def test_everything_drawn_and_every_handle_lies_within_the_bounds(name: str) -> None:
    drawing = geometry(DESIGNS[name])
    left, bottom, right, top = drawing.bounds
    points = [point for shape in drawing.shapes for point in shape.points]
    points += [(handle.x, handle.y) for handle in drawing.handles] + [(label.x, label.y) for label in drawing.labels]
    points += [point for path in drawing.moving if not path.route for point in seen(path, drawing.pose)]
    for x, y in points:
        assert left - 0.5 <= x <= right + 0.5
        assert bottom - 0.5 <= y <= top + 0.5


@pytest.mark.parametrize("name", DESIGNS)
def test_what_is_drawn_has_a_look_and_finite_places(name: str) -> None:
    drawing = geometry(DESIGNS[name])
    roles = {shape.role for shape in drawing.shapes} | {path.role for path in drawing.moving}
    assert roles <= set(get_args(Role))
    every = [point for line in drawing.field_lines for point in line]
    every += [point for path in drawing.moving for point in path.points]
    every += [point for dots in drawing.dots for point in dots.points]
    assert all(math.isfinite(value) for point in every for value in point)
    assert drawing.caption


@pytest.mark.parametrize("name", DESIGNS)
def test_something_moves_and_knows_in_which_view(name: str) -> None:
    drawing = geometry(DESIGNS[name])
    assert drawing.moving
    for path in drawing.moving:
        axis, right, up = (np.array(vector, float) for vector in (path.view.axis, path.view.right, path.view.up))
        assert np.linalg.norm(axis) == pytest.approx(1)
        assert right @ up == pytest.approx(0, abs=0.1)  # a sloping axle is drawn sheared, not turned
        assert bool(path.route) == (path.route_per_m > 0)


def test_the_train_s_energized_turns_are_those_between_its_contacts() -> None:
    drawing = geometry(TRAIN)
    live, rest = (next(dots for dots in drawing.dots if dots.role == role) for role in ("wire", "far_wire"))
    reach = max(x for x, _ in live.points)
    half_train = (44.5 + 2 * 6.4) / 2
    assert half_train - 6.4 < reach < half_train
    assert all(abs(x) > reach for x, _ in rest.points)
    spacing = np.diff(sorted({x for x, y in live.points if y > 0}))
    assert spacing == pytest.approx(0.812, abs=2e-3)


def test_the_ribbon_and_the_strip_share_one_scale() -> None:
    drawing = geometry(TRAIN)
    assert drawing.ribbon is not None
    strip = next(path for path in drawing.moving if path.route)
    assert strip.route_per_m == pytest.approx(drawing.ribbon.per_mm * 1e3)
    assert strip.route[0][0] == pytest.approx(drawing.ribbon.x)
    length = strip.route[-1][0] - strip.route[0][0]
    assert length == pytest.approx(600 * drawing.ribbon.per_mm)


def test_a_closed_track_s_plan_closes_and_is_as_long_as_the_track() -> None:
    drawing = geometry(DESIGNS["ring of track"])
    plan = drawing.moving[1]
    start, end = np.array(plan.route[0]), np.array(plan.route[-1])
    assert np.linalg.norm(end - start) < 0.01
    around = np.linalg.norm(np.diff(np.array(plan.route), axis=0), axis=1).sum()
    assert around / plan.route_per_m == pytest.approx(1.5, rel=0.002)


def test_pulled_parts_are_drawn_as_single_turns_and_the_rest_whole() -> None:
    drawing = geometry(DESIGNS["two stretches"])
    turns = [shape for shape in drawing.shapes if shape.role == "far_wire"]
    whole = [shape for shape in drawing.shapes if shape.role == "track"]
    assert len(whole) == 3
    assert 60 < len(turns) < 120


@pytest.mark.parametrize(("pole", "letters"), [("N", ["S", "N", "S", "N"]), ("S", ["N", "S", "N", "S"])])
def test_unlike_poles_face_each_other_across_the_bar(pole: str, letters: list[str]) -> None:
    drawn = geometry(changed(CORED, magnets__pole_up=pole))
    poles = sorted((np.mean([x for x, _ in shape.points]), shape.label) for shape in drawn.shapes if shape.role in {"north", "south"})  # fmt: skip
    assert [label for _, label in poles] == letters


def test_like_poles_and_outward_poles_are_drawn_as_reported() -> None:
    like = geometry(changed(CORED, gap__facing="like"))
    poles = sorted((np.mean([x for x, _ in shape.points]), shape.label) for shape in like.shapes if shape.role in {"north", "south"})  # fmt: skip
    assert [label for _, label in poles] == ["S", "N", "N", "S"]
    train = geometry(TRAIN)
    ends = sorted((np.mean([x for x, _ in shape.points]), shape.label) for shape in train.shapes if shape.role in {"north", "south"})  # fmt: skip
    assert [label for _, label in ends] == ["N", "S", "S", "N"]


def test_the_commutator_s_gaps_meet_the_brushes_when_the_bar_points_at_the_magnets() -> None:
    arcs = [path for path in geometry(CORED).moving if path.role == "bared"]
    assert len(arcs) == 2
    for arc in arcs:
        angles = np.degrees([math.atan2(y, x) for x, y, _ in arc.points])
        assert np.abs(angles).min() >= 12 - 1e-6  # half of the gap of 24 degrees, at 0 and at 180
        assert np.abs(angles).max() <= 168 + 1e-6


def test_current_runs_from_plus_round_the_hanging_rotor() -> None:
    down, up = (geometry(changed(HANGING, battery__terminal_up=sign)).current for sign in "-+")
    # + below: from the point down to the rim. + above: from the rim up to the point.
    assert down[0][0][1] > down[0][5][1]
    assert up[0][0][1] > up[0][6][1] or up[0][-1][1] > up[0][-4][1]


def test_the_frame_shares_its_side_view_with_the_hanging_rotor() -> None:
    frame, hung = geometry(LANTERN).moving[0].view, geometry(HANGING).moving[0].view
    assert frame == hung
