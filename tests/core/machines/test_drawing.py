"""The drawing: to scale, whole, and its field lines are lines of the field."""

import numpy as np
import pytest

from oakspin.draws import MEDIAN
from oakspin.fields.stack import Stack
from oakspin.machines.frame.drawing import field_lines
from oakspin.machines.kinds import machine_of
from tests.core.designs import LANTERN, changed, sample

STACK = Stack(6.35e-3, 0.0, 6.4e-3, 1.3, image=0.2)


def geometry(design):  # type: ignore[no-untyped-def]
    return machine_of(design, MEDIAN).geometry


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
    found = geometry(sample(name))
    left, bottom, right, top = found.bounds
    every = np.array([point for shape in found.shapes for point in shape.points])
    assert every.min(axis=0) == pytest.approx([left, bottom])
    assert every.max(axis=0) == pytest.approx([right, top])
    assert all(left <= handle.x <= right and bottom <= handle.y <= top for handle in found.handles)


def test_current_is_drawn_away_from_the_plus_terminal() -> None:
    down = geometry(LANTERN).current[0]
    up = geometry(changed(LANTERN, battery__terminal_up="-")).current[0]
    assert down[0][1] > down[-1][1]
    assert up[0][1] < up[-1][1]


def test_right_and_left_foot_are_pushed_opposite_ways() -> None:
    pushes = geometry(LANTERN).pushes
    assert {push.x > 0: push.toward[2] for push in pushes} == {True: -1, False: 1}


def test_the_moving_wire_is_the_drawn_wire_seen_from_the_front() -> None:
    found = geometry(LANTERN)
    wires = [shape for shape in found.shapes if "wire" in shape.role]
    for shape, path in zip(wires, found.moving, strict=True):
        assert [(x, z) for x, _, z in path.points] == list(shape.points)


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
