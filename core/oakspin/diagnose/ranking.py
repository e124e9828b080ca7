"""How likely each fault is by all that is known of a motor, and what tells most for its minute.

Source: information of an answer as the mean fall of entropy, C. Shannon, Bell Syst. Tech. J. 27, 379 (1948); checks
picked by it for their cost as in sequential fault finding, J. Gluss, Oper. Res. 7, 468 (1959).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from oakspin.diagnose.eyes import Eyes, parts_showing
from oakspin.diagnose.fault_bench import FaultBench, Symptoms
from oakspin.diagnose.rest_pose import ERRORS, READ, log_of_reading, spread_of
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS, SideSign, Sign
from oakspin.draws import Array
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.fault import BenchFault

Answer = Literal["yes", "no", "unsure"]
FAILS_OTHERWISE = 0.02  # how often something happens that no fault of the list explains
ALSO = 0.75  # how often a check answers yes for another fault that it finds, too
WORKS = 0.95  # how often a cure is done right
SURE = 0.65  # chance from which a fault is fixed without another check
TRY = 0.5  # minutes to run the motor once more
EXPLAINED = 0.5  # share of a fault's builds that show a sign, from which it explains it
NOT_EXPLAINED = 0.5  # of what was seen, below which not even the likeliest explains it
HEALTHY = 0.5  # chance from which it is told that nothing is wrong
ELSE = 0.05  # how often a bench shows something that its fault does not explain
COUNTS = 0.05  # chance from which what a fault explains counts as an explanation
LEAST = 1e-12
BLAMED = 0.1  # of a fault's chance, below which it cannot be to blame for what is seen
HARDLY_TO_BLAME = 0.05  # of 1, how far a fault counts in what to do next that cannot have brought about what is seen
NEARLY = 0.75  # of what the best step tells for its minute, from which another is as good
CURES_BLIND = 0.5  # minutes that it is thought to cost to mend what was not looked at

TIMES = {0.75: "very likely", 0.45: "likely", 0.2: "perhaps", 0.05: "hardly", 0.0: "very unlikely"}


@dataclass(frozen=True)
class Evidence:
    """What is known of a motor on the bench: signs ticked, readings by name, answers of checks by fault, and cures
    that were done without its going; ``where`` tells at which part a sign was seen. ``skipped`` are faults whose check
    and cure cannot be done now: they are no step.
    """

    signs: frozenset[Sign] = frozenset()
    readings: Mapping[str, float] = field(default_factory=dict)
    answers: Mapping[str, Answer] = field(default_factory=dict)
    cured: frozenset[str] = frozenset()
    where: Mapping[SideSign, str] = field(default_factory=dict)
    skipped: frozenset[str] = frozenset()

    @property
    def any(self) -> bool:
        """Whether anything is known at all."""
        return bool(self.signs or self.readings or self.answers or self.cured)


def check_evidence(bench: FaultBench, evidence: Evidence) -> None:
    """Check that evidence can be of this motor: faults that it can have, signs at parts that can show them.

    Raises
    ------
    UnfitPatch
        One fault for each thing that cannot be.
    """
    ids = [fault.id for fault in bench.faults]
    limit = f"one of {', '.join(ids)}"
    faults = [
        Fault("/answers", name, limit, "Ask again with faults of this motor.")
        for name in (*evidence.answers, *evidence.cured, *evidence.skipped)
        if name not in ids
    ]
    for sign, part in evidence.where.items():
        parts = parts_showing(bench.faults, sign)
        if part not in parts:
            limit = f"one of {', '.join(parts)}" if parts else "none: it is seen at one place only"
            faults.append(Fault(f"/where/{sign}", part, limit, "Ask again with a part of this motor."))
    if faults:
        raise UnfitPatch(faults)


@dataclass(frozen=True)
class Effect:
    """What a cure would do: in how many of 100 builds it then goes, and how fast in the median, in the plan's unit."""

    goes_of_100: int
    speed: float


@dataclass(frozen=True)
class Suspect:
    """A fault by rank. ``chance`` that it is there; ``explains`` so many ``of`` what was seen and read. ``blamed`` says
    whether it can have brought that about.
    """

    fault: BenchFault
    chance: float
    word: str
    explains: int
    of: int
    effect: Effect
    blamed: bool


