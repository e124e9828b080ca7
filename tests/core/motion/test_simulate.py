"""The integrator: its order, its energy account, and the steady state it must end in."""

import numpy as np
import pytest

from oakspin.draws import MEDIAN, Draws
from oakspin.machines.kinds import machine_of
from oakspin.machines.machine import Machine
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.spin import spin
from oakspin.motion.steady import spin_up_time, steady_speed
from tests.core.designs import LANTERN, changed, sample

MACHINE = machine_of(LANTERN, MEDIAN)
ONE_LEG_ACROSS = changed(LANTERN, outline__legs=1, magnets__magnetized="across")


def end_angle(machine: Machine, steps: int) -> float:
    return float(simulate(machine, 0.4, steps, speed=-2.0).angle[-1, 0])


def test_halving_the_step_shows_the_fourth_order() -> None:
    exact = end_angle(MACHINE, 4096)
    coarse, fine = (abs(end_angle(MACHINE, steps) - exact) for steps in (4, 8))
    assert np.log2(coarse / fine) == pytest.approx(4, abs=0.5)


@pytest.mark.parametrize("design", [LANTERN, sample("carousel"), ONE_LEG_ACROSS], ids=["lantern", "carousel", "across"])
def test_energy_in_equals_heat_friction_air_and_motion(design) -> None:  # type: ignore[no-untyped-def]
    run = simulate(machine_of(design, Draws(32)), 3.0, 1500, speed=1.0)
    start = run.account["motion"][0]
    spent = run.account["heat"][-1] + run.account["friction"][-1] + run.account["motion"][-1]
    assert spent == pytest.approx(run.account["electrical"][-1] + start, rel=5e-3)


def test_a_long_run_ends_at_the_steady_speed() -> None:
    machine = machine_of(LANTERN, Draws(64))
    settled = steady_speed(drive_of(machine), machine.load)
    run = simulate(machine, 40.0, 4000)
    assert np.abs(run.speed[-1]) == pytest.approx(settled, rel=2e-3, abs=1e-6)


def test_nine_tenths_of_the_speed_are_reached_after_the_spin_up_time() -> None:
    drive = drive_of(MACHINE)
    speed = steady_speed(drive, MACHINE.load)
    time = float(spin_up_time(drive, MACHINE.load, MACHINE.inertia, speed)[0])
    assert abs(simulate(MACHINE, time, 400).speed[-1, 0]) == pytest.approx(0.9 * float(speed[0]), rel=1e-3)


def test_friction_brings_to_rest_and_does_not_turn_round() -> None:
    dead = machine_of(changed(LANTERN, magnets__plating="epoxy"), MEDIAN)
    run = simulate(dead, 20.0, 2000, speed=30.0)
    assert run.speed[-1, 0] == 0
    assert (run.speed >= 0).all()


def test_one_leg_over_a_magnet_magnetized_across_swings_over_and_settles() -> None:
    machine = machine_of(ONE_LEG_ACROSS, MEDIAN)
    run = simulate(machine, 30.0, 12000, angle=0.3)
    assert abs(run.angle[-1, 0] - run.angle[0, 0]) < 2 * np.pi
    assert np.ptp(run.angle[:, 0]) > 0.2
    assert np.abs(run.speed[-200:, 0]).max() < 0.05 * np.abs(run.speed[:, 0]).max()


def test_the_same_design_gives_the_same_run() -> None:
    assert spin(LANTERN) == spin(LANTERN)


def test_the_run_shown_turns_the_way_the_verdict_says_and_a_dead_one_stays() -> None:
    assert spin(LANTERN).angle[-1] < -1
    assert set(spin(changed(LANTERN, magnets__plating="epoxy")).angle) == {0.0}
