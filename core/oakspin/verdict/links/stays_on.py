"""Link 6: does the moving part stay on its seat?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.machines.machine import NEVER
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import figures

SETTLED_FLOOR = 1.0  # rad/s, so that a motor at rest has a finite margin
LARGEST_MARGIN = 100.0


def judge(outcome: Outcome) -> Finding:
    """Speed at which it leaves its seat, against the speed at which it settles."""
    machine, per = outcome.machine, outcome.machine.words.rate.per
    cause = machine.broken("stays_on")
    limit = machine.leave_speed * machine.free("stays_on")
    margin = np.minimum(limit / np.maximum(outcome.speed, SETTLED_FLOOR), LARGEST_MARGIN)
    rate = median(outcome.speed) * per
    leaves = machine.words.leaves
    good = f"{leaves.capitalize()}; settles at {figures(rate)}." if rate else machine.words.stays
    never = median(limit) >= NEVER
    if np.all(np.isfinite(machine.hold)):
        held = np.minimum(np.asarray(machine.hold) * machine.free("stays_on"), LARGEST_MARGIN)
        bad = cause.sentence if cause else f"A touch shakes it off: {leaves}."
        return Finding("stays_on", held, "× its pull", np.minimum(held, margin), machine.words.stays, bad)
    if never:
        good = machine.words.stays
    bad = (
        cause.sentence
        if cause
        else f"{leaves.capitalize()} at this speed, before it settles near {figures(rate)}: out of balance."
    )
    return Finding(
        "stays_on",
        limit * per,
        machine.words.rate.unit,
        margin,
        good,
        bad,
        outcome.machine.words.secure if never else "",
    )
