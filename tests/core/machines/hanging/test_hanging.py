"""What a hanging rotor must do on the bench."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.design.hanging import HangingDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import KINDS
from oakspin.machines.hanging.machine import hanging_coupling
from oakspin.machines.hanging.shape import hanging_shape
from oakspin.machines.table import machine_of
from oakspin.make import build_sheet
from oakspin.motion.drive import drive_of
from oakspin.motion.steady import steady_speed
from tests.core.designs import changed, sample

ROTOR = KINDS["hanging"].start
assert isinstance(ROTOR, HangingDesign)


def coupling(**fields: Any) -> float:
    design = changed(ROTOR, **fields)
    assert isinstance(design, HangingDesign)
    return float(hanging_coupling(design, hanging_shape(design), MEDIAN)[0])


def test_by_hand_with_the_current_outward_and_n_up_it_turns_clockwise() -> None:
    # Inside the magnet B is up; a current toward the viewer's right (outward) is pushed away from him at the
    # front: x cross z = -y. So the right side goes toward the viewer: clockwise seen from above.
    assert evaluate(changed(ROTOR, battery__terminal_up="-")).direction == "clockwise"


@pytest.mark.parametrize(("up", "pole"), list(itertools.product("+-", "NS")))
def test_each_reversal_turns_it_round(up: str, pole: str) -> None:
    verdict = evaluate(changed(ROTOR, battery__terminal_up=up, magnets__pole_up=pole))
    assert verdict.direction == ("counterclockwise" if (up == "+") == (pole == "N") else "clockwise")


@pytest.mark.parametrize("side", [0.0, 45.0, 90.0, 180.0, 305.0])
def test_from_every_side_of_the_rim_the_push_is_the_same(side: float) -> None:
    shown, other = evaluate(ROTOR), evaluate(changed(ROTOR, lead__side_deg=side))
    assert other.figures["push"] == shown.figures["push"]
    assert other.direction == shown.direction


def test_the_coupling_is_the_flux_through_the_rim_over_two_pi() -> None:
    bare = coupling(screw__material="brass")
    shape = hanging_shape(ROTOR)
    own, _ = shape.stack.flux(shape.stack.radius, np.array([ROTOR.lead.height_mm * 1e-3]))
    assert bare == pytest.approx(0.975 * float(own[0]) / (2 * np.pi), rel=1e-6)
    assert 1.02 < coupling() / bare < 1.35  # steel helps


def test_pressing_harder_closes_the_circuit_better_and_rubs_more() -> None:
    resistances, frictions, speeds = [], [], []
    for name in ("barely", "light", "firm", "gripping"):
        verdict = evaluate(changed(ROTOR, lead__pressure=name))
        resistances.append(verdict.figures["lead_contact_resistance"].value)
        frictions.append(verdict.figures["friction"].value)
        speeds.append(verdict.figures["speed"].value)
    assert resistances == sorted(resistances, reverse=True)
    assert frictions == sorted(frictions)
    assert speeds[3] == 0  # gripped, it does not turn
    assert max(speeds) > 1000


def test_speeds_are_those_that_good_builds_show() -> None:
    assert 1000 < evaluate(ROTOR).figures["speed"].value < 15000


def test_the_rim_s_speed_is_reported_and_asks_for_goggles() -> None:
    verdict = evaluate(ROTOR)
    turns = verdict.figures["speed"].value
    assert verdict.figures["rim_speed"].value == pytest.approx(turns / 60 * np.pi * 0.012, rel=1e-6)
    assert any("Goggles" in step.caution for step in build_sheet(ROTOR).steps)


def test_a_larger_flag_is_slower() -> None:
    speeds = [evaluate(changed(ROTOR, flag__area_mm2=area)).figures["speed"].value for area in (0, 100, 800)]
    assert speeds == sorted(speeds, reverse=True)


def test_it_coasts_down_by_friction_and_air_alone() -> None:
    machine = machine_of(ROTOR, MEDIAN)
    speed = steady_speed(drive_of(machine), machine.load)
    assert float(machine.load.at(speed)[0] / machine.inertia[0]) > 0
    assert machine.load.at(speed)[0] > machine.load.dry[0]


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"screw__material": "brass"}, "No magnet draws brass"),
        ({"stack_on": False}, "does not hang"),
        ({"battery__cell": "zinc_carbon_AA"}, "no steel can"),
        ({"magnets__strength": {"by": "grade", "grade": "ferrite"}}, "Ferrite"),
        ({"lead__type": "steel_clip"}, "snatched"),
        ({"lead__height_mm": 20.0}, "misses the rim"),
        ({"magnets__magnetized": "across"}, "magnetized across"),
        ({"screw__length_mm": 100.0, "screw__shank_mm": 9.0, "screw__head_mm": 20.0, "magnets__count": 1, "screw__tip_mm": 0.05, "screw__point_deg": 10.0, "flag__mass_g": 10.0}, "Too heavy"),
    ],
)  # fmt: skip
def test_what_stops_it_is_reported(change: dict[str, Any], words: str) -> None:
    verdict = evaluate(changed(ROTOR, **change))
    assert words in verdict.headline + " ".join(verdict.causes)
    assert verdict.direction == "none"


def test_a_heavy_one_hangs_less_surely_and_a_blunt_point_holds_better() -> None:
    holds = lambda **fields: evaluate(changed(ROTOR, **fields)).link("stays_on").margin  # noqa: E731
    assert holds(flag__mass_g=8.0) < 0.7 * holds()
    assert holds(screw__tip_mm=0.6) > 1.2 * holds()
    assert holds(screw__length_mm=60) < holds()


def test_advice_mends_a_brass_screw_and_a_steel_clip() -> None:
    assert "Take a steel screw" in [advice.sentence for advice in advise(changed(ROTOR, screw__material="brass"))]
    assert "Take a copper lead" in [advice.sentence for advice in advise(changed(ROTOR, lead__type="steel_clip"))]


def test_beacon_runs() -> None:
    assert evaluate(sample("beacon")).share_that_goes > 0.75


def test_what_shakes_it_off_is_not_reported_as_a_speed() -> None:
    heavy = changed(ROTOR, magnets__count=8, screw__length_mm=60.0, screw__tip_mm=0.1, flag__mass_g=10.0)
    verdict = evaluate(heavy)
    assert verdict.link("stays_on").state == "fails"
    assert verdict.headline.endswith("the point is pulled off and the screw falls.")
