"""One heat model for all machines: bodies that warm in their own current and cool in air and into each other.

    C dT/dt = I^2 R (1 + grows T) - (still + wind sqrt(w)) T - passes (T - T of what it leans on)

with T the warming over the room. Copper's ohms grow while it warms, so that it warms faster, and all current falls
with them, so that everything warms slower. Both are straight in T here: each body alone has a closed form, and so
have two of which one leans on the other.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.draws import Array
from oakspin.machines.machine import Body

FOREVER = 1e9  # s
STEPS = 6  # of Newton's, from below, until a time is found
SOME = 28.0  # K, from a usual room to the hands-off temperature
MUCH = 0.98  # share of the heat that is left, below which a time is found once more
SOARS = 40.0  # times e to which a warmth that feeds itself is followed
STEADY = 1e-9  # W/K, below which a body gives no heat away

Row = Array | float


@dataclass(frozen=True)
class Warming:
    """Bodies as they warm; arrays of shape (draws,).

    ``squares`` are the mean squares in A2 of the current in each, as it is when all is cold; ``speed`` in rad/s or m/s.
    """

    bodies: tuple[Body, ...]
    squares: tuple[Array, ...]
    speed: Array
    room_C: float

    def rises(self, seconds: Array | float) -> tuple[Array, ...]:
        """Warming in K of each body after so many seconds."""
        weaker = self._weaker(np.asarray(seconds, float))
        curves = (self._curve(at, weaker) for at in range(len(self.bodies)))
        return tuple(np.broadcast_to(curve.at(seconds), np.shape(self.speed)) for curve in curves)

    def hands_off(self) -> tuple[Array, ...]:
        """Seconds until each body reaches the hands-off temperature; ``FOREVER`` where it never does.

        Source: limit of ISO 13732-1.
        """
        limit = HANDS_OFF_C - self.room_C
        return tuple(self._time(at, limit) for at in range(len(self.bodies)))

    def _time(self, at: int, limit: float) -> Array:
        # By how much warm copper weakens the current hangs on how long it takes: as if nothing cooled, at first.
        soon = limit * self.bodies[at].heat_capacity / np.maximum(self._watts(at), 1e-12)
        weaker = self._weaker(np.minimum(1.3 * soon, FOREVER), but=at)
        time = self._curve(at, weaker).when(limit)
        if np.mean(weaker) < MUCH:
            time = self._curve(at, self._weaker(time, but=at)).when(limit)
        return np.broadcast_to(time, np.shape(self.speed))

    def _watts(self, at: int) -> Array:
        return np.asarray(self.squares[at] * self.bodies[at].ohms)

    def _cooling(self, at: int, upto: Row = SOME) -> Array:
        """What it gives to the air for each kelvin, less what it takes up more as it warms ``upto`` K; W/K."""
        body = self.bodies[at]
        air = body.still + body.wind * np.sqrt(self.speed)
        if not np.any(body.grows):
            return np.asarray(air)
        more = ((1 + body.grows * upto) / (1 + body.falls * upto) ** 2 - 1) / upto
        return np.asarray(air - self._watts(at) * more)

    def _weaker(self, seconds: Array, but: int = -1) -> Row:
        """Mean share of the heat that is left over so many seconds, as warm copper lets less current through."""
        share: Row = 1.0
        for at, body in enumerate(self.bodies):
            if at == but or not np.any(body.falls):
                continue
            # Its own current's fall is in its cooling already; here is what the others see.
            gains, air = self._watts(at) / body.heat_capacity, self._cooling(at) / body.heat_capacity
            upto = np.clip(_Curve.alone(gains, air).at(seconds), 1.0, 1e3)
            x = self._cooling(at, upto) * seconds / body.heat_capacity
            x = np.where(np.abs(x) < 1e-6, 1e-6, x)
            x = np.maximum(x, -SOARS)
            mean = self._watts(at) * seconds / body.heat_capacity / x * (1 + np.expm1(-x) / x)
            share = share / (1 + body.falls * mean) ** 2
        return share

    def _curve(self, at: int, weaker: Row) -> _Curve:
        body = self.bodies[at]
        watts = self._watts(at) * (1.0 if np.any(body.falls) else weaker)
        gains, air = watts / body.heat_capacity, self._cooling(at) / body.heat_capacity
        partner = self._partner(at)
        if partner is None:
            return _Curve.alone(gains, air)
        other, passes = self.bodies[partner], body.passes if body.leans else self.bodies[partner].passes
        return _Curve.pair(
            (gains, air, passes / body.heat_capacity),
            (
                self._watts(partner) * weaker / other.heat_capacity,
                self._cooling(partner) / other.heat_capacity,
                passes / other.heat_capacity,
            ),
        )

    def _partner(self, at: int) -> int | None:
        """The body that it leans on, or that leans on it."""
        body = self.bodies[at]
        names = [other.name for other in self.bodies]
        if body.leans:
            return names.index(body.leans) if body.leans in names else None
        return next((place for place, other in enumerate(self.bodies) if other.leans == body.name), None)


Warms = tuple[Array, Array, Row]  # K/s at first; 1/s to the air; 1/s to the other


@dataclass(frozen=True)
class _Curve:
    """A warming: quick (1 - exp(-fast t)) + tardy (1 - exp(-slow t)), in K; arrays of shape (draws,)."""

    quick: Row
    fast: Row
    tardy: Array
    slow: Array

    @classmethod
    def alone(cls, gains: Array, air: Array) -> _Curve:
        """Of a body by itself."""
        slow = np.where(np.abs(air) < STEADY, STEADY, air)
        return cls(0.0, 1.0, gains / slow, slow)

    @classmethod
    def pair(cls, one: Warms, other: Warms) -> _Curve:
        """Of the first of two bodies that lean on each other.

        Source: two linear equations of first order, solved by their two decays.
        """
        gains, air, passes = one
        other_gains, other_air, other_passes = other
        own, its = air + passes, other_air + other_passes
        spread = np.sqrt((own - its) ** 2 / 4 + passes * other_passes)
        fast, slow = (own + its) / 2 + spread, (own + its) / 2 - spread
        slow = np.where(np.abs(slow) < STEADY, STEADY, slow)
        last = (its * gains + passes * other_gains) / (fast * slow)
        quick = (gains - slow * last) / (fast - slow)
        return cls(quick, fast, last - quick, slow)

    def at(self, seconds: Row) -> Array:
        """Warming in K after so many seconds."""
        late = self.tardy * -np.expm1(np.minimum(-self.slow * seconds, SOARS))
        return np.asarray(late - self.quick * np.expm1(-self.fast * seconds))

    def when(self, limit: float) -> Array:
        """Seconds until it has warmed by ``limit`` in K; ``FOREVER`` where it never does."""
        # What is quick is over soon: then the rest of the limit is the slow one's. From there, Newton's steps.
        rest = limit - self.quick
        share = rest / np.where(self.tardy == 0, 1e-30, self.tardy)
        never = (share >= 1) & (self.slow > 0)
        time = -np.log1p(-np.clip(share, 1e-9, 1 - 1e-12)) / self.slow
        if np.any(self.quick):
            for _ in range(STEPS):
                slowly, quickly = np.exp(np.minimum(-self.slow * time, SOARS)), np.exp(-self.fast * time)
                over = self.tardy * (1 - slowly) + self.quick * (1 - quickly) - limit
                pace = self.tardy * self.slow * slowly + self.quick * self.fast * quickly
                # No step goes back by more than half of the way.
                time = np.maximum(time - over / np.maximum(pace, 1e-12), time / 2)
        return np.asarray(np.where(never, FOREVER, np.clip(time, 0.0, FOREVER)))
