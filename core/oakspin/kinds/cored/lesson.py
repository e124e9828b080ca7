"""Teaching with an iron-cored motor: poles of the bar, the commutator, changes to predict."""

from __future__ import annotations

import numpy as np

from oakspin.design.cored import CoredDesign
from oakspin.design.patch import Patch, Setting
from oakspin.draws import MEDIAN, Array
from oakspin.kinds.cored import words as say
from oakspin.kinds.cored.drawing import POSE
from oakspin.kinds.geometry import Vector, mm
from oakspin.kinds.lesson import OTHER, ForcePoint, Lesson, PartFor, Prediction, WhySo, unit
from oakspin.machines.cored.machine import commutator, cored_machine
from oakspin.machines.cored.shape import ANGLES, CoredShape, cored_shape, magnets_field

TURNED_ROUND = WhySo(
    "why",
    "Why is the current turned round twice in each turn?",
    (
        "So that the arms are always pushed on in the same sense.",
        "So that the winding stays cool.",
        "Because the cell wants to rest between.",
    ),
    "Past a magnet, an arm that was pulled would be held there: its poles must change as it goes by.",
)
IRON_BAR = PartFor("screw", "the iron bar", "Its iron gathers the field of the winding.")


def cored_lesson(design: CoredDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    shape = cored_shape(design)
    iron = say.LESSON if shape.share else "Without iron only the turns' own area counts."
    return Lesson(
        point=_point(design, shape),
        predictions=_predictions(design),
        story=(iron, say.LESSON_SNAPPING, say.LESSON_COUNTER_VOLTS),
        poles=(say.LESSON_BAR, say.LESSON_COMMUTATOR),
        forces=(say.FORCES,),
        why=TURNED_ROUND,
        part_for=IRON_BAR,
    )


def _point(design: CoredDesign, shape: CoredShape) -> ForcePoint:
    """A wire on the left side of the marked arm, as the bar is drawn: there its current runs along the shaft.

    Its lever is taken from the bar's own middle line: the other side of the same turn is pushed the other way, and
    both together turn the bar.
    """
    pose = round(POSE / (2 * np.pi) * ANGLES.size)
    live = float(commutator(design, MEDIAN)[0, pose])
    along, aside = np.array([np.cos(POSE), np.sin(POSE), 0.0]), np.array([-np.sin(POSE), np.cos(POSE), 0.0])
    lever = (shape.radius + shape.outer) / 2 * aside
    place = (shape.hub + 0.75 * shape.arm) * along + lever
    # N at the marked arm's end: its current runs counterclockwise seen from there, on the left toward the viewer.
    current = np.array([0.0, 0.0, np.sign(live) or 1.0])
    field = magnets_field(shape, place[None, :])[0]
    machine = cored_machine(design, MEDIAN)
    why = ""
    if abs(live) < 0.04:
        why = "No current flows as the bar is drawn."
    elif np.abs(machine.effective).mean() > 20 * abs(machine.effective.mean()) or not machine.effective.any():
        why = say.POINT
    return ForcePoint(
        name="from above at the left side of the marked arm",
        at=(round(mm(place[0]), 2), round(mm(place[1]), 2)),
        lever=_as_seen(lever),
        axis=(0.0, -1.0, 0.0),
        current=_as_seen(current),
        field=_as_seen(field),
        force=_as_seen(np.cross(current, field)),
        why_none=why,
    )


def _as_seen(vector: Array) -> Vector:
    """From (right, up on the drawing, toward the viewer) to (right, away from the viewer, up)."""
    return unit(np.array([vector[0], -vector[2], vector[1]]))


def _predictions(design: CoredDesign) -> tuple[Prediction, ...]:
    over: Patch = (Setting("/magnets/pole_up", OTHER[design.magnets.pole_up]),)
    feeds: Patch = (Setting("/plus_at", "right" if design.plus_at == "left" else "left"),)
    wound = "opposed" if design.winding.sense == "same" else "same"
    predictions = [
        Prediction(
            "magnets_over", "You turn both magnets over.", over, "The field points the other way, the current does not."
        ),
        Prediction(
            "battery_over",
            "You swap the wires at the brushes.",
            feeds,
            "The current runs the other way, the field does not.",
        ),
        Prediction(
            "both_over",
            "You turn the magnets over and swap the wires.",
            (*over, *feeds),
            "Both are reversed: two reversals cancel.",
        ),
        Prediction(
            "wound_opposed",
            f"You wind the second arm {'the other way' if wound == 'opposed' else 'in the same direction'}.",
            (Setting("/winding/sense", wound),),
            say.PREDICTIONS,
        ),
        Prediction(
            "like_poles",
            say.PREDICT_LIKE_POLES,
            (Setting("/gap/facing", "like" if design.gap.facing == "unlike" else "unlike"),),
            "Between like poles no field crosses the bar.",
        ),
        Prediction(
            "timing",
            "You turn the commutator on by a quarter turn.",
            (Setting("/commutator/offset_deg", 90.0 if design.commutator.offset_deg < 45 else 0.0),),
            say.PREDICT_LATE_TURNOVER,
        ),
        Prediction(
            "other_flick",
            "You flick it the other way.",
            (Setting("/flick/sense", "wrong" if design.flick.sense == "good" else "good"),),
            say.PREDICT_WRONG_FLICK,
        ),
    ]
    if design.battery.in_series < 6:
        more: Patch = (Setting("/battery/in_series", design.battery.in_series + 1),)
        predictions.append(Prediction("more_cells", "You add a cell.", more, "More volts drive more current."))
    return tuple(predictions)
