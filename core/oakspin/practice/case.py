"""A motor with hidden faults: what it shows, what it answers, and what a learner did with it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Annotated, Literal
from zlib import crc32

import numpy as np
from pydantic import Field

from oakspin.design import Design
from oakspin.design.models import Record
from oakspin.design.patch import Setting, patched
from oakspin.diagnose.fault_bench import FaultBench, Symptoms
from oakspin.diagnose.fault_search import HiddenTrouble, flaw_of, hidden_in
from oakspin.diagnose.ranking import TRY, Answer, Evidence, says_yes
from oakspin.diagnose.rest_pose import drawn_readings
from oakspin.diagnose.signs import GOING, MOTION_SIGNS, SIDE_SIGNS, MotionSign, SideSign, shown_by
from oakspin.diagnose.views import bench_in
from oakspin.errors import Fault, OakSpinError, UnfitPatch
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.good_motors import good_motors
from oakspin.learn.observation import METER_SHARE, VOLTS_SHARE

TRIES = 12  # faults, or ways in which they come, that are tried until one shows
SIDE_BY_SIDE = 6  # builds of each
TURNS_SHARE = 0.03  # to which turns are counted


@dataclass(frozen=True)
class Observation:
    """Something to look at or to read beside the checks: what is done, and which signs or which reading it tells.

    ``along`` is what is done with a motor that travels along a way.
    """

    id: str
    do: str
    minutes: float
    signs: tuple[SideSign, ...] = ()
    reading: str = ""
    along: str = ""


WATCH = Observation(
    "watch",
    "Switch it on, give it the flick that the plan asks for, and watch.",
    0.5,
    (
        "slow",
        "other_way",
        "sparks",
        "joint_sparks",
        "hops",
        "jumps_off",
        "leans",
        "scrapes",
        "wobbles",
        "same_place",
        "snatched",
        "falls_off",
    ),
    along="Put it in, push it as the plan asks for, and watch.",
)
LOOKS = (
    Observation(
        "free",
        "Power off: flick it, and let it come to rest.",
        0.3,
        ("drags", "one_way_up"),
        along="Take the battery out and slide it through by hand.",
    ),
    Observation(
        "feel",
        "Power on for half a minute; then bring the back of a finger near battery and wire.",
        0.8,
        ("hot_battery", "hot_motor"),
    ),
    Observation(
        "closely", "Look closely at every part, beside the build sheet.", 1.0, ("gap_seen", "dull", "crooked", "unlike")
    ),
    Observation("current", "Read the current: the meter is in the circuit.", 0.3, reading="current"),
    Observation("volts", "Read the volts across the battery while it is on.", 0.6, reading="volts"),
    Observation("speed", "Count its turns for twenty seconds.", 0.6, reading="speed"),
)


class Act(Record):
    """What a learner does: look at something, make the check of a fault, name a fault with a cure, or give up.

    ``id`` is the look's, or the fault's; ``cure`` the fault whose cure is done.
    """

    do: Literal["look", "check", "name", "give_up"]
    id: Annotated[str, Field(max_length=40)] = ""
    cure: Annotated[str, Field(max_length=40)] = ""


@dataclass(frozen=True)
class MotorState:
    """What a motor shows with the faults that are left in it: how it goes, signs that are noticed, and readings.

    ``where`` tells at which part signs are noticed that can be pointed at.
    """

    went: MotionSign
    side_signs: frozenset[SideSign]
    readings: Mapping[str, float]
    where: Mapping[SideSign, str]


@dataclass(frozen=True)
class Case:
    """A motor with hidden faults; ``states`` by the faults that are still in it."""

    bench: FaultBench
    seed: int
    hidden: tuple[str, ...]
    states: Mapping[frozenset[str], MotorState]

    def state(self, left: frozenset[str]) -> MotorState:
        """What it shows with these faults left."""
        return self.states[left]

    def looks(self) -> tuple[Observation, ...]:
        """What can be looked at and read of this motor."""
        left = (look for look in LOOKS if look.reading != "speed" or not self.bench.travels)
        if not self.bench.travels:
            return tuple(left)
        return tuple(replace(look, do=look.along or look.do) for look in left)

    def begun(self, left: frozenset[str]) -> Evidence:
        """What watching it tells, with these faults left."""
        return self._noticed(Evidence(frozenset((self.state(left).went,))), WATCH.signs, left)

    def observed(self, look: Observation, left: frozenset[str], known: Evidence) -> Evidence:
        """What is known after a look."""
        state = self.state(left)
        if look.reading:
            return replace(known, readings={**known.readings, look.reading: state.readings[look.reading]})
        return self._noticed(known, look.signs, left)

    def _noticed(self, known: Evidence, signs: Sequence[SideSign], left: frozenset[str]) -> Evidence:
        state = self.state(left)
        there = [sign for sign in signs if sign in state.side_signs]
        where = {sign: state.where[sign] for sign in there if sign in state.where}
        return replace(known, signs=known.signs | {*there}, where={**known.where, **where})

    def answer(self, id_: str, left: frozenset[str]) -> Answer:
        """The answer of a fault's check: the same whenever it is made with the same faults left."""
        chance = np.random.default_rng([self.seed, crc32(id_.encode()), len(left)])
        return "yes" if chance.random() < says_yes(self.bench.fault(id_), tuple(sorted(left))) else "no"

    def costs(self, cure: str) -> float:
        """Minutes of a fault's cure, with a new run."""
        return self.bench.fault(cure).cure.minutes + TRY

    def mends(self, cure: str, left: frozenset[str]) -> str:
        """Which of the faults that are left a cure mends; empty where none."""
        done = self.bench.fault(cure).cure.do
        return next((id_ for id_ in sorted(left) if self.bench.fault(id_).cure.do == done), "")


