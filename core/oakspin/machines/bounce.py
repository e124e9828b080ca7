"""How an axle hops in supports that can only push upward: the inelastic bounce, tabulated once.

The heavy side of a turning rotor throws it up once a turn. Let e be the distance of its center of mass from the
axle and Gamma = e w^2 / g. While Gamma is below 1 the axle lies still. Above, it takes off where the center of mass,
rising at an angle psi over the horizontal, has sin(psi) = 1/Gamma; flies as a thrown stone does; and lands without
springing back. Where the support then presses on it, it lies until the next taking off; else it is thrown up again at
once. So the touch comes at one part of the turn, and it is that part which the commutation meets.

Source: an inelastic ball on a shaken table, A. Mehta and J. Luck, Phys. Rev. Lett. 65, 393 (1990).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.draws import Array

PLACES = 72  # equal parts of a turn of psi
PACE = 0.075  # step of sqrt(Gamma - 1) between tabulated values: touch falls steeply just above 1
COUNT = 41  # of those values; the last Gamma is 10
FLOWN = 24  # landings followed at most until the axle lies still
_NEAR = 5  # neighbors in Gamma that are averaged: no hand-made rotor holds its speed to a hair
_BLUR = 0.03  # share of Gamma over which


@dataclass(frozen=True)
class BounceTable:
    """The bounce over Gamma.

    ``gamma``, shape (values,); ``touch``, shape (values, PLACES), the share of each part of a turn in which the axle
    touches, by the center of mass's angle psi over the horizontal, counted the way it turns, part k about psi = 2 pi k
    / PLACES; ``landing``, shape (values,), what the landings of one turn take, in parts of m g e.
    """

    gamma: Array
    touch: Array
    landing: Array


def place_of(gamma: Array) -> Array:
    """Where a Gamma stands in the table: a number of rows, with its fraction; 0 up to Gamma = 1."""
    return np.asarray(np.minimum(np.sqrt(np.maximum(gamma - 1.0, 0.0)) / PACE, COUNT - 1.001))


def between(rows: Array, place: Array) -> Array:
    """Rows (values,) at places of any shape, straight in between."""
    low = place.astype(int)
    here = rows.take(low)
    return np.asarray(here + (rows.take(low + 1) - here) * (place - low))


@lru_cache(maxsize=1)
def bounce_table() -> BounceTable:
    """The whole table; computed at its first use."""
    gamma = 1 + (PACE * np.arange(COUNT)) ** 2
    blur = 1 + _BLUR * np.linspace(-1, 1, _NEAR)
    near = 1 + (gamma[:, None] - 1) * blur[None, :]
    touch, landing = _followed(np.maximum(near.ravel(), 1 + 1e-9))
    touch = touch.reshape(COUNT, _NEAR, PLACES).mean(axis=1)
    landing = landing.reshape(COUNT, _NEAR).mean(axis=1)
    touch[0], landing[0] = 1.0, 0.0
    return BounceTable(np.asarray(gamma, np.float64), touch, landing)


def _height(gamma: Array, psi: Array, flown: Array) -> Array:
    """Height of the axle over its support in parts of e, ``flown`` (rad) after taking off at ``psi``."""
    return np.asarray(np.sin(psi) - np.sin(psi + flown) + np.cos(psi) * flown - flown**2 / (2 * gamma))


def _flight(gamma: Array, psi: Array) -> Array:
    """How far it turns in the air in rad, from taking off at ``psi``."""
    # No flight outlasts that of a stone thrown up as fast as the rim goes, from the top of its rise.
    steps = np.linspace(0, 1, 600)[1:]
    longest = 2 * gamma + 2 * np.pi
    at = steps[None, :] * longest[:, None]
    below = _height(gamma[:, None], psi[:, None], at) < 0
    first = np.where(below.any(axis=1), below.argmax(axis=1), steps.size - 1)
    high = at[np.arange(gamma.size), first]
    low = high - longest / 600
    for _ in range(36):
        middle = (low + high) / 2
        up = _height(gamma, psi, middle) > 0
        low, high = np.where(up, middle, low), np.where(up, high, middle)
    return (low + high) / 2


def _followed(gamma: Array) -> tuple[Array, Array]:
    """Touch (rows, PLACES) and landing loss (rows,) from one taking off to the next that follows a rest."""
    off = np.arcsin(1 / gamma)
    psi, turned, lost = off.copy(), np.zeros_like(off), np.zeros_like(off)
    resting = np.zeros((gamma.size, 2))  # from, how far
    flying = np.ones(gamma.size, bool)
    for _ in range(FLOWN):
        row = np.flatnonzero(flying)
        if not row.size:
            break
        g, from_ = gamma[row], psi[row]
        flown = _flight(g, from_)
        land = from_ + flown
        hit = np.cos(from_) - flown / g - np.cos(land)
        lost[row] += 0.5 * g * hit**2
        turned[row] += flown
        rests = g * np.sin(land) < 1
        wait = np.where(rests, np.mod(off[row] - land, 2 * np.pi), 0.0)
        turned[row] += wait
        resting[row] = np.stack([land, wait], axis=1)
        psi[row] = np.mod(land, 2 * np.pi)
        flying[row] = ~rests
    turns = turned / (2 * np.pi)
    edges = 2 * np.pi * (np.arange(PLACES) - 0.5) / PLACES
    # How much of each part of the turn lies within the rest, which is shorter than a turn.
    start = np.mod(resting[:, :1] - edges[None, :], 2 * np.pi)
    part = 2 * np.pi / PLACES
    end = start + resting[:, 1:]
    touched = np.maximum(np.minimum(end, part) - start, 0) + np.maximum(np.minimum(end - 2 * np.pi, part), 0)
    return touched / part / turns[:, None], lost / turns
