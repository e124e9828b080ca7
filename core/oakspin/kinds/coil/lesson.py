"""Teaching with a rotating coil: where the force acts, why half the enamel stays, what to predict."""

from __future__ import annotations

import math

import numpy as np

from oakspin.design.coil import CradleDesign
from oakspin.design.patch import Patch, Setting
from oakspin.design.wire import ByGauge
from oakspin.draws import MEDIAN, Array
from oakspin.fields.stack import Stack
from oakspin.kinds.coil.drawing import Layout
from oakspin.kinds.coil.patterns import PATTERNS, plain
from oakspin.kinds.geometry import Vector
from oakspin.kinds.lesson import OTHER, ForcePoint, Lesson, Prediction, unit
from oakspin.machines.coil.coupling import across_the_axle
from oakspin.machines.coil.machine import coil_machine, coil_source
from oakspin.machines.coil.shape import CoilMotor, CoilShape, coil_shape
from oakspin.machines.coil.strip import upright_pose


def coil_lesson(design: CoilMotor) -> Lesson:
    """Explanation and predictions for this very design."""
    machine = coil_machine(design, MEDIAN)
    live = np.abs(machine.switch).mean(axis=0)
    two = design.kind == "lobes"
    parts = "two pushes a turn, one from each lobe" if two else "one push a turn"
    return Lesson(
        point=_lowest_point(design, coil_shape(design), live),
        predictions=_predictions(design),
        story=(
            "Current runs from one support through the coil to the other; over the magnet the wire crosses the field and is pushed sideways.",
            "Half a turn later that wire is on top and its neighbor below carries the current the other way: with current all the time, the second push would undo the first.",
            f"So part of the enamel stays: bare metal lies in the support only while the push helps. That gives {parts}, and the coil coasts through the rest.",
            "The ring round the shaft shows it: wide outward where it is pushed on, inward where it is braked, a thin line where no current flows.",
        ),
    )


def _lowest_point(design: CoilMotor, shape: CoilShape, live: Array) -> ForcePoint:
    source = coil_source(design)
    at = Layout(design, shape, source)
    pose = upright_pose(design)
    reach = shape.wound.measures.reach
    # The current of the marked side runs toward the viewer when it enters on the left.
    sides = [(place, reach, 1.0) for place in shape.wound.places]
    if not shape.wound.outline.lobe:
        sides.append((shape.wound.places[0], -reach, -1.0))
    lowest = min(sides, key=lambda side: side[1] * math.sin(side[0] + pose))
    place, v, out = lowest
    y, z = v * math.cos(place + pose), v * math.sin(place + pose)
    flow = out * (1.0 if design.plus_at == "left" else -1.0)
    point = np.array([[0.0, y, shape.over_magnet + source.length + z]])
    field = across_the_axle(source)(point)[0] if isinstance(source, Stack) and source.across else source.field(point)[0]
    current = np.array([flow, 0.0, 0.0])
    force = np.cross(current, field)
    off = live[len(live) // 2 if pose else 0] < 0.04
    why = ""
    if off:
        why = "No current flows while the coil stands upright, where the push would be strongest."
    elif live.min() > 0.5:
        why = "Current flows all the way round: half a turn later the same push brakes."
    return ForcePoint(
        name=f"along the axle, at the wire just over the magnet, {1e3 * (shape.axle + z):.1f} mm above the bench",
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
    turns_at, turns = ("/coil/turns", design.coil.turns) if isinstance(design, CradleDesign) else ("/lobes/turns", design.lobes.turns)  # fmt: skip
    found = [
        Prediction("magnets_over", "You turn the magnets over and flick it the way it then wants.", over, "The field points the other way, the current does not."),
        Prediction("battery_over", "You swap + and − at the supports.", feeds, "The current runs the other way, the field does not."),
        Prediction("both_over", "You turn the magnets over and swap + and −.", (*over, *feeds), "Both are reversed: two reversals cancel."),
        Prediction("other_flick", "You flick it the other way.", (Setting("/flick/sense", wrong),), "The push acts against the flick until it stands, then drives it back the good way."),
        Prediction("scrape_rest", "You scrape off the rest of the enamel, all round both leads.", (Setting("/strip", plain(PATTERNS["both all round"])),), "With current all the time, what pushes on in one half turn brakes in the other."),
        Prediction("double_turns", "You wind twice as many turns.", (Setting(turns_at, 2 * turns),), "Twice the turns pass the same field, but their longer wire lets less current through and is heavier."),
    ]  # fmt: skip
    size = design.wire.size
    if isinstance(size, ByGauge) and size.awg >= 12:
        thicker: Patch = (Setting("/wire/size", {"by": "gauge", "awg": size.awg - 4}),)
        found.append(Prediction("thicker_wire", f"You take thicker wire, {size.awg - 4} instead of {size.awg} AWG.", thicker, "It lets more current through, but weighs more and runs on a thicker axle."))  # fmt: skip
    if design.second == "none":
        words = "You bring a second, equal magnet above the coil, the same pole up."
        found.append(Prediction("second_magnet", words, (Setting("/second", "same"),), "The upper wire crosses its field, too, and is pushed the other way: both turn the coil alike." if cradle else "The upper lobe crosses its field, too, and is pushed the same way as the lower one: over the axle that turns it back."))  # fmt: skip
    return tuple(found)
