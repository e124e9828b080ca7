"""Timing of two things in turn, so that both meet the same moments of the machine."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def seconds(work: Callable[[], object]) -> float:
    """Wall time of one call."""
    start = time.perf_counter()
    work()
    return time.perf_counter() - start


def medians(*works: Callable[[], object], rounds: int = 15) -> list[float]:
    """Median wall time of each work; they take turns, after one round that does not count."""
    times: list[list[float]] = [[] for _ in works]
    for number in range(rounds + 1):
        for kept, work in zip(times, works, strict=True):
            taken = seconds(work)
            if number:
                kept.append(taken)
    return [statistics.median(kept) for kept in times]
