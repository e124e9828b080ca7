"""A coil train from parts at hand: a cell with a stack on either end, and a track wound of bare wire."""

from __future__ import annotations

from typing import Any

from oakspin.design.battery import Battery
from oakspin.design.train import TrainDesign
from oakspin.kinds.recipe import Fields, Free, Picked, Place, Recipe, Values, lands
from oakspin.machines.train.shape import train_shape
from oakspin.parts.cell import cell_of

MOST_STACKED = 4
STACKS = 2
ROOM = (0.3, 5.0)  # mm that the former is thicker than the thickest of the train


def _fits(place: Place, fields: Fields) -> str:
    if place == "magnet" and fields["shape"] == "block":
        return "the train rolls through a round bore"
    if place == "wire" and fields["finish"] != "bare":
        return "the track must conduct along its inside: it takes bare wire"
    if place == "cell" and not cell_of(Battery.model_validate(fields)).stands:
        return "this battery is not round"
    return ""


def _free(picked: Picked) -> tuple[Free, ...]:
    return (
        Free("room", *ROOM),
        Free("stack", 1, MOST_STACKED, whole=True, of="magnet", per=STACKS),
        Free("length", 200, 1000),
    )


def _made(picked: Picked, values: Values) -> dict[str, Any]:
    cell = cell_of(Battery.model_validate(picked["cell"]))
    stack = {**picked["magnet"], "count": round(values["stack"])}
    widest = max(cell.diameter_mm, stack["diameter_mm"])
    return {
        "battery": picked["cell"],
        "front": stack,
        "rear": stack,
        "wire": picked["wire"],
        "track": {
            "former_mm": round(widest + values["room"], 1),
            "length": {"by": "length", "length_mm": float(round(values["length"], -1))},
        },
    }


def _puts(place: Place, fields: Fields) -> dict[str, Any]:
    return {"front": fields, "rear": fields} if place == "magnet" else lands(place, fields)


def _span(design: TrainDesign) -> float:
    return train_shape(design).long * 1e3


TRAIN_RECIPE = Recipe(
    places=("cell", "magnet", "wire"),
    fits=_fits,
    free=_free,
    made=_made,
    axes=(("room", "stack"), ("room", "length")),
    span_mm=_span,
    least={"magnet": STACKS},
    others=("a rod to wind the track on",),
    puts=_puts,
    travels=True,
)
