"""What a machine does, with draws: everything the eight judges look at."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.draws import Array, median
from oakspin.heat import FOREVER, Warming
from oakspin.machines.machine import Body, Machine, Mask
from oakspin.motion.drive import Drive, drive_of
from oakspin.motion.journey import Journey, journey_of
from oakspin.motion.start import Start, start_of
from oakspin.motion.steady import spin_up_time, steady_speed
from oakspin.parts.cell import charge_at

ONE_RUN = 60.0  # s, the longest that a class looks at one run
NO_CURRENT = 3600.0  # s, told where nothing flows that could warm
_STAGES = (np.arange(16) + 0.5) / 16


@dataclass(frozen=True)
class Outcome:
    """A machine's behaviour; arrays of shape (draws,) in SI units.

    ``start`` tells how it starts, ``turn_ratio`` is the push over the dry friction averaged over
    a turn. ``speed`` is that at which it settles if nothing throws it off. ``warming`` are its
    bodies as they warm while it runs. ``hands_off`` of a body that stays cool is the
    whole ``life``, in which the battery gives the charge ``taken`` in C; ``held_still`` is the time until
    the first part is too hot to hold where the machine is stuck with the current on, ``held_hottest`` which
    part. ``machine`` and ``drive`` are those of the first
    seconds, ``settled`` and ``running`` those of the rest, in which a zinc cell has polarized; ``mean_current`` in A
    is what a slow meter shows while it runs, ``drain`` in A as what
    a fresh battery would be drained, pulses by their square.
    """

    machine: Machine
    settled: Machine
    drive: Drive
    running: Drive
    start: Start
    turn_ratio: Array
    speed: Array
    spin_up: Array
    warming: Warming
    hands_off: Array
    hottest: Body
    held_still: Array
    held_hottest: Body
    life: Array
    taken: Array
    runs: Array
    mean_current: Array
    drain: Array
    journey: Journey | None = None

    @property
    def turns(self) -> Mask:
        """In which builds it starts and keeps turning (or travels), however far."""
        moving = (self.start.ratio >= 1) & (self.turn_ratio >= 1) & (self.speed >= self.machine.creep)
        # Thrown back out of an open way it does not go, though it moves.
        way = self.drive.sense > 0 if self.passes else self.drive.sense != 0
        return np.asarray(moving & way, bool)

    @property
    def goes(self) -> bool:
        """Whether most builds do."""
        return bool(2 * self.turns.sum() >= self.turns.size) and not self.machine.broken("starts")

    @property
    def shown_speed(self) -> Array:
        """Speed in the builds that turn at all; 0 in the others."""
        return np.where(self.turns, self.speed, 0.0) * self.machine.beyond.get("speed", 1.0)

    @property
    def passing(self) -> Array:
        """How surely each build gets along its way: 1 and more where it does."""
        assert self.journey is not None
        left = (self.journey.low / np.maximum(self.journey.top, 1e-9)) ** 2
        length = np.maximum(self.journey.places[:, -1], 1e-9)
        through = 1 + np.maximum(self.turn_ratio - 1, 0.0) * left
        return np.asarray(np.where(self.journey.through, through, 0.99 * self.journey.reached / length))

    @property
    def passes(self) -> bool:
        """Whether a run is one pass of an open way."""
        route = self.machine.route
        return route is not None and not route.closed


def outcome_of(machine: Machine) -> Outcome:
    """Let the machine run, on paper: the first seconds with a fresh battery, the rest with it polarized."""
    drive = drive_of(machine, roughly=bool(np.any(machine.pack.grows != 1)))
    start = start_of(machine, drive)
    # What flows at the speed of the first seconds is what the battery has to bear from then on.
    settled = machine.settled(drive.flow(steady_speed(drive, machine.load, roughly=True))[0])
    running = drive if np.all(machine.pack.grows == 1) else drive_of(settled, drive)
    turn_ratio = machine.free("starts") * running.stall / machine.load.dry
    speed = np.where(turn_ratio >= 1, steady_speed(running, machine.load), 0.0)
    journey = journey_of(settled, running)
    if journey:
        speed = np.where(turn_ratio >= 1, journey.top, 0.0)
    if journey and machine.route and not machine.route.closed:
        spin_up = journey.run_up  # on a way that changes there is no steady speed to get up to
    else:
        spin_up = np.where(speed > 0, spin_up_time(running, machine.load, machine.inertia, speed), 0.0)
    # At rest it lies where it lies, with the current on if that is on bare metal.
    resting = machine.touch.made * np.abs(machine.switch).max(axis=1)
    mean, square = running.flow(speed)
    mean = np.where(speed > 0, mean, resting * running.current)
    square = np.where(speed > 0, square, resting * running.current**2)
    warming = _warming(settled, square, speed)
    times = warming.hands_off()
    hottest = machine.bodies[int(np.argmin([median(time) for time in times]))]
    hands_off = np.min(times, axis=0)
    held_still, held_hottest = _held_still(machine, drive)
    life, taken = _life(settled, running, mean, square)
    capped = np.minimum(hands_off, np.where(life > 0, life, NO_CURRENT))
    one_run = np.minimum(np.minimum(capped, ONE_RUN), FOREVER)
    if journey and machine.route and not machine.route.closed:
        one_run = np.minimum(one_run, np.maximum(journey.seconds, 0.1))
    return Outcome(
        machine=machine,
        settled=settled,
        drive=drive,
        running=running,
        start=start,
        turn_ratio=turn_ratio,
        speed=speed,
        spin_up=spin_up,
        warming=warming,
        hands_off=capped,
        hottest=hottest,
        held_still=held_still,
        held_hottest=held_hottest,
        life=life,
        taken=taken,
        runs=life / np.maximum(one_run, 1e-9),
        mean_current=mean * machine.beyond.get("mean_current", 1.0),
        drain=np.sqrt(square) * _heavier(settled),
        journey=journey,
    )


def _warming(machine: Machine, mean_square: Array, speed: Array) -> Warming:
    """The bodies of a machine at a mean square of its current; past a short all runs through the cell alone."""
    shorted = machine.shorted**2 if machine.short_ohms else mean_square
    other = 0 * mean_square if machine.short_ohms else mean_square
    squares = tuple(shorted if body.supplies else other for body in machine.bodies)
    return Warming(machine.bodies, squares, speed, machine.room_C)


def _held_still(machine: Machine, drive: Drive) -> tuple[Array, Body]:
    """Seconds until the first part is too hot to hold, and which: stuck, current on all the time, no wind.

    A battery that is spent before ends it; without current nothing warms.
    """
    pack, rest = machine.pack, np.zeros_like(drive.current)
    square = np.maximum(drive.current, 0.0) ** 2
    warming = _warming(replace(machine, bodies=machine.bodies + machine.stuck), square, rest)
    times = warming.hands_off()
    hottest = warming.bodies[int(np.argmin([median(time) for time in times]))]
    spent = charge_at(pack, drive.current) * (1 - pack.used) / np.maximum(drive.current, 1e-9)
    return np.minimum(np.min(times, axis=0), np.where(square > 0, spent, NO_CURRENT)), hottest


def _life(machine: Machine, drive: Drive, mean: Array, square: Array) -> tuple[Array, Array]:
    """Seconds of running until the fading battery no longer overcomes the friction; the charge in C taken till then.

    The charge is that of a drain as heavy as a fresh cell would bear: data sheets tell it of a constant current, pulses
    count by their square, and what is used of a cell was not used for nothing.
    """
    pack = machine.pack
    used = pack.used + (1 - pack.used) * _STAGES[:, None]
    outer = machine.total_ohms - pack.ohms_at(pack.used)
    fresh = pack.current(machine.total_ohms, pack.used)
    current = pack.current(outer + pack.ohms_at(used), used)
    running = machine.free("starts") * drive.stall * current / np.maximum(fresh, 1e-12) >= machine.load.dry
    # Once stopped it stays stopped: nothing after the first stage that fails counts.
    gone = np.logical_and.accumulate(running, axis=0).mean(axis=0) * (1 - pack.used)
    taken = gone * charge_at(pack, np.sqrt(square) * _heavier(machine))
    return taken / np.maximum(mean, 1e-9), taken


def _heavier(machine: Machine) -> Array:
    """How many times the current a fresh battery would drive through the same circuit; 1 for a fresh one."""
    pack = machine.pack
    outer = machine.total_ohms - pack.ohms_at(pack.used)
    return pack.current(outer + pack.ohms_at(0.0), 0.0) / np.maximum(pack.current(machine.total_ohms, pack.used), 1e-12)
