"""Block magnets against the independent library (magpylib 6.3.0), and field lines."""

import magpylib
import numpy as np
import pytest

from oakspin.fields.block import Block
from oakspin.fields.lines import trace_lines
from oakspin.fields.stack import Stack

SIDES = (40e-3, 25e-3, 10e-3)


def outside(count: int = 300) -> np.ndarray:  # type: ignore[type-arg]
    points = np.random.default_rng(5).uniform(-60e-3, 60e-3, (count, 3))
    return points[(np.abs(points - [0, 0, 5e-3]) > [21e-3, 13.5e-3, 6e-3]).any(axis=1)]


@pytest.mark.parametrize("sideways", [False, True])
def test_its_field_is_that_of_the_library(sideways: bool) -> None:
    way = (0, 1.2, 0) if sideways else (0, 0, 1.2)
    magnet = magpylib.magnet.Cuboid(polarization=way, dimension=SIDES, position=(0, 0, 5e-3))
    points = outside()
    assert Block(*SIDES, 1.2, sideways).field(points) == pytest.approx(magnet.getB(points), abs=1e-12)


def test_turning_it_over_reverses_the_field() -> None:
    points = outside()
    assert Block(*SIDES, -0.4).field(points) == pytest.approx(-Block(*SIDES, 0.4).field(points))


def test_on_the_lines_of_its_edges_the_field_is_finite() -> None:
    edge = np.array([[-60e-3, 12.5e-3, 10e-3], [20e-3, -50e-3, 10e-3], [0, 0, 30e-3]])
    assert np.isfinite(Block(*SIDES, 1.2).field(edge)).all()


def test_along_a_traced_line_the_flux_through_circles_stays_the_same() -> None:
    stack = Stack(9e-3, 0.0, 5e-3, 1.3)
    seeds = np.array([[3e-3, 5.5e-3], [6e-3, 5.5e-3]])
    errors = []
    for count in (40, 80):
        way = trace_lines(stack.field, seeds, 24e-3 / count, count)
        flux = stack.flux(way[..., 0], way[..., 1])[0]
        errors.append(np.abs(flux[-1] / flux[0] - 1).max())
    assert errors[1] < 2e-3
    assert errors[0] / errors[1] == pytest.approx(4, rel=0.5)  # the midpoint method's second order
