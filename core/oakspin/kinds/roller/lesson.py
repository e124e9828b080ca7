"""Teaching with a roller: the force in a wheel, and what the sheet takes of it."""

from __future__ import annotations

import numpy as np

from oakspin.design.patch import Patch, Setting
from oakspin.design.roller import RollerDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import Vector, mm
from oakspin.kinds.lesson import OTHER, SLIDES, ForcePoint, Lesson, Prediction, unit
from oakspin.kinds.roller import words as say
from oakspin.kinds.roller.drawing import wheel_at
from oakspin.machines.roller.machine import roller_coupling
from oakspin.machines.roller.shape import RollerShape, roller_shape
from oakspin.machines.roller.sheet import push_per_ampere


def roller_lesson(design: RollerDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    shape = roller_shape(design)
    _, share = push_per_ampere(shape.assembly, shape.wheel, max(design.sheet.width_mm * 1e-3, shape.long))
    second = say.STORY_LIKE_POLES if design.outward == "like" else say.STORY_2_UNLIKE
    story = (say.STORY, second, say.STORY_SHEET.format(share=100 * share))
    return Lesson(point=_point(design, shape), predictions=_predictions(design), story=story, why=SLIDES)


def _point(design: RollerDesign, shape: RollerShape) -> ForcePoint:
    # Vectors are (right, away from the viewer, up), seen from the near end: + near sends current down in its wheel.
    down = 1.0 if design.plus_at == "near" else -1.0
    toward = 1.0 if design.magnets.pole_up == "N" else -1.0
    current: Vector = (0.0, 0.0, -down)
    field: Vector = (0.0, -toward, 0.0)
    none = float(roller_coupling(design, shape, MEDIAN)[0]) == 0
    # The wheel's lower half is pushed back under the axle, as by a foot: so it rolls the other way.
    return ForcePoint(
        name=say.POINT,
        at=(wheel_at(shape)[0], round(wheel_at(shape)[1] - mm(shape.wheel) * 0.6, 2)),
        lever=(0.0, 0.0, -1.0),
        axis=(0.0, 1.0, 0.0),
        current=unit(np.array(current)),
        field=unit(np.array(field)),
        force=unit(np.cross(current, field)),
        why_none=say.POINT_NONE if none else "",
    )


def _predictions(design: RollerDesign) -> tuple[Prediction, ...]:
    other = "far" if design.plus_at == "near" else "near"
    cell: Patch = (Setting("/plus_at", other),)
    far: Patch = (Setting("/outward", "unlike" if design.outward == "like" else "like"),)
    both: Patch = (Setting("/magnets/pole_up", OTHER[design.magnets.pole_up]),)
    predictions = [
        Prediction("battery_over", "You turn the cell over between its wheels.", cell, say.CELL_OVER),
        Prediction("one_over", "You turn the far magnets over.", far, say.ONE_OVER),
        Prediction("both_over", "You turn both stacks over.", both, say.BOTH_OVER),
        Prediction("all_over", "You turn both stacks and the cell over.", (*both, *cell), say.ALL_OVER),
    ]
    if design.sheet.length_mm <= 2000:
        longer: Patch = (Setting("/sheet/length_mm", 1.5 * design.sheet.length_mm),)
        predictions.append(Prediction("longer", "You make the sheet half as long again.", longer, say.LONGER))
    return tuple(predictions)
