"""The integrator: its order, its energy account, and the steady state it must end in."""

import numpy as np
import pytest

from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.look import spin
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.steady import spin_up_time, steady_speed
from tests.core.designs import ALL_ROUND, CRADLE, LANTERN, changed, sample
from tests.effort import effort, part

MACHINE = machine_of(LANTERN, MEDIAN)
ONE_LEG_ACROSS = changed(LANTERN, outline__legs=1, magnets__magnetized="across")


def end_angle(machine: Machine, steps: int) -> float:
    return float(simulate(machine, 0.4, steps, speed=-2.0).angle[-1, 0])


def test_halving_the_step_shows_the_fourth_order() -> None:
    exact = end_angle(MACHINE, 4096)
    coarse, fine = (abs(end_angle(MACHINE, steps) - exact) for steps in (8, 16))
    assert np.log2(coarse / fine) == pytest.approx(4, abs=0.5)


LIMITED = changed(
    CRADLE, magnets_on="bench", battery__cell="bench_supply", battery__supply={"volts": 6.0, "limit_A": 2.0}
)


@pytest.mark.parametrize(
    ("design", "seconds"),
    part([(LANTERN, 3.0), (sample("carousel"), 3.0), (ONE_LEG_ACROSS, 3.0), (CRADLE, 0.3), (LIMITED, 0.3), (sample("tide-mill"), 0.3)], 3),
    ids=["lantern", "carousel", "across", "cradle", "supply at its limit", "lobes"],
)  # fmt: skip
def test_energy_in_equals_heat_friction_air_motion_and_lifting(design, seconds: float) -> None:  # type: ignore[no-untyped-def]
    run = simulate(machine_of(design, Draws(32)), seconds, 1500, speed=-1.0)
    held = run.account["motion"] + run.account["lifted"]
    spent = run.account["heat"][-1] + run.account["friction"][-1] + held[-1]
    assert spent == pytest.approx(run.account["electrical"][-1] + held[0], rel=1e-2)


def test_bared_all_round_it_swings_to_and_fro_about_one_angle() -> None:
    machine = machine_of(changed(CRADLE, strip__right=ALL_ROUND), MEDIAN)
    run = simulate(machine, effort(0.4, 1.0), effort(2400, 6000), angle=2.0)
    assert np.ptp(run.angle[:, 0]) < 2 * np.pi
    assert (np.diff(np.sign(run.speed[1:, 0])) != 0).sum() > 3


def test_a_flicked_coil_is_shown_following_its_switch_then_settling() -> None:
    run = spin(CRADLE)
    assert run.angle[-1] < -100
    assert min(run.live) == 0
    assert max(run.live) == 1
    assert abs(run.speed[-1]) == pytest.approx(float(steady_speed_of(CRADLE)), rel=0.1)


def steady_speed_of(design) -> float:  # type: ignore[no-untyped-def]
    machine = machine_of(design, Draws())
    return float(np.median(steady_speed(drive_of(machine), machine.load)))


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


@pytest.mark.long  # half a minute of bench time, step by step
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
