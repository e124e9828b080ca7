"""What a machine takes for granted and hands bring about: a step makes it, a check tries it, a fault is its lack."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from oakspin.kinds.fault import Place


@dataclass(frozen=True)
class ByHand:
    """One thing that hands bring about.

    ``what`` says how it is when it is right, ``step`` makes it, ``place`` is where it is seen in that step's drawing,
    and ``wrong`` are the faults of the bench that are this thing missing or wrong.
    """

    what: str
    step: str
    place: Place
    wrong: tuple[str, ...]


Hands = Mapping[str, ByHand]
