"""What a machine does, with draws: everything the eight judges look at."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array, median
from oakspin.heat import FOREVER, hands_off_time
from oakspin.machines.machine import Body, Machine
from oakspin.motion.drive import Drive, drive_of
from oakspin.motion.steady import spin_up_time, steady_speed
from oakspin.parts.cell import charge_at

ONE_RUN = 60.0  # s, the longest that a class looks at one run
_STAGES = (np.arange(16) + 0.5) / 16


@dataclass(frozen=True)
class Outcome:
    """A machine's behaviour; arrays of shape (draws,) in SI units.

    ``start_ratio`` is the push over the dry friction at the worst angle to start from,
    ``turn_ratio`` the same averaged over a turn. ``speed`` is that at which it settles if
    nothing throws it off. ``hands_off`` of a body that stays cool is the whole ``life``.
    """

    machine: Machine
    drive: Drive
    start_ratio: Array
    turn_ratio: Array
    speed: Array
    spin_up: Array
    hands_off: Array
    hottest: Body
    life: Array
    runs: Array

    @property
    def goes(self) -> bool:
        """Whether the median build starts by itself and keeps turning."""
        started = median(self.start_ratio) >= 1 and median(self.turn_ratio) >= 1
        return started and self.drive.sense != 0 and not self.machine.broken("starts")

    @property
    def direction(self) -> str:
        """The turning direction in words, or none."""
        if not self.goes:
            return "none"
        return self.machine.words.forward if self.drive.sense > 0 else self.machine.words.backward


def outcome_of(machine: Machine) -> Outcome:
    """Let the machine run, on paper."""
    drive = drive_of(machine)
    dry = machine.load.dry
    free = 0.0 if machine.broken("starts") else 1.0
    start_ratio = free * drive.push.min(axis=1) / dry
    turn_ratio = free * drive.stall / dry
    speed = np.where(turn_ratio >= 1, steady_speed(drive, machine.load), 0.0)
    spin_up = np.where(speed > 0, spin_up_time(drive, machine.load, machine.inertia, speed), 0.0)
    made = machine.made_at(speed)
    mean_square = made * drive.current**2
    times = [hands_off_time(body, mean_square, speed, machine.room_C) for body in machine.bodies]
    hottest = machine.bodies[int(np.argmin([median(time) for time in times]))]
    hands_off = np.min(times, axis=0)
    life = _life(machine, drive, made)
    capped = np.minimum(hands_off, np.where(life > 0, life, 3600.0))
    one_run = np.minimum(np.minimum(capped, ONE_RUN), FOREVER)
    return Outcome(
        machine=machine,
        drive=drive,
        start_ratio=start_ratio,
        turn_ratio=turn_ratio,
        speed=speed,
        spin_up=spin_up,
        hands_off=capped,
        hottest=hottest,
        life=life,
        runs=life / np.maximum(one_run, 1e-9),
    )


def _life(machine: Machine, drive: Drive, made: Array) -> Array:
    """Seconds of running until the fading battery no longer overcomes the friction."""
    pack = machine.pack
    used = pack.used + (1 - pack.used) * _STAGES[:, None]
    outer = machine.total_ohms - pack.ohms_at(pack.used)
    fresh = pack.volts_at(pack.used) / machine.total_ohms
    current = pack.volts_at(used) / (outer + pack.ohms_at(used))
    free = 0.0 if machine.broken("starts") else 1.0
    running = free * drive.stall * current / fresh >= machine.load.dry
    mean = made * current
    seconds = charge_at(pack, mean) / np.maximum(mean, 1e-9) * (1 - pack.used) / len(_STAGES)
    # Once stopped it stays stopped: nothing after the first stage that fails counts.
    return np.asarray((seconds * np.logical_and.accumulate(running, axis=0)).sum(axis=0))
