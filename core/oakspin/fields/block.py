"""Field of a rectangular block magnet, in closed form.

Frame: as for a stack: z up, the block's lower face on z = 0, its middle over the origin.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array

_CORNERS = np.array([[i, j, k] for i in (0, 1) for j in (0, 1) for k in (0, 1)])
_SIGNS = (-1.0) ** _CORNERS.sum(axis=1)
_TINY = 1e-15  # m: keeps logarithm and arctangent finite on the lines of an edge


@dataclass(frozen=True)
class Block:
    """A block magnetised through its thickness (up), or across it along +y.

    Parameters
    ----------
    along, across, length : float, m
        Sides along x and y, and thickness.
    remanence : float, T
        Positive: N up (or toward +y when ``sideways``).
    sideways : bool
        Magnetised along y instead of z.
    """

    along: float
    across: float
    length: float
    remanence: float
    sideways: bool = False

    def field(self, points: Array) -> Array:
        """Field in T at points of shape (points, 3) in m outside the block; same shape."""
        x, y, z = points[:, 0], points[:, 1], points[:, 2] - self.length / 2
        if self.sideways:
            # A turn about x that takes +z to +y: the block's thickness then lies along -z' = y.
            b_x, b_z, b_y = _up(x, -z, y, self.along / 2, self.length / 2, self.across / 2)
            return np.asarray(self.remanence * np.stack([b_x, b_y, -b_z], axis=1))
        return np.asarray(
            self.remanence * np.stack(_up(x, y, z, self.along / 2, self.across / 2, self.length / 2), axis=1)
        )

    def potential(self, points: Array) -> Array:
        """Vector potential in T m at points of shape (points, 3) in m outside the block; same shape.

        That of the sheets of current on its sides: its flux through any loop is its sum round the loop.
        """
        x, y, z = points[:, 0], points[:, 1], points[:, 2] - self.length / 2
        nothing = np.zeros_like(x)
        if self.sideways:
            a_x, a_z = _up_potential(x, -z, y, self.along / 2, self.length / 2, self.across / 2)
            return np.asarray(self.remanence * np.stack([a_x, nothing, -a_z], axis=1))
        a_x, a_y = _up_potential(x, y, z, self.along / 2, self.across / 2, self.length / 2)
        return np.asarray(self.remanence * np.stack([a_x, a_y, nothing], axis=1))


def _up_potential(x: Array, y: Array, z: Array, a: float, b: float, c: float) -> tuple[Array, Array]:
    """Vector potential per tesla (a_x, a_y) of a block of half sides a, b, c magnetised along +z; (points,) each, m.

    Source: A = Br / 4 pi times the integral of the current's direction over distance; the current runs
    counterclockwise round the sides seen from above: along -x on the side at +b, along +y on that at +a.
    """
    a_x = _sheet(x, z, y + b, a, c) - _sheet(x, z, y - b, a, c)
    a_y = _sheet(y, z, x - a, b, c) - _sheet(y, z, x + a, b, c)
    return a_x / (4 * np.pi), a_y / (4 * np.pi)


def _sheet(x: Array, z: Array, away: Array, a: float, c: float) -> Array:
    """Integral of 1 / distance over a rectangle of half sides a along x and c along z, ``away`` from its plane; m.

    Source: in closed form, X ln(Z + R) + Z ln(X + R) - Y arctan(X Z / Y R) at its corners.
    """
    total = np.zeros_like(x)
    for i, k in ((1, 1), (1, -1), (-1, 1), (-1, -1)):
        dx, dz = x + i * a, z + k * c
        far = np.sqrt(dx**2 + dz**2 + away**2)
        safe = np.where(np.abs(away) < _TINY, _TINY, away)
        corner = dx * np.log(np.maximum(far + dz, _TINY)) + dz * np.log(np.maximum(far + dx, _TINY))
        total += i * k * (corner - away * np.arctan(dx * dz / (safe * far)))
    return total


def _up(x: Array, y: Array, z: Array, a: float, b: float, c: float) -> tuple[Array, Array, Array]:
    """Field per tesla of a block of half sides a, b, c magnetised along +z; shape (points,) each.

    Source: the pole charge of both faces, integrated in closed form: Z. Yang et al.,
    Supercond. Sci. Technol. 3, 591 (1990).
    """
    half = np.array([a, b, c])
    corner = half * (2 * _CORNERS - 1)
    dx, dy, dz = (value[:, None] - side[None, :] for value, side in zip((x, y, z), corner.T, strict=True))
    far = np.sqrt(dx**2 + dy**2 + dz**2)
    sign = -_SIGNS / (4 * np.pi)
    b_x = (-np.log(np.maximum(far + dy, _TINY)) * sign).sum(axis=1)
    b_y = (-np.log(np.maximum(far + dx, _TINY)) * sign).sum(axis=1)
    b_z = (np.arctan2(dx * dy, dz * far) * sign).sum(axis=1)
    return b_x, b_y, b_z
