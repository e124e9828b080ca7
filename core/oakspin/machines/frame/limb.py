"""What a leg of a frame is made of: round wire, or a strip of sheet; SI units."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oakspin.design.frame import FrameDesign
from oakspin.parts.catalogue import Metal
from oakspin.parts.wire import wire_diameter, wire_metal, wire_section

# Air along a strip of a few mm at about 1 m/s drags at it as at a wire of this share of its width:
# 2 x 1.33 / sqrt(Re) of a flat plate in laminar flow; F. White, Viscous Fluid Flow.
ALONG = 0.11


@dataclass(frozen=True)
class Limb:
    """Section in m2, half its thickness toward the axis, width that meets the air and girth that cools, in m.

    ``stiff`` is the second moment of the section in m4 as it is bent toward the axis; ``patch`` the area in m2 that a
    foot lays against the rim.
    """

    metal: Metal
    section: float
    inner: float
    air: float
    girth: float
    stiff: float
    patch: float

    @property
    def round(self) -> float:
        """Diameter in m of round wire of the same section."""
        return math.sqrt(4 * self.section / math.pi)

    def give(self, force: float, length: float) -> float:
        """How far in m the free end yields to a side force in N (cantilever)."""
        return force * length**3 / (3 * self.metal.stiffness * self.stiff)


def limb_of(design: FrameDesign) -> Limb:
    """The limb of a design."""
    metal, band = wire_metal(design.wire), design.band
    if band is None:
        d = wire_diameter(design.wire)
        return Limb(metal, wire_section(d), d / 2, d, math.pi * d, math.pi * d**4 / 64, 3 * d**2)
    wide, thin = band.width_mm * 1e-3, band.thickness_mm * 1e-3
    return Limb(
        metal, wide * thin, thin / 2, thin + ALONG * wide, 2 * (wide + thin), wide * thin**3 / 12, wide * 3 * thin
    )
