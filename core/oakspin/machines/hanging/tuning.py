"""Which numbers of a hanging rotor are tuned first, and which a trial notes."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign


def hanging_tunes(design: HangingDesign) -> tuple[str, ...]:
    """Height of the lead, magnets, screw, flag."""
    return ("/lead/height_mm", "/magnets/count", "/magnets/diameter_mm", "/screw/length_mm", "/flag/area_mm2")


def hanging_as_built(design: HangingDesign) -> tuple[str, ...]:
    """Height of the lead, length of the screw."""
    return ("/lead/height_mm", "/screw/length_mm", "/screw/tip_mm")
