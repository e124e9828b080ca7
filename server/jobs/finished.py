"""Answers of jobs that came to their end, kept at hand: who comes back to a page finds it as it was."""

from __future__ import annotations

import hashlib
import pickle
import zlib
from collections import OrderedDict
from collections.abc import Callable, Iterator
from threading import Lock
from typing import Any

from server.jobs.worker import Work

MOST_BYTES = 8_000_000  # of all that is kept, packed
LARGEST_BYTES = 1_000_000  # of one answer, packed: a larger one is not kept


class Finished:
    """The latest whole answers by what was asked; those not asked for longest go first.

    A job's answer follows from its arguments alone, so one that is kept is the one that would be computed.
    """

    def __init__(self, most_bytes: int = MOST_BYTES) -> None:
        self._most, self._lock, self._bytes = most_bytes, Lock(), 0
        self._kept: OrderedDict[bytes, list[bytes]] = OrderedDict()

    def parts(self, work: Work, arguments: tuple[Any, ...], make: Callable[[], Iterator[bytes]]) -> Iterator[bytes]:
        """The parts of an answer: those that are kept, or else as they are made. Raises what ``make`` raises."""
        key = hashlib.sha256(pickle.dumps((work.__module__, work.__qualname__, arguments))).digest()
        with self._lock:
            packed = self._kept.get(key)
            if packed is not None:
                self._kept.move_to_end(key)
        if packed is not None:
            yield from (zlib.decompress(part) for part in packed)
            return
        packed = []
        for part in make():
            packed.append(zlib.compress(part, 1))
            yield part
        self._keep(key, packed)

    def _keep(self, key: bytes, packed: list[bytes]) -> None:
        """Keep an answer that came whole: of one that was stopped or refused there is nothing to keep."""
        if _size(packed) > LARGEST_BYTES:
            return
        with self._lock:
            self._bytes += _size(packed) - _size(self._kept.pop(key, []))
            self._kept[key] = packed
            while self._bytes > self._most:
                self._bytes -= _size(self._kept.popitem(last=False)[1])


def _size(packed: list[bytes]) -> int:
    return sum(map(len, packed))
