"""The eight links of the run chain, in the order in which a real demonstration fails."""

from __future__ import annotations

from collections.abc import Callable

from oakspin.verdict.links import circuit, current, keeps_going, lasts, push, starts, stays_cool, stays_on
from oakspin.verdict.links.finding import Finding
from oakspin.verdict.outcome import Outcome

JUDGES: tuple[Callable[[Outcome], Finding], ...] = (
    circuit.judge,
    current.judge,
    push.judge,
    starts.judge,
    keeps_going.judge,
    stays_on.judge,
    stays_cool.judge,
    lasts.judge,
)

NAMES = {
    "circuit": "Circuit closes",
    "current": "Current",
    "push": "Push",
    "starts": "Starts",
    "keeps_going": "Keeps going",
    "stays_on": "Stays on",
    "stays_cool": "Stays cool",
    "lasts": "Lasts",
}

__all__ = ["JUDGES", "NAMES", "Finding"]
