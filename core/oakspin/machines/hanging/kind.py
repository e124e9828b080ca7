"""The hanging rotor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.machines.hanging.build import hanging_build
from oakspin.machines.hanging.changes import hanging_changes
from oakspin.machines.hanging.dials import hanging_parts
from oakspin.machines.hanging.lesson import hanging_lesson
from oakspin.machines.hanging.machine import hanging_machine
from oakspin.machines.hanging.start import HANGING_START
from oakspin.machines.hanging.tuning import hanging_as_built, hanging_tunes
from oakspin.machines.kind import Kind

HANGING = Kind(
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
)
