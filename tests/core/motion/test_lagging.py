"""A winding whose current lags: the periodic current against a general solver's, speed and heat with it."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from oakspin.draws import MEDIAN, Array
from oakspin.kinds.kinds import KINDS
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.steady import steady_speed
from tests.core.designs import changed
from tests.effort import effort, part

MOTOR = KINDS["cored"].start
TURNS = 44
WORKS = 12.0  # works of a turn that the motion holds: its speed changes little within one, and settles within many


def designs(count: int) -> list[dict[str, Any]]:
    """Iron-cored motors of every size, fed early and late, with and without a load."""
    chance = np.random.default_rng(2024)
    return [
        {
            "battery__in_series": int(chance.integers(1, 5)),
            "winding__turns": int(chance.integers(80, 1500)),
            "gap__distance_mm": round(float(chance.uniform(5, 20)), 1),
            "core__length_mm": round(float(chance.uniform(50, 100)), 1),
            "core__diameter_mm": round(float(chance.uniform(5, 10)), 1),
            "wire__size": {"by": "gauge", "awg": int(chance.integers(24, 32))},
            "fan__area_mm2": round(float(chance.uniform(0, 3000))),
            "fan__radius_mm": 20.0,
            "commutator__offset_deg": round(float(chance.uniform(-25, 8)), 1),
            "plus_at": ["left", "right"][int(chance.integers(2))],
        }
        for _ in range(count)
    ]


def stretches(switch: Array) -> list[tuple[float, float, float]]:
    """One turn from an open cell on, as stretches from, to, which way fed; in cells.

    The closed share of a cell lies at its far end where current begins, at its near end where it ends.
    """
    count = switch.size
    start = next(at for at in range(count) if switch[at] == 0)
    found, cursor, at = [], float(start), start
    while at < start + count:
        here = switch[at % count]
        if here == 0:
            at += 1
            continue
        first = at + 1 - abs(here)
        while switch[(at + 1) % count] * here > 0:
            at += 1
        share = abs(switch[at % count])
        last = at + share if share < 1 and at + share > first else at + 1.0
        found += [(cursor, first, 0.0), (first, last, float(np.sign(here)))]
        cursor, at = last, at + 1
    return [*found, (cursor, float(start + count), 0.0)]


def by_the_solver(machine: Machine, facing: float, speed: float) -> tuple[float, float]:
    """Mean speed, and mean square of the current, once it has settled; integrated over the angle."""
    kappa, switch = facing * machine.coupling[0], machine.switch[0]
    if facing < 0:
        kappa, switch = kappa[::-1], switch[::-1]
    cell = 2 * np.pi / switch.size
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])
    made = float(machine.touch.share_at(np.array([speed]))[0])

    def load(at: float) -> float:
        return float(machine.load.at(np.array([at]))[0])

    inertia = 2 * WORKS * 2 * np.pi * load(speed) / speed**2
    slope = (load(1.05 * speed) - load(0.95 * speed)) / (0.1 * speed)
    middle = load(speed)

    def rates(angle: float, state: Array, way: float) -> list[float]:
        fast, current = state[0], state[1]
        push = kappa[int(angle / cell) % kappa.size]
        grows = (way * volts - push * fast - ohms * current) / (machine.henries * fast) if way else 0.0
        torque = made * push * current - middle - slope * (fast - speed)
        return [torque / (inertia * fast), grows, 1 / fast, made * current**2 / fast]

    state, seen = np.array([speed, 0.0, 0.0, 0.0]), []
    for _ in range(TURNS):
        for start, end, way in stretches(switch):
            state[1] = 0.0  # begins anew, or is broken
            if end - start > 1e-9:
                span = (start * cell, end * cell)
                run = solve_ivp(rates, span, state, args=(way,), rtol=1e-4, atol=1e-8, max_step=4 * cell)
                state = run.y[:, -1].copy()
        seen.append(state[2:].copy())
    half = TURNS // 2
    took, squares = seen[-1] - seen[half - 1]
    return (TURNS - half) * 2 * np.pi / took, squares / took


@pytest.mark.parametrize("fields", part(designs(20), 4))
def test_speed_and_heat_are_those_of_a_solver_with_the_winding_in_it(fields: dict[str, Any]) -> None:
    machine = machine_of(changed(MOTOR, **fields), MEDIAN)
    drive = drive_of(machine)
    speed = steady_speed(drive, machine.load)
    assert drive.sense != 0
    assert speed[0] > 3
    theirs, square = by_the_solver(machine, drive.sense, float(speed[0]))
    assert speed[0] == pytest.approx(theirs, rel=0.02)
    assert drive.flow(speed)[1][0] == pytest.approx(square, rel=0.03)


def test_the_integration_in_time_settles_at_the_same_speed_and_heat() -> None:
    machine = machine_of(changed(MOTOR, winding__turns=600), MEDIAN)
    drive = drive_of(machine)
    speed = steady_speed(drive, machine.load)
    run = simulate(machine, effort(0.25, 1.0), effort(3000, 12000), 0.0, float(drive.sense * speed[0]))
    later = slice(effort(1500, 6000), None)
    assert abs(run.speed[later, 0].mean()) == pytest.approx(speed[0], rel=0.02)
    made = float(machine.touch.share_at(speed)[0])
    assert made * (run.current[later, 0] ** 2).mean() == pytest.approx(drive.flow(speed)[1][0], rel=0.04)
