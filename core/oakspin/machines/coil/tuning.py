"""Which numbers of a rotating coil are tuned first, which a trial notes, and which may be arrays."""

from __future__ import annotations

from oakspin.machines.coil.shape import CoilMotor

COIL_ARRAYS = (
    "/gap_mm",
    "/coil/turns",
    "/lobes/turns",
    "/wire/size/*",
    "/strip/*/arcs/*/width_deg",
    "/strip/*/arcs/*/center_deg",
    "/tails/length_mm",
    "/tails/off_opposite_mm",
    "/imbalance_mm",
    "/flick/turns_per_s",
    "/fan/mass_g",
    "/fan/radius_mm",
    "/fan/area_mm2",
    "/battery/used_percent",
)


def _turns(design: CoilMotor) -> str:
    return "/lobes/turns" if design.kind == "lobes" else "/coil/turns"


def _arc(design: CoilMotor) -> str | None:
    for name, lead in (("right", design.strip.right), ("left", design.strip.left)):
        if lead.bared == "arcs":
            return f"/strip/{name}/arcs/0"
    return None


def coil_tunes(design: CoilMotor) -> tuple[str, ...]:
    """Turns, gauge, gap, place and width of the bared arc."""
    size = "/wire/size/awg" if design.wire.size.by == "gauge" else "/wire/size/diameter_mm"
    arc = _arc(design)
    return (_turns(design), size, "/gap_mm", *((f"{arc}/center_deg", f"{arc}/width_deg") if arc else ()))


def coil_as_built(design: CoilMotor) -> tuple[str, ...]:
    """Gap, turns, place and width of the bared arc."""
    arc = _arc(design)
    return ("/gap_mm", _turns(design), *((f"{arc}/center_deg", f"{arc}/width_deg") if arc else ()))
