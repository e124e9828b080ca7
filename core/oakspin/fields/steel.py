"""What the saturated steel can of a cell adds to the flux of a magnet it stands on."""

from __future__ import annotations

import numpy as np

from oakspin.constants import STEEL_SATURATION_T

SATURATION_POWER = 2.4
BOTTOM_SPREAD = 1.27
WALL_SPREAD = 1.04
WIDE_MAGNET = 1.23


def can_depth(magnet_radius: float, cell_radius: float, bottom: float, wall: float) -> float:
    """Depth of saturated steel that carries the magnet's flux away, in m.

    The bottom carries it while the magnet is no wider than the cell; a wider one must
    share the can's wall. Source: fit to finite elements, 2.7 % at the rim on unseen cells.
    """
    ratio = magnet_radius / cell_radius
    own = BOTTOM_SPREAD * bottom
    if ratio <= 1:
        return own
    shared = min(own, WALL_SPREAD * wall / ratio)
    share = min(1.0, (ratio - 1) / (WIDE_MAGNET - 1))
    return own + share * (shared - own)


def side_depth(wall: float) -> float:
    """Depth in m of saturated steel under a magnet that lies on the side of a can of this wall: a rough guide."""
    return BOTTOM_SPREAD * wall


def can_image(magnet_radius: float, depth: float, face_flux: float) -> float:
    """Strength, 0 to 1, of the magnet's image in the bottom plane of the can.

    Parameters
    ----------
    magnet_radius, depth : float, m
        ``depth`` from :func:`can_depth`.
    face_flux : float, Wb, > 0
        Free flux through the magnet's rim at the face touching the cell. A weak magnet does
        not saturate the steel and has a whole image; a strong one only what the steel carries.
    """
    whole = np.pi * STEEL_SATURATION_T * depth * magnet_radius / face_flux
    # whole/(1+whole^p)^(1/p), written so that it neither overflows nor loses the limit of 1.
    return float((1 + whole**-SATURATION_POWER) ** (-1 / SATURATION_POWER))
