"""What every fault of a design would show, build by build; computed once for a design, whatever is then seen."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from oakspin.design import Design
from oakspin.diagnose.eyes import Eyes, eyes_of
from oakspin.diagnose.signs import Shows, Usual, at_rest, shows, usual_of
from oakspin.draws import Array, Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.kinds import faults_of, words_of
from oakspin.machines.flaw import PLANNED, Flaw, flawed
from oakspin.machines.machine import Mask
from oakspin.measure.predicted import metered
from oakspin.motion.drive import drive_of
from oakspin.verdict.outcome import Outcome, outcome_of

BUILDS = 192  # of each way in which a fault comes
PAIRED = 6  # likeliest faults of a kind, of which pairs are looked at
PAIR_BUILDS = 96


@dataclass(frozen=True)
class Symptoms:
    """What a bench with these faults would show. Arrays over builds of all ways in which they come.

    ``readings`` are turns a minute (0 where it does not turn), amperes and volts while it is on, shape (builds, 3);
    of what stands where its switch is closed, and ``opened`` where it is open.
    ``goes`` says which go; ``build`` which build of the hands each is; ``weight`` adds up to 1.
    """

    ids: tuple[str, ...]
    prior: float
    shows: Shows
    readings: Array
    opened: Array
    goes: Mask
    build: Array
    weight: Array


@dataclass(frozen=True)
class FaultBench:
    """A design, what it usually does, its faults, and what it would show as planned and with each of them.

    ``travels`` says that it goes along a way.

    ``speeds`` and ``runs`` tell of every build as planned how fast it turns, and whether it goes.
    """

    design: Design
    usual: Usual
    faults: tuple[BenchFault, ...]
    symptoms: tuple[Symptoms, ...]
    speeds: Array
    runs: Mask
    per: float
    travels: bool

    @property
    def eyes(self) -> Eyes:
        """How those see who build it, and look at it."""
        return eyes_of(self.design.maker)

    def fault(self, id_: str) -> BenchFault:
        """A fault by its id. Raises ``KeyError``."""
        return next(fault for fault in self.faults if fault.id == id_)


def bench_of(
    design: Design, *, meter: bool, draws: Draws | None = None, common: dict[str, float] | None = None
) -> FaultBench:
    """What the design would show, as planned and with each fault and each common pair.

    Parameters
    ----------
    design : Design
    meter : bool
        Whether a meter stands in the circuit while it is looked at.
    draws : Draws, optional
        Those of this rotor, where its trials taught them.
    common : dict of str to float, optional
        How often these hands have each fault, where that was learned; of 1.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    base = draws or Draws()
    planned = _outcome(design, PLANNED, base.fewer(BUILDS), meter)
    usual = usual_of(planned)
    per = words_of(design, planned.machine).rate.per
    faults = []
    found: list[tuple[BenchFault, Symptoms]] = []
    for fault in faults_of(design):
        often = (common or {}).get(fault.id, fault.commonness(design.maker))
        symptoms = _symptoms(design, (fault,), often, fault.flaws, base.fewer(BUILDS), meter, usual, per)
        if symptoms is not None:
            faults.append(fault)
            found.append((fault, symptoms))
    # Faults come by themselves: the motor is as planned where none of them came.
    none = math.prod(1 - symptoms.prior for _, symptoms in found)
    found = [(fault, replace(symptoms, prior=none * odds(symptoms.prior))) for fault, symptoms in found]
    pairs = _pairs(design, found, none, base, meter, usual, per)
    whole = Symptoms((), none, *_parts([(planned, 1.0)], usual, per, ()))
    return FaultBench(
        design=design,
        usual=usual,
        faults=tuple(faults),
        symptoms=(whole, *(symptoms for _, symptoms in found), *pairs),
        speeds=planned.shown_speed * per,
        runs=whole.shows.goes,
        per=per,
        travels=planned.machine.route is not None,
    )


def odds(chance: float) -> float:
    """A chance as odds."""
    return chance / (1 - chance)


