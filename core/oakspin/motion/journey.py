"""A travelling machine's way from place to place: how fast it is where, and where it stops.

Over a step dx the energy of a unit mass, v^2/2, changes by a dx; so places are even, not times.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine, Mask, Route
from oakspin.motion.drive import Drive
from oakspin.motion.steady import REACHED

TABLES = ("grip", "turns", "made", "drag")  # of a route, by station
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
    through: Mask
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
    here = replace(route, **{name: getattr(route, name)[:, ::facing] for name in TABLES})
    free = machine.free("starts")
    energy = np.full(machine.inertia.size, 0.5 * speed**2)
    if drive.sense < 0 and not route.closed:
        free = 0.0  # it leaves by the way it came
    if route.closed:
        # The first time round only tells how fast it comes to the second: every other station will do.
        rough = replace(here, **{name: getattr(here, name)[:, ::2] for name in TABLES})
        energy, _, _ = _lap(machine, rough, free, energy)
    energy, speeds, clock = _lap(machine, here, free, energy)
    places = np.asarray(route.start)[..., None] + route.length[:, None] * np.linspace(0, 1, speeds.shape[1])
    moving = speeds[:, 1:] > CRAWL
    stopped = ~moving
    first = np.where(stopped.any(axis=1), stopped.argmax(axis=1), speeds.shape[1] - 1)
    rows = np.arange(first.size)
    through = np.asarray(~stopped.any(axis=1))
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


def _lap(machine: Machine, route: Route, free: Array | float, energy: Array) -> tuple[Array, Array, Array]:
    """Energy per mass at the end, speeds at every station, and the time since the start."""
    stations = route.grip.shape[1]
    step = route.length / (stations - 1)
    pack, load, touch = machine.pack, machine.load, machine.touch
    volts, spare = pack.volts_at(pack.used), machine.total_ohms - route.ohms
    kappa = np.abs(machine.coupling[:, 0])
    # Per unit of mass, whatever the place: push of 1 A, dry friction, air per energy.
    push, dry, air = machine.free("circuit") * free * kappa / machine.inertia, load.dry / machine.inertia, load.square
    air = 2 * air / machine.inertia
    # Between two stations every table has its middle value; rows are steps here.
    grip, turns, made, drag = tables = [
        ((table[:, 1:] + table[:, :-1]) / 2).T for table in (route.grip, route.turns, route.made, route.drag)
    ]
    changes = np.ones(stations - 1, bool)
    changes[1:] = np.any([(table[1:] != table[:-1]).any(axis=1) for table in tables], axis=0)
    # What is not there is not asked for at every step: a limit, slack, hopping, landings, the air round thin wire.
    limited, gives = np.all(np.isfinite(pack.limit)), touch.gives
    plain = not load.landing and not np.any(load.air_4_3)

    def here(at: int) -> tuple[Array, Array, Array, Array]:
        """Push at rest, what each m/s takes off it, the most that a supply gives, dry friction: between stations."""
        grips, closed = push * grip[at], made[at] / (spare + route.ohms * turns[at])
        return (
            grips * volts * closed,
            grips * kappa * grip[at] * closed,
            grips * made[at] * pack.limit if limited else grips,
            dry * drag[at],
        )

    def slope_at(energy: Array) -> Array:
        v = np.sqrt(2 * np.maximum(energy, 0.0))
        pull = rest - weaker * v
        if limited:
            pull = np.minimum(pull, most)
        pull = pull * (touch.share_at(v) if gives else touch.made)
        pull -= held
        pull -= air * energy if plain else (load.at(v) - load.dry) / machine.inertia
        return np.asarray(pull)

    speeds, clock = np.empty((stations, energy.size)), np.empty((stations, energy.size))
    speeds[0], clock[0] = np.sqrt(2 * energy), 0.0
    going, slope = np.ones(energy.size, bool), np.zeros_like(energy)
    for at in range(stations - 1):
        if changes[at]:
            rest, weaker, most, held = here(at)
        if at:
            # Half a step on by the last slope, then a whole one by the slope found there: second order, one look each.
            slope = slope_at(energy + step / 2 * slope)
            energy = energy + step * slope
        else:
            # From rest the speed grows as the root of the way: the first step is gone in many.
            fine, first, gone = step / FIRST, np.zeros_like(energy), energy
            for _ in range(FIRST):
                on = np.maximum(gone + fine * slope_at(gone + fine / 2 * slope_at(gone)), 0.0)
                first += 2 * fine / np.maximum(np.sqrt(2 * gone) + np.sqrt(2 * on), CRAWL)
                gone = on
            slope, energy = (gone - energy) / step, gone
        going &= energy > 0
        energy = energy * going
        speeds[at + 1] = np.sqrt(2 * energy)
        taken = 2 * step / np.maximum(speeds[at] + speeds[at + 1], CRAWL) if at else first
        clock[at + 1] = clock[at] + taken * going
    return energy, speeds.T, clock.T
