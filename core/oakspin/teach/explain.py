"""Why it turns the way it does: current, field and force at a named point of this very design."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import Vector
from oakspin.kinds.kinds import lesson_of, words_of
from oakspin.machines.table import machine_of
from oakspin.motion.drive import sense_of
from oakspin.teach.rules import CARRIERS, RULES, Carrier, RuleName, hand_for

AXES = (("to the right", "to the left"), ("away from you", "toward you"), ("up", "down"))


@dataclass(frozen=True)
class Pointer:
    """One of the three arrows: what it is, which part of the hand points along it, where it points."""

    what: str
    part_of_hand: str
    words: str
    vector: Vector


@dataclass(frozen=True)
class Explanation:
    """The direction explained in one school of thought.

    ``poles`` and ``forces`` tell the same motion in the two schools, where both exist. ``agrees`` says whether the rule
    of the hand gives the direction that the whole model computed.
    """

    point: str
    at: tuple[float, float]
    hand: str
    rule: str
    carrier: str
    pointers: tuple[Pointer, ...]
    steps: tuple[str, ...]
    story: tuple[str, ...]
    poles: tuple[str, ...]
    forces: tuple[str, ...]
    direction: str
    agrees: bool
    why_none: str = ""


def explain(design: Design, rule: RuleName, carrier: Carrier) -> Explanation:
    """Explain this design's direction with the chosen hand rule and carrier.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    lesson = lesson_of(design)
    point, machine = lesson.point, machine_of(design, MEDIAN)
    school = RULES[rule]
    hand = hand_for(school, carrier)
    sign = 1.0 if carrier == "current" else -1.0
    flow: Vector = (sign * point.current[0], sign * point.current[1], sign * point.current[2])
    named = "current" if carrier == "current" else "flow of electrons"
    pointers = (
        Pointer(named, school.flow, in_words(flow), flow),
        Pointer("field, from N to S", school.field, in_words(point.field), point.field),
        Pointer("force", school.force, in_words(point.force), point.force),
    )
    sense = sense_of(machine)
    words = words_of(design, machine)
    none = "" if not machine.broken("circuit") else f"Nothing moves it: {words.of(machine.causes[0])}"
    direction = "none" if sense == 0 or none else words.way(sense)
    turning = np.sign(np.dot(point.axis, np.cross(point.lever, point.force) if any(point.lever) else point.force))
    steps = (
        f"Look {point.name}.",
        f"The {named} runs {pointers[0].words} there: along it the {school.flow} of the {hand} hand.",
        f"The field points {pointers[1].words}: along it the {school.field}.",
        f"The {school.force} shows the force: {pointers[2].words}.",
        f"{words.together} {direction} {'' if machine.route else 'seen '}{words.seen}."
        if direction != "none"
        else "So it does not keep going.",
    )
    return Explanation(
        point=point.name,
        at=point.at,
        hand=hand,
        rule=school.name,
        carrier=CARRIERS[carrier],
        pointers=pointers,
        steps=steps,
        story=lesson.story,
        poles=lesson.poles,
        forces=lesson.forces,
        direction=direction,
        agrees=bool(sense == 0 or turning == sense),
        why_none=point.why_none or none,
    )


def in_words(vector: Vector) -> str:
    """The direction in words: along its largest part, and a second where that is nearly as large."""
    order = sorted(range(3), key=lambda axis: -abs(vector[axis]))
    named = [
        AXES[axis][0 if vector[axis] > 0 else 1] for axis in order if abs(vector[axis]) > 0.4 * abs(vector[order[0]])
    ]
    return " and ".join(named[:2])
