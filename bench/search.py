"""What a search costs and what it finds.

    ./oak bench search [DESIGNS]

A search of so many designs (100,000) of mixed kinds against verdicts, and against one of a tenth of them; its memory;
two worker processes against one; whether it finds the best of made-up drawers in which one good set of parts lies among
poor ones, as a slow and patient climb from many places finds it; whether its front holds on all draws.
"""

from __future__ import annotations

import statistics
import sys
import tracemalloc
from collections.abc import Sequence
from concurrent.futures import Executor, ProcessPoolExecutor

import numpy as np

from bench.clock import medians, seconds
from bench.lanes import during_a_search
from oakspin import evaluate
from oakspin.drawer.entry import Entry
from oakspin.drawer.part import Part
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.recipe import Place
from oakspin.search.candidate import FULL, Candidate, Parts, candidate_of, free_of
from oakspin.search.engine import SEED, SearchState, search
from oakspin.search.front import unbeaten
from oakspin.search.request import ALL_KINDS, KindName, SearchRequest
from oakspin.search.stock import stock_of
from oakspin.search.usual import USUAL_KIT
from runner.samples import sample

OF_EVERY_KIND = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
DESIGNS = 100_000
DRAWERS, WITHIN = 20, 0.97
PLENTY = SearchRequest(minutes=300, matters=["sure", "fast", "quick"])


