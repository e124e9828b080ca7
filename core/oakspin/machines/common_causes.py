"""Plain causes that stop several kinds alike; each kind says them in its own words."""

from __future__ import annotations

from oakspin.design.magnets import Magnets
from oakspin.machines.machine import Cause, CauseValue
from oakspin.parts.cell import Pack
from oakspin.parts.magnet import magnet_conducts, magnet_kind


def no_terminals(pack: Pack) -> Cause | None:
    """A cell that has no terminal at each end."""
    return None if pack.cell.stands else Cause("circuit", "no_terminals", values={"cell": pack.cell.name})


def magnet_skin(magnets: Magnets, **which: CauseValue) -> Cause | None:
    """A stack that carries no current, by its material or by its coat; ``which`` is told with it."""
    if magnet_conducts(magnets):
        return None
    if not magnet_kind(magnets).conducts:
        return Cause("circuit", "magnet_no_metal", values={"material": magnet_kind(magnets).name.capitalize(), **which})
    return Cause("circuit", "magnet_coated", values={"coat": magnets.plating, **which})
