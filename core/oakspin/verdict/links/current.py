"""Link 2: is there enough current, and where do the volts go?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.rounding import rounded
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

TIRES = 0.93  # of the first seconds' current, below which it is told how far the battery polarizes
LEAST_CURRENT = 0.15  # A, below it no motor of this size was seen to turn; bench experience


def judge(outcome: Outcome) -> Finding:
    """Mean current in amperes while it runs, as a meter shows it; at rest, while the contact is made."""
    peak = outcome.drive.current
    broken = outcome.machine.broken("circuit")
    # What does not turn draws its full current as long as the contact is made.
    shown = np.where(outcome.turns, outcome.mean_current, peak) if outcome.goes else peak
    return Finding(shown, peak if broken else peak / LEAST_CURRENT)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """Where the volts go, or why so little flows."""
    machine, current = outcome.machine, outcome.drive.current
    if machine.broken("circuit"):
        shorted = "It flows past the motor, through the short."
        return Telling("A", "", shorted if machine.short_ohms else "No current: the circuit is open.")
    inside = median(machine.pack.ohms_at(machine.pack.used) / machine.total_ohms)
    touching = median(sum(machine.ohms[place] for place in machine.touches) / machine.total_ohms)
    good = f"The battery uses {100 * inside:.0f} % of its own volts, the contacts {100 * touching:.0f} %."
    if median(current - machine.pack.limit) >= 0:
        good = f"Held by the supply's limit of {median(current):g} A."
    settled = median(outcome.running.current)
    if settled < TIRES * median(current):
        good = f"{good} As it tires, the peak drops to {rounded(settled, 2)} A within seconds."
    if outcome.goes:
        good = f"Average while running; {rounded(median(current), 2)} A at the start. {good}"
    if not np.any(machine.pack.volts):
        return Telling("A", good, "The supply is set to 0 V: turn it up.")
    bad = f"Too little: {'the battery' if inside > 0.5 else 'wire and contacts'} let no more through."
    return Telling("A", good, bad)
