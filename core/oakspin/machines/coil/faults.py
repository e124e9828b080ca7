"""Plain causes that stop a rotating coil; each tells in which builds."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array, median
from oakspin.machines.coil.shape import CoilMotor, CoilShape, axle_sag, free_length
from oakspin.machines.machine import Break
from oakspin.parts.catalogue import Support
from oakspin.parts.cell import Pack
from oakspin.parts.wire import wire_metal

SLIDES = 0.03  # slope at which an axle without stops walks off its supports; bench experience


@dataclass(frozen=True)
class Build:
    """What the causes look at; arrays of shape (draws,), SI units."""

    design: CoilMotor
    shape: CoilShape
    pack: Pack
    gap: Array
    weight: Array
    length: Array
    support: Support


def breaks_of(build: Build) -> tuple[Break, ...]:
    """Every plain cause, in the order of the links it breaks."""
    makers = (_strip, _shorted, _bench, _reaches, _bends, _strikes, _walks)
    return tuple(cause for make in makers if (cause := make(build)))


def _strip(build: Build) -> Break | None:
    strip, wire = build.design.strip, build.design.wire
    covered = [name for name, lead in (("left", strip.left), ("right", strip.right)) if lead.bared == "none"]
    if wire.finish == "bare":
        sentence = "The wire is bare: its turns touch and the current passes the coil by. Take enameled wire."
        return Break("circuit", sentence) if np.max(build.shape.wound.turns) > 1 else None
    skin = "plastic" if wire.finish == "plastic" else "enamel"
    if covered:
        return Break("circuit", f"The {' and '.join(covered)} lead is still under its {skin}: no current gets in.")
    if not wire.ends_stripped:
        return Break("circuit", f"The {skin} is still on the leads: no current gets in.")
    return None


def _shorted(build: Build) -> Break | None:
    if build.design.supports.stand == "insulated":
        return None
    return Break("circuit", "The metal stand joins both supports: the current runs through it, the cell gets hot.")


def _bench(build: Build) -> Break | None:
    if build.design.magnets_on == "bench" or build.pack.cell.can_mm > 0 or build.pack.cell.diameter_mm < 40:
        return None
    return Break("starts", f"A {build.pack.cell.name} is no base for the magnets: put them on the bench.")


def _strikes(build: Build) -> Break | None:
    dip = abs(build.shape.tilt) * build.shape.wound.measures.half_along
    left = build.gap - dip - sag_of(build)
    if (left > 0).all():
        return None
    told = f"The coil strikes the magnet: {-median(left) * 1e3:.1f} mm too low." if median(left) <= 0 else ""
    return Break("starts", told or "In some builds the coil strikes the magnet.", left <= 0)


def _reaches(build: Build) -> Break | None:
    wide, need = build.shape.half_spacing, build.shape.wound.measures.half_along
    reach = need + build.design.tails.length_mm * 1e-3
    short = np.broadcast_to(np.asarray(reach < wide), build.gap.shape)
    tight = np.broadcast_to(np.asarray(need + build.shape.bundle / 2 > wide), build.gap.shape)
    if short.any():
        return Break("circuit", f"The leads are too short: they end {1e3 * float(np.max(wide - reach)):.0f} mm before the supports.", short)  # fmt: skip
    if tight.any():
        return Break("starts", "The coil is wider than the space between the supports: it rubs on them.", tight)
    return None


def sag_of(build: Build) -> Array:
    """How far in m the axle sags under the coil, between its supports; the coil itself counts as stiff.

    Source: a beam with a load in the middle of its free length, W l^3 / (48 E I).
    """
    return axle_sag(build.shape, build.weight, wire_metal(build.design.wire))


def _bends(build: Build) -> Break | None:
    shape, metal = build.shape, wire_metal(build.design.wire)
    # The load in the middle of the free length bends the lead there with W l / 4.
    stress = build.weight * free_length(shape) / 4 / (np.pi * shape.wire**3 / 32)
    bent = stress > metal.yield_stress
    if not bent.any():
        return None
    sag = median(sag_of(build)) * 1e3
    return Break("starts", f"The coil is too heavy for its thin axle: it sags {sag:.1f} mm and bends for good.", bent)


def _walks(build: Build) -> Break | None:
    slope = abs(build.shape.tilt)
    if build.design.supports.stops or slope < SLIDES:
        return None
    return Break(
        "stays_on", f"The axle slopes {100 * slope:.0f} mm in 100 and has no stops: it walks off the low side."
    )
