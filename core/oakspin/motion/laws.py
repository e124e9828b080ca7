"""Push and current over speed, averaged over a turn: three laws for three ways that the current follows the volts.

While the contact is made the current is i = (V - kappa s w) / R; so the means over a turn of push, current and its
square are sums of three moments: of s, of kappa s and of kappa^2 s.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Protocol

import numpy as np

from oakspin.draws import Array
from oakspin.machines.bounce import PLACES, bounce_table, place_of
from oakspin.machines.machine import Machine
from oakspin.machines.touch import Touch

Means = tuple[Array, Array, Array]


class Law(Protocol):
    """What a source of ``volts`` through ``ohms`` does at a speed of 0 or more, contact made or not as it comes."""

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Mean push in N m (or N), mean current in A, mean of its square in A2; shape (..., draws)."""
        ...


def _means(moments: tuple[Array, Array, Array], speed: Array, volts: Array, ohms: Array) -> Means:
    """The three means from the moments of s, kappa s and kappa^2 s."""
    closed, push, back = moments
    reverse = speed * push
    current = (volts * closed - reverse) / ohms
    square = (volts * (volts * closed - 2 * reverse) + speed**2 * back) / ohms**2
    return np.asarray((volts * push - speed * back) / ohms), np.asarray(current), np.asarray(square)


@dataclass(frozen=True)
class AtOnce:
    """The current follows at once, and the contact is made alike at every angle; moments of shape (draws,)."""

    closed: Array
    push: Array
    back: Array
    touch: Touch

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Exact: the moments do not change with speed."""
        made = self.touch.share_at(speed)
        moments = made * self.closed, made * self.push, made * self.back
        return _means(moments, speed, volts, ohms)


@dataclass(frozen=True)
class Hopping:
    """The current follows at once, and the axle touches at one part of the turn.

    ``moments``, shape (values, draws, 3), are tabulated over Gamma as the bounce is; ``flung``, shape (draws, 3), are
    those of an axle that is flung round a closed loop: what lies in the support then is always the same side of the
    lead, the heavy one.
    """

    moments: Array
    flung: Array
    touch: Touch

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Straight between the tabulated values of Gamma."""
        gamma, given = self.touch.gamma(speed), self.touch.given(speed)
        place = place_of(gamma)
        low = place.astype(int)
        draws = self.moments.shape[1]
        flat, at = self.moments.reshape(-1, 3), low * draws + np.arange(draws)
        here = flat.take(at, axis=0)
        found = here + (flat.take(at + draws, axis=0) - here) * (place - low)[..., None]
        hop = self.touch.hop
        if hop is not None and hop.closed:
            found = found + hop.flung(gamma)[..., None] * (self.flung - found)
        found = found * given[..., None]
        return _means((found[..., 0], found[..., 1], found[..., 2]), speed, volts, ohms)


@dataclass(frozen=True)
class Lagging:
    """A winding whose current lags: the exact periodic current over a turn, angle by angle.

    Within one part of the turn volts and coupling stay as they are: i runs toward (s V - kappa w) / R as exp(-R t/L);
    where the commutator is open it is nothing. ``coupling`` and ``switch`` have shape (draws, angles).
    """

    coupling: Array
    switch: Array
    henries: Array | float
    touch: Touch

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """The periodic current at every speed asked for; shape (..., draws)."""
        speed, draws = np.asarray(speed, float), self.switch.shape[0]
        if draws > BLOCK:
            # Many designs at once: a block that stays near the processor at a time.
            some = [slice(start, start + BLOCK) for start in range(0, draws, BLOCK)]
            each = [self._of(which).means(speed[..., which], volts[which], ohms[which]) for which in some]
            push, current, square = (np.concatenate(rows, axis=-1) for rows in zip(*each, strict=True))
            return push, current, square
        parts = self._parts(speed, volts, ohms)
        # Once round: what is left of 1 A at the start, and what comes of no start, give the start that comes back.
        kept, gained = np.ones_like(speed), np.zeros_like(speed)
        for part in parts:
            kept, gained = part.carried * kept, part.carried * gained + part.gained
        flowing = gained / np.maximum(1 - kept, 1e-12)
        push, current, square = (np.zeros_like(speed) for _ in range(3))
        for part in parts:
            off = part.enters * flowing - part.settled
            mean = part.share * (part.settled + off * part.once)
            push += part.coupling * mean
            current += mean
            square += part.settled * (2 * mean - part.share * part.settled) + part.share * off**2 * part.twice
            flowing = part.carried * flowing + part.gained
        made = self.touch.share_at(speed) / len(parts)
        return made * push, made * current, made * square

    def _of(self, which: slice) -> Lagging:
        """The law of some of the draws."""

        def cut(value: Any) -> Any:
            return value if np.ndim(value) == 0 else value[which]

        touch = Touch(cut(self.touch.made), cut(self.touch.hop_speed), cut(self.touch.slack))
        return Lagging(self.coupling[which], self.switch[which], cut(self.henries), touch)

    def _parts(self, speed: Array, volts: Array, ohms: Array) -> list[_Part]:
        """The parts of a turn, or of its first half where the second is the same the other way round."""
        share, effective = np.abs(self.switch).T, (np.sign(self.switch) * self.coupling).T
        before, after = np.roll(self.switch, 1, axis=1).T, np.roll(self.switch, -1, axis=1).T
        way = np.sign(self.switch).T
        # Current begins anew where the part before was open or fed the other way; it ends where the next one is open.
        begins = (before * way <= 0) | ((share < 1) & (np.abs(before) < share))
        ends = (share < 1) & (np.abs(after) < share)
        passed = 2 * np.pi / self.switch.shape[1] / np.maximum(speed, 1e-3) * ohms / self.henries
        parts, whole = [], _fading(passed)
        half = len(share) // 2
        alike = np.allclose(share[:half], share[half:]) and np.allclose(effective[:half], effective[half:])
        for each in list(zip(share, effective, begins, ends, strict=True))[: half if alike else None]:
            closed, coupling, new, last = each
            left, once, twice = whole if (closed == 1).all() else _fading(passed * closed)
            settled = (volts - coupling * speed) / ohms
            goes_on = left * ~(new | last)
            parts.append(
                _Part(closed, coupling, settled, once, twice, ~new * 1.0, goes_on, settled * (1 - left) * ~last)
            )
        return parts


