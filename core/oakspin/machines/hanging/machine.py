"""The hanging rotor as a Machine: current between the point on the axis and the lead on the rim."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.constants import AIR_DENSITY, AIR_VISCOSITY, GRAVITY, HANDS
from oakspin.design.hanging import HangingDesign
from oakspin.draws import Array, Draws
from oakspin.fields.coupling import foot_coupling
from oakspin.fields.flux import face_flux
from oakspin.fields.screw import holding_force, screw_flux
from oakspin.machines.bodies import cell_body, magnets_body, warming_metal, whole_circuit, wire_body
from oakspin.machines.hanging.causes import causes_of
from oakspin.machines.hanging.shape import HangingShape, hanging_shape
from oakspin.machines.machine import NEVER, SHAKEN, Body, Load, Machine, Touch
from oakspin.parts.catalogue import FILM_FACTOR, FOOT_FORCE, METALS
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import contact_ohms, softened
from oakspin.parts.magnet import remanence, stack_length
from oakspin.parts.wire import wire_diameter, wire_metal, wire_ohms

APART = 0.1e-3  # m, a hair of dust under the point
SKIN_SPEED = 1000.0  # rad/s at which the air's drag on the spinning magnets is taken
FAST_RIM = 5.0  # m/s from which goggles are asked for: a magnet that lets go hurts an eye
STEEL = METALS["steel"]


@dataclass(frozen=True)
class _Hung:
    """What hangs: mass in kg; with draws, holding force touching and a tenth of a mm ``apart`` in N, the point's
    flat in m.
    """

    mass: float
    weight: float
    force: Array
    tip: Array
    apart: Array


def _hung(design: HangingDesign, shape: HangingShape, draws: Draws) -> _Hung:
    screw, magnets = design.screw, design.magnets
    mass = shape.screw_mass + shape.magnet_mass + design.flag.mass_g * 1e-3
    weight = mass * GRAVITY
    tip = screw.tip_mm * 1e-3 * draws.value("tip_flat")
    if screw.material != "steel" or not design.stack_on:
        nothing = np.zeros(draws.count)
        return _Hung(mass, weight, nothing, tip, nothing)
    area = math.pi / 4 * (magnets.diameter_mm**2 - magnets.hole_mm**2) * 1e-6
    volume = area * stack_length(magnets) * remanence(magnets) / 1.3
    if shape.above:
        wall = max(shape.above.radius**2 - shape.above.hole**2, 0.0)
        volume += math.pi * wall * shape.above.length * remanence(magnets) / 1.3
    given = (volume, shape.shank, shape.screw, tip, math.radians(screw.point_deg))
    force = holding_force(*given, draws.value("point_gap_mm") * 1e-3) * draws.value("hold_fit")
    return _Hung(mass, weight, force, tip, holding_force(*given, np.full(draws.count, APART)))


def hanging_coupling(design: HangingDesign, shape: HangingShape, draws: Draws) -> Array:
    """Torque per ampere of battery current, counterclockwise seen from above; shape (draws,), N m/A.

    By the flux up through the circle on which the lead touches, that of the steel screw included. From
    which side the lead touches does not matter.
    """
    if shape.stack.across or not design.stack_on:
        return np.zeros(draws.count)
    height = design.lead.height_mm * 1e-3 + HANDS[design.maker].gap_mm * 1e-3 * draws.normal("hand_height_lead")
    height = np.clip(height, 0.0, shape.stack.length)
    own, _ = shape.stack.flux(shape.stack.radius, height)
    if shape.above:
        own = own + shape.above.flux(shape.stack.radius, height - shape.above_at)[0]
    added = np.zeros(draws.count)
    if design.screw.material == "steel":
        near = abs(shape.stack.remanence) * face_flux(shape.stack.radius, shape.stack.hole, shape.stack.length)
        radius = shape.stack.radius
        added = screw_flux(
            shape.stack.length - height, radius, radius, near, shape.shank, shape.head, shape.head_height
        )
        added = np.sign(shape.stack.remanence) * added * draws.value("screw_steel")
    strength = draws.value("remanence") * draws.value("recoil")
    # From the axis to the rim where + hangs it, as in a frame; from the rim to the axis where - does.
    out = 1.0 if design.battery.terminal_up == "-" else -1.0
    return np.asarray(out * foot_coupling(strength * (own + added)))


def hanging_machine(design: HangingDesign, draws: Draws) -> Machine:
    """Turn a hanging rotor into the one machine."""
    pack, shape, hand = pack_of(design.battery, draws, design.room_C), hanging_shape(design), HANDS[design.maker]
    hung = _hung(design, shape, draws)
    coupling = hanging_coupling(design, shape, draws)
    radius, flag = shape.stack.radius, design.flag
    wire, metal = wire_diameter(design.wire), wire_metal(design.wire)
    pressed = FOOT_FORCE[design.lead.pressure] * draws.factor("foot_pressure", hand.pressure)
    point_force = np.maximum(hung.force - hung.weight, 0.02 * hung.weight)
    film = FILM_FACTOR[design.surface]
    lead = np.full(draws.count, wire_ohms(design.lead.length_mm * 1e-3, wire, metal, design.room_C))
    screw = np.full(draws.count, wire_ohms(shape.screw, shape.shank, STEEL, design.room_C))
    lead_film = FILM_FACTOR["tarnished"] if design.lead.tip == "dirty" else film
    brush_film = lead_film * draws.value("brush_film") * draws.factor("hand_film", hand.film)
    brush, point = softened(
        pack,
        lead + screw,
        contact_ohms(pressed, metal, brush_film),
        contact_ohms(point_force, STEEL, film * draws.value("point_film")),
    )
    ohms = {"lead": lead, "screw": screw, "lead contact": brush, "point contact": point}
    mu_brush, mu_point = draws.value("brush_friction"), draws.value("point_friction")
    # A flat that turns on its face rubs at two thirds of its radius.
    bearing = mu_point * point_force * hung.tip / 3
    sail = 0.5 * AIR_DENSITY * draws.value("sail_drag") * flag.area_mm2 * 1e-6 * (flag.radius_mm * 1e-3) ** 3
    inertia = _inertia(design, shape)
    return Machine(
        angles=np.zeros(1),
        coupling=coupling[:, None],
        switch=np.ones((1, 1)),
        pack=pack,
        ohms=ohms,
        touches=("lead contact", "point contact"),
        touch=Touch(draws.value("made_brush"), _hop_speed(design, pressed, draws)),
        inertia=np.full(draws.count, inertia),
        load=Load(mu_brush * pressed * radius + bearing, np.zeros(draws.count), sail + _skin_drag(shape)),
        least_dry=mu_brush * FOOT_FORCE["barely"] * radius + bearing,
        leave_speed=np.full(draws.count, NEVER),
        rim=radius,
        hold=hung.force / (SHAKEN * hung.weight),
        bodies=_bodies(design, shape, pack, ohms, draws),
        room_C=design.room_C,
        causes=causes_of(design, shape, pack, hung.force, hung.weight),
        facts={
            "mass": hung.mass,
            "weight": hung.weight,
            "holding_force": hung.force,
            "holding_force_a_tenth_off": hung.apart,
            "lead_friction": mu_brush * pressed * radius,
            "point_friction": bearing,
            "point_flat": hung.tip,
            "wire_length": design.lead.length_mm * 1e-3,
        },
    )


def _inertia(design: HangingDesign, shape: HangingShape) -> float:
    magnets = shape.magnet_mass / 2 * (shape.stack.radius**2 + shape.stack.hole**2)
    screw = shape.screw_mass / 2 * max((shape.shank / 2) ** 2, 0.3 * shape.head**2)
    return float(magnets + screw + design.flag.mass_g * 1e-3 * (design.flag.radius_mm * 1e-3) ** 2)


def _hop_speed(design: HangingDesign, pressed: Array, draws: Draws) -> Array:
    """Speed in rad/s above which the lead no longer follows a rim that runs out of true; a third of it moves."""
    metal, wire = wire_metal(design.wire), wire_diameter(design.wire)
    mass = np.pi / 4 * wire**2 * design.lead.length_mm * 1e-3 * metal.density / 3
    return np.asarray(np.sqrt(pressed / (mass * draws.value("rim_runout_mm") * 1e-3)))


def _skin_drag(shape: HangingShape) -> float:
    """Air on the spinning magnets, as a coefficient of w^2; both faces of a disc in laminar flow.

    Source: F. White, Viscous Fluid Flow, rotating disc, C_m = 3.87 / sqrt(Re).
    """
    radius = shape.stack.radius
    reynolds = SKIN_SPEED * radius**2 * AIR_DENSITY / AIR_VISCOSITY
    return float(0.5 * AIR_DENSITY * radius**5 * 3.87 / math.sqrt(reynolds))


def _bodies(
    design: HangingDesign, shape: HangingShape, pack: Pack, ohms: dict[str, Array], draws: Draws
) -> tuple[Body, ...]:
    cooling = draws.value("cooling")
    skin = np.pi * 2 * shape.stack.radius * max(shape.length, 1e-3)
    warm = ohms["lead contact"] / 2 + ohms["point contact"] / 2 + ohms["screw"]
    magnets = magnets_body(warm, max(shape.magnet_mass, 1e-3), skin, cooling)
    metal = wire_metal(design.wire)
    lead = wire_body(
        "lead",
        ohms["lead"] + ohms["lead contact"] / 2,
        wire_diameter(design.wire),
        design.lead.length_mm * 1e-3,
        0.0,
        metal,
        cooling,
    )
    lead = warming_metal(lead, metal, ohms["lead"], whole_circuit(pack, ohms))
    return (cell_body(pack, cooling, design.battery.in_parallel), magnets, lead)


def rim_speed(design: HangingDesign, speed: float) -> float:
    """Speed of the rim in m/s at a speed in rad/s."""
    return speed * design.magnets.diameter_mm * 5e-4
