"""Link 2: is there enough current, and where do the volts go?"""

from __future__ import annotations

from oakspin.draws import median
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

LEAST_CURRENT = 0.15  # A, below it no motor of this size was seen to turn; bench experience


def judge(outcome: Outcome) -> Finding:
    """Current in amperes while the contact is made."""
    machine, current = outcome.machine, outcome.drive.current
    if machine.broken("circuit"):
        bad = (
            "It flows past the motor, through the short." if machine.short_ohms else "No current: the circuit is open."
        )
        return Finding("current", current, "A", current, "", bad)
    inside = median(machine.pack.ohms_at(machine.pack.used) / machine.total_ohms)
    contacts = sum(ohms for place, ohms in machine.ohms.items() if "contact" in place)
    touching = median(contacts / machine.total_ohms)
    good = f"Battery takes {100 * inside:.0f} %, contacts {100 * touching:.0f} %."
    if median(current - machine.pack.limit) >= 0:
        good = f"Held by the supply's limit of {median(current):g} A."
    bad = f"Too little: {'the battery' if inside > 0.5 else 'wire and contacts'} let no more through."
    return Finding("current", current, "A", current / LEAST_CURRENT, good, bad)
