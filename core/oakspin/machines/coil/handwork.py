"""What a rotating coil takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.machines.coil.shape import CoilMotor


def coil_handwork(design: CoilMotor) -> tuple[str, ...]:
    """Ids of all of it."""
    given = {
        "turns": True,
        "open": design.kind == "lobes",
        "tied": design.tails.tied,
        "in_line": True,
        "stops": design.supports.stops,
        "bare_part": design.wire.finish != "bare",
        "seats": True,
        "apart": True,
        "feeds": True,
        "clips": True,
        "pole": True,
        "gap": True,
        "second": design.second != "none",
        "fan": design.fan.mass_g > 0,
        "rests": True,
    }
    return tuple(each for each, there in given.items() if there)
