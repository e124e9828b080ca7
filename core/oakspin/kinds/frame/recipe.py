"""A frame motor from parts at hand: one cell on its magnets, and a frame bent round them."""

from __future__ import annotations

from typing import Any

from oakspin.design.battery import Battery
from oakspin.design.frame import ByPoints, FrameDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values
from oakspin.parts.cell import cell_of

CLEAR = 3.0  # mm that a leg keeps from what it goes round
PRESSES = ("free", "barely", "light", "firm")
MOST_STACKED = 6


def _fits(place: Place, fields: Fields) -> str:
    if place == "magnet" and fields["shape"] == "block":
        return "the feet run round a rim: block magnets have none"
    if place == "cell" and not cell_of(Battery.model_validate(fields)).stands:
        return "this battery does not stand on magnets"
    return ""


def _body(picked: Picked) -> tuple[float, float]:
    """Radius of the thickest of what the frame goes round, and height of the cell, in mm."""
    cell = cell_of(Battery.model_validate(picked["cell"]))
    return max(cell.diameter_mm, picked["magnet"]["diameter_mm"]) / 2, cell.length_mm


def _free(picked: Picked) -> tuple[Free, ...]:
    radius, _ = _body(picked)
    return (
        Free("gap", 0.0, 3.0),
        Free("count", 1, MOST_STACKED, whole=True, of="magnet"),
        Free("foot", 0.1, 0.95),
        Free("reach", radius + CLEAR, radius + 30),
        Free("rise", 4, 25),
        Free("legs", 1, 4, whole=True),
        Free("press", 0, len(PRESSES) - 1, whole=True),
        Free("ring", 0, 1, whole=True),
    )


def _made(picked: Picked, values: Values) -> dict[str, Any]:
    radius, length = _body(picked)
    stack = picked["magnet"]["thickness_mm"] * values["count"]
    foot, reach, rise = stack * values["foot"], values["reach"], values["rise"]
    drop = length + stack - foot
    wide = max(reach, radius + CLEAR)
    points = [
        {"radius_mm": max(0.4 * wide, 2.0), "height_mm": rise},
        {"radius_mm": wide, "height_mm": 0.3 * rise},
        {"radius_mm": wide, "height_mm": -0.35 * drop},
        {"radius_mm": max(0.8 * wide, radius + CLEAR), "height_mm": -0.8 * drop},
    ]
    return {
        "battery": picked["cell"],
        "magnets": {**picked["magnet"], "count": round(values["count"])},
        "wire": picked["wire"],
        "outline": {"legs": round(values["legs"]), "half": {"by": "points", "points": _rounded_points(points)}},
        "feet": {
            "gap_mm": round(values["gap"], 2),
            "height_mm": round(foot, 2),
            "pressure": PRESSES[round(values["press"])],
            "type": "ring" if round(values["ring"]) else "points",
        },
    }


def _rounded_points(points: list[dict[str, float]]) -> list[dict[str, float]]:
    return [{name: round(value, 1) for name, value in point.items()} for point in points]


def _span(design: FrameDesign) -> float:
    half = design.outline.half
    return 2 * max(point.radius_mm for point in half.points) if isinstance(half, ByPoints) else half.diameter_mm


FRAME_RECIPE = Recipe(
    places=("cell", "magnet", "wire"),
    fits=_fits,
    free=_free,
    made=_made,
    axes=(("gap", "count"), ("gap", "foot"), ("reach", "rise"), ("gap", "reach"), ("count", "foot")),
    span_mm=_span,
)
