"""Contacts: two metals pressed together."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.parts.catalogue import NICKEL_RESISTIVITY, Metal


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
