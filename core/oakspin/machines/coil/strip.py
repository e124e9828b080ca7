"""What the bared arcs of both leads let through at every angle.

At machine angle q the point of a lead that lies in its support is a quarter turn below the
axle: in the lead's own degrees, counted from the face normal, that is 270 - q.
"""

from __future__ import annotations

import numpy as np

from oakspin.constants import HANDS
from oakspin.design.coil import Lead
from oakspin.draws import MEDIAN, Array, Draws
from oakspin.machines.coil.shape import CoilMotor, magnet_turn

ANGLES = np.linspace(0, 2 * np.pi, 72, endpoint=False)
_CELL = 360.0 / ANGLES.size  # degrees that each angle stands for
TOUCHES = 270.0  # degrees from the face normal to the point in the support, at machine angle 0


def bare_share(center: Array, width: Array, at: Array) -> Array:
    """Share of each angle's own stretch in which an arc touches; shape (draws, angles), degrees in."""
    away = np.abs((at[None, :] - center[:, None] + 180) % 360 - 180)
    return np.asarray(np.clip((width[:, None] / 2 - away) / _CELL + 0.5, 0.0, 1.0))


def lead_bare(lead: Lead, design: CoilMotor, draws: Draws, other: bool) -> Array:
    """Share of each angle at which this lead shows bare metal to its support; shape (draws or 1, angles)."""
    if design.wire.finish == "bare" and lead.rest == "enamel":
        return np.ones((1, ANGLES.size))
    if lead.bared != "arcs":
        return np.full((1, ANGLES.size), 1.0 if lead.bared == "all" else 0.0)
    hand = HANDS[design.maker]
    name = "_other" if other else ""
    turned = hand.strip_deg * draws.normal(f"hand_strip{name}")
    wider = hand.width_deg * draws.normal(f"hand_width{name}")
    at = (TOUCHES - np.degrees(ANGLES)) % 360
    bare = np.zeros((1, ANGLES.size))
    for arc in lead.arcs:
        width = np.clip(arc.width_deg + wider, 0.0, 360.0)
        share = bare_share(np.asarray(arc.center_deg + turned), np.asarray(width), at)
        # An arc that goes nearly all round meets itself: its two ends leave one seam.
        bare = np.maximum(bare, np.where((width >= 360.0)[:, None], 1.0, share))
    return bare


def switch_of(design: CoilMotor, ohms: Array, draws: Draws) -> Array:
    """Share of the closed circuit's current at every angle; shape (draws or 1, angles).

    Where a lead lies on enamel nothing flows; where it lies on paint, what leaks through.
    """
    through = np.ones((1, ANGLES.size))
    leak = draws.value("marker_ohms")
    for lead, other in ((design.strip.left, False), (design.strip.right, True)):
        bare = lead_bare(lead, design, draws, other)
        if lead.rest == "marker" and lead.bared == "arcs":
            # Worn paint is bare metal in spots; the rest leaks.
            worn, leaks = lead.worn_percent / 100, (ohms / (ohms + leak))[:, None]
            bare = bare + (1 - bare) * (worn + (1 - worn) * leaks)
        through = through * bare
    return through


def upright_pose(design: CoilMotor) -> float:
    """The upright pose with the marked side up: the coil's first side up (0) or down (pi), rad.

    The marked side is the one that points away from the magnets while more current flows: while it does, the coil is
    pushed on.
    """
    turned = round(magnet_turn(design) / (2 * np.pi) * ANGLES.size)
    through = lead_bare(design.strip.left, design, MEDIAN, False) * lead_bare(design.strip.right, design, MEDIAN, True)
    return np.pi if through[0, ANGLES.size // 2 + turned] > through[0, turned] else 0.0
