"""What an iron-cored motor must do on the bench; an air-cored one against the field library."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import magpylib
import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.design.cored import CoredDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import KINDS
from oakspin.machines.cored.machine import commutator, linked_flux, slope
from oakspin.machines.cored.shape import ANGLES, cored_shape
from oakspin.machines.machine import Rest
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.simulate import simulate
from oakspin.motion.start import start_of
from oakspin.verdict import Verdict
from tests.core.designs import changed, sample

MOTOR = KINDS["cored"].start
AIR = changed(MOTOR, core__form="none", core__length_mm=50.0, core__diameter_mm=12.0, gap__distance_mm=20.0, wire__size={"by": "gauge", "awg": 30}, winding__turns=60)  # fmt: skip


def cored(design: Any) -> CoredDesign:
    assert isinstance(design, CoredDesign)
    return design


def by_the_library(design: CoredDesign, turn: float) -> float:
    """Torque per ampere on the winding, loop by loop: the moment of I dl x B about the shaft."""
    shape = cored_shape(design)
    stack = shape.left
    magnets = [
        magpylib.magnet.Cylinder(
            polarization=(0, 0, sign * stack.remanence),
            dimension=(2 * stack.radius, stack.length),  # type: ignore[union-attr]
            position=(side * (shape.face + stack.length / 2), 0, 0),
        ).rotate_from_angax(90, "y", anchor=None)
        for side, sign in ((-1, 1), (1, shape.right))
    ]
    u, n = np.array([np.cos(turn), np.sin(turn), 0]), np.array([-np.sin(turn), np.cos(turn), 0])
    up, radius = np.array([0, 0, 1.0]), np.sqrt(shape.turn_area / np.pi)
    round_ = np.linspace(0, 2 * np.pi, 49)
    torque = 0.0
    places = shape.hub + (np.arange(12) + 0.5) / 12 * shape.arm
    for place in np.concatenate([-places, places]):
        # Positive about u: from n toward up.
        loop = place * u + radius * (np.cos(round_)[:, None] * n + np.sin(round_)[:, None] * up)
        step, middle = np.diff(loop, axis=0), (loop[1:] + loop[:-1]) / 2
        field = sum(magnet.getB(middle) for magnet in magnets)
        torque += np.cross(middle, np.cross(step, field))[:, 2].sum()
    return float(torque * design.winding.turns / 12)


def test_without_iron_it_is_the_moment_of_the_force_in_the_library_s_field() -> None:
    design = cored(AIR)
    ours = slope(linked_flux(design, cored_shape(design)))
    largest = np.abs(ours).max()
    for at in (0, 5, 11, 18, 30, 44, 60):
        assert ours[at] == pytest.approx(by_the_library(design, float(ANGLES[at])), abs=0.02 * largest)


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
    other = {"clockwise": "counter-clockwise", "counter-clockwise": "clockwise"}[first]
    assert directions(plus_at="right") == other
    assert directions(magnets__pole_up="S") == other
    assert directions(plus_at="right", magnets__pole_up="S") == first
    assert directions(commutator__offset_deg=0.0) == first


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"winding__sense": "opposed"}, "opposite senses"),
        ({"gap__facing": "like"}, "Like poles"),
        ({"commutator__offset_deg": 90.0}, "commutator turns the current over"),
        ({"wire__finish": "bare"}, "turns touch"),
        ({"wire__ends_stripped": False}, "not stripped"),
        ({"gap__distance_mm": 0.3, "core__diameter_mm": 14.0}, "strikes the magnets"),
        ({"brushes__width_mm": 5.0, "commutator__radius_mm": 2.0}, "join both segments"),
    ],
)
def test_what_stops_it_is_told(change: dict[str, Any], words: str) -> None:
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
    assert [float(machine.hop_speed[0]) for machine in machines] == sorted(
        float(machine.hop_speed[0]) for machine in machines
    )
    ohms = [float(machine.ohms["brush contact"][0]) for machine in machines]
    assert ohms == sorted(ohms, reverse=True)


def test_speeds_are_those_that_good_builds_show() -> None:
    assert 300 < evaluate(MOTOR).figures["speed"].value < 3500


def test_energy_is_kept_with_iron_in_the_field() -> None:
    machine = machine_of(MOTOR, MEDIAN)
    run = simulate(machine, 0.4, 8000, 0.4, 25.0)
    account = {name: rows[:, 0] for name, rows in run.account.items()}
    whole = account["motion"] + account["lifted"] + account["heat"] + account["friction"] - account["electrical"]
    scale = max(account["electrical"][-1], account["motion"].max())
    assert np.ptp(whole) < 0.01 * scale


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
    drive = drive_of(machine_of(MOTOR, MEDIAN))
    slow, fast = drive.flows_at(np.array([1.0])), replace(drive, back=drive.back * 0).flows_at(np.array([400.0]))
    assert slow[0] > 0.95
    assert 0.1 < fast[0] < 0.6


def starts(verdict: Verdict) -> str:
    return verdict.starts


def test_flicked_the_wrong_way_it_comes_back_and_goes() -> None:
    assert starts(evaluate(changed(MOTOR, flick__sense="wrong"))) == "returns"


def test_the_crane_runs_and_the_one_with_opposed_arms_is_mended_by_its_advice() -> None:
    assert evaluate(sample("crane-motor")).share_that_goes > 0.9
    slack = sample("slack-capstan")
    assert evaluate(slack).share_that_goes == 0
    first = advise(slack)[0]
    assert first.sentence == "Wind both arms in one sense"
