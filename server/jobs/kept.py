"""Heavy answers that are asked about again and again, kept at hand."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Value = TypeVar("Value")


class Kept(Generic[Value]):
    """The latest values by their keys; the one that was not asked for longest goes first."""

    def __init__(self, most: int) -> None:
        self._most, self._lock = most, Lock()
        self._kept: OrderedDict[Hashable, Value] = OrderedDict()

    def of(self, key: Hashable, make: Callable[[], Value]) -> Value:
        """The value of a key; made where it is not at hand, and not kept where making it raises."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]
        value = make()
        with self._lock:
            self._kept[key] = value
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return value
