"""Which numbers of an iron-cored motor are tuned first, and which a trial notes."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign


def cored_tunes(design: CoredDesign) -> tuple[str, ...]:
    """Distance of the magnets, timing, turns, gauge, gap of the commutator, pressure of the brushes."""
    size = "/wire/size/awg" if design.wire.size.by == "gauge" else "/wire/size/diameter_mm"
    return (
        "/gap/distance_mm",
        "/commutator/offset_deg",
        "/winding/turns",
        size,
        "/commutator/gap_deg",
        "/brushes/force_mN",
    )


def cored_as_built(design: CoredDesign) -> tuple[str, ...]:
    """Distance, timing, turns."""
    return ("/gap/distance_mm", "/commutator/offset_deg", "/winding/turns")
