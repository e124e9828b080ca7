"""What the groups of a class would have on their tables: builds of one motor, as planned and with each fault.

World and parts are the same for all groups of a class, builds are each group's own: the draws come in as many worlds,
each with as many builds. So classes scatter more than their groups by themselves would.
"""

from __future__ import annotations

import zlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
import scipy

from oakspin.classroom.plan import ClassMotor
from oakspin.constants import UNCERTAIN
from oakspin.design import Design
from oakspin.diagnose.fault_bench import BUILDS, FaultBench, bench_of
from oakspin.diagnose.fault_search import seen_of
from oakspin.diagnose.ranking import TRY, Evidence, Suspect, diagnosed
from oakspin.drawer.part import Part, narrowed, part_of
from oakspin.drawer.used import stands
from oakspin.draws import Array, Draws, Learned
from oakspin.kinds.build import step_minutes
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.learn.components import CARRIED, constants_of
from oakspin.learn.known import NOTHING, SharedLaw
from oakspin.learn.share import moved_share
from oakspin.machines.machine import Mask
from oakspin.machines.table import machine_of
from oakspin.verdict.links import JUDGES
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import MUST_HOLD

WORLDS, EACH = 64, 16  # worlds, and builds of each
AT_FAULTS = BUILDS // WORLDS  # builds of each world that are looked at with every fault
# Share of builds that do not go when they are run in time though their weakest link holds by so much: the verdict's
# mean laws beside the simulated benches', over all kinds.
HOLDS_BY, STILL_STOPS = (1.0, 2.5, 3.5), (0.03, 0.03, 0.0)
# How many times as far from the middle as others of their age a class's hands may build: how they are is an estimate.
HANDS_OFF = (1.0, 1.6)
SEED = 17
MUST = [judge for judge in JUDGES if judge.id in MUST_HOLD]
# Times the minutes of two pupils, by how many there are: two share what two can do at once, a fourth adds nothing.
PUPILS = {1: 1.25, 2: 1.0, 3: 0.92}
LOOKS = 3  # at a fault's signs, from which the minutes of finding it are told
HOT = ("hot_battery", "hot_motor")
SEARCHED = 0.9  # of the suspects' chances, after which a search that finds nothing is given up
AGAIN = 0.2  # of the building minutes, that setting all anew takes
LEAST_AGAIN = 2.0  # minutes
ROUGH = "rough:"  # before a link's name: no fault, but these hands set it too roughly for its plan


@dataclass(frozen=True)
class MotorKnown:
    """What is known of a motor by earlier trials: draws of one that is built anew, how often these hands have each
    fault, what trials taught of world and parts, and how many of the ``motors`` that such hands built ``ran``.
    """

    draws: Draws | None = None
    common: Mapping[str, float] = field(default_factory=dict)
    law: SharedLaw = NOTHING
    ran: int = 0
    motors: int = 0


@dataclass(frozen=True)
class Builds:
    """Builds of one motor by the hands of a class.

    ``runs`` says which go as planned, ``rough`` at which link those fail that do not; for each of ``HANDS_OFF`` over
    ``WORLDS * EACH`` builds, world by world. ``fails`` tells by fault which do not go with it, each of shape (ways,
    WORLDS * AT_FAULTS), with how likely each way is in ``ways``; ``found_in`` minutes of finding and mending each
    fault, shape (faults, LOOKS), ``cleared_in`` of finding nothing, shape (LOOKS,); ``hot`` how often a fault makes
    something hot.
    """

    bench: FaultBench
    runs: Mask
    fails: tuple[Mask, ...]
    ways: tuple[Array, ...]
    rough: tuple[tuple[str, ...], ...]
    found_in: Array
    cleared_in: Array
    hot: Array

    @property
    def ids(self) -> tuple[str, ...]:
        """The faults' names."""
        return tuple(fault.id for fault in self.bench.faults)


