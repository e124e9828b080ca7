"""Cells and packs: volts, ohms, charge, and how they fade."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from oakspin.design.battery import Battery
from oakspin.draws import Array, Draws
from oakspin.parts.catalogue import CELLS, Cell

SPECIFIC_HEAT = 1000.0  # J/kg K, a cell as a whole; calorimetry of cells
POLARIZING_A = 1.0  # A from a cell, at which half of its growth in ohms has come after some 5 to 20 s; bench readings
# A cell gives charge / (1 + (I / tires)^DRAIN): fitted to an alkaline AA's 2.5 Ah at 0.1 A, 1.3 at 1 A, 4 min at 5 A
# and an AAA's 1.1 and 0.5 Ah; usual data sheets, constant current down to 0.9 V.
DRAIN = 1.15
TIRES_V = {"alkaline": 0.17, "zinc_carbon": 0.11, "nimh": 0.7, "lithium_primary": 0.6}  # V over a cell's own ohms
WARM = 1 / 3  # how much of the cold's law holds above 20 C


@dataclass(frozen=True)
class Pack:
    """A battery with draws. Arrays have shape (draws,); volts and ohms are fresh ones.

    ``charge`` in coulombs to a light drain, ``tires`` the amperes through the pack at which it gives half of that;
    ``used`` the share of it gone; ``limit`` the most amperes that a bench supply lets through; ``grows`` how many times
    its ohms grow within some 5 to 20 s of more than about an ampere, as a zinc cell's do: 1 where they do not.
    """

    cell: Cell
    in_series: int
    in_parallel: int
    volts: Array
    ohms: Array
    end_volts: Array
    end_ohms: float
    charge: Array
    tires: float
    used: float
    limit: float = math.inf
    grows: Array | float = 1.0

    def volts_at(self, used: Array | float) -> Array:
        """Open-circuit volts when a share ``used`` of the charge is gone."""
        return np.asarray(self.volts + (self.end_volts - self.volts) * used)

    def ohms_at(self, used: Array | float) -> Array:
        """Ohms inside when a share ``used`` of the charge is gone."""
        return np.asarray(self.ohms * (1 + (self.end_ohms - 1) * used))

    def current(self, ohms: Array, used: Array | float) -> Array:
        """Amperes through a circuit of so many ohms in all, when a share ``used`` of the charge is gone."""
        return np.asarray(np.minimum(self.volts_at(used) / ohms, self.limit))

    def polarized(self, current: Array) -> Pack:
        """The pack after some 5 to 20 s of this mean current, in A through all of it."""
        each = (current / self.in_parallel / POLARIZING_A) ** 2
        return replace(self, ohms=self.ohms * (1 + (self.grows - 1) * each / (1 + each)))

    @property
    def endless(self) -> bool:
        """Whether it never runs down: a bench supply."""
        return bool(np.all(np.isfinite(self.limit)))

    @property
    def mass(self) -> float:
        """Mass of all cells in kg."""
        return self.cell.mass_g * 1e-3 * self.in_series * self.in_parallel

    @property
    def length(self) -> float:
        """Length of one string of cells standing on each other, in m."""
        return self.cell.length_mm * 1e-3 * self.in_series

    @property
    def radius(self) -> float:
        """Radius of one cell in m."""
        return self.cell.diameter_mm * 5e-4


def cell_of(battery: Battery) -> Cell:
    """The catalogue's cell, or the user's own."""
    own = battery.own
    if battery.cell == "bench_supply":
        return replace(CELLS["bench_supply"], volts=battery.supply.volts, end_volts=battery.supply.volts)
    if own is None:
        return CELLS[battery.cell]
    fade = {"nimh": (0.85, 1.5)}.get(own.chemistry, (0.63, 3.0))
    tires = TIRES_V.get(own.chemistry, TIRES_V["alkaline"]) * max(own.volts / 1.5, 1.0) / own.ohms
    return Cell(
        "own cell",
        own.volts,
        own.ohms,
        own.mass_g,
        own.diameter_mm,
        own.length_mm,
        own.charge_Ah * (1 + tires**-DRAIN),  # it is told at about 1 A
        tires,
        end_volts=own.volts * fade[0],
        end_ohms=fade[1],
        zinc=own.chemistry != "nimh",
        cold=0.015 if own.chemistry == "nimh" else 0.03,
        source="the user",
    )


def chill(cell: Cell, room_C: float) -> float:
    """How many times its ohms a cell has at the room's temperature: about twice at 0 C for a zinc cell."""
    colder = 20.0 - room_C
    return math.exp(cell.cold * (colder if colder > 0 else WARM * colder))


def pack_of(battery: Battery, draws: Draws, room_C: float = 20.0) -> Pack:
    """The battery as volts and ohms with draws; a bench supply is one, however many cells there were before.

    Series strings add volts and ohms; parallel strings divide the ohms and add charge. A cell
    that the user measured keeps its volts and ohms to a few per cent. A cold one has more ohms and tires sooner.
    """
    cell = cell_of(battery)
    cold = chill(cell, room_C)
    ohms = cold * (draws.value("cell_ohms") if battery.own is None else draws.factor("cell_ohms", 1.1))
    is_set = battery.cell == "bench_supply"
    in_series, in_parallel = (1, 1) if is_set else (battery.in_series, battery.in_parallel)
    strings = in_series / in_parallel
    volts = cell.volts * in_series * (np.ones(draws.count) if is_set else draws.value("cell_volts"))
    return Pack(
        cell=cell,
        in_series=in_series,
        in_parallel=in_parallel,
        volts=volts,
        ohms=cell.ohms * ohms * strings,
        end_volts=volts * (1.0 if is_set else cell.end_volts / cell.volts),
        end_ohms=cell.end_ohms,
        charge=cell.charge_Ah * 3600 * in_parallel * draws.value("cell_charge"),
        tires=cell.tires_A * in_parallel / cold,
        used=battery.used_percent / 100,
        limit=battery.supply.limit_A if is_set else math.inf,
        grows=draws.value("polarization") if cell.zinc and not is_set else 1.0,
    )


def charge_at(pack: Pack, current: Array) -> Array:
    """Charge in coulombs that the fresh pack gives to a current in A; the root mean square of one that pulses.

    Source: charge by current of usual data sheets; what a pulse loses inside goes with its square.
    """
    return np.asarray(pack.charge / (1 + (np.maximum(current, 0.0) / pack.tires) ** DRAIN))


def charge_at_one_ampere(cell: Cell) -> float:
    """Ampere hours that one fresh cell gives at 1 A: as an own cell's charge is told."""
    return float(cell.charge_Ah / (1 + cell.tires_A**-DRAIN))
