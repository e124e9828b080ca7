"""Link 8: how long does the battery last?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import figures

DAY = 86400.0  # s
LESSON = 300.0  # s of running, the least that one lesson needs; class practice


def judge(outcome: Outcome) -> Finding:
    """Minutes of running until the battery no longer turns it."""
    life = outcome.life
    runs = median(outcome.runs)
    what = "passes of the track" if outcome.passes else "runs of a minute at most"
    good = f"Some {figures(runs, 2)} {what}."
    if outcome.machine.pack.endless:
        life = np.minimum(life, DAY)
        good = "A bench supply does not run down."
    bad = "It does not run, so there is nothing to last."
    if median(life) > 0:
        bad = f"The battery fades too soon: about {figures(max(runs, 1), 2)} runs."
    return Finding("lasts", life / 60, "min", life / LESSON, good, bad)
