"""Push and current over speed, averaged over a turn: three laws for three ways that the current follows the volts.

While the contact is made the current is i = (V - kappa s w) / R; so the means over a turn of push, current and its
square are sums of three moments: of s, of kappa s and of kappa^2 s.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Protocol

import numpy as np

from oakspin.draws import Array
from oakspin.machines.bounce import PLACES, RESTITUTIONS, bounce_table, place_of
from oakspin.machines.machine import Machine
from oakspin.machines.touch import Touch

Means = tuple[Array, Array, Array]


class Law(Protocol):
    """What a source of ``volts`` through ``ohms`` does at a speed of 0 or more, contact made or not as it comes."""

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Mean push in N m (or N), mean current in A, mean of its square in A2; shape (..., draws)."""
        ...

    def push(self, speed: Array, volts: Array, ohms: Array) -> Array:
        """The first of the means alone, at less cost where it can be had so."""
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
    pushed: Array
    back: Array
    touch: Touch

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Exact: the moments do not change with speed."""
        made = self.touch.share_at(speed)
        moments = made * self.closed, made * self.pushed, made * self.back
        return _means(moments, speed, volts, ohms)

    def push(self, speed: Array, volts: Array, ohms: Array) -> Array:
        """Exact."""
        return np.asarray(self.touch.share_at(speed) * (volts * self.pushed - speed * self.back) / ohms)


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
        return _means(self._moments(speed), speed, volts, ohms)

    def push(self, speed: Array, volts: Array, ohms: Array) -> Array:
        """Straight between the tabulated values of Gamma."""
        _, push, back = self._moments(speed)
        return np.asarray((volts * push - speed * back) / ohms)

    def _moments(self, speed: Array) -> Means:
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
        return found[..., 0], found[..., 1], found[..., 2]


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
            blocks = [slice(start, start + BLOCK) for start in range(0, draws, BLOCK)]
            each = [self._of(which).means(speed[..., which], volts[which], ohms[which]) for which in blocks]
            push, current, square = (np.concatenate(rows, axis=-1) for rows in zip(*each, strict=True))
            return push, current, square
        lead, slow = volts / ohms, speed / ohms
        parts, whole = self._parts(speed, ohms)
        settled, off, some = (np.empty_like(speed) for _ in range(3))
        goes_on = [at > 0 and part.whole and parts[at - 1].whole for at, part in enumerate(parts)] + [False]

        def enter(at: int, flowing: Array) -> None:
            """What the current of a part runs toward, and how far off it is at its start."""
            part = parts[at]
            if goes_on[at]:
                # From whole part to whole part what is off fades, and what it runs toward moves with the coupling.
                np.multiply(whole[0], off, out=off)
                np.add(off, np.multiply(slow, part.coupling - parts[at - 1].coupling, out=some), out=off)
                return
            np.subtract(lead, np.multiply(slow, part.coupling, out=some), out=settled)
            np.subtract(flowing if part.whole else part.enters * flowing, settled, out=off)

        def leave(at: int, flowing: Array) -> None:
            """The current at the end of the part, in place; not asked for between whole ones."""
            part = parts[at]
            if goes_on[at + 1]:
                return
            if goes_on[at]:
                np.subtract(lead, np.multiply(slow, part.coupling, out=some), out=settled)
            np.add(settled, np.multiply(part.faded[0], off, out=some), out=flowing)
            if not part.whole:
                flowing *= part.leaves

        # Once round: what is left of 1 A at the start, and what comes of no start, give the start that comes back.
        kept, flowing = np.ones_like(speed), np.zeros_like(speed)
        for at, part in enumerate(parts):
            kept *= part.faded[0] if part.whole else part.faded[0] * part.enters * part.leaves
            enter(at, flowing)
            leave(at, flowing)
        flowing /= np.maximum(1 - kept, 1e-12)
        # A current is what it settles at, and off that what fades. In whole parts, alike in all but their coupling,
        # the settled ones add up by the sums of the coupling; what is off is added up part by part.
        push, current, square = self._settled(parts, lead, slow)
        pushed, flowed, squared = (np.zeros_like(speed) for _ in range(3))
        for at, part in enumerate(parts):
            enter(at, flowing)
            if part.whole:
                pushed += np.multiply(part.coupling, off, out=some)
                flowed += off
                squared += np.multiply(off, off, out=some)
            else:
                _, once, twice = part.faded
                mean = part.share * (settled + off * once)
                push += part.coupling * mean
                current += mean
                square += settled * (2 * mean - part.share * settled) + part.share * off**2 * twice
            leave(at, flowing)
        _, once, twice = whole
        push += once * pushed
        current += once * flowed
        square += 2 * once * (lead * flowed - slow * pushed) + twice * squared
        made = self.touch.share_at(speed) / len(parts)
        return made * push, made * current, made * square

    @staticmethod
    def _settled(parts: list[_Part], lead: Array, slow: Array) -> Means:
        """Sums over the whole parts of push, current and its square, as if nothing lagged; shape as ``slow``."""
        coupling = np.array([part.coupling for part in parts if part.whole]).reshape(-1, lead.size)
        count, first, second = len(coupling), coupling.sum(axis=0), (coupling**2).sum(axis=0)
        current = count * lead - slow * first
        square = lead * (count * lead - 2 * slow * first) + slow**2 * second
        return lead * first - slow * second, current, square

    def push(self, speed: Array, volts: Array, ohms: Array) -> Array:
        """As the means: all three come of the same current."""
        return self.means(speed, volts, ohms)[0]

    def _of(self, which: slice) -> Lagging:
        """The law of some of the draws."""

        def cut(value: Any) -> Any:
            return value if np.ndim(value) == 0 else value[which]

        touch = Touch(cut(self.touch.made), cut(self.touch.hop_speed), cut(self.touch.slack))
        return Lagging(self.coupling[which], self.switch[which], cut(self.henries), touch)

    def _parts(self, speed: Array, ohms: Array) -> tuple[list[_Part], Means]:
        """The parts of a turn, or of its first half where the second is the same the other way round.

        With them how a current fades over a part that is closed throughout.
        """
        switch, way = self.switch.T, np.sign(self.switch).T
        effective, angles = way * self.coupling.T, len(switch)
        half = angles // 2
        if _alike(np.abs(switch[:half]), np.abs(switch[half:])) and _alike(effective[:half], effective[half:]):
            around, here = np.concatenate([switch[-1:], switch[: half + 1]]), slice(half)
        else:
            around, here = np.concatenate([switch[-1:], switch, switch[:1]]), slice(angles)
        share, effective, way = np.abs(switch[here]), effective[here], way[here]
        before, after = around[:-2], around[2:]
        # Current begins anew where the part before was open or fed the other way; it ends where the next one is open.
        begins = (before * way <= 0) | ((share < 1) & (np.abs(before) < share))
        ends = (share < 1) & (np.abs(after) < share)
        passed = 2 * np.pi / angles / np.maximum(speed, 1e-3) * ohms / self.henries
        whole, full = _fading(passed), (share == 1).all(axis=1)
        goes_on = full & ~(begins | ends).any(axis=1)
        parts = [
            _Part(
                whole=bool(goes_on[at]),
                share=share[at],
                coupling=effective[at],
                faded=whole if full[at] else _fading(passed * share[at]),
                enters=~begins[at] * 1.0,
                leaves=~ends[at] * 1.0,
            )
            for at in range(len(share))
        ]
        return parts, whole


def _alike(one: Array, other: Array) -> bool:
    """Whether tables are the same but for what rounding does."""
    return bool(np.abs(one - other).max() <= 1e-8 * np.abs(one).max())


def _fading(x: Array) -> tuple[Array, Array, Array]:
    """exp(-x), and the means of exp and of its square on the way there."""
    x = np.maximum(x, 1e-9)
    left = np.exp(-x)
    return left, (1 - left) / x, (1 - left**2) / (2 * x)


@dataclass(frozen=True)
class _Part:
    """One part of the turn: the share of it that is closed, and how current enters, runs and leaves it.

    ``faded`` holds exp(-R t/L) at its end and the means over it of that and of its square; ``enters`` is 1 where
    current goes on from the part before, ``leaves`` 1 where it goes on into the next; ``whole`` says that it is closed
    throughout and current goes on at both ends, in every draw.
    """

    whole: bool
    share: Array
    coupling: Array
    faded: Means
    enters: Array
    leaves: Array


BLOCK = 1024  # draws that a lagging law looks at in one go
SPEEDS, ROUGHLY = 8, 5  # at which a law is tabled


def tabled_at(speeds: int) -> Array:
    """Shares of the highest speed at which a law is tabled; shape (speeds, 1)."""
    return np.asarray((np.arange(speeds)[:, None] / (speeds - 1)) ** 2)


@dataclass(frozen=True)
class Tabled:
    """Means at the shares :func:`tabled_at` of a ``top`` speed (rad/s, shape (draws,)), by the cubic through four.

    ``table`` has shape (3, speeds, draws).
    """

    table: Array
    top: Array

    def means(self, speed: Array, volts: Array, ohms: Array) -> Means:
        """Those of the source that the table was made with, whatever ``volts`` and ``ohms``."""
        push, current, square = self._read(self.table, speed)
        return push, current, square

    def push(self, speed: Array, volts: Array, ohms: Array) -> Array:
        """As the means."""
        return np.asarray(self._read(self.table[0], speed))

    def _read(self, table: Array, speed: Array) -> Array:
        """A table of shape (..., speeds, draws) at speeds of shape (any, draws)."""
        speeds = table.shape[-2]
        place = np.sqrt(np.clip(speed / self.top, 0.0, 1.0)) * (speeds - 1)
        low = np.clip(np.floor(place).astype(int) - 1, 0, speeds - 4)
        t = place - low
        ahead, past = t * (t - 1), (t - 2) * (t - 3)
        weights = -(t - 1) * past / 6, t * past / 2, -ahead * (t - 3) / 2, ahead * (t - 2) / 6
        flat, at = table.reshape(*table.shape[:-2], -1), low * self.top.size + np.arange(self.top.size)
        read = weights[0] * flat[..., at]
        for step in (1, 2, 3):
            read = read + weights[step] * flat[..., at + step * self.top.size]
        return np.asarray(read)


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
    tables_over = table.touch.reshape(-1, PLACES)
    waves = np.arange(PLACES // 2 + 1)
    weight = np.where((waves == 0) | (waves == PLACES // 2), 1.0, 2.0) / PLACES**2
    heard = np.fft.rfft(tables_over, axis=1) * weight
    # psi = heavy + q forward, pi - heavy - q backward: a wave of the touch in psi is one of the machine's angle q.
    start = hop.heavy if facing >= 0 else np.pi - hop.heavy
    # exp(i k start) for every wave k.
    turn = np.cumprod(np.broadcast_to(np.exp(1j * start)[:, None], (count, waves.size)), axis=1)
    turn *= np.exp(-1j * start)[:, None]
    each = np.empty((count, len(tables), PLACES))
    for at, values in enumerate(tables):
        each[:, at] = values
    wave = np.fft.rfft(each, axis=-1)
    wave = turn[:, None] * (np.conj(wave) if facing >= 0 else wave)
    # The real part of a complex product, as one product of numbers twice as long.
    found = (
        np.hstack([heard.real, -heard.imag])
        @ np.concatenate([wave.real, wave.imag], axis=-1).reshape(-1, 2 * waves.size).T
    )
    # Each draw's own restitution lies between two that are tabulated.
    each_found = found.reshape(len(RESTITUTIONS), -1, count, len(tables))
    weights = hop.weights.T[:, :, None]
    found = each_found[0] * weights[0]
    for rows, weight in zip(each_found[1:], weights[1:], strict=True):
        found += rows * weight
    found *= hop.longer(hop.touching.T)[..., None]
    lies = np.round(np.mod(-np.pi / 2 - hop.heavy, 2 * np.pi) / (2 * np.pi) * PLACES).astype(int) % PLACES
    bare = np.broadcast_to(tables[0], (count, PLACES))[np.arange(count), lies]
    signed = facing * machine.coupling
    flung = np.stack([bare, bare * signed.mean(axis=1), bare * (signed**2).mean(axis=1)], axis=1)
    return Hopping(found, flung, machine.touch)
