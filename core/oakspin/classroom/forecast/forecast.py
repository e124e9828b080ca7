"""A forecast of a lesson: many lessons of such groups, and the single change by which most groups run."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from oakspin.classroom.builds import MotorKnown, builds_of, parts_of_motor
from oakspin.classroom.forecast.changes import (
    MOST_OTHERS,
    SOFTER,
    Change,
    Save,
    other_motors,
    plain_changes,
    ranked,
    softer,
)
from oakspin.classroom.forecast.draw import Forecast, drawn
from oakspin.classroom.forecast.lessons import Station, chances_and_minutes, station_of
from oakspin.classroom.plan import ClassMotor, ClassPlan

CLASSES = 256  # lessons that are drawn
LEAST_SAVED = 0.1  # groups, below which a change is none


@dataclass(frozen=True)
class Going:
    """How far a forecast is: so many of so many plans are drawn, and what is known by then."""

    done: int
    of: int
    forecast: Forecast


def forecasting(
    plan: ClassPlan, known: Sequence[MotorKnown] = (), others: Sequence[ClassMotor] = (), *, classes: int = CLASSES
) -> Iterator[Going]:
    """Forecast a lesson, then by each change; the last answer is whole.

    Parameters
    ----------
    plan : ClassPlan
    known : sequence of MotorKnown
        For each motor of the plan; none where nothing is known.
    others : sequence of ClassMotor
        Motors that could be built instead.
    classes : int
        How many lessons are drawn.

    Raises
    ------
    Refusal
        When no motor can be made of a design.
    """
    knowledge = list(known) + [MotorKnown()] * (len(plan.motors) - len(known))
    settings = [station_of(motor, each, plan.pupils) for motor, each in zip(plan.built, knowledge, strict=True)]
    now = drawn(plan, settings, classes)
    tried: list[Save] = []
    plain = list(plain_changes(plan))
    of = 1 + len(plain) + SOFTER + min(len(others), MOST_OTHERS)
    yield Going(1, of, now)
    for change in plain:
        tried.append(_saved(change, now, _moved(change.plan, settings, knowledge), classes))
        yield Going(1 + len(tried), of, _with(now, tried))
    at = int(np.argmin([each.mean for each in now.by_motor]))
    for change in softer(plan, at, knowledge[at]):
        motor = change.plan.built[at]
        builds = builds_of(
            motor.design,
            parts_of_motor(motor),
            known=knowledge[at],
            looks=settings[at].builds,
        )
        changed = [
            *settings[:at],
            Station(motor, builds, *chances_and_minutes(motor, builds, knowledge[at], plan.pupils)),
            *settings[at + 1 :],
        ]
        tried.append(_saved(change, now, changed, classes))
        yield Going(1 + len(tried), of, _with(now, tried))
    for change in other_motors(plan, others) if plan.way == "same" else ():
        tried.append(_saved(change, now, [station_of(change.plan.built[0], MotorKnown(), plan.pupils, 1)], classes))
        yield Going(1 + len(tried), of, _with(now, tried))
    yield Going(of, of, _with(now, tried))


def forecast(
    plan: ClassPlan, known: Sequence[MotorKnown] = (), others: Sequence[ClassMotor] = (), *, classes: int = CLASSES
) -> Forecast:
    """The whole forecast; as :func:`forecasting`."""
    *_, last = forecasting(plan, known, others, classes=classes)
    return last.forecast


def _with(now: Forecast, tried: Sequence[Save]) -> Forecast:
    helpful = [save for save in tried if save.saved >= LEAST_SAVED]
    return replace(now, saves=ranked(helpful))


def _moved(plan: ClassPlan, settings: Sequence[Station], known: Sequence[MotorKnown]) -> list[Station]:
    """The settings in a plan that leaves the designs as they were."""
    return [
        Station(motor, old.builds, *chances_and_minutes(motor, old.builds, each, plan.pupils))
        for motor, old, each in zip(plan.built, settings, known, strict=True)
    ]


def _saved(change: Change, now: Forecast, settings: Sequence[Station], classes: int) -> Save:
    then = drawn(change.plan, settings, classes)
    before, after = now.running.mean, then.running.mean
    return Save(change.sort, change.sentence, change.cost, after, before, change.plan, change.adult_minutes)
