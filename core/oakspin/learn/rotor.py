"""One rotor and all that was observed of it: what it would show, build by build, and the errors of its readings."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from oakspin.constants import UNCERTAIN
from oakspin.draws import Array, Draws, Learned
from oakspin.learn.components import CARRIED, Component, components_of, constants_of
from oakspin.learn.known import Key, SharedLaw
from oakspin.learn.observation import Observation, as_compared
from oakspin.learn.scatter import (
    FADE_SPREAD,
    REST,
    REST_SHARES,
    SORTS,
    RunErrors,
    sorts_of,
    spreads_of,
)
from oakspin.learn.seen import log_likelihood, seen_in
from oakspin.machines.machine import Mask
from oakspin.measure.predicted import predicted_for, ran
from oakspin.verdict.outcome import ONE_RUN


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


def _battery(each: Observation) -> dict[str, object]:
    found: dict[str, object] = each.design.model_dump(mode="json").get("battery", {})
    return found
