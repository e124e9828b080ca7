"""What a roller takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.design.roller import RollerDesign


def roller_handwork(design: RollerDesign) -> tuple[str, ...]:
    """Ids of all of it."""
    given = {
        "flat": True,
        "bright": design.surface == "sanded",
        "facing": True,
        "pole": True,
        "centered": True,
        "end_near": True,
        "on_sheet": True,
    }
    return tuple(each for each, there in given.items() if there)
