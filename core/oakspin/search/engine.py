"""The search: a cover of all kinds, parts and free numbers first, then the best that were found improved.

The work is a row of looks. Each look is a sheet of designs (see ``sheet.py``) of one kind from parts that are picked,
with everything but two free numbers fixed; what it finds is built anew on a few draws. A cover picks parts and numbers
by chance from the seed; a later look takes one that was found and goes over two of its numbers, or one of its parts, in
an ever smaller stretch round it. Looks are made a batch at a time and their finds taken in order, so that the answer
hangs on the seed alone, however many processes work on it. What is left at the end is judged on all draws.
"""

from __future__ import annotations

from collections import Counter, deque
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from concurrent.futures import Executor, Future
from dataclasses import dataclass, field
from typing import TypeVar

import numpy as np

from oakspin.drawer.part import Part, known_draws
from oakspin.draws import Array
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS, build_of, evaluate
from oakspin.kinds.recipe import Place, put_together
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.search.candidate import (
    EYE,
    FEW,
    FULL,
    Candidate,
    Parts,
    Shares,
    candidate_of,
    design_of_shares,
    edge_and_rate,
    free_of,
    minutes_of,
)
from oakspin.search.front import Archive, apart, unbeaten, worths
from oakspin.search.request import Matter, SearchRequest
from oakspin.search.sheet import DESIGNS as ON_A_SHEET
from oakspin.search.sheet import TYPICAL, Axis, SheetFigures, sheet

Given = TypeVar("Given")
Answer = TypeVar("Answer")

DESIGNS = 40_000
SEED = 7
COVER, IMPROVE = 0.45, 0.65  # of the looks so far, up to which a cover is made, and up to which finds are improved
BATCH = 14  # looks whose finds are taken together
LOOKS_FIRST = 3  # looks that each kind gets in a cover at least
KEPT = 16  # of each kind
FINALISTS = (8, 40)  # judged on all draws, at least and at most: one of a thousand that were seen
PROMISING = 0.9  # margin of a typical build from which a design is built anew
SURE, SURER = 1.1, 1.25
ANEW = 5  # designs of a sheet that are built anew at most
SWAP = 0.25  # of the looks that improve try another part
CLIMBS = (0.2, 0.08, 0.03, 0.012)  # of the range, steps of a climb as the search goes on
MOST_STEPS = 24  # of a climb in one look
NARROWER = (0.5, 0.3, 0.15, 0.07, 0.03)  # of the range, to either side, as the search goes on
TRIES = 8  # picks of parts by which a kind's least minutes are found


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


@dataclass(frozen=True)
class LeftOut:
    """A kind that nothing was found of, and why."""

    kind: str
    why: str


@dataclass(frozen=True)
class SearchState:
    """How far the search is: designs seen of so many, the front so far on few draws; ``done`` on all of them.

    ``others`` are the best of kinds of which none is in the front.
    """

    seen: int
    of: int
    front: tuple[Candidate, ...]
    others: tuple[Candidate, ...] = ()
    left_out: tuple[LeftOut, ...] = ()
    done: bool = False


class _Batch:
    """Looks whose finds are taken together, under way on an executor, or made when they are asked for."""

    def __init__(self, looks: list[Scan | Climb], executor: Executor | None) -> None:
        self._looks = looks
        self._futures: list[Future[Seen]] = [executor.submit(made, one) for one in looks] if executor else []

    def results(self) -> Iterator[tuple[Scan | Climb, Seen]]:
        """Each look with what it saw, in order."""
        try:
            for at, one in enumerate(self._looks):
                yield one, self._futures[at].result() if self._futures else made(one)
        finally:
            self.let_go()

    def let_go(self) -> None:
        """Begin no look that was not begun."""
        for future in self._futures:
            future.cancel()


