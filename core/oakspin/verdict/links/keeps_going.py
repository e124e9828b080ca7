"""Link 5: does it keep going, and how fast does it settle?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
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
        good = f"Every angle pushes; {good}"
    cause = outcome.machine.broken("starts")
    if outcome.machine.broken("circuit"):
        bad = "Without current it does not turn."
    elif outcome.drive.sense == 0:
        bad = "Over a whole turn the pushes cancel: it settles at one angle."
    elif cause:
        bad = cause.sentence
    else:
        bad = "Over a turn, friction takes more than the push gives."
    return Finding("keeps_going", rate, words.rate.unit, margin, good, bad)
