"""A roller from parts at hand: a cell with a magnet on either end, on a sheet of kitchen foil."""

from __future__ import annotations

from typing import Any

from oakspin.design.battery import Battery
from oakspin.design.roller import RollerDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values
from oakspin.parts.cell import cell_of

MOST_STACKED = 3
STACKS = 2
WIDE = (60.0, 300.0)  # mm, of the sheet along the axle; a roll of foil is 300 mm wide


def _fits(place: Place, fields: Fields) -> str:
    if place == "magnet" and fields["shape"] == "block":
        return "block magnets are no wheels"
    if place == "cell" and not cell_of(Battery.model_validate(fields)).stands:
        return "this battery is not round"
    return ""


def _free(picked: Picked) -> tuple[Free, ...]:
    return (
        Free("wide", *WIDE),
        Free("stack", 1, MOST_STACKED, whole=True, of="magnet", per=STACKS),
        Free("length", 300, 1000),
    )


def _made(picked: Picked, values: Values) -> dict[str, Any]:
    return {
        "battery": picked["cell"],
        "magnets": {**picked["magnet"], "count": round(values["stack"])},
        "sheet": {"width_mm": float(round(values["wide"], -1)), "length_mm": float(round(values["length"], -1))},
    }


def _span(design: RollerDesign) -> float:
    return design.magnets.diameter_mm


ROLLER_RECIPE = Recipe(
    places=("cell", "magnet"),
    fits=_fits,
    free=_free,
    made=_made,
    axes=(("wide", "stack"), ("wide", "length")),
    span_mm=_span,
    least={"magnet": STACKS},
    others=("kitchen foil",),
    travels=True,
)
