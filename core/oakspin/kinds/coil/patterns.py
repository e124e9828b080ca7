"""Ways to bare the leads that practitioners use, and where a bared arc does best."""

from __future__ import annotations

from typing import Any

from oakspin.design.coil import ALL_ROUND, HALF, QUARTER_STRIP, Arc, Lead, Strip
from oakspin.machines.coil.shape import CoilMotor

UPRIGHT = 90.0  # degrees from the face normal: the coil stands upright when this place is on top
PAINTED = Lead(bared="arcs", arcs=[Arc(center_deg=UPRIGHT, width_deg=180)], rest="marker")

PATTERNS: dict[str, Strip] = {
    "one all round, other half": Strip(left=ALL_ROUND, right=HALF),
    "both half": Strip(left=HALF, right=HALF),
    "both bare, half painted": Strip(left=ALL_ROUND, right=PAINTED),
    "one all round, other two quarters": QUARTER_STRIP,
    "both all round": Strip(left=ALL_ROUND, right=ALL_ROUND),
}


def plain(strip: Strip) -> dict[str, Any]:
    """The pattern as it stands in a design's file."""
    return strip.model_dump(mode="json")


def good_pattern(design: CoilMotor) -> Strip:
    """The pattern that only one angle can spoil: a half for a coil, two quarters for two lobes."""
    return QUARTER_STRIP if design.kind == "lobes" else PATTERNS["one all round, other half"]


def nearest_upright(center: float) -> float:
    """The nearest place of an arc's middle at which current flows while the coil stands upright."""
    return UPRIGHT + 180.0 * round((center - UPRIGHT) / 180.0)
