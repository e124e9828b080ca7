"""What came of a class: each group's tries, what was found wrong, what they noted; a part of the class's file."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import Field, ValidationError, model_validator

from oakspin.classroom.plan import MOST_GROUPS, MOST_MOTORS, ClassPlan, Group
from oakspin.design.document import faults_of
from oakspin.design.models import ONE_LINE, WHOLE, Record, misfit
from oakspin.diagnose.repair import Repair
from oakspin.errors import Fault, UnfitPatch, UnreadableDesign
from oakspin.kinds.kinds import faults_of as motor_faults
from oakspin.measure.trial import Readings, Seen, Trial
from oakspin.measure.went import went

MOST_TRIES = 20  # of one group with one motor

Words = Annotated[str, Field(max_length=1000)]
Minute = Annotated[float, Field(ge=0, le=600)]
Right = Annotated[int, Field(ge=0, le=100), WHOLE]
Name = Annotated[str, Field(max_length=40), ONE_LINE]


class TryResult(Record):
    """One try of a group's motor. ``fault`` is what was found wrong after it and mended, where something was."""

    seen: Annotated[list[Seen], Field(min_length=1, max_length=9, description="What was seen.")]
    minute: Annotated[Minute | None, Field(description="Minute of the lesson; none where nobody looked.")] = None
    readings: Readings = Readings()
    fault: Annotated[Name, Field(description="What was found wrong after it, by its id; may be empty.")] = ""
    minutes: Annotated[float | None, Field(ge=0, le=600, description="Minutes of finding and mending it.")] = None
    rebuilt: Annotated[bool, Field(description="Built anew since the try before.")] = False
    changed: Annotated[Words, Field(description="What they changed before it, and why.")] = ""

    @property
    def goes(self) -> bool:
        """Whether the motor went."""
        return went(self.seen)


class MotorResults(Record):
    """What a group made of a motor of the plan, by its place there, from 0. No tries: it was not built in time."""

    motor: Annotated[int, Field(ge=0, le=MOST_MOTORS - 1), WHOLE] = 0
    tries: Annotated[list[TryResult], Field(max_length=MOST_TRIES)] = []

    @property
    def went(self) -> int | None:
        """At which try it went, from 1, where it went at all."""
        return next((number for number, each in enumerate(self.tries, 1) if each.goes), None)

    @property
    def mended(self) -> tuple[TryResult, ...]:
        """Tries that showed what was wrong: something was found after them, and it went when that was mended.

        A fault that was named but after which the motor never went is not proved.
        """
        return tuple(each for each in self.tries[: (self.went or 1) - 1] if each.fault)


class GroupResults(Record):
    """What came of one group. ``before`` and ``after`` are right answers to the questions."""

    group: Group
    motors: Annotated[list[MotorResults], Field(max_length=MOST_MOTORS)] = []
    waited: Annotated[Minute | None, Field(description="Minutes of waiting for help.")] = None
    predicted: Annotated[Words, Field(description="What they predicted.")] = ""
    learned: Annotated[Words, Field(description="What they learned.")] = ""
    before: Right | None = None
    after: Right | None = None

    @model_validator(mode="after")
    def _each_motor_once(self) -> GroupResults:
        motors = [each.motor for each in self.motors]
        if len(set(motors)) < len(motors):
            raise misfit("motors", ", ".join(map(str, motors)), "each motor once", "Put its tries into one list.")
        return self


class Foretold(Record):
    """What was forecast before the lesson.

    ``often`` tells by motor how often each fault comes, of 1; ``magnets`` how many were to be counted out.
    """

    running: Annotated[int, Field(ge=0, le=MOST_GROUPS), WHOLE]
    low: Annotated[int, Field(ge=0, le=MOST_GROUPS), WHOLE]
    high: Annotated[int, Field(ge=0, le=MOST_GROUPS), WHOLE]
    first_try: Annotated[float, Field(ge=0, le=MOST_GROUPS)]
    waiting_min: Annotated[float, Field(ge=0, le=600)]
    magnets: Annotated[int, Field(ge=0, le=10_000), WHOLE] = 0
    often: Annotated[
        list[dict[Annotated[str, Field(max_length=40)], Annotated[float, Field(ge=0, le=1)]]],
        Field(max_length=MOST_MOTORS),
    ] = []


