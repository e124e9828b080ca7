"""Those that nothing beats: as good in everything that matters, and better in something."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np

from oakspin.search.candidate import Candidate
from oakspin.search.request import Matter

ALIKE = 0.02  # worths that differ by less are taken for the same while the search goes on


def beaten(one: Sequence[float], by: Sequence[float]) -> bool:
    """Whether ``by`` is as good in everything and better in something."""
    return all(b >= a for a, b in zip(one, by, strict=True)) and any(b > a for a, b in zip(one, by, strict=True))


def worths(found: Candidate, matters: Iterable[Matter]) -> tuple[float, ...]:
    """What a design is worth in each of these."""
    return tuple(found.worth[matter] for matter in matters)


def unbeaten(found: Iterable[Candidate], matters: Sequence[Matter]) -> list[Candidate]:
    """Those of the designs that none other beats; of equal ones the first. In the order given."""
    listed = list(found)
    rows = [worths(each, matters) for each in listed]
    kept: list[Candidate] = []
    seen: set[tuple[float, ...]] = set()
    for each, row in zip(listed, rows, strict=True):
        if row not in seen and not any(beaten(row, other) for other in rows):
            kept.append(each)
            seen.add(row)
    return kept


def apart(found: Iterable[Candidate], matters: Sequence[Matter]) -> list[Candidate]:
    """Designs of which no two of a kind are alike in everything that matters; of such the one that is better in what
    matters most stays.
    """
    kept: list[Candidate] = []
    for each in sorted(found, key=lambda one: worths(one, matters), reverse=True):
        row = np.maximum(worths(each, matters), 1e-9)
        if not any(
            other.kind == each.kind and np.all(np.abs(np.log(np.maximum(worths(other, matters), 1e-9) / row)) <= ALIKE)
            for other in kept
        ):
            kept.append(each)
    return kept


class Archive:
    """The best of a kind that were found so far, no two alike, and no more than ``most``."""

    def __init__(self, matters: Sequence[Matter], most: int) -> None:
        self._matters, self._most = tuple(matters), most
        self._kept: dict[tuple[int, ...], Candidate] = {}

    @property
    def found(self) -> list[Candidate]:
        """Those that are kept, in the order in which they came."""
        return list(self._kept.values())

    def add(self, each: Candidate) -> bool:
        """Keep a design if it is better than those alike, and none beats it. Says whether it was kept."""
        row = worths(each, self._matters)
        if any(beaten(row, worths(other, self._matters)) for other in self._kept.values()):
            return False
        box = tuple(int(np.floor(np.log(max(value, 1e-9)) / ALIKE)) for value in row)
        held = self._kept.get(box)
        if held and sum(np.log(np.maximum(worths(held, self._matters), 1e-9))) >= sum(np.log(np.maximum(row, 1e-9))):
            return False
        self._kept[box] = each
        for at, other in list(self._kept.items()):
            if at != box and beaten(worths(other, self._matters), row):
                del self._kept[at]
        if len(self._kept) > self._most:
            self._drop()
        return True

    def _drop(self) -> None:
        """Let go of one that is best in nothing: of the two that lie nearest to each other the less sure one."""
        kept = list(self._kept.items())
        rows = np.log(np.maximum([worths(each, self._matters) for _, each in kept], 1e-9))
        span = np.ptp(rows, axis=0)
        scaled = rows / np.where(span > 0, span, 1.0)
        apart = np.linalg.norm(scaled[:, None] - scaled[None], axis=2)
        best = set(rows.argmax(axis=0).tolist())
        np.fill_diagonal(apart, np.inf)
        for at in best:
            apart[at, :] = np.where(np.isin(np.arange(len(kept)), list(best)), np.inf, apart[at, :])
        one, other = np.unravel_index(int(apart.argmin()), apart.shape)
        goes = sorted((at for at in (int(one), int(other)) if at not in best), key=lambda at: kept[at][1].goes)
        del self._kept[kept[goes[0] if goes else int(one)][0]]
