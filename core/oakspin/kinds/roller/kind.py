"""The roller as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.kind import Kind
from oakspin.kinds.roller.build import roller_build
from oakspin.kinds.roller.changes import roller_changes
from oakspin.kinds.roller.drawing import draw_roller
from oakspin.kinds.roller.faults import MADE_AT, roller_faults
from oakspin.kinds.roller.figures import roller_figures
from oakspin.kinds.roller.handwork import roller_hands
from oakspin.kinds.roller.lesson import roller_lesson
from oakspin.kinds.roller.numbers import roller_parts
from oakspin.kinds.roller.recipe import ROLLER_RECIPE
from oakspin.kinds.roller.start import ROLLER_START
from oakspin.kinds.roller.words import roller_words

ROLLER = Kind(
    name="Roller",
    what_moves="A cell with a magnet on each end rolls over a sheet of foil.",
    built_from="One cell, two disc magnets wider than it, a sheet of kitchen foil.",
    needs=("round battery", "disc magnets", "kitchen foil"),
    start=ROLLER_START,
    words=roller_words,
    figures=roller_figures,
    parts=roller_parts,
    draw=draw_roller,
    changes=roller_changes,
    build=roller_build,
    lesson=roller_lesson,
    faults=roller_faults,
    hands=roller_hands,
    made_at=MADE_AT,
    recipe=ROLLER_RECIPE,
    pole_at="",
)
