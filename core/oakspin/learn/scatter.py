"""How far runs of one rotor lie apart: in its contacts, in the time they touch, in friction, and by a cell that fades.

Each sort has one spread a rotor, log-normal and learned with all else. Readings are held against every spread on a grid
of its law, so that no draw has to be moved for it: the covariance of readings is one of a few, each with its chance.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import product
from typing import get_args

import numpy as np
import scipy  # loads scipy.special at its first use: the server starts without it
from numpy.typing import NDArray

from oakspin.constants import SCATTER_LOG, UNCERTAIN, Scatter
from oakspin.draws import Array

Places = NDArray[np.int64]

# The last is what else differs from run to run, however little contacts and friction move it: how it was set down,
# warm wire, a draft. It scatters what is read itself.
REST = "rest"
SORTS: tuple[str, ...] = (*get_args(Scatter), REST)
# Of a figure, in a usual rotor; counts of the same motor on benches, a slow meter's needle read by eye.
REST_SHARES = {"speed": 0.04, "gate_time": 0.05, "mean_current": 0.06}
NODES = (-1.35, -0.45, 0.45, 1.35)  # of a spread's logarithm, in standard deviations: from a third to three times
LEAST_CHANCE = 1e-4  # below which a node is left out
# Volts that a cell loses from one trial to the next, in standard deviations of a new cell's volts: some 5 mV, give or
# take 4, as alkaline cells lose over half a minute of an ampere or two.
FADE, FADE_SPREAD = 0.2, 0.16


@dataclass(frozen=True)
class Spreads:
    """Which spreads a rotor's runs may have: ``ratios`` of the variance of a usual rotor's, shape (nodes, sorts), each
    with the logarithm of its chance.
    """

    ratios: Array
    log_chance: Array

    def some(self, kept: Places) -> Spreads:
        """Those at these places."""
        return Spreads(self.ratios[kept], self.log_chance[kept])


def spreads_of(sorts: frozenset[str]) -> Spreads:
    """All spreads of a rotor whose constants are of these sorts; the usual one of sorts that it has not."""
    steps = [NODES if sort in sorts else (0.0,) for sort in SORTS]
    nodes = np.array(list(product(*steps)))
    return Spreads(np.exp(2 * SCATTER_LOG * nodes), np.log(chances_of(-0.5 * (nodes**2).sum(axis=1))))


def sorts_of(names: tuple[str, ...]) -> frozenset[str]:
    """The sorts of scatter that a rotor with these constants has."""
    return frozenset((REST, *(sort for name in names if (sort := UNCERTAIN[name].scatters))))


@dataclass(frozen=True)
class RunErrors:
    """Errors of a rotor's readings at every spread that its runs may have.

    Parameters
    ----------
    spreads : Spreads
    covariance : ndarray, shape (nodes, readings, readings)
    fades : ndarray, shape (readings,)
        By how much readings move for each standard deviation that the cell's volts lose a trial; its spread is in the
        covariance, its middle is not.
    """

    spreads: Spreads
    covariance: Array
    fades: Array

    @property
    def shift(self) -> Array:
        """By how much a battery that fades as usual moves the readings; shape (readings,)."""
        return np.asarray(FADE * self.fades)

    @property
    def root(self) -> tuple[Array, Array]:
        """What makes errors independent, shape (readings, nodes x readings), and the logarithm of each determinant."""
        roots = np.linalg.cholesky(self.covariance)
        whitens = np.linalg.inv(roots)
        nodes, count, _ = whitens.shape
        logs = 2 * np.log(np.einsum("gii->gi", roots)).sum(axis=1)
        return whitens.transpose(2, 0, 1).reshape(count, nodes * count), logs

    def judge(self) -> RunJudge:
        """What holds readings against all spreads, many builds at once."""
        whitens, logs = self.root
        return RunJudge(whitens, self.spreads.log_chance - 0.5 * logs, self.shift)

    def mean(self, chances: Array) -> Array:
        """The covariance in the mean over spreads of these chances; shape (readings, readings)."""
        return np.asarray(np.einsum("g,gij->ij", chances, self.covariance))

    def some(self, kept: Places) -> RunErrors:
        """At some of the spreads."""
        return RunErrors(self.spreads.some(kept), self.covariance[kept], self.fades)


@dataclass(frozen=True)
class RunJudge:
    """Holds readings against all spreads: what makes errors independent, and each spread's own logarithm of chance."""

    whitens: Array
    log_chance: Array
    shift: Array

    def by_spread(self, off: Array) -> Array:
        """Logarithm of how likely readings so far ``off``, shape (draws, readings), are with each spread.

        Shape (draws, nodes).
        """
        moved = off + self.shift
        nodes = len(self.log_chance)
        square = ((moved @ self.whitens).reshape(len(off), nodes, -1) ** 2).sum(axis=2)
        return np.asarray(self.log_chance - 0.5 * square)

    def log_likelihood(self, off: Array) -> Array:
        """As :meth:`by_spread`, all spreads together; shape (draws,)."""
        return np.asarray(scipy.special.logsumexp(self.by_spread(off), axis=1))


def chances_of(logs: Array) -> Array:
    """Chances out of logarithms, along the last axis, which add up to 1."""
    return np.asarray(scipy.special.softmax(logs, axis=-1))
