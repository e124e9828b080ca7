"""Readings of motors, and what those of one that stands hang on: how it lies, with its switch open or closed.

Source of the shares: builds with hidden faults that were run in time and stood at last; of coils with half-bare leads a
third lay open, a fifth closed, the others swung about an edge between and drew something in the mean.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from scipy.special import ndtr

from oakspin.diagnose.signs import SIDE_SIGNS
from oakspin.draws import Array

if TYPE_CHECKING:
    from oakspin.diagnose.fault_bench import Symptoms

READ = ("speed", "current", "volts")
ERRORS = {"speed": (0.08, 3.0), "current": (0.06, 0.03), "volts": (0.03, 0.03)}  # share of the value, and at least
HOPPING = 0.5  # share beside those for what hops: how fast it goes is known less well
OPEN = 0.7  # of the angles at which nothing flows: at how many of them it comes to rest
EDGES = 1.2  # how much sooner than by chance it leaves the angles at which current flows
BETWEEN = (1 / 6, 1 / 2, 5 / 6)  # of the way from open to closed, that stand for what swings about an edge
LEAST = 1e-300


def lies(open_share: Array) -> tuple[Array, Array, Array]:
    """How likely what stands lies open, swings between, and lies closed, by the share of angles at which nothing
    flows; shape (builds,) each.
    """
    opened = OPEN * open_share
    closed = (1 - open_share) * np.clip(1 - EDGES * open_share, 0, 1)
    return opened, 1 - opened - closed, closed


def log_of_reading(each: Symptoms, name: str, value: float) -> Array:
    """Logarithm of how likely a reading is of every build; shape (builds,)."""
    at = READ.index(name)
    full, none = each.readings[:, at], each.opened[:, at]
    closed = _near(value, full, _error(each, name, np.maximum(np.abs(full), abs(value))))
    share = each.shows.open_share
    if not share.any():
        return np.asarray(np.log(np.maximum(closed, LEAST)))
    one, two, three = lies(share)
    error = _error(each, name, np.full(full.shape, abs(value)))
    low, high = np.minimum(full, none), np.maximum(full, none)
    wide = np.maximum(high - low, 1e-3 * error)
    swings = (ndtr((value - low) / error) - ndtr((value - low - wide) / error)) / wide
    opened = _near(value, none, _error(each, name, np.maximum(np.abs(none), abs(value))))
    return np.asarray(np.log(np.maximum(one * opened + two * swings + three * closed, LEAST)))


def spread_of(each: Symptoms, name: str) -> tuple[Array, Array]:
    """Readings that builds may show, however they lie, and how likely each is of its build; shape (ways, builds)."""
    at = READ.index(name)
    full, none = each.readings[:, at], each.opened[:, at]
    if not each.shows.open_share.any():
        return full[None, :], np.ones((1, full.size))
    one, two, three = lies(each.shows.open_share)
    values = np.array([none, *(none + share * (full - none) for share in BETWEEN), full])
    return values, np.array([one, *(two / len(BETWEEN) for _ in BETWEEN), three])


def drawn_readings(each: Symptoms, row: int, chance: np.random.Generator) -> dict[str, float]:
    """What a meter shows of one build, lying as it may happen to; by name."""
    one, two, _ = (float(part[row]) for part in lies(each.shows.open_share))
    at = chance.random()
    share = 0.0 if at < one else chance.random() if at < one + two else 1.0
    shown = each.opened[row] + share * (each.readings[row] - each.opened[row])
    return dict(zip(READ, shown.tolist(), strict=True))


def _error(each: Symptoms, name: str, size: Array) -> Array:
    share, least = ERRORS[name]
    wide = share + HOPPING * each.shows.side_signs[:, SIDE_SIGNS.index("hops")]
    return np.asarray(np.hypot(wide * size, least))


def _near(value: float, middle: Array, error: Array) -> Array:
    """Density of the normal distribution; shape (builds,)."""
    return np.asarray(np.exp(-0.5 * ((value - middle) / error) ** 2) / (error * np.sqrt(2 * np.pi)))
