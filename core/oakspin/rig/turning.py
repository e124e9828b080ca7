"""What hidden builds do on the bench, from the motion in time alone: whether they start, how they speed up, what flows.

Speeds are tried one beside the other: each is run for a few turns, and what it gains over them is its acceleration.
Where that crosses zero the build settles. Nothing here comes from the verdict's own formulas of speed and current.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from oakspin.design import Design
from oakspin.draws import Array
from oakspin.machines.flaw import PLANNED, Flaw, flawed
from oakspin.machines.machine import Machine, Mask
from oakspin.measure.predicted import metered
from oakspin.motion.drive import drive_of, sense_of
from oakspin.motion.journey import Journey, journey_of
from oakspin.motion.simulate import Trace, simulate
from oakspin.rig.hidden import draws_of

TRIED, CLOSER = 14, 6  # speeds at first, and between the two that the settled one lies between
SLOWER = 5  # speeds from a creep on, where even the slowest of the first is too fast
TURNS, WARM, STEPS = 2, 1, 96  # turns run, of which the first are not looked at, and steps of each
START_SECONDS, START_STEP = 2.0, 4e-3  # s
SETTLES = 1  # rounds in which the current and a zinc cell's ohms find each other
GOES_ROUND = 1.5  # turns within the start, after which it is under way
WIDE_SWING = 0.4  # rad, of a swing that is seen as one
REACHES = 1.05  # of the speed without push, up to which speeds are tried


@dataclass(frozen=True)
class Gaining:
    """Acceleration and currents at speeds; arrays of shape (builds, speeds), SI units, speeds of 0 or more.

    ``speed`` is that at which turns begin, ``mean`` the mean over them.
    """

    speed: Array
    mean: Array
    gain: Array
    drawn: Array
    square: Array

    def at(self, build: int, speed: float) -> tuple[float, float, float]:
        """Acceleration, mean current and mean square of one build, straight between the speeds tried."""
        rows = self.speed[build]
        gain, drawn, square = (np.interp(speed, rows, each[build]) for each in (self.gain, self.drawn, self.square))
        return float(gain), float(drawn), float(square)


@dataclass(frozen=True)
class RigRotation:
    """What builds do; arrays of shape (builds,). ``machine`` is that of the first seconds, two draws each if alone.

    ``starts`` by itself, ``flicked`` at least after a flick; ``begins`` says which get under way, and may yet stop,
    ``rocks`` which swing to and fro instead. ``idle`` is what flows in the mean where it is let go and does not go on.
    ``speed`` is that at which it settles once under way, 0 where it does not keep going; ``fresh`` and ``tired`` are
    how it gains speed with a fresh battery and with one that has polarized.
    """

    machine: Machine
    sense: float
    starts: Mask
    flicked: Mask
    begins: Mask
    rocks: Mask
    idle: Array
    speed: Array
    drawn: Array
    square: Array
    fresh: Gaining
    tired: Gaining


def turning(design: Design, hidden: list[dict[str, float]], *, meter: bool, flaw: Flaw = PLANNED) -> RigRotation:
    """Run hidden builds of a design, all side by side; ``flaw`` is what they have that the plan does not."""
    count = len(hidden)

    def machine(times: int) -> Machine:
        draws = draws_of(hidden, times)
        made = flawed(design, flaw, draws)
        return metered(made, draws) if meter else made

    plain = machine(1)
    rows = slice(None, None, 2 if count == 1 else 1)
    sense = sense_of(plain) or 1.0
    top = REACHES * np.minimum(drive_of(plain).top[rows], 5e3)
    speeds = np.maximum(top[:, None] * np.linspace(0.03, 1.0, TRIED)[None, :] ** 1.5, plain.creep / 4)
    fresh = _gaining(machine(TRIED), speeds, sense, None)
    drawn = _settled(fresh)[1]
    tired = fresh
    if np.any(plain.pack.grows != 1):
        for _ in range(SETTLES):
            tired = _gaining(machine(TRIED), speeds, sense, drawn)
            drawn = _settled(tired)[1]
    tired = _with_slower(tired, machine, sense, drawn, plain.creep)
    # Between the two speeds that the settled one lies between it is looked at anew.
    low, high = _bracket(tired)
    near = low[:, None] + (high - low)[:, None] * np.linspace(0, 1, CLOSER)[None, :]
    closer = _gaining(machine(CLOSER), np.maximum(near, plain.creep / 4), sense, drawn)
    speed, drawn, square = _settled(closer)
    keeps = speed >= plain.creep
    begun = _started(plain, sense)
    starts, flicked, rocks, idle = begun[0][rows], begun[1][rows], begun[2][rows], begun[3][rows]
    free = np.broadcast_to(np.asarray(plain.free("starts"), float), plain.inertia.shape)[rows] > 0
    return RigRotation(
        machine=plain,
        sense=sense,
        starts=starts & keeps & free,
        flicked=flicked & keeps & free,
        begins=(starts | flicked) & free,
        rocks=rocks & ~(starts | flicked),
        idle=idle,
        speed=np.where(keeps, speed, 0.0),
        drawn=drawn,
        square=square,
        fresh=fresh,
        tired=_merged(tired, closer),
    )


def _with_slower(
    tired: Gaining, machine: Callable[[int], Machine], sense: float, drawn: Array, creep: float
) -> Gaining:
    """Slower speeds beside those tried, where builds lose speed even at the slowest of these.

    What could turn very fast without its load may settle far below a small share of that.
    """
    slowest = tired.speed[:, :1]
    loses = (tired.gain[:, :1] < 0) & (slowest > 2 * creep)
    if not loses.any():
        return tired
    slower = np.geomspace(creep, np.maximum(slowest[:, 0], 1.01 * creep), SLOWER + 1, axis=1)[:, :-1]
    slow = _gaining(machine(SLOWER), slower, sense, drawn)
    # All others keep on gaining down there: where they settle is told by the speeds that were tried.
    return _merged(replace(slow, gain=np.where(loses, slow.gain, np.maximum(slow.gain, tired.gain[:, :1]))), tired)


def _gaining(machine: Machine, speeds: Array, sense: float, drawn: Array | None) -> Gaining:
    """Every build at every speed of its own for a few turns; the machine has a draw for each pair."""
    shape, flat = speeds.shape, speeds.ravel()
    if drawn is not None:
        machine = machine.settled(np.repeat(drawn, shape[1]))
    run = simulate(machine, TURNS * 2 * np.pi / flat, TURNS * STEPS, 0.0, sense * flat)
    begun = WARM * STEPS
    passed = run.time[-1] - run.time[begun]
    gain = (np.abs(run.speed[-1]) - np.abs(run.speed[begun])) / passed
    # What turned back gained less than nothing.
    gain = np.where(run.speed[-1] * sense > 0, gain, -np.abs(run.speed[begun]) / passed)
    heat = run.account["heat"][-1] - run.account["heat"][begun]
    mean = np.trapezoid(run.drawn[begun:], run.time[begun:], axis=0) / passed
    square = heat / passed / machine.total_ohms
    turned = np.abs(run.angle[-1] - run.angle[begun]) / passed
    return Gaining(speeds, *(each.reshape(shape) for each in (turned, gain, mean, square)))


def _merged(one: Gaining, other: Gaining) -> Gaining:
    """All speeds that were tried, in order."""
    speed = np.concatenate([one.speed, other.speed], axis=1)
    order = np.argsort(speed, axis=1)
    names = ("speed", "mean", "gain", "drawn", "square")
    both = (np.concatenate([getattr(one, name), getattr(other, name)], axis=1) for name in names)
    return Gaining(*(np.take_along_axis(each, order, axis=1) for each in both))


def _falls(gaining: Gaining) -> tuple[Array, Mask]:
    """Place of the first two speeds next to each other between which the gain turns from more to less than nothing.

    From rest or a flick a build settles at the first such; which builds have one at all.
    """
    falls = (gaining.gain[:, :-1] > 0) & (gaining.gain[:, 1:] <= 0)
    some = falls.any(axis=1)
    # Where all speeds tried gain, it is at least the fastest of them.
    return np.where(some, np.argmax(falls, axis=1), gaining.gain.shape[1] - 2), np.asarray(some, bool)


def _bracket(gaining: Gaining) -> tuple[Array, Array]:
    at, rows = _falls(gaining)[0], np.arange(len(gaining.speed))
    return gaining.speed[rows, at], gaining.speed[rows, at + 1]


def _settled(gaining: Gaining) -> tuple[Array, Array, Array]:
    """Speed at which nothing is gained, with mean current and mean square there; 0 where all speeds lose."""
    (at, some), rows = _falls(gaining), np.arange(len(gaining.speed))
    low, high = gaining.gain[rows, at], gaining.gain[rows, at + 1]
    share = np.where(some, np.clip(low / np.maximum(low - high, 1e-12), 0.0, 1.0), 1.0)
    never = ~some & (gaining.gain[:, -1] <= 0)

    def between(table: Array) -> Array:
        return np.asarray(table[rows, at] + share * (table[rows, at + 1] - table[rows, at]))

    speed = np.where(never, 0.0, between(gaining.mean))
    drawn, square = (np.where(never, table[:, 0], between(table)) for table in (gaining.drawn, gaining.square))
    return speed, drawn, square


def _started(machine: Machine, sense: float) -> tuple[Mask, Mask, Mask, Array]:
    """Which builds get under way from rest, which after the flick that is given, if there is one, and which swing;
    and what flows in the mean."""
    rest, steps = machine.rest, round(START_SECONDS / START_STEP)
    angle = 0.0 if rest is None else rest.angle
    by_itself = simulate(machine, START_SECONDS, steps, angle, 0.0)
    starts = sense * (by_itself.angle[-1] - angle) > GOES_ROUND * 2 * np.pi
    if rest is None or not np.any(rest.flick):
        return np.asarray(starts), np.asarray(starts), _swings(by_itself), _idle(by_itself)
    way = -1.0 if rest.against else 1.0
    flicked = simulate(machine, START_SECONDS, steps, angle, way * sense * np.asarray(rest.flick))
    on = (sense * (flicked.angle[-1] - angle) > GOES_ROUND * 2 * np.pi) & (sense * flicked.speed[-1] > machine.creep)
    swings = _swings(by_itself) | _swings(flicked)
    return np.asarray(starts), np.asarray(starts | on), swings, _idle(flicked)


def _idle(run: Trace) -> Array:
    return np.asarray(run.drawn[len(run.time) // 2 :].mean(axis=0))


def _swings(run: Trace) -> Mask:
    """Which builds swing wide about one angle, seen over the second half of a run."""
    half = len(run.time) // 2
    turns_back = (run.speed[half:] > 0).any(axis=0) & (run.speed[half:] < 0).any(axis=0)
    return np.asarray(turns_back & (np.ptp(run.angle[half:], axis=0) > WIDE_SWING))


def travelling(
    design: Design, hidden: list[dict[str, float]], *, meter: bool, flaw: Flaw = PLANNED
) -> tuple[Machine, Journey]:
    """What builds that travel do: the machine with its battery tired, and the journey."""
    draws = draws_of(hidden)
    made = flawed(design, flaw, draws)
    made = metered(made, draws) if meter else made
    drive = drive_of(made)
    tired = made.settled(drive.current * made.touch.made)
    journey = journey_of(tired, drive_of(tired, drive))
    assert journey is not None
    return tired, journey
