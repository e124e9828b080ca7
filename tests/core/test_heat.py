"""The heat model against closed forms, and against an integration of its own that knows nothing of them."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from oakspin.constants import HANDS_OFF_C
from oakspin.draws import MEDIAN, Array
from oakspin.heat import FOREVER, Warming
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS
from oakspin.machines.machine import Body, Machine
from oakspin.machines.table import machine_of
from oakspin.verdict.outcome import outcome_of
from runner.samples import sample

COPPER = 3.93e-3  # 1/K; IEC 60028
AMPERES2, STILL = np.array([9.0]), np.array([0.0])


def body(ohms: float = 0.2, capacity: float = 20.0, still: float = 0.02, wind: float = 0.0) -> Body:
    return Body("body", np.array([ohms]), capacity, np.array([still]), np.array([wind]))


def alone(one: Body, square: Array = AMPERES2, speed: Array = STILL, room: float = 20.0) -> Warming:
    return Warming((one,), (square,), speed, room)


def test_at_first_it_warms_as_if_nothing_cooled_it() -> None:
    assert alone(body()).rises(0.1)[0] == pytest.approx(9 * 0.2 * 0.1 / 20, rel=1e-3)


def test_in_the_end_it_is_as_warm_as_what_it_gives_to_the_air() -> None:
    assert alone(body()).rises(1e6)[0] == pytest.approx(9 * 0.2 / 0.02)


def test_the_hands_off_time_is_when_the_rise_reaches_the_limit() -> None:
    warming = alone(body())
    assert 20 + warming.rises(warming.hands_off()[0])[0] == pytest.approx(HANDS_OFF_C)


def test_what_stays_cool_stays_cool_for_ever() -> None:
    assert alone(body(ohms=1e-3)).hands_off()[0] == FOREVER
    assert alone(body(), np.array([0.0])).hands_off()[0] == FOREVER


def test_a_warm_room_leaves_less_time_and_wind_gives_more() -> None:
    cool, warm = (alone(body(), room=room).hands_off()[0] for room in (15.0, 35.0))
    assert warm < cool
    assert alone(body(wind=0.005), speed=np.array([16.0]), room=15.0).hands_off()[0] > cool


def test_twice_the_heat_capacity_takes_twice_the_time() -> None:
    light, heavy = (alone(body(capacity=capacity)).hands_off()[0] for capacity in (10.0, 20.0))
    assert heavy == pytest.approx(2 * light)


def test_a_body_that_leans_on_a_big_cold_one_is_held_cool_by_it() -> None:
    magnets = replace(body(capacity=3.0), name="magnets", leans="cell", passes=np.array([0.03]))
    cell = replace(body(ohms=1e-6, capacity=23.0), name="cell")
    pair = Warming((magnets, cell), (AMPERES2 / 2, AMPERES2 / 2), STILL, 20.0)
    by_itself = alone(replace(magnets, leans="", passes=0.0), AMPERES2 / 2)
    assert pair.hands_off()[0] > 1.3 * by_itself.hands_off()[0]
    # What leaves the one warms the other: where nothing goes to the air, all the heat is found again.
    kept = Warming(tuple(replace(one, still=np.zeros(1)) for one in pair.bodies), pair.squares, STILL, 20.0)
    warm, other = (float(rise[0]) for rise in kept.rises(120.0))
    assert 3.0 * warm + 23.0 * other == pytest.approx(4.5 * 0.2 * 120, rel=1e-3)
    assert other > 0.5


def integrated(machine: Machine, bodies: tuple[Body, ...]) -> list[float]:
    """Seconds until each body of a machine held still reaches the limit: current, ohms and heat step by step."""
    names = [one.name for one in bodies]
    cold = float(machine.total_ohms[0])
    volts = float(np.ravel(machine.pack.volts_at(machine.pack.used))[0])

    def number(value: object) -> float:
        return float(np.ravel(np.asarray(value, float))[0])

    def flow(_: float, warm: Array) -> list[float]:
        # Each metal's ohms, from how much its body's grow: they add to the circuit's.
        metal = [number(one.grows) * number(one.ohms) / COPPER for one in bodies]
        total = cold + sum(COPPER * ohms * rise for ohms, rise in zip(metal, warm, strict=True))
        square = min(volts / total, machine.pack.limit) ** 2
        rates = []
        for at, one in enumerate(bodies):
            watts = square * number(one.ohms) * (1 + number(one.grows) * warm[at]) - number(one.still) * warm[at]
            if one.leans:
                watts -= number(one.passes) * (warm[at] - warm[names.index(one.leans)])
            for other, heat in zip(bodies, warm, strict=True):
                watts += number(other.passes) * (heat - warm[at]) if other.leans == one.name else 0.0
            rates.append(watts / number(one.heat_capacity))
        return rates

    limit = HANDS_OFF_C - machine.room_C
    # One that waits on the others' warmth and gets there late is looked at within an hour.
    found = solve_ivp(flow, (0, 3600.0), [0.0] * len(bodies), rtol=1e-8, dense_output=True, method="LSODA")
    times = []
    for at in range(len(bodies)):
        grid = np.geomspace(0.01, 3600.0, 40_000)
        over = found.sol(grid)[at] >= limit
        times.append(float(grid[over.argmax()]) if over.any() else FOREVER)
    return times


@pytest.mark.parametrize("kind", KINDS)
def test_times_held_still_are_those_of_a_whole_integration(kind: str) -> None:
    for design in good_motors(kind):
        machine = machine_of(design, MEDIAN)
        bodies = machine.bodies + machine.stuck
        square = np.minimum(machine.pack.volts_at(machine.pack.used) / machine.total_ohms, machine.pack.limit) ** 2
        warming = Warming(bodies, tuple(square for _ in bodies), np.zeros(1), machine.room_C)
        for one, ours, truth in zip(bodies, warming.hands_off(), integrated(machine, bodies), strict=True):
            if truth < 1800:
                assert float(ours[0]) == pytest.approx(truth, rel=0.02), one.name


def test_a_frame_s_magnets_are_too_hot_to_hold_within_two_minutes_of_three_amperes() -> None:
    """Bench: a watt at the feet, a few grams of magnet."""
    outcome = outcome_of(machine_of(sample("lantern"), MEDIAN))
    three = replace(outcome.warming, squares=tuple(np.full(1, 10.0) for _ in outcome.warming.bodies))
    names = [one.name for one in three.bodies]
    magnets = replace(three.bodies[names.index("magnets")], ohms=np.array([0.1]))
    bodies = tuple(magnets if one.name == "magnets" else one for one in three.bodies)
    times = dict(zip(names, replace(three, bodies=bodies).hands_off(), strict=True))
    assert 45 < float(times["magnets"][0]) < 150
    assert float(times["magnets"][0]) < float(times["cell"][0])
