"""How a lesson will go: many lessons of such groups, and the single change by which most groups run.

A lesson is drawn whole: what the world and the parts are like (the same for all groups), how practised these hands are
(a class is better or worse than others of its age), then for each group its pace, its build and its faults. The same
chances are drawn for every plan, so that a change is told by what it does and not by luck.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

import numpy as np

from oakspin.advice.advising import advise
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
    building_minutes,
    builds_of,
    often_of,
    parts_of_motor,
)
from oakspin.classroom.lesson import GroupWork, LessonStrip, Try, lesson
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, ClassPlan, motor_word, station_at, usual_prepared
from oakspin.constants import HANDS
from oakspin.design.patch import Setting, patched
from oakspin.draws import TENTH, Array, Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS, build_of, evaluate
from oakspin.verdict.links import NAMES

CLASSES = 256  # lessons that are drawn
SHARE, ABOUT = 0.8, 0.03  # of them that the told band holds, and how nearly as whole numbers allow
PACE = 1.35  # times as long as usual one group in ten takes; bench experience of classes
CLASS_PACE, CLASS_FAULTS = 1.15, 1.5  # the same of whole classes, for minutes and for the odds of faults
CLASS_OFF = 0.5  # of classes, whose hands build as far off as the worse of ``HANDS_OFF``
MOST_TRIES = 5  # of one group
MOST_FAULTS = 64  # that a motor can have
STEP = 1.0  # minutes between the points of what is told over the lesson
LONGER = 10.0  # minutes that a longer lesson has more
MOST_STOPS = 8
MOST_OTHERS = 2  # other motors that are tried
SOFTER = 2  # changes of the design that are tried
EARLY = 0.6  # of the time for a motor, in which usual groups have built it where much is prepared
LEAST_SAVED = 0.1  # groups, below which a change is none


@dataclass(frozen=True)
class MotorKnown:
    """What is known of a motor by earlier trials: its draws, and how often these hands have each fault."""

    draws: Draws | None = None
    common: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Counted:
    """Groups that run: the mean over lessons, and the band that holds about 80 % of them."""

    mean: float
    low: int
    high: int

    @property
    def value(self) -> int:
        """A whole number of groups within the band."""
        return min(max(round(self.mean), self.low), self.high)


@dataclass(frozen=True)
class Stop:
    """What keeps groups from running, and how many in the mean: a fault, a link that is set too roughly, or time."""

    id: str
    sentence: str
    groups: float
    cure: str = ""


@dataclass(frozen=True)
class Save:
    """A change of the plan, and how many groups run by it, in the mean; ``cost`` in words.

    ``plan`` is the changed plan, as it would be kept; ``sort`` what is changed.
    """

    sort: str
    sentence: str
    cost: str
    running: float
    before: float
    plan: ClassPlan

    @property
    def saved(self) -> float:
        """Groups more."""
        return self.running - self.before


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


@dataclass(frozen=True)
class Going:
    """How far a forecast is: so many of so many plans are drawn, and what is known by then."""

    done: int
    of: int
    forecast: Forecast


@dataclass(frozen=True)
class Station:
    """A motor as it stands in a plan: its builds, how often its faults come, its minutes of building."""

    motor: ClassMotor
    builds: Builds
    often: Array
    minutes: float


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
    settings = [_setting(motor, each) for motor, each in zip(plan.built, knowledge, strict=True)]
    now = drawn(plan, settings, classes)
    tried: list[Save] = []
    plain = list(_plain_changes(plan))
    of = 1 + len(plain) + SOFTER + min(len(others), MOST_OTHERS)
    yield Going(1, of, now)
    for change in plain:
        tried.append(_saved(change, now, _moved(change.plan, settings, knowledge), classes))
        yield Going(1 + len(tried), of, _with(now, tried))
    at = int(np.argmin([each.mean for each in now.by_motor]))
    for change in _softer(plan, at, knowledge[at]):
        motor = change.plan.built[at]
        builds = builds_of(
            motor.design,
            parts_of_motor(motor),
            draws=knowledge[at].draws,
            common=knowledge[at].common,
            looks=settings[at].builds,
        )
        changed = [*settings[:at], Station(motor, builds, *_of(motor, builds, knowledge[at])), *settings[at + 1 :]]
        tried.append(_saved(change, now, changed, classes))
        yield Going(1 + len(tried), of, _with(now, tried))
    for change in _other_motors(plan, others) if plan.way == "same" else ():
        tried.append(_saved(change, now, [_setting(change.plan.built[0], MotorKnown(), 1)], classes))
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
    return replace(now, saves=tuple(sorted(helpful, key=lambda save: -round(save.saved, 1))))


def _setting(motor: ClassMotor, known: MotorKnown, many: int = LOOKS) -> Station:
    builds = builds_of(motor.design, parts_of_motor(motor), draws=known.draws, common=known.common, many=many)
    return Station(motor, builds, *_of(motor, builds, known))


def _of(motor: ClassMotor, builds: Builds, known: MotorKnown) -> tuple[Array, float]:
    return often_of(builds.bench.faults, motor, known.common), building_minutes(motor)


def _moved(plan: ClassPlan, settings: Sequence[Station], known: Sequence[MotorKnown]) -> list[Station]:
    """The settings in a plan that leaves the designs as they were."""
    return [
        Station(motor, old.builds, *_of(motor, old.builds, each))
        for motor, old, each in zip(plan.built, settings, known, strict=True)
    ]


def drawn(plan: ClassPlan, settings: Sequence[Station], classes: int) -> Forecast:
    """Draw lessons of a plan."""
    turns = [[_lesson(plan, settings, number, turn) for number in range(classes)] for turn in range(len(settings))]
    return _forecast_of(plan, settings, turns)


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


def _lesson(plan: ClassPlan, settings: Sequence[Station], number: int, turn: int) -> tuple[LessonStrip, ...]:
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
        by_motor.append(_counted(of_motor))
    mean = float(runs.sum(axis=2).mean())
    low, high = band(counts, of)
    return Forecast(
        plan=plan,
        running=Counted(mean, low, high),
        first_try=first / classes / many,
        waiting_min=waited / classes / of,
        stops=_stops(settings, station, turns),
        over_time=_over_time(plan, turns),
        typical=_typical(turns, counts, mean),
        chances=tuple((np.bincount(counts, minlength=of + 1) / classes).tolist()),
        by_motor=tuple(by_motor),
        building=tuple(setting.minutes for setting in settings),
    )


def _counted(counts: Array) -> Counted:
    return Counted(float(counts.mean()), *band(counts, int(counts.max(initial=0))))


def band(counts: Array, of: int) -> tuple[int, int]:
    """The narrowest band of whole numbers that holds about ``SHARE`` of the counts, and the middle one."""
    often = np.bincount(np.asarray(counts, int), minlength=of + 1) / len(counts)
    summed = np.concatenate([[0.0], np.cumsum(often)])
    middle = int(np.searchsorted(summed[1:], 0.5))

    def inside(ends: tuple[int, int]) -> float:
        return float(summed[ends[1] + 1] - summed[ends[0]])

    offered = [(low, high) for low in range(middle + 1) for high in range(middle, of + 1)]
    enough = [ends for ends in offered if inside(ends) >= SHARE - ABOUT]
    return min(enough, key=lambda ends: (ends[1] - ends[0], abs(inside(ends) - SHARE)))


def _stops(settings: Sequence[Station], station: Array, turns: list[list[tuple[LessonStrip, ...]]]) -> tuple[Stop, ...]:
    counted: dict[tuple[int, str], float] = {}
    for turn, each in enumerate(turns):
        for one in each:
            for at, strip in enumerate(one):
                if strip.runs_at is not None:
                    continue
                for id_ in strip.why or ("",):
                    key = (int(station[turn, at]), id_)
                    counted[key] = counted.get(key, 0.0) + 1 / len(strip.why or ("",))
    whole = len(turns[0]) * len(turns)
    ranked = sorted(counted.items(), key=lambda item: -item[1])
    summary = [_stop(settings[motor], id_, count / whole, len(settings) > 1) for (motor, id_), count in ranked]
    return tuple(stop for stop in summary[:MOST_STOPS] if stop.groups >= 0.05)


def _stop(setting: Station, id_: str, groups: float, several: bool) -> Stop:
    where = f"{setting.motor.title}: " if several else ""
    if not id_:
        return Stop(
            "time", f"{where}Not built in time.", groups, "Prepare more beforehand, or build something quicker."
        )
    if id_.startswith(ROUGH):
        link = NAMES[id_.removeprefix(ROUGH)].lower()
        cure = "Set heights, gaps and balance anew by the sheet, or take a plan that forgives more."
        return Stop(id_, f"{where}Nothing is wrong but how closely it is set ({link}).", groups, cure)
    fault = setting.builds.bench.fault(id_)
    return Stop(id_, f"{where}{fault.sentence}", groups, fault.cure.do)


def _over_time(
    plan: ClassPlan, turns: list[list[tuple[LessonStrip, ...]]]
) -> tuple[tuple[float, ...], tuple[int, ...], tuple[float, ...], tuple[int, ...]]:
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


def _typical(turns: list[list[tuple[LessonStrip, ...]]], counts: Array, mean: float) -> tuple[LessonStrip, ...]:
    """A lesson in which as many run as in the mean, and they wait about as long; of the first turn."""
    near = np.flatnonzero(np.abs(counts - mean) == np.abs(counts - mean).min())
    waited = np.array([sum(strip.waited for strip in turns[0][at]) for at in near])
    return turns[0][int(near[np.argsort(np.abs(waited - np.median(waited)))[0]])]


@dataclass(frozen=True)
class _Change:
    sort: str
    sentence: str
    cost: str
    plan: ClassPlan


def _saved(change: _Change, now: Forecast, settings: Sequence[Station], classes: int) -> Save:
    then = drawn(change.plan, settings, classes)
    return Save(change.sort, change.sentence, change.cost, then.running.mean, now.running.mean, change.plan)


def _plain_changes(plan: ClassPlan) -> Iterator[_Change]:
    """Changes that leave the motors as they are."""
    for at, motor in enumerate(plan.motors):
        of = f" ({motor.title})" if len(plan.motors) > 1 else ""
        made = len(plan.groups)  # each group comes to each station
        for step in build_of(motor.design).steps:
            if step.id in motor.prepared or step.id in NEVER_PREPARED:
                continue
            motors = [*plan.motors[:at], _prepared(motor, (step.id,)), *plan.motors[at + 1 :]]
            yield _Change(
                f"prepare-{step.id}",
                f"Beforehand{of}: {step.title.lower()}",
                f"{step.minutes * made:.0f} minutes of an adult",
                plan.model_copy(update={"motors": motors}),
            )
        quick = _most_prepared(plan, motor)
        if quick is not None:
            steps = {step.id: step for step in build_of(motor.design).steps}
            titles = ", ".join(steps[id_].title.lower() for id_ in quick)
            minutes = sum(steps[id_].minutes for id_ in quick) * made
            motors = [*plan.motors[:at], _prepared(motor, quick), *plan.motors[at + 1 :]]
            yield _Change(
                "prepare-most",
                f"Beforehand{of}: {titles}",
                f"{minutes:.0f} minutes of an adult",
                plan.model_copy(update={"motors": motors}),
            )
    more = "One more helper" if plan.helpers else "A helper who walks about"
    yield _Change("helper", more, "one adult more", plan.model_copy(update={"helpers": plan.helpers + 1}))
    longer = plan.minutes + LONGER
    yield _Change(
        "longer",
        f"A lesson of {longer:.0f} minutes",
        f"{LONGER:.0f} minutes",
        plan.model_copy(update={"minutes": longer}),
    )


def _prepared(motor: ClassMotor, steps: Sequence[str]) -> ClassMotor:
    return motor.model_copy(update={"prepared": [*motor.prepared, *steps]})


def _most_prepared(plan: ClassPlan, motor: ClassMotor) -> tuple[str, ...] | None:
    """The fewest steps, longest first, after which usual groups are done early; none where one or none is enough."""
    own = motor.model_copy(update={"design": patched(motor.design, (Setting("/maker", plan.hands),))})
    left, chosen = building_minutes(own), list[str]()
    pace = HANDS[plan.hands].pace
    for step in sorted(build_of(own.design).steps, key=lambda step: -step.minutes):
        if left <= EARLY * plan.turn:
            break
        if step.id not in motor.prepared and step.id not in NEVER_PREPARED:
            chosen.append(step.id)
            left -= step.minutes * pace
    return tuple(chosen) if len(chosen) > 1 else None


def _softer(plan: ClassPlan, at: int, known: MotorKnown) -> Iterator[_Change]:
    """Changes of a motor's plan by which more builds go."""
    motor = plan.built[at]
    for advice in advise(motor.design, known.draws, SOFTER):
        if advice.goes_after <= advice.goes_before:
            continue
        changed = plan.motors[at].model_copy(update={"design": patched(plan.motors[at].design, advice.patch)})
        yield _Change(
            "softer",
            f"{motor.title}: {advice.sentence}" if len(plan.motors) > 1 else advice.sentence,
            advice.price or "another build sheet",
            plan.model_copy(update={"motors": [*plan.motors[:at], changed, *plan.motors[at + 1 :]]}),
        )


def _other_motors(plan: ClassPlan, others: Sequence[ClassMotor]) -> Iterator[_Change]:
    """Other motors, those first of which most builds go and are built in time."""
    ranked = []
    for motor in others:
        changed = plan.model_copy(update={"motors": [motor]})
        own = changed.built[0]
        try:
            share = evaluate(own.design).share_that_goes
        except OakSpinError:
            continue
        in_time = min(plan.turn / max(building_minutes(own), 1.0), 1.5)
        ranked.append((share * min(in_time, 1.0) + 0.1 * in_time, changed, own))
    ranked.sort(key=lambda row: -row[0])
    for _, changed, own in ranked[:MOST_OTHERS]:
        yield _Change(
            "other",
            f"{own.title} ({motor_word(own)}) instead",
            f"{building_minutes(own):.0f} minutes of building",
            changed,
        )


def usual_others(plan: ClassPlan) -> list[ClassMotor]:
    """A usual motor of every kind that the plan has not, to be built instead."""
    there = {motor.design.kind for motor in plan.motors}
    return [
        ClassMotor(title=f"Usual {kind.name.lower()}", design=kind.start, prepared=usual_prepared(kind.start))
        for name, kind in KINDS.items()
        if name not in there
    ]
