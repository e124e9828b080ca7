"""What was found wrong with motors, and how common each fault is in these hands by that."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated

from pydantic import Field

from oakspin.design import Design
from oakspin.design.bench import Maker
from oakspin.design.models import ONE_LINE, Record
from oakspin.design.patch import Setting, patched
from oakspin.diagnose.ranking import Answer
from oakspin.diagnose.signs import Sign
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import faults_of
from oakspin.learn.share import motors_of, ran_in
from oakspin.measure.trial import Trial

# The estimate of how common a fault is weighs as much as so many motors that were looked at.
ESTIMATE = 25.0
UNPROVED = 0.5  # of a fault that was found, how much one counts that was only named
MOST_OFTEN = 0.9  # of 1, that a fault is ever told to have

Name = Annotated[str, Field(min_length=1, max_length=40)]


class Repair(Record):
    """What was wrong with a motor that did not go: which fault was mended when it went, what was seen and done.

    ``minutes`` are none where nobody looked at a clock; ``hands`` those that built it, where other than the plan's.
    """

    fault: Annotated[Name, Field(description="The fault whose cure helped.")]
    minutes: Annotated[float | None, Field(ge=0, le=10_000, description="Minutes from the first look until it went.")]
    group: Annotated[str, Field(max_length=60, description="Whose motor it was; may be left out."), ONE_LINE] = ""
    signs: Annotated[list[Sign], Field(max_length=40, description="What was seen.")] = []
    answers: Annotated[dict[Name, Answer], Field(max_length=60, description="Checks by fault, as answered.")] = {}
    cured: Annotated[list[Name], Field(max_length=60, description="Cures done before that did not help.")] = []
    hands: Annotated[Maker | None, Field(description="Whose hands built it, where other than the plan's.")] = None


@dataclass(frozen=True)
class Tried:
    """A design of which ``motors`` ran, the faults that were found in its motors, and those only ``named``: of motors
    that never ran, whatever was done.
    """

    design: Design
    motors: int
    found: tuple[str, ...]
    named: tuple[str, ...] = ()


@dataclass(frozen=True)
class Often:
    """How often a fault was ``found`` in so many ``motors`` that could have it, and how common that makes it, of 1."""

    found: int
    motors: int
    common: float


def tried_with(design: Design, trials: Iterable[Trial], repairs: Iterable[Repair]) -> list[Tried]:
    """The motors of a design that were run and what was found in them, by the hands that built them.

    One that never ran, with nothing found, has something wrong that nobody knows: it does not count as one without a
    fault. A fault that a trial names of it is not proved.
    """
    ran: dict[Maker, int] = {}
    named: dict[Maker, list[str]] = {}
    for hands, motor in motors_of(trials, design.maker):
        went = any(ran_in(trial) for trial in motor)
        ran[hands] = ran.get(hands, 0) + went
        # Where a fault is named, the trial says what it was and not how such a motor goes.
        faults = [trial.fault for trial in motor if trial.fault]
        if faults and not went:
            named.setdefault(hands, []).append(faults[-1])
    found: dict[Maker, list[str]] = {}
    for repair in repairs:
        found.setdefault(repair.hands or design.maker, []).append(repair.fault)
    tried = []
    for hands in dict.fromkeys([*ran, *found]):
        motors, proved, only = ran.get(hands, 0), tuple(found.get(hands, ())), tuple(named.get(hands, ()))
        if motors or proved or only:
            tried.append(Tried(patched(design, (Setting("/maker", hands),)), motors, proved, only))
    return tried


def learned_often(design: Design, benches: Iterable[Tried]) -> dict[str, Often]:
    """How common each fault of a design is, by what these hands had before.

    Only motors built by hands of the same skill count, and only those that could have the fault. The estimate is the
    mean of a beta distribution that begins at what is common in a classroom.

    Parameters
    ----------
    design : Design
    benches : iterable of Tried
        All designs that were run.

    Returns
    -------
    dict of str to Often
        By the fault's id; only faults that some motor which was run could have.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    found: dict[str, list[int]] = {}
    for bench in benches:
        if bench.design.maker != design.maker:
            continue
        motors = max(bench.motors, len(bench.found))
        for id_ in _faults_of(bench.design):
            row = found.setdefault(id_, [0, 0, 0, 0])
            for at, count in enumerate((bench.found.count(id_), motors, bench.named.count(id_), len(bench.named))):
                row[at] += count
    by_fault = {}
    for fault in faults_of(design):
        seen, motors, only, never = found.get(fault.id, (0, 0, 0, 0))
        if motors or never:
            weight = seen + UNPROVED * only
            common = (fault.commonness(design.maker) * ESTIMATE + weight) / (ESTIMATE + motors + UNPROVED * never)
            by_fault[fault.id] = Often(seen, motors, min(common, MOST_OFTEN))
    return by_fault


def _faults_of(design: Design) -> list[str]:
    try:
        return [fault.id for fault in faults_of(design)]
    except OakSpinError:  # a motor that cannot be computed any more tells nothing
        return []


def often_words(often: Often) -> str:
    """How often it was found, in a few words; nothing where it never was."""
    if not often.found:
        return ""
    motors = "the one motor" if often.motors == 1 else f"{often.found} of {often.motors} motors"
    return f"found before in {motors} built by such hands"
