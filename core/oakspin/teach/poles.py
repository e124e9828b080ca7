"""The pole finder: from the way a motor was seen to turn, which pole of an unmarked magnet is up."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.design import Design
from oakspin.design.patch import Patch, Setting, patched, value_at
from oakspin.draws import MEDIAN
from oakspin.errors import UnfitPatch
from oakspin.machines.kinds import machine_of
from oakspin.motion.drive import sense_of

POLE_UP = "/magnets/pole_up"
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
    try:
        value_at(design, POLE_UP)
    except UnfitPatch:
        return PoleFinder((), "Hold the two stacks face to face: like poles push each other away.")
    found = []
    both: tuple[tuple[Pole, Pole], ...] = (("N", "S"), ("S", "N"))
    for pole, other in both:
        patch = (Setting(POLE_UP, pole),)
        machine = machine_of(patched(design, patch), MEDIAN)
        sense, words = sense_of(machine), machine.words
        if not sense:
            return PoleFinder((), "This design is pushed neither way: choose one that turns.")
        direction = words.forward if sense > 0 else words.backward
        sentence = f"It turned {direction} seen {words.seen}: {pole} is up, {other} is down."
        found.append(Turned(direction, pole, sentence, patch))
    return PoleFinder(tuple(sorted(found, key=lambda one: one.direction)))
