"""Contacts: two metals pressed together."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.parts.catalogue import NICKEL_RESISTIVITY, Metal
from oakspin.parts.cell import Pack

MELTS = 0.43  # V across a copper contact, at which its spot melts and grows; R. Holm, Electric Contacts


def contact_ohms(force: Array | float, metal: Metal, film: Array | float) -> Array:
    """Resistance in ohm of the metal pressed on nickel plating; scales with force^-1/2.

    Parameters
    ----------
    force : array, shape (draws,), N, > 0
    metal : Metal
        The softer one; its hardness sets the spot.
    film : array, shape (draws,)
        Factor for films on the metal; 1 is perfectly clean.

    Returns
    -------
    ndarray, shape (draws,), ohm

    Source
    ------
    R. Holm, Electric Contacts: constriction of two half spaces touching in a round spot.
    """
    spot = np.sqrt(np.asarray(force) / (np.pi * metal.hardness))
    return np.asarray((metal.resistivity + NICKEL_RESISTIVITY) / (4 * spot) * film)


def turn_ohms(force: Array | float, metal: Metal, film: Array | float) -> Array:
    """Resistance in ohm of one spot at which wire of this metal touches its like; as :func:`contact_ohms`."""
    spot = np.sqrt(np.asarray(force) / (np.pi * metal.hardness))
    return np.asarray(2 * metal.resistivity / (4 * spot) * film)


def softened(pack: Pack, outer: Array, *contacts: Array) -> list[Array]:
    """Contacts in one line of current, no one of which drops more volts than melt its spot; ohm, shapes as given.

    Parameters
    ----------
    pack : Pack
        With the battery fresh, as when the motor is switched on: a spot once grown stays.
    outer : ndarray, shape (draws,), ohm
        Everything else outside the battery.
    contacts : ndarray, shape (draws,), ohm
        Each contact as film and pressure make it.

    Source
    ------
    R. Holm, Electric Contacts: R = min(R, 0.43 V / I).
    """
    volts, rest = pack.volts_at(pack.used), pack.ohms_at(pack.used) + outer
    cold = np.stack([np.broadcast_to(contact, rest.shape) for contact in contacts])
    melting = np.zeros(cold.shape, bool)
    current = np.zeros_like(rest)
    for _ in range(len(contacts) + 1):
        # What melts takes 0.43 V and no ohms; the current can only grow by that.
        left = np.maximum(volts - MELTS * melting.sum(axis=0), 1e-3)
        current = np.minimum(left / (rest + np.where(melting, 0.0, cold).sum(axis=0)), pack.limit)
        melting |= cold * current > MELTS
    return list(np.minimum(cold, MELTS / current))
