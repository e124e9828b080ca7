"""Iron bars: the closed form of a spheroid, its limits, saturation, and what turning it over takes."""

from __future__ import annotations

import numpy as np
import pytest

from oakspin.fields.iron import (
    FULL_T,
    RELATIVE,
    demagnetizing,
    drawn_round,
    eddy_drag,
    gathers,
    hysteresis_torque,
    susceptibility,
    unsaturated,
)


@pytest.mark.parametrize(("ratio", "factor"), [(1.0, 1 / 3), (2.0, 0.1736), (5.0, 0.0558), (10.0, 0.0203), (50.0, 0.001443)])  # fmt: skip
def test_the_factor_is_that_of_the_tables(ratio: float, factor: float) -> None:
    assert demagnetizing(ratio) == pytest.approx(factor, rel=2e-3)


def test_close_to_a_sphere_it_runs_into_a_third() -> None:
    assert demagnetizing(1.001) == pytest.approx(1 / 3, rel=2e-3)


def test_a_sphere_of_high_permeability_gathers_three_times_the_field() -> None:
    assert gathers(1.0, 1.0) == pytest.approx(3 * RELATIVE / (RELATIVE + 2), rel=1e-6)


def test_a_long_bar_gathers_more_and_a_pipe_less_than_a_rod() -> None:
    assert gathers(5, 1.0) < gathers(10, 1.0) < gathers(30, 1.0) < RELATIVE
    assert gathers(10, 0.4) < gathers(10, 1.0)
    # Short of iron, the shape decides: a pipe's thinner wall carries more per section.
    assert susceptibility(demagnetizing(10), 0.4) > susceptibility(demagnetizing(10), 1.0)


def test_no_iron_carries_more_than_it_can() -> None:
    for applied in (0.001, 0.01, 0.05, 0.5, 5.0):
        carried = applied * gathers(10, 1.0) * float(unsaturated(applied, 10, 1.0))
        assert carried <= FULL_T * 1.0001
    assert float(unsaturated(1e-5, 10, 1.0)) == pytest.approx(1.0, rel=1e-3)


def test_it_lies_best_along_the_field() -> None:
    angle = np.linspace(0, np.pi, 9)
    energy = drawn_round(0.03 * np.cos(angle), 0.03 * np.sin(angle), 10.0, 1.0, 2e-6)
    assert energy.argmin() in {0, 8}
    assert energy.argmax() == 4
    # The same torque as m x B with the moments of both axes: half their difference, sin 2q.
    torque = -np.gradient(energy, angle)
    assert torque[2] < 0 < torque[6]


def test_losses_grow_as_they_should() -> None:
    peak, hard = np.array([1.0]), np.array([300.0])
    assert hysteresis_torque(2e-6, peak, hard)[0] == pytest.approx(4 * 300 * 2e-6 / (2 * np.pi))
    thin, thick = (eddy_drag(2e-6, radius, peak, 1.5e-7, 50.0)[0] for radius in (0.5e-3, 1e-3))
    assert thick == pytest.approx(4 * thin)
