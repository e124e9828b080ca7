"""The coil train as a kind: everything it gives to the stages."""

from __future__ import annotations

from oakspin.kinds.kind import Kind
from oakspin.kinds.train.build import train_build
from oakspin.kinds.train.changes import train_changes
from oakspin.kinds.train.drawing import draw_train
from oakspin.kinds.train.faults import MADE_AT, train_faults
from oakspin.kinds.train.figures import train_figures
from oakspin.kinds.train.handwork import train_hands
from oakspin.kinds.train.lesson import train_lesson
from oakspin.kinds.train.numbers import train_parts
from oakspin.kinds.train.recipe import TRAIN_RECIPE
from oakspin.kinds.train.start import TRAIN_START
from oakspin.kinds.train.words import train_words

TRAIN = Kind(
    name="Coil train",
    what_moves="A cell with a magnet on each end runs through a long coil of bare wire.",
    built_from="One cell, two magnets or stacks, some 30 meters of bare copper wire, a rod.",
    needs=("round battery", "disc magnets", "30 m of bare copper wire"),
    start=TRAIN_START,
    words=train_words,
    figures=train_figures,
    parts=train_parts,
    draw=draw_train,
    changes=train_changes,
    build=train_build,
    lesson=train_lesson,
    faults=train_faults,
    hands=train_hands,
    made_at=MADE_AT,
    recipe=TRAIN_RECIPE,
    pole_at="",
)
