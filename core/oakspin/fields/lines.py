"""Field lines of any magnet in its plane of symmetry, followed step by step."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from oakspin.draws import Array


def trace_lines(field: Callable[[Array], Array], seeds: Array, step: float, count: int) -> Array:
    """Follow the field from seeds in the plane x = 0, all lines at once, in equal steps.

    Parameters
    ----------
    field : callable
        Field in T at points of shape (n, 3) in m.
    seeds : ndarray, shape (lines, 2), m
        Starting places (y, z), off the magnet's surface.
    step : float, m
        Positive follows the field, negative goes against it.
    count : int

    Returns
    -------
    ndarray, shape (count + 1, lines, 2), m

    Source
    ------
    The midpoint method on the unit vector of the field; its error falls as the square of the step.
    """
    way = np.empty((count + 1, *seeds.shape))
    way[0] = seeds

    def toward(at: Array) -> Array:
        b = field(np.column_stack([np.zeros(len(at)), at]))[:, 1:]
        return b / np.maximum(np.hypot(b[:, 0], b[:, 1]), 1e-12)[:, None]

    for number in range(count):
        at = way[number]
        way[number + 1] = at + step * toward(at + step / 2 * toward(at))
    return way
