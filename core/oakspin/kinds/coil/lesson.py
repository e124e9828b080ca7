"""Teaching with a rotating coil: where the force acts, why half the enamel stays, what to predict."""

from __future__ import annotations

import math

import numpy as np

from oakspin.design.coil import CradleDesign
from oakspin.design.patch import Patch, Setting
from oakspin.design.wire import ByGauge
from oakspin.draws import MEDIAN, Array
from oakspin.fields.stack import Stack
from oakspin.kinds.coil import words as say
from oakspin.kinds.coil.drawing import CoilLayout
from oakspin.kinds.coil.patterns import PATTERNS, plain
from oakspin.kinds.geometry import Vector
from oakspin.kinds.lesson import OTHER, ForcePoint, Lesson, Prediction, WhySo, unit
from oakspin.machines.coil.coupling import across_the_axle
from oakspin.machines.coil.machine import coil_machine, coil_source
from oakspin.machines.coil.shape import CoilMotor, CoilShape, coil_shape, magnet_turn
from oakspin.machines.coil.strip import upright_pose

HALF_BARE = WhySo(
    "half",
    "Why is one lead bare only half the way round?",
    (
        "So that current flows only while the push helps.",
        "So that the enamel holds the wire on its support.",
        "So that the cell lasts twice as long; it would turn as well without.",
    ),
    "Half a turn on, the coil's sides have changed places: the same current would push it back.",
)


def coil_lesson(design: CoilMotor) -> Lesson:
    """Explanation and predictions for this very design."""
    machine = coil_machine(design, MEDIAN)
    live = np.abs(machine.switch).mean(axis=0)
    half_bare = design.wire.finish != "bare" and "arcs" in (design.strip.left.bared, design.strip.right.bared)
    two = design.kind == "lobes"
    parts = "two pushes a turn, one from each lobe" if two else "one push a turn"
    return Lesson(
        point=_lowest_point(design, coil_shape(design), live),
        predictions=_predictions(design),
        story=(say.LESSON_ENAMEL.format(parts=parts), say.LESSON_RING),
        poles=(say.POLES,),
        forces=(say.LESSON, say.LESSON_HALF_TURN),
        why=HALF_BARE if half_bare else None,
    )


def _lowest_point(design: CoilMotor, shape: CoilShape, live: Array) -> ForcePoint:
    source = coil_source(design)
    at = CoilLayout(design, shape, source)
    turn = magnet_turn(design)
    pose = upright_pose(design) + turn
    reach = shape.wound.measures.reach
    # The current of the marked side runs toward the viewer when it enters on the left.
    sides = [(place, reach, 1.0) for place in shape.wound.places]
    if not shape.wound.outline.lobe:
        sides.append((shape.wound.places[0], -reach, -1.0))
    # Seen with the magnets below: what is beside them is turned there first, and turned back after.
    lowest = min(sides, key=lambda side: side[1] * math.sin(side[0] + pose - turn))
    place, v, out = lowest
    y, z = v * math.cos(place + pose), v * math.sin(place + pose)
    flow = out * (1.0 if design.plus_at == "left" else -1.0)
    aside, up = v * math.cos(place + pose - turn), v * math.sin(place + pose - turn)
    point = np.array([[0.0, aside, shape.over + source.length + up]])
    field = across_the_axle(source)(point)[0] if isinstance(source, Stack) and source.across else source.field(point)[0]
    cos, sin = math.cos(turn), math.sin(turn)
    field = np.array([field[0], cos * field[1] - sin * field[2], sin * field[1] + cos * field[2]])
    current = np.array([flow, 0.0, 0.0])
    force = np.cross(current, field)
    off = live[round(pose / (2 * math.pi) * len(live)) % len(live)] < 0.04
    why = ""
    if off:
        why = say.LOWEST_POINT.format(pose="lies flat" if turn else "stands upright")
    elif live.min() > 0.5:
        why = say.LOWEST_POINT_UNSWITCHED
    return ForcePoint(
        name=say.LOWEST_POINT_PLACE.format(axle=1000.0 * (shape.axle + z)),
        at=(round(at.end + 1e3 * y, 2), round(at.axle + 1e3 * z, 2)),
        lever=(round(1e3 * y, 3), 0.0, round(1e3 * z, 3)),
        axis=(0.0, -1.0, 0.0),
        current=_as_seen(current),
        field=_as_seen(field),
        force=_as_seen(force),
        why_none=why,
    )


def _as_seen(vector: Array) -> Vector:
    """From (toward the viewer, right, up) to (right, away from the viewer, up)."""
    return unit(np.array([vector[1], -vector[0], vector[2]]))


def _predictions(design: CoilMotor) -> tuple[Prediction, ...]:
    magnets = design.magnets
    over: Patch = (Setting("/magnets/pole_up", OTHER[magnets.pole_up]),)
    feeds: Patch = (Setting("/plus_at", "right" if design.plus_at == "left" else "left"),)
    wrong = "wrong" if design.flick.sense == "good" else "good"
    cradle = isinstance(design, CradleDesign)
    turns_at, turns = (
        ("/coil/turns", design.coil.turns) if isinstance(design, CradleDesign) else ("/lobes/turns", design.lobes.turns)
    )
    predictions = [
        Prediction(
            "magnets_over", say.PREDICT_MAGNETS_AND_FLICK, over, "The field points the other way, the current does not."
        ),
        Prediction(
            "battery_over",
            "You swap + and − at the supports.",
            feeds,
            "The current runs the other way, the field does not.",
        ),
        Prediction(
            "both_over",
            "You turn the magnets over and swap + and −.",
            (*over, *feeds),
            "Both are reversed: two reversals cancel.",
        ),
        Prediction(
            "other_flick", "You flick it the other way.", (Setting("/flick/sense", wrong),), say.PREDICT_OTHER_FLICK
        ),
        Prediction(
            "scrape_rest",
            say.PREDICT_SCRAPE_REST,
            (Setting("/strip", plain(PATTERNS["both all round"])),),
            say.PREDICT_SCRAPE_REST_WHY,
        ),
        Prediction(
            "double_turns", "You wind twice as many turns.", (Setting(turns_at, 2 * turns),), say.PREDICT_DOUBLE_TURNS
        ),
    ]
    size = design.wire.size
    if isinstance(size, ByGauge) and size.awg >= 12:
        thicker: Patch = (Setting("/wire/size", {"by": "gauge", "awg": size.awg - 4}),)
        predictions.append(
            Prediction(
                "thicker_wire",
                f"You take thicker wire, {size.awg - 4} instead of {size.awg} AWG.",
                thicker,
                say.PREDICT_THICKER_WIRE,
            )
        )
    if design.second == "none":
        words = say.PREDICTIONS
        predictions.append(
            Prediction(
                "second_magnet",
                words,
                (Setting("/second", "same"),),
                say.PREDICT_SECOND_COIL if cradle else say.PREDICT_SECOND_LOBE,
            )
        )
    return tuple(predictions)
