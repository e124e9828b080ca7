"""A change to try on a design."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design.patch import Patch, Setting


@dataclass(frozen=True)
class Change:
    """What to do in words, as settings of the design, and what it costs to do.

    ``effort`` is 0 for a turn of the pliers and about 0.2 for parts to be fetched.
    """

    sentence: str
    patch: Patch
    effort: float = 0.0


def change(sentence: str, *settings: tuple[str, object], effort: float = 0.0) -> Change:
    """A change from (pointer, value) pairs."""
    return Change(sentence, tuple(Setting(pointer, value) for pointer, value in settings), effort)
