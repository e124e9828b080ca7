"""Teaching with a hanging rotor: where the force acts, and changes to predict."""

from __future__ import annotations

import numpy as np

from oakspin.design.hanging import HangingDesign
from oakspin.design.patch import Patch, Setting
from oakspin.kinds.geometry import mm
from oakspin.kinds.hanging import words as say
from oakspin.kinds.lesson import OTHER, SLIDES, ForcePoint, Lesson, Prediction, unit
from oakspin.machines.hanging.shape import HangingShape, hanging_shape

SHARE = 0.6  # of the radius, where the current is looked at inside the magnet


def hanging_lesson(design: HangingDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    shape = hanging_shape(design)
    return Lesson(
        point=_point(design, shape),
        predictions=_predictions(design),
        story=(
            say.LESSON,
            say.LESSON_CROSSING,
            say.LESSON_EITHER_SIDE,
            say.LESSON_POINT,
        ),
        why=SLIDES,
    )


def _point(design: HangingDesign, shape: HangingShape) -> ForcePoint:
    # Inside the magnets the field runs from S to N: up where N is up. + below: the current runs outward.
    out = 1.0 if design.battery.terminal_up == "-" else -1.0
    x = SHARE * shape.stack.radius
    current = np.array([out, 0.0, 0.0])
    field = np.array([0.0, 0.0, 1.0 if design.magnets.pole_up == "N" else -1.0])
    force = np.cross(current, field)
    height = min(design.lead.height_mm, mm(shape.stack.length))
    why = ""
    if shape.stack.across:
        why = say.POINT
    return ForcePoint(
        name="from the side, inside the magnets between axis and rim",
        at=(round(mm(x), 2), round(height, 2)),
        lever=(round(mm(x), 2), 0.0, 0.0),
        axis=(0.0, 0.0, 1.0),
        current=unit(current),
        field=unit(field),
        force=unit(force),
        why_none=why,
    )


def _predictions(design: HangingDesign) -> tuple[Prediction, ...]:
    magnets, screw, lead = design.magnets, design.screw, design.lead
    over: Patch = (Setting("/magnets/pole_up", OTHER[magnets.pole_up]),)
    cell: Patch = (Setting("/battery/terminal_up", OTHER[design.battery.terminal_up]),)
    other_side = (lead.side_deg + 180.0) % 360.0
    predictions = [
        Prediction(
            "magnets_over", "You turn the magnets over.", over, "The field points the other way, the current does not."
        ),
        Prediction(
            "battery_over",
            "You hang it from the cell's other terminal.",
            cell,
            "The current runs the other way, the field does not.",
        ),
        Prediction("both_over", say.PREDICTIONS, (*over, *cell), "Both are reversed: two reversals cancel."),
        Prediction(
            "other_side",
            "You touch the rim from the other side.",
            (Setting("/lead/side_deg", other_side),),
            "The current still runs between rim and axis.",
        ),
        Prediction(
            "brass",
            "You take a brass screw.",
            (Setting("/screw/material", "brass"),),
            "Brass is not drawn by a magnet.",
        ),
        Prediction(
            "press",
            "You press the lead hard.",
            (Setting("/lead/pressure", "gripping"),),
            "The contact is better, but rubs far more.",
        ),
    ]
    if magnets.count < 12:
        more: Patch = (Setting("/magnets/count", magnets.count + 1),)
        predictions.append(Prediction("one_magnet_more", "You add one magnet more.", more, say.PREDICT_MORE_MAGNETS))
    if screw.length_mm <= 60:
        longer: Patch = (Setting("/screw/length_mm", round(1.6 * screw.length_mm)),)
        predictions.append(Prediction("longer_screw", "You take a longer screw.", longer, say.PREDICT_LONGER_SCREW))
    return tuple(predictions)
