"""What the trials of one rotor teach: all of them as one likelihood, and the draws that it leaves.

Draws are moved from the prior to the posterior by tempering. Source: tempered sequential Monte Carlo, P. Del Moral,
A. Doucet, A. Jasra, J. R. Stat. Soc. B 68, 411 (2006); moves that leave a normal prior as it is: A. Beskos et al.,
Stoch. Dyn. 8, 319 (2008). What a rotor says of constants that others share is found by straight lines through a cloud
that closes in on the posterior: A. Garcia-Fernandez et al., IEEE Trans. Signal Process. 63, 5561 (2015).
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from oakspin.constants import UNCERTAIN
from oakspin.draws import SEED, Array, Draws, Learned
from oakspin.errors import Fault, Refusal
from oakspin.learn.components import CARRIED, Component, components_of, constants_of
from oakspin.learn.known import NOTHING, Key, SharedLaw, Site
from oakspin.learn.observation import Observation, as_compared
from oakspin.learn.scatter import (
    FADE,
    FADE_SPREAD,
    LEAST_CHANCE,
    REST,
    REST_SHARES,
    SORTS,
    RunErrors,
    RunJudge,
    chances_of,
    sorts_of,
    spreads_of,
)
from oakspin.learn.seen import log_likelihood, seen_in
from oakspin.machines.machine import Mask
from oakspin.measure.predicted import predicted_for, ran
from oakspin.verdict.outcome import ONE_RUN

PARTICLES = 512
MOVES = 6  # at each temperature; with fewer the bands look sure and are wrong
HALF = 0.5  # of the draws that count at each step to the next temperature
ACCEPTED = 0.25
MOST_STEPS = 40
LEAST_DRAWS = 32  # different ones, below which the answer is not to be trusted
CLOUD, ROUNDS, WIDER = 256, 4, 2.0
RIDGE = 1e-3
UNSPOKEN, REFRESHED = 0.3, 4  # of a standard error by which a reading moves, below which it says nothing; moves

Progress = Callable[[float], None]


@dataclass(frozen=True)
class Prediction:
    """What a bench would show of many builds: readings, shape (draws, readings), and how likely what was seen is."""

    readings: Array
    seen: Array
    turns: Mask


@dataclass(frozen=True)
class LinearFit:
    """Readings as straight lines of the components: ``at`` + ``slope`` z, with their standard error.

    Shapes (readings,), (components, readings) and (readings,).
    """

    at: Array
    slope: Array
    missed: Array


@dataclass(frozen=True)
class Rotor:
    """One rotor, from its being built to its being rebuilt, with all that was observed of it."""

    observations: tuple[Observation, ...]

    @cached_property
    def names(self) -> tuple[str, ...]:
        """The uncertain constants of all its designs."""
        found = {name for each in self.observations for name in constants_of(each.design, meter=each.meter)}
        return tuple(sorted(found))

    @cached_property
    def components(self) -> tuple[Component, ...]:
        """Those that stay while trials of the rotor go on; a run's own part of what else stays is an error instead."""
        listed = components_of(self.names)
        return tuple(each for each in listed if each.whose != "run" or each.share == 1)

    @property
    def shared(self) -> tuple[Key, ...]:
        """Components that other rotors have, too."""
        return tuple((each.name, each.whose) for each in self.components if each.whose in CARRIED)

    @cached_property
    def shared_at(self) -> list[int]:
        """Where those stand among all."""
        return [at for at, each in enumerate(self.components) if each.whose in CARRIED]

    @cached_property
    def _of_names(self) -> dict[str, list[int]]:
        places: dict[str, list[int]] = {name: [] for name in self.names}
        for at, each in enumerate(self.components):
            places[each.name].append(at)
        return places

    @cached_property
    def values(self) -> Array:
        """All readings; shape (readings,)."""
        return np.array([reading.value for each in self.observations for reading in each.readings])

    @cached_property
    def quantities(self) -> tuple[str, ...]:
        """What they are."""
        return tuple(reading.quantity for each in self.observations for reading in each.readings)

    def positions(self, z: Array) -> dict[str, Array]:
        """Positions of the constants out of their components; ``z`` of shape (draws, components)."""
        roots = np.sqrt([each.share for each in self.components])
        return {name: (z[:, places] * roots[places]).sum(axis=1) for name, places in self._of_names.items()}

    def prediction_at(self, z: Array) -> Prediction:
        """What these builds would show; each design is run once for all its trials."""
        draws = Draws(count=len(z), learned=Learned(self.positions(z)))
        groups: dict[tuple[str, bool], list[int]] = {}
        for at, each in enumerate(self.observations):
            groups.setdefault((each.design.model_dump_json(), each.meter), []).append(at)
        columns: list[list[Array]] = [[] for _ in self.observations]
        seen, turns = np.zeros(len(z)), np.ones(len(z), bool)
        for places in groups.values():
            first = self.observations[places[0]]
            outcome = ran(first.design, draws, meter=first.meter)
            turns &= outcome.turns
            for at in places:
                each = self.observations[at]
                shown = predicted_for(each.design, outcome, each.trial)
                columns[at] = [as_compared(row.quantity, shown[row.quantity]) for row in each.readings]
                would = seen_in(outcome, each.trial.readings.seconds_run or ONE_RUN)
                seen += log_likelihood(would, each.seen)
        rows = [column for each in columns for column in each]
        return Prediction(np.array(rows).reshape(len(rows), len(z)).T, seen, turns)

    @cached_property
    def own_errors(self) -> Array:
        """Covariance of the readings' errors, and of what the model is not trusted with; shape (readings, readings)."""
        listed = [reading for each in self.observations for reading in each.readings]
        errors = np.diag([reading.error**2 for reading in listed]) if listed else np.zeros((0, 0))
        return errors + self.in_common(np.array([reading.model for reading in listed]))

    def in_common(self, deviations: Array) -> Array:
        """Covariance of what is off alike in all readings of one quantity; shape (readings, readings)."""
        alike = np.array([[one == other for other in self.quantities] for one in self.quantities], bool)
        return np.where(alike.reshape(len(deviations), len(deviations)), np.outer(deviations, deviations), 0.0)

    @cached_property
    def trial_numbers(self) -> Array:
        """Of every reading, which trial it is of; shape (readings,)."""
        return np.repeat(np.arange(len(self.observations)), [len(each.readings) for each in self.observations])

    @cached_property
    def ages(self) -> tuple[int, ...]:
        """How many trials the battery of each trial had run before, since it was fresh."""
        found: list[int] = []
        for at, each in enumerate(self.observations):
            same = at > 0 and _battery(each) == _battery(self.observations[at - 1])
            found.append(found[-1] + 1 if same and not each.trial.fresh_battery else 0)
        return tuple(found)

    def errors(self, line: LinearFit | None) -> RunErrors:
        """With what each run draws anew, by the slopes of a line, at every spread that runs may have."""
        spreads = spreads_of(sorts_of(self.names) if line else frozenset())
        covariance, fades = self.own_errors, np.zeros(len(self.values))
        blocks = np.zeros((len(SORTS), *covariance.shape))
        if line is not None:
            together = self.trial_numbers[:, None] == self.trial_numbers[None, :]
            for name in self.names:
                constant = UNCERTAIN[name]
                if constant.scatters:
                    slope = self.slope_of(name, line)
                    blocks[SORTS.index(constant.scatters)] += np.where(
                        together, constant.anew * np.outer(slope, slope), 0.0
                    )
            rest = np.array([REST_SHARES.get(quantity, 0.0) for quantity in self.quantities])
            blocks[SORTS.index(REST)] = np.diag(rest**2)
            if "cell_volts" in self.names:
                fades = -np.array(self.ages)[self.trial_numbers] * self.slope_of("cell_volts", line)
                covariance = covariance + FADE_SPREAD**2 * np.outer(fades, fades)
        return RunErrors(spreads, covariance + np.einsum("gs,sij->gij", spreads.ratios, blocks), fades)

    def slope_of(self, name: str, line: LinearFit) -> Array:
        """By how much readings move for each standard deviation of a constant; shape (readings,)."""
        first = self._of_names[name][0]
        return np.asarray(line.slope[first] / np.sqrt(self.components[first].share))

    def prior(self, known: SharedLaw) -> tuple[Array, Array]:
        """Mean and root of the law of all components before this rotor's trials."""
        mean, root = np.zeros(len(self.components)), np.eye(len(self.components))
        at = self.shared_at
        mean[at], root[np.ix_(at, at)] = known.law(self.shared)
        return mean, root


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


