"""Plain causes that stop a frame motor before any number matters."""

from __future__ import annotations

import numpy as np

from oakspin.design.frame import FrameDesign
from oakspin.machines.frame.shape import FrameShape
from oakspin.machines.machine import Break
from oakspin.parts.magnet import magnet_conducts, magnet_kind
from oakspin.parts.wire import leg_give, wire_diameter, wire_metal

LIMP = 40e-3  # m: a leg that a hundredth of a newton bends farther keeps no shape
SKIN_WORD = {"enameled": "enamel", "plastic": "plastic"}


def breaks_of(design: FrameDesign, shape: FrameShape, drop: float) -> tuple[Break, ...]:
    """Every plain cause, in the order of the links it breaks; ``drop`` in m."""
    found = [
        _cell(design, shape),
        _skin(design),
        _magnet_skin(design),
        _foot_place(design, shape),
        _rub(design, shape),
        _limp(design, shape),
        _top_heavy(drop),
    ]
    return tuple(cause for cause in found if cause)


def _cell(design: FrameDesign, shape: FrameShape) -> Break | None:
    if shape.pack.cell.stands:
        return None
    sentence = (
        f"A frame stands on a round cell with a terminal at each end; a {shape.pack.cell.name} has none to stand on."
    )
    return Break("circuit", sentence)


def _skin(design: FrameDesign) -> Break | None:
    if design.wire.finish == "bare" or design.wire.ends_stripped:
        return None
    return Break("circuit", f"The {SKIN_WORD[design.wire.finish]} is still on the wire's ends: no current gets in.")


def _magnet_skin(design: FrameDesign) -> Break | None:
    magnets = design.magnets
    if magnet_conducts(magnets):
        return None
    if not magnet_kind(magnets).conducts:
        name = magnet_kind(magnets).name.capitalize()
        return Break("circuit", f"{name} does not conduct: the feet find no current on the magnet.")
    return Break("circuit", f"The magnet's {magnets.plating} coat does not conduct: the feet find no current on it.")


def _foot_place(design: FrameDesign, shape: FrameShape) -> Break | None:
    foot, stack = shape.foot_height * 1e3, shape.stack * 1e3
    if foot <= stack + 1e-9:
        return None
    return Break(
        "circuit", f"The feet stand at {foot:.1f} mm, above the {stack:.1f} mm stack: they brush the cell's side."
    )


def _rub(design: FrameDesign, shape: FrameShape) -> Break | None:
    half = wire_diameter(design.wire) / 2
    top = shape.stack + shape.pack.length
    worst, at = 0.0, 0.0
    for leg in shape.legs[: 1 if design.outline.mirrored else 2]:  # further legs are these again, turned
        beside = (leg[:, 2] > shape.stack) & (leg[:, 2] < top)
        depth = shape.pack.radius + half - np.hypot(leg[:, 0], leg[:, 1])
        depth = np.where(beside, depth, -1.0)
        if depth.max() > worst:
            worst, at = float(depth.max()), float(leg[depth.argmax(), 2])
    if worst < 0.05e-3:
        return None
    return Break(
        "starts", f"A leg runs {worst * 1e3:.1f} mm into the cell at {at * 1e3:.0f} mm above the bench: it rubs."
    )


def _limp(design: FrameDesign, shape: FrameShape) -> Break | None:
    give = leg_give(0.01, shape.tip - shape.foot_height, wire_diameter(design.wire), wire_metal(design.wire))
    if give < LIMP:
        return None
    return Break("starts", "The wire is too thin: the legs do not keep their shape.")


def _top_heavy(drop: float) -> Break | None:
    if drop > 0:
        return None
    return Break("stays_on", f"The center of mass is {-drop * 1e3:.1f} mm above the tip: the frame tips over.")
