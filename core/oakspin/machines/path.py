"""Wire paths: smooth curves through points, and what follows from a path alone."""

from __future__ import annotations

import numpy as np

from oakspin.constants import AIR_DENSITY, AIR_VISCOSITY
from oakspin.draws import Array

PIECES = 8  # straight pieces between neighbouring corners


def smooth(corners: Array, pieces: int = PIECES) -> Array:
    """Curve through the corners that bends as a wire does (centripetal Catmull-Rom).

    Parameters
    ----------
    corners : ndarray, shape (corners, 2 or 3), m
        At least two, no two alike.
    pieces : int
        Straight pieces between neighbouring corners.

    Returns
    -------
    ndarray, shape ((corners - 1) * pieces + 1, 2 or 3)
        Passes through every corner.

    Source
    ------
    C. Yuksel, S. Schaefer, J. Keyser, Computer-Aided Design 43, 747 (2011).
    """
    ends = np.concatenate([[2 * corners[0] - corners[1]], corners, [2 * corners[-1] - corners[-2]]])
    knots = np.concatenate([[0.0], np.cumsum(np.sqrt(_lengths(ends[1:] - ends[:-1])))])
    # Four points and their knots for every stretch; shape (4, stretches, 1, 2 or 3).
    window = np.arange(4)[:, None] + np.arange(len(ends) - 3)
    k, p = knots[window][:, :, None, None], ends[window][:, :, None, :]
    t = k[1] + (k[2] - k[1]) * (np.arange(pieces) / pieces)[None, :, None]
    a = p[:-1] + (p[1:] - p[:-1]) * ((t - k[:-1]) / (k[1:] - k[:-1]))
    b = a[:-1] + (a[1:] - a[:-1]) * ((t - k[:-2]) / (k[2:] - k[:-2]))
    curve = b[0] + (b[1] - b[0]) * ((t - k[1]) / (k[2] - k[1]))
    return np.concatenate([curve.reshape(-1, corners.shape[1]), corners[-1:]])


def path_length(path: Array) -> float:
    """Length of a polyline in m."""
    return float(_lengths(path[1:] - path[:-1]).sum())


def denser(path: Array, pieces: int = 4) -> Array:
    """The same polyline with every stretch cut into so many pieces."""
    share = np.arange(pieces)[None, :, None] / pieces
    fine = path[:-1, None] + np.diff(path, axis=0)[:, None] * share
    return np.concatenate([fine.reshape(-1, path.shape[1]), path[-1:]])


def _lengths(steps: Array) -> Array:
    return np.asarray(np.sqrt(np.einsum("ij,ij->i", steps, steps)))


def turned(path: Array, angle: float) -> Array:
    """The path turned counterclockwise about the z axis."""
    if angle == 0:
        return path
    cos, sin = np.cos(angle), np.sin(angle)
    x, y, z = path.T
    return np.stack([cos * x - sin * y, sin * x + cos * y, z], axis=1)


class PathSums:
    """Length, centre, inertia and drag integrals of wire paths, per unit of what multiplies them.

    Attributes
    ----------
    length : float, m
    center : ndarray, shape (3,), m
        Centroid of the wire.
    inertia : float, m3
        Times mass per metre: moment about z.
    cubed, seven_thirds : float, m4 and m^(10/3)
        Integrals of r^3 and r^(7/3) along the wire, counting only its width across the motion.
    """

    def __init__(self, paths: list[Array]) -> None:
        steps = np.concatenate([path[1:] - path[:-1] for path in paths])
        middles = np.concatenate([(path[1:] + path[:-1]) / 2 for path in paths])
        lengths = _lengths(steps)
        r = np.maximum(np.hypot(middles[:, 0], middles[:, 1]), 1e-12)
        along = (middles[:, 0] * steps[:, 1] - middles[:, 1] * steps[:, 0]) / r
        across = np.sqrt(np.maximum(lengths**2 - along**2, 0.0))
        self.length = float(lengths.sum())
        self.center: Array = (middles * lengths[:, None]).sum(axis=0) / self.length
        self.inertia = float((lengths * (r**2 + lengths**2 / 12)).sum())
        self.cubed = float((across * r**3).sum())
        self.seven_thirds = float((across * r ** (7 / 3)).sum())


def wire_air_drag(sums: PathSums, diameter: float) -> tuple[float, float]:
    """Air torque of turning wire: coefficients of w^(4/3) and w^2, N m s^(4/3) and N m s2.

    Source: F. White, Viscous Fluid Flow, drag of a cylinder, C_d = 1 + 10 Re^(-2/3).
    """
    base = 0.5 * AIR_DENSITY * diameter
    slow = 10 * (AIR_DENSITY * diameter / AIR_VISCOSITY) ** (-2 / 3)
    return base * slow * sums.seven_thirds, base * sums.cubed
