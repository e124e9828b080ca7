"""Link 5: does it keep going, and how fast does it settle?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.rounding import rounded
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.trip import stopped_by
from oakspin.verdict.words import Words


def judge(outcome: Outcome) -> Finding:
    """Settled speed."""
    margin = np.minimum(np.maximum(outcome.turn_ratio, 0.0), outcome.speed / outcome.machine.creep)
    if outcome.journey:
        margin = np.minimum(margin, outcome.passing)
    return Finding(outcome.shown_speed, margin)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """How long it takes to speed or through its way, or what stops it."""
    if not outcome.goes and median(outcome.turn_ratio) >= 1 and not outcome.journey:
        once = (
            f"Once going it would settle near {rounded(middle(outcome.speed) * words.rate.per, 2)} {words.rate.words}."
        )
        return Telling(words.rate.unit, once, _bad(outcome, words), words.rate.per, "once going")
    good = f"Up to speed in {rounded(middle(outcome.spin_up), 2)} s."
    if outcome.drive.push.shape[1] == 1:
        good = f"{words.steady}{good}"
    if outcome.journey:
        good = words.passed.format(time=f"{rounded(median(outcome.journey.seconds), 2)} s")
    return Telling(words.rate.unit, good, _bad(outcome, words), words.rate.per)


def _bad(outcome: Outcome, words: Words) -> str:
    cause = outcome.machine.broken("starts")
    if outcome.machine.broken("circuit"):
        return "With no current it does not go."
    if outcome.drive.sense == 0 and outcome.drive.push.shape[1] == 1:
        return words.cancels
    if outcome.drive.sense == 0:
        return "Over a whole turn the pushes cancel: it settles at one angle."
    if cause:
        return words.of(cause)
    if outcome.journey and median(outcome.turn_ratio) >= 1:
        return stopped_by(outcome.machine, outcome.journey, words)
    if (
        outcome.drive.sense
        and median(outcome.start.ratio) >= 1
        and median(outcome.running.stall) < median(outcome.drive.stall)
    ):
        return "Starts, then stops: within seconds of such a current the battery gives too little."
    return f"{words.over.capitalize()}, friction takes more than the push gives."