class ClassResults(Record):
    """What came of a class. ``questions`` is how many were asked, before and after."""

    groups: Annotated[list[GroupResults], Field(max_length=MOST_GROUPS)] = []
    questions: Annotated[int | None, Field(ge=1, le=100, description="Questions asked, before and after."), WHOLE] = (
        None
    )
    magnets_in: Annotated[int | None, Field(ge=0, le=10_000, description="Magnets counted in."), WHOLE] = None
    foretold: Annotated[Foretold | None, Field(description="The forecast as it was before the lesson.")] = None
    note: Annotated[Words, Field(description="The teacher's own words.")] = ""

    @model_validator(mode="after")
    def _can_be(self) -> ClassResults:
        names = [each.group.casefold() for each in self.groups]
        if len(set(names)) < len(names):
            raise misfit("groups", ", ".join(names)[:200], "each group once", "Put what a group did into one entry.")
        for number, each in enumerate(self.groups):
            for name in ("before", "after"):
                right = getattr(each, name)
                if right is not None and self.questions is not None and right > self.questions:
                    at, limit = f"groups/{number}/{name}", f"at most the {self.questions} that were asked"
                    raise misfit(at, right, limit, "Correct it, or how many questions were asked.")
        return self

    @property
    def empty(self) -> bool:
        """Whether nothing of any group is noted."""
        return all(each == GroupResults(group=each.group) for each in self.groups)

    def of(self, group: str) -> GroupResults:
        """What came of a group; an empty entry where nothing is noted."""
        same = (each for each in self.groups if each.group.casefold() == group.casefold())
        return next(same, GroupResults(group=group))


@dataclass(frozen=True)
class RunAt:
    """A try with where it stands: the group, the motor's place in the plan, the try's number there, from 1."""

    group: str
    motor: int
    number: int
    of: TryResult

    @property
    def key(self) -> str:
        """A name for its place."""
        return f"{self.group.casefold()}/{self.motor}/{self.number}"


def results_of(value: object) -> ClassResults:
    """Check what came of a class, as a file or the API gives it.

    Raises
    ------
    UnreadableDesign
        With one fault per thing that is wrong.
    """
    try:
        return ClassResults.model_validate(value)
    except ValidationError as error:
        raise UnreadableDesign(faults_of(error)) from None


def check_results(plan: ClassPlan, results: ClassResults) -> None:
    """Check results against their plan. Raises ``UnfitPatch`` where a fault is named that the motor cannot have."""
    known = [{fault.id for fault in motor_faults(motor.design)} for motor in plan.motors]
    for group, each in enumerate(results.groups):
        for number, made in enumerate(each.motors):
            for at, one in enumerate(made.tries):
                if one.fault and made.motor < len(known) and one.fault not in known[made.motor]:
                    field = f"/results/groups/{group}/motors/{number}/tries/{at}/fault"
                    limit = f"one of {', '.join(sorted(known[made.motor]))}"
                    raise UnfitPatch([Fault(field, one.fault, limit, "Name a fault of this motor, or none.")])


def runs_in(results: ClassResults) -> Iterator[RunAt]:
    """All tries, group by group."""
    for each in results.groups:
        for made in each.motors:
            for number, one in enumerate(made.tries, 1):
                yield RunAt(each.group, made.motor, number, one)


def trial_in(plan: ClassPlan, run: RunAt) -> Trial:
    """A try as a trial of its motor, in the hands of the class."""
    one = run.of
    return Trial(
        group=run.group,
        readings=one.readings,
        seen=one.seen,
        rebuilt=one.rebuilt,
        hands=plan.hands,
        fault=one.fault,
        note=one.changed,
    )


def repairs_in(plan: ClassPlan, results: ClassResults) -> Iterator[tuple[RunAt, Repair]]:
    """What was wrong with motors that went after it was mended, each with the try that showed it."""
    for run in runs_in(results):
        made = next(each for each in results.of(run.group).motors if each.motor == run.motor)
        if run.of in made.mended and run.number < (made.went or 0):
            one = run.of
            yield run, Repair(fault=one.fault, minutes=one.minutes, group=run.group, hands=plan.hands)


def with_trials(results: ClassResults, trials: Iterable[tuple[int, Trial]]) -> ClassResults:
    """What came, with trials that groups noted at their motors: each behind the tries of its group and motor."""
    groups = {each.group.casefold(): each for each in results.groups}
    for motor, trial in trials:
        if not trial.seen:
            continue
        name = trial.group.casefold()
        before = groups.get(name, GroupResults(group=trial.group))
        made = next((each for each in before.motors if each.motor == motor), MotorResults(motor=motor))
        if len(made.tries) >= MOST_TRIES:
            continue
        one = TryResult(seen=trial.seen, readings=trial.readings, rebuilt=trial.rebuilt, changed=trial.note)
        more = made.model_copy(update={"tries": [*made.tries, one]})
        others = [each for each in before.motors if each.motor != motor]
        groups[name] = before.model_copy(update={"motors": sorted([*others, more], key=lambda each: each.motor)})
    return results.model_copy(update={"groups": list(groups.values())})


def plain(results: ClassResults) -> dict[str, Any]:
    """As a file and the database keep it."""
    return results.model_dump(mode="json", exclude_defaults=True)
