"""What each group did, in words: its motors, its tries, its main figure beside the prediction."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from oakspin.classroom.plan import ClassPlan
from oakspin.classroom.results import ClassResults, MotorResults, RunAt, TryResult, trial_in
from oakspin.errors import OakSpinError
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.kinds import faults_of
from oakspin.measure.compare import Comparison, compare
from oakspin.measure.trial import SEEN
from oakspin.rounding import rounded
from oakspin.spoken import PLAIN

MAIN = ("speed", "gate_time", "gate_speed")  # what a try is told by, the first that was measured
State = Literal["runs", "stopped", "not_built", "unknown"]


@dataclass(frozen=True)
class RunReview:
    """A try as it is told: what was seen, in words, and its main figure beside the prediction, where it was measured.

    ``main`` is the comparison of the figure by which it is told.
    """

    number: int
    goes: bool
    minute: float | None
    seen: str
    fault: str
    minutes: float | None
    changed: str
    main: Comparison | None


@dataclass(frozen=True)
class MotorReview:
    """What a group made of one motor, in words, with its tries."""

    motor: str
    state: State
    sentence: str
    runs: tuple[RunReview, ...]


@dataclass(frozen=True)
class GroupReview:
    """A group's notebook."""

    group: str
    motors: tuple[MotorReview, ...]
    waited: float | None
    predicted: str
    learned: str
    before: int | None
    after: int | None


def motor_title(plan: ClassPlan, motor: int) -> str:
    return plan.motors[motor].title if motor < len(plan.motors) else f"motor {motor + 1}, not in the plan any more"


def group(plan: ClassPlan, results: ClassResults, name: str) -> GroupReview:
    entry = results.of(name)
    made = {each.motor: each for each in entry.motors}
    places = sorted({*range(len(plan.motors)), *made})
    return GroupReview(
        group=name,
        motors=tuple(_motor(plan, name, at, made.get(at)) for at in places),
        waited=entry.waited,
        predicted=entry.predicted,
        learned=entry.learned,
        before=entry.before,
        after=entry.after,
    )


def _motor(plan: ClassPlan, group: str, at: int, made: MotorResults | None) -> MotorReview:
    title = motor_title(plan, at)
    if made is None:
        return MotorReview(title, "unknown", "Nothing is noted.", ())
    if not made.tries:
        return MotorReview(title, "not_built", "Not built in time.", ())
    words = _fault_words(plan, at)
    runs = tuple(_run(plan, words, RunAt(group, at, number, one)) for number, one in enumerate(made.tries, 1))
    went = made.went
    if went is None:
        last = made.tries[-1]
        why = words.get(last.fault, "")
        return MotorReview(title, "stopped", f"Did not go: {_spoken(last)}.{f' {why}' if why else ''}", runs)
    at_try = "at the first try" if went == 1 else f"at try {went}"
    minute = made.tries[went - 1].minute
    return MotorReview(title, "runs", f"Went {at_try}{'' if minute is None else f', minute {minute:.0f}'}.", runs)


def _fault_words(plan: ClassPlan, at: int) -> dict[str, str]:
    return {fault.id: fault.sentence for fault in faults_at(plan, at)}


def faults_at(plan: ClassPlan, at: int) -> Sequence[BenchFault]:
    try:
        return faults_of(plan.built[at].design) if at < len(plan.motors) else ()
    except OakSpinError:  # no motor can be made of what stands on the shelf now
        return ()


def _spoken(one: TryResult) -> str:
    return ", ".join(SEEN[seen] for seen in one.seen)


def _run(plan: ClassPlan, words: Mapping[str, str], run: RunAt) -> RunReview:
    one = run.of
    return RunReview(
        number=run.number,
        goes=one.goes,
        minute=one.minute,
        seen=_spoken(one),
        fault=words.get(one.fault, one.fault),
        minutes=one.minutes,
        changed=one.changed,
        main=main_figure(plan, run),
    )


def main_figure(plan: ClassPlan, run: RunAt) -> Comparison | None:
    """The figure by which a try is told, beside the prediction for these hands."""
    if run.motor >= len(plan.motors):
        return None
    try:
        found = {each.name: each for each in compare(plan.built[run.motor].design, trial_in(plan, run))}
    except OakSpinError:
        return None
    return next((found[name] for name in MAIN if name in found), next(iter(found.values()), None))


def fastest(plan: ClassPlan, groups: Sequence[GroupReview]) -> Iterator[str]:
    """For each motor who was fastest, and how far groups lie apart."""
    for at, motor in enumerate(plan.motors):
        best: dict[str, Comparison] = {}
        for each in groups:
            mine = each.motors[at].runs if at < len(each.motors) else ()
            figures = [run.main for run in mine if run.main and run.main.name in MAIN]
            if figures:
                best[each.group] = (min if figures[0].name == "gate_time" else max)(
                    figures, key=lambda figure: figure.measured
                )
        if not best:
            continue
        quick = min if next(iter(best.values())).name == "gate_time" else max
        group = quick(best, key=lambda name: best[name].measured)
        first, low, high = (rounded(value, 2) for value in (best[group].measured, *best[group].band))
        unit = PLAIN[best[group].unit].words
        remark = f"{motor.title}: {group} was fastest with {first} {unit}; {low} to {high} was predicted."
        if len(best) > 1:
            other = (max if quick is min else min)(each.measured for each in best.values())
            remark += f" The slowest of {len(best)} reached {rounded(other, 2)}."
        yield remark


def counted(count: int, word: str) -> str:
    return f"{count} {word}" if count == 1 else f"{count} {word}s"
