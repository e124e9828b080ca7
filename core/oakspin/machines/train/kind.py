"""The coil train as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.machines.kind import Kind
from oakspin.machines.train.build import train_build
from oakspin.machines.train.changes import train_changes
from oakspin.machines.train.dials import train_parts
from oakspin.machines.train.lesson import train_lesson
from oakspin.machines.train.machine import train_machine
from oakspin.machines.train.start import TRAIN_START
from oakspin.machines.train.tuning import train_as_built, train_tunes

TRAIN = Kind(
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
)
