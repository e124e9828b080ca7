"""Draws: seeded, each constant on its own, bands exact."""

import numpy as np
import pytest

from oakspin.constants import UNCERTAIN
from oakspin.draws import HALF_NORMAL_MEDIAN, MEDIAN, Draws, median, quantiles


def test_the_same_seed_gives_the_same_draws_and_another_seed_others() -> None:
    assert (Draws(64).value("foot_film") == Draws(64).value("foot_film")).all()
    assert (Draws(64, seed=1).value("foot_film") != Draws(64, seed=2).value("foot_film")).any()


def test_two_constants_vary_apart_from_each_other() -> None:
    names = list(UNCERTAIN)
    columns = np.array([Draws(256).normal(name) for name in names])
    between = np.corrcoef(columns) - np.eye(len(names))
    assert np.abs(between).max() < 0.3
    assert np.abs(between).mean() < 0.08


def test_each_slice_of_a_law_is_drawn_once() -> None:
    ordered = np.sort(Draws(256).normal("cooling"))
    assert (np.diff(ordered) > 0).all()
    assert ordered == pytest.approx(-ordered[::-1])


def test_one_draw_is_the_median_of_everything() -> None:
    for name, constant in UNCERTAIN.items():
        assert MEDIAN.value(name) == pytest.approx(constant.median)
    assert MEDIAN.magnitude("hand_symmetry", 2.0) == pytest.approx(2 * HALF_NORMAL_MEDIAN)
    assert MEDIAN.factor("hand_film", 1.7) == pytest.approx(1)


def test_a_factor_is_exceeded_by_one_build_in_ten_either_way() -> None:
    drawn = Draws(1000).factor("foot_pressure", 2.0)
    assert np.quantile(drawn, [0.1, 0.5, 0.9]) == pytest.approx([0.5, 1, 2], rel=0.02)


def test_half_normal_draws_have_the_deviation_of_the_whole() -> None:
    drawn = Draws(2000).magnitude("hand_symmetry", 0.7)
    assert (drawn >= 0).all()
    assert np.sqrt((drawn**2).mean()) == pytest.approx(0.7, rel=0.02)


def test_drawn_values_cannot_be_changed_by_whoever_gets_them() -> None:
    with pytest.raises(ValueError, match="read-only"):
        Draws(16).value("cooling")[0] = 1.0


@pytest.mark.parametrize("size", [1, 2, 7, 64])
def test_median_and_quantiles_are_the_library_s(size: int) -> None:
    rows = np.random.default_rng(2).normal(size=(3, size))
    assert median(rows[0]) == pytest.approx(np.median(rows[0]))
    shares = (0.1, 0.5, 0.9)
    assert quantiles(rows, shares) == pytest.approx(np.quantile(rows, shares, axis=1).T)
