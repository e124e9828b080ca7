"""Draws of the uncertain constants: one evaluation computes the whole band at once.

The draws come from a scrambled Sobol sequence, so that a band of 256 is smooth and the same
design always gets the same answer. Each constant owns a column, whoever asks for it: two
designs are compared on the same draws, and a difference between them is never chance.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri
from scipy.stats import qmc

from oakspin.constants import UNCERTAIN, Uncertain

Array = NDArray[np.float64]

TENTH = 1.2815515655446004  # the normal law's 90th percentile
HALF_NORMAL_MEDIAN = 0.6744897501960817
DRAWS = 256
SEED = 7


@lru_cache(maxsize=8)
def _normals(count: int, seed: int) -> Array:
    sobol = qmc.Sobol(len(UNCERTAIN), scramble=True, rng=seed)
    uniform = sobol.random(count)
    normals: Array = ndtri(np.clip(uniform, 1e-9, 1 - 1e-9)).T
    normals.setflags(write=False)
    return normals


@dataclass(frozen=True)
class Draws:
    """How many draws, from which seed. A count of 1 stands for the median of every constant."""

    count: int = DRAWS
    seed: int = SEED

    def normal(self, name: str) -> Array:
        """Standard normal draws of the constant's column; shape (draws,)."""
        column = list(UNCERTAIN).index(name)
        return np.zeros(1) if self.count == 1 else _normals(self.count, self.seed)[column]

    def value(self, name: str) -> Array:
        """Draws of an uncertain constant in its own unit; shape (draws,)."""
        return spread(UNCERTAIN[name], self.normal(name))

    def factor(self, name: str, times: float) -> Array:
        """Draws of a factor that one build in ten exceeds ``times``; shape (draws,)."""
        return np.asarray(times ** (self.normal(name) / TENTH))

    def magnitude(self, name: str, deviation: float) -> Array:
        """Half-normal draws of a length with this standard deviation; shape (draws,)."""
        if self.count == 1:
            return np.full(1, HALF_NORMAL_MEDIAN * deviation)
        return np.abs(self.normal(name)) * deviation


MEDIAN = Draws(count=1)


def spread(constant: Uncertain, normal: Array) -> Array:
    """Values of a constant at standard normal positions; at +-1.28 they are its low and high."""
    up = constant.high / constant.median
    down = constant.median / constant.low
    drawn = constant.median * np.where(normal > 0, up, down) ** (normal / TENTH)
    return np.minimum(drawn, constant.top)
