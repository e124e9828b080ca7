"""A travelling machine's way from place to place: how fast it is where, and where it stops.

Over a step dx the energy of a unit mass, v^2/2, changes by a dx; so places are even, not times.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine, Route
from oakspin.motion.drive import Drive
from oakspin.motion.steady import REACHED

LAPS = 2  # of a closed way: the second shows what it settles to
CRAWL = 1e-3  # m/s
FIRST = 8


@dataclass(frozen=True)
class Journey:
    """How builds travel; arrays of shape (draws, stations) or (draws,), m and s.

    ``places`` count from the entry. ``reached`` is how far each got, ``through`` whether that is
    the whole way; ``top`` and ``low`` are the highest speed, and the lowest after the first run-up;
    ``seconds`` the time taken (of the last lap on a closed way).
    """

    places: Array
    speed: Array
    reached: Array
    through: Array
    top: Array
    low: Array
    seconds: Array
    clock: Array

    @property
    def run_up(self) -> Array:
        """Time from the start of the way to nine tenths of the highest speed on it, s; 0 where it never moves."""
        rows, first = np.arange(self.top.size), np.argmax(self.speed >= REACHED * self.top[:, None], axis=1)
        return np.asarray(np.where(self.top > 0, self.clock[rows, first], 0.0))


def journey_of(machine: Machine, drive: Drive, speed: float = 0.0) -> Journey | None:
    """Follow every build along the way, from rest (or a push); none where nothing travels."""
    route = machine.route
    if route is None:
        return None
    # A closed way may be run through backward: the tables are read from the other end then.
    facing = -1 if drive.sense < 0 and route.closed else 1
    here = replace(route, **{name: getattr(route, name)[:, ::facing] for name in ("grip", "turns", "made", "drag")})
    free = machine.free("starts")
    energy = np.full(machine.inertia.size, 0.5 * speed**2)
    if drive.sense < 0 and not route.closed:
        free = 0.0  # it leaves by the way it came
    for _ in range(LAPS if route.closed else 1):
        energy, speeds, clock = _lap(machine, here, free, energy)
    places = np.asarray(route.start)[..., None] + route.length[:, None] * np.linspace(0, 1, speeds.shape[1])
    moving = speeds[:, 1:] > CRAWL
    stopped = ~moving
    first = np.where(stopped.any(axis=1), stopped.argmax(axis=1), speeds.shape[1] - 1)
    rows = np.arange(first.size)
    through = ~stopped.any(axis=1)
    top = speeds.max(axis=1)
    run_up = speeds.argmax(axis=1) if not route.closed else np.zeros(first.size, int)
    after = np.where(np.arange(speeds.shape[1])[None, :] >= run_up[:, None], speeds, np.inf)
    return Journey(
        places=places,
        speed=speeds,
        reached=places[rows, first],
        through=through,
        top=top,
        low=np.where(through, after.min(axis=1), 0.0),
        seconds=clock[:, -1],
        clock=clock,
    )


def _lap(machine: Machine, route: Route, free: Array | float, energy: Array):  # type: ignore[no-untyped-def]
    """Energy per mass at the end, speeds at every station, and the time since the start."""
    stations = route.grip.shape[1]
    step = route.length / (stations - 1)
    pack, load = machine.pack, machine.load
    volts, spare = pack.volts_at(pack.used), machine.total_ohms - route.ohms
    alive = machine.free("circuit") * free
    kappa = np.abs(machine.coupling[:, 0])
    grip_push, touch, dry = alive * kappa, machine.touch, load.dry
    halted = np.zeros(energy.size, bool)
    passed = np.empty((stations, energy.size))
    passed[0] = energy
    # Between two stations every table has its middle value; rows are steps here.
    grip, turns, made, drag = (
        ((table[:, 1:] + table[:, :-1]) / 2).T for table in (route.grip, route.turns, route.made, route.drag)
    )
    ohms, weak, push, held = spare + route.ohms * turns, kappa * grip, grip_push * made * grip, dry * (drag - 1)

    def slope_at(at: int, energy: Array) -> Array:
        v = np.sqrt(2 * np.maximum(energy, 0.0))
        current = np.minimum((volts - weak[at] * v) / ohms[at], pack.limit)
        return np.asarray((touch.share_at(v) * push[at] * current - load.at(v) - held[at]) / machine.inertia)

    # From rest the speed grows as the root of the way: the first step is gone in many.
    fine, first = step / FIRST, np.zeros_like(energy)
    gone = energy
    for _ in range(FIRST):
        slope = slope_at(0, gone + fine / 2 * slope_at(0, gone))
        on = np.maximum(gone + fine * slope, 0.0)
        first += 2 * fine / np.maximum(np.sqrt(2 * gone) + np.sqrt(2 * on), CRAWL)
        gone = on
    for at in range(stations - 1):
        # Half a step on by the last slope, then a whole one by the slope found there: second order, one look a step.
        slope = slope_at(at, energy + step / 2 * slope) if at else (gone - energy) / step
        energy = energy + step * slope
        halted |= energy <= 0
        energy = np.where(halted, 0.0, energy)
        passed[at + 1] = energy
    speeds = np.sqrt(2 * passed).T
    pace = np.maximum(speeds[:, 1:] + speeds[:, :-1], CRAWL)
    taken = np.where(speeds[:, 1:] > 0, 2 * step[:, None] / pace, 0.0)
    taken[:, 0] = np.where(speeds[:, 1] > 0, first, 0.0)
    clock = np.concatenate([np.zeros((energy.size, 1)), np.cumsum(taken, axis=1)], axis=1)
    return energy, speeds, clock
