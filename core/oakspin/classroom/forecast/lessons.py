"""Lessons of a class, drawn whole.

What the world and the parts are like is the same for all groups, and so is how practiced these hands are (a class is
better or worse than others of its age); then come each group's pace, build and faults. The same chances are drawn for
every plan, so that a change is told by what it does and not by luck.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.classroom.builds import (
    AGAIN,
    AT_FAULTS,
    EACH,
    HANDS_OFF,
    LEAST_AGAIN,
    LOOKS,
    ROUGH,
    WORLDS,
    Builds,
    MotorKnown,
    building_minutes,
    builds_of,
    often_of,
    parts_of_motor,
)
from oakspin.classroom.lesson import GroupWork, LessonStrip, Try, lesson
from oakspin.classroom.plan import ClassMotor, ClassPlan, station_at
from oakspin.constants import TENTH
from oakspin.draws import Array

PACE = 1.35  # times as long as usual one group in ten takes; bench experience of classes
CLASS_PACE, CLASS_FAULTS = 1.15, 1.5  # the same of whole classes, for minutes and for the odds of faults
CLASS_OFF = 0.5  # of classes, whose hands build as far off as the worse of ``HANDS_OFF``
MOST_TRIES = 5  # of one group
MOST_FAULTS = 64  # that a motor can have


@dataclass(frozen=True)
class Station:
    """A motor as it stands in a plan: its builds, how often its faults come, its minutes of building."""

    motor: ClassMotor
    builds: Builds
    often: Array
    minutes: float


def station_of(motor: ClassMotor, known: MotorKnown, pupils: int, many: int = LOOKS) -> Station:
    """Return a motor of a plan ready to be drawn: its builds, its odds of faults, its minutes."""
    builds = builds_of(motor.design, parts_of_motor(motor), known=known, many=many)
    return Station(motor, builds, *chances_and_minutes(motor, builds, known, pupils))


def chances_and_minutes(motor: ClassMotor, builds: Builds, known: MotorKnown, pupils: int) -> tuple[Array, float]:
    """Return how often each fault comes, shape (faults,), and the minutes of building."""
    return often_of(builds.bench.faults, motor, known.common), building_minutes(motor, pupils)


@dataclass(frozen=True)
class Luck:
    """What chance has for the groups of a class, whatever they make: lists over groups.

    ``pace`` is times the usual minutes, ``odds`` times the usual odds of faults and ``off`` which of ``HANDS_OFF``
    these hands are, the same for all groups; ``orders`` in which order builds of a world are made, ``come`` and
    ``ways`` whether and how faults come, of 0 to 1, ``looks`` which look at the signs a search begins with, ``hot``
    whether something is hot, of 0 to 1.
    """

    pace: list[float]
    odds: float
    off: int
    orders: list[list[int]]
    come: Array
    ways: list[list[float]]
    looks: list[list[int]]
    hot: list[float]


@lru_cache(maxsize=4096)
def luck_of(number: int, turn: int, groups: int) -> Luck:
    """The luck of one class in one turn."""
    chance = np.random.default_rng([number, 1 + turn])
    of_class = chance.standard_normal(2) / TENTH
    pace = CLASS_PACE ** of_class[0] * PACE ** (chance.standard_normal(groups) / TENTH)
    off = int(np.random.default_rng([number, 0]).random() < CLASS_OFF)
    return Luck(
        pace=pace.tolist(),
        odds=float(CLASS_FAULTS ** of_class[1]) * HANDS_OFF[off],
        off=off,
        orders=chance.random((groups, EACH)).argsort(axis=1).tolist(),
        come=chance.random((groups, MOST_FAULTS)),
        ways=chance.random((groups, MOST_FAULTS)).tolist(),
        looks=chance.integers(LOOKS, size=(groups, EACH)).tolist(),
        hot=chance.random(groups).tolist(),
    )


def turn_of_lesson(plan: ClassPlan, settings: Sequence[Station], number: int, turn: int) -> tuple[LessonStrip, ...]:
    """One turn of a lesson: each group with the motor of its station."""
    begins, many, of = plan.opening + turn * plan.turn, len(settings), len(plan.groups)
    luck = luck_of(number, turn, of)
    makings: list[GroupWork] = [GroupWork(0.0, ())] * of
    for station in range(many):
        mine = [at for at in range(of) if station_at(at, turn, many) == station]
        for at, making in zip(mine, _makings(settings[station], luck, number % WORLDS, mine), strict=True):
            makings[at] = making
    return lesson(makings, helpers=plan.helpers, begins=begins, ends=begins + plan.turn)


def _makings(setting: Station, luck: Luck, world: int, groups: Sequence[int]) -> Iterator[GroupWork]:
    """What some groups of a class make at one station."""
    builds = setting.builds
    odds = setting.often / (1 - setting.often) * luck.odds
    chances = odds / (1 + odds)
    for at in groups:
        # A build of its own for every time that it is set anew.
        rows = [world * EACH + row for row in luck.orders[at]]
        come = np.flatnonzero(luck.come[at, : chances.size] < chances).tolist()
        place = world * AT_FAULTS + luck.orders[at][0] % AT_FAULTS
        stops = [fault for fault in come if _fails(builds, fault, luck.ways[at][fault], place)]
        minutes = setting.minutes * luck.pace[at]
        again = max(AGAIN * minutes, LEAST_AGAIN)
        tries: list[Try] = []
        if stops:
            found = sum(float(builds.found_in[fault, luck.looks[at][0]]) for fault in stops)
            why = tuple(builds.ids[fault] for fault in stops)
            tries.append(Try(False, why, found, 0.0, luck.hot[at] < max(builds.hot[fault] for fault in stops)))
        for row, look in zip(rows[:MOST_TRIES], luck.looks[at], strict=False):
            if builds.runs[luck.off, row]:
                tries.append(Try(True))
                break
            tries.append(Try(False, (ROUGH + builds.rough[luck.off][row],), float(builds.cleared_in[look]), again))
        yield GroupWork(minutes, tuple(tries))


def _fails(builds: Builds, fault: int, way: float, row: int) -> bool:
    """Whether a build with a fault, come in one of its ways, does not go."""
    at = min(int(np.searchsorted(np.cumsum(builds.ways[fault]), way)), len(builds.ways[fault]) - 1)
    return bool(builds.fails[fault][at, row])
