"""Plain causes that stop an iron-cored motor, in the order of the links they break."""

from __future__ import annotations

import math

from oakspin.design.cored import CoredDesign
from oakspin.machines.cored.shape import CoredShape
from oakspin.machines.machine import Cause


def causes_of(design: CoredDesign, shape: CoredShape) -> tuple[Cause, ...]:
    """Every plain cause."""
    causes = [_skin(design), _broken(design), _touching(design), _strikes(shape), _brushes(design)]
    return tuple(cause for cause in causes if cause)


def _skin(design: CoredDesign) -> Cause | None:
    if design.wire.finish == "bare":
        return Cause("circuit", "bare_turns")
    return None if design.wire.ends_stripped else Cause("circuit", "ends_covered")


def _broken(design: CoredDesign) -> Cause | None:
    winding = design.winding
    if winding.open_arm == "none" or winding.joined == "parallel":
        return None
    return Cause("circuit", "winding_open", values={"arm": winding.open_arm})


def _touching(design: CoredDesign) -> Cause | None:
    return Cause("circuit", "brushes_touch") if design.brushes.touching else None


def _strikes(shape: CoredShape) -> Cause | None:
    corner = math.hypot(shape.half, shape.outer)
    if corner <= shape.face:
        return None
    needed, left = (corner - shape.half) * 1e3, (shape.face - shape.half) * 1e3
    return Cause("starts", "corner_strikes", values={"needed": needed, "left": left})


def _brushes(design: CoredDesign) -> Cause | None:
    wide = design.brushes.width_mm > 1.5 * design.commutator.radius_mm
    return Cause("circuit", "brushes_wide") if wide else None
