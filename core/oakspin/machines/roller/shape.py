"""Sizes of a roller and its sheet. SI units; z along the axle toward the near end, 0 at the middle of the cell."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design.roller import RollerDesign
from oakspin.fields.train import Assembly, Ending
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import remanence, stack_length, stack_mass


@dataclass(frozen=True)
class RollerShape:
    """The roller as lengths in m and masses in kg; ``area`` in m2 is what meets the air."""

    assembly: Assembly
    wheel: float
    cell_mass: float
    wheel_mass: float

    @property
    def mass(self) -> float:
        """Mass of cell and wheels."""
        return self.cell_mass + 2 * self.wheel_mass

    @property
    def rolling_mass(self) -> float:
        """Mass that a push along the sheet must speed up: the turning counts, too."""
        wheel, cell = self.assembly.front, self.assembly.radius
        turning = self.wheel_mass * (wheel.radius**2 + wheel.hole**2) + self.cell_mass / 2 * cell**2
        return self.mass + turning / self.wheel**2

    @property
    def long(self) -> float:
        """Length over both wheels."""
        return 2 * (self.assembly.half + self.assembly.front.length)

    @property
    def area(self) -> float:
        """Area that meets the air."""
        ends, cell = 2 * self.assembly.front.length, 2 * self.assembly.half
        return 2 * (ends * self.wheel + cell * self.assembly.radius)


def roller_shape(design: RollerDesign) -> RollerShape:
    """Lay the roller out."""
    cell, magnets = cell_of(design.battery), design.magnets
    many = design.battery.in_series
    out = remanence(magnets) * (1 if magnets.pole_up == "N" else -1)
    far = -out if design.outward == "like" else out
    return RollerShape(
        Assembly(
            many * cell.length_mm * 5e-4,
            cell.diameter_mm * 5e-4,
            cell.can_mm * 1e-3,
            _wheel(design, out),
            _wheel(design, far),
        ),
        magnets.diameter_mm * 5e-4,
        many * cell.mass_g * 1e-3,
        stack_mass(magnets),
    )


def _wheel(design: RollerDesign, strength: float) -> Ending:
    magnets = design.magnets
    across = magnets.magnetized == "across"
    return Ending(magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4, stack_length(magnets), strength, across)
