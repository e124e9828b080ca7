"""The start test, against closed forms and against the integrator."""

from dataclasses import replace

import numpy as np
import pytest

from oakspin.draws import MEDIAN
from oakspin.machines.machine import Machine, Rest
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.start import start_of
from tests.core.designs import CRADLE, LANTERN, bared, changed
from tests.effort import part

# Bared so narrowly that nothing brakes: near the magnet the push turns round before the coil lies flat.
MACHINE = machine_of(changed(CRADLE, strip__right=bared(90, 80)), MEDIAN)


def resting(angle: float, weight: float = 0.0, flick: float = 0.0, against: bool = False) -> Machine:
    return replace(MACHINE, rest=Rest(np.array([angle]), np.array([weight]), flick, against))


def needed(machine: Machine) -> float:
    return float(start_of(machine, drive_of(machine)).needed[0])


def runs(machine: Machine, speed: float) -> bool:
    """Whether the integrated motion goes on for more than a turn and a half the good way."""
    rest = machine.rest
    assert rest is not None
    sense = drive_of(machine).sense
    run = simulate(machine, 1.5, 4000, float(rest.angle[0]), sense * speed)
    return bool(sense * (run.angle[-1, 0] - rest.angle[0]) > 3 * np.pi)


def test_on_bare_metal_with_the_coil_upright_it_starts_by_itself() -> None:
    assert needed(resting(np.pi)) == 0
    assert runs(resting(np.pi), 0.0)


def test_at_rest_on_enamel_it_needs_the_energy_that_friction_takes_up_to_bare_metal() -> None:
    machine = resting(np.radians(130))  # clockwise: bare metal begins at 220 degrees
    dry = float(machine.load.dry[0])
    ahead = np.radians(270)
    expected = np.sqrt(2 * dry * ahead / float(machine.inertia[0]))
    assert needed(machine) == pytest.approx(expected, rel=0.1)  # where the arc begins, the push is small


@pytest.mark.parametrize(("angle", "weight"), part([(5.2, 0.0), (0.3, 8e-6), (0.3, 0.0), (5.2, 8e-6)], 4))
def test_the_integrator_agrees_on_the_least_flick(angle: float, weight: float) -> None:
    machine = resting(angle, weight)
    least = needed(machine)
    assert least > 0
    assert runs(machine, 1.15 * least)
    assert not runs(machine, 0.85 * least)


def test_a_heavy_side_asks_for_a_harder_flick() -> None:
    assert needed(resting(0.3, 3e-5)) > 1.3 * needed(resting(0.3))


def test_the_flick_given_is_held_against_the_flick_needed() -> None:
    least = needed(resting(0.3))
    ratio = lambda flick: float(start_of(resting(0.3, flick=flick), drive_of(MACHINE)).ratio[0])  # noqa: E731
    assert ratio(0.5 * least) < 1 < ratio(1.5 * least)


@pytest.mark.parametrize("weight", part([4e-5, 0.0], 2))
def test_flicked_the_wrong_way_only_where_it_stops_counts(weight: float) -> None:
    machine = resting(np.pi, weight, flick=5.0, against=True)
    stopped = start_of(machine, drive_of(machine))
    sense = drive_of(machine).sense
    run = simulate(machine, 1.5, 4000, np.pi, -sense * 5.0)
    returns = bool(sense * (run.angle[-1, 0] - np.pi) > 3 * np.pi)
    assert bool(stopped.by_itself[0]) == returns


def test_where_friction_takes_more_than_a_turn_gives_no_flick_helps() -> None:
    stuck = replace(MACHINE, load=replace(MACHINE.load, dry=MACHINE.load.dry * 1000))
    shown = start_of(stuck, drive_of(stuck))
    assert shown.ratio[0] < 1
    assert shown.needed[0] >= 1000


def test_a_frame_starts_by_push_over_friction_alone() -> None:
    frame = machine_of(LANTERN, MEDIAN)
    drive = drive_of(frame)
    assert start_of(frame, drive).ratio == pytest.approx(drive.stall / frame.load.dry)
