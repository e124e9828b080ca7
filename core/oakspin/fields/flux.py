"""Flux and field of axially magnetized discs and rings, in closed form.

An axially magnetized cylinder is a current sheet of Br/mu0 amperes per metre on its side.
Frame: the magnet's axis is z, its middle at z = 0, magnetisation along +z for Br > 0.
"""

from __future__ import annotations

import numpy as np
import scipy  # loads scipy.special at its first use: the server starts without it
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]

NEAR_AXIS = 1e-4  # share of the radius: closer in, the area rule loses less than the integrals do
_TINY = 1e-30  # keeps the integrals finite on the edge; shifts nothing that 64 bits can show


def _sheet_flux(radius: float | Array, r: Array, zeta: Array) -> Array:
    """Flux per tesla through the coaxial circle of radius r, of a sheet from height 0 to zeta; m2."""
    total = (radius + r) ** 2
    slant2 = total + zeta**2
    h2 = 4 * radius * r / total
    k2 = 4 * radius * r / slant2
    gap2 = ((radius - r) / (radius + r)) ** 2
    k2_complement = np.maximum(((radius - r) ** 2 + zeta**2) / slant2, _TINY)
    first = scipy.special.ellipkm1(k2_complement)
    # On the sheet itself the third integral grows without bound, but slower than gap2 falls.
    third = first + h2 / 3 * scipy.special.elliprj(0.0, k2_complement, 1.0, np.maximum(gap2, _TINY))
    bracket = (k2 + h2 - h2 * k2) / (h2 * k2) * first - scipy.special.ellipe(k2) / k2 - gap2 / h2 * third
    return np.asarray(np.sqrt(radius * r * k2) * zeta * bracket)


def cylinder_flux(r: ArrayLike, z: ArrayLike, *, radius: float | Array, length: float | Array) -> Array:
    """Flux up through a coaxial circle, per tesla of remanence.

    Parameters
    ----------
    r, z : array_like, any shapes that broadcast, m
        Radius (0 or more) and height of the circle. On the rim itself the value is finite.
    radius, length : float, or ndarray that broadcasts with r and z, m
        Of the cylinder.

    Returns
    -------
    ndarray, m2
        Multiply by the remanence in tesla for webers. Even in z. Falls as r^2/z^3 far away,
        where about (distance / radius)^3 * 1e-16 of relative precision is lost.

    Source
    ------
    E. Callaghan and S. Maslen, NASA TN D-465 (1960): vector potential of a finite solenoid.

    Example
    -------
    >>> bool(abs(cylinder_flux(1e-6, 0.0, radius=1.0, length=200.0) / (3.14159265e-12) - 1) < 1e-4)
    True
    """
    at_r, at_z = np.broadcast_arrays(np.asarray(r, float), np.asarray(z, float))
    inside = np.maximum(at_r, NEAR_AXIS * radius)
    # Both ends in one call: for short arrays the calls cost more than the numbers.
    upper, lower = _sheet_flux(radius, inside, np.stack([at_z + length / 2, at_z - length / 2]))
    flux = upper - lower
    # Close to the axis the flux is the axis field times the circle's area.
    return np.asarray(flux * np.minimum(at_r / inside, 1.0) ** 2)


def _sheet_field(radius: float, r: Array, zeta: Array) -> tuple[Array, Array]:
    """(B_r, B_z) per tesla of a sheet's end at height zeta below the point."""
    slant2 = (radius + r) ** 2 + zeta**2
    kc2 = np.maximum(((radius - r) ** 2 + zeta**2) / slant2, _TINY)
    gamma = (radius - r) / (radius + r)
    gamma2 = np.maximum(gamma**2, _TINY)
    first = scipy.special.elliprf(0.0, kc2, 1.0)
    across = radius / np.sqrt(slant2) * (first - 2 / 3 * scipy.special.elliprd(0.0, kc2, 1.0))
    along = first + (gamma - gamma2) / 3 * scipy.special.elliprj(0.0, kc2, 1.0, gamma2)
    return np.asarray(across), np.asarray(zeta / np.sqrt(slant2) * radius / (radius + r) * along)


def cylinder_field(r: ArrayLike, z: ArrayLike, *, radius: float, length: float) -> tuple[Array, Array]:
    """Field (B_r, B_z) per tesla of remanence; not defined on the edges of the cylinder.

    Parameters
    ----------
    r, z : array_like, any shapes that broadcast, m
    radius, length : float, m

    Returns
    -------
    tuple of ndarray, dimensionless (T per T)

    Source
    ------
    N. Derby and S. Olbert, Am. J. Phys. 78, 229 (2010), equations 4 to 6.
    """
    at_r, at_z = np.broadcast_arrays(np.asarray(r, float), np.asarray(z, float))
    upper = _sheet_field(radius, at_r, at_z + length / 2)
    lower = _sheet_field(radius, at_r, at_z - length / 2)
    return np.asarray((upper[0] - lower[0]) / np.pi), np.asarray((upper[1] - lower[1]) / np.pi)


def axis_field(z: ArrayLike, *, radius: float | Array, length: float | Array) -> Array:
    """B_z on the axis per tesla of remanence, at height z from the middle; exact at any distance.

    Source: Derby and Olbert (2010), equation 1.
    """
    low, high = np.asarray(z, float) - length / 2, np.asarray(z, float) + length / 2
    return np.asarray((high / np.hypot(high, radius) - low / np.hypot(low, radius)) / 2)


def face_flux(radius: float, hole: float, length: float) -> float:
    """Flux per tesla through the rim of a disc's or ring's face in air, m2."""
    face = float(cylinder_flux(radius, length / 2, radius=radius, length=length))
    return face - float(cylinder_flux(radius, length / 2, radius=hole, length=length)) if hole else face
