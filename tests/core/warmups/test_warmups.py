"""Warm-ups against an independent library, closed forms, and what everybody sees who turns something over."""

from __future__ import annotations

import magpylib
import numpy as np
import pytest

from oakspin.constants import GRAVITY, MU_0
from oakspin.errors import UnfitPatch
from oakspin.fields.loop import loop_on_axis
from oakspin.warmups.circuit import OHMS, VOLTS, amperes, coil_length
from oakspin.warmups.jump import side_push
from oakspin.warmups.pull import coil_force
from oakspin.warmups.warmup import WarmUp, answer
from oakspin.warmups.warmups import WARM_UPS

COMPASS, PULL, PIVOT, JUMP = (WARM_UPS[each] for each in ("compass", "pull", "pivot", "jump"))


def figure(warm_up: WarmUp, name: str, **values: float) -> float:
    """The middle value of a figure of the answer."""
    reply = answer(warm_up, values)
    return next(each.value for each in reply.figures if each.id == name)


def test_the_field_of_a_turn_is_that_of_the_library() -> None:
    for away in (0.0, 0.01, 0.05, 0.2):
        other = magpylib.current.Circle(current=2.0, diameter=0.05).getB((0, 0, away))[2]
        assert 2.0 * loop_on_axis(0.025, away) == pytest.approx(other, rel=1e-9)


def test_the_force_between_coil_and_magnet_is_that_on_its_turns_in_the_magnets_field() -> None:
    radius, gap, disc, long = 0.01, 0.004, 0.005, 0.003
    magnet = magpylib.magnet.Cylinder(
        polarization=(0, 0, -1.0), dimension=(2 * disc, long), position=(0, 0, gap + long / 2)
    )
    # The coil lies level, its current counterclockwise from above; the magnet over it has its N down.
    outward = magnet.getB((radius, 0, 0))[0]
    on_coil = -2 * np.pi * radius * outward  # level current times the field that leads outward, upward
    mine = coil_force(20, radius, np.array([1.5]), (disc, long), gap)[0]
    assert mine == pytest.approx(-20 * 1.5 * on_coil, rel=1e-4)
    assert mine > 0


def test_the_push_on_a_wire_is_that_of_the_library() -> None:
    radius, length, gap, span = 0.0075, 0.005, 0.003, 0.1
    magnet = magpylib.magnet.Cylinder(
        polarization=(0, 0, 1.0), dimension=(2 * radius, length), position=(0, 0, length / 2)
    )
    along = np.linspace(-span / 2, span / 2, 2001)
    upright = magnet.getB(np.stack([along, 0 * along, 0 * along + length + gap], axis=1))[:, 2]
    assert side_push(radius, length, gap, span) == pytest.approx(np.trapezoid(upright, along), rel=5e-3)


def test_the_current_is_the_cells_through_its_own_ohms_and_the_wires() -> None:
    assert amperes(0.0, 1.0) == pytest.approx(VOLTS / OHMS)
    ohms = 1.72e-8 * 2.0 / (np.pi / 4 * 0.3e-3**2)
    assert amperes(2.0, 0.3) == pytest.approx(VOLTS / (OHMS + ohms), rel=0.03)
    assert coil_length(10, 40) == pytest.approx(10 * np.pi * 0.04 + 0.2)


def test_at_45_degrees_coil_and_earth_are_as_strong() -> None:
    values = {"turns": 10.0, "diameter_mm": 40.0}
    field = figure(COMPASS, "field", distance_mm=100, **values)
    earth = min(max(field, 5), 45)
    angle = figure(COMPASS, "angle", distance_mm=100, earth_uT=earth, **values)
    assert np.tan(np.radians(angle)) == pytest.approx(field / earth, rel=0.05)


def test_what_is_turned_over_turns_the_answer_over_and_both_leave_it() -> None:
    assert [answer(COMPASS, {"way": way}).right for way in (0, 1)] == ["away", "toward"]
    rights = {(pole, way): answer(PULL, {"pole": pole, "way": way}).right for pole in (0, 1) for way in (0, 1)}
    assert rights == {(0, 0): "pushes", (1, 1): "pushes", (0, 1): "pulls", (1, 0): "pulls"}
    # N up, current to the right: with thumb, fingers and palm of the right hand the push comes toward the viewer.
    jumps = {(pole, way): answer(JUMP, {"pole": pole, "way": way}).right for pole in (0, 1) for way in (0, 1)}
    assert jumps == {(0, 0): "toward", (1, 1): "toward", (0, 1): "away", (1, 0): "away"}


