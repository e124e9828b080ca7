"""A climb from a design that was found: one number or one part changed at a time, as long as that helps."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.search.candidate import (
    Candidate,
    Parts,
    candidate_of,
    free_of,
)
from oakspin.search.request import Matter, SearchRequest
from oakspin.search.scan import Seen

MOST_STEPS = 24  # of a climb in one look


@dataclass(frozen=True)
class Climb:
    """One find to improve in one matter, one number after the other, by building each step anew."""

    found: Candidate
    matter: Matter
    step: float
    request: SearchRequest

    @property
    def kind(self) -> str:
        """The kind of the find."""
        return self.found.kind

    @property
    def parts(self) -> Parts:
        """Its parts."""
        return self.found.parts


def climb(one: Climb) -> Seen:
    """Step along each free number to both sides, and on from where it is better."""
    now, steps = one.found, 0
    for free in free_of(one.kind, one.parts, one.request):
        step = max(one.step, 1 / max(free.high - free.low, 1)) if free.whole else one.step
        for way in (-step, step):
            better = True
            while better and steps < MOST_STEPS:
                share = min(max(now.shares[free.name] + way, 0.0), 1.0)
                if share == now.shares[free.name]:
                    break
                other = candidate_of(one.kind, one.parts, {**now.shares, free.name: share}, one.request)
                steps += 1
                better = isinstance(other, Candidate) and other.worth[one.matter] > now.worth[one.matter]
                if isinstance(other, Candidate) and better:
                    now = other
    return Seen(steps, () if now is one.found else (now,), {})
