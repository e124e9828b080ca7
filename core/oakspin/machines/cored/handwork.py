"""What an iron-cored motor takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign


def cored_handwork(design: CoredDesign) -> tuple[str, ...]:
    """Ids of all of it."""
    return (
        *("bar", "turns", "sense", "bare", "segments", "bearings", "brushes"),
        *("facing", "pole", "gap", "joints", "feeds"),
    )
