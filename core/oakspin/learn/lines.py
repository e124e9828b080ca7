"""Readings as straight lines of what is uncertain: what a rotor says of constants that others share, and how its runs
lie apart.

Lines are fitted through a cloud of builds that closes in on the posterior. Source: A. Garcia-Fernandez et al., IEEE
Trans. Signal Process. 63, 5561 (2015).
"""

from __future__ import annotations

import numpy as np

from oakspin.draws import SEED, Array
from oakspin.learn.known import NOTHING, SharedLaw, Site
from oakspin.learn.rotor import LinearFit, Rotor
from oakspin.learn.scatter import (
    LEAST_CHANCE,
    RunErrors,
    chances_of,
)

CLOUD, ROUNDS, WIDER = 256, 4, 2.0
RIDGE = 1e-3


def line_of(rotor: Rotor, known: SharedLaw, seed: int = SEED) -> LinearFit | None:
    """Straight lines through what the builds near the posterior show; none where too few builds run.

    The components of one constant share its slope: they are told apart by their shares alone.
    """
    if not len(rotor.values):
        return None
    chance = np.random.default_rng([seed, 1])
    prior_mean, prior_root = rotor.prior(known)
    mean, root = prior_mean, prior_root
    inverse = np.linalg.inv(prior_root @ prior_root.T)
    line: LinearFit | None = None
    for _ in range(ROUNDS):
        z = mean + chance.standard_normal((CLOUD, len(mean))) @ root.T
        prediction = rotor.prediction_at(z)
        counted = prediction.turns & np.isfinite(prediction.readings).all(axis=1)
        if counted.sum() < 2 * len(rotor.names):
            return line
        line = _fitted(rotor, z[counted], prediction.readings[counted])
        noise, shift = usual_errors(rotor, line, prior_mean, prior_root)
        gain = np.linalg.solve(noise + rotor.in_common(line.missed), line.slope.T).T
        covariance = np.linalg.inv(inverse + gain @ line.slope.T)
        covariance = (covariance + covariance.T) / 2
        mean = covariance @ (inverse @ prior_mean + gain @ (rotor.values - line.at - shift))
        root = np.asarray(np.linalg.cholesky(WIDER * covariance), float)
    return line


def likely_errors(
    rotor: Rotor, line: LinearFit, mean: Array, root: Array, *, every: bool = False
) -> tuple[RunErrors, Array]:
    """Errors at the spreads that the readings leave likely by straight lines, or at every one, and the chance of each;
    ``mean`` and ``root`` are of the components' law before.
    """
    errors, shown = rotor.errors(line), line.slope.T @ root
    off = (line.at + mean @ line.slope - rotor.values)[None, :]
    wide = RunErrors(errors.spreads, errors.covariance + shown @ shown.T + rotor.in_common(line.missed), errors.fades)
    chances = chances_of(wide.judge().by_spread(off)[0])
    kept = np.flatnonzero(chances > (-1.0 if every else LEAST_CHANCE))
    return errors.some(kept), chances[kept] / chances[kept].sum()


def usual_errors(rotor: Rotor, line: LinearFit, mean: Array, root: Array) -> tuple[Array, Array]:
    """Covariance of errors in the mean over likely spreads, and by how much a fading cell moves the readings."""
    errors, chances = likely_errors(rotor, line, mean, root)
    return errors.mean(chances), errors.shift


def _fitted(rotor: Rotor, z: Array, readings: Array) -> LinearFit:
    positions = rotor.positions(z)
    table = np.array([positions[name] for name in rotor.names]).T
    middle, centre = table.mean(axis=0), readings.mean(axis=0)
    away, shown = table - middle, readings - centre
    square = away.T @ away / len(z) + RIDGE * np.eye(len(rotor.names))
    slopes = np.linalg.solve(square, away.T @ shown / len(z))
    missed = np.sqrt(((shown - away @ slopes) ** 2).mean(axis=0))
    rows = dict(zip(rotor.names, slopes, strict=True))
    slope = np.array([rows[each.name] * np.sqrt(each.share) for each in rotor.components])
    return LinearFit(centre - middle @ slopes, slope, missed)


def site_of(rotor: Rotor, seed: int = SEED) -> Site:
    """What the rotor's trials say of what other rotors share with it, its own build integrated out."""
    line = line_of(rotor, NOTHING, seed)
    count = len(rotor.observations)
    if line is None:
        return Site((), np.zeros((0, 0)), np.zeros(0), count)
    shared = rotor.shared_at
    own = [at for at in range(len(rotor.components)) if at not in shared]
    noise, shift = usual_errors(rotor, line, *rotor.prior(NOTHING))
    noise = noise + rotor.in_common(line.missed) + line.slope[own].T @ line.slope[own]
    gain = np.linalg.solve(noise, line.slope[shared].T).T
    precision = gain @ line.slope[shared].T
    return Site(rotor.shared, (precision + precision.T) / 2, gain @ (rotor.values - line.at - shift), count)
