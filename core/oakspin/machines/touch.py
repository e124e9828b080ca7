"""How often a sliding contact is made: one law for feet, leads, brushes, magnets and axles that hop."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from oakspin.draws import Array
from oakspin.machines.bounce import PLACES, between_of, bounce_table, mixing, place_of

NEVER = 1e6  # rad/s, beyond anything that turns: where nothing hops, slackens or leaves its seat
FLUNG = (2.8, 3.4)  # Gamma from which, and at which wholly, an axle is flung round a closed loop


@dataclass(frozen=True)
class Hop:
    """How a rotor that lies in supports is thrown up by its heavy side; arrays of shape (draws,).

    Parameters
    ----------
    heavy : ndarray, rad
        Where its center of mass lies at machine angle 0, counterclockwise from the right.
    lasts : ndarray
        How much longer it touches than an axle on a hard support does.
    closed : bool
        Whether the support is a closed loop: it never lets the axle out, but is run round in its inside.
    restitution : ndarray
        Share of its landing speed with which it springs back.
    """

    heavy: Array
    lasts: Array
    restitution: Array
    closed: bool = False

    @cached_property
    def weights(self) -> Array:
        """Of the tabulated restitutions; shape (draws, restitutions)."""
        return mixing(self.restitution)

    @cached_property
    def landing(self) -> Array:
        """What the landings of a turn take over Gamma, in m g e; shape (draws, values)."""
        return np.asarray(self.weights @ bounce_table().landing)

    @cached_property
    def touching(self) -> Array:
        """Share of a turn in which it touches over Gamma; shape (draws, values)."""
        return np.asarray(self.weights @ bounce_table().touch.mean(axis=2))

    def leaves_at(self, depth: Array, width: Array) -> Array:
        """The least Gamma at which a hop gets over a brim ``depth`` above the seat, or beside it by ``width``; in e."""
        table = bounce_table()
        out = np.full(self.heavy.shape, np.inf)
        for rows, limit in ((table.rise, depth), (table.walk, width)):
            reach = np.maximum.accumulate(self.weights @ rows, axis=1)
            over = reach >= limit[:, None]
            last = table.gamma[-1] * limit / np.maximum(reach[:, -1], 1e-9)  # beyond the table it grows as Gamma does
            out = np.minimum(out, np.where(over.any(axis=1), table.gamma[over.argmax(axis=1)], last))
        return out

    def flung(self, gamma: Array) -> Array:
        """How far an axle in a closed loop is flung round it rather than hopping, 0 to 1."""
        low, high = FLUNG
        return np.asarray(np.clip((gamma - low) / (high - low), 0.0, 1.0) * self.closed)

    def longer(self, touch: Array) -> Array:
        """What the bounce's own share of touching is to be multiplied by."""
        return np.asarray(np.minimum(1 + (self.lasts - 1) * (1 - touch), 1 / np.maximum(touch, 1e-9)))


@dataclass(frozen=True)
class Touch:
    """Share of the time that a contact is made; arrays of shape (draws,).

    Parameters
    ----------
    made : ndarray
        At low speed.
    hop_speed : ndarray, rad/s (or m/s)
        Above it the contact hops: made (hop_speed / speed)^2 times as often; by the bounce where there is a ``hop``.
    slack : ndarray, rad/s (or m/s)
        Speed at which a contact that gives (a springing leg, a magnet over turns) is made half as often.
    hop : Hop or None
        For a rotor that lies loose in supports: its touch comes at one part of the turn.
    """

    made: Array
    hop_speed: Array
    slack: Array | float = np.inf
    hop: Hop | None = None

    @property
    def gives(self) -> bool:
        """Whether the share depends on the speed in any build."""
        return self.hop is not None or bool(np.min(self.hop_speed) < NEVER or np.min(self.slack) < np.inf)

    def gamma(self, speed: Array) -> Array:
        """What the heavy side's acceleration is in parts of gravity's."""
        return np.asarray((speed / self.hop_speed) ** 2)

    def given(self, speed: Array) -> Array:
        """Share at a speed of 0 or more, hopping aside."""
        return np.asarray(self.made / (1 + speed / self.slack))

    def share_at(self, speed: Array) -> Array:
        """Share of the time at a speed of 0 or more, averaged over a turn; shape (..., draws)."""
        if self.hop is None:
            if np.min(self.hop_speed) >= NEVER:
                return self.given(speed)
            hopping = self.hop_speed / np.maximum(speed, self.hop_speed)
            return np.asarray(self.given(speed) * hopping**2)
        gamma = self.gamma(speed)
        if np.max(gamma) <= 1:
            return self.given(speed)
        touch = between_of(self.hop.touching, place_of(gamma))
        flung = self.hop.flung(gamma)
        return np.asarray(self.given(speed) * (flung + (1 - flung) * touch * self.hop.longer(touch)))

    def share_in(self, speed: Array, angle: Array, sense: float) -> Array:
        """Share of the time while passing a machine angle (rad), going round the way of ``sense``."""
        if self.hop is None:
            return self.share_at(speed)
        gamma = self.gamma(speed)
        if np.max(gamma) <= 1:
            return self.given(speed)
        table = bounce_table()
        psi = self.hop.heavy + angle
        part = np.mod(psi if sense >= 0 else np.pi - psi, 2 * np.pi) / (2 * np.pi) * PLACES
        row, low = place_of(gamma), np.floor(part).astype(int)
        first, share, over = row.astype(int), row - row.astype(int), part - low

        weights = np.moveaxis(self.hop.weights, 0, -1)

        def at(place: Array) -> Array:
            rows = [
                values[first, place % PLACES] * (1 - share) + values[first + 1, place % PLACES] * share
                for values in table.touch
            ]
            return np.asarray(sum(weight * values for weight, values in zip(weights, rows, strict=True)))

        touch = at(low) * (1 - over) + at(low + 1) * over
        longer = self.hop.longer(between_of(self.hop.touching, row))
        flung = self.hop.flung(gamma)
        return np.asarray(self.given(speed) * np.minimum(flung + (1 - flung) * touch * longer, 1.0))
