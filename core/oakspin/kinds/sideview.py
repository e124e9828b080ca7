"""What drawings through an axis share: the view from the side, the field of a stack, that of a can with two."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from contourpy import contour_generator

from oakspin.fields.flux import cylinder_flux
from oakspin.fields.stack import Stack
from oakspin.fields.train import Assembly
from oakspin.kinds.geometry import Polyline, View, mm

LINES = 7
CAN_LINES = 6
SIDE = View(axis=(0, 0, 1), right=(1, 0, 0), up=(0, 0, 1), origin=(0, 0))


@lru_cache(maxsize=64)
def field_lines(stack: Stack) -> tuple[Polyline, ...]:
    """Lines of the field in the plane of the drawing, equal flux between neighbours; mm.

    The flux through coaxial circles is constant along a field line, so the lines are its contours.
    """
    wide = 8 * stack.radius
    r = np.linspace(0.02, 1, 40) ** 1.3 * wide
    z = stack.length / 2 + np.linspace(-1, 1, 48) * (6 * stack.radius + stack.length / 2)
    own, image = stack.flux(r[None, :], z[:, None])
    flux = own + stack.image * image
    levels = np.max(np.abs(flux)) * (np.arange(LINES) + 1.1) / (LINES + 0.6)
    contours = contour_generator(r, z, np.abs(flux))
    lines: list[Polyline] = []
    for level in levels:
        for line in contours.lines(level):
            flat = np.asarray(line)
            if not np.allclose(flat[0], flat[-1]):
                continue  # it leaves the computed part of the plane: half a line would mislead
            lines += [tuple((mm(side * x), mm(y)) for x, y in flat) for side in (1, -1)]
    return tuple(lines)


@lru_cache(maxsize=64)
def can_lines(train: Assembly, middle: float) -> tuple[Polyline, ...]:
    """Lines of the field of both magnets on a can's ends, along it: contours of equal flux; ``middle`` in m is drawn at
    0.
    """
    if train.front.across or train.rear.across:
        return ()
    wide = 3.2 * train.radius
    r = np.linspace(0.03, 1, 30) * wide
    z = np.linspace(-1, 1, 90) * (train.half + train.front.length + train.rear.length + wide)
    flux = np.zeros((z.size, r.size))
    for end, place in (
        (train.front, train.half + train.front.length / 2),
        (train.rear, -train.half - train.rear.length / 2),
    ):
        flux += end.remanence * cylinder_flux(r[None, :], z[:, None] - place, radius=end.radius, length=end.length)
    contours = contour_generator(r, z - middle, flux)
    most = float(np.abs(flux).max())
    levels = most * (np.arange(CAN_LINES) + 0.5) / (CAN_LINES + 0.5)
    lines: list[Polyline] = []
    for height in np.concatenate([levels, -levels]):
        for line in contours.lines(float(height)):
            flat = np.asarray(line)[::2]
            lines += [tuple((mm(y), mm(side * x)) for x, y in flat) for side in (1, -1)]
    return tuple(lines)
