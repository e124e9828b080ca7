"""The first-run card: checks, how to start it, when to take the power away, how long to let it cool."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.design import Design
from oakspin.draws import Draws, median, quantiles
from oakspin.kinds.kinds import build_of, words_of
from oakspin.machines.table import machine_of
from oakspin.rounding import rounded, spoken_time
from oakspin.verdict.outcome import ONE_RUN, Outcome, outcome_of
from oakspin.verdict.verdict import DOES_NOT_GO, Verdict

COOL_C = 35.0  # about the warmth of skin
SHORTEST = 5
SOON = 30.0  # s, within which a motor that is tried again and again is burning hot


@dataclass(frozen=True)
class FirstRun:
    """What to do when the power first goes on; times in s. ``stalled`` tells of a motor that is stuck.

    ``dead`` says of a motor that does not go what to mend before it is switched on; empty where it goes.
    """

    checks: tuple[str, ...]
    flick: str
    expect: str
    disconnect_after: int
    why: str
    stalled: str
    cool_for: int
    dead: str = ""


def first_run(design: Design, verdict: Verdict, draws: Draws | None = None) -> FirstRun:
    """The card of a design with its verdict. Time limits hold for nine builds in ten."""
    machine = machine_of(design, draws or Draws())
    outcome = outcome_of(machine)
    plan, words = build_of(design), words_of(design, machine)
    cautious = float(quantiles(outcome.hands_off, (0.1,))[0])
    seconds = int(max(min(cautious, ONE_RUN) // SHORTEST * SHORTEST, SHORTEST))
    rises = [median(rise) for rise in outcome.warming.rises(seconds)]
    warmest = machine.bodies[int(np.argmax(rises))]
    above, goal = max(rises), max(COOL_C - design.room_C, (HANDS_OFF_C - design.room_C) / 3)
    slow = max(body.heat_capacity / median(body.still) for body in machine.bodies if body.touched)
    cool = slow * math.log(above / goal) if above > goal else 0.0
    part = f"The {warmest.name} {'get' if warmest.several else 'gets'} warmest"
    if cautious <= ONE_RUN:
        why = f"{part}: after that time, one build in ten has reached {HANDS_OFF_C:.0f} °C."
    else:
        stays = f"in nine builds of ten {'stay' if warmest.several else 'stays'} under {HANDS_OFF_C:.0f} °C"
        why = f"{part}, but {stays}. A minute is enough to watch it."
    flick = f"{plan.flick.format(way=words.way(outcome.drive.sense or 1.0), seen=words.seen)}{_caution(outcome)}"
    dead = _dead(verdict)
    return FirstRun(
        checks=tuple(check.text for check in plan.checks),
        flick="" if dead else flick,
        expect="" if dead else verdict.headline,
        disconnect_after=seconds,
        why=why,
        stalled=_stalled(outcome),
        cool_for=int(math.ceil(max(cool, seconds) / 30) * 30),
        dead=dead,
    )


def _dead(verdict: Verdict) -> str:
    """What is said of a motor that does not go; nothing of one that does."""
    if not verdict.headline.startswith(DOES_NOT_GO):
        return ""
    why = verdict.headline.removeprefix(DOES_NOT_GO).strip()
    return f"This motor will not run as planned. {why} Fix that first in Choose, and leave it switched off until then."


def _stalled(outcome: Outcome) -> str:
    """How long a motor that is stuck can be left under current; with its band. Empty where no current flows."""
    if median(outcome.drive.current) <= 0:
        return ""
    early, usual, late = (float(value) for value in quantiles(outcome.held_still, (0.1, 0.5, 0.9)))
    middle, low, high = spoken_time(usual, early, late)
    part = outcome.held_hottest
    hot = f"the {part.name} {'are' if part.several else 'is'} too hot to hold in {middle} ({low}–{high})"
    if median(outcome.held_still) < ONE_RUN:
        return f"If it stalls, power off at once: {hot}."
    return f"If it stalls, power off: {hot}, and the battery drains."


def _caution(outcome: Outcome) -> str:
    """What must be minded while a hand helps it: that a motor which does not start is the hottest thing in the room."""
    held = quantiles(outcome.held_still, (0.1,))[0]
    if outcome.machine.rest is None or median(outcome.drive.current) <= 0 or held >= SOON:
        return ""
    part = outcome.held_hottest
    hot = f"the {part.name} {'burn' if part.several else 'burns'} fingers"
    return f" Keep the power on for one try only, {rounded(held, 1)} s at most: while it stands still, {hot}."
