"""A design that was found, and what it is worth in each of the things that can matter."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from pydantic import ValidationError

from oakspin.design import Design
from oakspin.drawer.part import Part, known_draws
from oakspin.drawer.used import Takes, takes
from oakspin.draws import Array, Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.build import BuildPlan, step_minutes
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.kinds.recipe import Free, Place, put_together, within_stock
from oakspin.machines.table import machine_of
from oakspin.search.request import Matter, SearchRequest
from oakspin.search.sheet import HOT
from oakspin.search.stock import cost, enough
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import running_builds

Parts = Mapping[Place, Part]
Shares = Mapping[str, float]

FEW = Draws(32)
FULL = Draws()
BEFOREHAND = frozenset(("lay_out",))  # steps that are done before the lesson begins, beside those of an adult
SHARP = frozenset(("knife", "saw", "file", "drill", "hacksaw"))
EYE = 5.0  # times a second, up to which an eye follows what passes by


@dataclass(frozen=True)
class Candidate:
    """A design and what it is worth; ``worth`` by what matters, the more the better in each.

    ``goes`` is the share of builds that go, ``speed`` in rad/s or m/s, ``edge`` in m/s, ``current`` in A held still,
    ``life`` and ``hot`` in s, ``span`` in mm; medians of the builds that go. ``minutes`` are those of the group,
    ``before`` those that are spent beforehand. ``priced`` says whether every price was told.
    """

    kind: str
    design: Design
    parts: Parts
    shares: Shares
    goes: float
    speed: float
    edge: float
    current: float
    life: float
    hot: float
    span: float
    minutes: float
    before: float
    cost: float
    priced: bool
    takes: tuple[Takes, ...]
    worth: Mapping[Matter, float]


def free_of(kind: str, parts: Parts, request: SearchRequest) -> tuple[Free, ...]:
    """What is free once the parts are picked, with no more of a part than there is for each group."""
    frees = KINDS[kind].recipe.free({place: part.fields for place, part in parts.items()})
    return within_stock(frees, {place: part.amount // request.groups for place, part in parts.items()})


def design_of_shares(kind: str, parts: Parts, shares: Shares, request: SearchRequest) -> Design:
    """The design of a kind from parts, its free numbers so far along their ranges, as it can be built.

    Raises
    ------
    ValidationError
        When the parts do not fit each other.
    """
    recipe, start = KINDS[kind].recipe, KINDS[kind].start
    picked = {place: part.fields for place, part in parts.items()}
    values = {free.name: free.settled(shares[free.name]) for free in free_of(kind, parts, request)}
    return type(start).model_validate({**put_together(start, recipe, picked, values), "maker": request.hands})


def edge_and_rate(kind: str, speed: Array, span: Array) -> tuple[Array, Array]:
    """How fast in m/s the outer edge of what moves goes by, and how many times a second it passes an eye.

    ``speed`` in rad/s, of what travels in m/s; ``span`` in mm. What travels passes once in its own length.
    """
    if KINDS[kind].recipe.travels:
        return speed, speed / np.maximum(span * 1e-3, 1e-9)
    return speed * span * 5e-4, speed / (2 * np.pi)


def minutes_of(plan: BuildPlan, request: SearchRequest) -> tuple[float, float]:
    """Minutes of the group, and those beforehand: each step rounded, as on its sheet."""
    own = before = 0.0
    for step in plan.steps:
        minutes = max(1.0, float(round(step_minutes(step, request.hands))))
        if step.adult or step.id in BEFOREHAND:
            before += minutes
        else:
            own += minutes
    return own, before


def sharp(plan: BuildPlan) -> frozenset[str]:
    """The sharp tools that a plan needs."""
    return SHARP & {tool for step in plan.steps for tool in step.tools}


def candidate_of(
    kind: str, parts: Parts, shares: Shares, request: SearchRequest, draws: Draws = FEW
) -> Candidate | str:
    """A design as it is found, or why it is none that was asked for."""
    try:
        design = design_of_shares(kind, parts, shares, request)
        plan = build_of(design)
        minutes, before = minutes_of(plan, request)
        if minutes > request.minutes:
            return f"takes more than {request.minutes:g} minutes in these hands"
        if request.no_sharp_tools and sharp(plan):
            return f"needs a {' and a '.join(sorted(sharp(plan)))}"
        taken = takes(design, parts, plan)
        stock = {part.key: part for part in parts.values()}
        if not enough(taken, stock, request.groups):
            return _short(taken, stock, request.groups)
        outcome = outcome_of(machine_of(design, known_draws(draws, parts.values())))
    except (ValidationError, OakSpinError):
        return "the parts do not fit each other"
    current = float(np.median(outcome.drive.current))
    if request.most_A is not None and current > request.most_A:
        return f"lets more than {request.most_A:g} A through"
    running = running_builds(outcome)
    goes = float(running.mean()) if outcome.goes else 0.0
    if not goes:
        return "does not go"

    def middle(rows: object) -> float:
        return float(np.median(np.broadcast_to(np.asarray(rows, float), running.shape)[running]))

    speed, span = middle(outcome.shown_speed), float(KINDS[kind].recipe.span_mm(design))
    edge, rate = (float(each) for each in edge_and_rate(kind, np.asarray(speed), np.asarray(span)))
    life, hot = middle(outcome.life), middle(np.minimum(outcome.hands_off, HOT))
    price, priced = cost(taken, stock)
    return Candidate(
        kind=kind,
        design=design,
        parts=parts,
        shares=shares,
        goes=goes,
        speed=speed,
        edge=edge,
        current=current,
        life=life,
        hot=hot,
        span=span,
        minutes=minutes,
        before=before,
        cost=price,
        priced=priced,
        takes=taken,
        worth={
            "sure": goes,
            "fast": goes * edge,
            "long": goes * life,
            "cool": goes * hot,
            "cheap": goes / max(price, 0.01),
            "quick": goes / minutes,
            "seen": goes * span * min(1.0, EYE / max(rate, 1e-9)),
        },
    )


def _short(taken: tuple[Takes, ...], stock: Mapping[str, Part], groups: int) -> str:
    each = max(taken, key=lambda one: one.amount * groups / max(stock[one.key].amount, 1e-9))
    unit = "m of " if each.unit == "m" else ""
    return f"takes {each.amount * groups:.3g} {unit}{each.name}; there are {stock[each.key].amount:g}"
