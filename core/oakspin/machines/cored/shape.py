"""Sizes of an iron-cored motor, and its magnets' field. SI units.

Seen from above: x to the right from magnet to magnet, y away from the viewer, the shaft on z. The bar's marked arm
lies along x at angle 0.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.design.cored import CoredDesign
from oakspin.draws import Array
from oakspin.fields.block import Block
from oakspin.fields.iron import Bar
from oakspin.fields.stack import Stack
from oakspin.parts.catalogue import METALS
from oakspin.parts.magnet import remanence, stack_length
from oakspin.parts.wire import coated_diameter, wire_diameter, wire_metal, wire_section

THREADED = 0.8  # of a bolt's section is left by its thread, where part of its length has one; standard threads
ANGLES = np.linspace(0, 2 * np.pi, 72, endpoint=False)
Source = Stack | Block


@dataclass(frozen=True)
class CoredShape:
    """Bar, winding, magnets. ``share`` is the iron of the bar's section; ``arm`` the wound length of one arm; ``out``
    how far the magnets' middle stands above the bar; ``turns`` those on the marked and on the other arm.
    """

    half: float
    hub: float
    radius: float
    share: float
    arm: float
    wire: float
    layers: int
    per_layer: int
    outer: float
    turn_area: float
    wire_length: float
    bar_mass: float
    wire_mass: float
    left: Source
    right: float
    face: float
    out: float
    turns: tuple[int, int]

    @property
    def bar(self) -> Bar:
        """The iron of the bar."""
        return Bar(self.half, self.radius, self.share)

    @property
    def turn_radius(self) -> float:
        """Mean radius of a turn in m."""
        return math.sqrt(self.turn_area / math.pi)

    @property
    def core_area(self) -> float:
        """Section of the bar, hole included."""
        return math.pi * self.radius**2


def cored_shape(design: CoredDesign) -> CoredShape:
    """Lay the motor out."""
    core, wire = design.core, wire_diameter(design.wire)
    half, hub, radius = core.length_mm * 5e-4, core.hub_mm * 5e-4, core.diameter_mm * 5e-4
    pipe = 1 - (1 - core.wall_mm * 1e-3 / radius) ** 2
    share = {"rod": 1.0, "nail": 1.0, "bolt": THREADED, "pipe": pipe, "none": 0.0}[core.form]
    coated = coated_diameter(design.wire)
    arm = half - hub
    per_layer = max(1, int(arm / coated))
    turns, other = design.winding.turns, other_turns(design)
    layers = math.ceil(max(turns, other) / per_layer)
    mean = radius + layers * coated / 2
    length = (turns + other) * 2 * math.pi * mean + 0.12
    iron = math.pi * radius**2 * share * 2 * half * METALS["steel"].density
    copper = length * wire_section(wire) * wire_metal(design.wire).density
    magnets = design.magnets
    strength = remanence(magnets) * (1 if magnets.pole_up == "N" else -1)
    if magnets.shape == "block":
        # Its side along the shaft stands upright here, the other lies along y.
        source: Source = Block(magnets.across_mm * 1e-3, magnets.along_mm * 1e-3, stack_length(magnets), strength)
    else:
        source = Stack(
            magnets.diameter_mm * 5e-4,
            magnets.hole_mm * 5e-4,
            stack_length(magnets),
            strength,
            magnets.magnetized == "across",
        )
    right = 0.0 if design.gap.stacks == 1 else 1.0 if design.gap.facing == "unlike" else -1.0
    return CoredShape(
        half,
        hub,
        radius,
        share,
        arm,
        wire,
        layers,
        per_layer,
        radius + layers * coated,
        math.pi * mean**2,
        length,
        iron,
        copper,
        source,
        right,
        half + design.gap.distance_mm * 1e-3,
        design.gap.out_of_line_mm * 1e-3,
        (turns, other),
    )


def other_turns(design: CoredDesign) -> int:
    """Turns on the arm that is not marked."""
    second_turns = design.winding.other_turns
    return design.winding.turns if second_turns is None else second_turns


@dataclass(frozen=True)
class Arms:
    """How the arms share the current: turns of each that carry all of it, in parts of the marked arm's turns; ``wire``
    the ohms that they have together, in parts of both one behind the other.
    """

    marked: float
    other: float
    wire: float


def arms_of(design: CoredDesign) -> Arms:
    """Both arms in series, side by side, or what is left of them where one is open.

    Side by side each takes current as the other resists: Thevenin, with the back-EMF of each.
    """
    winding, ratio = design.winding, other_turns(design) / design.winding.turns
    if winding.joined == "series":
        return Arms(1.0, ratio, 1.0)
    if winding.open_arm == "marked":
        return Arms(0.0, ratio, ratio / (1 + ratio))
    if winding.open_arm == "other" or not ratio:
        return Arms(1.0, 0.0, 1 / (1 + ratio))
    return Arms(ratio / (1 + ratio), ratio / (1 + ratio), ratio / (1 + ratio) ** 2)


def magnets_field(shape: CoredShape, points: Array) -> Array:
    """Field in T of both stacks at points of shape (points, 3); per the told remanence."""
    return _stacks_field(shape.left, shape.right, shape.face, points - np.array([0.0, 0.0, shape.out]))


def _stacks_field(left: Source, right: float, face: float, points: Array) -> Array:
    field = np.zeros_like(points)
    for lower, sign in ((-face - left.length, 1.0), (face, right)):
        if sign:
            # The stack's own axis lies along x: what is its z is x here.
            own = np.stack([points[:, 1], points[:, 2], points[:, 0] - lower], axis=1)
            b = left.field(own)
            field += sign * np.stack([b[:, 2], b[:, 0], b[:, 1]], axis=1)
    return field
