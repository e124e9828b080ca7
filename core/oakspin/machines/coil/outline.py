"""The closed outline of a coil or a lobe, ready for integrals along it.

In the plane of the coil: u along the axle toward the viewer's end, v across it, the axle on
v = 0. The current runs from +v toward +u, so that the face normal is v x u.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.draws import Array

STEPS = 400  # along each piece, by which its length is shared out among nodes
LEAST = 12  # nodes on each piece
EVERY = 4  # nodes of each panel
_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(EVERY)
DRAWN = 48


@dataclass(frozen=True)
class CoilOutline:
    """What an outline is: a hashable name for it. ``corners`` in m, (u, v), in the current's direction."""

    by: str
    along: float = 0.0
    across: float = 0.0
    corners: tuple[tuple[float, float], ...] = ()
    lobe: bool = False

    @property
    def even(self) -> bool:
        """Whether both sides of the axle are alike."""
        return not self.lobe and not self.corners


@dataclass(frozen=True)
class Nodes:
    """Places and weighted tangents of a quadrature round the outline; shape (nodes,), m."""

    u: Array
    v: Array
    du: Array
    dv: Array


@dataclass(frozen=True)
class Measures:
    """Sums along one turn, in m: its length, the mean of v and of v2 along the wire, its reach."""

    length: float
    mean_v: float
    mean_v2: float
    half_along: float
    reach: float
    air_cubed: float
    air_seven_thirds: float


@lru_cache(maxsize=256)
def nodes_of(outline: CoilOutline, clearance: float) -> Nodes:
    """Quadrature nodes; where both halves along the axle are alike, one half counted twice.

    They stand no farther apart than a third of their nearest approach to the magnet: ``clearance`` in m where the
    outline reaches farthest from the axle, more nearer to it.
    """
    if outline.corners:
        closed = np.array([*outline.corners, outline.corners[0]])
        return _joined([_straight(a, b) for a, b in itertools.pairwise(closed)], outline, clearance, 1.0)
    a, b = outline.along / 2, outline.across if outline.lobe else outline.across / 2
    if outline.by == "square":
        low = 0.0 if outline.lobe else -b
        half = [(0.0, b), (a, b), (a, low)] if outline.lobe else [(0.0, b), (a, b), (a, low), (0.0, low)]
        return _joined([_straight(p, q) for p, q in itertools.pairwise(np.array(half))], outline, clearance, 2.0)
    span = np.pi / 2 if outline.lobe else np.pi

    def arc(t: Array) -> tuple[Array, Array, Array, Array]:
        t = t * span
        return a * np.sin(t), b * np.cos(t), a * np.cos(t) * span, -b * np.sin(t) * span

    return _joined([arc], outline, clearance, 2.0)


Piece = Callable[[Array], tuple[Array, Array, Array, Array]]  # of a share 0 to 1: u, v and their slopes


def _straight(start: Array, end: Array) -> Piece:
    step = end - start

    def piece(t: Array) -> tuple[Array, Array, Array, Array]:
        one = np.ones_like(t)
        return start[0] + t * step[0], start[1] + t * step[1], step[0] * one, step[1] * one

    return piece


def _joined(pieces: list[Piece], outline: CoilOutline, clearance: float, times: float) -> Nodes:
    reach = measures_of(outline).reach
    parts = []
    for piece in pieces:
        t = (np.arange(STEPS) + 0.5) / STEPS
        _, v, u_slope, v_slope = piece(t)
        near = (clearance + reach - np.abs(v)) / 3
        needed = np.concatenate([[0.0], np.cumsum(np.hypot(u_slope, v_slope) / STEPS / near)])
        panels = math.ceil(max(needed[-1], LEAST) / EVERY)
        edges = np.interp(np.linspace(0, needed[-1], panels + 1), needed, np.linspace(0, 1, STEPS + 1))
        wide = np.diff(edges)[:, None]
        at = (edges[:-1, None] + wide * (_NODES + 1) / 2).ravel()
        weight = times * (wide * _WEIGHTS / 2).ravel()
        u, v, u_slope, v_slope = piece(at)
        parts.append((u, v, u_slope * weight, v_slope * weight))
    return Nodes(*(np.concatenate(values) for values in zip(*parts, strict=True)))


@lru_cache(maxsize=256)
def drawn(outline: CoilOutline) -> Array:
    """The outline as a polyline to draw, in the current's direction; shape (points, 2), m."""
    if outline.corners:
        return np.array([*outline.corners, outline.corners[0]])
    a, b = outline.along / 2, outline.across if outline.lobe else outline.across / 2
    if outline.by == "square":
        low = 0.0 if outline.lobe else -b
        return np.array([(-a, low), (-a, b), (a, b), (a, low), (-a, low)])
    if outline.lobe:
        t = np.linspace(-np.pi / 2, np.pi / 2, DRAWN // 2 + 1)
        arc = np.stack([a * np.sin(t), b * np.cos(t)], axis=1)
        return np.concatenate([arc, arc[:1]])
    t = np.linspace(-np.pi, np.pi, DRAWN + 1)
    return np.stack([a * np.sin(t), b * np.cos(t)], axis=1)


@lru_cache(maxsize=256)
def measures_of(outline: CoilOutline) -> Measures:
    """Length and moments of one turn, its reach from the axle and along it, and its integrals of air drag."""
    path = drawn(outline)
    if outline.by != "square" and not outline.corners:
        a, b = outline.along / 2, outline.across if outline.lobe else outline.across / 2
        t = np.linspace(-np.pi, np.pi, 1441) if not outline.lobe else np.linspace(-np.pi / 2, np.pi / 2, 721)
        path = np.stack([a * np.sin(t), b * np.cos(t)], axis=1)
        path = np.concatenate([path, path[:1]]) if outline.lobe else path
    fine = _refined(path)
    step = np.diff(fine, axis=0)
    middle = (fine[1:] + fine[:-1]) / 2
    lengths = np.hypot(step[:, 0], step[:, 1])
    r = np.abs(middle[:, 1])
    total = float(lengths.sum())
    return Measures(
        length=total,
        mean_v=float((lengths * middle[:, 1]).sum() / total),
        mean_v2=float((lengths * middle[:, 1] ** 2).sum() / total),
        half_along=float(np.abs(path[:, 0]).max()),
        reach=float(np.abs(path[:, 1]).max()),
        # Wire that lies in the plane of the axle moves square to itself: all of it meets the air.
        air_cubed=float((lengths * r**3).sum()),
        air_seven_thirds=float((lengths * r ** (7 / 3)).sum()),
    )


def _refined(path: Array, pieces: int = 24) -> Array:
    if len(path) > 200:
        return path
    share = np.linspace(0, 1, pieces, endpoint=False)[None, :, None]
    fine = (path[:-1, None, :] + np.diff(path, axis=0)[:, None, :] * share).reshape(-1, 2)
    return np.concatenate([fine, path[-1:]])
