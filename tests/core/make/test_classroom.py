"""Lengths that are found with things of a classroom: near, real, and tried on the motor itself."""

import re

import pytest

from oakspin import evaluate
from oakspin.design import Design
from oakspin.design.patch import Setting, patched, value_at
from oakspin.kinds.build import SetLength
from oakspin.kinds.kinds import build_of
from oakspin.make.classroom import AS_GOOD, NEAR, PAPER, RODS, THIN, found_for
from runner.samples import sample as demo

PIECES = {"coin": 1.8, "sheet": PAPER, "layer": 2 * PAPER}
FILLED = ("carousel", "crane-motor", "ebb-shuttle", "ferry-wheel", "fog-bell", "lock-gate", "tide-mill")


def thickness(how: str) -> float:
    """How thick what the words tell to take is, from the words alone."""
    rod = sum(thick for name, thick in RODS.items() if name in how.split(" (")[0])
    return rod + sum(
        int(many) * thick for piece, thick in PIECES.items() for many in re.findall(rf"(\d+) {piece}s?", how)
    )


def found(design: Design, fill: str) -> SetLength:
    (setting,) = (one for one in found_for(design, build_of(design).settings) if one.fill == fill)
    return setting


def rod_for(design: Design) -> SetLength:
    return found(design, "rod")


def with_gap(name: str, gap: float) -> SetLength:
    return found(patched(demo(name), (Setting("/gap_mm", gap),)), "gap")


@pytest.mark.parametrize("name", FILLED)
def test_as_many_builds_go_with_what_is_taken(name: str) -> None:
    design = demo(name)
    planned = evaluate(design).share_that_goes
    filled = [setting for setting in found_for(design, build_of(design).settings) if setting.fill]
    assert filled
    for setting in filled:
        thick = thickness(setting.how)
        assert abs(thick - setting.value_mm) <= NEAR * setting.value_mm + PAPER / 2, setting
        if setting.pointer:
            value = value_at(design, setting.pointer) + (thick - setting.value_mm) * setting.per
            goes = evaluate(patched(design, (Setting(setting.pointer, value),))).share_that_goes
            assert goes >= planned - 2 * AS_GOOD, (setting, planned, goes)


@pytest.mark.parametrize("name", FILLED)
def test_the_thickness_in_brackets_is_that_of_the_things(name: str) -> None:
    design = demo(name)
    for setting in found_for(design, build_of(design).settings):
        answer = re.search(r"\(([\d.]+) mm\)", setting.how) if setting.fill else None
        if answer:
            assert thickness(setting.how) == pytest.approx(float(answer[1]), abs=0.06), setting


def test_a_simple_stack_serves_where_it_is_near_and_a_nearer_one_where_not() -> None:
    assert with_gap("tide-mill", 5.2).how == "3 coins fit under the coil (5.4 mm, and as many motors run with it)"
    assert with_gap("tide-mill", 2.3).how == "1 coin and 5 sheets of paper fit under the coil (2.3 mm)"


@pytest.mark.parametrize(("former", "taken"), [(14.9, 14.9), (14.6, 14.7)])
def test_a_rod_that_is_near_but_too_tight_is_wrapped(former: float, taken: float) -> None:
    wide = (Setting("/front/diameter_mm", 14.7), Setting("/rear/diameter_mm", 14.7))
    design = patched(demo("parcel-shuttle"), (*wide, Setting("/track/former_mm", former)))
    planned, plain, wrapped = (
        evaluate(patched(design, (Setting("/track/former_mm", rod),))).share_that_goes for rod in (former, 14.5, taken)
    )
    assert plain < planned - AS_GOOD <= wrapped
    assert thickness(rod_for(design).how) == pytest.approx(taken)


def test_a_straw_where_the_gap_is_one() -> None:
    assert with_gap("tide-mill", 6.0).how.startswith("a drinking straw fits under the coil")


def test_thin_gaps_take_paper_alone() -> None:
    design = demo("carousel")
    for gap in (0.3, 0.7, THIN):
        changed = patched(design, (Setting("/feet/gap_mm", gap),))
        assert found(changed, "paper").how == f"{gap / PAPER:.0f} sheets of paper fit in"


def test_a_dead_motor_is_still_reported_what_comes_nearest() -> None:
    design = demo("slack-capstan")
    assert evaluate(design).share_that_goes < 0.5
    setting = found(design, "gap")
    assert thickness(setting.how) == pytest.approx(setting.value_mm, rel=0.03)


def test_no_rod_of_the_room_is_named_that_is_far_off() -> None:
    design = patched(demo("fog-bell"), (Setting("/coil/outline/diameter_mm", 60.0),))
    assert rod_for(design).how == "a rod or tube of this thickness"
