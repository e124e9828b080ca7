"""The one table of kinds: nothing else asks a design for its kind."""

from __future__ import annotations

from fnmatch import fnmatchcase

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.machines.build import BuildPlan
from oakspin.machines.change import Change
from oakspin.machines.coil.kind import CRADLE, LOBES
from oakspin.machines.cored.kind import CORED
from oakspin.machines.dials import PartLine
from oakspin.machines.frame.kind import FRAME
from oakspin.machines.hanging.kind import HANGING
from oakspin.machines.kind import Kind
from oakspin.machines.lesson import Lesson
from oakspin.machines.machine import Machine
from oakspin.machines.train.kind import TRAIN

KINDS: dict[str, Kind] = {
    "frame": FRAME,
    "hanging": HANGING,
    "cradle": CRADLE,
    "lobes": LOBES,
    "cored": CORED,
    "train": TRAIN,
}


def machine_of(design: Design, draws: Draws) -> Machine:
    """The design as a Machine, with the draws of every uncertain constant in it."""
    return KINDS[design.kind].machine(design, draws)


def parts_of(design: Design) -> tuple[PartLine, ...]:
    """The design's parts and dials, in the order in which they are laid out."""
    return KINDS[design.kind].parts(design)


def changes_of(design: Design) -> tuple[Change, ...]:
    """Single changes worth trying on the design."""
    return KINDS[design.kind].changes(design)


def build_of(design: Design) -> BuildPlan:
    """What must be known to build the design."""
    return KINDS[design.kind].build(design)


def lesson_of(design: Design) -> Lesson:
    """What can be taught with the design."""
    return KINDS[design.kind].lesson(design)


def tunes_of(design: Design) -> tuple[str, ...]:
    """Pointers of the numbers that are tuned first, the most telling one first."""
    return KINDS[design.kind].tunes(design)


def as_built_of(design: Design) -> tuple[str, ...]:
    """Pointers of the numbers that a trial notes where they came out otherwise."""
    return KINDS[design.kind].as_built(design)


def takes_arrays(design: Design, pointer: str) -> bool:
    """Whether the machine takes an array at the pointer."""
    return any(fnmatchcase(pointer, pattern) for pattern in KINDS[design.kind].arrays)
