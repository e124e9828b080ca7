"""The lesson by the clock, from what is done beforehand to the counting in; and what to leave out when it is short."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from oakspin.classroom.builds import building_minutes, shared_work
from oakspin.classroom.lesson import TRY
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, ClassPlan, station_at
from oakspin.kinds.build import step_minutes
from oakspin.kinds.kinds import build_of

MENDING = 0.25  # of the time for a motor, that should be left for mending when usual groups are done
FOR_LOOKS = ("decorate", "fan", "flag")  # steps without which a motor goes as well


@dataclass(frozen=True)
class Slot:
    """A part of the lesson: minutes from its beginning, below 0 for what is done beforehand; who does it."""

    begins: float
    ends: float
    what: str
    who: str
    text: str = ""


@dataclass(frozen=True)
class Leave:
    """Something to leave out or to do beforehand when the time is short, and how many minutes that brings a group."""

    text: str
    minutes: float


@dataclass(frozen=True)
class Visit:
    """A group's time with one motor: minutes of the lesson, and by when usual groups try it first."""

    motor: str
    begins: float
    first_try: float
    ends: float


@dataclass(frozen=True)
class GroupRound:
    """The motors of one group, in the order in which it comes to them."""

    group: str
    visits: tuple[Visit, ...]


@dataclass(frozen=True)
class Timetable:
    """The lesson by the clock. ``short`` is how many minutes are lacking for usual groups, 0 where none are.

    ``rounds`` tell where each group is.
    """

    rounds: tuple[GroupRound, ...]
    beforehand: tuple[Slot, ...]
    slots: tuple[Slot, ...]
    short: float
    leave: tuple[Leave, ...]


def timetable_of(plan: ClassPlan) -> Timetable:
    """The lesson by the clock.

    Raises
    ------
    Refusal
        When no motor can be made of a design.
    """
    motors = plan.built
    several = len(motors) > 1
    slots = [Slot(0, plan.opening, "Opening", "all", "Cautions, the plan on the board, magnets counted out aloud.")]
    for turn in range(len(motors)):
        begins = plan.opening + turn * plan.turn
        slots += [_at_stations(plan, begins, turn)] if several else _turn(plan, motors[0], begins)
    end = plan.minutes - plan.closing
    text = "What we saw and why; power off, motors apart, magnets counted in and signed for."
    slots.append(Slot(end, plan.minutes, "Teaching and count-in", "all", text))
    lacking = [building_minutes(motor, plan.pupils) + TRY + MENDING * plan.turn - plan.turn for motor in motors]
    return Timetable(
        rounds=tuple(_round(plan, motors, at) for at in range(len(plan.groups))),
        beforehand=tuple(slot for motor in motors for slot in _beforehand(plan, motor)),
        slots=tuple(slots),
        short=round(max(*lacking, 0.0), 1),
        leave=tuple(
            leave for motor, lacks in zip(motors, lacking, strict=True) if lacks > 0 for leave in _leave(motor)
        ),
    )


def _beforehand(plan: ClassPlan, motor: ClassMotor) -> Iterator[Slot]:
    """What an adult prepares, one step after the other, for all groups."""
    steps = [step for step in build_of(motor.design).steps if step.id in motor.prepared]
    clock = -sum(step.minutes for step in steps) * len(plan.groups)
    for step in steps:
        ends = clock + step.minutes * len(plan.groups)
        yield Slot(clock, ends, f"{step.title} ({motor.title})", "an adult", step.text)
        clock = ends


def _round(plan: ClassPlan, motors: Sequence[ClassMotor], group: int) -> GroupRound:
    """Where a group is at which minute."""
    visits = []
    for turn in range(len(motors)):
        motor, begins = motors[station_at(group, turn, len(motors))], plan.opening + turn * plan.turn
        first = begins + building_minutes(motor, plan.pupils)
        visits.append(Visit(motor.title, begins, min(round(first, 1), begins + plan.turn), begins + plan.turn))
    return GroupRound(plan.groups[group], tuple(visits))


def _at_stations(plan: ClassPlan, begins: float, turn: int) -> Slot:
    """One turn of a lesson with stations: each group is at another."""
    last = turn == len(plan.motors) - 1
    text = "Each group at its station, by the sheet there; first try by the card."
    after = "" if last else " Then power off, motors apart, and on to the next."
    return Slot(begins, begins + plan.turn, f"Turn {turn + 1}", "groups", text + after)


def _turn(plan: ClassPlan, motor: ClassMotor, begins: float) -> Iterator[Slot]:
    ends, clock, who = begins + plan.turn, begins, "groups"
    times = shared_work(plan.pupils)
    for step in build_of(motor.design).steps:
        if step.id in motor.prepared:
            continue
        until = clock + step_minutes(step, plan.hands) * times
        if clock < ends:
            yield Slot(clock, min(until, ends), step.title, who, step.caution)
        clock = until
    if clock < ends:
        yield Slot(
            clock, min(clock + TRY, ends), "First run", who, "By the card: check, connect, flick, power off in time."
        )
    if clock + TRY < ends:
        text = "Groups whose motor stands still search by the sheet on their table; helpers walk about."
        yield Slot(clock + TRY, ends, "Mending, and measuring", who, text)


def _leave(motor: ClassMotor) -> Iterator[Leave]:
    """What brings minutes, first what only looks lose by, then the longest steps as an adult's work."""
    hands = motor.design.maker
    steps = [step for step in build_of(motor.design).steps if step.id not in motor.prepared]
    for step in steps:
        if step.id in FOR_LOOKS:
            yield Leave(f"{motor.title}: leave out “{step.title.lower()}”.", round(step_minutes(step, hands), 1))
    rest = [step for step in steps if step.id not in FOR_LOOKS and step.id not in NEVER_PREPARED]
    rest.sort(key=lambda step: -step.minutes)
    for step in rest[:3]:
        yield Leave(f"{motor.title}: have “{step.title.lower()}” done beforehand.", round(step_minutes(step, hands), 1))