@dataclass
class _Kind:
    """What is known of a kind while the search goes on."""

    picks: dict[Place, list[Part]]
    archive: Archive
    why_not: Counter[str] = field(default_factory=Counter)
    looks: int = 0
    tried: Counter[str] = field(default_factory=Counter)  # looks at parts, by their keys
    went: Counter[str] = field(default_factory=Counter)  # those in which something went
    nearest: float = -1.0
    example: tuple[Parts, Shares] | None = None

    def pick(self, place: Place, chance: np.random.Generator) -> Part:
        """A part by chance: one that has gone the likelier, one that was tried in vain less."""
        here = self.picks[place]
        hope = np.array([(1 + self.went[part.key]) / (1 + self.tried[part.key]) for part in here])
        return here[int(chance.choice(len(here), p=hope / hope.sum()))]

    def take(self, one: Scan | Climb, seen: Seen) -> None:
        """Take in what a look saw."""
        self.why_not.update(seen.why_not)
        keys = {part.key for part in one.parts.values()}
        self.tried.update(keys)
        if seen.found:
            self.went.update(keys)
        if seen.nearest > self.nearest:
            self.nearest, self.example = seen.nearest, seen.example
        for found in seen.found:
            self.archive.add(found)


def search(
    stock: Sequence[Part],
    request: SearchRequest,
    *,
    designs: int = DESIGNS,
    seed: int = SEED,
    executor: Executor | None = None,
    must: Sequence[str] = (),
) -> Iterator[SearchState]:
    """Find what can be built; the last state is the answer. To stop it, close the iterator.

    Parameters
    ----------
    stock : sequence of Part
        What is owned.
    asked : SearchAsked
    designs : int
        How many designs are looked at, about.
    seed : int
    executor : Executor, optional
        Where the looks are made; in this process without one.
    must : sequence of str
        Keys of parts that each design has to take.
    """
    chance = np.random.default_rng(seed)
    matters = matters_of(request)
    kinds, left_out = _kinds(stock, request, matters, must, chance)
    seen = planned = 0
    under_way: deque[_Batch] = deque()
    try:
        while under_way or (kinds and planned * ON_A_SHEET < designs):
            # Two batches at a time: while the finds of one are taken in, the hands are busy with the next.
            while len(under_way) < 2 and planned * ON_A_SHEET < designs:
                many = min(BATCH, -(-designs // ON_A_SHEET) - planned)
                done = planned * ON_A_SHEET / designs
                looks = [_look(kinds, request, planned + at, done, chance, must) for at in range(many)]
                under_way.append(_Batch(looks, executor))
                planned += many
            for one, each in under_way.popleft().results():
                kinds[one.kind].take(one, each)
                seen += each.designs
            front = unbeaten((found for known in kinds.values() for found in known.archive.found), matters)
            yield SearchState(seen, max(seen, designs), tuple(front))
    finally:
        for batch in under_way:
            batch.let_go()
    finalists = _finalists(kinds, matters, min(max(seen // 1000, FINALISTS[0]), FINALISTS[1]))
    judged = [
        each
        for each in _mapped(_judged, [(found, request) for found in finalists], executor)
        if isinstance(each, Candidate)
    ]
    front = apart(unbeaten(judged, matters), matters)
    others = _others(judged, front, request)
    shown = {each.kind for each in (*front, *others)}
    nothing = [LeftOut(name, _why(name, known, request)) for name, known in kinds.items() if name not in shown]
    yield SearchState(seen, seen, tuple(front), tuple(others), (*left_out, *nothing), done=True)


def matters_of(request: SearchRequest) -> tuple[Matter, ...]:
    """What a design is held against the others by: what was asked for, and how surely it goes."""
    return tuple(request.matters) if "sure" in request.matters else (*request.matters, "sure")


def made(one: Scan | Climb) -> Seen:
    """Make one look of either sort."""
    return look(one) if isinstance(one, Scan) else climb(one)


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


def _kinds(
    stock: Sequence[Part],
    request: SearchRequest,
    matters: Sequence[Matter],
    must: Sequence[str],
    chance: np.random.Generator,
) -> tuple[dict[str, _Kind], list[LeftOut]]:
    """Kinds that can be made of what there is, with the parts for each place, and those that cannot, and why."""
    kinds: dict[str, _Kind] = {}
    left_out: list[LeftOut] = []
    kept = [part for part in stock if part.key not in request.without and part.amount > 0 and not part.why_not]
    for name in request.kinds:
        recipe = KINDS[name].recipe
        picks: dict[Place, list[Part]] = {}
        why = ""
        for place in recipe.places:
            here = [part for part in kept if part.place == place]
            reasons = [recipe.fits(place, part.fields) for part in here]
            fitting = [part for part, reason in zip(here, reasons, strict=True) if not reason]
            needed = request.groups * recipe.least.get(place, 1)
            picks[place] = [part for part in fitting if place == "wire" or part.amount >= needed]
            if not picks[place]:
                unused_reason = next((reason for reason in reasons if reason), "")
                why = f"there is no {NAMES[place]} for it" + (f" ({unused_reason})" if unused_reason else "")
                if fitting:
                    most = max(fitting, key=lambda part: part.amount)
                    why = f"takes {needed} of {most.name} at least; there are {most.amount:g}"
                break
        if why:
            left_out.append(LeftOut(name, why))
        elif not set(must) <= {part.key for parts in picks.values() for part in parts}:
            left_out.append(LeftOut(name, "does not take what it should"))
        elif (least := _least_minutes(name, picks, request, chance)) > request.minutes:
            left_out.append(LeftOut(name, f"takes {least:.0f} minutes in these hands at least"))
        else:
            kinds[name] = _Kind(picks, Archive(matters, KEPT))
    return kinds, left_out


NAMES: dict[Place, str] = {
    "cell": "battery",
    "magnet": "magnet",
    "wire": "wire",
    "screw": "screw or nail",
    "support": "support",
}


def _least_minutes(
    name: str, picks: Mapping[Place, list[Part]], request: SearchRequest, chance: np.random.Generator
) -> float:
    """The fewest minutes that designs of a kind take: those with the least of everything that is counted."""
    least = np.inf
    for _ in range(TRIES):
        parts = {place: here[int(chance.integers(len(here)))] for place, here in picks.items()}
        picked = {place: part.fields for place, part in parts.items()}
        frees = free_of(name, parts, request)
        for share in (0.0, 0.5):
            shares = {free.name: 0.0 if free.whole or free.decades else share for free in frees}
            plain = put_together(
                KINDS[name].start,
                KINDS[name].recipe,
                picked,
                {free.name: free.settled(shares[free.name]) for free in frees},
            )
            try:
                design = type(KINDS[name].start).model_validate({**plain, "maker": request.hands})
                least = min(least, minutes_of(build_of(design), request)[0])
            except ValueError:
                continue
    return float(least) if np.isfinite(least) else 0.0


def _look(
    kinds: Mapping[str, _Kind],
    request: SearchRequest,
    at: int,
    done: float,
    chance: np.random.Generator,
    must: Sequence[str],
) -> Scan | Climb:
    """The look that comes next: kinds by turns; a cover first, then round what was found. ``done`` is how much is."""
    covers = done < COVER or at < LOOKS_FIRST * len(kinds)
    names = list(kinds)
    name = names[at % len(names)]
    known = kinds[name]
    if not covers and not known.archive.found:
        # Nothing to improve: help those that something was found of, or go on covering.
        others = [other for other in names if kinds[other].archive.found]
        name = others[at % len(others)] if others else name
        known = kinds[name]
    known.looks += 1
    if covers or not known.archive.found:
        parts = {place: known.pick(place, chance) for place in known.picks}
        parts = _with(parts, known.picks, must)
        frees = free_of(name, parts, request)
        pair = KINDS[name].recipe.axes[(known.looks - 1) % len(KINDS[name].recipe.axes)]
        shares = {free.name: float(chance.random()) for free in frees}
        return Scan(name, parts, shares, (pair[0], 0.0, 1.0), (pair[1], 0.0, 1.0), request)
    found = known.archive.found
    if done >= IMPROVE:
        return _climb(found, request, done, chance)
    ranked = sorted(found, key=lambda each: _rank(each, found, request), reverse=True)
    base = ranked[min(int(chance.exponential(len(ranked) / 4)), len(ranked) - 1)]
    parts = dict(base.parts)
    swapped = chance.random() < SWAP
    if swapped:
        place = list(parts)[int(chance.integers(len(parts)))]
        parts[place] = known.pick(place, chance)
        parts = _with(parts, known.picks, must)
    frees = free_of(name, parts, request)
    names_ = [free.name for free in frees]
    first = int(chance.integers(len(names_)))
    second = int((first + 1 + chance.integers(len(names_) - 1)) % len(names_))
    late = (done - COVER) / (IMPROVE - COVER)
    reach = NARROWER[0] if swapped else NARROWER[min(int(late * len(NARROWER)), len(NARROWER) - 1)]
    stretch = [_stretch(names_[one], base.shares[names_[one]], reach) for one in (first, second)]
    return Scan(name, parts, dict(base.shares), stretch[0], stretch[1], request)


def _climb(found: Sequence[Candidate], request: SearchRequest, done: float, chance: np.random.Generator) -> Climb:
    """A climb from one of the best in one of the things that were asked for, what matters most the oftenest."""
    matters = request.matters
    odds = 0.5 ** np.arange(len(matters))
    matter = matters[int(chance.choice(len(matters), p=odds / odds.sum()))]
    ranked = sorted(found, key=lambda each: each.worth[matter], reverse=True)
    base = ranked[min(int(chance.exponential(1.0)), len(ranked) - 1)]
    late = (done - IMPROVE) / (1 - IMPROVE)
    at = min(max(int(late * len(CLIMBS)) + int(chance.integers(-1, 2)), 0), len(CLIMBS) - 1)
    return Climb(base, matter, CLIMBS[at], request)


def _with(parts: Parts, picks: Mapping[Place, list[Part]], must: Sequence[str]) -> dict[Place, Part]:
    """The parts with those among them that must be."""
    out = dict(parts)
    for place, here in picks.items():
        for part in here:
            if part.key in must:
                out[place] = part
    return out


def _stretch(name: str, share: float, reach: float) -> tuple[str, float, float]:
    return name, max(share - reach, 0.0), min(share + reach, 1.0)


def _rank(each: Candidate, among: Sequence[Candidate], request: SearchRequest) -> float:
    """How near to the best a design is in what matters, what matters most counting most."""
    rank = 0.0
    for place, matter in enumerate(matters_of(request)):
        best = max(other.worth[matter] for other in among)
        rank += 0.5**place * (each.worth[matter] / best if best > 0 else 0.0)
    return rank


def _finalists(kinds: Mapping[str, _Kind], matters: Sequence[Matter], most: int) -> list[Candidate]:
    """Those to judge on all draws: the best of each kind, all that nothing beats on few, then what is left."""
    ranked = {
        name: sorted(known.archive.found, key=lambda found: worths(found, matters), reverse=True)
        for name, known in kinds.items()
    }
    every = [found for found_ in ranked.values() for found in found_]
    best = [found_[0] for found_ in ranked.values() if found_]
    rest = sorted(every, key=lambda found: worths(found, matters), reverse=True)
    first: dict[int, Candidate] = {id(found): found for found in (*best, *unbeaten(every, matters), *rest)}
    return list(first.values())[:most]


def _judged(one: tuple[Candidate, SearchRequest]) -> Candidate | str:
    found, request = one
    return candidate_of(found.kind, found.parts, found.shares, request, FULL)


def _others(judged: Sequence[Candidate], front: Sequence[Candidate], request: SearchRequest) -> list[Candidate]:
    """The best of each kind of which none is in the front."""
    inside = {each.kind for each in front}
    best: dict[str, Candidate] = {}
    for each in judged:
        if each.kind not in inside and (
            each.kind not in best or _rank(each, judged, request) > _rank(best[each.kind], judged, request)
        ):
            best[each.kind] = each
    return list(best.values())


def _why(name: str, known: _Kind, request: SearchRequest) -> str:
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


def _mapped(work: Callable[[Given], Answer], given: Iterable[Given], executor: Executor | None) -> Iterator[Answer]:
    """The answers in order; what was not begun is let go when nobody asks any more."""
    if executor is None:
        yield from map(work, given)
        return
    futures: list[Future[Answer]] = [executor.submit(work, each) for each in given]
    try:
        for future in futures:
            yield future.result()
    finally:
        for future in futures:
            future.cancel()
