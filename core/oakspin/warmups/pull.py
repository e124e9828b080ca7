"""A coil attracts a magnet or pushes it away: which of them, and how hard."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from oakspin.constants import GRAVITY
from oakspin.draws import Array
from oakspin.fields.flux import cylinder_flux
from oakspin.kinds.geometry import Label, Shape
from oakspin.warmups.circuit import amperes, coil_length
from oakspin.warmups.warmup import (
    DENSITY,
    POLE_ROLES,
    REMANENCE,
    Chance,
    Drawn,
    Values,
    WarmUp,
    WarmUpDial,
    WarmUpResult,
    box,
)

STEP = 1e-5  # m, over which the flux's slope is taken
SLIDES = 0.35  # of its weight, that friction on paper holds; bench experience
WAYS = ("counterclockwise", "clockwise")
POLES = ("N", "S")


def coil_force(turns: float, radius: float, current: Array, magnet: tuple[float, float], gap: float) -> Array:
    """Force in N per tesla of remanence between a coil and a coaxial disc; less than 0 pulls. Lengths in m.

    ``magnet`` is radius and length, ``gap`` from the coil's middle to the near face. The current runs counterclockwise
    as seen from the magnet, whose N faces the coil: both face each other with like poles, and push.
    Source: force on a current in a field, as the slope of the flux through the coil.
    """
    disc, long = magnet
    middle = gap + long / 2
    above, below = (cylinder_flux(radius, middle + by, radius=disc, length=long) for by in (STEP, -STEP))
    slope = (above - below) / (2 * STEP)
    return np.asarray(-turns * current * slope)


def _found(values: Values, chance: Chance) -> WarmUpResult:
    turns, wide, gap = values["turns"], values["coil_mm"], values["gap_mm"]
    disc, thick = values["magnet_mm"], values["thick_mm"]
    current = amperes(coil_length(turns, wide), values["wire_mm"]) * chance["current"]
    alike = (values["way"] == 0) == (values["pole"] == 0)
    per_tesla = coil_force(turns, wide * 0.5e-3, current, (disc * 0.5e-3, thick * 1e-3), gap * 1e-3)
    force = (1.0 if alike else -1.0) * per_tesla * REMANENCE * chance["remanence"]
    weight = DENSITY * np.pi * (disc * 0.5e-3) ** 2 * thick * 1e-3 * GRAVITY
    moves = np.abs(force) > SLIDES * weight

    def why(middle: Mapping[str, float]) -> str:
        pole = "N" if values["way"] == 0 else "S"
        facing = POLES[int(values["pole"])]
        verb = "push each other away" if alike else "attract"
        slides = abs(middle["force"]) * 1e-3 > SLIDES * weight
        held = "" if slides else " But friction holds the magnet: the force is too small."
        return (
            f"Seen from the magnet the current runs {WAYS[int(values['way'])]}: the coil's near end is its {pole}. "
            f"It faces {facing}, so they {verb}.{held}"
        )

    return WarmUpResult(
        does={"pulls": moves & (force < 0), "pushes": moves & (force > 0), "stays": ~moves},
        figures={
            "force": ("Force", "mN", force * 1e3),
            "grams": ("As heavy as", "g", np.abs(force) / GRAVITY * 1e3),
            "current": ("Current", "A", current),
        },
        why=why,
        drawn=_drawn(values, float(np.median(force))),
        before=_drawn(values, 0.0),
    )


def _drawn(values: Values, force: float) -> Drawn:
    wide, gap, disc, thick = (values[name] for name in ("coil_mm", "gap_mm", "magnet_mm", "thick_mm"))
    facing = POLES[int(values["pole"])]
    other = "S" if facing == "N" else "N"
    near, far = gap + thick / 4, gap + 3 * thick / 4
    shapes: tuple[Shape, ...] = (
        box("winding", 0, 0, 6, wide, "coil"),
        box(POLE_ROLES[facing], near, 0, thick / 2, disc, facing),
        box(POLE_ROLES[other], far, 0, thick / 2, disc, other),
    )
    arrow = "→" if force > 0 else "←" if force < 0 else "?"
    labels = (
        Label(0, wide / 2 + 4, "coil"),
        Label(gap + thick / 2, disc / 2 + 8, arrow, strong=True),
        Label(gap / 2, -wide / 2 - 8, f"{gap:g} mm"),
    )
    reach = max(wide, disc) / 2 + 16
    return Drawn(shapes, labels, (-20.0, -reach, gap + thick + 30.0, reach))


PULL = WarmUp(
    id="pull",
    name="A coil pulls or pushes a magnet",
    needs=("disc magnet", "enameled copper wire", "an AA cell", "a sheet of paper"),
    build="Wind the turns, bare both ends. Stand coil and magnet on edge on smooth paper, face to face.",
    question="The cell is connected. What does the magnet do?",
    options=(("pulls", "it comes to the coil"), ("pushes", "it goes away"), ("stays", "it stays")),
    dials=(
        WarmUpDial("turns", "Turns", "", 1, 100, 1, 30),
        WarmUpDial("coil_mm", "Coil across", "mm", 5, 60, 1, 20),
        WarmUpDial("gap_mm", "Gap", "mm", 1, 60, 1, 5),
        WarmUpDial("magnet_mm", "Magnet across", "mm", 3, 30, 0.5, 10),
        WarmUpDial("thick_mm", "Magnet thick", "mm", 1, 20, 0.5, 3),
        WarmUpDial("pole", "Pole that faces the coil", "", 0, 1, 1, 0, POLES),
        WarmUpDial("way", "Current, seen from the magnet", "", 0, 1, 1, 0, WAYS),
        WarmUpDial("wire_mm", "Wire across", "mm", 0.1, 1.5, 0.05, 0.4),
    ),
    say="A coil with current is a magnet with two ends. Like ends push, unlike pull; turn the cell to change them.",
    source="Force as current times the slope of a disc's flux through the coil, Callaghan and Maslen (1960).",
    found=_found,
    caution="Hot in seconds: touch the cell's ends only briefly. Count the magnets out and in.",
)
