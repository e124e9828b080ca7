"""One heat model for all machines: bodies that warm in their own current and cool in air."""

from __future__ import annotations

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.draws import Array
from oakspin.machines.machine import Body

FOREVER = 1e9  # s


def rise_in(body: Body, mean_square: Array, speed: Array, seconds: Array | float) -> Array:
    """Warming in K after so many seconds at a mean square current (A2) and speed; shape (draws,)."""
    cooling = body.still + body.wind * np.sqrt(speed)
    watts = mean_square * body.ohms
    return np.asarray(watts / cooling * -np.expm1(-cooling * np.asarray(seconds) / body.heat_capacity))


def hands_off_time(body: Body, mean_square: Array, speed: Array, room_C: float) -> Array:
    """Seconds until the body reaches the hands-off temperature; ``FOREVER`` when it never does.

    Source: lumped body, T' = (I^2 R - hA (T - T_room)) / C; limit of ISO 13732-1.
    """
    cooling = body.still + body.wind * np.sqrt(speed)
    share = (HANDS_OFF_C - room_C) * cooling / np.maximum(mean_square * body.ohms, 1e-12)
    time = -body.heat_capacity / cooling * np.log1p(-np.minimum(share, 1 - 1e-12))
    return np.asarray(np.where(share < 1, np.minimum(time, FOREVER), FOREVER))
