"""Changes that a practitioner might try on a train. None is advice: each is tried first."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import product

from oakspin.design.magnets import Magnets
from oakspin.design.train import LONGEST_MM, TrainDesign
from oakspin.kinds.change import Change, change
from oakspin.kinds.common_changes import battery_changes, conducting, magnet_grades, sanded, wire_changes
from oakspin.kinds.geometry import mm
from oakspin.kinds.lesson import OTHER
from oakspin.kinds.train.numbers import CELLS_THAT_RUN
from oakspin.machines.train.causes import bend_radius
from oakspin.machines.train.shape import TrainShape, train_shape

PLAY = 1.5  # mm that a bore is best wider than the magnets; bench experience


def train_changes(design: TrainDesign) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    shape = train_shape(design)
    return (
        *_poles(design),
        *_track(design, shape),
        *conducting(("/front", design.front), ("/rear", design.rear)),
        *_sizes(design, shape),
        *sanded(design, "the turns"),
        *battery_changes(design, CELLS_THAT_RUN),
        *wire_changes(design.wire),
    )


def _poles(design: TrainDesign) -> Iterator[Change]:
    front, rear = design.front.pole_up, design.rear.pole_up
    yield change("Put the train in the other end first", ("/leads", OTHER[design.leads]))
    yield change("Turn the front magnets over", ("/front/pole_up", OTHER[front]))
    yield change("Turn the rear magnets over", ("/rear/pole_up", OTHER[rear]))
    yield change("Turn both magnets over", ("/front/pole_up", OTHER[front]), ("/rear/pole_up", OTHER[rear]))


def _track(design: TrainDesign, shape: TrainShape) -> Iterator[Change]:
    tight = round(max(mm(shape.tight), 0.2), 2)
    for at, part in enumerate(design.track.stretches):
        if part.pitch_mm > 1.1 * tight:
            name = (
                "the part that is pulled apart" if len(design.track.stretches) == 1 else f"pulled-apart part {at + 1}"
            )
            yield change(
                f"Press {name} together: pitch {part.pitch_mm:g} → {tight:g} mm",
                (f"/track/stretches/{at}/pitch_mm", tight),
            )
    if len(design.track.stretches) > 1:
        yield change("Press all parts together", ("/track/stretches", []))
    if design.track.kinks:
        yield change("Straighten the kink", ("/track/kinks", []))
    if design.track.dents:
        yield change("Press the trodden track round again over the rod", ("/track/dents", []))
    if design.track.oval_mm:
        yield change("Press the whole track round again over the rod", ("/track/oval_mm", 0.0))
    if design.track.loosens > 1:
        yield change("Push the turns together all along", ("/track/loosens", 1.0))
    if design.hull_mm:
        yield change("Take the paper hull off", ("/hull_mm", 0.0))
    plan = design.track.plan
    if plan.slope_deg > 0:
        yield change("Lay the track level", ("/track/plan/slope_deg", 0.0))
        yield change(
            f"Halve the slope: {plan.slope_deg:g} → {plan.slope_deg / 2:g}°",
            ("/track/plan/slope_deg", plan.slope_deg / 2),
        )
    if (
        plan.form == "arc"
        and shape.tightest < 4
        and plan.radius_mm < (least := 10 * round(1.15 * mm(shape.tightest) / 10 + 0.5))
    ):
        yield change(
            f"Bend it wider: radius {plan.radius_mm:g} → {least:g} mm", ("/track/plan/radius_mm", float(least))
        )
    if plan.form == "loop" and shape.tightest < LONGEST_MM * 1e-3 / 6.3:
        ring = 10 * round(1.15 * 2 * math.pi * mm(shape.tightest) / 10 + 0.5)
        if mm(shape.track) < ring <= LONGEST_MM:
            yield change(
                f"Wind a longer ring: {mm(shape.track):.0f} → {ring:g} mm",
                ("/track/length", {"by": "length", "length_mm": float(ring)}),
                effort=0.1,
            )
    if plan.form != "straight" and (bend := bend_radius(design, shape)) and bend < shape.tightest:
        yield change("Lay the track straight", ("/track/plan/form", "straight"))
    if design.wire.finish == "enameled" and design.track.inside == "as_wound":
        yield change("Sand the enamel off along the inside of the track", ("/track/inside", "bared"), effort=0.2)
    if design.wire.finish != "bare":
        yield change("Wind the track of bare wire", ("/wire/finish", "bare"), effort=0.3)


def _both(design: TrainDesign, field: str, value: object) -> tuple[tuple[str, object], ...]:
    return tuple((f"{root}/{field}", value) for root in ("/front", "/rear"))


def _sizes(design: TrainDesign, shape: TrainShape) -> Iterator[Change]:
    widest = max(design.front.diameter_mm, design.rear.diameter_mm)
    former = round((widest + PLAY) / 1.025, 1)
    if abs(former - design.track.former_mm) > 0.3:
        yield change(
            f"Wind on another rod: {design.track.former_mm:g} → {former:g} mm",
            ("/track/former_mm", former),
            effort=0.3,
        )
    cell = mm(shape.assembly.radius) * 2
    wider = round(cell + 2.2, 1)
    if min(design.front.diameter_mm, design.rear.diameter_mm) <= cell + 0.1:
        yield change(
            f"Take magnets of {wider:g} mm, and a rod of {round((wider + PLAY) / 1.025, 1):g} mm",
            *_both(design, "diameter_mm", wider),
            ("/track/former_mm", round((wider + PLAY) / 1.025, 1)),
            effort=0.3,
        )
    count = max(design.front.count, design.rear.count)
    for more, text in ((count + 1, "One magnet more at each end"), (count - 1, "One magnet fewer at each end")):
        if 1 <= more <= 6:
            yield change(text, *_both(design, "count", more), effort=0.1)
    if _alike(design.front, design.rear):
        for stronger, weaker in zip(
            magnet_grades(design.front, "/front"), magnet_grades(design.rear, "/rear"), strict=True
        ):
            yield Change(stronger.sentence, (*stronger.patch, *weaker.patch), stronger.effort)
    else:
        for root, stack in product(("/front", "/rear"), (design.front, design.rear)):
            if (root == "/front") == (stack is design.front):
                yield from magnet_grades(stack, root)


def _alike(stack: Magnets, other: Magnets) -> bool:
    return stack.strength == other.strength
