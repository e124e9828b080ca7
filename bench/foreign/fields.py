"""Fields of round magnets as stacks of current loops, each by complete elliptic integrals."""

from __future__ import annotations

import numpy as np
import scipy
from numpy.typing import NDArray

Array = NDArray[np.float64]

MU_0 = 4e-7 * np.pi
LOOPS = 24  # of one magnet's sheet


class Sheet:
    """The current sheet of a stack of round magnets magnetized along its axis, ``at`` its middle, SI units.

    ``sign`` is that of the pole that looks up.
    """

    def __init__(self, radius: float, length: float, remanence: float, at: float = 0.0, sign: float = 1.0) -> None:
        self.radius = radius
        self.places = at + length * ((np.arange(LOOPS) + 0.5) / LOOPS - 0.5)
        self.current = sign * remanence / MU_0 * length / LOOPS

    def flux(self, r: Array | float, z: Array | float) -> Array:
        """Flux up through a coaxial circle of radius ``r`` at height ``z``, in Wb."""
        r, up = np.asarray(r, float)[..., None], np.asarray(z, float)[..., None] - self.places
        m = 4 * self.radius * r / ((self.radius + r) ** 2 + up**2)
        k, e = scipy.special.ellipk(m), scipy.special.ellipe(m)
        potential = MU_0 * self.current / (np.pi * np.sqrt(m)) * np.sqrt(self.radius / r) * ((1 - m / 2) * k - e)
        return np.asarray(2 * np.pi * r[..., 0] * potential.sum(axis=-1))

    def field(self, places: Array) -> Array:
        """The field at places of shape (..., 3), in T."""
        x, y, up = places[..., 0], places[..., 1], places[..., 2][..., None] - self.places
        r = np.maximum(np.hypot(x, y), 1e-9)[..., None]
        far, near = (self.radius + r) ** 2 + up**2, (self.radius - r) ** 2 + up**2
        m = 4 * self.radius * r / far
        k, e = scipy.special.ellipk(m), scipy.special.ellipe(m)
        scale = MU_0 * self.current / (2 * np.pi * np.sqrt(far))
        along = (scale * (k + (self.radius**2 - r**2 - up**2) / near * e)).sum(axis=-1)
        out = (scale * up / r * (-k + (self.radius**2 + r**2 + up**2) / near * e)).sum(axis=-1)
        return np.stack([out * x / r[..., 0], out * y / r[..., 0], along], axis=-1)
