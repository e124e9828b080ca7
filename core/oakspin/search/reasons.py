"""Why nothing of a kind was found."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.drawer.part import known_draws
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import evaluate
from oakspin.kinds.recipe import Place
from oakspin.search.candidate import (
    FEW,
    design_of_shares,
)
from oakspin.search.kind import Kind
from oakspin.search.request import SearchRequest


@dataclass(frozen=True)
class LeftOut:
    """A kind that nothing was found of, and why."""

    kind: str
    why: str


NAMES: dict[Place, str] = {
    "cell": "battery",
    "magnet": "magnet",
    "wire": "wire",
    "screw": "screw or nail",
    "support": "support",
}


def why(name: str, known: Kind, request: SearchRequest) -> str:
    """Why nothing was found of a kind: what hindered most, or what stops the one that came nearest."""
    if known.why_not:
        return known.why_not.most_common(1)[0][0]
    if known.example:
        parts, shares = known.example
        try:
            return evaluate(design_of_shares(name, parts, shares, request), known_draws(FEW, parts.values())).headline
        except ValueError:
            return "the parts do not fit each other"
        except OakSpinError as error:
            return error.faults[0].line()
    return "nothing was found that goes"
