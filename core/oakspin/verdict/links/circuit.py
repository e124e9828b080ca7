"""Link 1: does the circuit close, and for how much of the time?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array, median
from oakspin.verdict.links.finding import Finding, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

LEAST_MADE = 0.20  # a contact made less than a fifth of the time comes and goes; bench experience


def _closed(outcome: Outcome) -> Array:
    machine = outcome.machine
    return np.asarray(machine.closed_share * machine.free("circuit"))


def judge(outcome: Outcome) -> Finding:
    """Share of the time that current flows while it turns slowly."""
    closed = _closed(outcome)
    return Finding(closed, closed / LEAST_MADE)


def tell(outcome: Outcome, words: Words) -> Telling:
    """Where it closes, or what keeps it open."""
    cause = outcome.machine.broken("circuit")
    share = 100 * median(_closed(outcome))
    fickle = f"Contact comes and goes: {words.contact} carry current only {share:.0f} % of the time."
    return Telling("%", words.closes, words.of(cause) if cause else fickle, per=100)
