"""Torque per ampere of a coil or two lobes over their magnets, at every angle and any height.

The coupling is integrated along the wire at fixed clearances and interpolated between them: so
scatter of the gap, and a gap that is dragged, ask for the field at a few places only.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from oakspin.draws import Array
from oakspin.fields.block import Block
from oakspin.fields.coupling import coil_coupling
from oakspin.fields.stack import Stack
from oakspin.machines.coil.outline import Outline, measures_of, nodes_of
from oakspin.machines.coil.strip import ANGLES

Source = Stack | Block

# Clearances of the wire's own line at which the coupling is integrated: NEAREST + WIDE (e^(PACE k) - 1),
# close together near the magnet, farther apart where the field changes slowly.
NEAREST, WIDE, PACE = 0.15e-3, 6e-3, 0.11
_COUNT = ANGLES.size
_STENCIL = np.arange(4)


@lru_cache(maxsize=4096)
def _row(outline: Outline, source: Source, sunk: float, level: int) -> Array:
    """Coupling of one turn in N m/A at every angle; ``sunk`` lowers the source, as its image in steel is."""
    nodes, reach = nodes_of(outline), measures_of(outline).reach
    height = source.length + reach + NEAREST + WIDE * math.expm1(PACE * level) + sunk
    sideways = source.across if isinstance(source, Stack) else source.sideways
    field = across_the_axle(source) if isinstance(source, Stack) and source.across else source.field

    def at(turns: Array) -> Array:
        return coil_coupling(nodes.u, nodes.v, nodes.du, nodes.dv, height, field, turns)

    if sideways:
        return at(ANGLES)
    # A flat coil over a level field is pushed alike on either side of upright.
    half = at(ANGLES[: _COUNT // 2 + 1]) if not outline.even else _even_half(at)
    return np.concatenate([half, half[-2:0:-1]])


def _even_half(at) -> Array:  # type: ignore[no-untyped-def]
    """From upright to upside down, where upside down reverses the current: a quarter tells the rest."""
    quarter = at(ANGLES[: _COUNT // 4 + 1])
    return np.concatenate([quarter, -quarter[-2::-1]])


def across_the_axle(stack: Stack):  # type: ignore[no-untyped-def]
    """The field of a stack magnetised along +y instead of its own +x."""

    def field(points: Array) -> Array:
        b = stack.field(np.stack([points[:, 1], -points[:, 0], points[:, 2]], axis=1))
        return np.stack([-b[:, 1], b[:, 0], b[:, 2]], axis=1)

    return field


def turn_coupling(outline: Outline, source: Source, over: Array, sunk: float = 0.0) -> Array:
    """Coupling of one turn whose axle is ``over`` the source's upper face; shape (draws, angles), N m/A.

    Parameters
    ----------
    outline : Outline
    source : Stack or Block
    over : ndarray, shape (draws,), m
        Not less than the reach of the outline: nearer it would strike.
    sunk : float, m
        How far the source is lowered.
    """
    place = np.log1p(np.maximum(over - measures_of(outline).reach - NEAREST, 0.0) / WIDE) / PACE
    first = np.maximum(np.floor(place).astype(int) - 1, 0)
    low, high = int(first.min()), int(first.max()) + 4
    rows = np.stack([_row(outline, source, sunk, level) for level in range(low, high)])
    t = (place - first)[:, None]
    weights = _lagrange(t)
    torques = np.einsum("kdj,dka->da", weights[:, :, None], rows[(first - low)[:, None] + _STENCIL])
    return np.asarray(torques)


def _lagrange(t: Array) -> Array:
    """Cubic weights at places 0 to 3; shape (4, draws)."""
    t = t[:, 0]
    return np.stack(
        [
            -(t - 1) * (t - 2) * (t - 3) / 6,
            t * (t - 2) * (t - 3) / 2,
            -t * (t - 1) * (t - 3) / 2,
            t * (t - 1) * (t - 2) / 6,
        ]
    )


def turned_on(rows: Array, turn: float) -> Array:
    """The rows as functions of the angle, a further ``turn`` on: at angle q what was at q + turn; rad."""
    shift = turn / (2 * math.pi) * _COUNT
    if abs(shift - round(shift)) < 1e-9:
        return np.roll(rows, -round(shift), axis=1)
    wave = np.fft.rfft(rows, axis=1)
    order = np.arange(wave.shape[1])
    return np.asarray(np.fft.irfft(wave * np.exp(1j * order * turn), n=_COUNT, axis=1))
