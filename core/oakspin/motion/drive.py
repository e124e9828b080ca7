"""The drive of a Machine: which way it goes, what pushes it and what flows at a speed."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import NEVER, Load, Machine
from oakspin.motion.laws import ROUGHLY, SPEEDS, Law, Means, Tabled, law_of, tabled_at

EVEN = 5e-3  # a mean coupling smaller than this share of the peak cancels out: no build overcomes friction by it
LAG_REACHES = 3.0  # how much faster than the speed without push, lag aside, a lagging current may still push
OPEN = 1e12  # ohm round a circuit that is open


@dataclass(frozen=True)
class Drive:
    """Drive in the machine's own direction.

    Parameters
    ----------
    sense : float
        +1 forward (counterclockwise as it is looked at), -1 backward, 0 when the pushes of a turn cancel.
    current : ndarray, shape (draws,), A
        While the contact is made, at rest.
    push : ndarray, shape (draws, angles)
        Torque at rest, averaged over making and breaking of the contact; positive pushes on.
    stall : ndarray, shape (draws,)
        ``push`` averaged over a turn.
    top : ndarray, shape (draws,)
        Speed at which the back-EMF leaves no push, hopping and lag aside.
    law : Law
        What is pushed and what flows at speed.
    volts, ohms : ndarray, shape (draws,)
        Of the source and round the circuit.
    limit : float, A
        What a supply lets through at most.
    """

    sense: float
    current: Array
    push: Array
    stall: Array
    top: Array
    law: Law
    volts: Array
    ohms: Array
    limit: Array | float  # one for all draws, or one for each where several supplies are run as one

    @property
    def limited(self) -> bool:
        """Whether the supply lets but so much through."""
        return bool(np.all(np.isfinite(self.limit)))

    def _means(self, speed: Array) -> Means:
        """Push, current and its square at a speed of 0 or more; at its limit a supply lets no more through."""
        found = self.law.means(speed, self.volts, self.ohms)
        if not self.limited:
            return found
        # Held at its limit a supply gives as many volts as that takes: what volts alone do, the back-EMF left out.
        held = self.limit * self.ohms
        high, low, none = (self.law.means(speed, volts, self.ohms) for volts in (held, -held, 0 * held))
        most = high[0] - none[0], high[1] - none[1], (high[2] + low[2]) / 2 - none[2]
        push, current, square = (np.minimum(one, other) for one, other in zip(found, most, strict=True))
        return push, current, square

    def at(self, speed: Array) -> Array:
        """Mean torque at a speed of 0 or more; shape (..., draws)."""
        speed = np.asarray(speed, float)
        if self.limited:
            return self._means(speed)[0]
        return self.law.push(speed, self.volts, self.ohms)

    def flow(self, speed: Array) -> tuple[Array, Array]:
        """Mean current in A and mean of its square in A2 at a speed of 0 or more, contact made or broken."""
        _, current, square = self._means(np.asarray(speed, float))
        return np.maximum(current, 0.0), np.maximum(square, 0.0)


def _shares(machine: Machine) -> Array:
    """Mean over its peak, of the coupling that the switch lets through; shape (draws,), 0 where there is none."""
    effective = machine.effective
    peak = np.abs(effective).max(axis=1)
    share = np.divide(effective.mean(axis=1), peak, out=np.zeros_like(peak), where=peak > 0)
    return np.asarray(np.broadcast_to(share, machine.inertia.size))


def senses_of(machine: Machine, parts: int) -> Array:
    """Which way each of so many equal parts of the builds is driven over a turn; shape (parts,).

    +1 forward, -1 backward, 0 where the pushes cancel.
    """
    typical = np.median(_shares(machine).reshape(parts, -1), axis=1)
    return np.asarray(np.where(np.abs(typical) > EVEN, np.sign(typical), 0.0))


def sense_of(machine: Machine) -> float:
    """Which way the machine is driven over a turn: +1 forward, -1 backward, 0 when the pushes cancel."""
    return float(senses_of(machine, 1)[0])


def drive_of(machine: Machine, before: Drive | None = None, *, roughly: bool = False) -> Drive:
    """Which way the machine goes, and how hard; ``before`` is its drive with another charge of the same battery.

    ``roughly`` says that what it does at speed need not be known well.
    """
    ohms, pack = machine.total_ohms, machine.pack
    alive = machine.free("circuit")
    volts = alive * pack.volts_at(pack.used)
    current = np.minimum(volts / ohms, pack.limit)
    effective = machine.effective
    sense = sense_of(machine)
    # Where the pushes of a turn cancel, the sense of the first angle stands for "on".
    facing = sense if sense else 1.0
    push = facing * (machine.touch.made * current)[:, None] * effective
    stall = push.mean(axis=1) if sense else np.zeros_like(ohms)
    law = before.law if before and not np.any(machine.henries) else law_of(machine, facing)
    reverse = (machine.coupling**2 * np.abs(machine.switch)).mean(axis=1)
    top = volts * np.maximum(facing * effective.mean(axis=1), 0.0) / np.maximum(reverse, 1e-30)
    if np.any(machine.henries):
        # A current that lags, fed early, still pushes where the back-EMF alone would leave nothing.
        top = np.minimum(LAG_REACHES * top, ceiling(stall, machine.load))
    # A circuit that is open brakes nothing.
    source = np.where(np.broadcast_to(alive, ohms.shape) > 0, ohms, OPEN)
    drive = Drive(sense, current, push, stall, np.minimum(top, NEVER), law, volts, source, pack.limit)
    return (
        drive
        if not np.any(machine.henries)
        else replace(drive, law=_tabled(drive, ROUGHLY if roughly else SPEEDS), limit=np.inf)
    )


def ceiling(push: Array, load: Load) -> Array:
    """Speed at which dry friction and air alone take a push (N m or N); 0 where friction does; shape (draws,)."""
    left, least = np.maximum(push - load.dry, 0.0), 1e-300
    with np.errstate(over="ignore"):
        by_square, by_air = np.sqrt(left / np.maximum(load.square, least)), left / np.maximum(load.air_4_3, least)
        return np.asarray(np.minimum(by_square, by_air**0.75))


def _tabled(drive: Drive, speeds: int) -> Tabled:
    """A law that is dear to compute, as a table up to the speed that leaves no push."""
    top = np.maximum(1.05 * drive.top, 1.0)
    return Tabled(np.stack(drive._means(top * tabled_at(speeds))), top)
