"""The first-run card: checks, how to start it, when to take the power away, how long to let it cool."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.design import Design
from oakspin.draws import Draws, median, quantiles
from oakspin.heat import rise_in
from oakspin.machines.kinds import build_of, machine_of
from oakspin.verdict.outcome import ONE_RUN, Outcome, outcome_of

COOL_C = 35.0  # about the warmth of skin
SHORTEST = 5


@dataclass(frozen=True)
class FirstRun:
    """What to do when the power first goes on; times in s."""

    checks: tuple[str, ...]
    flick: str
    expect: str
    disconnect_after: int
    why: str
    cool_for: int


def first_run(design: Design, expect: str) -> FirstRun:
    """The card; ``expect`` is the verdict's headline. Time limits hold for nine builds in ten."""
    machine = machine_of(design, Draws())
    outcome = outcome_of(machine)
    plan = build_of(design)
    cautious = float(quantiles(outcome.hands_off, (0.1,))[0])
    seconds = int(max(min(cautious, ONE_RUN) // SHORTEST * SHORTEST, SHORTEST))
    rises = [median(rise_in(body, square, outcome.speed, seconds)) for body, square in outcome.warming]
    warmest = machine.bodies[int(np.argmax(rises))]
    above, goal = max(rises), max(COOL_C - design.room_C, (HANDS_OFF_C - design.room_C) / 3)
    slow = max(body.heat_capacity / median(body.still) for body in machine.bodies if body.touched)
    cool = slow * math.log(above / goal) if above > goal else 0.0
    part = f"The {warmest.name} get{'' if warmest.name.endswith('s') else 's'} warmest"
    if cautious <= ONE_RUN:
        why = f"{part}: after that, one build in ten reaches {HANDS_OFF_C:.0f} °C."
    else:
        why = f"{part}, but in nine builds of ten stay{'' if warmest.name.endswith('s') else 's'} under {HANDS_OFF_C:.0f} °C; a minute is enough to look."
    return FirstRun(
        checks=plan.checks,
        flick=plan.flick.format(way=_way(outcome), seen=machine.words.seen),
        expect=expect,
        disconnect_after=seconds,
        why=why,
        cool_for=int(math.ceil(max(cool, seconds) / 30) * 30),
    )


def _way(outcome: Outcome) -> str:
    words = outcome.machine.words
    return words.backward if outcome.drive.sense < 0 else words.forward
