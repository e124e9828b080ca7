"""What a kind of demonstration shows and says; each kind's folder makes one, and kinds.py lists them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from oakspin.design import Design
from oakspin.kinds.build import BuildPlan
from oakspin.kinds.change import Change
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.geometry import Geometry
from oakspin.kinds.handwork import Hands
from oakspin.kinds.lesson import Lesson
from oakspin.kinds.numbers import PartLine
from oakspin.kinds.recipe import Recipe
from oakspin.machines.machine import Machine
from oakspin.motion.drive import Drive
from oakspin.verdict.verdict import Figures
from oakspin.verdict.words import Words


@dataclass(frozen=True)
class Kind:
    """What a kind of demonstration gives beside its machine: words for it, a start, its numbers, its drawing, its
    changes, how it is built, what it teaches, what goes wrong with it on the bench and how it is made of odd parts.

    ``needs`` are the things to have, in the words by which they are ticked off: those that kinds share are told alike.
    ``hands`` tells what hands bring about; ``made_at`` tells in which step of the build which faults are made.
    ``pole_at`` points to the field that tells which pole is up, where the way of turning tells it; empty where not.
    ``balance_at`` points to the field that takes a measured balance in mm, where a swing tells it;
    ``rests_at`` to that which takes the way it rests with the power off, in degrees.
    """

    name: str
    what_moves: str
    built_from: str
    needs: tuple[str, ...]
    start: Design
    # Each takes the designs of its own kind; the table is what brings kind and design together.
    words: Callable[[Any, Machine], Words]
    figures: Callable[[Any, Machine], Figures]
    parts: Callable[[Any], tuple[PartLine, ...]]
    draw: Callable[[Any, Machine, Drive], Geometry]
    changes: Callable[[Any], tuple[Change, ...]]
    build: Callable[[Any], BuildPlan]
    lesson: Callable[[Any], Lesson]
    faults: Callable[[Any], tuple[BenchFault, ...]]
    hands: Callable[[Any], Hands]
    made_at: Mapping[str, tuple[str, ...]]
    recipe: Recipe
    pole_at: str = "/magnets/pole_up"
    balance_at: str = ""
    rests_at: str = ""
