"""Does it start, and if not by itself, how hard must it be flicked, and which way?

At low speed the back-EMF and the air are small against push and friction: the energy that a start
needs follows from the work done on the way round, for all builds at once.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine, Rest
from oakspin.motion.drive import Drive

EASE = 0.3  # rad/s: the stir of a hand that lets go; keeps ratios of flicks finite
MOST = 10.0  # a flick ten times as fast as needed is as good as any
BEYOND = 1e3  # rad/s, a flick that no hand gives: said of what never goes


@dataclass(frozen=True)
class Start:
    """How builds start; arrays of shape (draws,).

    ``ratio`` is the flick given over the flick needed (or push over friction where nobody
    flicks): 1 and more starts. ``needed`` in rad/s the good way round; ``unaided`` the same from where it rests, when
    nobody flicks it any way, 0 where it starts by itself.
    """

    ratio: Array
    needed: Array
    unaided: Array

    @property
    def by_itself(self) -> Array:
        """In which builds it starts from rest."""
        return np.asarray((self.unaided == 0) & (self.ratio >= 1))


def start_of(machine: Machine, drive: Drive) -> Start:
    """The start test of every build."""
    dry, free = machine.load.dry, machine.free("starts") * machine.free("circuit")
    if machine.rest is None:
        ratio = free * drive.push.min(axis=1) / dry
        needed = np.where(ratio >= 1, 0.0, BEYOND)
        return Start(ratio, needed, needed)
    keeps = free * drive.stall / dry
    needed, given, unaided = _flick(machine, drive, machine.rest)
    ratio = np.minimum((given + EASE) / (needed + EASE), MOST)
    # Over a turn the push must give more than friction takes, else no flick helps.
    turns = keeps >= 1
    ratio = np.where(turns, ratio, np.minimum(keeps, 0.99))
    return Start(ratio, np.where(turns, needed, BEYOND), np.where(turns, unaided, BEYOND))


def _flick(machine: Machine, drive: Drive, rest: Rest) -> tuple[Array, Array, Array]:
    """Speed needed the good way from where it is let go, the speed that it is given there, and the speed needed from
    where it rests.
    """
    angles = machine.coupling.shape[1] if machine.coupling.shape[1] > 1 else machine.switch.shape[1]
    facing = drive.sense or 1.0
    step = 2 * np.pi / angles
    push = np.broadcast_to(drive.push, (machine.inertia.size, angles))
    if machine.cogging is not None:
        push = push + int(facing) * machine.cogging
    # Work of each step on a turn the good way, counted from the rest angle.
    start = np.round(rest.angle / step).astype(int)
    place = (start[:, None] + int(facing) * np.arange(angles)[None, :]) % angles
    along = np.take_along_axis(push, place, axis=1)
    along -= rest.weight[:, None] * np.sin(step * np.arange(angles))[None, :]
    forward = (along - machine.load.dry[:, None]) * step
    given = np.broadcast_to(np.asarray(rest.flick, float), rest.angle.shape)
    unaided = _speed(_needed(forward), machine.inertia)
    if not rest.against:
        return unaided, given, unaided
    back = (-along - machine.load.dry[:, None]) * step
    energy = 0.5 * machine.inertia * given**2
    stops = _stops_at(np.roll(back[:, ::-1], 1, axis=1), energy)
    # Flicked the wrong way it stops, is let go there, and has no flick left.
    from_there = np.take_along_axis(forward, (np.arange(angles)[None, :] - stops[:, None]) % angles, axis=1)
    return _speed(_needed(from_there), machine.inertia), np.zeros_like(given), unaided


def _needed(work: Array) -> Array:
    """Least energy to get round, over two turns; shape (draws,)."""
    gained = np.cumsum(work, axis=1)
    # The second turn begins where the first ended.
    least = gained.min(axis=1) + np.minimum(gained[:, -1], 0.0)
    return np.asarray(np.maximum(-least, 0.0))


def _stops_at(work: Array, energy: Array) -> Array:
    """Steps gone until the energy is spent; whole turns before that are left out."""
    count = work.shape[1]
    turn = -work.sum(axis=1)
    lowest = np.cumsum(work, axis=1).min(axis=1)
    whole = np.maximum(np.floor((energy + lowest) / np.maximum(turn, 1e-12)), 0.0)
    left = energy - whole * np.maximum(turn, 0.0)
    spent = left[:, None] + np.cumsum(np.concatenate([work, work], axis=1), axis=1) < 0
    return np.asarray(np.where(spent.any(axis=1), spent.argmax(axis=1), 0) % count)


def _speed(energy: Array, inertia: Array) -> Array:
    return np.sqrt(2 * energy / inertia)
