"""Current in the sheet under a roller: how it spreads, what that leaves of the push, and its resistance.

Frame: y in the way of rolling, z along the axle; the sheet is the plane one wheel's radius R under the axle. Current
goes in at the near wheel's contact and out at the far one's, and spreads as between two points of a plane.

Why the spreading matters. The push on wheel and magnets has the reaction of the sheet's current on them in it.
Straight under the axle that reaction is the whole push: there a sheet that slides past at v = w R moves as a body that
turns with the wheels, and in a field round the axle nothing is cut. Only current that goes a way round, off the plumb
line under the axle, leaves a push. With K the current per meter and per ampere, and Phi the flux forward through the
coaxial circle (r, z):

    F R = [Phi(R, near) - Phi(R, far)] / 2 pi  -  R F_sheet ,    F_sheet = -R int K_z dPhi/dz / (2 pi r^2) dy dz
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from oakspin.draws import Array
from oakspin.fields.train import Assembly

IMAGES = 6  # of the contacts in either edge of the sheet
NODES, WEIGHTS = np.polynomial.legendre.leggauss(8)  # over the thickness of a wheel
ASIDE = np.geomspace(2e-4, 30.0, 65)  # in wheel radii from the plumb line, edges of the strips that are summed
ALONG = (24, 40, 64, 40, 24)  # strips along the axle: beyond a wheel, under it, under the cell, and so on
FIELD_REACH = 5.0  # wheel radii beyond the wheels, where nothing of the field is left


def contacts(assembly: Assembly) -> Array:
    """Where the near and the far wheel touch, over their thickness; shape (2, nodes), m."""
    place = (NODES + 1) / 2
    return np.stack(
        [assembly.half + place * assembly.front.length, -assembly.half - place * assembly.rear.length],
    )


def sheet_current(assembly: Assembly, y: Array, z: Array, width: float) -> Array:
    """Current along +z per meter of the sheet and per ampere, 1/m; ``y`` and ``z`` broadcast.

    The sheet's edges at z = ±width/2 pass no current: each contact has images in both.
    """
    near, far = contacts(assembly)
    total = np.zeros(np.broadcast_shapes(np.shape(y), np.shape(z)))
    for weight, source, sink in zip(WEIGHTS / 2, near, far, strict=True):
        for image in range(-IMAGES, IMAGES + 1):
            flip = -1.0 if image % 2 else 1.0
            for sign, place in ((1.0, source), (-1.0, sink)):
                away = z - (image * width + flip * place)
                total = total + sign * weight * away / (2 * np.pi * (y**2 + away**2))
    return total


@lru_cache(maxsize=256)
def push_per_ampere(assembly: Assembly, wheel: float, width: float) -> tuple[float, float]:
    """(push, share): N per ampere and per tesla-scaled remanence of the assembly, forward positive with + at the near
    end; and what share that is of the push with no current under the axle.
    """
    near, far = contacts(assembly)
    whole = float((assembly.flux(wheel, near) - assembly.flux(wheel, far)) @ WEIGHTS / 2 / (2 * np.pi))
    if abs(whole) < 1e-15:
        return 0.0, 1.0
    reach = min(width / 2, assembly.half + assembly.front.length + FIELD_REACH * wheel)
    wheels = (assembly.half, assembly.half + assembly.front.length)
    marks = (-reach, -wheels[1], -wheels[0], *wheels, reach)
    edges = np.concatenate(
        [np.linspace(a, b, n, endpoint=False) for a, b, n in zip(marks[:-1], marks[1:], ALONG, strict=True)] + [[reach]]
    )
    aside = np.sqrt(ASIDE[1:] * ASIDE[:-1]) * wheel
    r = np.hypot(aside, wheel)[:, None]
    rise = np.diff(assembly.flux(r, edges[None, :]), axis=1)
    middle = (edges[1:] + edges[:-1])[None, :] / 2
    current = sheet_current(assembly, aside[:, None], middle, width)
    strips = 2 * np.diff(ASIDE) * wheel  # on both sides of the plumb line
    reaction = -wheel * float(strips @ (current * rise / (2 * np.pi * r**2)).sum(axis=1))
    left = whole - wheel * reaction
    return left / wheel, left / whole


def sheet_ohms(assembly: Assembly, width: float, thickness: float, resistivity: float) -> float:
    """Resistance of the sheet between both contacts in ohm; a contact is a line as long as its wheel is thick.

    Source: two electrodes on a plane, ln(distance / radius) / pi; a line's radius is a quarter of its length.
    """
    near, far = (float(side.mean()) for side in contacts(assembly))
    size = assembly.front.length / 4
    total = 0.0
    for image in range(-IMAGES, IMAGES + 1):
        flip = -1.0 if image % 2 else 1.0
        own = max(abs(near - (image * width + flip * near)), size)
        other = abs(near - (image * width + flip * far))
        total += np.log(max(other, size) / own)
    return max(total, 0.1) * resistivity / (np.pi * thickness)
