"""A coil turns a compass needle: which way, and how far, against the earth's own field."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from oakspin.fields.loop import loop_on_axis
from oakspin.kinds.geometry import Label, Shape
from oakspin.warmups.circuit import amperes, coil_length
from oakspin.warmups.warmup import Chance, Drawn, Values, WarmUp, WarmUpDial, WarmUpResult, box

SEEN = 2.0  # degrees, below which nobody sees a needle turn
WAYS = ("counterclockwise", "clockwise")


def _found(values: Values, chance: Chance) -> WarmUpResult:
    turns, wide, away = values["turns"], values["diameter_mm"], values["distance_mm"]
    current = amperes(coil_length(turns, wide), values["wire_mm"]) * chance["current"]
    sense = 1.0 if values["way"] == 0 else -1.0
    field = sense * turns * current * loop_on_axis(wide * 0.5e-3, away * 1e-3)
    earth = values["earth_uT"] * 1e-6 * chance["earth"]
    angle = np.degrees(np.arctan2(field, earth))

    def why(middle: Mapping[str, float]) -> str:
        degrees = abs(middle["angle"])
        if degrees < SEEN:
            return "The coil's field is too weak here beside the earth's: the needle hardly moves."
        where = "away from the coil" if sense > 0 else "toward the coil"
        return (
            f"Seen from the compass the current runs {WAYS[int(values['way'])]}, so the coil's field points {where}: "
            f"its north end swings {degrees:.0f}° {where}. At 45° both fields are as strong."
        )

    return WarmUpResult(
        does={"away": angle > SEEN, "toward": angle < -SEEN, "stays": np.abs(angle) <= SEEN},
        figures={
            "angle": ("The needle turns by", "°", angle),
            "field": ("Field of the coil there", "µT", np.abs(field) * 1e6),
            "current": ("Current", "A", current),
        },
        why=why,
        drawn=_drawn(wide, away, float(np.median(angle))),
        before=_drawn(wide, away, 0.0),
    )


def _drawn(wide: float, away: float, angle: float) -> Drawn:
    """From above, north up; the coil to the west of the compass, its axis from west to east."""
    half, needle = wide / 2, max(14.0, wide / 2)
    east, north = np.sin(np.radians(angle)), np.cos(np.radians(angle))
    tip, side = np.array([east, north]) * needle, np.array([north, -east]) * 0.16 * needle
    middle = np.array([away, 0.0])

    def half_of(way: int) -> tuple[tuple[float, float], ...]:
        ends = (middle + way * tip, middle + side, middle - side)
        return tuple((float(x), float(y)) for x, y in ends)

    shapes = (
        box("winding", 0, 0, 6, wide, "coil"),
        Shape("north", half_of(1), True, "N"),
        Shape("south", half_of(-1), True, "S"),
    )
    north_at = away + needle + 10
    labels = (
        Label(0, half + 4, "coil"),
        Label(away, -needle - 8, f"{away:g} mm from the coil's middle"),
        Label(north_at, needle, "north ↑"),
    )
    reach = max(half, needle) + 14
    return Drawn(shapes, labels, (min(-20.0, away - needle - 6), -reach, north_at + 24, reach))


COMPASS = WarmUp(
    id="compass",
    name="A coil turns a compass",
    needs=("compass", "enameled copper wire", "an AA cell", "a tube to wind on"),
    build="Wind the turns on the tube, bare both ends. Stand the coil west of the compass, its axis from west to east.",
    question="The cell is connected. Where does the needle's north end go?",
    options=(("away", "away from the coil"), ("toward", "toward the coil"), ("stays", "it stays")),
    dials=(
        WarmUpDial("turns", "Turns", "", 1, 60, 1, 10),
        WarmUpDial("diameter_mm", "Coil across", "mm", 10, 120, 1, 40),
        WarmUpDial("distance_mm", "Compass away", "mm", 0, 300, 5, 60),
        WarmUpDial("way", "Current, seen from the compass", "", 0, 1, 1, 0, WAYS),
        WarmUpDial("wire_mm", "Wire across", "mm", 0.1, 1.5, 0.05, 0.5),
        WarmUpDial("earth_uT", "Earth's field along the ground", "µT", 5, 45, 1, 20),
    ),
    say="A current makes a field. Twice the turns, twice the field; turn the cell over, and it points the other way.",
    source="Field on the axis of a round coil by Biot and Savart; the needle lies along the sum of both fields.",
    found=_found,
    caution="This is nearly a short circuit: connect it for a few seconds only, it gets hot.",
)
