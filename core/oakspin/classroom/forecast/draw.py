"""A forecast from lessons that were drawn."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from oakspin.classroom.forecast.changes import Save
from oakspin.classroom.forecast.counts import Counted, band, count_of, over_time, typical
from oakspin.classroom.forecast.lessons import Station, luck_of, turn_of_lesson
from oakspin.classroom.forecast.stops import Stop, stops
from oakspin.classroom.lesson import LessonStrip
from oakspin.classroom.plan import ClassPlan, station_at

APART = 2.0  # groups by which hands as usual and clumsy ones differ, from which both are told


@dataclass(frozen=True)
class Forecast:
    """How a lesson will go. ``over_time`` is (minutes, low, mean, high), each of the lesson's length in steps.
    ``cases`` are classes with hands as usual, and clumsy ones.

    With turns, counted is the mean over the turns, and ``by_motor`` tells each motor's.
    """

    plan: ClassPlan
    running: Counted
    first_try: float
    waiting_min: float
    stops: tuple[Stop, ...]
    over_time: tuple[tuple[float, ...], tuple[int, ...], tuple[float, ...], tuple[int, ...]]
    typical: tuple[LessonStrip, ...]
    chances: tuple[float, ...]
    by_motor: tuple[Counted, ...]
    building: tuple[float, ...]
    cases: tuple[Counted, Counted]
    saves: tuple[Save, ...] = ()

    @property
    def headline(self) -> str:
        """The forecast as one sentence; by both cases where hands as usual and clumsy ones come far apart."""
        of, (usual, clumsy) = len(self.plan.groups), self.cases
        summary = f"{self.running.value} of {of} groups will have it running"
        if self.plan.way != "same":
            summary += ", in the mean over the turns"
        if usual.mean - clumsy.mean > APART:
            summary += f": with hands as usual {_range(usual)}, with a clumsy class {_range(clumsy)}"
        return summary


def _range(counted: Counted) -> str:
    if counted.low == counted.high:
        return str(counted.value)
    return f"{counted.value} ({counted.low}\N{EN DASH}{counted.high})"


def drawn(plan: ClassPlan, settings: Sequence[Station], classes: int) -> Forecast:
    """Draw lessons of a plan."""
    turns = [
        [turn_of_lesson(plan, settings, number, turn) for number in range(classes)] for turn in range(len(settings))
    ]
    return _forecast_of(plan, settings, turns)


def _forecast_of(plan: ClassPlan, settings: Sequence[Station], turns: list[list[tuple[LessonStrip, ...]]]) -> Forecast:
    of, classes, many = len(plan.groups), len(turns[0]), len(settings)
    runs = np.array([[[strip.runs_at is not None for strip in one] for one in each] for each in turns])
    counts = np.rint(runs.sum(axis=2).mean(axis=0)).astype(int)
    first = sum(strip.runs_at is not None and strip.tried == 1 for each in turns for one in each for strip in one)
    waited = sum(strip.waited for each in turns for one in each for strip in one)
    station = np.array([[station_at(at, turn, many) for at in range(of)] for turn in range(many)])
    by_motor = []
    for motor in range(many):
        mine = station == motor
        of_motor = runs.transpose(1, 0, 2)[:, mine].sum(axis=1)
        by_motor.append(count_of(of_motor))
    mean = float(runs.sum(axis=2).mean())
    low, high = band(counts, of)
    clumsy = np.array([luck_of(number, 0, of).off for number in range(classes)], bool)
    cases = tuple(count_of(counts[rows]) if rows.any() else count_of(counts) for rows in (~clumsy, clumsy))
    return Forecast(
        plan=plan,
        running=Counted(mean, low, high),
        first_try=first / classes / many,
        waiting_min=waited / classes / of,
        stops=stops(settings, station, turns),
        over_time=over_time(plan, turns),
        typical=typical(turns, counts, mean),
        chances=tuple((np.bincount(counts, minlength=of + 1) / classes).tolist()),
        by_motor=tuple(by_motor),
        building=tuple(setting.minutes for setting in settings),
        cases=(cases[0], cases[1]),
    )
