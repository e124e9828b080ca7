"""The field of a round turn of wire on its own axis."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from oakspin.constants import MU_0
from oakspin.draws import Array


def loop_on_axis(radius: ArrayLike, distance: ArrayLike) -> Array:
    """Field per ampere on the axis of one round turn, T/A; radius and distance from its middle in m, any shapes.

    It points to where the current is seen to run counterclockwise. Source: J. Biot and F. Savart (1820).

    Example
    -------
    >>> round(float(loop_on_axis(0.02, 0.0)) * 1e6, 2)
    31.42
    """
    r, x = np.asarray(radius, float), np.asarray(distance, float)
    return np.asarray(MU_0 * r**2 / (2 * (r**2 + x**2) ** 1.5))
