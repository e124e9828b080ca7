"""What a hanging rotor takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign


def hanging_handwork(design: HangingDesign) -> tuple[str, ...]:
    """Ids of all of it."""
    bared = design.wire.finish in ("enameled", "plastic")
    given = {
        "bare": bared,
        "bright": not bared and design.surface == "sanded" and design.lead.tip == "bare",
        "steel": True,
        "point": True,
        "centered": design.magnets.count > 0,
        "pole": design.magnets.count > 0,
        "rings": design.rings_above > 0,
        "flag": design.flag.mass_g > 0,
        "end_up": True,
        "lead_top": True,
        "lead_touch": True,
    }
    return tuple(each for each, there in given.items() if there)
