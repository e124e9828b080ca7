"""Sizes of a hanging rotor. SI units; z up, 0 on the lower face of the stack, the point above."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oakspin.design.hanging import HangingDesign
from oakspin.fields.stack import Stack
from oakspin.parts.catalogue import METALS
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import remanence, stack_length, stack_mass


@dataclass(frozen=True)
class HangingShape:
    """Lengths in m, masses in kg: the stack, the screw over it, and where the point touches the cell."""

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
    head, shank, height = screw.head_mm * 5e-4, screw.shank_mm * 5e-4, screw.head_height_mm * 1e-3
    # The head is a cone as often as a cylinder: two thirds of the cylinder; the point's cone lacks little.
    volume = 2 / 3 * math.pi * head**2 * height + math.pi * shank**2 * max(screw.length_mm * 1e-3 - height, 0.0)
    return HangingShape(
        stack=stack,
        length=length,
        screw=screw.length_mm * 1e-3,
        head=head,
        shank=2 * shank,
        head_height=height,
        screw_mass=volume * METALS[screw.material].density,
        magnet_mass=stack_mass(magnets) if design.stack_on else 0.0,
        cell_radius=cell.diameter_mm * 5e-4,
        cell_length=cell.length_mm * 1e-3 * design.battery.in_series,
    )
