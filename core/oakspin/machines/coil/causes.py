"""Plain causes that stop a rotating coil; each tells in which builds."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array, Draws, median
from oakspin.machines.coil.shape import CoilMotor, CoilShape, axle_sag, free_length, sweep_in_ring
from oakspin.machines.machine import Cause, CauseValue
from oakspin.parts.catalogue import AXLES, Support
from oakspin.parts.cell import Pack
from oakspin.parts.wire import HARD_BEND, bend_moment, wire_metal

PULL = 8.0  # N with which fingers pull a wire round a former; bench experience
SLIDES = 0.03  # slope at which an axle without stops walks off its supports; bench experience


@dataclass(frozen=True)
class Situation:
    """What the causes look at; arrays of shape (draws,), SI units."""

    design: CoilMotor
    shape: CoilShape
    pack: Pack
    gap: Array
    weight: Array
    length: Array
    support: Support
    draws: Draws


def causes_of(known: Situation) -> tuple[Cause, ...]:
    """Every plain cause, in the order of the links it breaks."""
    makers = (_strip, _shorted, _bench, _reaches, _stiff, _bends, _shape, _around, _core, _wide, _strikes, _walks)
    return tuple(cause for make in makers if (cause := make(known)))


def _strip(known: Situation) -> Cause | None:
    strip, wire = known.design.strip, known.design.wire
    covered = [name for name, lead in (("left", strip.left), ("right", strip.right)) if lead.bared == "none"]
    if wire.finish == "bare":
        return Cause("circuit", "bare_turns") if np.max(known.shape.wound.turns) > 1 else None
    skin = "plastic" if wire.finish == "plastic" else "enamel"
    if covered:
        return Cause("circuit", "lead_covered", values={"leads": " and ".join(covered), "skin": skin})
    if not wire.ends_stripped:
        return Cause("circuit", "ends_covered", values={"skin": skin})
    return None


def _shorted(known: Situation) -> Cause | None:
    if known.design.supports.stand == "insulated":
        return None
    return Cause("circuit", "shorted")


def _bench(known: Situation) -> Cause | None:
    if known.design.magnets_on != "battery" or known.pack.cell.can_mm > 0 or known.pack.cell.diameter_mm < 40:
        return None
    return Cause("starts", "no_base", values={"cell": known.pack.cell.name})


def _strikes(known: Situation) -> Cause | None:
    if known.design.magnets_on == "around":
        return None
    dip = abs(known.shape.tilt) * known.shape.wound.measures.half_along
    left = known.gap - dip - sag_of(known)
    if (left > 0).all():
        return None
    if median(left) <= 0:
        return Cause("starts", "strikes", left <= 0, {"low": -median(left) * 1e3})
    return Cause("starts", "some_strike", left <= 0)


def _reaches(known: Situation) -> Cause | None:
    wide, need = known.shape.half_spacing, known.shape.wound.measures.half_along
    reach = need + known.design.tails.length_mm * 1e-3
    short = np.broadcast_to(np.asarray(reach < wide), known.gap.shape)
    tight = np.broadcast_to(np.asarray(need + known.shape.bundle / 2 > wide), known.gap.shape)
    if short.any():
        return Cause("circuit", "leads_short", short, {"missing": 1e3 * float(np.max(wide - reach))})
    if tight.any():
        return Cause("starts", "coil_too_wide", tight)
    return None


def sag_of(known: Situation) -> Array:
    """How far in m the axle sags under the coil, between its supports; coil, cork and pencil count as stiff.

    Source: a beam with a load in the middle of its free length, W l^3 / (48 E I).
    """
    if known.design.axle != "leads":
        return 0.0 * known.weight
    return axle_sag(known.shape, known.weight, wire_metal(known.design.wire))


def _stiff(known: Situation) -> Cause | None:
    """Wire that fingers do not wind on this former."""
    former = former_radius(known.shape)
    moment = bend_moment(known.shape.wire, wire_metal(known.design.wire))
    stiff = np.broadcast_to(np.asarray(moment > windable(former)), known.gap.shape)
    return Cause("circuit", "too_stiff", stiff, {"former": 2e3 * float(np.min(former))}) if stiff.any() else None


def former_radius(shape: CoilShape) -> Array:
    """Radius in m of the narrower side of the former."""
    measures = shape.wound.measures
    return np.maximum(min(measures.half_along, measures.reach) - np.asarray(shape.bundle) / 2, 1e-3)


def windable(former: Array) -> Array:
    """Moment in N m that fingers wind on a former of this radius in m: what they hold, by what they pull."""
    return np.minimum(HARD_BEND, PULL * former)


def _shape(known: Situation) -> Cause | None:
    """Leads so thin that putting the coil in and flicking it bends them."""
    if known.design.axle != "leads":
        return None
    force = bend_moment(known.shape.wire, wire_metal(known.design.wire)) / (known.design.tails.length_mm * 1e-3)
    bent = force < known.draws.value("handling_N")
    return Cause("starts", "no_shape", bent) if bent.any() else None


def _around(known: Situation) -> Cause | None:
    """A coil too wide for the ring round it."""
    if known.design.magnets_on != "around":
        return None
    room = sweep_in_ring(known.design, known.shape)
    lead = float(np.max(known.shape.over - known.shape.wire / 2))
    if room <= 0:
        return Cause("starts", "ring_narrow", values={"wide": -2e3 * room})
    return None if lead > 0 else Cause("starts", "lead_on_ring")


def _wide(known: Situation) -> Cause | None:
    """Magnets that reach into the supports beside them."""
    magnets = known.design.magnets
    half = (magnets.along_mm if magnets.shape == "block" else magnets.diameter_mm) * 5e-4
    over = half - known.shape.half_spacing
    if known.design.magnets_on == "beside" or over <= 0:
        return None
    return Cause("starts", "magnets_wide", values={"over": over * 2e3, "apart": half * 2e3})


def _core(known: Situation) -> Cause | None:
    """A coil too small to go round its cork or pencil, which lies along the axle inside of it."""
    held, measures = AXLES.get(known.design.axle), known.shape.wound.measures
    if held is None or (measures.reach >= held.radius and measures.half_along >= held.length / 2):
        return None
    values: dict[str, CauseValue] = {"axle": held.name, "wide": 2e3 * held.radius, "long": 1e3 * held.length}
    return Cause("circuit", "axle_thick", values=values)


def _bends(known: Situation) -> Cause | None:
    if known.design.axle != "leads":
        return None
    shape, metal = known.shape, wire_metal(known.design.wire)
    # The load in the middle of the free length bends the lead there with W l / 4.
    stress = known.weight * free_length(shape) / 4 / (np.pi * shape.wire**3 / 32)
    bent = stress > metal.yield_stress
    if not bent.any():
        return None
    return Cause("starts", "axle_bends", bent, {"sag": median(sag_of(known)) * 1e3})


def _walks(known: Situation) -> Cause | None:
    slope = abs(known.shape.tilt)
    if known.design.supports.stops or slope < SLIDES:
        return None
    return Cause("stays_on", "walks_off", values={"slope": 100 * slope})
