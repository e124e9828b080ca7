"""How an axle hops in supports that can only push upward: the bounce of a ball on a shaken plate, tabulated once.

The heavy side of a turning rotor throws it up once a turn. Let e be the distance of its center of mass from the
axle and Gamma = e w^2 / g. While Gamma is below 1 the axle lies still. Above, it takes off where the center of mass,
rising at an angle psi over the horizontal, has sin(psi) = 1/Gamma; flies as a thrown stone does; and lands. Of the
speed with which it lands, its seat gives it back a share, the restitution: where that is little and the support then
presses on it, it lies until the next taking off; else it is thrown up again at once. So the touch comes at one part of
the turn, and it is that part which the commutation meets.

Source: an inelastic ball on a shaken table, A. Mehta and J. Luck, Phys. Rev. Lett. 65, 393 (1990); with restitution
followed turn by turn.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.draws import Array

PLACES = 72  # equal parts of a turn of psi
PACE = 0.075  # step of sqrt(Gamma - 1) between tabulated values: touch falls steeply just above 1
COUNT = 41  # of those values; the last Gamma is 10
RESTITUTIONS = (0.0, 0.2, 0.4)  # for which the bounce is tabulated
_NEAR = 5  # neighbors in Gamma that are averaged: no hand-made rotor holds its speed to a hair
_BLUR = 0.03  # share of Gamma over which
_TURNS = 10  # that a bounce which springs back is followed
_FLOWN = 60  # landings followed at most
_LOOKS, _HALVINGS = 150, 18  # at a flight, until its landing lies between two of them, and then
_DIES = 0.02  # parts of e w: what springs back slower lies


@dataclass(frozen=True)
class BounceTable:
    """The bounce over restitution and Gamma.

    ``gamma``, shape (values,); ``touch``, shape (restitutions, values, PLACES), the share of each part of a turn in
    which the axle touches, by the center of mass's angle psi over the horizontal, counted the way it turns, part k
    about psi = 2 pi k / PLACES; ``landing``, shape (restitutions, values), what the landings of one turn take, in parts
    of m g e; ``rise`` and ``walk``, of the same shape, how far the axle gets off its seat upward and sideways, in e.
    """

    gamma: Array
    touch: Array
    landing: Array
    rise: Array
    walk: Array


def place_of(gamma: Array) -> Array:
    """Where a Gamma stands in the table: a number of rows, with its fraction; 0 up to Gamma = 1."""
    return np.asarray(np.minimum(np.sqrt(np.maximum(gamma - 1.0, 0.0)) / PACE, COUNT - 1.001))


def between(rows: Array, place: Array) -> Array:
    """Rows (values,) at places of any shape, straight in between."""
    low = place.astype(int)
    here = rows.take(low)
    return np.asarray(here + (rows.take(low + 1) - here) * (place - low))


def between_of(rows: Array, place: Array) -> Array:
    """Each draw's own rows, shape (draws, values), at places of shape (..., draws), straight in between."""
    low = place.astype(int)
    at = low + rows.shape[1] * np.arange(rows.shape[0])
    flat = rows.reshape(-1)
    here = flat.take(at)
    return np.asarray(here + (flat.take(at + 1) - here) * (place - low))


def mixing(restitution: Array) -> Array:
    """Weights of the tabulated restitutions, shape (draws, restitutions): straight in between."""
    nodes = np.array(RESTITUTIONS)
    place = np.clip(np.asarray(restitution, float), nodes[0], nodes[-1]) / (nodes[1] - nodes[0])
    return np.asarray(np.maximum(1 - np.abs(place[:, None] - np.arange(nodes.size)), 0.0))


@lru_cache(maxsize=1)
def bounce_table() -> BounceTable:
    """The whole table; computed at its first use."""
    gamma = 1 + (PACE * np.arange(COUNT)) ** 2
    blur = 1 + _BLUR * np.linspace(-1, 1, _NEAR)
    near = np.maximum((1 + (gamma[:, None] - 1) * blur[None, :]).ravel(), 1 + 1e-9)
    rows = len(RESTITUTIONS)
    found = _followed(np.tile(near, rows), np.repeat(RESTITUTIONS, near.size))
    touch = found[0].reshape(rows, COUNT, _NEAR, PLACES).mean(axis=2)
    landing, rise, walk = (each.reshape(rows, COUNT, _NEAR) for each in found[1:])
    landing = landing.mean(axis=2)
    touch[:, 0], landing[:, 0] = 1.0, 0.0
    return BounceTable(np.asarray(gamma, np.float64), touch, landing, rise.max(axis=2), walk.max(axis=2))


