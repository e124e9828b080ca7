"""One sheet of designs, looked over: which of them are built anew on a few draws."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.recipe import put_together
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.search.candidate import (
    EYE,
    Candidate,
    Parts,
    Shares,
    candidate_of,
    edge_and_rate,
    free_of,
)
from oakspin.search.request import SearchRequest
from oakspin.search.sheet import TYPICAL, Axis, SheetFigures, sheet

PROMISING = 0.9  # margin of a typical build from which a design is built anew
SURE, SURER = 1.1, 1.25
ANEW = 5  # designs of a sheet that are built anew at most


@dataclass(frozen=True)
class Scan:
    """One sheet to look at; ``across`` and ``up`` are a free number each, with the stretch of its range, 0 to 1."""

    kind: str
    parts: Parts
    shares: Shares
    across: tuple[str, float, float]
    up: tuple[str, float, float]
    request: SearchRequest


@dataclass(frozen=True)
class Seen:
    """What a look saw: how many designs, those worth keeping, and why others were none.

    ``nearest`` is the greatest margin on the sheet, ``example`` its design, where none was promising.
    """

    designs: int
    found: tuple[Candidate, ...]
    why_not: Mapping[str, int]
    nearest: float = -1.0
    example: tuple[Parts, Shares] | None = None


def look(one: Scan) -> Seen:
    """Look at a sheet of designs, and build anew what is promising on it."""
    recipe, start = KINDS[one.kind].recipe, KINDS[one.kind].start
    picked = {place: part.fields for place, part in one.parts.items()}
    frees = {free.name: free for free in free_of(one.kind, one.parts, one.request)}
    across, up = (Axis(frees[name], low, high) for name, low, high in (one.across, one.up))

    def settled(x: float, y: float) -> dict[str, float]:
        return {**one.shares, one.across[0]: x, one.up[0]: y}

    def built(x: float, y: float) -> tuple[Machine, float]:
        shares = settled(x, y)
        values = {
            name: float(round(float(free.at(shares[name])))) if free.whole else float(free.at(shares[name]))
            for name, free in frees.items()
        }
        plain = {**put_together(start, recipe, picked, values), "maker": one.request.hands}
        design = type(start).model_validate(plain)
        return machine_of(design, TYPICAL), float(recipe.span_mm(design))

    shares, measured = sheet(across, up, built)
    found: list[Candidate] = []
    why_not: Counter[str] = Counter()
    for at in _promising(shares, measured, one):
        each = candidate_of(one.kind, one.parts, settled(float(shares[at, 0]), float(shares[at, 1])), one.request)
        if isinstance(each, str):
            why_not[each] += 1
        else:
            found.append(each)
    if found or why_not:
        return Seen(len(shares), tuple(found), why_not)
    at = int(measured.margin.argmax())
    example = one.parts, settled(float(shares[at, 0]), float(shares[at, 1]))
    return Seen(len(shares), (), why_not, float(measured.margin[at]), example)


def _promising(shares: Array, measured: SheetFigures, one: Scan) -> list[int]:
    """The designs of a sheet that are worth building anew, the most telling first."""
    margin = measured.margin
    if not (margin >= PROMISING).any():
        return []
    order = [int(margin.argmax())]

    def best(value: Array, least: float) -> None:
        allowed = margin >= least
        if allowed.any():
            order.append(int(np.where(allowed, value, -np.inf).argmax()))

    little, request = -shares.sum(axis=1), one.request
    edge, rate = edge_and_rate(one.kind, measured.speed, measured.span)
    by = {
        "sure": margin,
        "fast": edge,
        "long": measured.life,
        "cool": measured.hot,
        "cheap": little,
        "quick": little,
        "seen": measured.span * np.minimum(1.0, EYE / np.maximum(rate, 1e-9)),
    }
    for matter in request.matters:
        best(by[matter], SURE)
        best(by[matter], SURER)
    if request.most_A is not None:
        best(-measured.current, SURE)
    best(little, SURER)
    return list(dict.fromkeys(order))[: ANEW + 2]
