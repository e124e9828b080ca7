"""What instruments will read of builds: what they show, with the error of the way in which it is read."""

from __future__ import annotations

import numpy as np

from oakspin.draws import SEED, Array
from oakspin.learn.observation import SHARES, errors_of
from oakspin.measure.trial import Readings


def as_read(quantity: str, values: Array, like: Readings) -> Array:
    """What is read of a figure of many builds, each time with an error as ``like`` was read; exact where it was not.

    ``values`` of shape (draws,), in the quantity's unit.
    """
    error = errors_of(like).get(quantity, 0.0)
    noise = error * np.random.default_rng([SEED, 8]).standard_normal(len(values))
    return np.asarray(values * np.exp(noise) if quantity in SHARES else values + noise)
