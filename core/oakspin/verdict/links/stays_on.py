"""Link 6: does the moving part stay on its seat?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array, median
from oakspin.machines.machine import NEVER, SHAKEN, Machine
from oakspin.rounding import rounded
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

SETTLED_FLOOR = 1.0  # rad/s, so that a motor at rest has a finite margin
LARGEST_MARGIN = 100.0
ALONE = 1.25  # times its weight that must hold what hangs and is left alone: its own run shakes it; bench experience
SURE = 10.0  # times the speed at which it settles, beyond which a limit is none


def _limit(machine: Machine) -> Array:
    return np.asarray(machine.leave_speed * machine.free("stays_on"))


def _shown(limit: Array, speed: Array) -> Array:
    """The limit as a figure: where there is none, a speed out of reach."""
    return np.where(limit >= NEVER, SURE * np.maximum(speed, SETTLED_FLOOR), limit)


def _may_be_shaken_off(machine: Machine) -> bool:
    return bool(np.all(np.isfinite(machine.hold)))


def leave_speed_shown(outcome: Outcome) -> Array:
    """Speed at which each build would leave its seat, as it is told; shape (draws,)."""
    return _shown(outcome.machine.leave_speed, outcome.speed)


def judge(outcome: Outcome) -> Finding:
    """Speed at which it leaves its seat, against the speed at which it settles; or what holds it against what pulls."""
    machine = outcome.machine
    limit = _limit(machine)
    margin = np.minimum(limit / np.maximum(outcome.speed, SETTLED_FLOOR), LARGEST_MARGIN)
    if _may_be_shaken_off(machine):
        held = np.minimum(SHAKEN * np.asarray(machine.hold) * machine.free("stays_on"), LARGEST_MARGIN)
        return Finding(held, np.minimum(held / ALONE, margin))
    return Finding(_shown(limit, outcome.speed), margin)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """What keeps it on, or how it leaves."""
    machine = outcome.machine
    cause = machine.broken("stays_on")
    if _may_be_shaken_off(machine):
        touched = f" A touch pulls with {SHAKEN:g} times its weight: {words.leaves}."
        good = words.stays if median(np.asarray(machine.hold)) >= 1 else f"Left alone it hangs.{touched}"
        return Telling("× its weight", good, words.of(cause) if cause else f"It hardly hangs by itself.{touched}")
    settled = middle(outcome.speed)
    limit = median(_limit(machine))
    rate, never = settled * words.rate.per, limit >= NEVER or SETTLED_FLOOR < settled < limit / SURE
    near = rounded(rate, 2)
    good = words.stays if never or not rate else f"Above this speed it {words.leaves}. It settles near {near}."
    leaves = f"It {words.leaves} at this speed, before it settles near {near}: out of balance."
    wording = words.secure if never else ""
    return Telling(words.rate.unit, good, words.of(cause) if cause else leaves, words.rate.per, wording)
