"""What an iron-cored motor must do on the bench; an air-cored one against the field library."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import magpylib
import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.constants import MU_0, UNCERTAIN
from oakspin.design.cored import CoredDesign
from oakspin.draws import MEDIAN, Array
from oakspin.fields.block import Block
from oakspin.fields.iron import RELATIVE, carried, own_field
from oakspin.fields.stack import Stack
from oakspin.kinds.kinds import KINDS
from oakspin.machines.cored.linking import STEP, linked, slope
from oakspin.machines.cored.machine import commutator
from oakspin.machines.cored.shape import ANGLES, Arms, cored_shape, magnets_field
from oakspin.machines.machine import Rest
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.start import start_of
from oakspin.verdict import Verdict
from tests.core.designs import changed, sample
from tests.effort import effort, part

MOTOR = KINDS["cored"].start

ALIKE = Arms(1.0, 1.0, 1.0)  # both arms in one wire


def cored(design: Any) -> CoredDesign:
    assert isinstance(design, CoredDesign)
    return design


def by_the_library(design: CoredDesign, turns: Array, places: int = 80, points: int = 96) -> Array:
    """Torque per ampere on one turn of each arm, loop by loop: the moment of I dl x B about the shaft."""
    shape = cored_shape(design)
    source = shape.left
    magnets = []
    for side, sign in ((-1, 1.0), (1, shape.right)):
        if not sign:
            continue
        at = (side * (shape.face + source.length / 2), 0, 0)
        if isinstance(source, Block):
            size = (source.length, source.along, source.across)
            magnets.append(
                magpylib.magnet.Cuboid(polarization=(sign * source.remanence, 0, 0), dimension=size, position=at)
            )
        else:
            size = (2 * source.radius, source.length)
            disc = magpylib.magnet.Cylinder(polarization=(0, 0, sign * source.remanence), dimension=size, position=at)
            magnets.append(disc.rotate_from_angax(90, "y", anchor=None))
    nodes, weights = np.polynomial.legendre.leggauss(places)
    along = shape.hub + (nodes + 1) / 2 * shape.arm
    middle, weight = np.concatenate([-along, along]), np.concatenate([weights, weights]) / 2
    round_ = np.linspace(0, 2 * np.pi, points, endpoint=False)[None, :, None]
    up, torques = np.array([0, 0, 1.0]), []
    for turn in turns:
        u, n = np.array([np.cos(turn), np.sin(turn), 0]), np.array([-np.sin(turn), np.cos(turn), 0])
        loop = middle[:, None, None] * u + shape.turn_radius * (np.cos(round_) * n + np.sin(round_) * up)
        step = shape.turn_radius * 2 * np.pi / points * (-np.sin(round_) * n + np.cos(round_) * up) + 0 * loop
        field = sum(magnet.getB(loop.reshape(-1, 3)) for magnet in magnets).reshape(loop.shape)
        torques.append((np.cross(loop, np.cross(step, field))[..., 2].sum(axis=1) * weight).sum())
    return np.array(torques)


NEAR_AND_FAR: list[dict[str, Any]] = [
    {"gap__distance_mm": 20.0},
    {"gap__distance_mm": 2.5},
    {"gap__distance_mm": 6.0, "gap__stacks": 1},
    {"gap__distance_mm": 2.5, "core__length_mm": 90.0, "winding__turns": 900},
    {"gap__distance_mm": 9.0, "core__diameter_mm": 9.0},
    {"gap__distance_mm": 4.0, "magnets__shape": "ring", "magnets__hole_mm": 5.0},
    {"gap__distance_mm": 2.5, "magnets__shape": "block", "magnets__along_mm": 30.0, "magnets__across_mm": 12.0},
]


@pytest.mark.parametrize("fields", part(NEAR_AND_FAR, 4, 1))
def test_without_iron_it_is_the_moment_of_the_force_in_the_library_s_field(fields: dict[str, Any]) -> None:
    """Each angle stands for five degrees: the library's mean over them, by Gauss's nine points."""
    design = cored(changed(MOTOR, core__form="none", **fields))
    shape = cored_shape(design)
    hole = isinstance(shape.left, Stack) and shape.left.hole > 0
    ours = slope(linked(shape, ALIKE, False, 0.0).air)
    nodes, weights = np.polynomial.legendre.leggauss(9)
    some = [0, 1, 2, 6, 12, 18, 25, 40]
    if hole:  # the library has no ring: a disc less a disc
        whole, less = (by_ring(design, radius, some, nodes, weights) for radius in (shape.left.radius, shape.left.hole))
        theirs = whole - less
    else:
        theirs = np.array([by_the_library(design, ANGLES[at] + nodes * STEP / 2) @ weights / 2 for at in some])
    assert ours[some] == pytest.approx(theirs, abs=0.01 * np.abs(ours).max())


def by_ring(design: CoredDesign, radius: float, some: list[int], nodes: Array, weights: Array) -> Array:
    """The same with a solid disc of this radius."""
    disc = changed(design, magnets__shape="disc", magnets__hole_mm=0.0, magnets__diameter_mm=2e3 * radius)
    return np.array([by_the_library(cored(disc), ANGLES[at] + nodes * STEP / 2) @ weights / 2 for at in some])


def by_the_chain(design: CoredDesign, full: float) -> tuple[Array, Array]:
    """Torque per ampere and pull on the iron at every angle, the bar's chain solved here anew for one build.

    Without any of the product's shortcuts: every border of the turn, both stacks as the library has them.
    """
    shape = cored_shape(design)
    bar, source = shape.bar, shape.left
    strength = UNCERTAIN["recoil"].median
    borders = ANGLES - STEP / 2
    own = own_field(bar)
    arm = shape.hub + (np.arange(400) + 0.5) / 400 * shape.arm
    through = carried(bar, shape.turn_radius, arm).mean(axis=0)
    linked_, energy = [], []
    for turn in borders:
        u = np.array([np.cos(turn), np.sin(turn), 0.0])
        n = np.array([-np.sin(turn), np.cos(turn), 0.0])
        field = strength * magnets_field(shape, bar.places[:, None] * u)
        along, across = field @ u, field @ n
        held = np.linalg.solve(np.eye(along.size) / (RELATIVE - 1) - own, along)
        for _ in range(400):  # plain steps toward the law, a little at a time
            inside = along + own @ held
            law = (RELATIVE - 1) * inside / (1 + (RELATIVE - 1) * np.abs(inside) / full)
            chi = np.where(np.abs(inside) > 1e-12, law / inside, RELATIVE - 1)
            next_ = np.linalg.solve(np.diag(1 / np.maximum(chi, 1.0)) - own, along)
            done = np.abs(next_ - held).max() < 1e-7
            held = (next_ + held) / 2
            if done:
                break
        linked_.append(through @ held + through @ held[::-1])
        energy.append(-bar.area * bar.disc / (2 * MU_0) * (held * along + 2 * across**2).sum())
    assert source.length > 0
    air = strength * slope(linked(shape, ALIKE, False, 0.0).air)
    return design.winding.turns * (air + slope(np.array(linked_))), -slope(np.array(energy))


@pytest.mark.parametrize(("gap", "magnets"), [(gap, count) for gap in (3.0, 6.0, 12.0, 25.0) for count in (1, 3)])
def test_start_or_no_start_is_that_of_the_chain_solved_on_its_own(gap: float, magnets: int) -> None:
    design = cored(changed(MOTOR, gap__distance_mm=gap, magnets__count=magnets, flick__turns_per_s=3.0))
    machine = machine_of(design, MEDIAN)
    coupling, cogging = by_the_chain(design, UNCERTAIN["saturation"].median)
    alone = replace(machine, coupling=coupling[None, :], cogging=cogging[None, :])
    ours, theirs = (start_of(each, drive_of(each)) for each in (machine, alone))
    assert float(ours.needed[0]) == pytest.approx(float(theirs.needed[0]), rel=0.08, abs=0.3)
    assert bool(ours.ratio[0] >= 1) == bool(theirs.ratio[0] >= 1)


def test_iron_makes_the_same_turns_push_many_times_as_hard() -> None:
    with_iron, without = (evaluate(changed(MOTOR, core__form=form)).figures["push"].value for form in ("rod", "none"))
    assert with_iron > 5 * without


def test_the_commutator_turns_the_current_over_at_the_gaps() -> None:
    switch = commutator(cored(MOTOR), MEDIAN)[0]
    half = ANGLES.size // 2
    assert switch[half // 2] == -1
    assert switch[half + half // 2] == 1
    assert switch[0] == switch[half] == 0
    assert switch[:half] == pytest.approx(-switch[half:])
    on = commutator(cored(changed(MOTOR, commutator__offset_deg=20.0)), MEDIAN)[0]
    assert on == pytest.approx(np.roll(switch, -4))


def directions(**fields: Any) -> str:
    return evaluate(changed(MOTOR, **fields)).direction


def test_each_reversal_turns_it_round() -> None:
    first = directions()
    other = {"clockwise": "counterclockwise", "counterclockwise": "clockwise"}[first]
    assert directions(plus_at="right") == other
    assert directions(magnets__pole_up="S") == other
    assert directions(plus_at="right", magnets__pole_up="S") == first
    assert directions(commutator__offset_deg=0.0) == first


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"winding__sense": "opposed"}, "opposite directions"),
        ({"gap__facing": "like"}, "Like poles"),
        ({"commutator__offset_deg": 90.0}, "commutator turns the current over"),
        ({"wire__finish": "bare"}, "turns touch"),
        ({"wire__ends_stripped": False}, "not stripped"),
        ({"gap__distance_mm": 0.3, "core__diameter_mm": 14.0}, "strikes the magnets"),
        ({"brushes__width_mm": 5.0, "commutator__radius_mm": 2.0}, "join both segments"),
    ],
)
def test_what_stops_it_is_reported(change: dict[str, Any], words: str) -> None:
    verdict = evaluate(changed(MOTOR, **change))
    assert words in verdict.headline + " ".join(verdict.causes)
    assert verdict.direction == "none"


def figures(name: str, key: str, *values: float) -> list[float]:
    return [evaluate(changed(MOTOR, **{name: value})).figures[key].value for value in values]


def test_near_magnets_hold_the_bar_and_far_ones_push_little() -> None:
    cogging = figures("gap__distance_mm", "cogging", 6.0, 12.0, 25.0)
    assert cogging == sorted(cogging, reverse=True)
    needed = [evaluate(changed(MOTOR, gap__distance_mm=item)).link("starts").figure for item in (6.0, 12.0, 25.0)]
    assert needed == sorted(needed, reverse=True)
    assert figures("gap__distance_mm", "push", 12.0)[0] > 3 * figures("gap__distance_mm", "push", 60.0)[0]


def test_thousands_of_turns_have_much_resistance_and_turn_slowly() -> None:
    currents = figures("winding__turns", "current", 100, 400, 2000)
    assert currents == sorted(currents, reverse=True)
    speeds = figures("winding__turns", "speed", 200, 800, 2000)
    assert speeds == sorted(speeds, reverse=True)


def test_running_it_draws_far_less_than_held_still() -> None:
    verdict = evaluate(MOTOR)
    assert verdict.figures["mean_current"].value < 0.6 * verdict.figures["current"].value


def test_the_spark_is_what_the_winding_holds() -> None:
    few, many = (evaluate(changed(MOTOR, winding__turns=turns)).figures for turns in (150, 300))
    # The turns lie in more layers, whose area outside the iron adds little.
    assert many["inductance"].value == pytest.approx(4 * few["inductance"].value, rel=0.05)
    held = many["inductance"].value * many["current"].value ** 2 / 2
    assert many["spark_energy"].value == pytest.approx(held, rel=0.05)


def test_brushes_that_press_hard_brake_and_light_ones_hop() -> None:
    machines = [machine_of(changed(MOTOR, brushes__force_mN=force), MEDIAN) for force in (3.0, 30.0, 300.0)]
    assert [float(machine.load.dry[0]) for machine in machines] == sorted(
        float(machine.load.dry[0]) for machine in machines
    )
    assert [float(machine.touch.hop_speed[0]) for machine in machines] == sorted(
        float(machine.touch.hop_speed[0]) for machine in machines
    )
    ohms = [float(machine.ohms["brush contact"][0]) for machine in machines]
    assert ohms == sorted(ohms, reverse=True)


def test_speeds_are_those_that_good_builds_show() -> None:
    assert 300 < evaluate(MOTOR).figures["speed"].value < 3500


def test_energy_is_kept_with_iron_in_the_field() -> None:
    machine = machine_of(MOTOR, MEDIAN)
    run = simulate(machine, effort(0.1, 0.4), effort(2000, 8000), 0.4, 25.0)
    account = {name: rows[:, 0] for name, rows in run.account.items()}
    whole = account["motion"] + account["lifted"] + account["heat"] + account["friction"] - account["electrical"]
    scale = max(account["electrical"][-1], account["motion"].max())
    assert np.ptp(whole) < 0.01 * scale


@pytest.mark.long  # the same by a frame and a coil runs always
def test_the_integrator_agrees_on_the_least_flick_out_of_the_magnets() -> None:
    machine = machine_of(MOTOR, MEDIAN)
    assert isinstance(machine.rest, Rest)
    at_rest = replace(machine, rest=replace(machine.rest, angle=np.array([0.0])))
    drive = drive_of(at_rest)
    least = float(start_of(at_rest, drive).needed[0])
    assert least > 2

    def turns(speed: float) -> bool:
        run = simulate(at_rest, 1.0, 6000, 0.0, drive.sense * speed)
        return bool(abs(run.angle[-1, 0]) > 3 * np.pi)

    assert turns(1.15 * least)
    assert not turns(0.85 * least)


def test_a_current_that_is_turned_over_fast_does_not_rise_all_the_way() -> None:
    machine = machine_of(MOTOR, MEDIAN)
    lagging, prompt = drive_of(machine), drive_of(replace(machine, henries=0.0))
    slow, fast = np.array([1.0]), np.array([250.0])
    assert lagging.flow(slow)[0][0] == pytest.approx(prompt.flow(slow)[0][0], rel=0.05)
    assert lagging.flow(fast)[1][0] < 0.75 * prompt.flow(fast)[1][0]


def starts(verdict: Verdict) -> str:
    return verdict.starts


def test_flicked_the_wrong_way_it_comes_back_and_goes() -> None:
    assert starts(evaluate(changed(MOTOR, flick__sense="wrong"))) == "returns"


def test_the_crane_runs_and_the_one_with_opposed_arms_is_mended_by_its_advice() -> None:
    assert evaluate(sample("crane-motor")).share_that_goes > 0.9
    slack = sample("slack-capstan")
    assert evaluate(slack).share_that_goes == 0
    first = advise(slack)[0]
    assert first.sentence == "Wind both arms in one direction"
