"""Link 6: does the moving part stay on its seat?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.links.keeps_going import PER_MINUTE
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import figures

SETTLED_FLOOR = 1.0  # rad/s, so that a motor at rest has a finite margin
LARGEST_MARGIN = 100.0


def judge(outcome: Outcome) -> Finding:
    """Speed at which it leaves its seat, against the speed at which it settles."""
    machine = outcome.machine
    cause = machine.broken("stays_on")
    limit = machine.leave_speed * (0.0 if cause else 1.0)
    margin = np.minimum(limit / np.maximum(outcome.speed, SETTLED_FLOOR), LARGEST_MARGIN)
    rate = median(outcome.speed) * PER_MINUTE
    leaves = machine.words.leaves
    good = f"{leaves.capitalize()}; settles at {figures(rate)}." if rate else "It stands still on its seat."
    bad = (
        cause.sentence
        if cause
        else f"{leaves.capitalize()} at this speed, before it settles near {figures(rate)}: out of balance."
    )
    return Finding("stays_on", limit * PER_MINUTE, "turns/min", margin, good, bad)
