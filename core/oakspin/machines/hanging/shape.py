"""Sizes of a hanging rotor. SI units; z up, 0 on the lower face of the stack, the point above."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oakspin.design.hanging import HangingDesign
from oakspin.fields.stack import Stack
from oakspin.parts.catalogue import METALS
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import magnet_kind, remanence, stack_length, stack_mass

RING_PLAY = 0.25e-3  # m between a shank and the ring threaded on it, all round


@dataclass(frozen=True)
class HangingShape:
    """Lengths in m, masses in kg: the stack, the screw over it, and where the point touches the cell; ``above`` are
    the rings over the head, none or a stack of their own, whose lower face is ``above_at`` high.
    """

    stack: Stack
    length: float
    screw: float
    head: float
    shank: float
    head_height: float
    screw_mass: float
    magnet_mass: float
    cell_radius: float
    cell_length: float
    above: Stack | None
    above_at: float

    @property
    def point(self) -> float:
        """Height of the point over the lower face of the stack."""
        return self.length + self.screw


def hanging_shape(design: HangingDesign) -> HangingShape:
    """Lay the rotor out."""
    magnets, screw, cell = design.magnets, design.screw, cell_of(design.battery)
    length = stack_length(magnets) if design.stack_on else 0.0
    sign = 1.0 if magnets.pole_up == "N" else -1.0
    stack = Stack(
        magnets.diameter_mm * 5e-4,
        magnets.hole_mm * 5e-4,
        stack_length(magnets),
        sign * remanence(magnets),
        magnets.magnetized == "across",
    )
    shank = screw.shank_mm * 5e-4
    head, height = (shank, 0.0) if screw.headless else (screw.head_mm * 5e-4, screw.head_height_mm * 1e-3)
    # The head is a cone as often as a cylinder: two thirds of the cylinder; the point's cone lacks little.
    volume = 2 / 3 * math.pi * head**2 * height + math.pi * shank**2 * max(screw.length_mm * 1e-3 - height, 0.0)
    above, magnet_mass = None, stack_mass(magnets)
    if design.rings_above and design.stack_on:
        hole = max(shank + RING_PLAY, magnets.hole_mm * 5e-4)
        thick = magnets.thickness_mm * 1e-3 * design.rings_above
        above = Stack(stack.radius, hole, thick, stack.remanence, stack.across)
        magnet_mass += math.pi * max(stack.radius**2 - hole**2, 0.0) * thick * magnet_kind(magnets).density
    return HangingShape(
        stack=stack,
        length=length,
        screw=screw.length_mm * 1e-3,
        head=head,
        shank=2 * shank,
        head_height=height,
        screw_mass=volume * METALS[screw.material].density,
        magnet_mass=magnet_mass if design.stack_on else 0.0,
        cell_radius=cell.diameter_mm * 5e-4,
        cell_length=cell.length_mm * 1e-3 * design.battery.in_series,
        above=above,
        above_at=length + height,
    )
