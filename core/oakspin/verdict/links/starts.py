"""Link 4: does it start, by itself or with a flick?"""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array, median
from oakspin.motion.start import BEYOND
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

MOST_FLICK = 15.0  # turns/s, faster than fingers flick; bench experience


ALL = 99.5  # of 100 resting positions, from which on none is left to tell of


def judge(outcome: Outcome) -> Finding:
    """Push over friction from the worst angle; or, where a hand flicks it, the flick that it needs."""
    if outcome.machine.rest is None:
        ratio = np.maximum(outcome.start.ratio, 0.0)
        return Finding(ratio, ratio)
    return Finding(_flick(outcome), outcome.start.ratio)


def _flick(outcome: Outcome) -> Array:
    """The flick needed in rad/s, as far as fingers can flick."""
    return np.asarray(np.minimum(outcome.start.needed, MOST_FLICK * 2 * np.pi))


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """How it is started, or what holds it."""
    rest = outcome.machine.rest
    if rest is None:
        return Telling("× friction", words.unaided, _never(outcome, words))
    needed, way = outcome.start.needed, words.way(outcome.drive.sense)
    alone = 100 * outcome.start.by_itself.mean()
    if rest.against:
        good = "Flicked the wrong way, it stops, turns around and goes."
        bad = "Flicked the wrong way: it stops and comes back. Flick it the other way."
    else:
        good = f"Starts by itself from {alone:.0f} of 100 resting positions; from the others, flick it {way}."
        if alone > ALL:
            good = "Starts by itself from any resting position."
        if alone < 0.5:
            good = f"Starts from any resting position when flicked {way}."
        bad = f"It needs a harder flick {way}, or another resting position."
    never = median(needed) >= BEYOND or outcome.drive.sense == 0
    wording = "no flick helps" if never else "by itself" if median(_flick(outcome)) == 0 else ""
    return Telling("turns/s", good, _never(outcome, words) if never else bad, 1 / (2 * np.pi), wording)


def _never(outcome: Outcome, words: Words) -> str:
    machine = outcome.machine
    cause = machine.broken("starts")
    if cause:
        return words.of(cause)
    if machine.broken("circuit"):
        return "With no push it does not start."
    if outcome.drive.sense == 0:
        swings = median(np.abs(outcome.drive.push).max(axis=1) / machine.load.dry) > 1
        return "From some angles it is pushed back: it swings over and settles." if swings else "Nothing moves it."
    if machine.rest is not None:
        return "No flick helps: over a turn friction takes more than the push gives."
    return f"Friction at {words.contact} and {words.bearing} holds it: {words.ease}, or push more."
