"""What a frame motor takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign


def frame_handwork(design: FrameDesign) -> tuple[str, ...]:
    """Ids of all of it."""
    ring, held = design.feet.type == "ring", design.turns == "battery"
    bared = design.wire.finish in ("enameled", "plastic")
    given = {
        "bare": bared,
        "bright": not bared and design.surface == "sanded",
        "outline": True,
        "joints": design.outline.legs > 2 or ring,
        "gap": True,
        "height": True,
        "pole": True,
        "end_up": True,
        "upright": True,
        "count": True,
        "on_point": held,
        "seat": True,
        "level": not held,
        "held": held,
        "decoration": design.outline.decoration.mass_g > 0,
    }
    return tuple(each for each, there in given.items() if there)
