"""Changes of a plan that may get more groups running."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
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

LONGER = 10.0  # minutes that a longer lesson has more
SOFTER = 2  # changes of the design that are tried
MOST_OTHERS = 2  # other motors that are tried
EARLY = 0.6  # of the time for a motor, in which usual groups have built it where much is prepared


@dataclass(frozen=True)
class Save:
    """A change of the plan, how many groups run by it on average, and how many more that is; ``cost`` in words.

    ``plan`` is the changed plan, as it would be kept; ``sort`` what is changed.
    """

    sort: str
    sentence: str
    cost: str
    running: float
    before: float
    plan: ClassPlan
    saved: float = 0.0

    def __post_init__(self) -> None:
        object.__setattr__(self, "saved", self.running - self.before)


@dataclass(frozen=True)
class Change:
    sort: str
    sentence: str
    cost: str
    plan: ClassPlan


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
                f"{step.minutes * made:.0f} minutes of an adult",
                plan.model_copy(update={"motors": motors}),
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
                f"{minutes:.0f} minutes of an adult",
                plan.model_copy(update={"motors": motors}),
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
