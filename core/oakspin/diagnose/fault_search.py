"""A fault that is hidden, searched step by step: by what tells most for its minute, or by a fixed list."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from oakspin.design import Design
from oakspin.diagnose.eyes import Eyes
from oakspin.diagnose.fault_bench import FaultBench, Symptoms
from oakspin.diagnose.ranking import TRY, WORKS, Answer, Evidence, diagnosed, fixes_now, says_yes
from oakspin.diagnose.signs import (
    MOTION_SIGNS,
    SIDE_SIGNS,
    MotionSign,
    SideSign,
    Usual,
    shown_by,
)
from oakspin.draws import Array
from oakspin.kinds.fault import BenchFault
from oakspin.machines.flaw import PLANNED, Flaw
from oakspin.measure.went import turned_on
from oakspin.rig.bench import RigRun, shown
from oakspin.rig.hidden import Hidden

MOST_STEPS = 60
AGAIN = 20  # steps, after which it is begun anew
SHOWS = 0.7  # of the planned speed, below which a fault shows in a motor that goes


@dataclass(frozen=True)
class HiddenTrouble:
    """A motor with hidden faults (none for one as planned), how they came, and what its one run showed."""

    faults: tuple[BenchFault, ...]
    flaw: Flaw
    run: RigRun
    usual: Usual

    @property
    def ids(self) -> tuple[str, ...]:
        """The names of its faults."""
        return tuple(fault.id for fault in self.faults)

    @property
    def plain(self) -> bool:
        """Whether it shows: it does not go, or at less than seven tenths of the planned speed."""
        going = self.run.speed if turned_on(self.run.seen) else 0.0
        return going < SHOWS * self.usual.speed

    def ticked(
        self, eyes: Eyes, chance: np.random.Generator, faults: Sequence[BenchFault] = (), *, counted: bool = False
    ) -> Evidence:
        """What somebody with these eyes ticks, who may have ``counted`` its turns; and where that is, where all
        ``faults`` are given that it can have.
        """
        went, side_signs = shown_by(self.run, self.usual, self.faults)
        ticked = eyes.ticked_of(went, side_signs, chance, counted=counted)
        return Evidence(ticked, where=eyes.pointed_of(ticked, self.faults, faults, chance))


@dataclass(frozen=True)
class Done:
    """A step of a search: the check of a fault and its answer, or its cure and whether the motor then went."""

    id: str
    cure: bool
    minutes: float
    answer: Answer


@dataclass(frozen=True)
class Search:
    """A whole search: whether all faults were found, in so many checks and minutes."""

    found: bool
    checks: int
    minutes: float
    way: tuple[Done, ...] = field(default=())


def flaw_of(faults: Sequence[BenchFault], chance: np.random.Generator) -> Flaw:
    """One of the ways in which these faults come together."""
    flaw = PLANNED
    for fault in faults:
        likely = np.array([one.likely for one in fault.flaws])
        flaw = flaw.union(fault.flaws[int(chance.choice(len(likely), p=likely / likely.sum()))])
    return flaw


def hidden_in(
    design: Design, faults: Sequence[BenchFault], flaw: Flaw, seeds: Sequence[int], usual: Usual, *, meter: bool
) -> list[HiddenTrouble]:
    """Builds of the design, one for each seed, with these faults come in this way.

    Raises
    ------
    UnfitPatch, Refusal
        When no bench can have them at once.
    """
    positions = [Hidden(design, seed).positions(0) for seed in seeds]
    return [HiddenTrouble(tuple(faults), flaw, run, usual) for run in shown(design, positions, meter=meter, flaw=flaw)]


def seen_of(symptoms: Symptoms, rows: Array, chance: np.random.Generator) -> tuple[MotionSign, tuple[SideSign, ...]]:
    """What is seen of one build that does not go, of those in ``rows`` by their weight; shape (builds,)."""
    row = int(chance.choice(rows.size, p=rows / rows.sum()))
    shown = symptoms.shows.side_signs[row]
    side_signs = (sign for at, sign in enumerate(SIDE_SIGNS) if chance.random() < shown[at])
    return MOTION_SIGNS[int(symptoms.shows.went[row])], tuple(side_signs)


def answered(bench: FaultBench, id_: str, there: Sequence[str], chance: np.random.Generator) -> Answer:
    """What somebody says who makes a fault's check where these faults are there."""
    return "yes" if chance.random() < says_yes(bench.fault(id_), tuple(there)) else "no"


def searched(bench: FaultBench, there: Sequence[str], known: Evidence, chance: np.random.Generator) -> Search:
    """Search by the ranking: what is nearly sure is mended, else what tells most for its minute is done.

    Where that leads nowhere, an answer was wrong or a cure badly done: all is looked at again.
    """
    left, way, seen = list(there), list[Done](), known
    for number in range(MOST_STEPS):
        if number and number % AGAIN == 0:
            known = seen
        diagnosis = diagnosed(bench, known)
        open_ = [suspect for suspect in diagnosis.suspects if suspect.fault.id not in known.cured]
        if open_ and fixes_now(open_[0], known):
            done = _cured(bench, open_[0].fault.id, left, chance)
        elif diagnosis.steps:
            step = diagnosis.steps[0]
            id_ = step.fault.id
            done = (
                _cured(bench, id_, left, chance)
                if step.cure
                else Done(id_, False, step.minutes, answered(bench, id_, left, chance))
            )
        else:
            break
        way.append(done)
        known = after(known, done)
        if not left:
            return _ended(True, way)
    return _ended(False, way)


def listed_search(bench: FaultBench, there: Sequence[str], chance: np.random.Generator) -> Search:
    """Search by a fixed list, the commonest first: check, and mend where the answer is yes."""
    left, way = list(there), list[Done]()
    order = sorted(bench.faults, key=lambda fault: -fault.commonness(bench.design.maker))
    for _ in range(3):
        for fault in order:
            answer = answered(bench, fault.id, left, chance)
            way.append(Done(fault.id, False, fault.check.minutes, answer))
            if answer == "yes":
                way.append(_cured(bench, fault.id, left, chance))
            if not left:
                return _ended(True, way)
    return _ended(False, way)


def _cured(bench: FaultBench, id_: str, left: list[str], chance: np.random.Generator) -> Done:
    """Mend a fault; it is taken from those that are left where it was there."""
    if id_ in left and chance.random() < WORKS:
        left.remove(id_)
    return Done(id_, True, bench.fault(id_).cure.minutes + TRY, "no" if left else "yes")


def after(known: Evidence, done: Done) -> Evidence:
    """What is known after a step."""
    if not done.cure:
        return replace(known, answers={**known.answers, done.id: done.answer})
    return replace(known, cured=known.cured | {done.id})


def _ended(found: bool, way: list[Done]) -> Search:
    checks = sum(not done.cure for done in way)
    return Search(found, checks, sum(done.minutes for done in way), tuple(way))
