"""The drawing: to scale, whole, and its field lines are lines of the field."""

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN
from oakspin.fields.stack import Stack
from oakspin.kinds.geometry import seen
from oakspin.kinds.kinds import draw
from oakspin.kinds.sideview import field_lines
from oakspin.machines.table import machine_of
from tests.core.designs import LANTERN, changed, sample

STACK = Stack(6.35e-3, 0.0, 6.4e-3, 1.3, image=0.2)


def geometry(design):  # type: ignore[no-untyped-def]
    return draw(design, machine_of(design, MEDIAN))


def shape_of(design, role: str):  # type: ignore[no-untyped-def]
    return next(shape for shape in geometry(design).shapes if shape.role == role)


def test_cell_and_magnets_are_drawn_to_their_size() -> None:
    cell = np.array(shape_of(LANTERN, "cell").points)
    assert np.ptp(cell[:, 0]) == pytest.approx(14.5)
    assert cell[:, 1].max() + 1.0 == pytest.approx(6.4 + 50.5)  # the nub is the last millimeter
    north, south = (np.array(shape_of(LANTERN, role).points) for role in ("north", "south"))
    assert np.ptp(north[:, 0]) == pytest.approx(12.7)
    assert north[:, 1].min() == pytest.approx(south[:, 1].max()) == pytest.approx(3.2)


def test_turning_the_magnets_over_swaps_the_poles_on_the_drawing() -> None:
    over = changed(LANTERN, magnets__pole_up="S")
    assert np.array(shape_of(LANTERN, "north").points)[:, 1].max() == pytest.approx(6.4)
    assert np.array(shape_of(over, "south").points)[:, 1].max() == pytest.approx(6.4)


@pytest.mark.parametrize("name", ["lantern", "carousel", "channel-buoy"])
def test_everything_drawn_lies_within_the_bounds(name: str) -> None:
    drawing = geometry(sample(name))
    left, bottom, right, top = drawing.bounds
    points = [point for shape in drawing.shapes for point in shape.points]
    every = np.array([*points, *(point for path in drawing.moving for point in seen(path, drawing.pose))])
    assert every.min(axis=0) == pytest.approx([left, bottom])
    assert every.max(axis=0) == pytest.approx([right, top])
    assert all(left <= handle.x <= right and bottom <= handle.y <= top for handle in drawing.handles)


def test_current_is_drawn_away_from_the_plus_terminal() -> None:
    down = geometry(LANTERN).moving[0]
    up = geometry(changed(LANTERN, battery__terminal_up="-")).moving[0]
    assert down.points[0][2] > down.points[-1][2]
    assert (down.carries, up.carries) == (1, -1)


@pytest.mark.parametrize(("pole", "right"), [("N", 1), ("S", -1)])
def test_right_and_left_foot_are_pushed_opposite_ways_and_the_other_way_with_the_magnets_over(pole: str, right: int) -> None:  # fmt: skip
    # Clockwise from above with N up: the right foot comes toward the viewer.
    pushes = geometry(changed(LANTERN, magnets__pole_up=pole)).pushes
    assert {push.x > 0: push.toward[2] for push in pushes} == {True: right, False: -right}


def test_the_force_of_the_push_is_the_torque_over_the_foot_s_radius() -> None:
    for push in geometry(LANTERN).pushes:
        torque = evaluate(LANTERN, MEDIAN).figures["push"].value
        assert push.force_mN * abs(push.x) == pytest.approx(torque, rel=1e-3)


def test_the_moving_wire_is_seen_from_the_front_as_it_stands_in_space() -> None:
    for path in geometry(LANTERN).moving:
        assert seen(path, 0.0) == tuple((x, z) for x, _, z in path.points)
        half_round = np.array(seen(path, np.pi))
        assert half_round == pytest.approx(np.array([(-x, z) for x, _, z in path.points]), abs=2e-3)


def test_flux_is_the_same_all_along_a_field_line() -> None:
    lines = field_lines(STACK)
    assert len(lines) >= 6
    for line in lines:
        at = np.array(line) * 1e-3
        own, image = STACK.flux(np.abs(at[:, 0]), at[:, 1])
        flux = own + STACK.image * image
        assert np.ptp(flux) < 0.12 * flux.mean()  # a drawn line steps over the edge of the magnet


def test_field_lines_are_whole_and_even_on_both_sides() -> None:
    for line in field_lines(STACK):
        assert line[0] == pytest.approx(line[-1])
    sides = [np.sign(np.mean([x for x, _ in line])) for line in field_lines(STACK)]
    assert sides.count(1.0) == sides.count(-1.0)


def test_a_magnet_magnetized_across_shows_both_poles_side_by_side_and_no_lines() -> None:
    across = geometry(changed(LANTERN, magnets__magnetized="across"))
    assert [shape.label for shape in across.shapes if shape.role == "across"] == ["N"]
    assert across.field_lines == ()
