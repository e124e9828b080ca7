"""Draws: seeded, each constant on its own, bands exact."""

import itertools

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.constants import UNCERTAIN
from oakspin.design import Design
from oakspin.draws import HALF_NORMAL_MEDIAN, MEDIAN, Array, Draws, median, quantiles
from oakspin.machines.table import machine_of
from oakspin.sobol import DIMENSIONS, known, order
from tests.core.designs import sample
from tests.core.variety import DESIGNS


def test_the_same_seed_gives_the_same_draws_and_another_seed_others() -> None:
    assert (Draws(64).value("foot_film") == Draws(64).value("foot_film")).all()
    assert (Draws(64, seed=1).value("foot_film") != Draws(64, seed=2).value("foot_film")).any()


def constants_of(design: Design) -> set[str]:
    """The constants that a design's machine and verdict ask for."""
    request: set[str] = set()

    class Noted(Draws):
        def normal(self, name: str) -> Array:
            request.add(name)
            return super().normal(name)

        def value(self, name: str) -> Array:
            request.add(name)
            return super().value(name)

    machine_of(design, Noted(64))
    return request


@pytest.mark.parametrize("name", list(DESIGNS))
def test_constants_of_one_motor_have_dimensions_of_their_own(name: str) -> None:
    request = sorted(constants_of(DESIGNS[name]))
    places = [next(at for at, names in enumerate(DIMENSIONS) if each in names) for each in request]
    assert len(set(places)) == len(places)
    columns = np.array([Draws().normal(each) for each in request])
    between = np.corrcoef(columns) - np.eye(len(request))
    assert np.abs(between).max() < 0.06


def test_every_constant_has_one_dimension_of_the_net() -> None:
    assert sorted(name for names in DIMENSIONS for name in names) == sorted(UNCERTAIN)


@pytest.mark.parametrize("count", [2, 16, 64, 256, 1024, 4096])
def test_the_net_takes_every_slice_once(count: int) -> None:
    for names in DIMENSIONS:
        assert known(names[0], count)
        assert sorted(order(names[0], count)) == list(range(count))
    assert not known("cooling", 48)
    assert not known("cooling", 8192)


def test_the_net_fills_the_plane_of_its_first_dimensions() -> None:
    """One point in each of 32 x 32 fields, and in each of 8 x 128, of the first two: what chance would not do."""
    first, second = (order(DIMENSIONS[at][0], 1024) for at in (0, 1))
    for wide, high in ((32, 32), (8, 128), (512, 2)):
        fields = set(zip((first // (1024 // wide)).tolist(), (second // (1024 // high)).tolist(), strict=True))
        assert len(fields) == 1024
    for one, other in itertools.combinations(range(8), 2):
        held = np.histogram2d(order(DIMENSIONS[one][0], 1024), order(DIMENSIONS[other][0], 1024), bins=8)[0]
        assert held.max() <= 32


@pytest.mark.parametrize("name", ["lantern", "ferry-wheel", "harbor-ring"])
def test_another_seed_moves_no_share_of_builds_by_a_fiftieth(name: str) -> None:
    answer = [evaluate(sample(name), Draws(seed=seed)) for seed in (7, 8, 9)]
    shares = [verdict.share_that_goes for verdict in answer]
    assert max(shares) - min(shares) < 0.02
    for figure in ("hands_off_time", "life"):
        middles = [verdict.figures[figure].value for verdict in answer]
        assert max(middles) / min(middles) < 1.06


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
