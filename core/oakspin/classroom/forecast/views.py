"""The forecast as it is told: plain data for a page, a paper or a command."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.classroom.forecast.changes import Save
from oakspin.classroom.forecast.counts import Counted
from oakspin.classroom.forecast.draw import Forecast
from oakspin.classroom.forecast.forecast import Going
from oakspin.classroom.forecast.stops import Stop
from oakspin.classroom.lesson import LessonStrip, Span


@dataclass(frozen=True)
class StripView:
    """A group's lesson in one that is typical."""

    group: str
    spans: tuple[Span, ...]
    runs_at: float | None
    why: tuple[str, ...]


@dataclass(frozen=True)
class MinuteView:
    """How many groups run by a minute of the lesson."""

    minute: float
    low: int
    mean: float
    high: int


@dataclass(frozen=True)
class MotorView:
    """One motor of the class: minutes of building in usual hands, and groups that run."""

    title: str
    minutes: float
    running: Counted


@dataclass(frozen=True)
class ForecastView:
    """A forecast, and how far it is."""

    done: int
    of: int
    headline: str
    groups: int
    running: Counted
    first_try: float
    waiting_min: float
    stops: tuple[Stop, ...]
    saves: tuple[Save, ...]
    over_time: tuple[MinuteView, ...]
    typical: tuple[StripView, ...]
    by_motor: tuple[MotorView, ...]


def forecast_view(going: Going) -> ForecastView:
    """What is known of a lesson so far."""
    now = going.forecast
    return ForecastView(
        done=going.done,
        of=going.of,
        headline=now.headline,
        groups=len(now.plan.groups),
        running=now.running,
        first_try=round(now.first_try, 1),
        waiting_min=round(now.waiting_min, 1),
        stops=now.stops,
        saves=now.saves,
        over_time=tuple(MinuteView(*each) for each in zip(*now.over_time, strict=True)),
        typical=_strips(now, now.typical),
        by_motor=tuple(
            MotorView(motor.title, round(minutes, 1), counted)
            for motor, minutes, counted in zip(now.plan.motors, now.building, now.by_motor, strict=True)
        ),
    )


def _strips(now: Forecast, strips: tuple[LessonStrip, ...]) -> tuple[StripView, ...]:
    def rounded(span: Span) -> Span:
        return Span(span.doing, round(span.begins, 1), round(span.ends, 1))

    sentences = {stop.id: stop.sentence for stop in now.stops}
    return tuple(
        StripView(
            name,
            tuple(map(rounded, strip.spans)),
            None if strip.runs_at is None else round(strip.runs_at, 1),
            tuple(sentences.get(id_, "") for id_ in strip.why),
        )
        for name, strip in zip(now.plan.groups, strips, strict=True)
    )
