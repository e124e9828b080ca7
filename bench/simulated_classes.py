"""Classes on simulated benches: the truth against which forecasts are held, and classes to show without a class.

Each group has a hidden build of its own, with faults as they come; it is run on the bench, searched step by step with
the answers that its bench gives, mended and run again. Nothing of it is read off the forecast's own tables. A motor
with several faults goes where it goes with each of them alone.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from oakspin.classroom.builds import AGAIN, LEAST_AGAIN, ROUGH, building_minutes, often_of
from oakspin.classroom.forecast.lessons import CLASS_FAULTS, CLASS_PACE, PACE
from oakspin.classroom.lesson import GroupWork, LessonStrip, Try, lesson
from oakspin.classroom.plan import ClassPlan
from oakspin.constants import TENTH
from oakspin.design import Design
from oakspin.diagnose.fault_bench import FaultBench, bench_of
from oakspin.diagnose.fault_search import HiddenTrouble, answered, flaw_of, searched
from oakspin.diagnose.ranking import HEALTHY, Evidence, diagnosed
from oakspin.errors import OakSpinError
from oakspin.kinds.fault import BenchFault
from oakspin.machines.flaw import PLANNED, Flaw
from oakspin.measure.went import went
from oakspin.rig.bench import RigRun, shown
from oakspin.rig.hidden import Hidden

TRIES = 4  # times that a group builds at most
MOST_CHECKS = 12


@dataclass(frozen=True)
class RigClass:
    """What came of a class: each group's strip, the faults that kept it from going, and its motor's last run."""

    strips: tuple[LessonStrip, ...]
    faults: tuple[tuple[str, ...], ...]
    runs: tuple[RigRun, ...]

    @property
    def running(self) -> int:
        """Groups whose motor went."""
        return sum(strip.runs_at is not None for strip in self.strips)


@dataclass
class _Group:
    """A group's hidden motor: its faults, how each came, what it shows with each alone, and when it is built anew."""

    pace: float
    faults: list[tuple[BenchFault, Flaw]]
    hidden: tuple[Hidden, ...]
    alone: list[RigRun | None] = field(default_factory=list)
    planned: list[RigRun] = field(default_factory=list)

    @property
    def stops(self) -> list[tuple[BenchFault, Flaw, RigRun]]:
        """The faults that keep it from going."""
        both = zip(self.faults, self.alone, strict=True)
        return [(fault, flaw, run) for (fault, flaw), run in both if run is not None and not goes(run)]


def goes(run: RigRun) -> bool:
    """Whether a run counts as going."""
    return went(run.seen)


def rig_classes(
    plan: ClassPlan, seeds: Sequence[int], *, worse: float = 1.0, common: Mapping[str, float] | None = None
) -> list[RigClass]:
    """Let classes build the first motor of a plan on simulated benches, one class for each seed.

    Parameters
    ----------
    plan : ClassPlan
    seeds : sequence of int
        The same seed has the same class.
    worse : float
        How many times as far from the middle these hands build as others of their age, and how many times the odds of
        their faults are.
    common : mapping of str to float, optional
        How often these hands have each fault, where that is another than usual.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    motor = plan.built[0]
    bench = bench_of(motor.design, meter=False)
    often = often_of(bench.faults, motor, common or {})
    classes = []
    for seed in seeds:
        chance = np.random.default_rng([seed, 41])
        of_class = chance.standard_normal(2) / TENTH
        odds = often / (1 - often) * CLASS_FAULTS ** of_class[1] * worse
        groups = []
        for at in range(len(plan.groups)):
            come = [fault for fault, odd in zip(bench.faults, odds, strict=True) if chance.random() < odd / (1 + odd)]
            pace = float(CLASS_PACE ** of_class[0] * PACE ** (chance.standard_normal() / TENTH))
            hidden = tuple(
                Hidden(motor.design, 1_000_000 + seed, rotor=at * TRIES + number, strange=worse)
                for number in range(TRIES)
            )
            groups.append(_Group(pace, [(fault, flaw_of([fault], chance)) for fault in come], hidden))
        classes.append((chance, groups))
    every = [group for _, groups in classes for group in groups]
    _run_with_faults(motor.design, every)
    for _ in range(TRIES):
        anew = [group for group in every if not group.planned or not goes(group.planned[-1])]
        positions = [group.hidden[len(group.planned)].positions(0) for group in anew]
        for group, run in zip(anew, shown(motor.design, positions, meter=False) if anew else (), strict=True):
            group.planned.append(run)
    usual = building_minutes(motor, plan.pupils)
    return [_class(plan, bench, groups, usual, chance) for chance, groups in classes]


def _run_with_faults(design: Design, groups: Sequence[_Group]) -> None:
    """Run each motor with each of its faults alone, those that came alike side by side."""
    alike: dict[str, list[tuple[_Group, int]]] = {}
    for group in groups:
        group.alone = [None] * len(group.faults)
        for at, (fault, flaw) in enumerate(group.faults):
            alike.setdefault(f"{fault.id} {flaw}", []).append((group, at))
    for some in alike.values():
        group, at = some[0]
        positions = [group.hidden[0].positions(0) for group, _ in some]
        try:
            runs = shown(design, positions, meter=False, flaw=group.faults[at][1])
        except OakSpinError:
            continue  # this design cannot have it after all
        for (group, at), run in zip(some, runs, strict=True):
            group.alone[at] = run


def _class(
    plan: ClassPlan, bench: FaultBench, groups: Sequence[_Group], usual: float, chance: np.random.Generator
) -> RigClass:
    makings = [_making(bench, group, usual * group.pace, chance) for group in groups]
    strips = lesson(makings, helpers=plan.helpers, begins=plan.opening, ends=plan.opening + plan.turn)
    faults = tuple(tuple(fault.id for fault, _, _ in group.stops) for group in groups)
    return RigClass(strips, faults, tuple(group.planned[-1] for group in groups))


def _making(bench: FaultBench, group: _Group, minutes: float, chance: np.random.Generator) -> GroupWork:
    tries, stops = list[Try](), group.stops
    again = max(AGAIN * minutes, LEAST_AGAIN)
    if stops:
        faults = tuple(fault for fault, _, _ in stops)
        known = HiddenTrouble(faults, stops[0][1], stops[0][2], bench.usual).ticked(bench.eyes, chance)
        hot = any(sign.startswith("hot") for sign in known.signs)
        ids = tuple(fault.id for fault in faults)
        tries.append(Try(False, ids, searched(bench, ids, known, chance).minutes, 0.0, hot))
    for run in group.planned:
        if goes(run):
            tries.append(Try(True))
            break
        known = HiddenTrouble((), PLANNED, run, bench.usual).ticked(bench.eyes, chance)
        tries.append(Try(False, (ROUGH,), _nothing_found(bench, known, chance), again))
    return GroupWork(minutes, tuple(tries))


def _nothing_found(bench: FaultBench, known: Evidence, chance: np.random.Generator) -> float:
    """Minutes of a search where nothing is wrong, until it is told so or all that is likely was looked at."""
    clock = 0.0
    for _ in range(MOST_CHECKS):
        diagnosis = diagnosed(bench, known)
        likely = any(suspect.chance > 0.05 and suspect.fault.id not in known.answers for suspect in diagnosis.suspects)
        step = next((step for step in diagnosis.steps if not step.cure), None)
        if diagnosis.planned > HEALTHY or not likely or step is None:
            break
        answer = answered(bench, step.fault.id, (), chance)
        clock += step.minutes
        known = Evidence(known.signs, known.readings, {**known.answers, step.fault.id: answer}, known.cured)
    return clock
