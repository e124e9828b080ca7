"""The computed run of a design's median build, for showing."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.design import Design
from oakspin.draws import Array, Draws, median
from oakspin.machines.kinds import machine_of
from oakspin.machines.machine import Machine
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.steady import spin_up_time, steady_speed

FRAMES = 240
SHORTEST, LONGEST = 1.0, 12.0
SEED = 11
FLICKER = 0.02  # s, how long a brushing contact stays made or broken; bench experience


@dataclass(frozen=True)
class Spin:
    """A run in equal time steps. ``angle`` in rad (counter-clockwise from above positive).

    ``touching`` says whether the contact is made at that moment; ``leaves_at`` is when the moving
    part would leave its seat in s, or -1.
    """

    seconds: float
    angle: tuple[float, ...]
    speed: tuple[float, ...]
    current: tuple[float, ...]
    touching: tuple[bool, ...]
    leaves_at: float


def spin(design: Design) -> Spin:
    """Run the median build from a standing start until it is at speed. Same design, same run."""
    machine = _median_build(machine_of(design, Draws()))
    drive = drive_of(machine)
    moves = drive.sense != 0 and not machine.broken("starts")
    speed = steady_speed(drive, machine.load) if moves else np.zeros(1)
    reach = spin_up_time(drive, machine.load, machine.inertia, speed)
    seconds = float(np.clip(1.8 * reach[0], SHORTEST, LONGEST))
    if not moves or machine.broken("circuit"):
        still = (0.0,) * (FRAMES + 1)
        return Spin(seconds, still, still, still, (not machine.broken("circuit"),) * (FRAMES + 1), -1.0)
    trace = simulate(machine, seconds, FRAMES)
    fast = np.abs(trace.speed[:, 0])
    beyond = np.flatnonzero(fast > machine.leave_speed[0])
    made = machine.made_at(fast[:, None])[:, 0]
    return Spin(
        seconds=seconds,
        angle=tuple(np.round(trace.angle[:, 0], 4).tolist()),
        speed=tuple(np.round(trace.speed[:, 0], 3).tolist()),
        current=tuple(np.round(trace.current[:, 0], 3).tolist()),
        touching=_flicker(made, seconds),
        leaves_at=float(trace.time[beyond[0], 0]) if beyond.size else -1.0,
    )


def _median_build(machine: Machine) -> Machine:
    """The build whose speed is in the middle of all builds, with the median speed of leaving its seat."""
    speed = steady_speed(drive_of(machine), machine.load)
    middle = int(np.argsort(speed)[speed.size // 2])
    leave = np.full_like(machine.leave_speed, median(machine.leave_speed))
    return replace(machine, leave_speed=leave).one_build(middle)


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