def usual_design(kind: str) -> Design:
    """A good motor of a kind, as young pupils build it: theirs have most faults, and yet more than half of them go."""
    return patched(good_motors(kind)[-1], (Setting("/maker", "young_pupil"),))


def case_of(design: Design, seed: int, *, pair: bool = False) -> Case:
    """A motor of a design that hides a fault, or a common pair; as they come in these hands, and such that it shows.

    Parameters
    ----------
    design : Design
    seed : int
        The same seed hides the same.
    pair : bool
        Whether two faults are hidden.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    UnfitPatch
        When nothing that shows can be hidden in it.
    """
    bench = bench_in(design.model_dump_json(), True)
    chance = np.random.default_rng([seed, 21])
    offered = [each for each in bench.symptoms if len(each.ids) == 1 + pair]
    for at in range(TRIES):
        if not offered:
            break
        often = np.array([each.prior * _shows(each, bench) for each in offered])
        if often.sum() <= 0:
            break
        drawn = offered[int(chance.choice(len(offered), p=often / often.sum()))]
        trouble = _trouble(bench, tuple(map(bench.fault, drawn.ids)), chance, [seed, at])
        if trouble is not None:
            states = {frozenset(drawn.ids): _state(trouble, bench, [seed, at])}
            if pair:
                states |= {
                    frozenset((id_,)): _alone(bench, id_, [seed, at, number]) for number, id_ in enumerate(drawn.ids)
                }
            return Case(bench, seed, drawn.ids, states)
    what = "two faults" if pair else "a fault"
    limit = f"a motor in which {what} can be hidden so that it shows"
    raise UnfitPatch([Fault("/design", design.kind, limit, "Practice with another motor.")])


def _shows(each: Symptoms, bench: FaultBench) -> float:
    """In which share of its builds a fault keeps the motor from going, or slows it much."""
    slowed = each.readings[:, 0] < 0.7 * bench.usual.speed * bench.per
    return float(each.weight @ (~each.goes | slowed))


def _trouble(
    bench: FaultBench, faults: tuple[BenchFault, ...], chance: np.random.Generator, seed: Sequence[int]
) -> HiddenTrouble | None:
    """The motor with these faults, come in one of their ways; none where no bench can have them, or none shows it.

    Some builds are run side by side, which takes hardly longer than one; the first that shows it is taken.
    """
    numbers = np.random.default_rng([*seed, 22]).integers(2**31, size=SIDE_BY_SIDE).tolist()
    try:
        some = hidden_in(bench.design, faults, flaw_of(faults, chance), numbers, bench.usual, meter=True)
    except OakSpinError:
        return None
    return next((trouble for trouble in some if trouble.plain), None)


def _alone(bench: FaultBench, id_: str, seed: Sequence[int]) -> MotorState:
    """What the motor shows with one fault left, the other mended: one of the builds that do not go by it, if any."""
    chance = np.random.default_rng([*seed, 24])
    each = next(each for each in bench.symptoms if each.ids == (id_,))
    weight = each.weight * ~each.goes
    weight = weight if weight.sum() > 0 else each.weight
    row = int(chance.choice(weight.size, p=weight / weight.sum()))
    shown = each.shows.side_signs[row]
    side_signs = frozenset(sign for at, sign in enumerate(SIDE_SIGNS) if chance.random() < shown[at])
    readings = {name: round(value, 2) for name, value in drawn_readings(each, row, chance).items()}
    where = bench.eyes.pointed_of(side_signs, [bench.fault(id_)], bench.faults, chance)
    return MotorState(MOTION_SIGNS[int(each.shows.went[row])], side_signs, readings, where)


