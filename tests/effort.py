"""How much the tests do: ./oak test does a little of what is slow and statistical, ./oak test --long all of it."""

from __future__ import annotations

import os
from collections.abc import Iterable
from typing import Any, TypeVar

import pytest

LONG = os.environ.get("OAK_LONG") == "1"
Size = TypeVar("Size")


def effort(short: Size, long: Size) -> Size:
    """A size for this run: the short one, or with --long the long one."""
    return long if LONG else short


def part(cases: Iterable[Any], every: int, begin: int = 0) -> list[Any]:
    """Cases for ``parametrize``: one of so many in every run, the others with --long."""
    return [
        case if at % every == begin else pytest.param(*_values(case), marks=pytest.mark.long)
        for at, case in enumerate(cases)
    ]


def _values(case: Any) -> tuple[Any, ...]:
    return case if isinstance(case, tuple) else (case,)
