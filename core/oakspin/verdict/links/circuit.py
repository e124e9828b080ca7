"""Link 1: does the circuit close, and for how much of the time?"""

from __future__ import annotations

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

LEAST_MADE = 0.20  # a contact made less than a fifth of the time comes and goes; bench experience


def judge(outcome: Outcome) -> Finding:
    """Share of the time that the sliding contact is made."""
    machine = outcome.machine
    cause = machine.broken("circuit")
    made = machine.made * (0.0 if cause else 1.0)
    middle = median(made)
    contact = machine.words.contact
    good = f"Bare metal; the time {contact} touch{'es' if contact == 'the ring' else ''}."
    bad = cause.sentence if cause else f"Contact comes and goes: {contact} reach only {100 * middle:.0f} % of the time."
    return Finding("circuit", 100 * made, "%", made / LEAST_MADE, good, bad)
