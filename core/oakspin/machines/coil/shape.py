"""Where the coil, its magnets, supports and battery are; what is the same for one coil and for two lobes.

Frame: x along the axle toward the end that the machine is looked at from, y to the viewer's
right, z up from the bench. At angle 0 the coil's marked side is up and its face normal along y.
Every number of the design may be an array of shape (draws,): then each draw is a design of its own.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from oakspin.design.coil import CradleDesign, LobesDesign, OwnOutline, RoundOutline
from oakspin.design.magnets import Magnets
from oakspin.draws import Array
from oakspin.machines.coil.outline import CoilOutline, Measures, drawn, measures_of
from oakspin.parts.catalogue import Metal
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import stack_length
from oakspin.parts.wire import coated_diameter, wire_diameter

CoilMotor = CradleDesign | LobesDesign
# A float, or an array of shape (draws,) in which each draw is a design of its own.
Number = Any

PACKING = 0.75
OVER_BENCH = 3e-3  # m that a coil is kept clear of the bench where no magnet lies between; bench experience
TIE_TURNS = 3  # windings of each lead round the bundle that hold it together


@dataclass(frozen=True)
class Wound:
    """The wound part: outline, turns of one wire in all, and where each part's marked side points at angle 0.

    ``measures`` are sums along one turn; ``places`` in rad counterclockwise from y; a single coil's marked side is
    up, at a quarter turn.
    """

    outline: CoilOutline
    turns: Number
    places: tuple[float, ...]
    measures: Measures

    @property
    def center(self) -> Number:
        """Distance in m of the wire's centre of mass from the axle, by shape alone."""
        x = sum(math.cos(place) for place in self.places) / len(self.places)
        y = sum(math.sin(place) for place in self.places) / len(self.places)
        return abs(self.measures.mean_v) * math.hypot(x, y)

    @property
    def center_place(self) -> float:
        """Where that centre lies at angle 0, in rad from y."""
        x, y = sum(map(math.cos, self.places)), sum(map(math.sin, self.places))
        return math.atan2(y, x) + (math.pi if self.measures.mean_v < 0 else 0.0)


def seen_from(design: CoilMotor) -> str:
    """The end that the machine is looked at from: that of the lead bared all round, else the left one."""
    strip = design.strip
    return "right" if strip.right.bared == "all" and strip.left.bared != "all" else "left"


def wound(design: CoilMotor) -> Wound:
    """The coil or the two lobes as one wound part."""
    if isinstance(design, LobesDesign):
        lobes = design.lobes
        outline = CoilOutline(lobes.outline, lobes.along_mm * 1e-3, lobes.reach_mm * 1e-3, lobe=True)
        half = math.radians(lobes.opening_deg) / 2
        return _wound(outline, 2 * lobes.turns, (math.pi - half, math.pi + half))
    shape, up = design.coil.outline, (math.pi / 2,)
    if isinstance(shape, RoundOutline):
        return _wound(CoilOutline("round", shape.diameter_mm * 1e-3, shape.diameter_mm * 1e-3), design.coil.turns, up)
    if isinstance(shape, OwnOutline):
        toward = -1.0 if seen_from(design) == "left" else 1.0
        corners = [(toward * point.along_mm * 1e-3, point.across_mm * 1e-3) for point in shape.points]
        area = sum(corners[i - 1][0] * corners[i][1] - corners[i][0] * corners[i - 1][1] for i in range(len(corners)))
        return _wound(CoilOutline("own", corners=tuple(corners if area < 0 else corners[::-1])), design.coil.turns, up)
    return _wound(CoilOutline(shape.by, shape.along_mm * 1e-3, shape.across_mm * 1e-3), design.coil.turns, up)


def _wound(outline: CoilOutline, turns: Number, places: tuple[float, ...]) -> Wound:
    return Wound(outline, turns, places, measures_of(outline))


