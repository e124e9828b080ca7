"""The frame motor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.frame.build import frame_build
from oakspin.kinds.frame.changes import frame_changes
from oakspin.kinds.frame.drawing import draw_frame
from oakspin.kinds.frame.faults import MADE_AT, frame_faults
from oakspin.kinds.frame.figures import frame_figures
from oakspin.kinds.frame.handwork import frame_hands
from oakspin.kinds.frame.lesson import frame_lesson
from oakspin.kinds.frame.numbers import frame_parts
from oakspin.kinds.frame.recipe import FRAME_RECIPE
from oakspin.kinds.frame.start import FRAME_START
from oakspin.kinds.frame.words import frame_words
from oakspin.kinds.kind import Kind

FRAME = Kind(
    name="Frame motor",
    what_moves="A bent bare-wire frame turns round a standing cell.",
    built_from="One cell, disc magnets, half a meter of bare copper wire.",
    needs=("round battery", "disc magnets", "bare copper wire"),
    start=FRAME_START,
    words=frame_words,
    figures=frame_figures,
    parts=frame_parts,
    draw=draw_frame,
    changes=frame_changes,
    build=frame_build,
    lesson=frame_lesson,
    faults=frame_faults,
    hands=frame_hands,
    made_at=MADE_AT,
    recipe=FRAME_RECIPE,
)
