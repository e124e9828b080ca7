"""The evening after a class: the forecast against what came, what stopped groups, how fast it went, what was gained."""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy import stats

from oakspin.classroom.builds import often_of
from oakspin.classroom.forecast.draw import Forecast
from oakspin.classroom.forecast.lessons import MotorKnown
from oakspin.classroom.kit import kit_of
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, ClassPlan
from oakspin.classroom.results import ClassResults, Foretold, MotorResults, RunAt, TryResult, trial_in
from oakspin.errors import OakSpinError
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.kinds import KINDS, build_of, faults_of
from oakspin.measure.compare import Comparison, compare
from oakspin.measure.table import READ, defused
from oakspin.measure.trial import SEEN
from oakspin.rounding import rounded
from oakspin.spoken import PLAIN

MAIN = ("speed", "gate_time", "gate_speed")  # what a try is told by, the first that was measured
EXPECTED_LEAST = 0.4  # groups in which a fault was to be expected, from which it is told though it never came
BAND = 0.8  # of a gain
FEW = 3  # groups, under which a gain has no band
OFTEN = 2  # groups in which the same fault came, from which it is worth a change
MOST_NEXT = 4
COLUMNS = (
    "class",
    "date",
    "group",
    "motor",
    "try",
    "minute",
    "seen",
    "goes",
    *READ,
    "predicted_low",
    "predicted",
    "predicted_high",
    "measured",
    "figure",
    "unit",
    "fault",
    "mended_in_min",
    "changed",
    "waited_min",
    "right_before",
    "right_after",
    "questions",
    "learned",
)

Place = Literal["inside", "above", "below", "unknown"]
State = Literal["runs", "stopped", "not_built", "unknown"]


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
    remark: str
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


@dataclass(frozen=True)
class Gained:
    """Right answers before and after in the mean over groups with both, and the gain with its 80 % band."""

    groups: int
    of: int | None
    before: float
    after: float
    gain: float
    low: float
    high: float
    sentence: str


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
    groups = tuple(_group(plan, results, name) for name in names)
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
        fastest=tuple(_fastest(plan, groups)),
        gain=_gain(results),
        magnets=_magnets(magnets, results.magnets_in),
        magnets_missing=missing > 0,
        next=tuple(_next(plan, faults, not_built, len(noted)))[:MOST_NEXT],
        groups=groups,
    )


def review_table(plan: ClassPlan, results: ClassResults) -> str:
    """What came as CSV text: a row for each try, and for each motor of a group that was not tried."""
    out = io.StringIO()
    write = csv.writer(out, lineterminator="\n").writerow
    write(COLUMNS)
    for each in results.groups:
        of_group = (each.waited, each.before, each.after, results.questions, defused(each.learned))
        for made in each.motors or [MotorResults(motor=0)]:
            title = _title(plan, made.motor)
            runs = [RunAt(each.group, made.motor, at, one) for at, one in enumerate(made.tries, 1)]
            for run in runs:
                write([_cell(cell) for cell in (*_of_try(plan, title, run), *of_group)])
            if not runs:
                empty = [None] * (len(COLUMNS) - 4 - len(of_group))
                row = (defused(plan.title), plan.date, defused(each.group), defused(title), *empty, *of_group)
                write([_cell(cell) for cell in row])
    return out.getvalue()


def _of_try(plan: ClassPlan, title: str, run: RunAt) -> Iterator[object]:
    one, main = run.of, _main(plan, run)
    read = one.readings.model_dump()
    yield from (defused(plan.title), plan.date, defused(run.group), defused(title), run.number, one.minute)
    yield from (" ".join(one.seen), "yes" if one.goes else "no", *(read[name] for name in READ))
    yield from (main.band[0], main.predicted, main.band[1]) if main else (None, None, None)
    yield from (main.measured, main.label, main.unit) if main else (None, None, None)
    yield from (one.fault, one.minutes, defused(one.changed))


def _cell(value: object) -> object:
    return "" if value is None else f"{value:.6g}" if isinstance(value, float) else value


def _title(plan: ClassPlan, motor: int) -> str:
    return plan.motors[motor].title if motor < len(plan.motors) else f"motor {motor + 1}, not in the plan any more"


def _group(plan: ClassPlan, results: ClassResults, name: str) -> GroupReview:
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
    title = _title(plan, at)
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
    return {fault.id: fault.sentence for fault in _faults_at(plan, at)}


def _faults_at(plan: ClassPlan, at: int) -> Sequence[BenchFault]:
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
        main=_main(plan, run),
    )


def _main(plan: ClassPlan, run: RunAt) -> Comparison | None:
    """The figure by which a try is told, beside the prediction for these hands."""
    if run.motor >= len(plan.motors):
        return None
    try:
        found = {each.name: each for each in compare(plan.built[run.motor].design, trial_in(plan, run))}
    except OakSpinError:
        return None
    return next((found[name] for name in MAIN if name in found), next(iter(found.values()), None))


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
        for fault in _faults_at(plan, at):
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


def _fastest(plan: ClassPlan, groups: Sequence[GroupReview]) -> Iterator[str]:
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


def _gain(results: ClassResults) -> Gained | None:
    pairs = [(each.before, each.after) for each in results.groups if each.before is not None and each.after is not None]
    if not pairs:
        return None
    before, after = (np.array(row, float) for row in zip(*pairs, strict=True))
    gains = after - before
    mean = float(gains.mean())
    off = 0.0
    if len(pairs) >= FEW:
        off = float(stats.t.ppf((1 + BAND) / 2, len(pairs) - 1) * gains.std(ddof=1) / math.sqrt(len(pairs)))
    of = "" if results.questions is None else f" of {results.questions}"
    band = f" ({mean - off:+.1f} to {mean + off:+.1f})" if len(pairs) >= FEW else ""
    remark = (
        f"Right answers{of}: {before.mean():.1f} before, {after.mean():.1f} after,"
        f" {mean:+.1f}{band} in {_many(len(pairs), 'group')}."
    )
    return Gained(
        groups=len(pairs),
        of=results.questions,
        before=round(float(before.mean()), 2),
        after=round(float(after.mean()), 2),
        gain=round(mean, 2),
        low=round(mean - off, 2),
        high=round(mean + off, 2),
        sentence=remark,
    )


def _many(count: int, word: str) -> str:
    return f"{count} {word}" if count == 1 else f"{count} {word}s"


def _magnets(out: int, back: int | None) -> str:
    if back is None:
        return f"{_many(out, 'magnet')} went out. Count them in before anybody leaves." if out else ""
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
            where = f" It comes from the step “{step}”: look there before the first try." if step else ""
            of = f"{row.motor}: " if several else ""
            remark.append((many + row.thought, f"{of}{row.sentence} In {_many(many, 'group')}.{where}"))
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
