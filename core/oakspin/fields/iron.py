"""An iron bar in a field: the flux it carries from end to end, disc by disc, and what turning it over costs.

The bar is a chain of discs, each magnetized along the bar. What the chain itself makes along the axis comes from the
poles where one disc's magnetization differs from the next one's: a ring of charge on the bar's side at each border,
a disc of it on each end. (Iron of high permeability bears its poles on its skin. Poles spread through the section,
as discs that are magnetized each for itself would have them, gather a tenth too little.)
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from oakspin.constants import MU_0
from oakspin.draws import Array
from oakspin.fields.flux import cylinder_flux

RELATIVE = 1500.0  # permeability of mild steel as it is bought, in weak fields; handbook values run from 200 to 2000
DISCS = 56
ROUNDS = 12  # of Newton's method, at most
ACROSS = 2.0  # magnetization of a long bar across, times mu0, per tesla applied: 1 over its factor of a half


@dataclass(frozen=True)
class Bar:
    """Half its length and its radius in m; ``share`` of its section that is iron, less than 1 for a pipe."""

    half: float
    radius: float
    share: float = 1.0

    @property
    def places(self) -> Array:
        """Middles of the discs along the bar in m, 0 at its middle."""
        return np.asarray(self.disc * (np.arange(DISCS) + 0.5) - self.half, np.float64)

    @property
    def disc(self) -> float:
        """Thickness of a disc in m."""
        return 2 * self.half / DISCS

    @property
    def area(self) -> float:
        """Section of the iron in m2."""
        return math.pi * self.radius**2 * self.share


@lru_cache(maxsize=64)
def own_field(bar: Bar) -> Array:
    """Field on the axis in every disc (rows) per tesla of mu0 M in every disc (columns), without that M itself.

    Source: the field of a charged ring and of a charged disc on their axis.
    """
    borders = bar.disc * np.arange(DISCS + 1) - bar.half
    away = bar.places[:, None] - borders[None, :]
    ring = bar.share * bar.radius**2 * away / (4 * (away**2 + bar.radius**2) ** 1.5)

    def end(radius: float) -> Array:
        return np.asarray(np.sign(away) / 2 * (1 - np.abs(away) / np.hypot(away, radius)))

    hole = bar.radius * math.sqrt(1 - bar.share)
    disc = end(bar.radius) - end(hole) if hole > 0 else end(bar.radius)
    ring[:, [0, -1]] = disc[:, [0, -1]]
    # A border's charge is what the disc before it has more than the disc behind it.
    return np.asarray(ring[:, 1:] - ring[:, :-1])


def magnetized(bar: Bar, applied: Array, full: float = math.inf, relative: float = RELATIVE) -> Array:
    """Magnetization of each disc in fields along the bar.

    Parameters
    ----------
    bar : Bar
    applied : ndarray, shape (..., DISCS), T
        Field on the axis of each disc, without the iron's own.
    full : float, T
        What the iron carries at most.
    relative : float
        Permeability in weak fields.

    Returns
    -------
    ndarray, shape (..., DISCS), T
        mu0 M.

    Source
    ------
    The law of Froelich and Kennelly, mu0 M = chi H / (1 + chi |H| / full), in every disc; Newton's method for all.
    """
    own, rows = own_field(bar), applied.reshape(-1, DISCS)
    half = DISCS // 2
    for sign in (1.0, -1.0):
        # Where both arms meet the same field, the same way or the other way round, one arm tells the other.
        if np.allclose(rows[:, half:], sign * rows[:, half - 1 :: -1], rtol=0, atol=1e-9 * np.abs(rows).max()):
            folded = own[half:, half:] + sign * own[half:, half - 1 :: -1]
            arm = _solved(folded, rows[:, half:], full, relative)
            return np.concatenate([sign * arm[:, ::-1], arm], axis=1).reshape(applied.shape)
    return _solved(own, rows, full, relative).reshape(applied.shape)


def _solved(own: Array, rows: Array, full: float, relative: float) -> Array:
    chi, one = relative - 1, np.eye(own.shape[0])
    linear = np.linalg.solve(one / chi - own, rows.T).T
    if not math.isfinite(full):
        return np.asarray(linear)
    field = np.clip(linear, -3 * full, 3 * full) / chi
    for _ in range(ROUNDS):
        bent = 1 + chi * np.abs(field) / full
        missing = field - (chi * field / bent) @ own.T - rows
        step = np.linalg.solve(one - own * (chi / bent**2)[:, None, :], -missing[..., None])[..., 0]
        field = field + step
        if np.abs(step).max() < 1e-7:
            break
    return np.asarray(chi * field / (1 + chi * np.abs(field) / full))


def carried(bar: Bar, radius: float, at: Array) -> Array:
    """Flux through coaxial circles of this radius (m, no less than the bar's) at places ``at`` along it; m2.

    Per tesla of mu0 M in each disc; shape (places, DISCS).
    """
    distance = at[:, None] - bar.places[None, :]
    flux = cylinder_flux(radius, distance, radius=bar.radius, length=bar.disc)
    hole = bar.radius * math.sqrt(1 - bar.share)
    return np.asarray(flux - cylinder_flux(radius, distance, radius=hole, length=bar.disc) if hole > 0 else flux)


def held_energy(bar: Bar, magnetization: Array, along: Array, across: Array) -> Array:
    """Energy in J of the bar in fields of others (T, on the axis of each disc); it turns to where that is least.

    Source: half of -M H0, along by the chain's own M, across by that of a long bar.
    """
    each = magnetization * along + ACROSS * across**2
    return np.asarray(-bar.area * bar.disc / (2 * MU_0) * each.sum(axis=-1))


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
