"""Teaching with a frame motor: where the force acts, and what to predict."""

from __future__ import annotations

import numpy as np

from oakspin.design.frame import ByPoints, FrameDesign
from oakspin.design.patch import Patch, Setting
from oakspin.draws import MEDIAN
from oakspin.fields.stack import Stack
from oakspin.kinds.frame import words as say
from oakspin.kinds.lesson import OTHER, SLIDES, ForcePoint, Lesson, Prediction, unit
from oakspin.machines.frame.machine import frame_stack
from oakspin.machines.frame.shape import FrameShape, frame_shape
from oakspin.parts.cell import pack_of
from oakspin.parts.magnet import remanence

WIDER = 1.5


def frame_lesson(design: FrameDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    pack = pack_of(design.battery, MEDIAN)
    shape = frame_shape(design, pack)
    stack = frame_stack(design, pack, remanence(design.magnets))
    return Lesson(
        point=_strongest_point(design, shape, stack),
        predictions=_predictions(design),
        story=(
            say.LESSON,
            say.LESSON_FIELD,
            say.LESSON_PUSH,
            say.LESSON_FOOT_PLACE,
        ),
        why=SLIDES,
    )


def _strongest_point(design: FrameDesign, shape: FrameShape, stack: Stack) -> ForcePoint:
    leg = shape.legs[0]
    middles, steps = (leg[1:] + leg[:-1]) / 2, leg[1:] - leg[:-1]
    down = design.battery.terminal_up == "+"
    current = steps if down else -steps
    field = stack.field(middles)
    turning = middles[:, 0] * np.cross(current, field)[:, 1] - middles[:, 1] * np.cross(current, field)[:, 0]
    # Per length, so that long pieces do not win; close to the foot where the field is strong.
    at = int(np.argmax(np.abs(turning) / np.linalg.norm(steps, axis=1)))
    why = say.STRONGEST_POINT_ACROSS if stack.across else ""
    x, y, z = middles[at]
    height = z * 1e3
    name = say.STRONGEST_POINT.format(height=height)
    force = np.cross(current[at], field[at])
    return ForcePoint(
        name=name,
        at=(round(x * 1e3, 2), round(height, 2)),
        lever=(round(x * 1e3, 2), round(y * 1e3, 2), 0.0),
        axis=(0.0, 0.0, 1.0 if design.turns == "frame" else -1.0),
        current=unit(current[at]),
        field=unit(field[at]),
        force=unit(force),
        why_none=why,
    )


def _predictions(design: FrameDesign) -> tuple[Prediction, ...]:
    magnets = design.magnets
    stack = magnets.thickness_mm * magnets.count
    over: Patch = (Setting("/magnets/pole_up", OTHER[magnets.pole_up]),)
    cell: Patch = (Setting("/battery/terminal_up", OTHER[design.battery.terminal_up]),)
    predictions = [
        Prediction(
            "magnets_over", "You turn the magnets over.", over, "The field points the other way, the current does not."
        ),
        Prediction(
            "battery_over", "You turn the battery over.", cell, "The current runs the other way, the field does not."
        ),
        Prediction(
            "both_over",
            "You turn the magnets and the battery over.",
            (*over, *cell),
            "Both are reversed: two reversals cancel.",
        ),
    ]
    if magnets.count < 12:
        more: Patch = (Setting("/magnets/count", magnets.count + 1),)
        predictions.append(
            Prediction(
                "one_magnet_more",
                "You add one magnet more to the stack.",
                more,
                "More flux passes through the circle of the feet.",
            )
        )
    high: Patch = (Setting("/feet/height_mm", round(stack, 2)),)
    predictions.append(
        Prediction("feet_higher", "You bend the feet up to the top edge of the stack.", high, say.PREDICTIONS)
    )
    half = design.outline.half
    if isinstance(half, ByPoints):
        wide = [
            {**point.model_dump(), "radius_mm": min(round(point.radius_mm * WIDER, 1), 120.0)} for point in half.points
        ]
        wider: Patch = (Setting("/outline/half/points", wide),)
    else:
        wider = (Setting("/outline/half/diameter_mm", min(round(half.diameter_mm * WIDER, 1), 120.0)),)
    predictions.append(
        Prediction(
            "wider_frame", "You bend a wider frame with the feet in the same place.", wider, say.PREDICT_WIDER_OUTLINE
        )
    )
    return tuple(predictions)
