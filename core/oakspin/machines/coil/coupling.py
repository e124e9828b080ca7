"""Torque per ampere of a coil or two lobes over their magnets, at every angle and any height.

The coupling is integrated along the wire at fixed clearances and interpolated between them: so
scatter of the gap, and a gap that is dragged, ask for the field at a few places only.
"""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache

import numpy as np

from oakspin.draws import Array
from oakspin.fields.block import Block
from oakspin.fields.coupling import coil_coupling, coil_flux
from oakspin.fields.stack import Stack
from oakspin.machines.coil.outline import CoilOutline, measures_of, nodes_of
from oakspin.machines.coil.strip import ANGLES

Source = Stack | Block

# Clearances of the wire's own line at which the coupling is integrated: NEAREST + WIDE (e^(PACE k) - 1),
# close together near the magnet, farther apart where the field changes slowly.
NEAREST, WIDE, PACE = 0.15e-3, 6e-3, 0.11
FINEST = 0.3e-3  # m: nearer than that no wire's middle comes
SUBSTEPS, COARSER = 2, 2.0  # angles in each stretch, and spacing of nodes, where the field has to be asked for
_COUNT = ANGLES.size
_STEP = 2 * math.pi / _COUNT
_STENCIL = np.arange(4)


@lru_cache(maxsize=4096)
def _row(outline: CoilOutline, source: Source, sunk: float, level: int) -> Array:
    """Coupling of one turn in N m/A, its mean over each angle's own stretch; ``sunk`` lowers the source, as its image
    in steel is.
    """
    over = NEAREST + WIDE * math.expm1(PACE * level)
    height = source.length + measures_of(outline).reach + over + sunk
    if isinstance(source, Stack) and source.across:
        return _across_row(outline, source, height, max(over + sunk, FINEST))
    nodes = nodes_of(outline, max(over + sunk, FINEST))

    def flux(borders: Array) -> Array:
        return coil_flux(nodes.u, nodes.v, nodes.du, nodes.dv, height, source.potential, borders)

    borders = np.asarray((np.arange(_COUNT) - 0.5) * _STEP, np.float64)
    if isinstance(source, Block) and source.sideways:
        return np.diff(flux(borders), append=flux(borders[:1])) / _STEP
    # A flat coil over a level field is pushed alike on either side of upright, so that its flux turns its sign there;
    # where upside down is the same as upright, a quarter of the turn tells the rest.
    half = flux(borders[1 : _COUNT // 2 + 1]) if not outline.even else flux(borders[1 : _COUNT // 4 + 1])
    if outline.even:
        half = np.concatenate([half, half[::-1]])
    whole = np.concatenate([-half[:1], half, -half[::-1]])
    return np.asarray(np.diff(whole) / _STEP)


def _across_row(outline: CoilOutline, source: Stack, height: float, clearance: float) -> Array:
    """As :func:`_row`, by the field: a disc magnetized across has no potential that is cheap to ask for."""
    nodes = nodes_of(outline, COARSER * clearance)
    # The field's own sum round the disc wants steps well below the distance.
    steps = int(np.clip(math.ceil(8 * math.pi * source.radius / clearance), 48, 720))
    field = across_the_axle(replace(source, steps=steps))
    count = _COUNT // 2 if outline.even else _COUNT
    fine = (np.arange(count * SUBSTEPS) - (SUBSTEPS - 1) / 2) * _STEP / SUBSTEPS
    each = (
        coil_coupling(nodes.u, nodes.v, nodes.du, nodes.dv, height, field, fine).reshape(count, SUBSTEPS).mean(axis=1)
    )
    # Upside down it is the same coil with its current reversed.
    return np.concatenate([each, -each]) if outline.even else np.asarray(each)


def across_the_axle(stack: Stack):  # type: ignore[no-untyped-def]
    """The field of a stack magnetised along +y instead of its own +x."""

    def field(points: Array) -> Array:
        b = stack.field(np.stack([points[:, 1], -points[:, 0], points[:, 2]], axis=1))
        return np.stack([-b[:, 1], b[:, 0], b[:, 2]], axis=1)

    return field


def turn_coupling(outline: CoilOutline, source: Source, over: Array, sunk: float = 0.0) -> Array:
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


@lru_cache(maxsize=64)
def ring_coupling(outline: CoilOutline, source: Source, over: float) -> Array:
    """Coupling of one turn that dips into a ring whose upper face is ``over`` (m) under the axle; (1, angles), N m/A.

    Places that lie in the magnet itself count for nothing: there the coil strikes, and that is told.
    """
    nodes = nodes_of(outline, FINEST)
    borders = np.asarray((np.arange(_COUNT) - 0.5) * _STEP, np.float64)
    flux = coil_flux(nodes.u, nodes.v, nodes.du, nodes.dv, source.length + over, source.potential, borders)
    return np.asarray(np.diff(flux, append=flux[:1]) / _STEP)[None, :]


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
