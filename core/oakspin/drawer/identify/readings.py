"""What readings of any part share: how instruments err, and how a yes or no is weighed."""

from __future__ import annotations

import numpy as np
import scipy

from oakspin.draws import Array
from oakspin.parts.catalogue import METALS

SEED = 41
METAL_NAMES = tuple(METALS)
RULER = 0.3e-3  # m, to which both ends on a ruler are read
RULER_LONG = 1.5e-3  # m, the same of a tape along a length of wire
OHMS_SHARE, OHMS_LEAST = 0.01, 0.05  # a cheap meter, and the touch of its probes
VOLTS_SHARE, VOLTS_LEAST = 0.006, 0.004
SURE = 0.97  # how often a yes or no of these tests is right


def chance_of(name: str) -> np.random.Generator:
    """Return the random numbers of one sort of thing, the same in every run."""
    return np.random.default_rng([SEED, *name.encode()])


def value_of(names: tuple[str, ...], table: dict[str, float], which: Array) -> Array:
    """Look up a value for each guess by its number in ``names``; shape (guesses,)."""
    return np.asarray(np.array([table[name] for name in names], float)[which.astype(int)])


def agreement(truth: Array, claimed: bool, sure: float = SURE) -> Array:
    """Logarithm of how likely a yes or no is where ``truth`` is 0 or 1."""
    right = truth if claimed else 1 - truth
    return np.asarray(np.log(right * sure + (1 - right) * (1 - sure)))


def tells(truth: Array, noise: Array) -> Array:
    """A yes or no as it is said, 0 or 1; wrong in a few cases."""
    return np.where(noise < -1.88, 1 - truth, truth)


def even(noise: Array) -> Array:
    """Normal noise as even noise between 0 and 1."""
    return np.asarray(scipy.special.ndtr(noise))
