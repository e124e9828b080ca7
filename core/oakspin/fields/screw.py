"""A steel screw between a cell and the magnets under its head: force at the point, flux through the rim.

Both are fits to finite elements; lengths in m unless told.
"""

from __future__ import annotations

import math

import numpy as np

from oakspin.draws import Array

SATURATED_T = 1.85
BLEND = 1.75


def holding_force(volume: float, shank: float, length: float, tip: Array, cone: float, gap: Array) -> Array:
    """Force in N that holds the point on the cell.

    Parameters
    ----------
    volume : float, m3
        Of the magnets, scaled by their remanence over 1.3 T.
    shank, length : float, m
    tip : ndarray, m
        Flat of the point.
    cone : float, rad
        Half of the cone's angle.
    gap : ndarray, m
        Between point and terminal; dust and roughness leave some.

    Source: fit to finite elements, 14 % rms on unseen cases, 46 % at the worst.
    """
    far = 0.143 * (volume * 1e9 / 400) ** 0.6 * (shank * 1e3 / 4) ** 2 * (40 / (length * 1e3)) ** 1.5
    wide = tip * 1e3 + 0.36 * math.tan(cone)
    reach = 0.47 * wide * far**0.74
    return np.asarray(1.72 * np.pi / 4 * wide**2 / (1 + (gap * 1e3 / reach) ** 2) + far)


def screw_flux(
    depth: Array, radius: float, magnet: float, near: float, shank: float, head: float, head_height: float
) -> Array:
    """Flux in Wb that the screw adds through the magnets' rim at a depth below the head's face; shape of ``depth``.

    Parameters
    ----------
    depth : ndarray, m
    radius, magnet : float, m
        Of the circle, and of the magnets.
    near : float, Wb
        Free flux through the rim at the face that touches the head; without sign.
    shank, head, head_height : float, m
        Diameter of the shank, radius and height of the head.

    Source: fit to finite elements, 9 % of the whole flux at the worst.
    """
    carried, sent = SATURATED_T * np.pi * shank**2 / 4, 0.41 * near
    whole = (carried**-BLEND + sent**-BLEND) ** (-1 / BLEND) * (1 + 2.86 * (head / magnet) ** 2)
    below = depth + 0.138 * head_height
    return np.asarray(0.5 * whole * (1 - below / np.hypot(radius, below)))