def _fading(x: Array) -> tuple[Array, Array, Array]:
    """exp(-x), and the means of exp and of its square on the way there."""
    x = np.maximum(x, 1e-9)
    left = np.exp(-x)
    return left, (1 - left) / x, (1 - left**2) / (2 * x)


@dataclass(frozen=True)
class _Part:
    """One part of the turn: the share of it that is closed, and how current enters, runs and leaves it.

    ``once`` and ``twice`` are the means over it of exp(-R t/L) and of its square; ``enters`` is 1 where it goes on from
    the part before; at its end it is ``carried`` times that at its start and ``gained``.
    """

    share: Array
    coupling: Array
    settled: Array
    once: Array
    twice: Array
    enters: Array
    carried: Array
    gained: Array


BLOCK = 1024  # draws that a lagging law looks at in one go
_SPEEDS = 10
TABLED = (np.arange(_SPEEDS)[:, None] / (_SPEEDS - 1)) ** 2  # shares of the highest speed at which a law is tabled


@dataclass(frozen=True)
class Tabled:
    """Means at the shares ``TABLED`` of a ``top`` speed (rad/s, shape (draws,)), by the cubic through four of them.

    ``table`` has shape (3, speeds, draws).
    """

    table: Array
    top: Array

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Those of the source that the table was made with, whatever ``volts`` and ``ohms``."""
        place = np.sqrt(np.clip(speed / self.top, 0.0, 1.0)) * (_SPEEDS - 1)
        low = np.clip(np.floor(place).astype(int) - 1, 0, _SPEEDS - 4)
        t, draw = place - low, np.arange(self.top.size)
        weights = (
            -(t - 1) * (t - 2) * (t - 3) / 6,
            t * (t - 2) * (t - 3) / 2,
            -t * (t - 1) * (t - 3) / 2,
            t * (t - 1) * (t - 2) / 6,
        )
        near = self.table[:, low + np.arange(4).reshape(4, *([1] * low.ndim)), draw]
        push, current, square = (near * np.stack(weights)).sum(axis=1)
        return np.asarray(push), np.asarray(current), np.asarray(square)


def law_of(machine: Machine, facing: float) -> Law:
    """The law of a machine that goes the way of ``facing``, +1 or -1."""
    if np.any(machine.henries):
        shape, way = (machine.inertia.size, machine.angles.size), 1 if facing > 0 else -1
        coupling = np.broadcast_to(facing * machine.coupling, shape)[:, ::way]
        return Lagging(coupling, np.broadcast_to(machine.switch, shape)[:, ::way], machine.henries, machine.touch)
    switch = np.abs(machine.switch)
    tables = switch, facing * machine.effective, machine.coupling**2 * switch
    if machine.touch.hop is None:
        closed, push, back = (table.mean(axis=1) for table in tables)
        return AtOnce(closed, push, back, machine.touch)
    return _hopping(machine, tables, facing)


def _hopping(machine: Machine, tables: tuple[Array, Array, Array], facing: float) -> Hopping:
    """Moments over the touch at every Gamma: each table, turned to where the heavy side rises, times the touch.

    Both are sums of waves round the turn, so that the mean of their product, however turned, is a sum over the waves.
    """
    hop, count = machine.touch.hop, machine.inertia.size
    assert hop is not None
    table = bounce_table()
    touch = table.touch.mean(axis=1)
    waves = np.arange(PLACES // 2 + 1)
    weight = np.where((waves == 0) | (waves == PLACES // 2), 1.0, 2.0) / PLACES**2
    heard = np.fft.rfft(table.touch, axis=1) * weight
    # psi = heavy + q forward, pi - heavy - q backward: a wave of the touch in psi is one of the machine's angle q.
    start = hop.heavy if facing >= 0 else np.pi - hop.heavy
    turn = np.exp(1j * waves * start[:, None])
    found = np.empty((touch.size, count, 3))
    for at, each in enumerate(tables):
        wave = np.fft.rfft(np.broadcast_to(each, (each.shape[0], PLACES)), axis=1)
        wave = turn * (np.conj(wave) if facing >= 0 else wave)
        found[:, :, at] = heard.real @ wave.real.T - heard.imag @ wave.imag.T
    found *= hop.longer(np.broadcast_to(touch[:, None], (touch.size, count)))[..., None]
    lies = np.round(np.mod(-np.pi / 2 - hop.heavy, 2 * np.pi) / (2 * np.pi) * PLACES).astype(int) % PLACES
    bare = np.broadcast_to(tables[0], (count, PLACES))[np.arange(count), lies]
    signed = facing * machine.coupling
    flung = np.stack([bare, bare * signed.mean(axis=1), bare * (signed**2).mean(axis=1)], axis=1)
    return Hopping(found, flung, machine.touch)
