"""How rare a trial is among builds of its design: told, never bent to fit."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import SEED, Array
from oakspin.kinds.kinds import words_of
from oakspin.learn.observation import MODEL, Observation, as_compared
from oakspin.learn.seen import WENT, alike, seen_in
from oakspin.machines.machine import Mask
from oakspin.measure.predicted import predicted, usual_outcome
from oakspin.measure.trial import Seen
from oakspin.measure.went import turned_on
from oakspin.verdict.outcome import ONE_RUN
from oakspin.verdict.verdict import running_builds

RARE = 0.01
LEAST_BUILDS = 64  # of the sort that was seen, below which nothing is said of their readings
SEEN = "seen"
MOVING = frozenset(("speed", "gate_time"))


@dataclass(frozen=True)
class Surprise:
    """``rarity`` is the share of builds at least as far from the usual, by ``reading`` most of all, or by what was
    seen; ``high`` says to which side.
    """

    rarity: float
    reading: str
    high: bool

    @property
    def odd(self) -> bool:
        """Whether it is unlike 99 of 100 builds."""
        return self.rarity < RARE


def surprise_of(each: Observation) -> Surprise | None:
    """How rare this trial is among builds of the design as planned; none where it tells nothing."""
    outcome = usual_outcome(each.design.model_dump_json(), each.meter)
    by_seen = _by_seen(each, outcome.turns, seen_in(outcome, each.trial.readings.seconds_run or ONE_RUN))
    shown = predicted(outcome, each.trial, words_of(each.design, outcome.machine))
    # A motor that stands is held against builds that stand.
    counted = ~outcome.turns if _stands(each) else running_builds(outcome)
    found = None
    if each.readings and counted.sum() >= LEAST_BUILDS:
        columns = np.array([as_compared(row.quantity, shown[row.quantity])[counted] for row in each.readings])
        chance = np.random.default_rng([SEED, 6])
        errors = np.array([np.hypot(row.error, MODEL[row.quantity]) for row in each.readings])
        columns = columns + errors[:, None] * chance.standard_normal(columns.shape)
        found = _by_readings(each, columns)
    if found and by_seen:
        return min(found, by_seen, key=lambda one: one.rarity)
    return found or by_seen


def _stands(each: Observation) -> bool:
    """Whether it was seen not to go on, and nothing of its going was measured."""
    went = {word for word in each.seen if word in WENT}
    return bool(went) and not turned_on(went) and not MOVING & {row.quantity for row in each.readings}


def _by_readings(each: Observation, columns: Array) -> Surprise:
    """By the distance of all readings together, and by each alone; the rarer of both counts once for the two looks."""
    values = np.array([row.value for row in each.readings])
    ranks, tails = np.sort(columns, axis=1), []
    for row, value in zip(ranks, values, strict=True):
        above, below = (row >= value).mean(), (row <= value).mean()
        tails.append((2 * min(above, below), bool(above < below)))
    most = int(np.argmin([tail for tail, _ in tails]))
    rarity = _together(columns, values)
    return Surprise(rarity, each.readings[most].quantity, tails[most][1])


def _together(columns: Array, values: Array) -> float:
    """Share of builds whose readings lie as far out, each seen from the middle of all in units of their spread."""
    middle = np.median(columns, axis=1)
    covariance = np.cov(columns) if len(columns) > 1 else np.atleast_2d(np.var(columns))
    inverse = np.linalg.inv(covariance + 1e-12 * np.eye(len(columns)))

    def far(at: Array) -> Array:
        off = at - middle[:, None]
        return np.asarray(np.einsum("id,ij,jd->d", off, inverse, off))

    builds, this = far(columns), float(far(values[:, None])[0])
    among = float((builds >= this).mean())
    if among > 0:
        return among
    # Beyond all builds it falls as the tail of the outermost tenth does.
    tail = np.sort(builds)[-max(len(builds) // 10, 2) :]
    scale = float((tail - tail[0]).mean()) or 1.0
    return float(0.1 * np.exp(-(this - tail[0]) / scale))


def _by_seen(each: Observation, turns: Mask, would: dict[Seen, Mask]) -> Surprise | None:
    went = [word for word in each.seen if word in WENT]
    if not went:
        return None
    share = max(float(would[near].mean()) for word in went for near in WENT if alike(word, near))
    # A thing that no build shows may still be a wrong tick: nobody calls it rarer than that.
    return Surprise(max(share, 1 / (2 * turns.size)), SEEN, high=False) if share < RARE else None