def main(words: list[str]) -> int:
    """Run every measure."""
    designs = int(words[0]) if words else DESIGNS
    missed = 0

    def tell(what: str, value: float, low: float, high: float, unit: str = "") -> None:
        nonlocal missed
        held = low <= value <= high
        missed += not held
        bar = f"at most {high:g}" if low <= 0 else f"at least {low:g}" if high > 1e6 else f"{low:g} to {high:g}"
        print(f"{'ok    ' if held else 'MISSED'} {what}: {value:.3g}{unit} ({bar}{unit})", flush=True)

    stock = stock_of(USUAL_KIT)
    last(stock, PLENTY, designs // 20)  # whatever is computed but once
    one = sum(medians(*(lambda name=name: evaluate(sample(name)) for name in OF_EVERY_KIND), rounds=5)) / 7  # type: ignore[misc]
    whole = seconds(lambda: last(stock, PLENTY, designs))
    tenth = seconds(lambda: last(stock, PLENTY, designs // 10))
    tell(f"{designs} designs / a verdict", whole / one, 0, 1500 * designs / DESIGNS)
    tell("the same / a tenth of them", whole / tenth, 8, 12)
    tell("memory at its peak, of the same", _peak(stock, designs) / _peak(stock, designs // 10), 0, 1.2)
    ratios = [_spread(stock, designs // 3, 100 + number) for number in range(5)]
    tell("one worker process / two", statistics.median(ratios), 1.6, 1e9)
    meanwhile, busy = during_a_search()
    tell("a plain verdict beside a search / alone", meanwhile, 0, 3)
    tell("until the cores are free when the reader is gone", busy, 0, 1, " s")
    front = last(stock, PLENTY, designs // 2).front
    tell("designs of the front that another beats on all draws", len(front) - len(_still(front)), 0, 0)
    shares = [planted(number) for number in range(DRAWERS)]
    tell(f"of {DRAWERS} planted bests found", sum(share >= WITHIN for share in shares), DRAWERS - 1, 1e9)
    print("       found / planted:", " ".join(f"{share:.3f}" for share in shares))
    return 1 if missed else 0


def last(
    stock: Sequence[Part], request: SearchRequest, designs: int, executor: Executor | None = None, seed: int = SEED
) -> SearchState:
    """The answer of a search."""
    *_, state = search(stock, request, designs=designs, executor=executor, seed=seed)
    return state


def _spread(stock: Sequence[Part], designs: int, seed: int) -> float:
    """Time of a search on one fresh worker process over that on two."""

    def taken(processes: int) -> float:
        with ProcessPoolExecutor(processes) as pool:
            return seconds(lambda: last(stock, PLENTY, designs, pool, seed))

    return taken(1) / taken(2)


def _peak(stock: Sequence[Part], designs: int) -> float:
    tracemalloc.start()
    last(stock, PLENTY, designs)
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    return float(peak)


def _still(front: Sequence[Candidate]) -> list[Candidate]:
    """What is left of a front when each design is judged anew on all draws."""
    again = [candidate_of(each.kind, each.parts, each.shares, PLENTY, FULL) for each in front]
    return unbeaten([each for each in again if isinstance(each, Candidate)], PLENTY.matters)


# Poor parts of each sort, which no good motor is made of.
POOR: tuple[Entry, ...] = tuple(
    Entry.model_validate(plain)
    for plain in (
        {"sort": "cell", "name": "Old AA", "amount": 9, "facts": {"used_percent": {"value": 90, "how": "guessed"}},
         "words": {"size": "AA", "chemistry": "zinc-carbon"}},
        {"sort": "magnet", "name": "Cupboard discs", "amount": 20, "words": {"material": "ferrite"},
         "facts": {"diameter_mm": {"value": 9, "how": "measured"}, "thickness_mm": {"value": 2, "how": "measured"},
                   "remanence_T": {"value": 0.2, "how": "measured"}}},
        {"sort": "wire", "name": "Thin steel", "amount": 90, "words": {"metal": "steel", "finish": "bare"},
         "facts": {"diameter_mm": {"value": 0.4, "how": "measured"}}},
        {"sort": "wire", "name": "Hair wire", "amount": 90, "words": {"metal": "copper", "finish": "enameled"},
         "facts": {"diameter_mm": {"value": 0.16, "how": "measured"}}},
        {"sort": "screw", "name": "Brass screws", "amount": 9, "words": {"metal": "brass"},
         "facts": {"diameter_mm": {"value": 4, "how": "measured"}, "length_mm": {"value": 30, "how": "measured"}}},
        {"sort": "support", "name": "Clips", "amount": 40, "words": {"type": "paper clip"}},
    )
)  # fmt: skip


def drawer(number: int) -> tuple[KindName, tuple[Part, ...], Parts]:
    """A made-up drawer: the kind and the good parts that are planted in it, all of it in an order by chance."""
    chance = np.random.default_rng([11, number])
    kind = ALL_KINDS[number % len(ALL_KINDS)]
    picks: dict[Place, list[Entry]] = {}
    for entry in USUAL_KIT:
        part = stock_of([entry])[0]
        if part.place and not KINDS[kind].recipe.fits(part.place, part.fields):
            picks.setdefault(part.place, []).append(entry)
    good = [
        here[int(chance.integers(len(here)))] for place, here in picks.items() if place in KINDS[kind].recipe.places
    ]
    mixed = [*good, *POOR]
    stock = stock_of([mixed[at] for at in chance.permutation(len(mixed))])
    names = {entry.name for entry in good}
    return kind, stock, {part.place: part for part in stock if part.name in names and part.place}


def planted(number: int) -> float:
    """What a search finds in a made-up drawer, over the best that is planted in it."""
    kind, stock, parts = drawer(number)
    request = SearchRequest(minutes=300, matters=["fast"], kinds=[kind])
    best = climbed(kind, parts, request, number)
    if best is None:
        return 1.0  # nothing goes in that drawer: there is nothing to find
    found = last(stock, request, 40_000)
    most = max((each.worth["fast"] for each in (*found.front, *found.others)), default=0.0)
    return most / best.worth["fast"]


def climbed(
    kind: str, parts: Parts, request: SearchRequest, number: int, starts: int = 60, rounds: int = 5
) -> Candidate | None:
    """The best of a kind from parts by a patient climb: from the best of many places, one number after the other."""
    chance = np.random.default_rng([13, number])
    frees = free_of(kind, parts, request)

    def at(shares: dict[str, float]) -> Candidate | None:
        found = candidate_of(kind, parts, shares, request)
        return found if isinstance(found, Candidate) else None

    tried = [at({free.name: float(chance.random()) for free in frees}) for _ in range(starts)]
    going = sorted((each for each in tried if each), key=lambda each: -each.worth["fast"])[:2]
    best: Candidate | None = None
    for start in going:
        now = start
        for step in 0.3 / 2.0 ** np.arange(rounds):
            for free in frees:
                for way in (-step, step):
                    share = min(max(now.shares[free.name] + way, 0.0), 1.0)
                    other = at({**now.shares, free.name: float(share)})
                    if other and other.worth["fast"] > now.worth["fast"]:
                        now = other
        full = candidate_of(kind, parts, now.shares, request, FULL)
        if isinstance(full, Candidate) and (best is None or full.worth["fast"] > best.worth["fast"]):
            best = full
    return best


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
