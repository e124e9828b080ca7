"""Good motors of each kind, as changes of the one that the kind starts from.

They are what the search of ``oakspin.search`` found best in something (surest, fastest, quickest to make) of a usual
kit for pupils of 12 to 15 and ninety minutes, dimensions rounded; each goes in 85 or more of 100 builds.
"""

from __future__ import annotations

from functools import lru_cache
from typing import Any

from oakspin.design import Design, design_of
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.recipe import merged


def _wire(diameter_mm: float, finish: str = "enameled") -> dict[str, Any]:
    return {"size": {"by": "diameter", "diameter_mm": diameter_mm}, "finish": finish}


def _half(*points: tuple[float, float]) -> dict[str, Any]:
    return {"half": {"points": [{"radius_mm": radius, "height_mm": height} for radius, height in points]}}


_FOUND: dict[str, tuple[dict[str, Any], ...]] = {
    "frame": (
        {
            "battery": {"cell": "alkaline_D"},
            "magnets": {"diameter_mm": 12, "thickness_mm": 3, "count": 5},
            "wire": _wire(0.63),
            "outline": _half((18.8, 5.2), (47.1, 1.6), (47.1, -24.6), (37.7, -56.3)),
            "feet": {"gap_mm": 3, "height_mm": 6.1, "pressure": "free"},
        },
        {
            "battery": {"cell": "alkaline_D"},
            "magnets": {"diameter_mm": 15, "thickness_mm": 5, "count": 5},
            "wire": _wire(0.63),
            "outline": _half((18.8, 4), (47.1, 1.2), (47.1, -26.6), (37.7, -60.7)),
            "feet": {"type": "ring", "gap_mm": 1.6, "height_mm": 10.6, "pressure": "free"},
        },
    ),
    "hanging": (
        {
            "battery": {"cell": "alkaline_D"},
            "magnets": {"count": 4},
            "lead": {"height_mm": 6.4},
            "wire": _wire(0.8, "bare"),
            "flag": {"mass_g": 0.035, "radius_mm": 15, "area_mm2": 350},
        },
    ),
    "cradle": (
        {
            "battery": {"cell": "alkaline_AAA"},
            "magnets": {"thickness_mm": 5, "count": 4},
            "wire": _wire(0.63),
            "gap_mm": 4.5,
            "supports": {"type": "safety_pin", "seat": "loop", "spacing_mm": 63},
            "coil": {"outline": {"diameter_mm": 42}, "turns": 11},
        },
        {
            "battery": {"in_series": 2},
            "magnets": {"thickness_mm": 5, "count": 3},
            "wire": _wire(0.63),
            "gap_mm": 4.2,
            "supports": {"spacing_mm": 64.6},
            "coil": {"outline": {"diameter_mm": 43.6}, "turns": 30},
        },
    ),
    "lobes": (
        {
            "battery": {"in_series": 2},
            "magnets": {"thickness_mm": 5, "count": 3},
            "magnets_on": "bench",
            "wire": _wire(0.63),
            "gap_mm": 5,
            "supports": {"type": "safety_pin", "seat": "loop", "spacing_mm": 46},
            "lobes": {"along_mm": 25.2, "reach_mm": 30, "turns": 40},
        },
    ),
    "cored": (
        {
            "core": {"form": "bolt", "length_mm": 35, "diameter_mm": 4},
            "wire": _wire(0.32),
            "winding": {"turns": 176},
            "commutator": {"gap_deg": 27},
            "brushes": {"force_mN": 21},
            "gap": {"distance_mm": 23.7},
        },
    ),
    "train": (
        {
            "front": {"diameter_mm": 15, "thickness_mm": 5, "count": 1},
            "rear": {"diameter_mm": 15, "thickness_mm": 5, "count": 1},
            "wire": _wire(0.8, "bare"),
            "track": {"former_mm": 16.5, "length": {"length_mm": 500}},
        },
    ),
    "roller": (
        {
            "magnets": {"diameter_mm": 12, "thickness_mm": 3, "count": 2},
            "sheet": {"width_mm": 60, "length_mm": 690},
        },
    ),
}


@lru_cache
def good_motors(kind: str) -> tuple[Design, ...]:
    """Good motors of a kind: the one that it starts from, and those that were found."""
    start = KINDS[kind].start
    plain = start.model_dump(mode="json")
    return (start, *(design_of(merged(plain, changes)) for changes in _FOUND[kind]))
