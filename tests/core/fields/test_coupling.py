"""Coupling: the path integral against the end points, and against magpylib's field."""

import magpylib
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin.draws import MEDIAN
from oakspin.fields.coupling import foot_coupling, path_coupling, path_coupling_round
from oakspin.fields.stack import Stack
from oakspin.machines.frame.shape import frame_shape
from oakspin.machines.path import smooth, turned
from oakspin.parts.cell import pack_of
from tests.core.designs import LANTERN

STACK = Stack(6.35e-3, 0.0, 6.4e-3, 1.3, image=0.2)
FOOT = np.array([6.9e-3, 0.0, 3.4e-3])


def leg_to_foot(corners: list[list[float]], pieces: int = 120) -> np.ndarray:
    top = 57e-3
    return smooth(np.array([[0, 0, top], [0, 0, top + 2e-3], *corners, FOOT.tolist()]), pieces)


def end_points(path: np.ndarray) -> float:
    own, image = STACK.flux(np.hypot(*path[-1, :2]), path[-1, 2])
    return float(foot_coupling(own + STACK.image * image))


corner = st.tuples(st.floats(9e-3, 40e-3), st.floats(-15e-3, 15e-3), st.floats(12e-3, 60e-3)).map(list)


@given(st.lists(corner, min_size=1, max_size=5, unique_by=lambda p: round(p[2], 3)))
def test_path_integral_equals_end_points_whatever_the_outline(corners: list[list[float]]) -> None:
    path = leg_to_foot(sorted(corners, key=lambda p: -p[2]))
    assert path_coupling(path, STACK.field) == pytest.approx(end_points(path), rel=1e-4)


def test_the_lantern_s_own_leg_agrees_by_both_routes() -> None:
    leg = frame_shape(LANTERN, pack_of(LANTERN.battery, MEDIAN)).legs[0]
    assert path_coupling(leg, STACK.field) == pytest.approx(end_points(leg), rel=1e-4)


def test_path_integral_agrees_with_the_field_library() -> None:
    path = leg_to_foot([[22e-3, 3e-3, 40e-3]], pieces=400)
    magnet = magpylib.magnet.Cylinder(polarization=(0, 0, 1.3), dimension=(12.7e-3, 6.4e-3), position=(0, 0, 3.2e-3))
    middles = (path[1:] + path[:-1]) / 2
    push = np.cross(np.diff(path, axis=0), magnet.getB(middles))
    theirs = float((middles[:, 0] * push[:, 1] - middles[:, 1] * push[:, 0]).sum())
    air = Stack(6.35e-3, 0.0, 6.4e-3, 1.3)
    assert path_coupling(path, air.field) == pytest.approx(theirs, rel=1e-4)  # theirs takes one point a piece


def test_with_north_up_current_that_runs_out_to_the_foot_turns_clockwise() -> None:
    assert path_coupling(leg_to_foot([[20e-3, 0.0, 30e-3]]), STACK.field) < 0


@pytest.mark.parametrize("legs", [2, 3, 4])
def test_across_the_axis_evenly_spaced_legs_cancel_at_every_angle(legs: int) -> None:
    across = Stack(6e-3, 0.0, 6e-3, 1.3, across=True)
    angles = np.linspace(0, 2 * np.pi, 24, endpoint=False)
    first = leg_to_foot([[20e-3, 0.0, 30e-3]])
    each = [path_coupling_round(turned(first, 2 * np.pi * n / legs), across, angles) for n in range(legs)]
    assert np.abs(np.sum(each, axis=0)).max() < 1e-6 * np.abs(each[0]).max()
    assert each[0].mean() == pytest.approx(0, abs=1e-9 * np.abs(each[0]).max())


def test_turning_the_path_and_turning_the_magnet_are_one() -> None:
    across = Stack(6e-3, 0.0, 6e-3, 1.3, across=True)
    path = leg_to_foot([[20e-3, 4e-3, 30e-3]])
    angles = np.array([0.0, 0.7, 2.0, 4.4])
    direct = [path_coupling(turned(path, angle), across.field) for angle in angles]
    assert path_coupling_round(path, across, angles) == pytest.approx(direct, rel=1e-6)
