"""A net of points that fills all the low dimensions evenly at once: of any two or three constants, too.

Each constant has one dimension. Those that no kind uses together share one; the more a constant decides, the lower its
dimension: there the net is finest.

Source: direction numbers of S. Joe and F. Kuo, SIAM J. Sci. Comput. 30, 2635 (2008).
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

BITS = 12  # nets of up to 4096 points

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
    ("steel_side", "hand_rest", "hand_height"),
    ("axle_damping", "steel_image", "segment_runout_mm"),
    ("recoil",),
    ("leaving",),
    ("marker_ohms", "meter_ohms"),
    ("handling_N",),
)

# Of each dimension, what every binary digit of a point's number turns over; as whole numbers of BITS binary digits.
_TURNS: tuple[tuple[int, ...], ...] = (
    (2048, 1024, 512, 256, 128, 64, 32, 16, 8, 4, 2, 1),
    (2048, 3072, 2560, 3840, 2176, 3264, 2720, 4080, 2056, 3084, 2570, 3855),
    (2048, 3072, 1536, 2304, 3712, 1472, 2272, 3152, 1672, 2508, 3814, 1369),
    (2048, 3072, 512, 1280, 3968, 1856, 2592, 2352, 3464, 596, 1438, 3693),
    (2048, 1024, 512, 2816, 3968, 3520, 1952, 2512, 1448, 764, 2582, 3851),
    (2048, 1024, 1536, 768, 3200, 576, 1376, 4016, 3592, 1796, 2694, 323),
    (2048, 3072, 2560, 3328, 1408, 2368, 992, 3632, 3048, 572, 482, 3889),
    (2048, 1024, 2560, 1280, 2176, 576, 288, 720, 1896, 2532, 130, 1601),
    (2048, 1024, 2560, 1280, 640, 3392, 1696, 1808, 904, 1412, 3746, 785),
    (2048, 1024, 3584, 2816, 2432, 2368, 2208, 1456, 824, 3484, 1826, 1009),
    (2048, 1024, 2560, 256, 128, 1728, 2528, 560, 1400, 2780, 2042, 2333),
    (2048, 1024, 512, 768, 1408, 2752, 2400, 688, 3400, 148, 3626, 1317),
    (2048, 3072, 2560, 1280, 3968, 2240, 3616, 816, 248, 532, 2394, 1511),
    (2048, 3072, 1536, 2304, 896, 3136, 1056, 2608, 3864, 2724, 4046, 2129),
    (2048, 1024, 512, 3840, 2688, 1344, 2464, 2512, 488, 1484, 2002, 2257),
    (2048, 3072, 512, 3328, 3456, 3136, 1120, 2128, 2648, 1900, 2778, 1707),
    (2048, 1024, 512, 3840, 896, 320, 3936, 1648, 2296, 1284, 2218, 255),
    (2048, 3072, 512, 3840, 1664, 1600, 864, 1744, 1048, 3588, 3374, 2495),
    (2048, 1024, 2560, 1280, 2432, 3904, 2784, 2992, 3704, 2396, 450, 3331),
    (2048, 3072, 3584, 2816, 2944, 960, 3296, 1040, 536, 1308, 150, 2135),
    (2048, 3072, 3584, 3328, 1664, 960, 2208, 1296, 2712, 3548, 1466, 925),
    (2048, 1024, 1536, 3328, 896, 2240, 2016, 1808, 3208, 76, 442, 2999),
    (2048, 3072, 2560, 2304, 128, 1600, 1696, 2192, 2648, 3252, 386, 2777),
    (2048, 3072, 512, 3328, 1152, 2240, 3424, 912, 3416, 804, 2858, 1825),
    (2048, 3072, 512, 1280, 3456, 3904, 992, 2384, 2296, 980, 3890, 751),
    (2048, 1024, 2560, 2816, 2432, 2624, 1952, 3408, 40, 1540, 1310, 2183),
    (2048, 3072, 2560, 768, 384, 832, 2208, 2512, 1656, 2084, 1038, 1551),
)

_DIMENSION = {name: place for place, names in enumerate(DIMENSIONS) for name in names}


def known(name: str, count: int) -> bool:
    """Whether the constant has a dimension, and so many points are a whole net."""
    return name in _DIMENSION and 1 < count <= 1 << BITS and count & (count - 1) == 0


@lru_cache(maxsize=256)
def order(name: str, count: int) -> NDArray[np.int64]:
    """Which of ``count`` equal slices of its law each point of a constant lies in, for what is :func:`known`."""
    digits = count.bit_length() - 1
    number, place = np.arange(count), np.zeros(count, np.int64)
    for digit, turns in enumerate(_TURNS[_DIMENSION[name]][:digits]):
        place ^= np.where(number >> digit & 1, turns, 0)
    return place >> (BITS - digits)
