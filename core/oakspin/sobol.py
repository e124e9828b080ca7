"""Sobol points for the uncertain constants: they fill all the low dimensions evenly at once, any two or three, too.

Each constant has one dimension. Those that no kind uses together share one; the more a constant decides, the lower its
dimension: there the points are finest. The points themselves are those of ``scipy.stats.qmc``.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
import scipy  # loads scipy.stats at its first use: the server starts without it
from numpy.typing import NDArray

MOST = 4096  # points

# Constants by dimension, ranked by how far they decide start, speed, heat and life in any kind.
DIMENSIONS: tuple[tuple[str, ...], ...] = (
    ("cell_ohms",),
    ("support_friction", "coercivity", "rolling", "foot_friction", "tip_flat", "train_friction"),
    ("hand_balance", "hand_strip", "wheel_film", "made_points", "made_slide", "made_ring", "made_brush"),
    ("cell_charge",),
    ("hand_width_other", "made_commutator", "train_film", "pivot_film", "made_wheel", "brush_film"),
    ("hand_film",),
    ("hand_strip_other", "foot_pressure", "hand_pitch"),
    ("hand_heavy", "pivot_radius_mm", "turn_film", "point_friction"),
    ("cooling",),
    ("polarization",),
    ("hand_gap", "cogging", "slide_speed", "point_gap_mm"),
    ("support_film_other", "foot_film", "turn_press_N", "bearing_friction", "hand_height_lead"),
    ("support_film", "brush_friction", "pivot_friction", "turn_spots"),
    ("hopping", "hand_width", "hand_symmetry", "hand_place", "hold_fit"),
    ("landing", "iron", "gap_reach_mm", "bumps", "point_film"),
    ("cell_volts",),
    ("made_axle", "rim_runout_mm", "segment_film", "snag"),
    ("wire_drag", "hand_uneven", "screw_steel"),
    ("hand_turns", "springing", "saturation", "contact_tilt"),
    ("remanence",),
    ("sail_drag", "spring_back"),
    ("steel_side", "hand_rest", "hand_height", "bore_uneven_mm"),
    ("axle_damping", "steel_image", "segment_runout_mm"),
    ("recoil",),
    ("leaving",),
    ("marker_ohms", "meter_ohms"),
    ("handling_N",),
    ("restitution", "end_conductance"),
)

_DIMENSION = {name: place for place, names in enumerate(DIMENSIONS) for name in names}


def known(name: str, count: int) -> bool:
    """Whether the constant has a dimension, and so many points are a whole net."""
    return name in _DIMENSION and 1 < count <= MOST and count & (count - 1) == 0


def order(name: str, count: int) -> NDArray[np.int64]:
    """Which of ``count`` equal slices of its law each point of a constant lies in, for what is :func:`known`.

    Shape (count,), not to be written to.
    """
    return _slices(count)[:, _DIMENSION[name]]


@lru_cache(maxsize=8)
def _slices(count: int) -> NDArray[np.int64]:
    """The slices of all dimensions; shape (count, dimensions)."""
    points = scipy.stats.qmc.Sobol(len(DIMENSIONS), scramble=False).random(count)
    number = np.arange(count)
    # The library gives the points in the order of a Gray code; ours is that of their numbers.
    slices = np.empty(points.shape, np.int64)
    slices[number ^ (number >> 1)] = np.rint(points * count)
    slices.setflags(write=False)
    return slices
