"""Link 4: does it start by itself?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome


def judge(outcome: Outcome) -> Finding:
    """Push over friction at rest, from the worst angle."""
    machine = outcome.machine
    ratio = np.maximum(outcome.start_ratio, 0.0)
    cause = machine.broken("starts")
    if cause:
        bad = cause.sentence
    elif machine.broken("circuit"):
        bad = "Without push it does not start."
    elif outcome.drive.sense == 0:
        bad = (
            "From some angles it is pushed back: it swings over and settles."
            if _swings(outcome)
            else "Nothing turns it."
        )
    else:
        bad = f"Friction at {machine.words.contact} and {machine.words.bearing} holds it: press less, or push more."
    return Finding("starts", ratio, "× friction", ratio, "Starts by itself, from any angle.", bad)


def _swings(outcome: Outcome) -> bool:
    return median(np.abs(outcome.drive.push).max(axis=1) / outcome.machine.load.dry) > 1
