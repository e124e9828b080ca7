"""A wire jumps over a magnet: which way, and whether its push is more than its weight."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from oakspin.constants import GRAVITY
from oakspin.draws import Array
from oakspin.fields.stack import Stack
from oakspin.kinds.geometry import Label, Shape
from oakspin.rounding import rounded
from oakspin.warmups.circuit import COPPER, amperes
from oakspin.warmups.warmup import POLE_ROLES, REMANENCE, Chance, Drawn, Values, WarmUp, WarmUpDial, WarmUpResult, box

LEADS = 0.3  # m of wire from the cell and back, beside what hangs over the magnet
POINTS = 200
SWINGS = 0.05  # of its weight, from which a hanging wire is seen to swing
WAYS = ("to the right", "to the left")
POLES = ("N", "S")


def side_push(radius: float, length: float, gap: float, span: float) -> float:
    """Push on a straight wire over a disc, N per ampere and tesla of remanence, level and square to the wire.

    The wire runs ``gap`` m over the upper face, across its middle, ``span`` m long. Source: the force I dl x B along.
    """
    along = np.linspace(-span / 2, span / 2, POINTS)
    points = np.stack([along, np.zeros(POINTS), np.full(POINTS, length + gap)], axis=1)
    upright = Stack(radius, 0.0, length, 1.0).field(points)[:, 2]
    return float(np.trapezoid(upright, along))


def _found(values: Values, chance: Chance) -> WarmUpResult:
    span, wire = values["span_mm"] * 1e-3, values["wire_mm"]
    current = amperes(span + LEADS, wire) * chance["current"]
    each = side_push(values["magnet_mm"] * 0.5e-3, values["thick_mm"] * 1e-3, values["gap_mm"] * 1e-3, span)
    force: Array = current * each * REMANENCE * chance["remanence"]
    weight = COPPER.density * np.pi / 4 * (wire * 1e-3) ** 2 * span * GRAVITY
    # Current to the right over N, which points up: the wire is pushed toward the viewer.
    toward = (values["way"] == 0) == (values["pole"] == 0)
    ratio = force / weight
    swings = ratio > SWINGS

    def why(middle: Mapping[str, float]) -> str:
        where = "toward you" if toward else "away from you"
        much = middle["ratio"]
        sentence = (
            f"The field points {'up' if values['pole'] == 0 else 'down'}, the current runs {WAYS[int(values['way'])]}"
        )
        if much <= SWINGS:
            return f"{sentence}: the push goes {where}, but it is too small beside the wire's weight to be seen."
        more = (
            f"{rounded(much, 2)} times its weight: it jumps"
            if much > 1
            else f"{100 * much:.0f} % of its weight: it swings"
        )
        return f"{sentence}: the push goes {where}, square to both. It is {more}."

    none = np.zeros(ratio.shape, bool)
    return WarmUpResult(
        does={
            "toward": swings if toward else none,
            "away": none if toward else swings,
            "stays": ~swings,
        },
        figures={
            "force": ("Push", "mN", force * 1e3),
            "ratio": ("Push over the wire's weight", "", ratio),
            "current": ("Current", "A", current),
        },
        why=why,
        drawn=_drawn(values),
    )


def _drawn(values: Values) -> Drawn:
    wide, thick, gap, span = (values[name] for name in ("magnet_mm", "thick_mm", "gap_mm", "span_mm"))
    upper, lower = ("N", "S") if values["pole"] == 0 else ("S", "N")
    shapes: tuple[Shape, ...] = (
        box(POLE_ROLES[upper], 0, -thick / 4, wide, thick / 2, upper),
        box(POLE_ROLES[lower], 0, -3 * thick / 4, wide, thick / 2, lower),
        Shape("wire", ((-span / 2, gap), (span / 2, gap)), False),
    )
    arrow = "→" if values["way"] == 0 else "←"
    labels = (Label(span / 2 + 8, gap, arrow, strong=True), Label(0, gap + 8, "wire, seen from the side"))
    return Drawn(shapes, labels, (-span / 2 - 14, -thick - 10, span / 2 + 20, gap + 20))


JUMP = WarmUp(
    id="jump",
    name="A wire jumps over a magnet",
    needs=("disc magnet", "bare or enameled copper wire", "an AA cell", "tape"),
    build="Hang the wire in a wide loop close over the magnet's face, both ends taped so that it can swing.",
    question="The cell is touched. Which way does the wire go?",
    options=(("toward", "toward you"), ("away", "away from you"), ("stays", "it stays")),
    dials=(
        WarmUpDial("span_mm", "Wire that hangs", "mm", 20, 300, 5, 100),
        WarmUpDial("wire_mm", "Wire across", "mm", 0.1, 1.5, 0.05, 0.3),
        WarmUpDial("gap_mm", "Gap over the magnet", "mm", 0.5, 40, 0.5, 3),
        WarmUpDial("magnet_mm", "Magnet across", "mm", 3, 50, 0.5, 15),
        WarmUpDial("thick_mm", "Magnet thick", "mm", 1, 30, 0.5, 5),
        WarmUpDial("pole", "Pole that is up", "", 0, 1, 1, 0, POLES),
        WarmUpDial("way", "Current runs", "", 0, 1, 1, 0, WAYS),
    ),
    say="Field, current and push are square to each other. Turn over magnet or cell, and it goes the other way.",
    source="Force on a current along the wire, in a disc's field by elliptic integrals, Derby and Olbert (2010).",
    found=_found,
    caution="Touch the cell for a second only: wire and cell get hot.",
)
