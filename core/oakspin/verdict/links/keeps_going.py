"""Link 5: does it keep going, and how fast does it settle?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.motion.journey import stopped_by
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import figures


def judge(outcome: Outcome) -> Finding:
    """Settled speed."""
    words = outcome.machine.words
    rate = outcome.speed * words.rate.per
    margin = np.minimum(np.maximum(outcome.turn_ratio, 0.0), rate / words.rate.slowest)
    good = f"{figures(median(outcome.spin_up), 2)} s to speed."
    if outcome.drive.push.shape[1] == 1:
        good = f"{words.steady}{good}"
    if outcome.journey and outcome.machine.route:
        lasts = f"{figures(median(outcome.journey.seconds), 2)} s"
        good = f"Once round in {lasts}." if outcome.machine.route.closed else f"Through the track in {lasts}."
        margin = np.minimum(margin, outcome.passing)
    cause = outcome.machine.broken("starts")
    if outcome.machine.broken("circuit"):
        bad = "Without current it does not go."
    elif outcome.drive.sense == 0 and outcome.drive.push.shape[1] == 1:
        bad = words.cancels
    elif outcome.drive.sense == 0:
        bad = "Over a whole turn the pushes cancel: it settles at one angle."
    elif cause:
        bad = cause.sentence
    elif outcome.journey and median(outcome.turn_ratio) >= 1:
        bad = stopped_by(outcome.machine, outcome.journey)
    else:
        bad = f"{words.over.capitalize()}, friction takes more than the push gives."
    return Finding("keeps_going", rate, words.rate.unit, margin, good, bad)
