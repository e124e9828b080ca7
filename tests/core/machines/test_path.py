"""Wire paths: curves through points, and the integrals over them against shapes known on paper."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin.constants import AIR_DENSITY, AIR_VISCOSITY
from oakspin.machines.path import PIECES, PathSums, path_length, smooth, turned, wire_air_drag

points = st.lists(st.tuples(st.integers(-50, 50), st.integers(-50, 50)), min_size=2, max_size=7, unique=True)


def circle(radius: float, height: float = 0.0, pieces: int = 2000) -> np.ndarray:
    angle = np.linspace(0, 2 * np.pi, pieces + 1)
    return np.stack([radius * np.cos(angle), radius * np.sin(angle), np.full_like(angle, height)], axis=1)


def rod(start: float, end: float) -> np.ndarray:
    return np.array([[x, 0.0, 0.0] for x in np.linspace(start, end, 400)])


@given(points)
def test_the_curve_passes_every_corner_in_order(corners: list[tuple[int, int]]) -> None:
    given_points = np.array(corners, float)
    curve = smooth(given_points)
    assert curve[::PIECES] == pytest.approx(given_points, abs=1e-9)
    assert np.isfinite(curve).all()


def test_a_straight_line_stays_straight_and_keeps_its_length() -> None:
    line = smooth(np.array([[0.0, 0.0], [1.0, 2.0], [3.0, 6.0]]))
    assert line[:, 1] == pytest.approx(2 * line[:, 0])
    assert path_length(line) == pytest.approx(3 * np.sqrt(5))


def test_the_curve_is_smooth_at_its_corners() -> None:
    curve = smooth(np.array([[0.0, 0.0], [1.0, 1.0], [2.0, 0.0], [3.0, 1.0]]), pieces=400)
    steps = np.diff(curve, axis=0)
    before, after = steps[399], steps[400]
    cosine = before @ after / np.linalg.norm(before) / np.linalg.norm(after)
    assert cosine == pytest.approx(1, abs=1e-4)


def test_a_ring_has_the_inertia_of_a_ring_and_its_middle_as_center() -> None:
    sums = PathSums([circle(0.02, height=0.01)])
    assert sums.length == pytest.approx(2 * np.pi * 0.02, rel=1e-5)
    assert sums.inertia == pytest.approx(sums.length * 0.02**2, rel=1e-5)
    assert sums.center == pytest.approx([0, 0, 0.01], abs=1e-9)


def test_a_rod_through_the_axis_has_the_inertia_of_a_rod() -> None:
    sums = PathSums([rod(-0.03, 0.05)])
    assert sums.inertia == pytest.approx((0.05**3 + 0.03**3) / 3, rel=1e-6)
    assert sums.center == pytest.approx([0.01, 0, 0], abs=1e-9)


def test_a_rod_meets_the_air_with_its_whole_width_and_a_ring_that_follows_itself_with_none() -> None:
    sweeping, following = PathSums([rod(0.0, 0.04)]), PathSums([circle(0.04)])
    assert sweeping.cubed == pytest.approx(0.04**4 / 4, rel=1e-4)
    assert sweeping.seven_thirds == pytest.approx(0.04 ** (10 / 3) * 3 / 10, rel=1e-4)
    assert following.cubed < 0.01 * following.length * 0.04**3


def test_air_torque_is_that_of_a_cylinder_s_drag_summed_along_it() -> None:
    wire, speed = 0.8e-3, 60.0
    sums = PathSums([rod(0.0, 0.04)])
    slow, fast = wire_air_drag(sums, wire)
    radius = np.linspace(0, 0.04, 40_001)[1:]
    reynolds = AIR_DENSITY * speed * radius * wire / AIR_VISCOSITY
    each = 0.5 * AIR_DENSITY * (1 + 10 * reynolds ** (-2 / 3)) * wire * radius**3 * speed**2
    assert slow * speed ** (4 / 3) + fast * speed**2 == pytest.approx(each.sum() * 1e-6, rel=1e-3)


def test_a_quarter_turn_takes_x_to_y_and_four_of_them_bring_it_back() -> None:
    path = np.array([[1.0, 0.0, 0.3], [2.0, 1.0, 0.4]])
    assert turned(path, np.pi / 2)[0] == pytest.approx([0, 1, 0.3])
    back = path
    for _ in range(4):
        back = turned(back, np.pi / 2)
    assert back == pytest.approx(path)