def builds_of(
    design: Design,
    parts: Sequence[Part] = (),
    *,
    known: MotorKnown | None = None,
    looks: Builds | None = None,
    many: int = LOOKS,
) -> Builds:
    """Build and look at them.

    Parameters
    ----------
    design : Design
        Its hands are those of the class.
    parts : sequence of Part
        What it is made of, as far as it is known.
    known : MotorKnown, optional
        What trials have taught.
    looks : Builds, optional
        Of a motor nearly the same, whose minutes of searching are taken.
    many : int
        At how many motors with each fault the search is looked at, of ``LOOKS``.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    known = known or MotorKnown()
    drawn = class_draws(design, parts, known.law)
    bench = bench_of(design, meter=False, draws=_some(drawn), common=dict(known.common))
    singles = [next(each for each in bench.symptoms if each.ids == (fault.id,)) for fault in bench.faults]
    margins = [_margins(design, class_draws(design, parts, known.law, off)) for off in HANDS_OFF]
    found_in, cleared_in = _minutes(bench, many) if looks is None else _taken_over(bench, looks)
    return Builds(
        bench=bench,
        runs=_as_built(np.array([_goes(each.min(axis=0)) for each in margins]), known),
        fails=tuple(~each.goes.reshape(-1, BUILDS) for each in singles),
        ways=tuple(each.weight.reshape(-1, BUILDS).sum(axis=1) for each in singles),
        rough=tuple(tuple(MUST[int(at)].id for at in each.argmin(axis=0)) for each in margins),
        found_in=found_in,
        cleared_in=cleared_in,
        hot=np.array([_hot(fault.gives) for fault in bench.faults]),
    )


def _margins(design: Design, draws: Draws) -> Array:
    """By how much each link that must hold does, shape (links, builds)."""
    outcome = outcome_of(machine_of(design, draws))
    return np.array([np.broadcast_to(judge.judge(outcome).margin, (draws.count,)) for judge in MUST])


def _goes(least: Array) -> Mask:
    """Which builds go whose weakest links hold by so much; shape (builds,)."""
    chance = np.random.default_rng([SEED, 3]).random(least.size)
    stops = np.interp(least, HOLDS_BY, STILL_STOPS)
    return np.asarray((least >= 1) & (chance >= stops))


def _as_built(runs: Mask, known: MotorKnown) -> Mask:
    """Which go once those count that such hands built: some stop that should go, or go that should stop."""
    if not known.motors:
        return runs
    planned = float(runs.mean())
    moved = moved_share(planned, known.ran, known.motors)
    chance = np.random.default_rng([SEED, 4]).random(runs.shape[1])
    if moved < planned:
        return np.asarray(runs & (chance < moved / planned))
    return np.asarray(runs | (chance < (moved - planned) / max(1 - planned, 1e-9)))


def class_draws(design: Design, parts: Sequence[Part] = (), law: SharedLaw = NOTHING, off: float = 1.0) -> Draws:
    """Draws in worlds: what is of the world or of a part is the same in all builds of one.

    ``law`` is what trials taught of world and parts, ``off`` how many times as far out as usual hands build.
    """
    bands = {
        name: band
        for part in parts
        if part.place and stands(design, part.place, part)
        for name, band in part.bands.items()
    }
    names, count = constants_of(design), WORLDS * EACH
    shared = [
        (name, number, whose, share)
        for name in names
        for number, (whose, share) in enumerate(UNCERTAIN[name].levels)
        if whose in CARRIED
    ]
    # Drawn as if nothing were known, then moved as far as something is: a trial that says nothing moves nothing.
    mean, root = law.law(tuple((name, whose) for name, _, whose, _ in shared))
    worlds = mean[:, None] + root @ np.array([_even(name, number, WORLDS) for name, number, *_ in shared])
    positions = {name: np.zeros(count) for name in names}
    for (name, _, _, share), row in zip(shared, worlds, strict=True):
        positions[name] += np.sqrt(share) * np.repeat(row, EACH)
    for name in names:
        for number, (whose, share) in enumerate(UNCERTAIN[name].levels):
            if whose not in CARRIED:
                positions[name] += off * np.sqrt(share) * _even(name, number, count)
        if name in bands:
            positions[name] = narrowed(name, positions[name], bands[name])
    return Draws(count=count, learned=Learned(positions))


def _even(name: str, number: int, many: int) -> Array:
    """Standard normal numbers, spread evenly and in an order of their own; shape (many,)."""
    chance = np.random.default_rng([SEED, zlib.crc32(name.encode()), number + 1])
    return np.asarray(scipy.special.ndtri((chance.permutation(many) + 0.5) / many))


def _some(drawn: Draws) -> Draws:
    """The first few builds of each world."""
    assert drawn.learned is not None
    first = np.arange(WORLDS * EACH).reshape(WORLDS, EACH)[:, :AT_FAULTS].ravel()
    return Draws(BUILDS, learned=Learned({name: rows[first] for name, rows in drawn.learned.positions.items()}))


def parts_of_motor(motor: ClassMotor) -> tuple[Part, ...]:
    """What a motor of a class is made of, as far as entries of the Drawer tell."""
    return tuple(part_of(entry, place) for place, entry in motor.parts.items())


def _hot(gives: Mapping[str, float]) -> float:
    return max((gives.get(sign, 0.0) for sign in HOT), default=0.0)


def _minutes(bench: FaultBench, many: int) -> tuple[Array, Array]:
    """How long the search for each fault takes, by what is seen of it first; and one that finds nothing."""
    chance = np.random.default_rng(SEED)
    found = np.zeros((len(bench.faults), LOOKS))
    for number, fault in enumerate(bench.faults):
        each = next(symptoms for symptoms in bench.symptoms if symptoms.ids == (fault.id,))
        rows = each.weight * ~each.goes
        if rows.sum() > 0:
            each_look = [minutes_until(_suspects(bench, *seen_of(each, rows, chance)), fault.id) for _ in range(many)]
            found[number] = np.resize(each_look, LOOKS)
    planned = bench.symptoms[0]
    rows = planned.weight * ~planned.goes
    cleared = np.zeros(LOOKS)
    for look in range(LOOKS if rows.sum() > 0 else 0):
        cleared[look] = minutes_without(_suspects(bench, *seen_of(planned, rows, chance)))
    return found, cleared


def _taken_over(bench: FaultBench, looks: Builds) -> tuple[Array, Array]:
    usual = looks.found_in.mean(axis=0) if len(looks.ids) else np.full(LOOKS, 3.0)
    rows = [looks.found_in[looks.ids.index(fault.id)] if fault.id in looks.ids else usual for fault in bench.faults]
    return np.array(rows), looks.cleared_in


def _suspects(bench: FaultBench, went: object, side_signs: Sequence[object]) -> list[Suspect]:
    diagnosis = diagnosed(bench, Evidence(frozenset((went, *side_signs))))  # type: ignore[arg-type]
    return sorted(diagnosis.suspects, key=lambda suspect: -suspect.chance / suspect.fault.check.minutes)


def minutes_until(suspects: Sequence[Suspect], id_: str) -> float:
    """Minutes until a fault is found and mended, where suspects are checked one after the other.

    A check that is mistaken costs a cure for nothing; a fault that its check misses is found on the second round.
    """
    clock = 0.0
    for suspect in suspects:
        fault = suspect.fault
        clock += fault.check.minutes
        if fault.id == id_:
            clock += fault.cure.minutes + TRY
            around = sum(each.fault.check.minutes for each in suspects if each.chance >= 1 - SEARCHED)
            return clock + (1 - fault.check.sure) * around
        clock += fault.check.mistaken * (fault.cure.minutes + TRY)
    return clock


def minutes_without(suspects: Sequence[Suspect]) -> float:
    """Minutes until it is plain that none of the likely faults is there."""
    whole, clock, seen = sum(suspect.chance for suspect in suspects), 0.0, 0.0
    for suspect in suspects:
        if seen >= SEARCHED * whole:
            break
        clock += suspect.fault.check.minutes + suspect.fault.check.mistaken * (suspect.fault.cure.minutes + TRY)
        seen += suspect.chance
    return clock


def often_of(faults: Sequence[BenchFault], motor: ClassMotor, common: Mapping[str, float]) -> Array:
    """How often each fault comes in a motor of a class; what an adult prepares has those of an adult.

    Shape (faults,).
    """
    kind = KINDS[motor.design.kind]
    adult = {id_ for step in motor.prepared for id_ in kind.made_at.get(step, ())}
    often = []
    for fault in faults:
        own = common.get(fault.id, fault.commonness(motor.design.maker))
        often.append(min(own, fault.commonness("careful_adult")) if fault.id in adult else own)
    return np.array(often)


def shared_work(pupils: int) -> float:
    """Times the minutes of two that a group of so many pupils takes."""
    return PUPILS[min(pupils, max(PUPILS))]


def building_minutes(motor: ClassMotor, pupils: int) -> float:
    """Minutes that a group of so many pupils builds in a lesson: all steps that are not prepared."""
    hands = motor.design.maker
    left = [step for step in build_of(motor.design).steps if step.id not in motor.prepared]
    return shared_work(pupils) * sum(step_minutes(step, hands) for step in left)
