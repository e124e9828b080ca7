"""The forecast as it is told: plain data for a page, a paper or a command."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.classroom.forecast import Counted, Forecast, Going
from oakspin.classroom.lesson import Span, LessonStrip
from oakspin.classroom.plan import ClassPlan


@dataclass(frozen=True)
class CountedView:
    """Groups that run: a whole number with the band of about 80 % of lessons, and the mean over them."""

    value: int
    band: tuple[int, int]
    mean: float


@dataclass(frozen=True)
class StopView:
    """What keeps groups from running, how many in the mean, and its cure."""

    id: str
    sentence: str
    groups: float
    cure: str


@dataclass(frozen=True)
class SaveView:
    """A change of the plan: groups that run by it in the mean, what it costs, and the changed plan."""

    sort: str
    sentence: str
    cost: str
    running: float
    saved: float
    plan: ClassPlan


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
    running: CountedView


@dataclass(frozen=True)
class ForecastView:
    """A forecast, and how far it is."""

    done: int
    of: int
    headline: str
    groups: int
    running: CountedView
    first_try: float
    waiting_min: float
    stops: tuple[StopView, ...]
    saves: tuple[SaveView, ...]
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
        running=_counted(now.running),
        first_try=round(now.first_try, 1),
        waiting_min=round(now.waiting_min, 1),
        stops=tuple(StopView(each.id, each.sentence, round(each.groups, 2), each.cure) for each in now.stops),
        saves=tuple(
            SaveView(each.sort, each.sentence, each.cost, round(each.running, 1), round(each.saved, 1), each.plan)
            for each in now.saves
        ),
        over_time=tuple(MinuteView(*each) for each in zip(*now.over_time, strict=True)),
        typical=_strips(now, now.typical),
        by_motor=tuple(
            MotorView(motor.title, round(minutes, 1), _counted(counted))
            for motor, minutes, counted in zip(now.plan.motors, now.building, now.by_motor, strict=True)
        ),
    )


def _counted(counted: Counted) -> CountedView:
    return CountedView(counted.value, (counted.low, counted.high), round(counted.mean, 1))


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
