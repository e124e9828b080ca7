"""Flux that the winding of an iron-cored motor links, and the pull of its magnets on the bar, at every angle.

Torque per ampere is the slope of the linked flux, torque on the iron that of the bar's energy. Both are wanted as
means over the stretch of the turn that each angle stands for: so flux and energy are taken at the borders of these
stretches, and their differences are exact however near the magnets are.

What one stack does tells the other's part: turned half round the shaft it stands where the other stands, with its
poles changed over.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from oakspin.constants import MU_0
from oakspin.draws import Array
from oakspin.fields.block import Block
from oakspin.fields.flux import axis_field
from oakspin.fields.iron import Bar, carried, held_energy, magnetized
from oakspin.fields.stack import Stack
from oakspin.machines.cored.shape import ANGLES, Arms, CoredShape, Source

STEP = float(ANGLES[1] - ANGLES[0])
BORDERS = ANGLES - STEP / 2
ROUND = 12  # points on half a turn of wire; the other half is alike
LEVELS = (0.35, 0.5, 0.7)  # of the magnets' strength over what the iron carries, per tesla; any build lies between
FINEST = 0.5e-3  # m: nearer than that no turn's wire comes to a magnet
COARSE = 4.0  # how much farther apart turns are looked at beside magnets that are magnetized across: a mistake anyway
_RADII, _RADII_WEIGHTS = np.polynomial.legendre.leggauss(4)


@dataclass(frozen=True)
class Linked:
    """At every border: flux in m2 and energy in J m3/T2 per told remanence; arrays (angles,) and (levels, angles).

    ``air`` is the flux of the arms per turn of the marked one without iron, ``iron`` what the iron adds at each of
    ``LEVELS``, in parts of what it carries at most; ``energy`` that of the bar in the magnets' field, in parts
    of the square of it; ``peak`` the strongest mean magnetization over the bar, in the same parts; ``arm`` the most
    that one arm links, of both kinds of flux.
    """

    air: Array
    iron: Array
    energy: Array
    peak: Array
    arm: float


def slope(table: Array) -> Array:
    """Means over each angle's own stretch of the derivative of what is told at the borders; per rad."""
    return np.asarray((np.roll(table, -1, axis=-1) - table) / STEP)


def linked(shape: CoredShape, arms: Arms, opposed: bool, wound_T: float) -> Linked:
    """Flux of the arms and energy, per turn of the marked arm; ``wound_T`` is mu0 times its ampere-turns over length.

    The winding's own field saturates the bar with the magnets', one way in half of the turn and the other way in the
    other half: both are taken, with half of the current, which is the mean as the current rises from nothing.
    """
    source = shape.left, shape.right, shape.face, shape.out
    winding = _Winding(shape.hub, shape.arm, shape.turn_radius, arms.marked, -arms.other if opposed else arms.other)
    return _linked(source, winding, shape.bar, wound_T)


@dataclass(frozen=True)
class _Winding:
    """Where the turns lie: from ``hub`` on over ``arm``, at a mean ``radius``, m; what each arm counts, with sense."""

    hub: float
    arm: float
    radius: float
    marked: float
    other: float

    def places(self, clearance: float) -> tuple[Array, Array]:
        """Places along an arm and their weights, no farther apart than a third of the clearance to the magnets."""
        count = int(np.clip(math.ceil(3 * self.arm / max(clearance, 1e-6)), 10, 64))
        nodes, weights = np.polynomial.legendre.leggauss(count)
        return self.hub + (nodes + 1) / 2 * self.arm, weights / 2


