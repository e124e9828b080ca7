"""Link 8: how long does the battery last?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.rounding import rounded
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

DAY = 86400.0  # s
PASSES = 15.0  # of an open way, the least that one lesson needs; class practice
LESSON = 300.0  # s of running, the least that one lesson needs; class practice


def judge(outcome: Outcome) -> Finding:
    """Seconds of running until the battery no longer turns it."""
    life = outcome.life
    if outcome.machine.pack.endless:
        life = np.minimum(life, DAY)
    # What passes a way runs for seconds: a lesson needs so many passes.
    return Finding(life, outcome.runs / PASSES if outcome.passes else life / LESSON)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """How many runs that makes."""
    runs = middle(outcome.runs)
    good = f"About {rounded(max(round(runs), 1), 2)} {words.runs}."
    if outcome.machine.pack.endless:
        good = "A bench supply does not run down."
    bad = "It does not run, so nothing is used up."
    if median(outcome.life) > 0:
        bad = f"The battery runs down within a lesson: about {rounded(max(round(runs), 1), 2)} {words.runs}."
    return Telling("s", good, bad)
