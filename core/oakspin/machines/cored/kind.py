"""The iron-cored motor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.machines.cored.build import cored_build
from oakspin.machines.cored.changes import cored_changes
from oakspin.machines.cored.dials import cored_parts
from oakspin.machines.cored.lesson import cored_lesson
from oakspin.machines.cored.machine import cored_machine
from oakspin.machines.cored.start import CORED_START
from oakspin.machines.cored.tuning import cored_as_built, cored_tunes
from oakspin.machines.kind import Kind

CORED = Kind(
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
)
