"""The computed run of a machine's median build, for showing."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.draws import Array, median
from oakspin.machines.joined import one_build
from oakspin.machines.machine import Machine
from oakspin.motion.drive import Drive, drive_of
from oakspin.motion.journey import Journey, journey_of
from oakspin.motion.simulate import simulate
from oakspin.motion.steady import spin_up_time, steady_speed

FRAMES = 240
SHORTEST, LONGEST = 1.0, 12.0
SEED = 11
FLICKER = 0.02  # s, how long a brushing contact stays made or broken; bench experience
STEP_RAD = 0.15  # a switch and a heavy side are felt within one turn: no step may pass them over
FOLLOWED = 6 * np.pi  # rad that a machine is followed angle by angle


@dataclass(frozen=True)
class Spin:
    """A run in equal time steps. ``angle`` in rad, forward positive; the place in m where the machine travels.

    ``touching`` says whether the contact is made at that moment; ``hops`` whether the moving part is
    thrown up from it; ``live`` is the share of the current that the switch lets through at equal
    angles over one turn; ``leaves_at`` is when the moving part would leave its seat in s, or -1.
    """

    seconds: float
    angle: tuple[float, ...]
    speed: tuple[float, ...]
    current: tuple[float, ...]
    touching: tuple[bool, ...]
    hops: tuple[bool, ...]
    live: tuple[float, ...]
    leaves_at: float


def spin_of(builds: Machine) -> Spin:
    """Run the median build from rest, or from its flick, until it is at speed. Same machine, same run."""
    machine = _median_build(builds)
    drive = drive_of(machine)
    rest, blocked = machine.rest, machine.broken("starts") or machine.broken("circuit")
    live = tuple(np.round(np.abs(machine.switch[0]), 3).tolist())
    angle = float(rest.angle[0]) if rest else 0.0
    flick = float(np.asarray(rest.flick).flat[0]) * (drive.sense or 1.0) * (-1 if rest.against else 1) if rest else 0.0
    if blocked or (drive.sense == 0 and rest is None):
        still, angles = (0.0,) * (FRAMES + 1), (round(angle, 4),) * (FRAMES + 1)
        made = not machine.broken("circuit")
        return Spin(
            SHORTEST,
            angles,
            still,
            still,
            (made,) * (FRAMES + 1),
            (False,) * (FRAMES + 1),
            live,
            -1.0,
        )
    journey = journey_of(machine, drive)
    if journey:
        return _along(machine, drive, journey, live)
    settled = steady_speed(drive, machine.load)
    reach = spin_up_time(drive, machine.load, machine.inertia, settled)
    seconds = float(np.clip(1.8 * reach[0], SHORTEST, LONGEST))
    angles_at, speeds_at, currents_at = _run(machine, drive, seconds, angle, flick)
    fast = np.abs(speeds_at)
    beyond = np.flatnonzero(fast > machine.leave_speed[0])
    touching = _flicker(machine.touch.share_at(fast[:, None])[:, 0], seconds)
    hopping = fast > machine.touch.hop_speed[0]
    return Spin(
        seconds=seconds,
        angle=tuple(np.round(angles_at, 4).tolist()),
        speed=tuple(np.round(speeds_at, 3).tolist()),
        current=tuple(np.round(currents_at, 3).tolist()),
        touching=touching,
        hops=tuple(bool(hop and not touch) for hop, touch in zip(hopping, touching, strict=True)),
        live=live,
        leaves_at=float(beyond[0] * seconds / FRAMES) if beyond.size else -1.0,
    )


def _along(machine: Machine, drive: Drive, journey: Journey, live: tuple[float, ...]) -> Spin:
    """The way of a machine that travels: places in m where a turning one has angles."""
    sense = drive.sense or 1.0
    taken = max(float(journey.clock[0, -1]), 1e-3)
    seconds = float(np.clip(taken, SHORTEST, LONGEST))
    at = np.linspace(0, taken if journey.through[0] else seconds, FRAMES + 1)
    # Where it has stopped the clock stands still: only the way up to there is looked up.
    last = int(np.argmax(journey.places[0] >= journey.reached[0])) + 1
    clock, places, speeds = journey.clock[0, :last], journey.places[0, :last], journey.speed[0, :last]
    way, speed = np.interp(at, clock, places), np.interp(at, clock, speeds, right=float(speeds[-1]))
    touching = _flicker(machine.touch.share_at(speed[:, None])[:, 0], seconds)
    return Spin(
        seconds=float(at[-1]),
        angle=tuple(np.round(sense * way, 4).tolist()),
        speed=tuple(np.round(sense * speed, 3).tolist()),
        current=(round(float(drive.current[0]), 3),) * (FRAMES + 1),
        touching=touching,
        hops=(False,) * (FRAMES + 1),
        live=live,
        leaves_at=-1.0 if (machine.route and machine.route.closed) or not journey.through[0] else taken,
    )


def _run(machine: Machine, drive: Drive, seconds: float, angle: float, speed: float) -> tuple[Array, Array, Array]:
    """Angle, speed and current in every frame.

    A machine whose push changes round the turn is followed angle by angle for its first turns, then,
    too fast for an eye to tell, by what it does on the average of a turn.
    """
    step = seconds / FRAMES
    rows = np.zeros((FRAMES + 1, 3))
    rows[0] = angle, speed, 0.0
    if machine.coupling.shape[1] == 1 and machine.rest is None and machine.cogging is None:
        trace = simulate(machine, seconds, FRAMES, angle, speed)
        return trace.angle[:, 0], trace.speed[:, 0], trace.current[:, 0]
    number, wound = 0, np.zeros(1)
    while number < FRAMES:
        now_angle, now_speed = rows[number, 0], rows[number, 1]
        if drive.sense and drive.sense * (now_angle - angle) > FOLLOWED and drive.sense * now_speed > 0:
            break
        between = int(np.clip(np.ceil(abs(now_speed) * step / STEP_RAD), 2, 40))
        trace = simulate(machine, step, between, now_angle, now_speed, wound)
        rows[number, 2], wound = trace.current[0, 0], trace.wound[-1]
        number += 1
        rows[number, :2] = trace.angle[-1, 0], trace.speed[-1, 0]
    for later in range(number, FRAMES):
        rows[later + 1] = _averaged(machine, drive, rows[later], step)
    return rows[:, 0], rows[:, 1], rows[:, 2]


def _averaged(machine: Machine, drive: Drive, row: Array, step: float) -> Array:
    """A frame on, by the mean drive of a turn."""

    def gain(speed: float) -> float:
        at = np.array([max(speed, 0.0)])
        return float((drive.at(at) - machine.load.at(at))[0] / machine.inertia[0])

    before = drive.sense * row[1]
    half = before + step / 2 * gain(before)
    after = max(before + step * gain(half), 0.0)
    mean, square = (float(each[0]) for each in drive.flow(np.array([after])))
    # Mean square over mean: what flows while it flows.
    flowing = square / max(mean, 1e-9)
    return np.array([row[0] + drive.sense * step * (before + after) / 2, drive.sense * after, flowing])


def _median_build(fresh: Machine) -> Machine:
    """The build whose speed is in the middle of those that turn, its battery settled, with the median speed of
    leaving its seat.
    """
    first = drive_of(fresh)
    machine = fresh.settled(first.flow(steady_speed(first, fresh.load))[0])
    drive = drive_of(machine, first)
    journey = journey_of(machine, drive)
    # Of what travels, the one in the middle of those that get through.
    speed = np.where(journey.through, journey.top, 0.0) if journey else steady_speed(drive, machine.load)
    order = np.argsort(speed)[np.count_nonzero(speed == 0) if (speed > 0).any() else 0 :]
    leave = np.full_like(machine.leave_speed, median(machine.leave_speed))
    return one_build(replace(machine, leave_speed=leave), int(order[order.size // 2]))


def _flicker(made: Array, seconds: float) -> tuple[bool, ...]:
    """A contact that is made this share of the time, drawn from a fixed seed."""
    chance = np.random.default_rng(SEED)
    change = 1 - np.exp(-seconds / made.size / FLICKER)
    state, states = True, []
    for share in made:
        if chance.random() < change:
            state = bool(chance.random() < share)
        states.append(state)
    return tuple(states)
