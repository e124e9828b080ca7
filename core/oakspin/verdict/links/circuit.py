"""Link 1: does the circuit close, and for how much of the time?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array, median
from oakspin.rounding import rounded
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

SPARKING = 1.0  # A from which a broken contact sparks to be seen; bench experience
MOSTLY, HALF = 0.75, 0.5  # shares of the time made below which sparks are few, and many; bench experience
SPRINGS = 0.75  # share of its contact that is left to a thing that gives, below which that is told
SPARK = 0.02  # mJ of a winding, from which its break is seen; bench experience
LEAST_PART = 0.05  # of the time at the least, however small the part of the turn; bench experience
LEAST_MADE = 0.20  # a contact made less than a fifth of the time comes and goes; bench experience


def _closed(outcome: Outcome) -> Array:
    machine = outcome.machine
    return np.asarray(machine.closed_share * machine.free("circuit"))


def judge(outcome: Outcome) -> Finding:
    """Share of the time that current flows while it turns slowly.

    A switch that lets it through for a small part of the turn is a choice; a contact that is made but seldom is not.
    """
    closed = _closed(outcome)
    made = outcome.machine.touch.made * outcome.machine.free("circuit")
    return Finding(closed, np.minimum(made / LEAST_MADE, closed / LEAST_PART))


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """Where it closes, or what keeps it open."""
    cause = outcome.machine.broken("circuit")
    share = 100 * median(_closed(outcome))
    fickle = f"The contact comes and goes: {words.contact} carry current only {share:.0f} % of the time."
    if median(outcome.machine.touch.made) >= LEAST_MADE:
        fickle = (
            f"So little of the turn is bare metal that current flows only {share:.0f} % of the time: bare more of it."
        )
    return Telling("%", f"{words.closes}{_sparks(outcome, words)}", words.of(cause) if cause else fickle, per=100)


def _sparks(outcome: Outcome, words: Words) -> str:
    """How often the contact is broken at speed, and whether that is seen; empty where it hardly is."""
    machine = outcome.settled
    if not outcome.goes:
        return ""
    made, current = median(machine.touch.share_at(outcome.speed)), median(outcome.running.current)
    if np.any(machine.henries):
        energy = 1e3 * median(machine.henries * current**2 / 2 * np.ones_like(machine.inertia))
        return f" {words.contact.capitalize()} spark, {rounded(energy, 2)} mJ at each break." if energy > SPARK else ""
    if current < SPARKING or made > MOSTLY:
        return ""
    how = "sparks fly" if made < HALF else "a few sparks fly"
    springs = median(machine.touch.given(outcome.speed) / machine.touch.made) < SPRINGS
    sentence = (
        f" At full speed {words.contact} touch{'es' if words.alone else ''} {100 * made:.0f} % of the time, and {how}."
    )
    return f"{sentence}{words.springs if springs else ''}"
