"""Link 1: does the circuit close, and for how much of the time?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

LEAST_MADE = 0.20  # a contact made less than a fifth of the time comes and goes; bench experience


def judge(outcome: Outcome) -> Finding:
    """Share of the time that current flows while it turns slowly."""
    machine = outcome.machine
    cause = machine.broken("circuit")
    closed = machine.live_at(np.full_like(machine.made, 1e-9)) * machine.free("circuit")
    middle = median(closed)
    words = machine.words
    bad = (
        cause.sentence
        if cause
        else f"Contact comes and goes: {words.contact} carry current only {100 * middle:.0f} % of the time."
    )
    return Finding("circuit", 100 * closed, "%", closed / LEAST_MADE, words.closes, bad)
