"""The search: a cover of all kinds, parts and free numbers first, then the best that were found improved.

The work is a row of looks. Each look is a sheet of designs (see ``sheet.py``) of one kind from parts that are picked,
with everything but two free numbers fixed; what it finds is built anew on a few draws. A cover picks parts and numbers
by chance from the seed; a later look takes one that was found and goes over two of its numbers, or one of its parts, in
an ever smaller stretch round it. Looks are made a batch at a time and their finds taken in order, so that the answer
hangs on the seed alone, however many processes work on it. What is left at the end is judged on all draws.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from concurrent.futures import Executor, Future
from dataclasses import dataclass
from typing import TypeVar

import numpy as np

from oakspin.drawer.part import Part
from oakspin.search.candidate import (
    FULL,
    Candidate,
    candidate_of,
)
from oakspin.search.climb import Climb
from oakspin.search.front import apart, unbeaten, worths
from oakspin.search.kind import Kind
from oakspin.search.reasons import LeftOut, why
from oakspin.search.request import Matter, SearchRequest
from oakspin.search.scan import Scan, Seen
from oakspin.search.sheet import DESIGNS as ON_A_SHEET
from oakspin.search.tasks import kinds_of, made, matters_of, next_task, rank

Given = TypeVar("Given")
Answer = TypeVar("Answer")

DESIGNS = 40_000
SEED = 7
BATCH = 14  # looks whose finds are taken together
FINALISTS = (8, 40)  # judged on all draws, at least and at most: one of a thousand that were seen


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
    kinds, left_out = kinds_of(stock, request, matters, must, chance)
    seen = planned = 0
    under_way: deque[_Batch] = deque()
    try:
        while under_way or (kinds and planned * ON_A_SHEET < designs):
            # Two batches at a time: while the finds of one are taken in, the hands are busy with the next.
            while len(under_way) < 2 and planned * ON_A_SHEET < designs:
                many = min(BATCH, -(-designs // ON_A_SHEET) - planned)
                done = planned * ON_A_SHEET / designs
                looks = [next_task(kinds, request, planned + at, done, chance, must) for at in range(many)]
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
    nothing = [LeftOut(name, why(name, known, request)) for name, known in kinds.items() if name not in shown]
    yield SearchState(seen, seen, tuple(front), tuple(others), (*left_out, *nothing), done=True)


def _finalists(kinds: Mapping[str, Kind], matters: Sequence[Matter], most: int) -> list[Candidate]:
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
            each.kind not in best or rank(each, judged, request) > rank(best[each.kind], judged, request)
        ):
            best[each.kind] = each
    return list(best.values())


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