def _state(trouble: HiddenTrouble, bench: FaultBench, seed: list[int]) -> MotorState:
    chance = np.random.default_rng([*seed, 23])
    went, side_signs = shown_by(trouble.run, bench.usual, trouble.faults)
    seen = frozenset(sign for sign, shown in side_signs.items() if chance.random() < shown)
    run, noise = trouble.run, chance.standard_normal(3)
    machine = run.machine
    assert machine is not None
    going = went in GOING
    drawn = max(run.drawn if going else run.idle, float(machine.shorted[run.row]))
    pack = machine.pack
    volts = _of(pack.volts_at(pack.used), run.row) - _of(pack.ohms_at(pack.used), run.row) * drawn
    readings = {
        "current": round(max(drawn * (1 + METER_SHARE * float(noise[0])), 0.0), 2),
        "volts": round(max(volts * (1 + VOLTS_SHARE * float(noise[1])), 0.0), 2),
        "speed": float(f"{(run.speed if going else 0.0) * 30 / np.pi * (1 + TURNS_SHARE * float(noise[2])):.3g}"),
    }
    return MotorState(went, seen, readings, bench.eyes.pointed_of(seen, trouble.faults, bench.faults, chance))


def _of(values: object, row: int) -> float:
    flat = np.ravel(np.asarray(values, float))
    return float(flat[row] if flat.size > 1 else flat[0])


@dataclass(frozen=True)
class Did:
    """A step that was made: its act, the minutes it took, what it told (a check's answer, signs, a reading)."""

    act: Act
    minutes: float
    answer: Answer | None = None
    signs: tuple[SideSign, ...] = ()
    reading: float | None = None
    mended: str = ""


@dataclass(frozen=True)
class Played:
    """How a case stands after a learner's acts: what was done, which faults are left, what is known by now.

    ``named`` is the first fault that was named; ``right`` that this and its cure were right. ``given_up`` ends a case
    as the last fault's cure does.
    """

    did: tuple[Did, ...] = ()
    left: frozenset[str] = frozenset()
    known: Evidence = field(default_factory=Evidence)
    named: str = ""
    right: bool = False
    given_up: bool = False

    @property
    def minutes(self) -> float:
        """Minutes that it took so far, the first look included."""
        return WATCH.minutes + sum(did.minutes for did in self.did)

    @property
    def ended(self) -> bool:
        """Whether nothing is left to do."""
        return self.given_up or not self.left


def played(case: Case, acts: Sequence[Act]) -> Played:
    """What comes of a learner's acts; those after the end change nothing.

    Raises
    ------
    UnfitPatch
        When an act names a look or a fault that this motor has not.
    """
    all_ = frozenset(case.hidden)
    now = Played(left=all_, known=case.begun(all_))
    for number, act in enumerate(acts):
        if now.ended:
            break
        now = _after(case, now, act, number)
    return now


def _after(case: Case, now: Played, act: Act, number: int) -> Played:
    if act.do == "give_up":
        return replace(now, did=(*now.did, Did(act, 0.0)), given_up=True)
    if act.do == "look":
        looks = {look.id: look for look in case.looks()}
        if act.id not in looks:
            raise _unknown(number, act.id, list(looks))
        look = looks[act.id]
        known = case.observed(look, now.left, now.known)
        signs = tuple(sign for sign in look.signs if sign in known.signs)
        done = Did(act, look.minutes, signs=signs, reading=known.readings.get(look.reading))
        return replace(now, did=(*now.did, done), known=known)
    faults = [fault.id for fault in case.bench.faults]
    for id_ in (act.id, act.cure or act.id):
        if id_ not in faults:
            raise _unknown(number, id_, faults)
    if act.do == "check":
        answer = case.answer(act.id, now.left)
        done = Did(act, case.bench.fault(act.id).check.minutes, answer)
        known = replace(now.known, answers={**now.known.answers, act.id: answer})
        return replace(now, did=(*now.did, done), known=known)
    cure = act.cure or act.id
    mended = case.mends(cure, now.left)
    done = Did(act, case.costs(cure), mended=mended)
    left = now.left - {mended}
    known = (
        mended_known(case, now.known, mended, left) if mended else replace(now.known, cured=now.known.cured | {cure})
    )
    first = not now.named
    return replace(
        now,
        did=(*now.did, done),
        left=left,
        known=known,
        named=now.named or act.id,
        right=act.id == mended if first else now.right,
    )


def mended_known(case: Case, known: Evidence, mended: str, left: frozenset[str]) -> Evidence:
    """What is known once a fault is mended: it is watched anew, and only the answers that were no still tell."""
    if not left:
        return replace(known, cured=known.cured | {mended})
    answers = {id_: answer for id_, answer in known.answers.items() if answer == "no"}
    return replace(case.begun(left), answers=answers, cured=known.cured | {mended})


def _unknown(number: int, id_: str, known: list[str]) -> UnfitPatch:
    return UnfitPatch(
        [Fault(f"/acts/{number}", id_, f"one of {', '.join(known)}", "Ask again with one of this motor.")]
    )
