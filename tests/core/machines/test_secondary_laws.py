"""Laws that no verdict hangs on alone, each against its own formula or by what must change with what."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from oakspin import advise, look
from oakspin.constants import AIR_CONDUCTIVITY, AIR_DENSITY, AIR_VISCOSITY, GRAVITY, UNCERTAIN
from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.kinds import KINDS, changes_of, evaluate
from oakspin.kinds.look import spin
from oakspin.machines.bodies import wire_body
from oakspin.machines.coil.shape import axle_sag, coil_shape
from oakspin.machines.hanging.shape import hanging_shape
from oakspin.machines.machine import Load, Machine
from oakspin.machines.table import machine_of
from oakspin.parts.catalogue import METALS
from oakspin.parts.wire import wire_metal
from tests.core.designs import CRADLE, LANTERN, changed

HANGING, CORED = KINDS["hanging"].start, KINDS["cored"].start
ONE = np.ones(1)


def test_load_is_the_sum_of_its_four_laws() -> None:
    load = Load(1e-6 * ONE, 2e-9 * ONE, 3e-11 * ONE)
    assert load.at(100 * ONE)[0] == pytest.approx(1e-6 + 2e-9 * 100 ** (4 / 3) + 3e-11 * 1e4)


def hard(machine: Machine) -> Machine:
    """The machine with seats from which no axle springs back."""
    assert machine.touch.hop is not None
    assert machine.load.landing is not None
    touch = replace(machine.touch, hop=replace(machine.touch.hop, restitution=np.zeros(1)))
    return replace(machine, load=replace(machine.load, landing=replace(machine.load.landing, touch=touch)))


def test_a_landing_coil_loses_so_many_times_its_weight_and_offset_a_turn() -> None:
    machine = hard(machine_of(changed(CRADLE, imbalance_mm=0.4), MEDIAN))
    weight, load = float(np.asarray(machine.facts["mass"])) * GRAVITY, machine.load
    quiet = replace(load, landing=None)
    for gamma, taken in ((0.9, 0.0), (2.0, 3.67), (3.0, 6.26)):
        speed = np.sqrt(gamma * GRAVITY / 0.4e-3) * ONE
        shown = (load.at(speed) - quiet.at(speed)) * 2 * np.pi / (weight * 0.4e-3 * UNCERTAIN["landing"].median)
        assert shown[0] == pytest.approx(taken, abs=0.05)


@pytest.mark.parametrize("speed", [40.0, 150.0, 500.0])
def test_cooling_of_a_wire_in_the_wind_by_the_full_correlation(speed: float) -> None:
    """S. Churchill and M. Bernstein (1977) in full, air of Pr = 0.71."""
    diameter, length, radius, prandtl = 0.8e-3, 0.2, 20e-3, 0.71
    body = wire_body("wire", ONE, diameter, length, radius, METALS["copper"], ONE)
    reynolds = speed * radius * diameter * AIR_DENSITY / AIR_VISCOSITY
    nusselt = 0.3 + 0.62 * math.sqrt(reynolds) * prandtl ** (1 / 3) / (1 + (0.4 / prandtl) ** (2 / 3)) ** 0.25
    whole = nusselt * AIR_CONDUCTIVITY / diameter * math.pi * diameter * length
    assert body.still[0] + body.wind[0] * math.sqrt(speed) == pytest.approx(whole, rel=0.3)


def test_hands_are_averaged_over_the_legs() -> None:
    """Each leg is bent by itself: twice as many legs, half the scatter of the whole."""

    def offset(legs: int) -> float:
        design = changed(LANTERN, outline__legs=legs, outline__mirrored=True, pivot__off_center_mm=0.0)
        return float(
            np.median(
                np.asarray(
                    machine_of(changed(design, outline__decoration__mass_g=0.0), Draws()).facts["center_of_mass_offset"]
                )
            )
        )

    assert offset(4) == pytest.approx(offset(2) / 2, rel=0.02)
    assert offset(6) == pytest.approx(offset(2) / 3, rel=0.02)


def test_a_bent_axle_costs_a_share_of_its_sag_in_every_turn() -> None:
    for spacing in (70.0, 90.0):
        design = changed(CRADLE, supports__spacing_mm=spacing, tails__length_mm=45.0)
        machine, shape = machine_of(design, MEDIAN), coil_shape(design)
        weight = machine.facts["mass"] * GRAVITY
        sag = axle_sag(shape, weight, wire_metal(design.wire))
        bent = machine.load.dry - machine.least_dry
        assert np.asarray(bent)[0] == pytest.approx(
            float(np.max(UNCERTAIN["axle_damping"].median * weight * sag / 2)), rel=1e-6
        )
        assert np.asarray(bent)[0] > 0


def test_the_shares_of_the_drop_are_those_of_the_resistances() -> None:
    verdict = evaluate(LANTERN, MEDIAN)
    machine = machine_of(LANTERN, MEDIAN)
    total = float(machine.total_ohms[0])
    cell = 100 * float(machine.pack.ohms_at(machine.pack.used)[0]) / total
    touching = 100 * sum(float(machine.ohms[place][0]) for place in machine.touches) / total
    sentence = next(link.sentence for link in verdict.links if link.id == "current")
    assert f"The battery uses {cell:.0f} % of its own volts, the contacts {touching:.0f} %." in sentence


def test_a_higher_head_weighs_more_by_two_thirds_of_its_cylinder() -> None:
    low, high = (hanging_shape(changed(HANGING, screw__head_height_mm=mm)) for mm in (2.0, 4.0))
    head, shank = HANGING.screw.head_mm * 5e-4, HANGING.screw.shank_mm * 5e-4
    more = math.pi * (2 / 3 * head**2 - shank**2) * 2e-3 * METALS["steel"].density
    assert high.screw_mass - low.screw_mass == pytest.approx(more)


@pytest.mark.parametrize("height", [2.0, 5.0])
def test_the_head_is_drawn_as_high_as_it_is(height: float) -> None:
    design = changed(HANGING, screw__head_height_mm=height)
    core = next(shape for shape in look(design).drawing.shapes if shape.role == "core")
    shank = HANGING.screw.shank_mm / 2
    low = min(y for _, y in core.points)
    # The lowest place at which the outline is no wider than the shank.
    shoulder = min(y for x, y in core.points if abs(x) <= shank + 1e-6)
    assert shoulder - low == pytest.approx(height, abs=0.01)


@pytest.mark.parametrize("up", ["+", "-"])
def test_a_hanging_rotor_s_upper_terminal_has_its_own_sign(up: str) -> None:
    design = changed(HANGING, battery__terminal_up=up)
    signs = {label.text: label.y for label in look(design).drawing.labels if label.text in "+−"}
    assert max(signs, key=lambda sign: signs[sign]) == up.replace("-", "−")


@pytest.mark.parametrize("up", ["+", "-"])
def test_a_frame_s_knob_of_the_plus_is_on_top_only_where_it_points_up(up: str) -> None:
    shapes = look(changed(LANTERN, battery__terminal_up=up)).drawing.shapes
    knob, cell = (next(shape for shape in shapes if shape.role == role) for role in ("terminal", "cell"))
    above = np.mean([y for _, y in knob.points]) > np.mean([y for _, y in cell.points])
    assert above == (up == "+")
    assert knob.label == up


def test_spin_hops_above_the_hop_speed_and_only_there() -> None:
    design = changed(CRADLE, imbalance_mm=0.5, flick__turns_per_s=9.0)
    machine, run = machine_of(design, MEDIAN), spin(design)
    hop = float(np.asarray(machine.touch.hop_speed)[0])
    fast = np.abs(np.array(run.speed)) > hop
    assert fast.any()
    assert not any(hops and not quick for hops, quick in zip(run.hops, fast, strict=True))
    assert any(run.hops)


def test_wire_is_among_what_is_tried_and_a_poor_one_is_advised_against() -> None:
    tried = [change.sentence for change in changes_of(changed(LANTERN, wire__size={"by": "gauge", "awg": 20}))]
    assert "Thicker wire: 20 → 18 AWG" in tried
    assert "Thinner wire: 20 → 22 AWG" in tried
    steel, thin = changed(LANTERN, wire__material="steel"), changed(CORED, wire__size={"by": "gauge", "awg": 34})
    assert "Take copper wire" in [advice.sentence for advice in advise(steel, Draws(64))]
    assert "Thicker wire: 34 → 32 AWG" in [advice.sentence for advice in advise(thin, Draws(64))]


def test_what_only_creeps_does_not_count_as_going() -> None:
    """A speed below the creep is a margin below 1, however large the push."""
    for name in ("frame", "train", "roller"):
        machine = machine_of(KINDS[name].start, Draws())
        link = next(link for link in evaluate(KINDS[name].start).links if link.id == "keeps_going")
        assert machine.creep > 0
        assert link.margin <= link.figure / link_unit(name) / machine.creep * (1 + 1e-9)


def link_unit(name: str) -> float:
    """How a kind tells rad/s or m/s."""
    return 1.0 if name in ("train", "roller") else 60 / (2 * math.pi)