def test_more_turns_less_distance_more_push() -> None:
    angles = [figure(COMPASS, "angle", turns=turns, distance_mm=150) for turns in (1, 5, 20)]
    assert angles == sorted(angles)
    forces = [figure(PULL, "force", gap_mm=gap) for gap in (30, 10, 3)]
    assert forces == sorted(forces)
    ratios = [figure(JUMP, "ratio", gap_mm=gap) for gap in (30, 10, 2)]
    assert ratios == sorted(ratios)
    paces = [figure(PIVOT, "follows", distance_mm=away) for away in (300, 100, 20)]
    assert paces == sorted(paces)


def test_what_is_too_weak_stays() -> None:
    assert answer(COMPASS, {"turns": 1, "distance_mm": 300}).right == "stays"
    assert answer(PULL, {"turns": 1, "gap_mm": 60}).right == "stays"
    assert answer(JUMP, {"gap_mm": 40, "magnet_mm": 3, "thick_mm": 1, "wire_mm": 1.5}).right == "stays"
    assert answer(PIVOT, {"distance_mm": 400, "magnet_mm": 3, "thick_mm": 1, "carrier_g": 50}).right == "stays"


def test_a_hand_that_is_too_fast_leaves_the_magnet_behind() -> None:
    fast = figure(PIVOT, "follows")
    assert answer(PIVOT, {"pace_per_s": min(0.5 * fast, 4)}).right == "follows"
    slow = figure(PIVOT, "follows", distance_mm=200)
    assert answer(PIVOT, {"distance_mm": 200, "pace_per_s": min(max(2 * slow, 0.1), 4)}).right == "shivers"
    # Its own swing is that of a needle: pull over inertia, both from far as two small magnets.
    away = 0.2
    volume = np.pi / 4 * 0.01**2 * 0.003
    moment = 1.25 * volume / MU_0
    pull = moment * MU_0 / (2 * np.pi) * moment / (away + 0.0015) ** 3
    assert figure(PIVOT, "pull", distance_mm=200) * 1e-6 == pytest.approx(pull, rel=0.05)


@pytest.mark.parametrize("warm_up", WARM_UPS.values(), ids=list(WARM_UPS))
def test_every_warm_up_is_whole(warm_up: WarmUp) -> None:
    assert warm_up.question.endswith("?")
    assert warm_up.build.endswith(".")
    assert warm_up.caution
    ids = [option for option, _ in warm_up.options]
    for dial in warm_up.dials:
        for value in (dial.low, dial.start, dial.high):
            reply = answer(warm_up, {dial.id: value})
            assert reply.right in ids
            assert reply.sure >= 34
            assert reply.sentence.endswith(".")
            for each in reply.figures:
                assert each.band[0] <= each.value <= each.band[1]
            for drawn in (reply.drawn, reply.before):
                left, low, right, top = drawn.bounds
                points = np.array([point for shape in drawn.shapes for point in shape.points])
                assert np.all((points >= (left, low)) & (points <= (right, top)))
        with pytest.raises(UnfitPatch) as refused:
            answer(warm_up, {dial.id: dial.high + dial.step})
        assert refused.value.faults[0].field == f"/{dial.id}"
    with pytest.raises(UnfitPatch):
        answer(warm_up, {"color": 1.0})


def test_a_bench_that_was_not_tried_does_not_tell() -> None:
    before = [answer(COMPASS, {"way": way}).before for way in (0, 1)]
    assert before[0] == before[1]
    assert answer(COMPASS, {"way": 0}).drawn != answer(COMPASS, {"way": 1}).drawn
    assert "?" in [label.text for label in answer(PULL, {}).before.labels]


def test_grams_are_the_force_over_gravity() -> None:
    reply = {each.id: each.value for each in answer(PULL, {}).figures}
    assert reply["grams"] == pytest.approx(abs(reply["force"]) / GRAVITY, rel=0.02)
