"""The review of a class: the forecast against what happened, what stopped groups, what to change."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from oakspin.classroom.builds import MotorKnown, often_of
from oakspin.classroom.forecast.draw import Forecast
from oakspin.classroom.kit import kit_of
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, ClassPlan
from oakspin.classroom.results import ClassResults, Foretold
from oakspin.classroom.review.gain import Gained, gain
from oakspin.classroom.review.groups import GroupReview, counted, fastest, faults_at, group
from oakspin.kinds.common_faults import NOT_MADE
from oakspin.kinds.kinds import KINDS, build_of, faults_of

EXPECTED_LEAST = 0.4  # groups in which a fault was to be expected, from which it is told though it never came
OFTEN = 2  # groups in which the same fault came, from which it is worth a change
MOST_NEXT = 4

Place = Literal["inside", "above", "below", "unknown"]


@dataclass(frozen=True)
class FaultReview:
    """A fault: in how many groups it was ``expected``, and in how many ``found``: they went when it was mended. It is
    ``thought`` to have stopped others to the end, which nobody could prove.

    ``before`` and ``now`` are how often such hands have it, of 1: as it was thought, and by what is known now.
    """

    id: str
    motor: str
    sentence: str
    cure: str
    expected: float
    found: int
    thought: int
    before: float
    now: float


@dataclass(frozen=True)
class Review:
    """What came of a class. ``noted`` motors of groups are known of, of ``of`` that were to be built.

    ``place`` says where those that ran lie beside the forecast's band.
    """

    headline: str
    against: str
    place: Place
    running: int
    noted: int
    of: int
    first_try: int
    not_built: int
    waited: float | None
    faults: tuple[FaultReview, ...]
    fastest: tuple[str, ...]
    gain: Gained | None
    magnets: str
    magnets_missing: bool
    next: tuple[str, ...]
    groups: tuple[GroupReview, ...]


def foretold_of(now: Forecast, known: Sequence[MotorKnown] = ()) -> Foretold:
    """What is kept of a forecast until the evening after."""
    knowledge = [*known, *[MotorKnown()] * (len(now.plan.motors) - len(known))]
    often = []
    for motor, each in zip(now.plan.built, knowledge, strict=True):
        faults = faults_of(motor.design)
        shares = often_of(faults, motor, each.common)
        often.append({fault.id: round(float(share), 4) for fault, share in zip(faults, shares, strict=True)})
    return Foretold(
        running=now.running.value,
        low=now.running.low,
        high=now.running.high,
        first_try=round(now.first_try, 1),
        waiting_min=round(now.waiting_min, 1),
        magnets=kit_of(now.plan, known=known).magnets,
        often=often,
    )


def review_of(plan: ClassPlan, results: ClassResults, magnets: int, now: Sequence[Mapping[str, float]] = ()) -> Review:
    """Hold what came of a class against its forecast.

    Parameters
    ----------
    plan : ClassPlan
    came : Came
    magnets : int
        Magnets that are to be counted out by the plan; those of the forecast, where one was kept, went out.
    now : sequence of mapping of str to float
        For each motor how often such hands have each fault by what is known now, of 1; as foretold where left out.

    Raises
    ------
    Refusal
        When no motor can be made of a design.
    """
    planned = {group.casefold() for group in plan.groups}
    names = [*plan.groups, *(each.group for each in results.groups if each.group.casefold() not in planned)]
    groups = tuple(group(plan, results, name) for name in names)
    every = [(each, motor) for each in groups for motor in each.motors]
    noted = [motor for _, motor in every if motor.state != "unknown"]
    running = sum(motor.state == "runs" for motor in noted)
    first = sum(bool(motor.runs) and motor.runs[0].goes for motor in noted)
    not_built = sum(motor.state == "not_built" for motor in noted)
    waits = [each.waited for each in results.groups if each.waited is not None]
    faults = tuple(_faults(plan, results, now))
    place, against = _against(results.foretold, running, len(noted), len(plan.motors), len(names))
    magnets = results.foretold.magnets if results.foretold and results.foretold.magnets else magnets
    missing = 0 if results.magnets_in is None else magnets - results.magnets_in
    return Review(
        headline=_headline(running, len(noted), len(every), first),
        against=against,
        place=place,
        running=running,
        noted=len(noted),
        of=len(every),
        first_try=first,
        not_built=not_built,
        waited=round(sum(waits) / len(waits), 1) if waits else None,
        faults=faults,
        fastest=tuple(fastest(plan, groups)),
        gain=gain(results),
        magnets=_magnets(magnets, results.magnets_in),
        magnets_missing=missing > 0,
        next=tuple(_next(plan, faults, not_built, len(noted)))[:MOST_NEXT],
        groups=groups,
    )


def _headline(running: int, noted: int, of: int, first: int) -> str:
    if not noted:
        return "Nothing is noted yet."
    rest = "" if noted == of else f" {of - noted} are not noted."
    at_first = f", {first} at the first try" if first else ""
    return f"{running} of {noted} had it running{at_first}.{rest}"


def _against(remark: Foretold | None, running: int, noted: int, motors: int, of: int) -> tuple[Place, str]:
    """Where what ran lies beside the forecast, with its sentence; with several motors in the mean over the turns."""
    if remark is None:
        return "unknown", "No forecast was kept before the lesson."
    whole = f"{remark.running} ({remark.low} to {remark.high})"
    if noted < of * motors:
        return "unknown", f"{whole} were forecast; not all groups are noted yet."
    ran = running / motors
    in_mean = f", {ran:.1f} in the mean over the turns" if motors > 1 else ""
    if remark.low <= round(ran) <= remark.high:
        return "inside", f"{whole} were forecast{in_mean}: it came as told."
    if ran > remark.high:
        return "above", f"{whole} were forecast{in_mean}: it went better than eight such lessons of ten."
    return "below", f"{whole} were forecast{in_mean}: fewer ran than in eight such lessons of ten."


def _faults(plan: ClassPlan, results: ClassResults, now: Sequence[Mapping[str, float]]) -> Iterator[FaultReview]:
    remark = results.foretold.often if results.foretold else []
    rows: list[FaultReview] = []
    for at, motor in enumerate(plan.built):
        made = [each for group in results.groups for each in group.motors if each.motor == at and each.tries]
        before = remark[at] if at < len(remark) else {}
        for fault in faults_at(plan, at):
            found = sum(any(one.fault == fault.id for one in each.mended) for each in made)
            thought = sum(each.went is None and any(one.fault == fault.id for one in each.tries) for each in made)
            share = before.get(fault.id, fault.commonness(motor.design.maker))
            expected = round(share * len(made), 2)
            if found or thought or expected >= EXPECTED_LEAST:
                rows.append(
                    FaultReview(
                        id=fault.id,
                        motor=motor.title,
                        sentence=fault.sentence,
                        cure=fault.cure.do,
                        expected=expected,
                        found=found,
                        thought=thought,
                        before=round(share, 4),
                        now=round(now[at].get(fault.id, share), 4) if at < len(now) else round(share, 4),
                    )
                )
    yield from sorted(rows, key=lambda row: (-row.found - row.thought, -row.expected))


def _magnets(out: int, back: int | None) -> str:
    if back is None:
        return f"{counted(out, 'magnet')} went out. Count them in before anybody leaves." if out else ""
    if back < out:
        return (
            f"{out - back} of {out} magnets missing! Search until found; if one may have been swallowed, "
            "get medical help at once."
        )
    more = f", {back - out} more than went out: count again" if back > out else ""
    return f"{back} magnets are back{more}." if more else f"All {out} magnets are back."


def _next(plan: ClassPlan, faults: Sequence[FaultReview], not_built: int, noted: int) -> Iterator[str]:
    """What to do otherwise next time, by what stopped most."""
    several = len(plan.motors) > 1
    remark: list[tuple[float, str]] = []
    if not_built:
        longest = _longest(plan)
        cure = f"Beforehand next time: {longest}." if longest else "Give it more time."
        remark.append((not_built, f"{not_built} of {noted} were not built in time. {cure}"))
    for row in faults:
        many = row.found + row.thought
        if many >= OFTEN or row.thought:
            at = next((number for number, motor in enumerate(plan.motors) if motor.title == row.motor), 0)
            step = _made_in(plan.motors[at], row.id)
            reason = f" {NOT_MADE[row.id]}" if row.id in NOT_MADE else ""
            where = f" It comes from the step “{step}”: look there before the first try." if step else reason
            of = f"{row.motor}: " if several else ""
            remark.append((many + row.thought, f"{of}{row.sentence} In {counted(many, 'group')}.{where}"))
    yield from (sentence for _, sentence in sorted(remark, key=lambda pair: -pair[0]))


def _longest(plan: ClassPlan) -> str:
    """The longest step that may be prepared and is not, of all motors."""
    found = [
        (step.minutes, step.title.lower(), motor.title)
        for motor in plan.motors
        for step in build_of(motor.design).steps
        if step.id not in motor.prepared and step.id not in NEVER_PREPARED
    ]
    if not found:
        return ""
    _, title, motor = max(found)
    return f"{title} ({motor})" if len(plan.motors) > 1 else title


def _made_in(motor: ClassMotor, fault: str) -> str:
    """The step of the build sheet in which a fault is made; nothing where no step makes it."""
    made = KINDS[motor.design.kind].made_at
    return next((step.title for step in build_of(motor.design).steps if fault in made.get(step.id, ())), "")
