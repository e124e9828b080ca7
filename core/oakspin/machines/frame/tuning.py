"""Which numbers of a frame motor are tuned first, and which a trial notes."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign


def _size(design: FrameDesign) -> str:
    return "/wire/size/awg" if design.wire.size.by == "gauge" else "/wire/size/diameter_mm"


def frame_tunes(design: FrameDesign) -> tuple[str, ...]:
    """Gap and height of the feet, magnets, wire."""
    return ("/feet/gap_mm", "/feet/height_mm", "/magnets/count", _size(design))


def frame_as_built(design: FrameDesign) -> tuple[str, ...]:
    """Gap and height of the feet."""
    return ("/feet/gap_mm", "/feet/height_mm")
