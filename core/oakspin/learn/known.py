"""What is known of constants that several motors share: a normal law, added up from what each rotor told.

Every rotor's trials give a share of information of their own, a :class:`Site`. Shares add up, in any order; a trial
struck out takes its share with it whole.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array

Key = tuple[str, str]  # a constant's name, and whose the component is


@dataclass(frozen=True)
class Site:
    """What one rotor's trials say of shared components: precision beyond the prior, and its product with the mean.

    Shapes (keys, keys) and (keys,).
    """

    keys: tuple[Key, ...]
    precision: Array
    shift: Array
    trials: int

    def only(self, kept: Iterable[Key]) -> Site:
        """The site of some of its components, the others being left open as they were before."""
        kept = set(kept)
        inside = [at for at, key in enumerate(self.keys) if key in kept]
        outside = [at for at, key in enumerate(self.keys) if key not in kept]
        if not outside:
            return self
        across = self.precision[np.ix_(inside, outside)]
        spread = np.linalg.inv(np.eye(len(outside)) + self.precision[np.ix_(outside, outside)])
        return Site(
            keys=tuple(self.keys[at] for at in inside),
            precision=self.precision[np.ix_(inside, inside)] - across @ spread @ across.T,
            shift=self.shift[inside] - across @ spread @ self.shift[outside],
            trials=self.trials,
        )


@dataclass(frozen=True)
class SharedLaw:
    """A normal law of shared components; those that it does not name are standard normal."""

    keys: tuple[Key, ...]
    mean: Array
    covariance: Array
    trials: int

    def law(self, keys: tuple[Key, ...]) -> tuple[Array, Array]:
        """Mean of these components, and a root of their covariance; shapes (keys,) and (keys, keys)."""
        at = {key: place for place, key in enumerate(self.keys)}
        mean, covariance = np.zeros(len(keys)), np.eye(len(keys))
        rows = [row for row, key in enumerate(keys) if key in at]
        places = [at[keys[row]] for row in rows]
        mean[rows] = self.mean[places]
        covariance[np.ix_(rows, rows)] = self.covariance[np.ix_(places, places)]
        return mean, np.asarray(np.linalg.cholesky(covariance), float)


NOTHING = SharedLaw((), np.zeros(0), np.zeros((0, 0)), 0)


def joined(sites: Iterable[Site]) -> SharedLaw:
    """All that sites say together. Source: normal laws multiply by adding precisions."""
    listed = [site for site in sites if site.keys]
    if not listed:
        return NOTHING
    keys = tuple(sorted({key for site in listed for key in site.keys}))
    at = {key: place for place, key in enumerate(keys)}
    precision, shift = np.eye(len(keys)), np.zeros(len(keys))
    for site in listed:
        places = [at[key] for key in site.keys]
        precision[np.ix_(places, places)] += site.precision
        shift[places] += site.shift
    covariance = np.linalg.inv(precision)
    covariance = (covariance + covariance.T) / 2
    return SharedLaw(keys, covariance @ shift, covariance, sum(site.trials for site in listed))
