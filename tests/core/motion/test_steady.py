"""Steady speed and spin-up against closed forms."""

import numpy as np
import pytest

from oakspin.machines.machine import Load, Touch
from oakspin.motion.drive import Drive
from oakspin.motion.laws import AtOnce
from oakspin.motion.steady import REACHED, coast_down_time, spin_up_time, steady_speed


def row(value: float) -> np.ndarray:
    return np.array([value])


def drive(stall: float, fall: float, hop: float = 1e9) -> Drive:
    law = AtOnce(row(1.0), row(stall), row(fall), Touch(row(1.0), row(hop)))
    top = row(stall / max(fall, 1e-30))
    return Drive(1.0, row(5.0), row(stall)[:, None], row(stall), top, law, row(1.0), row(1.0), np.inf)


def test_with_back_emf_alone_it_settles_where_the_line_meets_friction() -> None:
    speed = steady_speed(drive(50e-6, 1e-6), Load(row(10e-6), row(0.0), row(0.0)))
    assert speed == pytest.approx(40.0)


def test_with_square_drag_it_settles_at_the_root() -> None:
    speed = steady_speed(drive(50e-6, 0.0), Load(row(10e-6), row(0.0), row(4e-9)))
    assert speed == pytest.approx(100.0)


def test_all_loads_at_once_balance_at_the_steady_speed() -> None:
    load, pushes = Load(row(8e-6), row(2e-8), row(3e-9)), drive(60e-6, 2e-7, hop=40.0)
    speed = steady_speed(pushes, load)
    assert pushes.at(speed) == pytest.approx(load.at(speed), rel=1e-6)


def test_more_friction_than_push_does_not_move() -> None:
    assert steady_speed(drive(5e-6, 1e-6), Load(row(10e-6), row(0.0), row(0.0))) == 0


def test_spin_up_follows_the_exponential_of_a_linear_motor() -> None:
    load = Load(row(10e-6), row(0.0), row(0.0))
    pushes, inertia = drive(50e-6, 1e-6), row(2e-7)
    speed = steady_speed(pushes, load)
    expected = inertia / 1e-6 * -np.log(1 - REACHED)
    assert spin_up_time(pushes, load, inertia, speed) == pytest.approx(expected, rel=1e-6)


def test_by_dry_friction_alone_it_coasts_down_evenly() -> None:
    load = Load(row(8e-6), row(0.0), row(0.0))
    assert coast_down_time(load, row(2e-7), row(60.0)) == pytest.approx(60.0 * 2e-7 / 8e-6, rel=1e-9)
    assert coast_down_time(Load(row(8e-6), row(0.0), row(1e-9)), row(2e-7), row(60.0)) < 60.0 * 2e-7 / 8e-6


def test_twice_the_inertia_takes_twice_as_long_to_the_same_speed() -> None:
    load, pushes = Load(row(8e-6), row(2e-8), row(3e-9)), drive(60e-6, 2e-7)
    speed = steady_speed(pushes, load)
    light, heavy = (spin_up_time(pushes, load, row(inertia), speed) for inertia in (1e-7, 2e-7))
    assert heavy == pytest.approx(2 * light)
