"""The pole finder: from the way a motor was seen to turn, which pole of an unmarked magnet is up."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.design import Design
from oakspin.design.patch import Patch, Setting, patched, value_at
from oakspin.draws import MEDIAN
from oakspin.errors import Fault, Refusal, UnfitPatch
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


def pole_finder(design: Design) -> tuple[Turned, ...]:
    """Both ways of turning with the pole that each tells, for the cell and the wiring as they are.

    Raises
    ------
    Refusal
        Where the way of turning tells nothing: two stacks of their own, or no push either way.
    """
    try:
        value_at(design, POLE_UP)
    except UnfitPatch:
        hint = "Hold the two stacks face to face instead: like poles push each other away."
        raise Refusal([Fault(POLE_UP, "two stacks", "a motor with one kind of stack", hint)]) from None
    found = []
    both: tuple[tuple[Pole, Pole], ...] = (("N", "S"), ("S", "N"))
    for pole, other in both:
        patch = (Setting(POLE_UP, pole),)
        machine = machine_of(patched(design, patch), MEDIAN)
        sense, words = sense_of(machine), machine.words
        if not sense:
            hint = "Choose a design that turns: magnets magnetized along their axis, pushes that do not cancel."
            raise Refusal([Fault(POLE_UP, pole, "a design that is pushed one way", hint)])
        direction = words.forward if sense > 0 else words.backward
        sentence = f"It turned {direction} seen {words.seen}: {pole} is up, {other} is down."
        found.append(Turned(direction, pole, sentence, patch))
    return tuple(sorted(found, key=lambda one: one.direction))
