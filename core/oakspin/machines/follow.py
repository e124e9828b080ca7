"""Fields that move along with another."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Follower:
    """Another field that moves along: it becomes ``plus + per_unit`` times the new value."""

    pointer: str
    per_unit: float
    plus: float = 0.0

    def value(self, of: float) -> float:
        """What the other field becomes."""
        return round(self.plus + self.per_unit * of, 6)
