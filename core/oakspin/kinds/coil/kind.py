"""Cradle and two-lobe motor as kinds: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.coil.build import coil_build
from oakspin.kinds.coil.changes import coil_changes
from oakspin.kinds.coil.drawing import draw_coil
from oakspin.kinds.coil.faults import MADE_AT, coil_faults
from oakspin.kinds.coil.figures import coil_figures
from oakspin.kinds.coil.handwork import coil_hands
from oakspin.kinds.coil.lesson import coil_lesson
from oakspin.kinds.coil.numbers import coil_parts
from oakspin.kinds.coil.recipe import CRADLE_RECIPE, LOBES_RECIPE
from oakspin.kinds.coil.start import CRADLE_START, LOBES_START
from oakspin.kinds.coil.words import coil_words
from oakspin.kinds.kind import Kind

CRADLE = Kind(
    name="Cradle motor",
    what_moves="A flat coil of enameled wire turns in two supports over a magnet.",
    built_from="One cell, one magnet, a meter of enameled wire, two paper clips.",
    needs=("round battery", "disc magnets", "enameled wire", "paper clips"),
    start=CRADLE_START,
    words=coil_words,
    figures=coil_figures,
    parts=coil_parts,
    draw=draw_coil,
    changes=coil_changes,
    build=coil_build,
    lesson=coil_lesson,
    faults=coil_faults,
    hands=coil_hands,
    made_at=MADE_AT,
    recipe=CRADLE_RECIPE,
    balance_at="/imbalance_mm",
    rests_at="/rests_deg",
)

LOBES = Kind(
    name="Two-lobe motor",
    what_moves="A coil opened like a book turns with a lobe on either side of its axle.",
    built_from="One cell, one magnet, a meter of enameled wire, two paper clips.",
    needs=("round battery", "disc magnets", "enameled wire", "paper clips"),
    start=LOBES_START,
    words=coil_words,
    figures=coil_figures,
    parts=coil_parts,
    draw=draw_coil,
    changes=coil_changes,
    build=coil_build,
    lesson=coil_lesson,
    faults=coil_faults,
    hands=coil_hands,
    made_at=MADE_AT,
    recipe=LOBES_RECIPE,
    balance_at="/imbalance_mm",
    rests_at="/rests_deg",
)
