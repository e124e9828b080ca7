"""Link 3: does the current push at all, more than the lightest touch holds back?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array, median
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

BRAKED = 0.35  # of the push without its sign: where less is left over a turn, most of it brakes


def _push(outcome: Outcome) -> Array:
    drive = outcome.drive
    return drive.stall if drive.sense else np.abs(drive.push).max(axis=1) * 0


def judge(outcome: Outcome) -> Finding:
    """Mean torque over a turn (or thrust) at rest."""
    push = _push(outcome)
    return Finding(push, push / outcome.machine.least_dry)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """Whether it is the same all round, or why there is none."""
    drive = outcome.drive
    if outcome.machine.broken("circuit"):
        bad = "No current, so no push."
    elif drive.sense == 0 or median(_push(outcome) / np.maximum(np.abs(drive.push).mean(axis=1), 1e-12)) < BRAKED:
        bad = words.cancels
    else:
        bad = words.faint
    good = words.alike if drive.push.shape[1] == 1 else "Averaged over a turn."
    return Telling(words.units.push, good, bad, words.units.push_per)
