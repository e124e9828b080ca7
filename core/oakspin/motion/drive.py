"""The drive of a Machine: which way it goes, and what pushes at a speed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array, median
from oakspin.machines.machine import Machine

EVEN = 1e-6  # N m/A: a mean coupling smaller than this share of the peak cancels out


@dataclass(frozen=True)
class Drive:
    """Drive in the machine's own direction, as straight lines in the speed.

    Parameters
    ----------
    sense : float
        +1 forward (counter-clockwise as it is looked at), -1 backward, 0 when the pushes of a turn cancel.
    current : ndarray, shape (draws,), A
        While the contact is made, at rest.
    push : ndarray, shape (draws, angles)
        Torque at rest, averaged over making and breaking of the contact; positive pushes on.
    stall : ndarray, shape (draws,)
        ``push`` averaged over a turn.
    open : ndarray, shape (draws,)
        What it would be if the supply let every ampere through; more than ``stall`` at its limit.
    fall : ndarray, shape (draws,)
        What the back-EMF takes from ``open`` per unit of speed.
    hop_speed : ndarray, shape (draws,)
        Above it the contact hops and the drive falls with the square of the speed.
    back : ndarray, shape (draws,), s/rad
        What the back-EMF takes from the current, as a share per unit of speed.
    lag : ndarray or float, s
        L/R of a winding whose current is turned over twice a turn.
    """

    sense: float
    current: Array
    push: Array
    stall: Array
    open: Array
    fall: Array
    hop_speed: Array
    back: Array | float = 0.0
    lag: Array | float = 0.0

    def flows_at(self, speed: Array) -> Array:
        """Share of the standstill current that flows at a speed of 0 or more, averaged over a turn."""
        return np.asarray(np.clip(1 - self.back * speed, 0.0, 1.0) * self._risen(speed))

    def _risen(self, speed: Array) -> Array | float:
        """Share of its final value that a current reaches which is turned over every half turn, on the average.

        Source: a square wave of volts on R and L in series: 1 - (2 T / t) tanh(t / 2 T), T = L/R, t = half a turn.
        """
        if isinstance(self.lag, float) and not self.lag:
            return 1.0
        share = np.maximum(2 * self.lag * speed / np.pi, 1e-9)
        return np.asarray(1 - share * np.tanh(1 / share))

    def at(self, speed: Array) -> Array:
        """Mean torque at a speed of 0 or more; shape (..., draws)."""
        hopping = self.hop_speed / np.maximum(speed, self.hop_speed)
        return np.asarray(hopping**2 * self._risen(speed) * np.minimum(self.stall, self.open - self.fall * speed))


def senses_of(machine: Machine, parts: int) -> Array:
    """Which way each of so many equal parts of the builds is driven over a turn; shape (parts,).

    +1 forward, -1 backward, 0 where the pushes cancel.
    """
    effective = machine.effective
    draws = machine.inertia.size
    mean = np.broadcast_to(effective.mean(axis=1), draws).reshape(parts, -1)
    peak = np.broadcast_to(np.abs(effective).max(axis=1), draws).reshape(parts, -1).max(axis=1)
    typical = np.median(mean, axis=1)
    return np.asarray(np.where(np.abs(typical) > EVEN * peak, np.sign(typical), 0.0))


def sense_of(machine: Machine) -> float:
    """Which way the machine is driven over a turn: +1 forward, -1 backward, 0 when the pushes cancel."""
    effective = machine.effective
    mean = effective[:, 0] if effective.shape[1] == 1 else effective.mean(axis=1)
    typical = median(mean)
    return float(np.sign(typical)) if abs(typical) > EVEN * np.abs(effective).max() else 0.0


def drive_of(machine: Machine) -> Drive:
    """Which way the machine goes, and how hard."""
    ohms, pack = machine.total_ohms, machine.pack
    alive = machine.free("circuit")
    unlimited = alive * pack.volts_at(pack.used) / ohms
    current = np.minimum(unlimited, pack.limit)
    effective = machine.effective
    sense = sense_of(machine)
    # Where the pushes of a turn cancel, the sense of the first angle stands for "on".
    facing = sense if sense else 1.0
    push = facing * (machine.made * current)[:, None] * effective
    fall = alive * machine.made * (machine.coupling**2 * np.abs(machine.switch)).mean(axis=1) / ohms
    stall = push.mean(axis=1) if sense else np.zeros_like(ohms)
    # Averaged while current flows: the volts of the back-EMF over those that drive the current.
    switched = np.abs(machine.switch).mean(axis=1)
    reverse = np.abs((machine.coupling * machine.switch).mean(axis=1)) / np.maximum(switched, 1e-9)
    back = np.where(unlimited > pack.limit, 0.0, reverse / pack.volts_at(pack.used))
    share = unlimited / np.maximum(current, 1e-12)
    return Drive(sense, current, push, stall, stall * share, fall, machine.hop_speed, back, machine.lag)
