"""The one table of what each kind shows and says: nothing else asks a design for its kind."""

from __future__ import annotations

from dataclasses import replace

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.errors import UnfitPatch
from oakspin.kinds.build import BuildPlan
from oakspin.kinds.change import Change
from oakspin.kinds.coil.kind import CRADLE, LOBES
from oakspin.kinds.cored.kind import CORED
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.frame.kind import FRAME
from oakspin.kinds.geometry import Geometry
from oakspin.kinds.handwork import ByHand
from oakspin.kinds.hanging.kind import HANGING
from oakspin.kinds.kind import Kind
from oakspin.kinds.lesson import Lesson
from oakspin.kinds.numbers import Number, PartLine, completed, numbers_in
from oakspin.kinds.roller.kind import ROLLER
from oakspin.kinds.train.kind import TRAIN
from oakspin.machines.machine import Machine
from oakspin.machines.table import handwork_of as taken_for_granted
from oakspin.machines.table import machine_of
from oakspin.motion.drive import Drive, drive_of
from oakspin.verdict.outcome import Outcome, outcome_of
from oakspin.verdict.verdict import Verdict, verdict_of
from oakspin.verdict.words import Words

KINDS: dict[str, Kind] = {
    "frame": FRAME,
    "hanging": HANGING,
    "cradle": CRADLE,
    "lobes": LOBES,
    "cored": CORED,
    "train": TRAIN,
    "roller": ROLLER,
}


def evaluate(design: Design, draws: Draws | None = None) -> Verdict:
    """Compute the whole verdict, bands included, in one pass over the draws.

    Parameters
    ----------
    design : Design
    draws : Draws
        How many draws and from which seed; 1024 by default.

    Raises
    ------
    Refusal
        When no motor can be made of the design; says what to change.
    """
    return verdict_on(design, outcome_of(machine_of(design, draws or Draws())))


def verdict_on(design: Design, outcome: Outcome) -> Verdict:
    """The verdict on a design whose outcome is computed already."""
    machine = outcome.machine
    return verdict_of(design.kind, outcome, words_of(design, machine), KINDS[design.kind].figures(design, machine))


def words_of(design: Design, machine: Machine) -> Words:
    """How the parts and doings of a design are called."""
    return KINDS[design.kind].words(design, machine)


def draw(design: Design, machine: Machine, drive: Drive | None = None) -> Geometry:
    """The drawing of a design, with the push of its machine."""
    return KINDS[design.kind].draw(design, machine, drive or drive_of(machine))


def parts_of(design: Design) -> tuple[PartLine, ...]:
    """The design's parts and dials, in the order in which they are laid out."""
    return KINDS[design.kind].parts(design)


def numbers_of(design: Design) -> dict[str, Number]:
    """Every number of the design by its pointer, in the order of its parts."""
    return numbers_in(parts_of(design))


def tuned_of(design: Design) -> tuple[Number, ...]:
    """The numbers that are tuned first, the most telling one first."""
    ranked = (number for number in numbers_of(design).values() if number.tuned)
    return tuple(sorted(ranked, key=lambda number: number.tuned))


def changes_of(design: Design) -> tuple[Change, ...]:
    """Single changes worth trying on the design; what follows a changed number moves along."""
    numbers = numbers_of(design)
    changes = []
    for change in KINDS[design.kind].changes(design):
        try:
            changes.append(replace(change, patch=completed(numbers, change.patch)))
        except UnfitPatch:
            continue  # a value beyond what its number can have
    return tuple(changes)


def build_of(design: Design) -> BuildPlan:
    """What must be known to build the design."""
    return KINDS[design.kind].build(design)


def handwork_of(design: Design) -> dict[str, ByHand]:
    """What the design's machine takes for granted and hands must bring about, by its id.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    hands = KINDS[design.kind].hands(design)
    return {each: hands[each] for each in taken_for_granted(design)}


def faults_of(design: Design) -> tuple[BenchFault, ...]:
    """What can be wrong on the bench though the plan is right; nothing that the design cannot have, or says itself.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    found = []
    for fault in KINDS[design.kind].faults(design):
        flaws = tuple(flaw for flaw in fault.flaws if flaw.differs_from(design))
        if flaws:
            found.append(replace(fault, flaws=flaws))
    return tuple(found)


def lesson_of(design: Design) -> Lesson:
    """What can be taught with the design; a change that its numbers cannot take is left out of the predictions."""
    numbers, lesson = numbers_of(design), KINDS[design.kind].lesson(design)
    predictions = []
    for prediction in lesson.predictions:
        try:
            predictions.append(replace(prediction, patch=completed(numbers, prediction.patch)))
        except UnfitPatch:
            continue
    return replace(lesson, predictions=tuple(predictions))
