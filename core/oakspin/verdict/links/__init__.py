"""The eight links of the run chain, in the order in which a real demonstration fails."""

from __future__ import annotations

from oakspin.verdict.links import circuit, current, keeps_going, lasts, push, starts, stays_cool, stays_on
from oakspin.verdict.links.finding import Finding, Judge, Telling

JUDGES = (
    Judge("circuit", "Circuit closes", circuit.judge, circuit.tell),
    Judge("current", "Current", current.judge, current.tell),
    Judge("push", "Push", push.judge, push.tell),
    Judge("starts", "Starts", starts.judge, starts.tell),
    Judge("keeps_going", "Keeps going", keeps_going.judge, keeps_going.tell),
    Judge("stays_on", "Stays on", stays_on.judge, stays_on.tell),
    Judge("stays_cool", "Stays cool", stays_cool.judge, stays_cool.tell),
    Judge("lasts", "Lasts", lasts.judge, lasts.tell),
)
NAMES = {judge.id: judge.name for judge in JUDGES}

__all__ = ["JUDGES", "NAMES", "Finding", "Judge", "Telling"]
