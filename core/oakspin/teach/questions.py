"""Questions before and after the lesson, with their key: one right answer each, computed for this very motor."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS, evaluate, lesson_of, parts_of, tuned_of
from oakspin.kinds.lesson import Lesson
from oakspin.kinds.numbers import Number, turned
from oakspin.kinds.recipe import Place
from oakspin.rounding import rounded
from oakspin.spoken import plain_unit
from oakspin.teach.predict import cards_of

SIZES = (0.6, 1.0, 1.6)  # times a number of the plan, of three motors of which the fastest is asked
APART = 0.1  # of its speed, by which the fastest must be ahead for a class to see it
WHAT_IFS = 2  # changes that are asked
MIXED = ("part", "half", "why")  # questions whose options have no order of their own
SEED = 23

WHAT: dict[Place, str] = {
    "cell": "the cell",
    "magnet": "the magnet",
    "wire": "the wire",
    "screw": "the screw",
    "support": "the support",
}
FOR: dict[Place, str] = {
    "cell": "It drives the current round.",
    "magnet": "Its field pushes on whatever carries current across it.",
    "wire": "It carries the current through the field, and is pushed there.",
    "screw": "It hangs on its point, so that nearly nothing rubs, and carries the current.",
    "support": "It carries the axle and brings the current in.",
}


@dataclass(frozen=True)
class Question:
    """A question, what may be ticked, which of it is right (counted from 0), and why; empty where it says all."""

    id: str
    question: str
    options: tuple[str, ...]
    answer: int
    because: str


def questions_of(design: Design) -> tuple[Question, ...]:
    """Questions of this design; their answers stand in another order each time, the same for the same motor.

    Raises
    ------
    Refusal
        When no motor can be made of it.
    """
    chance = np.random.default_rng([SEED, len(design.model_dump_json())])
    lesson = lesson_of(design)
    found = [*_what_for(design, lesson), *_why(lesson), *_fastest(design), *_what_if(design)]
    return tuple(_mixed(each, chance) if each.id in MIXED else each for each in found)


def _mixed(question: Question, chance: np.random.Generator) -> Question:
    """With its options in another order."""
    order = chance.permutation(len(question.options)).tolist()
    options = tuple(question.options[at] for at in order)
    return Question(question.id, question.question, options, order.index(question.answer), question.because)


def _what_for(design: Design, lesson: Lesson) -> Iterator[Question]:
    """What the part is for that is this kind's own."""
    places = KINDS[design.kind].recipe.places
    words, purposes = dict(WHAT), dict(FOR)
    if lesson.part_for is not None:
        words[lesson.part_for.place], purposes[lesson.part_for.place] = lesson.part_for.word, lesson.part_for.purpose
    place_named = next(place for place in ("support", "screw", "magnet") if place in places)
    others = [place for place in (*places, "wire", "cell", "support") if place != place_named]
    options = tuple(purposes[place] for place in dict.fromkeys([place_named, *others]))[:4]
    yield Question("part", f"What is {words[place_named]} for?", options, 0, "")


def _why(lesson: Lesson) -> Iterator[Question]:
    """How it goes at all."""
    if lesson.why is not None:
        yield Question(lesson.why.id, lesson.why.question, lesson.why.options, 0, lesson.why.because)


def _fastest(design: Design) -> Iterator[Question]:
    """Which of three motors is fastest, that differ in one number: the first that a class can see."""
    for number in tuned_of(design):
        values = _three(number)
        speeds = _speeds(design, number, values) if values else None
        if values is None or speeds is None:
            continue
        best = int(np.argmax(speeds))
        second = sorted(speeds)[-2]
        if speeds[best] <= 0 or second > (1 - APART) * speeds[best]:
            continue
        unit = plain_unit(evaluate(design).figures["speed"].unit)
        texts = [f"{rounded(speed * unit.per, 2)} {unit.words}" if speed else "does not go" for speed in speeds]
        options = tuple(f"{number.name} {rounded(value)}{f' {number.unit}' if number.unit else ''}" for value in values)
        each = "; ".join(f"{option}: {words}" for option, words in zip(options, texts, strict=True))
        yield Question("fastest", "Which of these three is fastest?", options, best, f"{each}.")
        return


def _three(number: Number) -> tuple[float, float, float] | None:
    """Smaller, as planned, larger, as far as they can be told apart; none where they cannot."""
    found = []
    for times in SIZES:
        value = min(max(number.value * times, number.minimum), number.maximum)
        found.append(float(round(value)) if number.whole else round(value, 2))
    return (found[0], found[1], found[2]) if len(set(found)) == len(SIZES) else None


def _speeds(design: Design, number: Number, values: tuple[float, float, float]) -> list[float] | None:
    """How fast each is in the median build, 0 where it does not go; none where one of them cannot be built."""
    speeds = []
    for value in values:
        try:
            whole = int(value) if number.whole else value
            verdict = evaluate(turned(design, parts_of(design), number.pointer, whole))
        except OakSpinError:
            return None
        speeds.append(verdict.figures["speed"].value if verdict.sense else 0.0)
    return speeds


def _what_if(design: Design) -> Iterator[Question]:
    """What comes of a change."""
    for card in cards_of(design)[:WHAT_IFS]:
        keys = list(card.options)
        because = f"{card.because} ({card.plain_figures})"
        yield Question(f"if_{card.id}", card.question, tuple(card.options.values()), keys.index(card.answer), because)