@dataclass(frozen=True)
class NextStep:
    """What to do next about a fault: its check, or its cure at once. ``bits`` is what it tells."""

    fault: BenchFault
    cure: bool
    minutes: float
    bits: float


@dataclass(frozen=True)
class Diagnosis:
    """Suspects by rank, the next steps by what they tell for their minute, and how likely all is as planned.

    ``as_planned`` says that the plan explains all that was seen and read.
    ``helps`` is a reading that would tell most, where one would; ``explained`` is false where nothing explains it.
    """

    suspects: tuple[Suspect, ...]
    steps: tuple[NextStep, ...]
    planned: float
    as_planned: bool
    explained: bool
    helps: str


def word_of(chance: float) -> str:
    """A chance in words."""
    return next(word for least, word in TIMES.items() if chance >= least)


def weights_of(bench: FaultBench, known: Evidence) -> tuple[Array, list[Array]]:
    """How likely each hypothesis is, and within each its builds; shapes (hypotheses,) and (builds,) each."""
    prior = np.array([each.prior for each in bench.symptoms])
    prior = prior / prior.sum()
    shown, answered, inside = [], [], []
    for each in bench.symptoms:
        likely = np.exp(_log_of(bench.eyes, each, known)) * each.weight
        whole = float(likely.sum())
        inside.append(likely / whole if whole > 0 else each.weight)
        shown.append(whole * _pointed(bench, each, known))
        answered.append(_answered(bench, each, known))
    # A bench may show something else than its fault: then what is seen tells nothing.
    evidence = (1 - ELSE) * np.array(shown) + ELSE * float(prior @ np.array(shown))
    found = prior * evidence * np.array(answered) + LEAST * prior
    return found / found.sum(), inside


def _log_of(eyes: Eyes, each: Symptoms, known: Evidence) -> Array:
    found = eyes.log_likelihood(each.shows, known.signs, counted="speed" in known.readings)
    for name, value in known.readings.items():
        found = found + log_of_reading(each, name, value)
    return np.asarray(found)


def _pointed(bench: FaultBench, each: Symptoms, known: Evidence) -> float:
    """How likely signs are pointed at where they are, of one hypothesis."""
    there = [bench.fault(id_) for id_ in each.ids]
    chance = 1.0
    for sign, part in known.where.items():
        parts = parts_showing(bench.faults, sign)
        if sign in known.signs and part in parts:
            chance *= bench.eyes.pointed_chance(sign, part, there, parts)
    return chance


def _answered(bench: FaultBench, each: Symptoms, known: Evidence) -> float:
    chance = 1.0
    for id_, answer in known.answers.items():
        yes = says_yes(bench.fault(id_), each.ids)
        chance *= {"yes": yes, "no": 1 - yes, "unsure": 1.0}[answer]
    for id_ in known.cured:
        chance *= 1 - WORKS if each.ids == (id_,) else 1.0
    return chance


def says_yes(fault: BenchFault, there: tuple[str, ...]) -> float:
    """How often a fault's check is answered yes where these faults are there."""
    if fault.id in there:
        return fault.check.sure
    return ALSO if set(fault.check.also) & set(there) else fault.check.mistaken


def diagnosed(bench: FaultBench, known: Evidence) -> Diagnosis:
    """Rank the faults by all that is known; by nothing but that it does not do as planned, where nothing is."""
    weights, inside = weights_of(bench, known)
    if not known.any:
        weights = np.concatenate([[0.0], weights[1:] / weights[1:].sum()])
    blame = blames_of(bench, known, inside)
    by_fault = chances_of(bench, weights * blame)
    ranked = [_suspect(bench, fault, known, weights, inside, by_fault[fault.id]) for fault in bench.faults]
    if any(suspect.blamed and suspect.explains for suspect in ranked):
        ranked = [replace(suspect, blamed=suspect.blamed and suspect.explains > 0) for suspect in ranked]
    # What cannot have brought about what is seen comes after what can, however common it is.
    suspects = sorted(ranked, key=lambda suspect: (not suspect.blamed, -suspect.chance))
    planned = float(weights[0])
    blamed = {suspect.fault.id for suspect in suspects if suspect.blamed}
    counts = np.array([not each.ids or bool(blamed & set(each.ids)) for each in bench.symptoms])
    # What is hardly to blame is looked for once the rest is ruled out.
    steps = _steps(bench, known, weights * np.maximum(blame * counts, HARDLY_TO_BLAME), by_fault)
    best = suspects[0] if suspects else None
    seen = best.of if best else 0
    by_plan = _explains(bench.symptoms[0], known, inside[0])[0]
    likely = [suspect.explains for suspect in suspects if suspect.chance >= COUNTS]
    most = max([*likely, by_plan if planned > HEALTHY else 0])
    explained = seen == 0 or most / seen >= NOT_EXPLAINED
    return Diagnosis(tuple(suspects), steps, planned, by_plan >= seen, explained, _helps(bench, known, weights, inside))


