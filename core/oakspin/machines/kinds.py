"""The one table of kinds: nothing else asks a design for its kind."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fnmatch import fnmatchcase
from typing import Any

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.machines.build import BuildPlan
from oakspin.machines.change import Change
from oakspin.machines.coil.build import coil_build
from oakspin.machines.coil.changes import coil_changes
from oakspin.machines.coil.dials import coil_parts
from oakspin.machines.coil.lesson import coil_lesson
from oakspin.machines.coil.machine import coil_machine
from oakspin.machines.coil.start import CRADLE_START, LOBES_START
from oakspin.machines.coil.tuning import COIL_ARRAYS, coil_as_built, coil_tunes
from oakspin.machines.cored.build import cored_build
from oakspin.machines.cored.changes import cored_changes
from oakspin.machines.cored.dials import cored_parts
from oakspin.machines.cored.lesson import cored_lesson
from oakspin.machines.cored.machine import cored_machine
from oakspin.machines.cored.start import CORED_START
from oakspin.machines.cored.tuning import cored_as_built, cored_tunes
from oakspin.machines.dials import PartLine
from oakspin.machines.frame.build import frame_build
from oakspin.machines.frame.changes import frame_changes
from oakspin.machines.frame.dials import frame_parts
from oakspin.machines.frame.lesson import frame_lesson
from oakspin.machines.frame.machine import frame_machine
from oakspin.machines.frame.start import FRAME_START
from oakspin.machines.frame.tuning import frame_as_built, frame_tunes
from oakspin.machines.hanging.build import hanging_build
from oakspin.machines.hanging.changes import hanging_changes
from oakspin.machines.hanging.dials import hanging_parts
from oakspin.machines.hanging.lesson import hanging_lesson
from oakspin.machines.hanging.machine import hanging_machine
from oakspin.machines.hanging.start import HANGING_START
from oakspin.machines.hanging.tuning import hanging_as_built, hanging_tunes
from oakspin.machines.lesson import Lesson
from oakspin.machines.machine import Machine
from oakspin.machines.train.build import train_build
from oakspin.machines.train.changes import train_changes
from oakspin.machines.train.dials import train_parts
from oakspin.machines.train.lesson import train_lesson
from oakspin.machines.train.machine import train_machine
from oakspin.machines.train.start import TRAIN_START
from oakspin.machines.train.tuning import train_as_built, train_tunes


@dataclass(frozen=True)
class Kind:
    """What a kind of demonstration gives: words for it, a start, its machine, its dials, its changes,
    how it is built and what it teaches.

    ``tunes`` points to the numbers that are tuned first, the most telling one first; ``as_built`` to
    those that a trial notes where they came out otherwise. ``arrays`` are pointers at which the
    machine takes arrays, so that many designs run as one; a ``*`` stands for any one step.
    """

    name: str
    what_moves: str
    built_from: str
    start: Design
    # Each takes the designs of its own kind; the table is what brings kind and design together.
    machine: Callable[[Any, Draws], Machine]
    parts: Callable[[Any], tuple[PartLine, ...]]
    changes: Callable[[Any], tuple[Change, ...]]
    build: Callable[[Any], BuildPlan]
    lesson: Callable[[Any], Lesson]
    tunes: Callable[[Any], tuple[str, ...]]
    as_built: Callable[[Any], tuple[str, ...]]
    arrays: tuple[str, ...] = ()


KINDS: dict[str, Kind] = {
    "frame": Kind(
        name="Frame motor",
        what_moves="A bent bare-wire frame turns round a standing cell.",
        built_from="One cell, disc magnets, half a meter of bare copper wire.",
        start=FRAME_START,
        machine=frame_machine,
        parts=frame_parts,
        changes=frame_changes,
        build=frame_build,
        lesson=frame_lesson,
        tunes=frame_tunes,
        as_built=frame_as_built,
    ),
    "hanging": Kind(
        name="Hanging rotor",
        what_moves="A steel screw with magnets under its head spins below the cell.",
        built_from="One cell, a steel screw, disc magnets, a hand of copper wire.",
        start=HANGING_START,
        machine=hanging_machine,
        parts=hanging_parts,
        changes=hanging_changes,
        build=hanging_build,
        lesson=hanging_lesson,
        tunes=hanging_tunes,
        as_built=hanging_as_built,
    ),
    "cradle": Kind(
        name="Cradle motor",
        what_moves="A flat coil of enameled wire turns in two supports over a magnet.",
        built_from="One cell, one magnet, a meter of enameled wire, two paper clips.",
        start=CRADLE_START,
        machine=coil_machine,
        parts=coil_parts,
        changes=coil_changes,
        build=coil_build,
        lesson=coil_lesson,
        tunes=coil_tunes,
        as_built=coil_as_built,
        arrays=COIL_ARRAYS,
    ),
    "lobes": Kind(
        name="Two-lobe motor",
        what_moves="A coil opened like a book turns with a lobe on either side of its axle.",
        built_from="One cell, one magnet, a meter of enameled wire, two paper clips.",
        start=LOBES_START,
        machine=coil_machine,
        parts=coil_parts,
        changes=coil_changes,
        build=coil_build,
        lesson=coil_lesson,
        tunes=coil_tunes,
        as_built=coil_as_built,
        arrays=COIL_ARRAYS,
    ),
    "cored": Kind(
        name="Iron-cored motor",
        what_moves="An iron bar wound with many turns turns between two magnets.",
        built_from="Four cells, two magnets, a steel rod, some ten meters of enameled wire.",
        start=CORED_START,
        machine=cored_machine,
        parts=cored_parts,
        changes=cored_changes,
        build=cored_build,
        lesson=cored_lesson,
        tunes=cored_tunes,
        as_built=cored_as_built,
    ),
    "train": Kind(
        name="Coil train",
        what_moves="A cell with a magnet on each end runs through a long coil of bare wire.",
        built_from="One cell, two magnets or stacks, some 30 meters of bare copper wire, a rod.",
        start=TRAIN_START,
        machine=train_machine,
        parts=train_parts,
        changes=train_changes,
        build=train_build,
        lesson=train_lesson,
        tunes=train_tunes,
        as_built=train_as_built,
    ),
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
