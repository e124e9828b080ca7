"""Teaching with a train: told as poles and as force on currents; both must give the computed direction."""

from __future__ import annotations

import numpy as np

from oakspin.design.patch import Patch, Setting
from oakspin.design.train import LONGEST_MM, ByLength, Stretch, TrainDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import Vector, mm
from oakspin.kinds.lesson import OTHER, ForcePoint, Lesson, Prediction, unit
from oakspin.kinds.train.drawing import Layout
from oakspin.machines.train.machine import current_way, handedness, train_coupling
from oakspin.machines.train.shape import TrainShape, train_shape

STEP = 0.05e-3  # m between which the flux is taken to find the field across a turn


def train_lesson(design: TrainDesign) -> Lesson:
    """Explanation and predictions for this very design."""
    shape = train_shape(design)
    return Lesson(point=_point(design, shape), predictions=_predictions(design, shape), story=_story(design))


def coil_pole_ahead(design: TrainDesign) -> str:
    """The pole that the turns under current show at their front end: N where the current runs clockwise seen from behind."""
    # A right-handed helix followed forward turns clockwise for one who looks along it; such a current's field points ahead.
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


def _story(design: TrainDesign) -> tuple[str, ...]:
    ahead = coil_pole_ahead(design)
    way = push_by_poles(design)
    told = {1: "forward", -1: "backward", 0: ""}[way]
    unlike = design.front.pole_up != design.rear.pole_up
    poles = (
        f"Told as poles: only the turns between the magnets carry current, and they are a magnet, too, with {ahead} at the front end. "
        f"At the front the {design.front.pole_up}-outward stack is {'pushed out' if design.front.pole_up != ahead else 'drawn in'}, "
        f"at the rear the {design.rear.pole_up}-outward stack is {'drawn in' if design.rear.pole_up == OTHER[ahead] else 'pushed out'}"
    )
    ending = ": the two cancel." if way == 0 else f": both drive the train {told}."
    return (
        poles + ending,
        "Told as force on currents: where the field of a magnet crosses a turn outward or inward, the turn is pushed along the track; the train is pushed the other way as hard.",
        "Unlike poles outward: one end pushes forward what the other pushes back. Turn one stack over."
        if unlike
        else "Like poles outward: the field runs outward through the turns at one end and is met by the same at the other, so both ends push the same way.",
        "The turns the train has left carry no current any more, those ahead not yet: it takes its own magnet along.",
    )


def _point(design: TrainDesign, shape: TrainShape) -> ForcePoint:
    at = Layout(design, shape)
    place, radius = shape.contacts[1] - shape.assembly.front.length / 4, (shape.bore + shape.wire) / 2
    low, high = shape.assembly.flux(radius, np.array([place - STEP, place + STEP]))
    outward = -(high - low) / (2 * STEP) / (2 * np.pi * radius)
    # At the top of a turn: clockwise, seen looking forward, runs toward the viewer on a drawing with forward to the right.
    toward = current_way(design) * handedness(design)
    current: Vector = (0.0, -toward, 0.0)
    field = (0.0, 0.0, float(np.sign(outward)))
    force = np.cross(current, field)
    none = abs(float(train_coupling(design, shape, MEDIAN)[0])) == 0
    return ForcePoint(
        name="along the track from the side, at the top of a turn over the front magnet",
        at=(round(mm(place - shape.middle), 2), round(at.turns, 2)),
        lever=(0.0, 0.0, 0.0),
        axis=(-1.0, 0.0, 0.0),
        current=unit(np.array(current)),
        field=unit(np.array(field)),
        force=unit(force),
        why_none="At the other end the same force points the other way: together they push nothing." if none else "",
    )


def _predictions(design: TrainDesign, shape: TrainShape) -> tuple[Prediction, ...]:
    front: Patch = (Setting("/front/pole_up", OTHER[design.front.pole_up]),)
    rear: Patch = (Setting("/rear/pole_up", OTHER[design.rear.pole_up]),)
    cell: Patch = (Setting("/leads", OTHER[design.leads]),)
    other = "clockwise" if design.track.wound == "counterclockwise" else "counterclockwise"
    end = min(mm(shape.track), LONGEST_MM)
    apart = Stretch(from_mm=round(end * 0.2), to_mm=round(end * 0.9), pitch_mm=20.0).model_dump(mode="json")
    found = [
        Prediction("battery_over", "You turn the cell over between its magnets.", cell, "The current runs the other way, the magnets do not."),
        Prediction("one_over", "You turn the front magnets over.", front, "Unlike poles outward: one end pushes forward what the other pushes back."),
        Prediction("both_over", "You turn both stacks over.", (*front, *rear), "Both fields point the other way, the current does not."),
        Prediction("all_over", "You turn both stacks and the cell over.", (*front, *rear, *cell), "Field and current are both reversed: two reversals cancel."),
        Prediction("wound_other", "You wind the track the other way.", (Setting("/track/wound", other),), "The current goes round the other way, though it enters at the same end."),
        Prediction("pulled_apart", "You pull most of the track wide apart.", (Setting("/track/stretches", [apart]),), "Few turns or none lie under the magnets there: it only coasts."),
    ]  # fmt: skip
    if isinstance(design.track.length, ByLength) and end < 5000:
        longer: Patch = (Setting("/track/length/length_mm", round(1.5 * end)),)
        found.append(Prediction("longer", "You make the track half as long again.", longer, "Only the turns between the magnets carry current: the push is the same."))  # fmt: skip
    return tuple(found)
