"""Draws of the uncertain constants: one evaluation computes the whole band at once.

Each constant's draws are the middles of equal slices of its law, in an order of its own that follows from seed and
name: that of a net which fills the most telling dimensions evenly, or of a Latin hypercube where their number makes no
net. So every band of a single constant is exact, the same design always gets the same answer, and two designs are
compared on the same draws: a difference between them is never chance. Source: M. McKay et al., Technometrics 21, 239
(1979); I. Sobol, USSR Comput. Math. Math. Phys. 7, 86 (1967).
"""

from __future__ import annotations

import zlib
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache

import numpy as np
import scipy  # loads scipy.special at its first use: the server starts without it
from numpy.typing import NDArray

from oakspin import sobol
from oakspin.constants import TENTH, UNCERTAIN, Uncertain

Array = NDArray[np.float64]

HALF_NORMAL_MEDIAN = 0.6744897501960817
DRAWS = 1024  # so many that another seed changes no share of builds by 0.02; decision 015
SEED = 7


@lru_cache(maxsize=256)
def _normals(name: str, count: int, seed: int) -> Array:
    chance = np.random.default_rng([seed, zlib.crc32(name.encode())])
    # A net turned over by a number of its own, else an order by chance: every slice of the law once, either way.
    order = (
        sobol.order(name, count) ^ int(chance.integers(count))
        if sobol.known(name, count)
        else chance.permutation(count)
    )
    normals: Array = scipy.special.ndtri((order + 0.5) / count)
    normals.setflags(write=False)
    return normals


@lru_cache(maxsize=256)
def _values(name: str, draws: Draws) -> Array:
    drawn = spread(UNCERTAIN[name], draws.normal(name))
    drawn.setflags(write=False)
    return drawn


@dataclass(frozen=True, eq=False)
class Learned:
    """Where trials have moved the draws: positions by the constant's name, each of shape (draws,), in any order.

    Constants that are not named keep the law that they had. ``beyond``, by figure of shape (draws,), is what a bench
    was found to show beyond the model, as a logarithm.
    """

    positions: Mapping[str, Array]
    beyond: Mapping[str, Array] = field(default_factory=dict)

    @cached_property
    def count(self) -> int:
        """How many draws there are."""
        return len(next(iter(self.positions.values())))


@dataclass(frozen=True)
class Draws:
    """How many draws, from which seed. A count of 1 stands for the median of every constant.

    ``typical`` draws are all alike, each the median; ``pattern`` draws are the same so many over and
    over: both for many designs run side by side. ``learned`` draws take their positions from there, the first so many.
    """

    count: int = DRAWS
    seed: int = SEED
    typical: bool = False
    pattern: int = 0
    learned: Learned | None = None

    def fewer(self, count: int) -> Draws:
        """So many draws of the same law."""
        return replace(self, count=min(count, self.learned.count) if self.learned else count)

    def normal(self, name: str) -> Array:
        """Standard normal draws of the constant, or learned ones; shape (draws,)."""
        known = self.learned.positions.get(name) if self.learned else None
        if self.typical or self.count == 1:
            return np.full(self.count, 0.0 if known is None else np.median(known))
        if self.pattern:
            one = _normals(name, self.pattern, self.seed) if known is None else known[: self.pattern]
            return np.tile(one, self.count // self.pattern)
        return _normals(name, self.count, self.seed) if known is None else known[: self.count]

    def beyond(self) -> dict[str, Array]:
        """By figure, times what the model gives that the bench shows, each of shape (draws,)."""
        found = {}
        for figure, known in self.learned.beyond.items() if self.learned else ():
            if self.typical or self.count == 1:
                rows = np.full(self.count, np.median(known))
            elif self.pattern:
                rows = np.tile(known[: self.pattern], self.count // self.pattern)
            else:
                rows = known[: self.count]
            found[figure] = np.exp(rows)
        return found

    def share(self, name: str) -> Array:
        """Evenly spread draws between 0 and 1; shape (draws,)."""
        return np.asarray(scipy.special.ndtr(self.normal(name)))

    def value(self, name: str) -> Array:
        """Draws of an uncertain constant in its own unit; shape (draws,), not to be written to."""
        return spread(UNCERTAIN[name], self.normal(name)) if self.learned else _values(name, self)

    def factor(self, name: str, times: float) -> Array:
        """Draws of a factor that one build in ten exceeds ``times``; shape (draws,)."""
        return np.asarray(times ** (self.normal(name) / TENTH))

    def magnitude(self, name: str, deviation: float) -> Array:
        """Half-normal draws of a length with this standard deviation; shape (draws,)."""
        if self.typical or self.count == 1:
            known = self.learned.positions.get(name) if self.learned else None
            middle = HALF_NORMAL_MEDIAN if known is None else float(np.median(np.abs(known)))
            return np.full(self.count, middle * deviation)
        return np.abs(self.normal(name)) * deviation


MEDIAN = Draws(count=1)


def median(values: Array) -> float:
    """The median of draws, without the general function's cost: it is asked for in every sentence."""
    ordered = np.sort(values)
    half = ordered.size // 2
    return float(ordered[half] if ordered.size % 2 else (ordered[half - 1] + ordered[half]) / 2)


@dataclass(frozen=True, eq=False)
class Recorded(Draws):
    """Draws that note which constants are asked for: those that a machine depends on."""

    names: set[str] = field(default_factory=set)

    # Equal to nothing but itself: what was computed for equal draws before would be taken, and nothing be noted.
    __hash__ = object.__hash__
    __eq__ = object.__eq__

    def normal(self, name: str) -> Array:
        """As :meth:`Draws.normal`."""
        self.names.add(name)
        return super().normal(name)


def quantiles(rows: Array, shares: tuple[float, ...], among: NDArray[np.bool_] | None = None) -> Array:
    """Quantiles along the last axis, linear between neighbours; shape (..., shares).

    ``among``, of a shape that broadcasts to that of ``rows``, says which draws count; where none does, all do.
    """
    if among is None:
        ordered, last = np.sort(rows, axis=-1), np.asarray(rows.shape[-1] - 1)
    else:
        counted = np.broadcast_to(among | ~among.any(axis=-1, keepdims=True), rows.shape)
        ordered = np.sort(np.where(counted, rows, np.inf), axis=-1)
        last = counted.sum(axis=-1) - 1
    place = np.asarray(shares) * last[..., None]
    low = np.broadcast_to(np.floor(place).astype(int), (*rows.shape[:-1], len(shares)))
    high = np.minimum(low + 1, last[..., None])
    below, above = np.take_along_axis(ordered, low, axis=-1), np.take_along_axis(ordered, high, axis=-1)
    return np.asarray(below + (above - below) * (place - low))


def spread(constant: Uncertain, normal: Array) -> Array:
    """Values of a constant at standard normal positions; at +-1.28 they are its low and high."""
    up = constant.high / constant.median
    down = constant.median / constant.low
    drawn = constant.median * np.where(normal > 0, up, down) ** (normal / TENTH)
    return np.minimum(drawn, constant.top)
