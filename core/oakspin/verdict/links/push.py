"""Link 3: does the current push at all, more than the lightest touch holds back?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

BRAKED = 0.35  # of the push without its sign: where less is left over a turn, most of it brakes


def judge(outcome: Outcome) -> Finding:
    """Mean torque over a turn (or thrust) at rest."""
    machine, drive = outcome.machine, outcome.drive
    peak = np.abs(drive.push).max(axis=1)
    push = drive.stall if drive.sense else peak * 0
    margin = push / machine.least_dry
    if machine.broken("circuit"):
        bad = "No current, so no push."
    elif drive.sense == 0 or median(push / np.maximum(np.abs(drive.push).mean(axis=1), 1e-12)) < BRAKED:
        bad = machine.words.cancels
    else:
        bad = machine.words.faint
    even = drive.push.shape[1] == 1
    good = machine.words.alike if even else "Averaged over a turn."
    return Finding("push", push * machine.words.measure.push_per, machine.words.measure.push, margin, good, bad)
