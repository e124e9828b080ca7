"""What is on the table: cells, magnets, wire metals, contacts. Each entry tells its source."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design.battery import CellName
from oakspin.design.magnets import Grade, MagnetMaterial
from oakspin.design.wire import WireMaterial

_CELL_SHEETS = "typical values of cell data sheets and bench readings"


@dataclass(frozen=True)
class Cell:
    """One fresh cell. Volts fall to ``end_volts`` and ohms rise ``end_ohms`` times as charge goes.

    ``charge_Ah`` is what it gives to a light drain, ``tires_A`` the current at which it gives half of that. A ``zinc``
    cell's ohms grow within seconds of a heavy current and recover in a minute. ``cold`` is how much its ohms grow for
    each kelvin under 20 C.
    """

    name: str
    volts: float
    ohms: float
    mass_g: float
    diameter_mm: float
    length_mm: float
    charge_Ah: float
    tires_A: float
    end_volts: float
    end_ohms: float = 3.0
    stands: bool = True
    can_mm: float = 0.25
    bottom_mm: float = 0.30
    zinc: bool = True
    cold: float = 0.03
    source: str = _CELL_SHEETS


CELLS: dict[CellName, Cell] = {
    "alkaline_AAA": Cell("AAA alkaline", 1.58, 0.27, 11.5, 10.5, 44.5, 1.2, 0.75, 1.0),
    "alkaline_AA": Cell("AA alkaline", 1.58, 0.18, 23, 14.5, 50.5, 2.7, 0.94, 1.0),
    "alkaline_C": Cell("C alkaline", 1.58, 0.14, 66, 26.2, 50, 8, 1.0, 1.0),
    "alkaline_D": Cell("D alkaline", 1.58, 0.12, 140, 34.2, 61.5, 17, 1.15, 1.0),
    "zinc_carbon_AA": Cell(
        "AA zinc-carbon", 1.6, 0.6, 17, 14.5, 50.5, 1.0, 0.18, 0.9, can_mm=0.0, bottom_mm=0.2, cold=0.04
    ),
    "nimh_AA": Cell("AA NiMH", 1.3, 0.035, 27, 14.5, 50.5, 2.0, 20, 1.1, end_ohms=1.5, zinc=False, cold=0.015),
    "nimh_AAA": Cell("AAA NiMH", 1.3, 0.07, 12, 10.5, 44.5, 0.8, 10, 1.1, end_ohms=1.5, zinc=False, cold=0.015),
    "alkaline_9V": Cell("9 V block", 9.4, 1.7, 46, 26, 48, 0.55, 0.6, 6.0, stands=False),
    "button_LR44": Cell("LR44 button", 1.55, 8.0, 2, 11.6, 5.4, 0.13, 0.02, 1.0),
    "coin_CR2032": Cell("CR2032 coin", 3.2, 20.0, 3, 20, 3.2, 0.22, 0.02, 2.0, zinc=False, cold=0.02),
    "lantern_6V": Cell("6 V lantern", 6.3, 0.5, 700, 67, 102, 12, 1.0, 4.0, stands=False),
    "bench_supply": Cell(
        "bench supply", 1.5, 0.05, 500, 60, 100, 1000, 1e6, 1.5, end_ohms=1.0, stands=False, zinc=False, cold=0.0
    ),
}


@dataclass(frozen=True)
class MagnetKind:
    """A magnet material: density and whether its bare body conducts."""

    name: str
    density: float
    conducts: bool
    source: str = "magnet makers' data sheets"


MAGNET_KINDS: dict[MagnetMaterial, MagnetKind] = {
    "neodymium": MagnetKind("neodymium", 7500, True),
    "ferrite": MagnetKind("ferrite", 4900, False),
    "alnico": MagnetKind("alnico", 7300, True),
}


@dataclass(frozen=True)
class GradeEntry:
    """A grade: remanence in tesla and the material it is made of."""

    remanence: float
    material: MagnetMaterial
    source: str = "magnet makers' data sheets"


GRADES: dict[Grade, GradeEntry] = {
    "N35": GradeEntry(1.19, "neodymium"),
    "N42": GradeEntry(1.30, "neodymium"),
    "N45": GradeEntry(1.35, "neodymium"),
    "N52": GradeEntry(1.45, "neodymium"),
    "ferrite": GradeEntry(0.38, "ferrite"),
    "alnico": GradeEntry(1.20, "alnico"),
}


@dataclass(frozen=True)
class Metal:
    """A wire metal in SI units; ``hardness`` is that of the contact, ``yield_stress`` of the bend."""

    name: str
    resistivity: float
    per_kelvin: float
    density: float
    specific_heat: float
    stiffness: float
    yield_stress: float
    hardness: float
    magnetic: bool = False
    source: str = "IEC 60028 for copper; handbook values"


METALS: dict[WireMaterial, Metal] = {
    "copper": Metal("copper", 1.724e-8, 3.93e-3, 8960, 385, 117e9, 90e6, 0.8e9),
    "aluminum": Metal("aluminum", 2.82e-8, 3.9e-3, 2700, 900, 69e9, 60e6, 0.4e9),
    "brass": Metal("brass", 6.5e-8, 1.5e-3, 8500, 380, 105e9, 150e6, 1.2e9),
    "steel": Metal("florist's steel", 1.5e-7, 5e-3, 7850, 460, 200e9, 250e6, 1.5e9, magnetic=True),
}

NICKEL_RESISTIVITY = 7.0e-8  # ohm m at 20 C, the plating of terminals and magnets; handbook value

FILM_FACTOR = {"sanded": 1.5, "handled": 3.0, "tarnished": 10.0}  # R. Holm, Electric Contacts; x/÷ 2
FOOT_FORCE = {"free": 0.3e-3, "barely": 2e-3, "light": 5e-3, "firm": 30e-3, "gripping": 100e-3}  # N; bench classes


@dataclass(frozen=True)
class Support:
    """What an axle lies in: ohms from its foot to its seat; ``gives`` how much longer a hopping axle touches it."""

    name: str
    ohms: float
    rho: float
    gives: float = 1.0
    source: str = "size and metal of the part; bench readings"


SUPPORTS = {
    "steel_clip": Support("paper clip", 0.012, 1.5e-7, gives=1.2),
    "safety_pin": Support("safety pin", 0.015, 1.5e-7, gives=1.1),
    "needle_eye": Support("needle's eye", 0.010, 1.8e-7),
    "bare_copper": Support("bare copper wire", 0.002, 1.724e-8, gives=1.2),
}


@dataclass(frozen=True)
class Axle:
    """What may hold a coil instead of its leads alone: mass in kg, radius and length in m."""

    name: str
    mass: float
    radius: float
    length: float
    source: str = "a bottle cork, a stub of a pencil; usual sizes and densities"


AXLES = {
    "cork": Axle("cork", 2.6e-3, 11e-3, 38e-3),
    "pencil": Axle("pencil stub", 0.5e-3, 3.6e-3, 20e-3),
}
# m, from the seat up to the brim and aside to it: an open one is a dent as deep as a wire, a deep one a V.
SEATS = {"open": (0.5e-3, 1.0e-3), "deep": (4e-3, 3e-3)}
MARKER_FILM = 1.5  # what is left of the paint where bare metal was kept free; bench experience
