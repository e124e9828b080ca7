"""An iron-cored motor from parts at hand: a steel screw is the bar, wound with enameled wire between two magnets."""

from __future__ import annotations

from typing import Any

from oakspin.design.cored import CoredDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values, lands

MOST_STACKED = 3
MOST_CELLS = 4
STACKS = 2
LONG_ENOUGH, LONGEST, THICK = 30.0, 200.0, 30.0  # mm: shorter bars have no room for turns, larger ones are none
HUB = 10.0


def _fits(place: Place, fields: Fields) -> str:
    if place == "wire" and fields["finish"] != "enameled":
        return "its turns would touch: it takes enameled wire"
    if place == "screw" and fields["material"] != "steel":
        return "the bar must be steel"
    if place == "screw" and fields["length_mm"] < LONG_ENOUGH:
        return f"a bar shorter than {LONG_ENOUGH:g} mm has no room for turns"
    if place == "screw" and fields["shank_mm"] < 2:
        return "too thin for a bar"
    return ""


def _free(picked: Picked) -> tuple[Free, ...]:
    return (
        Free("apart", 1.5, 40, decades=True),
        Free("turns", 30, 800, whole=True, decades=True),
        Free("cells", 1, MOST_CELLS, whole=True, of="cell"),
        Free("stack", 1, MOST_STACKED, whole=True, of="magnet", per=STACKS),
        Free("press", 10, 100, decades=True),
        Free("opening", 8, 50),
    )


def _made(picked: Picked, values: Values) -> dict[str, Any]:
    return {
        "battery": {**picked["cell"], "in_series": round(values["cells"])},
        "core": {**_bar(picked["screw"]), "hub_mm": HUB},
        "wire": picked["wire"],
        "winding": {"turns": round(values["turns"])},
        "magnets": {**picked["magnet"], "count": round(values["stack"])},
        "gap": {"distance_mm": round(values["apart"], 1)},
        "brushes": {"force_mN": float(round(values["press"]))},
        "commutator": {"gap_deg": float(round(values["opening"]))},
    }


def _bar(screw: Fields) -> dict[str, Any]:
    length, thick = min(screw["length_mm"], LONGEST), min(screw["shank_mm"], THICK)
    return {"form": "bolt", "length_mm": length, "diameter_mm": thick}


def _puts(place: Place, fields: Fields) -> dict[str, Any]:
    return {"core": _bar(fields)} if place == "screw" else lands(place, fields)


def _span(design: CoredDesign) -> float:
    return design.core.length_mm


CORED_RECIPE = Recipe(
    places=("cell", "magnet", "wire", "screw"),
    fits=_fits,
    free=_free,
    made=_made,
    axes=(("apart", "turns"), ("turns", "press"), ("apart", "opening"), ("apart", "stack")),
    span_mm=_span,
    least={"magnet": STACKS},
    others=("a shaft with bearings", "two brushes of bare wire"),
    puts=_puts,
)
