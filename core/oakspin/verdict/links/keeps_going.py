"""Link 5: does it keep going, and how fast does it settle?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import figures

PER_MINUTE = 60 / (2 * np.pi)
SLOWEST = 30.0  # turns a minute: slower than this is creeping, not turning; bench experience


def judge(outcome: Outcome) -> Finding:
    """Settled speed in turns a minute."""
    rate = outcome.speed * PER_MINUTE
    margin = np.minimum(np.maximum(outcome.turn_ratio, 0.0), rate / SLOWEST)
    spin_up = median(outcome.spin_up)
    good = f"Every angle pushes; {figures(spin_up, 2)} s to speed."
    if outcome.machine.broken("circuit"):
        bad = "Without current it does not turn."
    elif outcome.drive.sense == 0:
        bad = "Over a whole turn the pushes cancel: it settles at one angle."
    else:
        bad = "Over a turn, friction takes more than the push gives."
    return Finding("keeps_going", rate, "turns/min", margin, good, bad)
