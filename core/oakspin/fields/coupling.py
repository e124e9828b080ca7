"""Coupling of a turning wire path to a fixed magnet: torque per ampere about the z axis."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from oakspin.draws import Array
from oakspin.fields.stack import Stack

_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(4)


def _nodes(path: Array) -> tuple[Array, Array]:
    """Points and weighted tangents of four-point quadrature on every straight piece."""
    step = np.diff(path, axis=0)
    share = (_NODES + 1) / 2
    points = path[:-1, None, :] + step[:, None, :] * share[None, :, None]
    return points.reshape(-1, 3), (step[:, None, :] * (_WEIGHTS / 2)[None, :, None]).reshape(-1, 3)


def path_coupling(path: Array, field: Callable[[Array], Array]) -> float:
    """Torque about +z per ampere flowing along the path, N m/A.

    Parameters
    ----------
    path : ndarray, shape (points, 3), m
        Corners of the wire, in the direction of the current.
    field : callable
        Field in T at points of shape (n, 3).

    Returns
    -------
    float
        Positive turns the path counterclockwise seen from above.

    Source
    ------
    The force on a current element, dF = I dl x B, and its moment about the axis.
    """
    points, tangents = _nodes(path)
    push = np.cross(tangents, field(points))
    return float((points[:, 0] * push[:, 1] - points[:, 1] * push[:, 0]).sum())


def path_coupling_round(path: Array, stack: Stack, angles: Array) -> Array:
    """:func:`path_coupling` with the path turned to every angle; shape (angles,), N m/A.

    The field is computed once: a stack's field depends on the turn only through cos and sin.
    """
    points, tangents = _nodes(path)
    along = stack.field(points)
    if not stack.across:
        return np.full(angles.shape, path_coupling(path, stack.field))
    # Magnetised along x, seen from the turned path: cos(turn) times along x minus sin(turn) times
    # along y, and the latter is the former seen from a quarter turn on.
    quarter = np.stack([points[:, 1], -points[:, 0], points[:, 2]], axis=1)
    other = stack.field(quarter)
    across = np.stack([-other[:, 1], other[:, 0], other[:, 2]], axis=1)

    def moment(b: Array) -> float:
        push = np.cross(tangents, b)
        return float((points[:, 0] * push[:, 1] - points[:, 1] * push[:, 0]).sum())

    return np.asarray(np.cos(angles) * moment(along) - np.sin(angles) * moment(across))


def foot_coupling(flux: Array) -> Array:
    """Coupling of a frame from the flux through the circle of its foot, N m/A.

    Current runs from the tip on the axis to the foot; whatever lies between does not matter.
    Source: the moment r (dl_z B_r - dl_r B_z) is -1/(2 pi) of the change of flux.
    """
    return np.asarray(-flux / (2 * np.pi))


def coil_coupling(
    u: Array, v: Array, du: Array, dv: Array, height: float, field: Callable[[Array], Array], turns: Array
) -> Array:
    """Torque per ampere about a level axle, of a flat path turned to every angle at once.

    Frame: x along the axle toward the viewer, y to the viewer's right, z up; the axle at ``height``.
    At angle 0 the plane of the path stands upright, v up; angles are counterclockwise.

    Parameters
    ----------
    u, v, du, dv : ndarray, shape (nodes,), m
        Quadrature nodes along the path, u along the axle and v across it, with their tangents.
    height : float, m
        Of the axle over the field's origin.
    field : callable
        Field in T at points of shape (n, 3).
    turns : ndarray, shape (angles,), rad

    Returns
    -------
    ndarray, shape (angles,), N m/A
        Positive is counterclockwise.

    Source
    ------
    The moment about x of dF = I dl x B, in one call of the field for all angles.
    """
    sin, cos = np.sin(turns)[:, None], np.cos(turns)[:, None]
    y, z = -v * sin, v * cos
    x = np.broadcast_to(u, y.shape)
    b = field(np.stack([x.ravel(), y.ravel(), z.ravel() + height], axis=1)).reshape(*y.shape, 3)
    dy, dz = -dv * sin, dv * cos
    push_y = dz * b[..., 0] - du * b[..., 2]
    push_z = du * b[..., 1] - dy * b[..., 0]
    return np.asarray((y * push_z - z * push_y).sum(axis=1))


def coil_flux(
    u: Array, v: Array, du: Array, dv: Array, height: float, potential: Callable[[Array], Array], turns: Array
) -> Array:
    """Flux of one turn of a flat path about a level axle, by the vector potential along it; shape (angles,), Wb.

    Parameters as for :func:`coil_coupling`, ``potential`` in T m. The torque per ampere is its slope over the angle, so
    that its change over a stretch of the turn is the mean torque there, exact however near the magnet is.
    """
    sin, cos = np.sin(turns)[:, None], np.cos(turns)[:, None]
    shape = np.broadcast_shapes(sin.shape, u.shape)
    points = np.stack([np.broadcast_to(u, shape), -v * sin, height + v * cos], axis=-1)
    a = potential(points.reshape(-1, 3)).reshape(*shape, 3)
    return np.asarray((a[..., 0] * du + dv * (a[..., 2] * cos - a[..., 1] * sin)).sum(axis=1))
