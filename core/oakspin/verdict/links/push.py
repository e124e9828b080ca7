"""Link 3: does the current push at all, more than the lightest touch holds back?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome


def judge(outcome: Outcome) -> Finding:
    """Mean torque over a turn at rest."""
    machine, drive = outcome.machine, outcome.drive
    peak = np.abs(drive.push).max(axis=1)
    push = drive.stall if drive.sense else peak * 0
    margin = push / machine.least_dry
    if machine.broken("circuit"):
        bad = "No current, so no push."
    elif drive.sense == 0 and median(peak / machine.least_dry) < 0.1:
        bad = "The pushes on the legs cancel at every angle: the magnets are magnetized across, not along their axis."
    elif drive.sense == 0:
        bad = "Pushed one way in half the turn and back in the other: the magnets are magnetized across, not along their axis."
    else:
        bad = "Weaker than the lightest touch of the feet: more current or a stronger magnet is needed."
    even = drive.push.shape[1] == 1
    good = "The same at every angle." if even else "Averaged over a turn."
    return Finding("push", push * 1e6, "µN·m", margin, good, bad)
