"""Field of a disc or ring magnetized across its axis, along x.

The magnet is the pole charge Br cos(phi) on its side. The sum up the side is done in closed
form; the sum round it by equal steps, which converges faster than any power of the step for
points off the surface.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from oakspin.fields.flux import Array


def transverse_field(
    r: ArrayLike, z: ArrayLike, *, radius: float, length: float, steps: int = 1440
) -> tuple[Array, Array, Array]:
    """Amplitudes (b_r, b_phi, b_z) of the field of a cylinder magnetized along x.

    B_r = b_r cos(phi), B_phi = b_phi sin(phi), B_z = b_z cos(phi) per tesla of remanence.

    Parameters
    ----------
    r, z : array_like, shape (points,), m
        Outside the magnet and at least ``4 pi radius / steps`` from its side.
    radius, length : float, m
    steps : int
        Equal steps round the side.

    Returns
    -------
    tuple of ndarray, shape (points,)

    Source
    ------
    Coulomb's law for the pole charge; checked against A. Caciagli et al. (2018) in the tests.
    """
    at_r = np.asarray(r, float)[:, None]
    at_z = np.asarray(z, float)[:, None]
    phi = (np.arange(steps) + 0.5) * 2 * np.pi / steps
    charge = np.cos(phi) * radius * (2 * np.pi / steps) / (4 * np.pi)
    along_x = at_r - radius * np.cos(phi)
    flat2 = along_x**2 + (radius * np.sin(phi)) ** 2
    high, low = at_z + length / 2, at_z - length / 2
    far_high, far_low = np.sqrt(flat2 + high**2), np.sqrt(flat2 + low**2)
    column = (high / far_high - low / far_low) / flat2
    b_r = (charge * along_x * column).sum(axis=1)
    b_z = (charge * (1 / far_low - 1 / far_high)).sum(axis=1)
    # Seen from phi = 90 degrees the charge is -sin: there B_phi is -B_x.
    b_phi = (radius**2 * np.sin(phi) ** 2 * column).sum(axis=1) * (2 * np.pi / steps) / (4 * np.pi)
    return np.asarray(b_r), np.asarray(b_phi), np.asarray(b_z)
