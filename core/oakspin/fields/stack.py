"""A magnet stack standing in space, with the image that the cell's can makes of it.

Frame: z up, the bench under the stack at z = 0. A stack with N up has a positive remanence.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

import numpy as np
from numpy.typing import ArrayLike

from oakspin.draws import Array
from oakspin.fields.flux import cylinder_field, cylinder_flux
from oakspin.fields.transverse import transverse_field


@dataclass(frozen=True)
class Stack:
    """Disc or ring stack on the bench.

    Parameters
    ----------
    radius, hole, length : float, m
        ``hole`` is the radius of the hole, 0 for a disc.
    remanence : float, T
        Positive: N up (or along +x when ``across``).
    across : bool
        Magnetised along a diameter instead of the axis.
    image : float
        Strength of the image in the plane z = ``length``; 0 without steel.
    steps : int
        Steps round the side when magnetised across: see ``transverse_field``.
    """

    radius: float
    hole: float
    length: float
    remanence: float
    across: bool = False
    image: float = 0.0
    steps: int = 1440

    def flux(self, r: ArrayLike, z: ArrayLike) -> tuple[Array, Array]:
        """Flux up through the coaxial circle, Wb: (of the magnet itself, of its whole image).

        Kept apart so that the image's strength can carry a spread. Both are nought when the
        stack is magnetised across: what goes up on one side comes down on the other.
        """
        if self.across:
            nothing = np.zeros(np.broadcast_shapes(np.shape(r), np.shape(z)))
            return nothing, nothing
        height = np.asarray(z, float)
        own, image = self._solid_flux(r, np.stack([height - self.length / 2, height - 1.5 * self.length]))
        return own, image

    def _solid_flux(self, r: ArrayLike, z: Array) -> Array:
        flux = cylinder_flux(r, z, radius=self.radius, length=self.length)
        if self.hole:
            flux = flux - cylinder_flux(r, z, radius=self.hole, length=self.length)
        return np.asarray(self.remanence * flux)

    def field(self, points: Array) -> Array:
        """Field in T at points of shape (points, 3) in m outside the magnet; same shape."""
        x, y, z = points.T
        r = np.maximum(np.hypot(x, y), 1e-9)
        cos, sin = x / r, y / r
        b_r, b_phi, b_z = self._polar(r, z, cos, sin)
        return np.stack([b_r * cos - b_phi * sin, b_r * sin + b_phi * cos, b_z], axis=1)

    def potential(self, points: Array) -> Array:
        """Vector potential in T m at points of shape (points, 3) in m, image left out; not where magnetized across.

        It goes round the axis: the flux through the coaxial circle over the length of that circle.
        """
        x, y, z = points.T
        r = np.maximum(np.hypot(x, y), 1e-9)
        round_ = self._solid_flux(r, z - self.length / 2) / (2 * np.pi * r**2)
        return np.stack([-y * round_, x * round_, np.zeros_like(r)], axis=1)

    def _polar(self, r: Array, z: Array, cos: Array, sin: Array) -> tuple[Array, Array, Array]:
        middle = self.length / 2
        if self.across:
            b_r, b_phi, b_z = self._rings(partial(transverse_field, steps=self.steps), r, z - middle)
            return b_r * cos, b_phi * sin, b_z * cos
        b_r, b_z = self._rings(cylinder_field, r, z - middle)
        if self.image:
            more_r, more_z = self._rings(cylinder_field, r, z - 3 * middle)
            b_r, b_z = b_r + self.image * more_r, b_z + self.image * more_z
        return b_r, np.zeros_like(r), b_z

    def _rings(self, law, r: Array, z: Array) -> tuple[Array, ...]:  # type: ignore[no-untyped-def]
        parts = law(r, z, radius=self.radius, length=self.length)
        if self.hole:
            inner = law(r, z, radius=self.hole, length=self.length)
            parts = tuple(solid - gone for solid, gone in zip(parts, inner, strict=True))
        return tuple(self.remanence * part for part in parts)