def _pairs(
    design: Design,
    found: list[tuple[BenchFault, Symptoms]],
    none: float,
    base: Draws,
    meter: bool,
    usual: Usual,
    per: float,
) -> list[Symptoms]:
    """Pairs of the commonest faults that can stand beside each other."""
    ranked = sorted(found, key=lambda each: -each[1].prior)[:PAIRED]
    pairs = []
    for at, (one, first) in enumerate(ranked):
        for other, second in ranked[at + 1 :]:
            if _same_field(one, other):
                continue
            flaws = tuple(a.union(b) for a in one.flaws[:2] for b in other.flaws[:2])
            often = first.prior * second.prior / none
            symptoms = _symptoms(design, (one, other), often, flaws, base.fewer(PAIR_BUILDS), meter, usual, per)
            if symptoms is not None:
                pairs.append(symptoms)
    return pairs


def _same_field(one: BenchFault, other: BenchFault) -> bool:
    def fields(fault: BenchFault) -> set[str]:
        return {setting.pointer for flaw in fault.flaws for setting in flaw.patch}

    return any(a.startswith(b) or b.startswith(a) for a in fields(one) for b in fields(other))


def _outcome(design: Design, flaw: Flaw, draws: Draws, meter: bool) -> Outcome:
    machine = flawed(design, flaw, draws)
    return outcome_of(metered(machine, draws) if meter else machine)


def _symptoms(
    design: Design,
    faults: tuple[BenchFault, ...],
    prior: float,
    flaws: tuple[Flaw, ...],
    draws: Draws,
    meter: bool,
    usual: Usual,
    per: float,
) -> Symptoms | None:
    """What is shown of a fault in all its ways; none where the design cannot have it."""
    outcomes = []
    for flaw in flaws:
        try:
            outcomes.append((_outcome(design, flaw, draws, meter), flaw.likely))
        except OakSpinError:
            continue
    ids = tuple(fault.id for fault in faults)
    return Symptoms(ids, prior, *_parts(outcomes, usual, per, faults)) if outcomes else None


def _stuck(outcome: Outcome) -> Array:
    """Current in A of builds that do not go; a train that is stuck has tired its battery before anybody reads it."""
    machine, current = outcome.machine, outcome.drive.current
    if machine.route is None or np.all(machine.pack.grows == 1):
        return current
    return drive_of(machine.settled(current * machine.touch.made), outcome.drive).current


def _parts(
    outcomes: list[tuple[Outcome, float]], usual: Usual, per: float, faults: tuple[BenchFault, ...]
) -> tuple[Shows, Array, Array, Mask, Array, Array]:
    shown = [shows(outcome, usual, faults) for outcome, _ in outcomes]
    readings, opened, goes = [], [], []
    for (outcome, _), each in zip(outcomes, shown, strict=True):
        machine = outcome.settled
        # What is faster than it stays on comes off, and then it turns no more.
        going = each.goes
        stays = at_rest(outcome.machine, _stuck(outcome))
        drawn = np.where(going, outcome.mean_current, stays)
        drawn = np.where(machine.shorted > 0, machine.shorted, drawn)
        volts = machine.pack.volts_at(machine.pack.used) - machine.pack.ohms_at(machine.pack.used) * drawn
        speed = np.where(going, outcome.shown_speed * per, 0.0)
        readings.append(np.array(np.broadcast_arrays(speed, drawn, volts), float).T)
        # What flows past the motor does so however it lies.
        lies = ~going & ~(machine.shorted > 0)
        idle = np.where(lies, 0.0, drawn), np.where(lies, machine.pack.volts_at(machine.pack.used), volts)
        opened.append(np.array(np.broadcast_arrays(speed, *idle), float).T)
        goes.append(going)
    count = len(goes[0])
    likely = np.array([weight for _, weight in outcomes])
    whole = Shows(
        np.concatenate([each.went for each in shown]),
        np.concatenate([each.side_signs for each in shown]),
        np.concatenate([each.open_share for each in shown]),
    )
    return (
        whole,
        np.concatenate(readings),
        np.concatenate(opened),
        np.concatenate(goes),
        np.tile(np.arange(count), len(outcomes)),
        np.repeat(likely / likely.sum() / count, count),
    )
