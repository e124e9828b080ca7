"""A forecast from lessons that were drawn."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from oakspin.classroom.forecast.changes import Save
from oakspin.classroom.forecast.counts import Counted, band, count_of, over_time, typical
from oakspin.classroom.forecast.lessons import Station, turn_of_lesson
from oakspin.classroom.forecast.stops import Stop, stops
from oakspin.classroom.lesson import LessonStrip
from oakspin.classroom.plan import ClassPlan, station_at


@dataclass(frozen=True)
class Forecast:
    """How a lesson will go. ``over_time`` is (minutes, low, mean, high), each of the lesson's length in steps.

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
    saves: tuple[Save, ...] = ()

    @property
    def headline(self) -> str:
        """The forecast as one sentence."""
        of = len(self.plan.groups)
        summary = f"{self.running.value} of {of} groups will have it running"
        return summary if self.plan.way == "same" else f"{summary}, in the mean over the turns"


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
    )
