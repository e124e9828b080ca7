"""Changes of a plan that may get more groups running."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from oakspin.advice.advising import advise
from oakspin.classroom.builds import (
    MotorKnown,
    building_minutes,
    shared_work,
)
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, ClassPlan, motor_word, usual_prepared
from oakspin.design.patch import Setting, patched
from oakspin.errors import OakSpinError
from oakspin.kinds.build import step_minutes
from oakspin.kinds.kinds import KINDS, build_of, evaluate

HOURS_FROM = 90.0  # minutes of an adult, from which they are told as hours
EVENING = 120.0  # minutes that an adult prepares in an evening
NEARLY = 0.7  # of what a change that takes evenings saves, from which a lighter one is told first
LONGER = 10.0  # minutes that a longer lesson has more
SOFTER = 2  # changes of the design that are tried
MOST_OTHERS = 2  # other motors that are tried
EARLY = 0.6  # of the time for a motor, in which usual groups have built it where much is prepared


@dataclass(frozen=True)
class Save:
    """A change of the plan, how many groups run by it on average, and how many more that is; ``cost`` in words.

    ``plan`` is the changed plan, as it would be kept; ``sort`` what is changed, and ``adult_minutes`` what an adult
    prepares for it.
    """

    sort: str
    sentence: str
    cost: str
    running: float
    before: float
    plan: ClassPlan
    adult_minutes: float = 0.0
    saved: float = 0.0

    def __post_init__(self) -> None:
        object.__setattr__(self, "saved", self.running - self.before)


@dataclass(frozen=True)
class Change:
    sort: str
    sentence: str
    cost: str
    plan: ClassPlan
    adult_minutes: float = 0.0


def adult_words(minutes: float) -> str:
    """What an adult prepares, as one plans it: minutes, or hours spread over evenings."""
    if minutes < HOURS_FROM:
        return f"{minutes:.0f} minutes of an adult"
    evenings = math.ceil(minutes / EVENING)
    spread = "" if evenings < 2 else f", spread over {evenings} evenings"
    return f"about {_hours(minutes)} of an adult{spread}"


def _hours(minutes: float) -> str:
    halves = max(round(minutes / 30), 2)
    whole = f"{halves // 2}" if halves % 2 == 0 else f"{halves // 2}\N{VULGAR FRACTION ONE HALF}"
    return f"{whole} hour{'' if halves == 2 else 's'}"


def ranked(saves: Iterable[Save]) -> tuple[Save, ...]:
    """The changes by how many groups they save; what takes evenings of an adult comes after any that does nearly as
    much for less.
    """
    order = sorted(saves, key=lambda save: (-round(save.saved, 1), save.adult_minutes))
    light = [save for save in order if save.adult_minutes <= EVENING]

    def late(save: Save) -> bool:
        return save.adult_minutes > EVENING and any(each.saved >= NEARLY * save.saved for each in light)

    return (*(save for save in order if not late(save)), *(save for save in order if late(save)))


def plain_changes(plan: ClassPlan) -> Iterator[Change]:
    """Changes that leave the motors as they are."""
    for at, motor in enumerate(plan.motors):
        of = f" ({motor.title})" if len(plan.motors) > 1 else ""
        made = len(plan.groups)  # each group comes to each station
        for step in build_of(motor.design).steps:
            if step.id in motor.prepared or step.id in NEVER_PREPARED:
                continue
            motors = [*plan.motors[:at], _prepared(motor, (step.id,)), *plan.motors[at + 1 :]]
            yield Change(
                f"prepare-{step.id}",
                f"Beforehand{of}: {step.title.lower()}",
                adult_words(step.minutes * made),
                plan.model_copy(update={"motors": motors}),
                step.minutes * made,
            )
        quick = _most_prepared(plan, motor)
        if quick is not None:
            steps = {step.id: step for step in build_of(motor.design).steps}
            titles = ", ".join(steps[id_].title.lower() for id_ in quick)
            minutes = sum(steps[id_].minutes for id_ in quick) * made
            motors = [*plan.motors[:at], _prepared(motor, quick), *plan.motors[at + 1 :]]
            yield Change(
                "prepare-most",
                f"Beforehand{of}: {titles}",
                adult_words(minutes),
                plan.model_copy(update={"motors": motors}),
                minutes,
            )
    more = "One more helper" if plan.helpers else "A helper who walks about"
    yield Change("helper", more, "one adult more", plan.model_copy(update={"helpers": plan.helpers + 1}))
    longer = plan.minutes + LONGER
    yield Change(
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
    times = shared_work(plan.pupils)
    left, chosen = building_minutes(own, plan.pupils), list[str]()
    for step in sorted(build_of(own.design).steps, key=lambda step: -step.minutes):
        if left <= EARLY * plan.turn:
            break
        if step.id not in motor.prepared and step.id not in NEVER_PREPARED:
            chosen.append(step.id)
            left -= step_minutes(step, plan.hands) * times
    return tuple(chosen) if len(chosen) > 1 else None


def softer(plan: ClassPlan, at: int, known: MotorKnown) -> Iterator[Change]:
    """Changes of a motor's plan by which more builds go."""
    motor = plan.built[at]
    for advice in advise(motor.design, known.draws, SOFTER):
        if advice.goes_after <= advice.goes_before:
            continue
        changed = plan.motors[at].model_copy(update={"design": patched(plan.motors[at].design, advice.patch)})
        yield Change(
            "softer",
            f"{motor.title}: {advice.sentence}" if len(plan.motors) > 1 else advice.sentence,
            advice.price or "another build sheet",
            plan.model_copy(update={"motors": [*plan.motors[:at], changed, *plan.motors[at + 1 :]]}),
        )


def other_motors(plan: ClassPlan, others: Sequence[ClassMotor]) -> Iterator[Change]:
    """Other motors, those first of which most builds go and are built in time."""
    ranked = []
    for motor in others:
        changed = plan.model_copy(update={"motors": [motor]})
        own = changed.built[0]
        try:
            share = evaluate(own.design).share_that_goes
        except OakSpinError:
            continue
        in_time = min(plan.turn / max(building_minutes(own, plan.pupils), 1.0), 1.5)
        ranked.append((share * min(in_time, 1.0) + 0.1 * in_time, changed, own))
    ranked.sort(key=lambda row: -row[0])
    for _, changed, own in ranked[:MOST_OTHERS]:
        yield Change(
            "other",
            f"{own.title} ({motor_word(own)}) instead",
            f"{building_minutes(own, plan.pupils):.0f} minutes of building",
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