def blames_of(bench: FaultBench, known: Evidence, inside: list[Array]) -> Array:
    """How far each hypothesis is to blame for what is seen: by how much worse the same builds without it explain it.

    Shape (hypotheses,), 0 to 1; 1 for the plan itself, and for all where nothing is known.
    """
    if not known.signs and not known.readings:
        return np.ones(len(bench.symptoms))
    without = np.exp(_log_of(bench.eyes, bench.symptoms[0], known))
    found = [1.0]
    for each, weight in zip(bench.symptoms[1:], inside[1:], strict=True):
        with_it = np.exp(_log_of(bench.eyes, each, known))
        worse = 1 - without[each.build] / np.maximum(with_it, LEAST)
        found.append(float(weight @ np.clip(worse, 0.0, 1.0)))
    return np.array(found)


def chances_of(bench: FaultBench, weights: Array) -> dict[str, float]:
    """How likely each fault is to be there, alone or beside another."""
    found = {fault.id: 0.0 for fault in bench.faults}
    for weight, each in zip(weights, bench.symptoms, strict=True):
        for id_ in each.ids:
            found[id_] += float(weight)
    return found


def _suspect(
    bench: FaultBench, fault: BenchFault, known: Evidence, weights: Array, inside: list[Array], blame: float
) -> Suspect:
    mine = [at for at, each in enumerate(bench.symptoms) if fault.id in each.ids]
    chance = float(weights[mine].sum())
    likeliest = mine[int(np.argmax(weights[mine]))]
    explains, of = _explains(bench.symptoms[likeliest], known, inside[likeliest])
    alone = next(at for at in mine if bench.symptoms[at].ids == (fault.id,))
    builds = np.asarray(np.bincount(bench.symptoms[alone].build, inside[alone], len(bench.runs)), float)
    effect = Effect(
        goes_of_100=round(100 * float(builds @ bench.runs)),
        speed=_weighted_median(bench.speeds, builds * bench.runs),
    )
    return Suspect(fault, chance, word_of(chance), explains, of, effect, blame >= BLAMED * chance)


def _weighted_median(values: Array, weights: Array) -> float:
    if weights.sum() <= 0:
        return 0.0
    order = np.argsort(values)
    sums = np.cumsum(weights[order])
    return float(values[order][int(np.searchsorted(sums, sums[-1] / 2))])


def _explains(each: Symptoms, known: Evidence, weight: Array) -> tuple[int, int]:
    """How many of the signs and readings builds of this fault mostly show, and of how many."""
    shown = 0
    for word in known.signs:
        if word in MOTION_SIGNS:
            mean = float(weight @ (each.shows.went == MOTION_SIGNS.index(word)))
        else:
            mean = float(weight @ each.shows.side_signs[:, SIDE_SIGNS.index(word)])
        shown += mean >= EXPLAINED
    for name, value in known.readings.items():
        values, likely = spread_of(each, name)
        share, least = ERRORS[name]
        near = np.abs(values - value) <= 2.5 * np.hypot(share * np.maximum(values, abs(value)), least)
        shown += float((likely * near).sum(axis=0) @ weight) >= EXPLAINED
    return shown, len(known.signs) + len(known.readings)


def _entropy(chances: Array) -> float:
    kept = chances[chances > 0]
    return float(-(kept * np.log2(kept)).sum())


