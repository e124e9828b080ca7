"""Rotating coils from parts at hand: a battery, magnets under the coil, enameled wire and two supports."""

from __future__ import annotations

from typing import Any

from oakspin.design.battery import Battery
from oakspin.design.coil import CradleDesign, LobesDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values
from oakspin.parts.cell import cell_of

MOST_STACKED = 4
MOST_CELLS = 2
SUPPORTS = 2
CLEARANCE = 21.0  # mm by which the supports stand farther apart than the coil is long


def _fits(place: Place, fields: Fields) -> str:
    return "its turns would touch: it takes enameled wire" if place == "wire" and fields["finish"] != "enameled" else ""


def _free(picked: Picked) -> tuple[Free, ...]:
    return (
        Free("gap", 1.0, 20.0, decades=True),
        Free("stack", 1, MOST_STACKED, whole=True, of="magnet"),
        Free("cells", 1, MOST_CELLS, whole=True, of="cell"),
        Free("on_bench", 0, 1, whole=True),
    )


def _common(picked: Picked, values: Values, along: float) -> dict[str, Any]:
    cell = cell_of(Battery.model_validate(picked["cell"]))
    under = "bench" if round(values["on_bench"]) or not cell.stands else "battery"
    return {
        "battery": {**picked["cell"], "in_series": round(values["cells"])},
        "magnets": {**picked["magnet"], "count": round(values["stack"])},
        "magnets_on": under,
        "wire": picked["wire"],
        "gap_mm": round(values["gap"], 2),
        "supports": {**picked["support"], "spacing_mm": round(along + CLEARANCE, 1)},
    }


def _free_cradle(picked: Picked) -> tuple[Free, ...]:
    return (Free("turns", 2, 80, whole=True, decades=True), Free("wide", 12, 60), *_free(picked))


def _made_cradle(picked: Picked, values: Values) -> dict[str, Any]:
    wide = round(values["wide"], 1)
    coil = {"outline": {"by": "round", "diameter_mm": wide}, "turns": round(values["turns"])}
    return {**_common(picked, values, wide), "coil": coil}


def _free_lobes(picked: Picked) -> tuple[Free, ...]:
    turns = Free("turns", 2, 40, whole=True, decades=True)
    return (turns, Free("long", 14, 50), Free("reach", 8, 30), *_free(picked))


def _made_lobes(picked: Picked, values: Values) -> dict[str, Any]:
    long, reach = round(values["long"], 1), round(values["reach"], 1)
    lobes = {"along_mm": long, "reach_mm": reach, "turns": round(values["turns"])}
    return {**_common(picked, values, long), "lobes": lobes}


def _span_cradle(design: CradleDesign) -> float:
    outline = design.coil.outline
    if outline.by == "round":
        return outline.diameter_mm
    if outline.by == "own":
        return 2 * max(abs(point.across_mm) for point in outline.points)
    return outline.across_mm


def _span_lobes(design: LobesDesign) -> float:
    return 2 * design.lobes.reach_mm


CRADLE_RECIPE = Recipe(
    places=("cell", "magnet", "wire", "support"),
    fits=_fits,
    free=_free_cradle,
    made=_made_cradle,
    axes=(("turns", "gap"), ("turns", "wide"), ("wide", "gap"), ("gap", "stack")),
    span_mm=_span_cradle,
    least={"support": SUPPORTS},
)
LOBES_RECIPE = Recipe(
    places=("cell", "magnet", "wire", "support"),
    fits=_fits,
    free=_free_lobes,
    made=_made_lobes,
    axes=(("turns", "gap"), ("turns", "reach"), ("reach", "gap"), ("long", "reach"), ("gap", "stack")),
    span_mm=_span_lobes,
    least={"support": SUPPORTS},
)
