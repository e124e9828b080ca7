"""An iron bar in a field: how much flux it gathers, how hard it is drawn round, and what it carries at most."""

from __future__ import annotations

import math

import numpy as np

from oakspin.constants import MU_0
from oakspin.draws import Array

RELATIVE = 500.0  # permeability of mild steel as it is bought; handbook values run from 200 to 2000
FULL_T = 1.6  # T, what mild steel carries before it saturates
POWER = 2.4


def demagnetizing(ratio: float) -> float:
    """Demagnetizing factor of a prolate spheroid along its axis; ``ratio`` is length over diameter, 1 or more.

    Source: J. Osborn, Phys. Rev. 67, 351 (1945).

    Example
    -------
    >>> round(demagnetizing(10.0), 4)
    0.0203
    """
    if ratio < 1.0001:
        return 1 / 3
    root = math.sqrt(ratio**2 - 1)
    return (ratio / root * math.log(ratio + root) - 1) / (ratio**2 - 1)


def susceptibility(factor: float, share: float) -> float:
    """Magnetization (times mu0) per tesla applied, of a bar whose section is iron by ``share`` (a pipe: less than
    1).
    """
    chi = RELATIVE - 1
    return chi / (1 + factor * share * chi)


def gathers(ratio: float, share: float) -> float:
    """Flux through the bar's section per flux of the field applied along it; 1 without iron."""
    factor = demagnetizing(ratio)
    return 1 + share * susceptibility(factor, share) * (1 - factor)


def unsaturated(applied: Array | float, ratio: float, share: float) -> Array:
    """Share of the linear magnetization that is left at an applied field in T: x/(1 + x^p)^(1/p) over x."""
    factor = demagnetizing(ratio)
    linear = np.abs(applied) * (1 + susceptibility(factor, share) * (1 - factor)) / FULL_T
    return np.asarray((1 + linear**POWER) ** (-1 / POWER))


def drawn_round(along: Array, across: Array, ratio: float, share: float, volume: float) -> Array:
    """Energy in J of the bar in fields (T) along and across it; it turns to where that is least."""
    long = susceptibility(demagnetizing(ratio), share)
    wide = susceptibility((1 - demagnetizing(ratio)) / 2, share)
    return np.asarray(-share * volume / (2 * MU_0) * (long * along**2 + wide * across**2))


def hysteresis_torque(volume: float, peak: Array, coercivity: Array) -> Array:
    """Torque in N m that turns a magnetized bar over against its own coercivity (A/m); ``peak`` in T.

    Source: a loop of about 4 Hc B a turn.
    """
    return np.asarray(4 * coercivity * peak * volume / (2 * np.pi))


def eddy_drag(volume: float, radius: float, peak: Array, resistivity: float, speed: float) -> Array:
    """Torque in N m per rad/s of the currents in a solid bar whose field turns over, at about this speed in rad/s.

    Source: a cylinder in a sinusoidal axial field, w^2 B^2 a^2 / (16 rho) a volume; no deeper than twice the skin
    depth.
    """
    skin = math.sqrt(2 * resistivity / (speed * RELATIVE * MU_0))
    return np.asarray(peak**2 * radius**2 * volume / (16 * resistivity) * min(1.0, 2 * skin / radius))