def _bits(weights: Array, yes: Array) -> float:
    """What a yes or no tells of which hypothesis it is; ``yes`` is how likely each makes a yes."""
    often = float(weights @ yes)

    def two(chance: Array) -> Array:
        inside = np.clip(chance, 1e-9, 1 - 1e-9)
        return -(inside * np.log2(inside) + (1 - inside) * np.log2(1 - inside))

    return float(two(np.array(often)) - weights @ two(yes))


def _steps(bench: FaultBench, known: Evidence, to_blame: Array, by_fault: Mapping[str, float]) -> tuple[NextStep, ...]:
    """Checks and cures not done yet, by what they tell for their minute of what is to blame.

    ``to_blame`` is how likely each hypothesis is to be there and to blame, ``by_fault`` the same by fault.
    """
    steps = []
    weights = np.maximum(to_blame, LEAST) / np.maximum(to_blame, LEAST).sum()
    for fault in bench.faults:
        if fault.id in known.skipped:
            continue
        if fault.id not in known.answers:
            yes = np.array([says_yes(fault, each.ids) for each in bench.symptoms])
            steps.append(NextStep(fault, False, fault.check.minutes, _bits(weights, yes)))
        if fault.id not in known.cured:
            mends = np.array([WORKS if each.ids == (fault.id,) else FAILS_OTHERWISE for each in bench.symptoms])
            steps.append(NextStep(fault, True, fault.cure.minutes + TRY, _bits(weights, mends)))

    # Among those that tell nearly as much, the likeliest that is looked at most easily.
    def worth(step: NextStep) -> float:
        cost = step.minutes if step.cure else step.fault.check.costs
        return step.bits / (cost + (CURES_BLIND if step.cure else 0.0))

    ranked = sorted(steps, key=lambda step: -worth(step))
    near = [step for step in ranked if worth(step) >= NEARLY * worth(ranked[0])] if ranked else []
    first = sorted(near, key=lambda step: -round(by_fault[step.fault.id], 2) / (1 + step.fault.check.costs))
    return (*first, *ranked[len(near) :])


def fixes_now(suspect: Suspect, known: Evidence) -> bool:
    """Whether a fault is sure enough to be fixed at once: what a wrong fix would cost is less than its check."""
    if suspect.chance < SURE:
        return False
    wasted = (1 - suspect.chance) * (suspect.fault.cure.minutes + TRY)
    return suspect.fault.id in known.answers or wasted <= suspect.fault.check.minutes


def _helps(bench: FaultBench, known: Evidence, weights: Array, inside: list[Array]) -> str:
    """The reading not taken yet that would tell most, where any tells anything worth taking it."""
    best, most = "", 0.1
    for name in READ:
        if name in known.readings or (name == "speed" and bench.usual.speed <= 0):
            continue
        bits = bits_of_reading(bench, name, weights, inside)
        if bits > most:
            best, most = name, bits
    return best


def bits_of_sign(bench: FaultBench, sign: SideSign, weights: Array, inside: list[Array]) -> float:
    """Bits that it would tell to look whether a sign is there; weights as of :func:`weights_of`."""
    at = SIDE_SIGNS.index(sign)
    shown = (weight @ each.shows.side_signs[:, at] for each, weight in zip(bench.symptoms, inside, strict=True))
    return _bits(weights, np.array([bench.eyes.ticked_chance(sign, float(chance)) for chance in shown]))


def bits_of_reading(bench: FaultBench, name: str, weights: Array, inside: list[Array]) -> float:
    """Bits that a reading would tell, its values sorted into steps as wide as its error."""
    share, least = ERRORS[name]
    columns = [spread_of(each, name) for each in bench.symptoms]
    top = max(float(values.max()) for values, _ in columns)
    edges = [0.0]
    while edges[-1] < top and len(edges) < 80:
        edges.append(edges[-1] + 2 * math.hypot(share * edges[-1], least))
    tables = np.array(
        [
            np.bincount(np.digitize(values.ravel(), edges), (likely * weight).ravel(), len(edges) + 1)
            for (values, likely), weight in zip(columns, inside, strict=True)
        ]
    )
    whole = weights @ tables
    return _entropy(whole) - float(sum(w * _entropy(row) for w, row in zip(weights, tables, strict=True)))