@lru_cache(maxsize=128)
def _linked(source: tuple[Source, float, float, float], winding: _Winding, bar: Bar, wound_T: float) -> Linked:
    left, right, face, out = source
    even = not (isinstance(left, Stack) and left.across)
    if isinstance(left, Stack) and left.across:
        # Its field is a sum round the disc, whose steps need be no finer than its distance.
        steps = math.ceil(8 * math.pi * left.radius / max(face - bar.half, FINEST))
        left = replace(left, steps=min(max(steps, 32), 256))
    some = BORDERS[1 : ANGLES.size // 4 + 1] if even else BORDERS[1 : ANGLES.size // 2 + 1]
    air = _two_stacks(_turn_flux(left, face, out, winding, bar.half, some), right)
    flux = _round_arms(air[..., 1], air[..., 0], even, winding)
    if not bar.share:
        nothing = np.zeros((len(LEVELS), ANGLES.size))
        return Linked(flux, nothing, nothing, np.zeros(len(LEVELS)), float(np.abs(air).max()))
    along, across = (_two_stacks(each, right) for each in _axis_field(left, face, out, bar, some))
    own = _wound(bar, winding) * wound_T / 2
    level = np.array(LEVELS)[:, None, None]
    both = magnetized(bar, np.stack([level * along + 0.5 * own, level * along - 0.5 * own]), full=1.0)
    held = both.mean(axis=0)
    places, weights = winding.places(face - bar.half)
    through = carried(bar, winding.radius, places)
    arms = held @ (weights @ through), held[..., ::-1] @ (weights @ through)
    energy = held_energy(bar, held / level, along, across)
    return Linked(
        flux,
        _round_arms(arms[0], arms[1], even, winding),
        _round(energy, even),
        np.abs(held.mean(axis=-1)).max(axis=-1),
        float(np.abs(air).max() + np.abs(arms[0]).max()),
    )


def _two_stacks(one: Array, right: float) -> Array:
    """Of both stacks, what the left one does along the bar (last axis, marked arm last) and the right one, turned."""
    return np.asarray(one + right * one[..., ::-1])


def _round(some: Array, even: bool) -> Array:
    """A whole turn, border 0 first, from the borders of its first quarter (half, where the magnets are not even), of
    what is the same half a turn on, where the arms have changed places, and across the line between even magnets.
    """
    if even:
        some = np.concatenate([some, some[..., ::-1]], axis=-1)
    return np.roll(np.concatenate([some, some], axis=-1), 1, axis=-1)


def _round_arms(marked: Array, other: Array, even: bool, winding: _Winding) -> Array:
    """As :func:`_round`, of the flux of both arms, which is told along the bar toward the marked one: where they have
    changed places each has the other's, with its sign turned.
    """
    for mirror in (True, False) if even else (False,):
        then = (-other[..., ::-1], -marked[..., ::-1]) if mirror else (-other, -marked)
        marked, other = (np.concatenate(pair, axis=-1) for pair in zip((marked, other), then, strict=True))
    return np.roll(winding.marked * marked + winding.other * other, 1, axis=-1)


def _axis_field(left: Source, face: float, out: float, bar: Bar, angles: Array) -> tuple[Array, Array]:
    """Field in T of the left stack along and across the bar, on its axis; shape (angles, DISCS)."""
    cos, sin = np.cos(angles)[:, None], np.sin(angles)[:, None]
    points = np.stack(np.broadcast_arrays(bar.places * cos, bar.places * sin, -out), axis=-1)
    b = _left_field(left, face, points.reshape(-1, 3)).reshape(points.shape)
    return b[..., 0] * cos + b[..., 1] * sin, b[..., 1] * cos - b[..., 0] * sin


def _left_field(left: Source, face: float, points: Array) -> Array:
    # The stack's own axis lies along x: what is its z is x here.
    b = left.field(np.stack([points[:, 1], points[:, 2], points[:, 0] + face + left.length], axis=1))
    return np.stack([b[:, 2], b[:, 0], b[:, 1]], axis=1)


def _around(out: float) -> Array:
    """Points on half a turn of wire, whose other half is alike; on all of it where the magnets are out of line."""
    return (np.arange(2 * ROUND if out else ROUND) + 0.5) * np.pi / ROUND


def _turn_flux(left: Source, face: float, out: float, winding: _Winding, half: float, angles: Array) -> Array:
    """Flux of the left stack through a turn of each arm along the bar, mean over the arm; shape (angles, 2), m2 T."""
    if isinstance(left, Block) or left.across:
        clearance = face - half if isinstance(left, Block) else COARSE * (face - half)
        return _by_area(left, face, out, winding, winding.places(clearance), angles)
    places, weights = winding.places(face - half)
    turn = _around(out)
    middle = np.stack([-places, places])[None, :, :, None]
    cos, sin = np.cos(angles)[:, None, None, None], np.sin(angles)[:, None, None, None]
    aside, up = winding.radius * np.cos(turn), winding.radius * np.sin(turn) - out
    x, y = middle * cos - aside * sin, middle * sin + aside * cos
    rho = np.maximum(np.hypot(y, up), 1e-7)
    flux, _ = left.flux(rho, x + face + left.length)
    # The vector potential goes round the stack's axis: flux over 2 pi rho. Its part along the turn, over rho.
    along = (up * np.sin(turn) * cos + y * np.cos(turn)) / rho
    once = (flux / (2 * np.pi * rho) * along).sum(axis=-1) * 2 * np.pi * winding.radius / turn.size
    return np.asarray(once @ weights)


def _by_area(
    left: Source, face: float, out: float, winding: _Winding, nodes: tuple[Array, Array], angles: Array
) -> Array:
    """As :func:`_turn_flux`, by the field over the turn's area: for magnets whose vector potential is not at hand."""
    places, weights = nodes
    turn = _around(out)
    radius = winding.radius * np.sqrt((_RADII + 1) / 2)[:, None]
    aside, up = (radius * np.cos(turn)).ravel(), (radius * np.sin(turn)).ravel() - out
    share = np.repeat(_RADII_WEIGHTS / 2, turn.size) / turn.size
    middle = np.stack([-places, places])[None, :, :, None]
    cos, sin = np.cos(angles)[:, None, None, None], np.sin(angles)[:, None, None, None]
    x, y, z = np.broadcast_arrays(middle * cos - aside * sin, middle * sin + aside * cos, up)
    b = _left_field(left, face, np.stack([x, y, z], axis=-1).reshape(-1, 3)).reshape(*x.shape, 3)
    return np.asarray(np.pi * winding.radius**2 * ((b[..., 0] * cos + b[..., 1] * sin) @ share) @ weights)


def _wound(bar: Bar, winding: _Winding) -> Array:
    """Field of the winding on its own axis in every disc, per tesla of mu0 times its ampere-turns per meter."""
    middle = winding.hub + winding.arm / 2
    marked, other = (
        axis_field(bar.places - place, radius=winding.radius, length=winding.arm) for place in (middle, -middle)
    )
    return np.asarray(winding.marked * marked + winding.other * other)


def henries(shape: CoredShape, arms: Arms, turns: int, opposed: bool) -> float:
    """Inductance in H of both arms, so many turns on the marked one, the iron far from full."""
    one, two = arms.marked, -arms.other if opposed else arms.other
    winding, bar = _Winding(shape.hub, shape.arm, shape.turn_radius, one, two), shape.bar
    per_amp = MU_0 * turns / shape.arm
    sheet = Stack(shape.turn_radius, 0.0, shape.arm, 1.0)
    places, weights = winding.places(shape.arm)
    # Each arm's current sheet through its own turns and the other's.
    own, other = (sheet.flux(shape.turn_radius * 0.999, at - shape.hub)[0] @ weights for at in (places, -places))
    flux = (one**2 + two**2) * own + 2 * one * two * other
    if bar.share:
        held = magnetized(bar, _wound(bar, winding))
        through = weights @ carried(bar, winding.radius, places)
        flux = flux + one * (held @ through) + two * (held[::-1] @ through)
    return float(turns * per_amp * flux)
