"""The iron-cored motor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.cored.build import cored_build
from oakspin.kinds.cored.changes import cored_changes
from oakspin.kinds.cored.drawing import draw_cored
from oakspin.kinds.cored.faults import MADE_AT, cored_faults
from oakspin.kinds.cored.figures import cored_figures
from oakspin.kinds.cored.handwork import cored_hands
from oakspin.kinds.cored.lesson import cored_lesson
from oakspin.kinds.cored.numbers import cored_parts
from oakspin.kinds.cored.recipe import CORED_RECIPE
from oakspin.kinds.cored.start import CORED_START
from oakspin.kinds.cored.words import cored_words
from oakspin.kinds.kind import Kind

CORED = Kind(
    name="Iron-cored motor",
    what_moves="An iron bar wound with many turns turns between two magnets.",
    built_from="Four cells, two magnets, a steel rod, some ten meters of enameled wire.",
    needs=("battery pack", "two magnets", "steel rod", "enameled wire"),
    start=CORED_START,
    words=cored_words,
    figures=cored_figures,
    parts=cored_parts,
    draw=draw_cored,
    changes=cored_changes,
    build=cored_build,
    lesson=cored_lesson,
    faults=cored_faults,
    hands=cored_hands,
    made_at=MADE_AT,
    recipe=CORED_RECIPE,
)
