"""The frame motor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.machines.frame.build import frame_build
from oakspin.machines.frame.changes import frame_changes
from oakspin.machines.frame.dials import frame_parts
from oakspin.machines.frame.lesson import frame_lesson
from oakspin.machines.frame.machine import frame_machine
from oakspin.machines.frame.start import FRAME_START
from oakspin.machines.frame.tuning import frame_as_built, frame_tunes
from oakspin.machines.kind import Kind

FRAME = Kind(
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
)
