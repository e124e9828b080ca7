"""Whether a motor went, by the words for what was seen of it. There is no other such list."""

from __future__ import annotations

from collections.abc import Iterable

from oakspin.measure.trial import Seen

TURNS: tuple[Seen, ...] = ("runs", "runs_after_flick")
ENDS: tuple[Seen, ...] = ("jumps_off", "starts_then_stops")


def turned_on(seen: Iterable[str]) -> bool:
    """Whether it turned on by itself or after a flick, whatever ended it.

    >>> turned_on(["runs", "jumps_off"])
    True
    """
    return any(word in TURNS for word in seen)


def went(seen: Iterable[str]) -> bool:
    """Whether it went: it turned on, and nothing that was seen ended it.

    >>> went(["runs_after_flick", "sparks"]), went(["runs", "jumps_off"]), went([])
    (True, False, False)
    """
    words = tuple(seen)
    return turned_on(words) and not any(word in ENDS for word in words)
