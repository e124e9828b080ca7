"""Cradle and two-lobe motor as kinds: everything it gives to the stages."""

from __future__ import annotations

from oakspin.machines.coil.build import coil_build
from oakspin.machines.coil.changes import coil_changes
from oakspin.machines.coil.dials import coil_parts
from oakspin.machines.coil.lesson import coil_lesson
from oakspin.machines.coil.machine import coil_machine
from oakspin.machines.coil.start import CRADLE_START, LOBES_START
from oakspin.machines.coil.tuning import COIL_ARRAYS, coil_as_built, coil_tunes
from oakspin.machines.kind import Kind

CRADLE = Kind(
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
)

LOBES = Kind(
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
)