def likely_errors(rotor: Rotor, line: LinearFit, mean: Array, root: Array) -> tuple[RunErrors, Array]:
    """Errors at the spreads that the readings leave likely by straight lines, and the chance of each; ``mean`` and
    ``root`` are of the components' law before."""
    errors, shown = rotor.errors(line), line.slope.T @ root
    off = (line.at + mean @ line.slope - rotor.values)[None, :]
    wide = RunErrors(errors.spreads, errors.covariance + shown @ shown.T + rotor.in_common(line.missed), errors.fades)
    chances = chances_of(wide.judge().by_spread(off)[0])
    kept = np.flatnonzero(chances > LEAST_CHANCE)
    return errors.some(kept), chances[kept] / chances[kept].sum()


def usual_errors(rotor: Rotor, line: LinearFit, mean: Array, root: Array) -> tuple[Array, Array]:
    """Covariance of errors in the mean over likely spreads, and by how much a fading cell moves the readings."""
    errors, chances = likely_errors(rotor, line, mean, root)
    return errors.mean(chances), FADE * errors.fades


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
    return Posterior(rotor, z, _apart(rotor, errors, judge, z, chance), different, looks + 1)


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


def _battery(each: Observation) -> dict[str, object]:
    found: dict[str, object] = each.design.model_dump(mode="json").get("battery", {})
    return found


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


def rotors_of(observations: Iterable[tuple[str, Observation]]) -> tuple[Rotor, ...]:
    """Observations by rotor, in the order in which the rotors were first run; each comes with its rotor's name."""
    groups: dict[str, list[Observation]] = {}
    for name, each in observations:
        groups.setdefault(name, []).append(each)
    return tuple(Rotor(tuple(each)) for each in groups.values())
