"""Where the frame, its cell and its magnets are in space."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.draws import Array
from oakspin.machines.frame.limb import limb_of
from oakspin.machines.path import smooth, turned
from oakspin.parts.cell import Pack
from oakspin.parts.magnet import stack_length

STEM = 2.5e-3  # m, the tip is bent straight down over this length


@dataclass(frozen=True)
class FrameShape:
    """Where everything is, in m: legs as 3-D paths from tip to foot, and the standing part."""

    legs: tuple[Array, ...]
    ring: Array | None
    foot_radius: float
    foot_height: float
    stack: float
    tip: float
    pack: Pack

    @property
    def paths(self) -> list[Array]:
        """All wire of the frame."""
        return [*self.legs, self.ring] if self.ring is not None else list(self.legs)


POINT = 5e-3  # m, the point that a turning cell and its magnets stand on


def bench_level(design: FrameDesign) -> float:
    """Height of the bench in m over the lower face of the magnets."""
    return -POINT if design.turns == "battery" else 0.0


def cup_height(design: FrameDesign) -> float:
    """Height in m of the cup on the terminal: its magnet and its washer; 0 without a cup."""
    cup = design.pivot.cup
    return (cup.thickness_mm + cup.washer_mm) * 1e-3 if design.pivot.seat == "cup" else 0.0


def frame_shape(design: FrameDesign, pack: Pack) -> FrameShape:
    """Lay the frame out over its cell and magnets."""
    stack = stack_length(design.magnets)
    tip = stack + pack.length + cup_height(design)
    reach = design.magnets.diameter_mm * 5e-4 + design.feet.gap_mm * 1e-3 + limb_of(design).inner
    foot = np.array([reach, 0.0, design.feet.height_mm * 1e-3])
    outline = design.outline
    first = _leg(outline.half, tip, foot)
    second = _leg(outline.other_half, tip, foot) if outline.other_half else first
    legs = tuple(
        turned(second if number % 2 else first, 2 * np.pi * number / outline.legs) for number in range(outline.legs)
    )
    ring = None
    if design.feet.type == "ring":
        round_ = np.linspace(0, 2 * np.pi, 49)
        ring = np.stack([reach * np.cos(round_), reach * np.sin(round_), np.full(49, foot[2])], axis=1)
    return FrameShape(legs, ring, reach, float(foot[2]), stack, tip, pack)


def _leg(half: ByPoints | BySpring, tip: float, foot: Array) -> Array:
    top = np.array([[0, 0, tip], [0, 0, tip + STEM]])
    if isinstance(half, BySpring):
        return _spring(half, top, foot)
    corners = np.array([[point.radius_mm * 1e-3, 0, tip + point.height_mm * 1e-3] for point in half.points])
    # Points that fall together would leave the curve without a direction.
    every = np.concatenate([top, corners, foot[None]])
    apart = np.concatenate([[True], np.abs(every[1:] - every[:-1]).max(axis=1) > 1e-6])
    return smooth(every[apart])


def _spring(half: BySpring, top: Array, foot: Array) -> Array:
    radius = half.diameter_mm * 5e-4
    steps = max(12, int(24 * half.turns)) + 1
    round_ = np.linspace(0, 2 * np.pi * half.turns, steps)
    down = np.linspace(top[1, 2], foot[2], steps)
    # The whole spring is turned so that it ends where the foot is.
    turn = round_ - round_[-1]
    coil = np.stack([radius * np.cos(turn), radius * np.sin(turn), down], axis=1)
    return np.concatenate([top, coil, foot[None]])