@dataclass(frozen=True)
class CoilShape:
    """Heights in m over the bench, and what they follow from.

    ``base`` is the height of the magnets' lower face, or of their lower edge where they stand beside the coil; ``over``
    the distance from the axle to the face that it passes.
    """

    wound: Wound
    wire: Number
    bundle: Number
    base: float
    stack: float
    axle: Number
    over: Number
    half_spacing: float
    tilt: float

    @property
    def reach(self) -> Number:
        """Radius of the coil's sweep, bundle included."""
        return self.wound.measures.reach + self.bundle / 2

    @property
    def low(self) -> Number:
        """Height of the coil's lowest sweep."""
        return self.axle - self.reach


def coil_shape(design: CoilMotor) -> CoilShape:
    """Lay the motor out."""
    whole = wound(design)
    wire = wire_diameter(design.wire)
    coated = coated_diameter(design.wire)
    turns_here = whole.turns / len(whole.places)
    bundle = coated * np.sqrt(turns_here / PACKING)
    base = cell_of(design.battery).diameter_mm * 1e-3 if design.magnets_on == "battery" else 0.0
    stack, reach, gap = stack_length(design.magnets), whole.measures.reach + bundle / 2, design.gap_mm * 1e-3
    over = gap + reach
    axle = base + stack + over
    if design.magnets_on == "beside":
        upright = across_of(design.magnets)
        axle = np.maximum(reach + OVER_BENCH, upright / 2)
        base = axle - upright / 2
    elif design.magnets_on == "around":
        over = gap
        base = np.maximum(reach + OVER_BENCH - stack - gap, 0.0)
        axle = base + stack + gap
    half = design.supports.spacing_mm * 5e-4
    return CoilShape(whole, wire, bundle, base, stack, axle, over, half, design.supports.level_mm * 1e-3 / (2 * half))


def across_of(magnets: Magnets) -> float:
    """How far in m the stack reaches across the axle, or up where it stands beside the coil."""
    return (magnets.across_mm if magnets.shape == "block" else magnets.diameter_mm) * 1e-3


def magnet_turn(design: CoilMotor) -> float:
    """How far in rad the magnets are turned about the axle from below it: a quarter turn, to the right, beside it."""
    return math.pi / 2 if design.magnets_on == "beside" else 0.0


def sweep_in_ring(design: CoilMotor, shape: CoilShape) -> float:
    """How much room in m the coil's widest sweep leaves in the ring round it, at the height of the ring."""
    path = drawn(shape.wound.outline)
    turn = np.linspace(0, 2 * np.pi, 72, endpoint=False)[:, None]
    aside, below = path[:, 1] * np.cos(turn), -path[:, 1] * np.sin(turn) - shape.over
    inside = (below > -shape.bundle / 2) & (below < shape.stack + shape.bundle / 2)
    wide = np.where(inside, np.hypot(path[:, 0], aside), 0.0).max() + shape.bundle / 2
    return float(design.magnets.hole_mm * 5e-4 - wide)


def wire_length(design: CoilMotor, shape: CoilShape) -> Number:
    """All wire in m: turns, leads, and what ties them."""
    tied = 2 * TIE_TURNS * np.pi * shape.bundle if design.tails.tied else 0.0
    return shape.wound.turns * shape.wound.measures.length + 2 * design.tails.length_mm * 1e-3 + tied


def free_length(shape: CoilShape) -> float:
    """Length in m of lead between both supports and the coil, which counts as stiff."""
    return 2 * max(shape.half_spacing - shape.wound.measures.half_along, 1e-3)


def axle_sag(shape: CoilShape, weight: Number, metal: Metal) -> Array:
    """Sag in m of the axle under the coil's weight in N.

    Source: a beam with a load in the middle, W l^3 / (48 E I).
    """
    return np.asarray(weight * free_length(shape) ** 3 / (48 * metal.stiffness * np.pi * shape.wire**4 / 64))
