"""Teaching with a train: told as poles and as force on currents; both must give the computed direction."""

from __future__ import annotations

import numpy as np

from oakspin.design.patch import Patch, Setting
from oakspin.design.train import LONGEST_MM, ByLength, Stretch, TrainDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import Vector, mm
from oakspin.kinds.lesson import OTHER, ForcePoint, Lesson, Prediction, WhySo, unit
from oakspin.kinds.train import words as say
from oakspin.kinds.train.drawing import TrainLayout
from oakspin.machines.train.machine import current_way, handedness, train_coupling
from oakspin.machines.train.shape import TrainShape, train_shape

PART_LIVE = WhySo(
    "why",
    "Which part of the coil carries current?",
    ("Only what lies between the two magnets.", "All of it.", "Only what lies behind the train."),
    "The magnets touch the wire: current goes from one to the other through the turns between them, and goes along.",
)
STEP = 0.05e-3  # m between which the flux is taken to find the field across a turn


def train_lesson(design: TrainDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    shape = train_shape(design)
    unlike = design.front.pole_up != design.rear.pole_up
    return Lesson(
        point=_point(design, shape),
        predictions=_predictions(design, shape),
        story=(say.STORY_TURNS_LEFT,),
        poles=(_by_poles(design),),
        forces=(say.STORY_TURN_PUSHED, say.STORY_UNLIKE_POLES if unlike else say.STORY_LIKE_POLES),
        why=PART_LIVE,
    )


def coil_pole_ahead(design: TrainDesign) -> str:
    """The pole that the turns under current show at their front end: N where the current runs clockwise seen from
    behind.
    """
    # A right-handed helix followed forward turns clockwise for one who looks along it; such a current's field points
    # ahead.
    return "N" if current_way(design) * handedness(design) > 0 else "S"


def push_by_poles(design: TrainDesign) -> int:
    """Way of the push by poles alone: +1 forward, -1 back, 0 where front and rear work against each other.

    Three magnets in a row: rear stack, turns under current, front stack. Each stack stands half in
    the turns' end: like poles side by side there push it out, unlike poles draw it in.
    """
    ahead = coil_pole_ahead(design)
    behind = OTHER[ahead]
    # Outward pole like the coil's pole at that end: the magnet points the coil's way and is drawn in.
    front = -1 if design.front.pole_up == ahead else 1
    rear = 1 if design.rear.pole_up == behind else -1
    return front if front == rear else 0


def _by_poles(design: TrainDesign) -> str:
    ahead = coil_pole_ahead(design)
    way = push_by_poles(design)
    way_word = {1: "forward", -1: "backward", 0: ""}[way]
    poles = say.STORY.format(
        ahead=ahead,
        pole_up=design.front.pole_up,
        pushed_out="pushed out" if design.front.pole_up != ahead else "drawn in",
        pole_up_2=design.rear.pole_up,
        pushed_out_2="drawn in" if design.rear.pole_up == OTHER[ahead] else "pushed out",
    )
    ending = ": the two cancel." if way == 0 else f": both drive the train {way_word}."
    return poles + ending


def _point(design: TrainDesign, shape: TrainShape) -> ForcePoint:
    at = TrainLayout(design, shape)
    place, radius = shape.contacts[1] - shape.assembly.front.length / 4, (shape.bore + shape.wire) / 2
    low, high = shape.assembly.flux(radius, np.array([place - STEP, place + STEP]))
    outward = -(high - low) / (2 * STEP) / (2 * np.pi * radius)
    # At the top of a turn: clockwise, seen looking forward, runs toward the viewer on a drawing with forward to the
    # right.
    toward = current_way(design) * handedness(design)
    current: Vector = (0.0, -toward, 0.0)
    field = (0.0, 0.0, float(np.sign(outward)))
    force = np.cross(current, field)
    none = abs(float(train_coupling(design, shape, MEDIAN)[0])) == 0
    return ForcePoint(
        name=say.POINT,
        at=(round(mm(place - shape.middle), 2), round(at.turns, 2)),
        lever=(0.0, 0.0, 0.0),
        axis=(-1.0, 0.0, 0.0),
        current=unit(np.array(current)),
        field=unit(np.array(field)),
        force=unit(force),
        why_none=say.POINT_OTHER_END if none else "",
    )


def _predictions(design: TrainDesign, shape: TrainShape) -> tuple[Prediction, ...]:
    front: Patch = (Setting("/front/pole_up", OTHER[design.front.pole_up]),)
    rear: Patch = (Setting("/rear/pole_up", OTHER[design.rear.pole_up]),)
    cell: Patch = (Setting("/leads", OTHER[design.leads]),)
    other = "clockwise" if design.track.wound == "counterclockwise" else "counterclockwise"
    end = min(mm(shape.track), LONGEST_MM)
    apart = Stretch(from_mm=round(end * 0.2), to_mm=round(end * 0.9), pitch_mm=20.0).model_dump(mode="json")
    predictions = [
        Prediction(
            "battery_over",
            "You turn the cell over between its magnets.",
            cell,
            "The current runs the other way, the magnets do not.",
        ),
        Prediction("one_over", "You turn the front magnets over.", front, say.PREDICTIONS),
        Prediction(
            "both_over",
            "You turn both stacks over.",
            (*front, *rear),
            "Both fields point the other way, the current does not.",
        ),
        Prediction(
            "all_over", "You turn both stacks and the cell over.", (*front, *rear, *cell), say.PREDICT_BOTH_REVERSED
        ),
        Prediction(
            "wound_other",
            "You wind the track the other way.",
            (Setting("/track/wound", other),),
            say.PREDICT_CURRENT_REVERSED,
        ),
        Prediction(
            "pulled_apart",
            "You pull most of the track wide apart.",
            (Setting("/track/stretches", [apart]),),
            say.PREDICT_FEW_TURNS,
        ),
    ]
    if isinstance(design.track.length, ByLength) and end < 5000:
        longer: Patch = (Setting("/track/length/length_mm", round(1.5 * end)),)
        predictions.append(
            Prediction("longer", "You make the track half as long again.", longer, say.PREDICT_LONGER_TRACK)
        )
    return tuple(predictions)
