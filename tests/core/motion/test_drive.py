"""The drive, and the run that is shown."""

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.look import spin
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of, sense_of
from oakspin.motion.spin import FRAMES
from tests.core.designs import LANTERN, changed, sample

ACROSS = changed(LANTERN, magnets__magnetized="across")


@pytest.mark.parametrize(
    ("design", "sense"),
    [(LANTERN, -1), (changed(LANTERN, magnets__pole_up="S"), 1), (ACROSS, 0), (changed(ACROSS, outline__legs=1), 0)],
)
def test_the_sense_follows_from_the_mean_over_a_turn(design, sense: int) -> None:  # type: ignore[no-untyped-def]
    assert sense_of(machine_of(design, MEDIAN)) == sense


def test_drive_falls_with_speed_as_the_back_emf_grows() -> None:
    machine = machine_of(LANTERN, Draws(32))
    drive = drive_of(machine)
    slow = np.minimum(machine.touch.hop_speed * 0.5, 10.0)
    ohms, kappa = machine.total_ohms, np.abs(machine.coupling[:, 0])
    volts = machine.pack.volts_at(machine.pack.used)
    expected = machine.touch.given(slow) * kappa * (volts - kappa * slow) / ohms
    assert drive.at(slow) == pytest.approx(expected)


def test_an_open_circuit_drives_nothing_at_any_speed() -> None:
    drive = drive_of(machine_of(changed(LANTERN, magnets__plating="epoxy"), Draws(16)))
    assert (drive.current == 0).all()
    assert drive.at(np.full(16, 20.0)) == pytest.approx(0, abs=1e-15)


def test_the_shown_run_gets_to_speed_and_touches_about_as_often_as_it_should() -> None:
    run = spin(LANTERN)
    assert len(run.angle) == len(run.touching) == FRAMES + 1
    assert run.leaves_at == -1.0
    assert abs(run.speed[-1]) == pytest.approx(max(map(abs, run.speed)), rel=1e-3)
    share = np.mean(run.touching)
    assert 0.25 < share < 0.95
    assert sum(now != before for now, before in zip(run.touching[1:], run.touching, strict=False)) > 0


def test_a_run_that_leaves_its_seat_says_when() -> None:
    thrown = spin(changed(LANTERN, pivot__off_center_mm=4.0, magnets__count=4))
    assert 0 < thrown.leaves_at < thrown.seconds


def test_a_heavier_frame_is_slower_to_get_going_in_the_shown_run() -> None:
    light, heavy = (spin(changed(LANTERN, outline__decoration__mass_g=mass)) for mass in (0.4, 4.0))
    assert heavy.seconds > light.seconds


@pytest.mark.parametrize(
    "name", ["lantern", "beacon", "crane-motor", "ferry-wheel", "tide-mill", "night-shuttle", "harbor-ring"]
)
def test_the_shown_run_gets_as_fast_as_the_verdict_says(name: str) -> None:
    run, verdict = spin(sample(name)), evaluate(sample(name))
    assert max(map(abs, run.speed)) * verdict.rate_per == pytest.approx(verdict.figures["speed"].value, rel=0.06)
