"""What a kind of demonstration gives; each kind's folder makes one, and kinds.py lists them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.machines.build import BuildPlan
from oakspin.machines.change import Change
from oakspin.machines.dials import PartLine
from oakspin.machines.lesson import Lesson
from oakspin.machines.machine import Machine


@dataclass(frozen=True)
class Kind:
    """What a kind of demonstration gives: words for it, a start, its machine, its dials, its changes,
    how it is built and what it teaches.

    ``tunes`` points to the numbers that are tuned first, the most telling one first; ``as_built`` to
    those that a trial notes where they came out otherwise. ``arrays`` are pointers at which the
    machine takes arrays, so that many designs run as one; a ``*`` stands for any one step.
    """

    name: str
    what_moves: str
    built_from: str
    start: Design
    # Each takes the designs of its own kind; the table is what brings kind and design together.
    machine: Callable[[Any, Draws], Machine]
    parts: Callable[[Any], tuple[PartLine, ...]]
    changes: Callable[[Any], tuple[Change, ...]]
    build: Callable[[Any], BuildPlan]
    lesson: Callable[[Any], Lesson]
    tunes: Callable[[Any], tuple[str, ...]]
    as_built: Callable[[Any], tuple[str, ...]]
    arrays: tuple[str, ...] = ()