def _height(gamma: Array, psi: Array, upward: Array, flown: Array) -> Array:
    """Height of the axle over its support in parts of e, ``flown`` (rad) after leaving it at ``psi``.

    ``upward`` is its speed away from the support then, in parts of e w.
    """
    return np.asarray(np.sin(psi) - np.sin(psi + flown) + (np.cos(psi) + upward) * flown - flown**2 / (2 * gamma))


def _flight(gamma: Array, psi: Array, upward: Array) -> tuple[Array, Array]:
    """How far it turns in the air in rad, from leaving at ``psi``, and how high it gets over its support."""
    # No flight outlasts that of a stone thrown up as fast as that, from the top of its rise.
    steps = np.linspace(0, 1, _LOOKS)[1:]
    longest = 2 * gamma * (1 + upward) + 2 * np.pi
    at = steps[None, :] * longest[:, None]
    high = _height(gamma[:, None], psi[:, None], upward[:, None], at)
    below = high < 0
    # A body that leaves no faster than its seat does may be within rounding of it at first.
    first = np.where(below.any(axis=1), below.argmax(axis=1), steps.size - 1)
    end = at[np.arange(gamma.size), first]
    start = end - longest / (_LOOKS - 1)
    top = np.where(np.arange(steps.size)[None, :] < first[:, None], high, 0.0).max(axis=1)
    for _ in range(_HALVINGS):
        middle = (start + end) / 2
        up = _height(gamma, psi, upward, middle) > 0
        start, end = np.where(up, middle, start), np.where(up, end, middle)
    return (start + end) / 2, top


def _followed(gamma: Array, restitution: Array) -> tuple[Array, Array, Array, Array]:
    """Touch (rows, PLACES), landing loss, rise and walk (rows,) of axles that begin at rest on their seat.

    Flight by flight, until each comes to rest after as many turns as count; without springing back the first rest ends
    what repeats.
    """
    off = np.arcsin(1 / gamma)
    psi, upward = off.copy(), np.zeros_like(off)
    turned, lost, rise, walk = (np.zeros_like(off) for _ in range(4))
    touched = np.zeros((gamma.size, PLACES))
    edges = 2 * np.pi * (np.arange(PLACES) - 0.5) / PLACES
    part = 2 * np.pi / PLACES
    enough = np.where(restitution > 0, _TURNS * 2 * np.pi, 0.0)
    flying = np.ones(gamma.size, bool)
    for _ in range(_FLOWN):
        row = np.flatnonzero(flying)
        if not row.size:
            break
        g, leaves, away = gamma[row], psi[row], upward[row]
        flown, top = _flight(g, leaves, away)
        land = leaves + flown
        hit = np.cos(leaves) + away - flown / g - np.cos(land)
        back = -restitution[row] * hit
        back = np.where(back < _DIES, 0.0, back)
        lost[row] += 0.5 * g * (hit**2 - back**2)
        rise[row] = np.maximum(rise[row], top)
        walk[row] = np.maximum(walk[row], np.abs(np.cos(leaves) - np.sin(leaves) * flown - np.cos(land)))
        rests = (back == 0) & (g * np.sin(land) < 1)
        wait = np.where(rests, np.mod(off[row] - land, 2 * np.pi), 0.0)
        turned[row] += flown + wait
        # How much of each part of the turn lies within the rest, which is shorter than a turn.
        start = np.mod(land[:, None] - edges[None, :], 2 * np.pi)
        end = start + wait[:, None]
        touched[row] += np.maximum(np.minimum(end, part) - start, 0) + np.maximum(np.minimum(end - 2 * np.pi, part), 0)
        psi[row] = np.where(rests, off[row], np.mod(land, 2 * np.pi))
        upward[row] = np.where(rests, 0.0, back)
        flying[row] = ~((turned[row] >= enough[row]) & (rests | ((enough[row] > 0) & (turned[row] >= 2 * enough[row]))))
    turns = turned / (2 * np.pi)
    return touched / part / turns[:, None], lost / turns, rise, walk
