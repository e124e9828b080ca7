"""The hanging rotor as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.hanging.build import hanging_build
from oakspin.kinds.hanging.changes import hanging_changes
from oakspin.kinds.hanging.drawing import draw_hanging
from oakspin.kinds.hanging.faults import MADE_AT, hanging_faults
from oakspin.kinds.hanging.figures import hanging_figures
from oakspin.kinds.hanging.handwork import hanging_hands
from oakspin.kinds.hanging.lesson import hanging_lesson
from oakspin.kinds.hanging.numbers import hanging_parts
from oakspin.kinds.hanging.recipe import HANGING_RECIPE
from oakspin.kinds.hanging.start import HANGING_START
from oakspin.kinds.hanging.words import hanging_words
from oakspin.kinds.kind import Kind

HANGING = Kind(
    name="Hanging rotor",
    what_moves="A steel screw with magnets under its head spins below the cell.",
    built_from="One cell, a steel screw, disc magnets, a hand of copper wire.",
    needs=("round battery", "disc magnets", "steel screw", "bare copper wire"),
    start=HANGING_START,
    words=hanging_words,
    figures=hanging_figures,
    parts=hanging_parts,
    draw=draw_hanging,
    changes=hanging_changes,
    build=hanging_build,
    lesson=hanging_lesson,
    faults=hanging_faults,
    hands=hanging_hands,
    made_at=MADE_AT,
    recipe=HANGING_RECIPE,
)
