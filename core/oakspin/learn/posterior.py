"""What the trials of one rotor teach: all of them as one likelihood, and the draws that it leaves.

Draws are moved from the prior to the posterior by tempering. Source: tempered sequential Monte Carlo, P. Del Moral,
A. Doucet, A. Jasra, J. R. Stat. Soc. B 68, 411 (2006); moves that leave a normal prior as it is: A. Beskos et al.,
Stoch. Dyn. 8, 319 (2008).
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from oakspin.constants import UNCERTAIN
from oakspin.draws import SEED, Array, Draws, Learned
from oakspin.errors import Fault, Refusal
from oakspin.learn.components import CARRIED, components_of
from oakspin.learn.known import SharedLaw
from oakspin.learn.lines import likely_errors, line_of
from oakspin.learn.rotor import LinearFit, Rotor
from oakspin.learn.scatter import (
    FADE,
    FADE_SPREAD,
    REST,
    REST_SHARES,
    SORTS,
    RunErrors,
    RunJudge,
    chances_of,
    sorts_of,
    spreads_of,
)
from oakspin.machines.machine import Mask

PARTICLES = 512
MOVES = 6  # at each temperature; with fewer the bands look sure and are wrong
HALF = 0.5  # of the draws that count at each step to the next temperature
ACCEPTED = 0.25
MOST_STEPS = 40
LEAST_DRAWS = 32  # different ones, below which the answer is not to be trusted
UNSPOKEN, REFRESHED = 0.3, 4  # of a standard error by which a reading moves, below which it says nothing; moves

Progress = Callable[[float], None]


@dataclass(frozen=True)
class RunsApart:
    """Of every draw, how its runs lie apart from each other and from the model.

    ``ratios``, shape (draws, sorts), are variances from run to run beside a usual rotor's; ``fade``, shape (draws,),
    what the cell loses a trial in standard deviations of a new one's volts; ``off``, by quantity of shape (draws,),
    what the bench shows beyond the model in all runs alike, of a logarithm for shares.
    """

    ratios: Array
    fade: Array
    off: dict[str, Array]


@dataclass(frozen=True)
class Posterior:
    """Draws of a rotor's components as its trials leave them; ``z`` of shape (draws, components).

    ``different`` is how many of the draws are not copies of one another, ``looks`` how often all of them were run.
    """

    rotor: Rotor
    z: Array
    line: LinearFit | None
    apart: RunsApart
    different: int
    looks: int


def learned(rotor: Rotor, known: SharedLaw, *, seed: int = SEED, progress: Progress | None = None) -> Posterior:
    """Move draws of the prior to what the rotor's trials leave.

    Raises
    ------
    Refusal
        When too few different draws are left to tell anything.
    """
    chance = np.random.default_rng([seed, 2])
    mean, root = rotor.prior(known)
    line = line_of(rotor, known, seed)
    errors, noise = rotor.errors(None), np.zeros((0, 0))
    if line is not None:
        errors, chances = likely_errors(rotor, line, mean, root)
        noise = errors.mean(chances)
    judge = errors.judge()

    def weigh(u: Array) -> Array:
        prediction = rotor.prediction_at(mean + u @ root.T)
        found = prediction.seen
        if len(rotor.values):
            found = found + judge.log_likelihood(prediction.readings - rotor.values)
        return np.where(np.isfinite(found), found, -1e9)

    u = chance.standard_normal((PARTICLES, len(mean)))
    likely, heat, step, looks = weigh(u), 0.0, 0.5, 1
    for _ in range(MOST_STEPS):
        onward = _next(likely, heat)
        weights = np.exp((onward - heat) * (likely - likely.max()))
        chosen = _resampled(weights / weights.sum(), chance)
        u, likely, heat = u[chosen], likely[chosen], onward
        for _ in range(MOVES):
            fresh = np.sqrt(1 - step**2) * u + step * chance.standard_normal(u.shape)
            shown = weigh(fresh)
            looks += 1
            taken = np.log(chance.random(len(u))) < heat * (shown - likely)
            u, likely = np.where(taken[:, None], fresh, u), np.where(taken, shown, likely)
            step = float(np.clip(step * np.exp(taken.mean() - ACCEPTED), 0.02, 0.95))
        if progress:
            progress(heat)
        if heat >= 1:
            break
    # What no reading speaks of has been thinned out with the rest: it is drawn anew.
    flat = _unspoken(rotor, line, root, noise)
    wide = 0.95
    for _ in range(REFRESHED if flat.any() and heat >= 1 else 0):
        fresh = u.copy()
        fresh[:, flat] = np.sqrt(1 - wide**2) * u[:, flat] + wide * chance.standard_normal((len(u), int(flat.sum())))
        shown = weigh(fresh)
        looks += 1
        taken = np.log(chance.random(len(u))) < shown - likely
        u, likely = np.where(taken[:, None], fresh, u), np.where(taken, shown, likely)
        wide = float(np.clip(wide * np.exp(taken.mean() - ACCEPTED), 0.1, 0.95))
    different = len(np.unique(u.round(9), axis=0))
    if heat < 1 or different < LEAST_DRAWS:
        hint = "Look at the readings again: one of them may be wrong, or strike trials out."
        limit = f"{LEAST_DRAWS} different builds that explain these trials"
        raise Refusal([Fault("/trials", f"{different} builds", limit, hint)])
    z = mean + u[chance.permutation(len(u))] @ root.T
    return Posterior(rotor, z, line, _apart(rotor, errors, judge, z, chance), different, looks + 1)


def _apart(rotor: Rotor, errors: RunErrors, judge: RunJudge, z: Array, chance: np.random.Generator) -> RunsApart:
    """For every build drawn, how its runs lie apart, as its readings leave it."""
    count = len(z)
    if not len(rotor.values):
        spreads = spreads_of(sorts_of(rotor.names))
        places = chance.choice(len(spreads.ratios), count, p=np.exp(spreads.log_chance))
        return RunsApart(spreads.ratios[places], FADE + FADE_SPREAD * chance.standard_normal(count), {})
    off = rotor.prediction_at(z).readings - rotor.values
    likely = np.where(np.isfinite(off).all(axis=1, keepdims=True), judge.by_spread(np.nan_to_num(off)), 0.0)
    left_over = np.cumsum(chances_of(likely), axis=1) - chance.random((count, 1))
    places = np.minimum(np.count_nonzero(left_over <= 0, axis=1), len(errors.spreads.ratios) - 1)
    # What is common to all runs, given what each reading is still off by: the normal law's conditional mean and spread.
    listed = [reading for each in rotor.observations for reading in each.readings]
    quantities = sorted(set(rotor.quantities))
    columns = [FADE_SPREAD * errors.fades]
    columns += [np.array([row.model * (row.quantity == name) for row in listed]) for name in quantities]
    common = np.array(columns)
    pulls = np.linalg.solve(errors.covariance, np.broadcast_to(common.T, (len(errors.covariance), *common.T.shape)))
    left = np.eye(len(common)) - common @ pulls
    missed = -(np.nan_to_num(off) + FADE * errors.fades)
    middle = np.einsum("drc,dr->dc", pulls[places], missed)
    roots = np.linalg.cholesky((left + left.transpose(0, 2, 1)) / 2 + 1e-9 * np.eye(len(common)))
    drawn = middle + np.einsum("dij,dj->di", roots[places], chance.standard_normal((count, len(common))))
    scale = {name: next(row.model for row in listed if row.quantity == name) for name in quantities}
    model = {name: scale[name] * drawn[:, 1 + at] for at, name in enumerate(quantities)}
    return RunsApart(errors.spreads.ratios[places], FADE + FADE_SPREAD * drawn[:, 0], model)


def _unspoken(rotor: Rotor, line: LinearFit | None, root: Array, noise: Array) -> Mask:
    """Components, as they are moved, that hardly show in any reading; none where nothing was read."""
    if line is None:
        return np.zeros(len(rotor.components), bool)
    slope = root.T @ line.slope
    return np.asarray(np.sqrt(np.einsum("ci,ij,cj->c", slope, np.linalg.inv(noise), slope)) < UNSPOKEN, bool)


def _next(likely: Array, heat: float) -> float:
    """The next temperature: where half of the draws still count."""

    def counting(onward: float) -> float:
        weights = np.exp((onward - heat) * (likely - likely.max()))
        return float(weights.sum() ** 2 / (weights**2).sum())

    if counting(1.0) >= HALF * len(likely):
        return 1.0
    low, high = heat, 1.0
    for _ in range(50):
        middle = (low + high) / 2
        low, high = (middle, high) if counting(middle) >= HALF * len(likely) else (low, middle)
    return high


def _resampled(weights: Array, chance: np.random.Generator) -> Array:
    """Systematic resampling: places of the draws that go on."""
    at = (np.arange(len(weights)) + chance.random()) / len(weights)
    return np.minimum(np.searchsorted(np.cumsum(weights), at), len(weights) - 1)


def repeats_within(posterior: Posterior, quantity: str) -> Array:
    """How far apart runs lie in a quantity, as a standard deviation of its logarithm, by draw; shape (draws,).

    0 where no trial read it.
    """
    rotor, line = posterior.rotor, posterior.line
    if line is None or quantity not in rotor.quantities:
        return np.zeros(len(posterior.z))
    at, ratios = rotor.quantities.index(quantity), posterior.apart.ratios
    square = REST_SHARES.get(quantity, 0.0) ** 2 * ratios[:, SORTS.index(REST)]
    for name in rotor.names:
        constant = UNCERTAIN[name]
        if constant.scatters:
            slope = float(rotor.slope_of(name, line)[at])
            square = square + constant.anew * slope**2 * ratios[:, SORTS.index(constant.scatters)]
    return np.asarray(np.sqrt(square))


def again(posterior: Posterior, seed: int = SEED) -> Draws:
    """Draws of this rotor run again: all that stays as learned, what a run draws anew is anew."""
    rotor, z = posterior.rotor, posterior.z
    chance = np.random.default_rng([seed, 3])
    stays = rotor.positions(z)
    found = {}
    for name in rotor.names:
        constant = UNCERTAIN[name]
        fresh = chance.standard_normal(len(z))
        if constant.scatters:
            ratio = posterior.apart.ratios[:, SORTS.index(constant.scatters)]
            found[name] = stays[name] + np.sqrt(constant.anew * ratio) * fresh
        elif constant.whose != "run":
            found[name] = stays[name]
    if "cell_volts" in found:
        found["cell_volts"] = found["cell_volts"] - (rotor.ages[-1] + 1) * posterior.apart.fade
    apart = np.sqrt(posterior.apart.ratios[:, SORTS.index(REST)])
    beyond = {
        figure: posterior.apart.off.get(figure, 0.0) + share * apart * chance.standard_normal(len(z))
        for figure, share in REST_SHARES.items()
    }
    return Draws(count=len(z), learned=Learned(found, beyond))


def next_built(names: Sequence[str], known: SharedLaw, count: int, seed: int = SEED) -> Draws:
    """Draws of the next rotor built: what is known of all and of its parts as learned, its build as hands scatter."""
    prior = Draws(count=count, seed=seed)
    carried = [each for each in components_of(tuple(names)) if each.whose in CARRIED]
    keys = tuple((each.name, each.whose) for each in carried)
    shared_keys = {key for key in keys if key in set(known.keys)}
    if not shared_keys:
        return prior
    kept = [each for each in carried if (each.name, each.whose) in shared_keys]
    mean, root = known.law(tuple((each.name, each.whose) for each in kept))
    # What is wholly one's own stands where it stood without trials: nothing else moves the draws.
    fresh = np.array([prior.normal(each.name) for each in kept])
    if any(each.share < 1 for each in kept):
        chance = np.random.default_rng([seed, 4])
        mixed = np.array([each.share < 1 for each in kept])
        fresh[mixed] = chance.standard_normal((int(mixed.sum()), count))
    moved = mean[:, None] + root @ fresh
    found: dict[str, Array] = {}
    for each, z in zip(kept, moved, strict=True):
        found[each.name] = np.sqrt(each.share) * z
        if each.share < 1:
            found[each.name] = found[each.name] + np.sqrt(1 - each.share) * prior.normal(each.name)
    return Draws(count=count, seed=seed, learned=Learned(found))
