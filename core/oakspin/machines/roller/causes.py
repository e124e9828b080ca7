"""Plain causes that stop a roller, in the order of the links they break."""

from __future__ import annotations

from oakspin.design.roller import RollerDesign
from oakspin.machines.common_causes import magnet_skin, no_terminals
from oakspin.machines.machine import Cause
from oakspin.machines.roller.shape import RollerShape
from oakspin.parts.cell import Pack

CLEAR = 0.5e-3  # m that a wheel must stand out over the cell: foil is not flat; bench experience


def causes_of(design: RollerDesign, shape: RollerShape, pack: Pack) -> tuple[Cause, ...]:
    """Every plain cause."""
    causes = [no_terminals(pack), magnet_skin(design.magnets), _small(shape), _narrow(design, shape), _steel(design)]
    return tuple(cause for cause in causes if cause)


def _small(shape: RollerShape) -> Cause | None:
    if shape.wheel >= shape.assembly.radius + CLEAR:
        return None
    values = {"magnet": shape.wheel * 2e3, "cell": shape.assembly.radius * 2e3}
    return Cause("circuit", "wheels_small", values=dict(values))


def _narrow(design: RollerDesign, shape: RollerShape) -> Cause | None:
    if design.sheet.width_mm * 1e-3 >= shape.long:
        return None
    return Cause("circuit", "sheet_narrow", values={"sheet": design.sheet.width_mm, "axle": shape.long * 1e3})


def _steel(design: RollerDesign) -> Cause | None:
    return Cause("starts", "sheet_steel") if design.sheet.material == "steel" else None
