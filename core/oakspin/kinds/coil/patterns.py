"""Ways to bare the leads that practitioners use, and where a bared arc does best."""

from __future__ import annotations

import math
from typing import Any

from oakspin.design.coil import ALL_ROUND, HALF, QUARTER_STRIP, Arc, Lead, Strip
from oakspin.machines.coil.shape import CoilMotor, magnet_turn

UPRIGHT = 90.0  # degrees from the face normal: the coil stands upright when this place is on top
PAINTED = Lead(bared="arcs", arcs=[Arc(center_deg=UPRIGHT, width_deg=180)], rest="marker")

PATTERNS: dict[str, Strip] = {
    "one all round, other half": Strip(left=ALL_ROUND, right=HALF),
    "both half": Strip(left=HALF, right=HALF),
    "both bare, half painted": Strip(left=ALL_ROUND, right=PAINTED),
    "one all round, other two quarters": QUARTER_STRIP,
    "both all round": Strip(left=ALL_ROUND, right=ALL_ROUND),
}


def driven_place(design: CoilMotor) -> float:
    """Degrees from the face normal of the middle of an arc that lets current flow while the magnets push best."""
    return UPRIGHT - math.degrees(magnet_turn(design))


def patterns(design: CoilMotor) -> dict[str, Strip]:
    """Every pattern, its arcs turned to where the magnets of the design lie."""
    turned = driven_place(design) - UPRIGHT
    return {name: strip if not turned else _turned(strip, turned) for name, strip in PATTERNS.items()}


def _turned(strip: Strip, by: float) -> Strip:
    def lead(of: Lead) -> Lead:
        arcs = [arc.model_copy(update={"center_deg": arc.center_deg + by}) for arc in of.arcs]
        return of.model_copy(update={"arcs": arcs})

    return Strip(left=lead(strip.left), right=lead(strip.right))


def plain(strip: Strip) -> dict[str, Any]:
    """The pattern as it stands in a design's file."""
    return strip.model_dump(mode="json")


def good_pattern(design: CoilMotor) -> Strip:
    """The pattern that only one angle can spoil: a half for a coil, two quarters for two lobes."""
    quarters = design.kind == "lobes"
    return patterns(design)["one all round, other two quarters" if quarters else "one all round, other half"]


def nearest_driven(design: CoilMotor, center: float) -> float:
    """The nearest place of an arc's middle at which current flows while the magnets push best."""
    best = driven_place(design)
    return best + 180.0 * round((center - best) / 180.0)
