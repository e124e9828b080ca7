"""A fault of a bench: what is wrong, how it comes, how it is found and how it is mended. Data for any interface."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from oakspin.design.bench import Maker
from oakspin.kinds.geometry import Role
from oakspin.machines.flaw import Flaw

# Where to look on the drawing: shapes of these roles, the first that is drawn.
Place = tuple[Role | Literal["contact"], ...]
MAKERS: tuple[Maker, ...] = ("careful_adult", "older_pupil", "young_pupil")


# What a check costs beside its minutes, in minutes: looking is done at once, a meter or another part must be fetched,
# and what is taken apart must be set anew.
Effort = Literal["look", "measure", "apart"]
EFFORTS: dict[Effort, float] = {"look": 0.25, "measure": 0.75, "apart": 1.25}


@dataclass(frozen=True)
class Check:
    """How to find out whether a fault is there.

    ``question`` is answered yes where it is. ``sure`` is how often yes is said then, ``mistaken`` how often where
    nothing of the sort is; ``also`` are other faults for which the answer is yes. ``effort`` is what sort of a doing it
    is; where it is left out, what needs a tool is a measurement and all else a look.
    """

    do: str
    question: str
    minutes: float
    tools: tuple[str, ...] = ()
    sure: float = 0.9
    mistaken: float = 0.05
    also: tuple[str, ...] = ()
    effort: Effort | None = None

    @property
    def costs(self) -> float:
        """Minutes with what it takes beside."""
        return self.minutes + EFFORTS[self.effort or ("measure" if self.tools else "look")]


@dataclass(frozen=True)
class Cure:
    """What mends it; ``needs`` is what is used up or fetched, empty where nothing is."""

    do: str
    minutes: float
    needs: str = ""


@dataclass(frozen=True)
class BenchFault:
    """Something that is wrong on the bench though the plan is right.

    ``common`` is how often a motor has it before anything is seen, by whose hands built it, in the order of
    ``MAKERS``; of 1. Source: counts are a classroom estimate, and are learned from what is found. ``gives`` are signs
    that eye and ear get of it beside what the motion shows, by how often.
    """

    id: str
    sentence: str
    flaws: tuple[Flaw, ...]
    common: tuple[float, float, float]
    check: Check
    cure: Cure
    place: Place
    part: str
    caution: str = ""
    gives: Mapping[str, float] = field(default_factory=dict)

    def commonness(self, maker: Maker) -> float:
        """How often a motor of these hands has it."""
        return self.common[MAKERS.index(maker)]


Given = BenchFault | None


def listed(given: Iterable[Given]) -> tuple[BenchFault, ...]:
    """Those that the design can have."""
    return tuple(fault for fault in given if fault is not None)
