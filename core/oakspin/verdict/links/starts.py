"""Link 4: does it start, by itself or with a flick?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import median
from oakspin.motion.start import BEYOND
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

MOST_FLICK = 15.0  # turns/s, faster than fingers flick; bench experience


def judge(outcome: Outcome) -> Finding:
    """Push over friction from the worst angle; or, where a hand flicks it, the flick that it needs."""
    if outcome.machine.rest is None:
        ratio = np.maximum(outcome.start.ratio, 0.0)
        return Finding("starts", ratio, "× friction", ratio, outcome.machine.words.unaided, _never(outcome))
    needed, rest = outcome.start.needed, outcome.machine.rest
    shown = np.minimum(needed, MOST_FLICK * 2 * np.pi) / (2 * np.pi)
    alone = 100 * outcome.start.by_itself.mean()
    if rest.against:
        good = "Flicked the wrong way it stops, turns back and goes."
        bad = "Flicked the wrong way: it stops and comes back. Flick it the other way."
    else:
        good = f"By itself in {alone:.0f} of 100 rest positions; else by a flick {_way(outcome)}."
        bad = f"It needs a harder flick {_way(outcome)}, or another rest position."
    never = median(needed) >= BEYOND or outcome.drive.sense == 0
    told = "no flick helps" if never else "by itself" if median(shown) == 0 else ""
    return Finding("starts", shown, "turns/s", outcome.start.ratio, good, _never(outcome) if never else bad, told)


def _way(outcome: Outcome) -> str:
    words = outcome.machine.words
    return words.forward if outcome.drive.sense > 0 else words.backward


def _never(outcome: Outcome) -> str:
    machine = outcome.machine
    cause = machine.broken("starts")
    if cause:
        return cause.sentence
    if machine.broken("circuit"):
        return "Without push it does not start."
    if outcome.drive.sense == 0:
        swings = median(np.abs(outcome.drive.push).max(axis=1) / machine.load.dry) > 1
        return "From some angles it is pushed back: it swings over and settles." if swings else "Nothing moves it."
    if machine.rest is not None:
        return "No flick helps: over a turn friction takes more than the push gives."
    return f"Friction at {machine.words.contact} and {machine.words.bearing} holds it: press less, or push more."
