"""Plain causes that stop a frame motor before any number matters."""

from __future__ import annotations

import numpy as np

from oakspin.design.frame import FrameDesign
from oakspin.machines.common_causes import magnet_skin
from oakspin.machines.frame.limb import limb_of
from oakspin.machines.frame.shape import FrameShape, bench_level
from oakspin.machines.machine import Cause
from oakspin.machines.path import denser

UNDER = -0.5e-3  # m over the bench, below which a leg's middle line cannot be
LIMP = 40e-3  # m: a leg that a hundredth of a newton bends farther keeps no shape
RUBS = 0.05e-3  # m from which a leg that runs into something is told
STANDS_IN = 1.5e-3  # m that the tip stands in its cup
EDGE = 1.3  # of a decoration's mean radius, where its edge is
SKIN_WORD = {"enameled": "enamel", "plastic": "plastic"}


def causes_of(design: FrameDesign, shape: FrameShape, drop: float) -> tuple[Cause, ...]:
    """Every plain cause, in the order of the links it breaks; ``drop`` in m."""
    causes = [
        _cell(design, shape),
        _skin(design),
        magnet_skin(design.magnets),
        _foot_place(design, shape),
        _rub(design, shape),
        _under(design, shape),
        _limp(design, shape),
        _swept(design, shape),
        None if design.turns == "battery" else _top_heavy(drop),
    ]
    return tuple(cause for cause in causes if cause)


def _cell(design: FrameDesign, shape: FrameShape) -> Cause | None:
    if shape.pack.cell.stands:
        return None
    return Cause("circuit", "no_cell_to_stand_on", values={"cell": shape.pack.cell.name})


def _skin(design: FrameDesign) -> Cause | None:
    if design.wire.finish == "bare" or design.wire.ends_stripped:
        return None
    return Cause("circuit", "ends_covered", values={"skin": SKIN_WORD[design.wire.finish]})


def _foot_place(design: FrameDesign, shape: FrameShape) -> Cause | None:
    foot, stack = shape.foot_height * 1e3, shape.stack * 1e3
    if foot <= stack + 1e-9:
        return None
    return Cause("circuit", "feet_above_stack", values={"foot": foot, "stack": stack})


def _rub(design: FrameDesign, shape: FrameShape) -> Cause | None:
    """Where a leg runs deepest into cell, cup or magnets; its foot may brush the magnets' rim."""
    half, cup = limb_of(design).inner, design.pivot.cup
    top = shape.stack + shape.pack.length
    bodies = [
        ("cell", shape.pack.radius, shape.stack, top),
        ("magnets", design.magnets.diameter_mm * 5e-4, 0.0, shape.stack),
    ]
    if design.pivot.seat == "cup":
        bodies.append(("cup", cup.diameter_mm * 5e-4, top, shape.tip - STANDS_IN))
    worst, at, what = RUBS, 0.0, ""
    for path in shape.legs[: 1 if design.outline.mirrored else 2]:  # further legs are these again, turned
        leg = denser(path)
        for name, radius, low, high in bodies:
            along = (leg[:, 2] > low) & (leg[:, 2] < high)
            depth = np.where(along, radius + half - np.hypot(leg[:, 0], leg[:, 1]), -1.0)
            if depth.max() > worst:
                worst, at, what = float(depth.max()), float(leg[depth.argmax(), 2]), name
    if not what:
        return None
    return Cause("starts", "leg_in_cell", values={"deep": worst * 1e3, "height": at * 1e3, "body": what})


def _under(design: FrameDesign, shape: FrameShape) -> Cause | None:
    lowest = min(float(path[:, 2].min()) for path in shape.paths) - bench_level(design)
    # A foot may be told to brush the very edge of the magnets that lie on the bench.
    if lowest > UNDER:
        return None
    return Cause("starts", "legs_under_bench", values={"deep": -lowest * 1e3})


def _limp(design: FrameDesign, shape: FrameShape) -> Cause | None:
    if limb_of(design).give(0.01, shape.tip - shape.foot_height) < LIMP:
        return None
    return Cause("starts", "legs_limp", values={"what": "wire" if design.band is None else "strip"})


def _swept(design: FrameDesign, shape: FrameShape) -> Cause | None:
    """What decorates a battery that turns must pass within the legs."""
    extra = design.outline.decoration
    if design.turns != "battery" or extra.mass_g == 0:
        return None
    widest = min(float(np.hypot(leg[:, 0], leg[:, 1]).max()) for leg in shape.legs)
    edge = extra.radius_mm * 1e-3 * EDGE
    if edge < widest:
        return None
    return Cause("starts", "decoration_strikes", values={"edge": edge * 1e3, "legs": widest * 1e3})


def _top_heavy(drop: float) -> Cause | None:
    if drop > 0:
        return None
    return Cause("stays_on", "top_heavy", values={"above": -drop * 1e3})
