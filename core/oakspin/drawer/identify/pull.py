"""The pull of a disc or ring magnet against thick steel, and over a gap."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

import numpy as np
import scipy

from oakspin.constants import GRAVITY, MU_0
from oakspin.drawer.identify.aid import Guess, Reading
from oakspin.draws import Array
from oakspin.fields.flux import cylinder_flux

FORCE_SHARE = 0.25  # of a pull against steel: its thickness, its skin, and how straight it is pulled
MOST_SHEETS, PLACES = 200.0, 160
PAPER_M, PAPER_SHARE = 0.1e-3, 0.06  # a sheet of 80 g/m2
THINNEST = 0.8  # of a ring's radius that its hole takes at most


def sized(guess: Guess, given: Reading) -> tuple[Array, Array]:
    """Return radius and length in m of every guess, as a ruler reads them; shape (guesses,) each."""
    radius = np.maximum(given["wide_mm"] * 1e-3 + guess["wide_off"], 1e-3) / 2
    return radius, np.maximum(given["thick_mm"] * 1e-3 + guess["thick_off"], 0.2e-3)


def hole_of(guess: Guess, radius: Array) -> Array:
    """Radius of the hole in m; 0 for a disc."""
    return np.asarray(np.minimum(guess["hole"] / 2, THINNEST * radius))


def pull(remanence: Array, radius: Array, length: Array, gap: Array | float, hole: Array | float = 0.0) -> Array:
    """Force in N between a disc or ring magnet and thick flat steel, a gap in m apart; ``hole`` is its radius in m.

    The steel is the magnet's mirror image; the force on a disc magnet of even magnetization in the image's field is its
    magnetization times the difference of flux through its two faces. Source: method of images, J. Jackson, Classical
    Electrodynamics, 5.12; force of a magnetized body as that on its face charges.
    """
    remanence, radius, length, gap, hole = np.broadcast_arrays(remanence, radius, length, gap, hole)
    through = _through(radius, radius, length, gap)
    ring = hole > 0
    if ring.any():
        # A ring is a disc less its hole, as what pulls and as what is pulled.
        wide, long, apart, inner = radius[ring], length[ring], gap[ring], hole[ring]
        two_ways = _through(inner, wide, long, apart) + _through(wide, inner, long, apart)
        through[ring] -= two_ways - _through(inner, inner, long, apart)
    return np.asarray(remanence**2 / MU_0 * through)


def _through(face: Array, source: Array, length: Array, gap: Array) -> Array:
    """Flux per tesla of a disc's image through the nearer face of a body as long, less that through its farther one."""
    near = 2 * gap + length / 2
    one, two = (cylinder_flux(face, at, radius=source, length=length) for at in (near, near + length))
    return np.asarray(one - two)


TOUCH_GAP = 0.06e-3  # m of plating, paint and roughness that stay between a magnet and steel that touch


def hung(guess: Guess, given: Reading) -> Array:
    """Grams that hang from it at most."""
    radius, length = sized(guess, given)
    force = pull(guess["remanence"], radius, length, TOUCH_GAP) * guess["steel"]
    hole = hole_of(guess, radius)
    if (hole > 0).any():
        force = force * np.where(hole > 0, _ring_share(radius, length, np.full_like(radius, TOUCH_GAP), hole), 1.0)
    return np.asarray(1e3 * force / GRAVITY)


def sheets(guess: Guess, given: Reading) -> Array:
    """Sheets of paper through which it just holds a steel thing of so many grams."""
    radius, length = sized(guess, given)
    wanted = given["grams"] * 1e-3 * GRAVITY / (guess["remanence"] ** 2 * guess["steel"])
    found = _held_through(radius, length, wanted)
    hole = hole_of(guess, radius)
    ring = hole > 0
    for _ in range(RING_STEPS if ring.any() else 0):
        # A ring holds as a disc does that has so much more to hold.
        wide, long, gap = radius[ring], length[ring], found[ring] * PAPER_M + TOUCH_GAP
        share = np.maximum(_ring_share(wide, long, gap, hole[ring]), 1e-3)
        found[ring] = _held_through(wide, long, wanted[ring] / share)
    return found


def _held_through(radius: Array, length: Array, wanted: Array) -> Array:
    """Sheets through which discs of one tesla pull as hard as is ``wanted``."""
    found = np.empty(wanted.shape)
    wide, long = (np.maximum(np.round(values * TENTHS), 1).astype(int) for values in (radius, length))
    sizes = wide * 1_000_000 + long
    for size in np.unique(sizes):
        mine = sizes == size
        pulls = _pulls(*divmod(int(size), 1_000_000))
        found[mine] = np.interp(-wanted[mine], -pulls, np.linspace(0, MOST_SHEETS, PLACES))
    return found


TENTHS = 1e4  # of a millimeter in a meter: to these sizes are told apart


@lru_cache(maxsize=4096)
def _pulls(radius: int, length: int) -> Array:
    """What a disc of one tesla pulls through more and more sheets; radius and length in tenths of a millimeter."""
    gaps = np.linspace(0, MOST_SHEETS, PLACES) * PAPER_M + TOUCH_GAP
    return pull(np.array(1.0), np.array(radius / TENTHS), np.array(length / TENTHS), gaps)


RING_STEPS = 3
# Over a ring's radius: its hole, its length and the gap, at which its share of a disc's pull is tabled.
RING_AXES = (np.linspace(0.0, THINNEST, 9), np.geomspace(0.03, 30.0, 13), np.geomspace(1e-3, 30.0, 19))


@lru_cache(maxsize=1)
def _ring_table() -> Callable[[Array], Array]:
    hole, length, gap = (axis.ravel() for axis in np.meshgrid(*RING_AXES, indexing="ij"))
    one = np.ones_like(hole)
    share = pull(one, one, length, gap, hole) / pull(one, one, length, gap)
    axes = (RING_AXES[0], np.log(RING_AXES[1]), np.log(RING_AXES[2]))
    # Loaded at its first use, as the rest of it: the server starts without.
    return scipy.interpolate.RegularGridInterpolator(
        axes, share.reshape([axis.size for axis in RING_AXES]), bounds_error=False
    )


def _ring_share(radius: Array, length: Array, gap: Array, hole: Array) -> Array:
    """What a ring pulls over what a disc of its size does."""
    places = [
        np.clip(each / radius, axis[0], axis[-1]) for each, axis in zip((hole, length, gap), RING_AXES, strict=True)
    ]
    return np.asarray(_ring_table()(np.stack([places[0], np.log(places[1]), np.log(places[2])], axis=-1)))
