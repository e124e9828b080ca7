"""Link 7: how long until fingers must keep off?"""

from __future__ import annotations

from oakspin.constants import HANDS_OFF_C
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

LOOK = 15.0  # s, the shortest run that a class can look at; class practice


def judge(outcome: Outcome) -> Finding:
    """Seconds until the warmest part that is touched reaches the hands-off temperature."""
    time = outcome.hands_off
    if outcome.machine.broken("circuit") and not outcome.machine.short_ohms:
        return Finding("stays_cool", time, "s", time / LOOK, "No current, no heat.", "")
    part = outcome.hottest.name
    verb = "reach" if part.endswith("s") else "reaches"
    good = f"Then hands off: {part} at {HANDS_OFF_C:.0f} °C."
    bad = f"The {part} {verb} {HANDS_OFF_C:.0f} °C before a class has looked for {LOOK:.0f} s."
    return Finding("stays_cool", time, "s", time / LOOK, good, bad)
