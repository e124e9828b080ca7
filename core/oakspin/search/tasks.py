"""What to look at next: a cover of parts and numbers by chance, then the best found improved."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from oakspin.drawer.part import Part
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.kinds.recipe import Place, put_together
from oakspin.search.candidate import (
    Candidate,
    Parts,
    free_of,
    minutes_of,
)
from oakspin.search.climb import Climb, climb
from oakspin.search.front import Archive
from oakspin.search.kind import Kind
from oakspin.search.reasons import NAMES, LeftOut
from oakspin.search.request import Matter, SearchRequest
from oakspin.search.scan import Scan, Seen, look

COVER, IMPROVE = 0.45, 0.65  # of the looks so far, up to which a cover is made, and up to which finds are improved
KEPT = 16  # of each kind
LOOKS_FIRST = 3  # looks that each kind gets in a cover at least
SWAP = 0.25  # of the looks that improve try another part
CLIMBS = (0.2, 0.08, 0.03, 0.012)  # of the range, steps of a climb as the search goes on
NARROWER = (0.5, 0.3, 0.15, 0.07, 0.03)  # of the range, to either side, as the search goes on
TRIES = 8  # picks of parts by which a kind's least minutes are found


def matters_of(request: SearchRequest) -> tuple[Matter, ...]:
    """What a design is held against the others by: what was asked for, and how surely it goes."""
    return tuple(request.matters) if "sure" in request.matters else (*request.matters, "sure")


def made(one: Scan | Climb) -> Seen:
    """Make one look of either sort."""
    return look(one) if isinstance(one, Scan) else climb(one)


def kinds_of(
    stock: Sequence[Part],
    request: SearchRequest,
    matters: Sequence[Matter],
    must: Sequence[str],
    chance: np.random.Generator,
) -> tuple[dict[str, Kind], list[LeftOut]]:
    """Kinds that can be made of what there is, with the parts for each place, and those that cannot, and why."""
    kinds: dict[str, Kind] = {}
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
            kinds[name] = Kind(picks, Archive(matters, KEPT))
    return kinds, left_out


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


def next_task(
    kinds: Mapping[str, Kind],
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
    ranked = sorted(found, key=lambda each: rank(each, found, request), reverse=True)
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


def rank(each: Candidate, among: Sequence[Candidate], request: SearchRequest) -> float:
    """How near to the best a design is in what matters, what matters most counting most."""
    rank = 0.0
    for place, matter in enumerate(matters_of(request)):
        best = max(other.worth[matter] for other in among)
        rank += 0.5**place * (each.worth[matter] / best if best > 0 else 0.0)
    return rank
