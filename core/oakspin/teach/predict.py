"""Predict, do, explain: cards whose answers are computed for this design."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.design import Design
from oakspin.design.patch import Patch, patched
from oakspin.draws import MEDIAN
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import evaluate, lesson_of, words_of
from oakspin.machines.table import machine_of
from oakspin.rounding import rounded
from oakspin.spoken import digits_of, one_of, plain_unit
from oakspin.verdict import Verdict

Answer = Literal["other_way", "harder", "same", "weaker", "returns", "stops"]
OPTIONS: dict[Answer, str] = {
    "other_way": "It {goes} the other way.",
    "harder": "It {goes} the same way and is pushed harder.",
    "same": "It {goes} the same way with the same push.",
    "weaker": "It {goes} the same way and is pushed less.",
    "returns": "It stops, comes back and goes the way it went before.",
    "stops": "It does not go.",
}
ALIKE = 0.04  # a push within this share is the same to anyone who watches


@dataclass(frozen=True)
class Card:
    """A change, the options to choose from, and the computed answer with its figures, told exactly and plainly."""

    id: str
    question: str
    options: dict[Answer, str]
    answer: Answer
    because: str
    figures: str
    plain_figures: str
    patch: Patch


def cards_of(design: Design) -> tuple[Card, ...]:
    """Every card of this design; a change that cannot be made is left out."""
    before = evaluate(design)
    machine = machine_of(design, MEDIAN)
    goes = words_of(design, machine).goes.lower()
    options = {name: words.format(goes=goes) for name, words in OPTIONS.items() if machine.rest or name != "returns"}
    cards = []
    for prediction in lesson_of(design).predictions:
        try:
            after = evaluate(patched(design, prediction.patch))
        except OakSpinError:
            continue
        answer = answer_of(before, after)
        cards.append(
            Card(
                prediction.id,
                prediction.question,
                options,
                answer,
                _because(prediction.because, answer, before, after),
                *_figure_changes(before, after),
                prediction.patch,
            )
        )
    return tuple(cards)


def _because(reason: str, answer: Answer, before: Verdict, after: Verdict) -> str:
    """Why: the reason as planned, what stops it, and what else changed where a turned direction changes the speed."""
    if answer == "stops":
        return after.headline
    was, becomes = before.figures["speed"].value, after.figures["speed"].value
    if answer != "other_way" or abs(becomes - was) <= APART * was:
        return reason
    return f"{reason} {FAVORS.format(word='slower' if becomes < was else 'faster')}"


def answer_of(before: Verdict, after: Verdict) -> Answer:
    """Which option holds, from the two verdicts alone."""
    if not after.sense:
        return "stops"
    if after.starts == "returns" and before.starts != "returns":
        return "returns"
    if before.sense and before.sense != after.sense:
        return "other_way"
    change = after.figures["push"].value / max(before.figures["push"].value, 1e-9)
    return "harder" if change > 1 + ALIKE else "weaker" if change < 1 - ALIKE else "same"


APART = 0.05  # of its speed, from which a difference between both ways is told
FAVORS = "That way it is {word}: its heavy side and its bared part suit one way better than the other."
FIGURE_WORDS = {"push": "push", "speed": "speed", "spin_up_time": "to speed in"}


def _figure_changes(before: Verdict, after: Verdict) -> tuple[str, str]:
    """The figures before and after, exactly and plainly."""
    exact, plain = [], []
    for name, label in FIGURE_WORDS.items():
        was, becomes, unit = before.figures[name].value, after.figures[name].value, before.figures[name].unit
        digits = digits_of(unit)
        exact.append(f"{label} {rounded(was, digits)} → {rounded(becomes, digits)} {unit}")
        other = plain_unit(unit)
        words = one_of(other.words, becomes * other.per)
        plain.append(f"{label} {rounded(was * other.per, 2)} → {rounded(becomes * other.per, 2)} {words}")
    return "; ".join(exact), "; ".join(plain)
