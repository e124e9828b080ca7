"""The frame motor as a machine: direction in words, reversal, what the outline does and does not do."""

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN, Draws
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from tests.core.designs import LANTERN, changed

SPRING = {"by": "spring", "turns": 6.0, "diameter_mm": 24.0}


def coupling(**fields) -> float:  # type: ignore[no-untyped-def]
    return float(machine_of(changed(LANTERN, **fields), MEDIAN).coupling[0, 0])


def test_with_plus_up_and_north_up_it_turns_clockwise_seen_from_above() -> None:
    assert evaluate(LANTERN).direction == "clockwise"


@pytest.mark.parametrize(
    ("terminal", "pole", "direction"),
    [("+", "S", "counterclockwise"), ("-", "N", "counterclockwise"), ("-", "S", "clockwise")],
)
def test_turning_over_cell_or_magnets_reverses_it_and_both_restore_it(terminal: str, pole: str, direction: str) -> None:
    turned = evaluate(changed(LANTERN, battery__terminal_up=terminal, magnets__pole_up=pole))
    assert turned.direction == direction
    assert turned.figures["speed"] == evaluate(LANTERN).figures["speed"]


@pytest.mark.parametrize(
    "outline",
    [{"outline__half": SPRING}, {"outline__legs": 1}, {"outline__legs": 6}, {"outline__half__points__2__radius_mm": 50.0},
     {"outline__half__points__1__height_mm": 30.0}],
)  # fmt: skip
def test_with_the_foot_fixed_the_outline_does_not_change_the_coupling(outline: dict[str, object]) -> None:
    assert coupling(**outline) == coupling()


def test_the_best_place_for_the_foot_is_about_mid_height_or_a_little_toward_the_cell() -> None:
    heights = np.linspace(0, 6.4, 33)
    best = heights[int(np.argmax([abs(coupling(feet__height_mm=float(height))) for height in heights]))]
    assert 3.0 <= best <= 4.5


def test_without_a_steel_can_the_best_place_is_the_middle() -> None:
    paper = {"battery__cell": "zinc_carbon_AA"}
    assert abs(coupling(feet__height_mm=2.2, **paper)) == pytest.approx(abs(coupling(feet__height_mm=4.2, **paper)))


def test_push_is_current_times_coupling_times_the_touching_time() -> None:
    machine = machine_of(LANTERN, Draws(64))
    expected = machine.touch.made * drive_of(machine).current * np.abs(machine.coupling[:, 0])
    assert drive_of(machine).stall == pytest.approx(expected)


def test_drive_torque_current_and_speed_lie_where_good_builds_lie() -> None:
    figures = evaluate(LANTERN).figures
    assert 20 < figures["push"].value < 200
    assert 1 < figures["current"].value < 8
    assert 150 < figures["speed"].value < 1500
    assert 5 < figures["life"].value < 45


def test_a_frame_held_close_gets_going_sooner_but_friction_and_air_set_its_speed() -> None:
    wide, close = (
        evaluate(changed(LANTERN, outline__decoration__mass_g=1.0, outline__decoration__radius_mm=radius))
        for radius in (30.0, 12.0)
    )
    assert close.figures["spin_up_time"].value < 0.8 * wide.figures["spin_up_time"].value
    assert close.figures["mass"] == wide.figures["mass"]


def test_a_lone_leg_is_out_of_balance_and_a_second_one_balances_it() -> None:
    shown, two = (evaluate(changed(LANTERN, outline__legs=legs)) for legs in (1, 2))
    assert shown.figures["center_of_mass_offset"].value > 5 * two.figures["center_of_mass_offset"].value
    assert shown.link("stays_on").margin < two.link("stays_on").margin


def test_pressing_harder_lowers_the_ohms_and_raises_the_friction() -> None:
    light, firm = (evaluate(changed(LANTERN, feet__pressure=press)).figures for press in ("light", "firm"))
    assert firm["foot_contact_resistance"].value < light["foot_contact_resistance"].value
    assert firm["friction"].value > light["friction"].value


def test_a_sail_slows_it_and_lets_it_start_as_before() -> None:
    bare = evaluate(LANTERN)
    sail = evaluate(changed(LANTERN, outline__decoration__area_mm2=2000.0))
    assert sail.figures["speed"].value < 0.9 * bare.figures["speed"].value
    assert sail.link("starts").margin == bare.link("starts").margin


def test_thicker_wire_is_heavier_and_has_fewer_ohms() -> None:
    thin, thick = (evaluate(changed(LANTERN, wire__size={"by": "gauge", "awg": awg})).figures for awg in (24, 18))
    assert thick["mass"].value > thin["mass"].value
    assert thick["wire_resistance"].value < thin["wire_resistance"].value
