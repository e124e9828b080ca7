"""A hanging rotor from parts at hand: a cell, a steel screw that hangs from it by magnets, and a lead."""

from __future__ import annotations

from typing import Any

from oakspin.design.battery import Battery
from oakspin.design.hanging import HangingDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values
from oakspin.parts.cell import cell_of

PRESSES = ("barely", "light", "firm")
MOST_STACKED = 4
PAPER_g = 1.0e-4  # of a mm2 of a paper flag with its tape; 80 g/m2 and some


def _fits(place: Place, fields: Fields) -> str:
    if place == "magnet" and fields["shape"] != "disc":
        return "the head of a screw sits on a disc"
    if place == "screw" and fields["material"] != "steel":
        return "only steel is drawn to the cell"
    if place == "cell" and not cell_of(Battery.model_validate(fields)).stands:
        return "this battery has no end to hang from"
    return ""


def _free(picked: Picked) -> tuple[Free, ...]:
    return (
        Free("lead", 0.1, 0.95),
        Free("count", 1, MOST_STACKED, whole=True, of="magnet"),
        Free("press", 0, len(PRESSES) - 1, whole=True),
        Free("flag", 0, 400),
        Free("flag_out", 5, 25),
    )


def _made(picked: Picked, values: Values) -> dict[str, Any]:
    stack = picked["magnet"]["thickness_mm"] * values["count"]
    area = float(round(values["flag"], -1))
    return {
        "battery": picked["cell"],
        "magnets": {**picked["magnet"], "count": round(values["count"])},
        "screw": picked["screw"],
        "wire": picked["wire"],
        "lead": {"height_mm": round(stack * values["lead"], 2), "pressure": PRESSES[round(values["press"])]},
        "flag": {"area_mm2": area, "mass_g": round(area * PAPER_g, 3), "radius_mm": round(values["flag_out"], 1)},
    }


def _span(design: HangingDesign) -> float:
    return max(design.magnets.diameter_mm, 2 * design.flag.radius_mm if design.flag.area_mm2 else 0.0)


HANGING_RECIPE = Recipe(
    places=("cell", "magnet", "screw", "wire"),
    fits=_fits,
    free=_free,
    made=_made,
    axes=(("lead", "flag"), ("count", "flag"), ("lead", "count"), ("flag", "flag_out")),
    span_mm=_span,
)
