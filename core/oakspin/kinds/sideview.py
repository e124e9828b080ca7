"""What drawings through an upright axis share: the view from the side, the field of a stack on the axis."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from contourpy import contour_generator

from oakspin.fields.stack import Stack
from oakspin.kinds.geometry import Polyline, View, mm

LINES = 7
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
