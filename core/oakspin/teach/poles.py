"""The pole finder: from the way a motor was seen to turn, which pole of an unmarked magnet is up."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.design import Design
from oakspin.design.patch import Patch, Setting, patched
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import KINDS, words_of
from oakspin.machines.table import machine_of
from oakspin.motion.drive import sense_of

Pole = Literal["N", "S"]


@dataclass(frozen=True)
class Turned:
    """One way that it may be seen to turn, the pole that is up then, and what puts it into the design."""

    direction: str
    pole: Pole
    sentence: str
    patch: Patch


@dataclass(frozen=True)
class PoleFinder:
    """Both ways of turning with the pole that each tells; or, where turning tells nothing, what to do ``instead``."""

    ways: tuple[Turned, ...]
    instead: str = ""


def pole_finder(design: Design) -> PoleFinder:
    """Which pole is up for each way of turning, with the cell and the wiring as they are."""
    pointer = KINDS[design.kind].pole_at
    if not pointer:
        return PoleFinder((), "Hold the two stacks face to face: like poles push each other away.")
    ways = []
    both: tuple[tuple[Pole, Pole], ...] = (("N", "S"), ("S", "N"))
    for pole, other in both:
        patch = (Setting(pointer, pole),)
        changed = patched(design, patch)
        machine = machine_of(changed, MEDIAN)
        sense, words = sense_of(machine), words_of(changed, machine)
        if not sense:
            return PoleFinder((), "This design is pushed neither way: choose one that turns.")
        direction = words.way(sense)
        sentence = f"It turned {direction} seen {words.seen}: {pole} is up, {other} is down."
        ways.append(Turned(direction, pole, sentence, patch))
    return PoleFinder(tuple(sorted(ways, key=lambda way: way.direction)))
