"""What a search knows of one kind: the parts it can be built from, and the best found so far."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

import numpy as np

from oakspin.drawer.part import Part
from oakspin.kinds.recipe import Place
from oakspin.search.candidate import (
    Parts,
    Shares,
)
from oakspin.search.climb import Climb
from oakspin.search.front import Archive
from oakspin.search.scan import Scan, Seen


@dataclass
class Kind:
    """What is known of a kind while the search goes on."""

    picks: dict[Place, list[Part]]
    archive: Archive
    why_not: Counter[str] = field(default_factory=Counter)
    looks: int = 0
    tried: Counter[str] = field(default_factory=Counter)  # looks at parts, by their keys
    went: Counter[str] = field(default_factory=Counter)  # those in which something went
    nearest: float = -1.0
    example: tuple[Parts, Shares] | None = None

    def pick(self, place: Place, chance: np.random.Generator) -> Part:
        """A part by chance: one that has gone the likelier, one that was tried in vain less."""
        here = self.picks[place]
        hope = np.array([(1 + self.went[part.key]) / (1 + self.tried[part.key]) for part in here])
        return here[int(chance.choice(len(here), p=hope / hope.sum()))]

    def take(self, one: Scan | Climb, seen: Seen) -> None:
        """Take in what a look saw."""
        self.why_not.update(seen.why_not)
        keys = {part.key for part in one.parts.values()}
        self.tried.update(keys)
        if seen.found:
            self.went.update(keys)
        if seen.nearest > self.nearest:
            self.nearest, self.example = seen.nearest, seen.example
        for found in seen.found:
            self.archive.add(found)
