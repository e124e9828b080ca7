"""Groups that run: a whole number with its band, and how it grows over the lesson."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.classroom.lesson import LessonStrip
from oakspin.classroom.plan import ClassPlan
from oakspin.draws import Array

SHARE, ABOUT = 0.8, 0.03  # of them that the told band holds, and how nearly as whole numbers allow
STEP = 1.0  # minutes between the points of what is told over the lesson


@dataclass(frozen=True)
class Counted:
    """Groups that run: the mean over lessons, the band that holds about 80 % of them, and a whole number within it."""

    mean: float
    low: int
    high: int
    value: int = 0

    def __post_init__(self) -> None:
        object.__setattr__(self, "value", min(max(round(self.mean), self.low), self.high))


def count_of(counts: Array) -> Counted:
    """Count groups that run over lessons; ``counts`` of shape (lessons,)."""
    return Counted(float(counts.mean()), *band(counts, int(counts.max(initial=0))))


def band(counts: Array, of: int) -> tuple[int, int]:
    """The narrowest band of whole numbers that holds about ``SHARE`` of the counts, the middle one, and the mean.

    Where a few lessons go wholly wrong, the mean lies below what most lessons show.
    """
    often = np.bincount(np.asarray(counts, int), minlength=of + 1) / len(counts)
    summed = np.concatenate([[0.0], np.cumsum(often)])
    middle, mean = int(np.searchsorted(summed[1:], 0.5)), round(float(np.mean(counts)))
    first, last = min(middle, mean), max(middle, mean)

    def inside(ends: tuple[int, int]) -> float:
        return float(summed[ends[1] + 1] - summed[ends[0]])

    offered = [(low, high) for low in range(first + 1) for high in range(last, of + 1)]
    enough = [ends for ends in offered if inside(ends) >= SHARE - ABOUT]
    return min(enough, key=lambda ends: (ends[1] - ends[0], abs(inside(ends) - SHARE)))


def over_time(
    plan: ClassPlan, turns: list[list[tuple[LessonStrip, ...]]]
) -> tuple[tuple[float, ...], tuple[int, ...], tuple[float, ...], tuple[int, ...]]:
    """Return minutes, and the low end, the mean and the high end of groups that run by each."""
    clock = np.arange(0.0, plan.minutes + STEP / 2, STEP)
    counts = np.zeros((len(turns[0]), len(clock)), int)
    for turn, each in enumerate(turns):
        # What ran at a station is taken apart when the next group comes.
        until = plan.opening + (turn + 1) * plan.turn if turn < len(turns) - 1 else math.inf
        for number, one in enumerate(each):
            for strip in one:
                if strip.runs_at is not None:
                    counts[number] += (clock >= strip.runs_at) & (clock < until)
    low, high = np.quantile(counts, _levels(counts[:, -1], len(plan.groups)), axis=0, method="inverted_cdf")
    return (
        tuple(clock.tolist()),
        tuple(low.astype(int).tolist()),
        tuple(counts.mean(axis=0).round(2).tolist()),
        tuple(high.astype(int).tolist()),
    )


def _levels(counts: Array, of: int) -> tuple[float, float]:
    """The shares of lessons that lie below the ends of the told band: by the same shares it is told over the lesson.

    So it widens without jumps, and ends as the band that is told.
    """
    low, high = band(counts, of)

    def level(end: int) -> float:
        return float(np.mean(counts < end) + np.mean(counts <= end)) / 2

    return level(low), level(high)


def typical(turns: list[list[tuple[LessonStrip, ...]]], counts: Array, mean: float) -> tuple[LessonStrip, ...]:
    """A lesson in which as many run as in the mean, and they wait about as long; of the first turn."""
    near = np.flatnonzero(np.abs(counts - mean) == np.abs(counts - mean).min())
    waited = np.array([sum(strip.waited for strip in turns[0][at]) for at in near])
    return turns[0][int(near[np.argsort(np.abs(waited - np.median(waited)))[0]])]
