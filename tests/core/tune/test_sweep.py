"""Sweeps: each point is what the verdict says there; ranges, refusals, tables."""

import csv
import io
from dataclasses import replace

import pytest

from oakspin import Draws, evaluate
from oakspin.design import Design
from oakspin.design.patch import patched
from oakspin.errors import UnfitPatch
from oakspin.kinds.kinds import numbers_of
from oakspin.tune import sweep, sweep_table, tuning_of
from oakspin.tune.factors import factor_at
from oakspin.tune.sweep import CHUNK, planned, sweep_points
from runner.samples import sample
from tests.core.designs import LANTERN, changed


@pytest.mark.parametrize(
    "pointer", ["/feet/gap_mm", "/magnets/diameter_mm", "/battery/used_percent", "/magnets/count", "/wire/size/awg"]
)
def test_each_point_is_the_verdict_at_that_value(pointer: str) -> None:
    shown = sweep(LANTERN, pointer, points=7, draws=Draws(64))
    for point in shown.points:
        verdict = evaluate(patched(LANTERN, shown.factor.turned(point.value)), Draws(64))
        for name, band in point.figures.items():
            figure = verdict.figures[name]
            assert band == pytest.approx((figure.band[0], figure.value, figure.band[1]), rel=1e-9, abs=1e-12)
        for link in verdict.links:
            assert point.states[link.id] == link.state
            assert point.margins[link.id][1] == pytest.approx(link.margin, rel=1e-9, abs=1e-12)
        assert point.share_that_goes == verdict.share_that_goes


def test_every_number_of_the_design_can_be_swept_over_its_range() -> None:
    factors = tuning_of(LANTERN).factors
    assert {"/feet/gap_mm", "/magnets/count", "/wire/size/awg", "/outline/half/points/0/radius_mm"} <= {
        factor.pointer for factor in factors
    }
    for factor in factors:
        whole = (factor.minimum, factor.maximum)
        shown = sweep(LANTERN, factor.pointer, points=3, low=whole[0], high=whole[1], draws=Draws(8))
        assert shown.points[0].value == pytest.approx(factor.minimum)
        assert shown.points[-1].value == pytest.approx(factor.maximum)
        assert all(point.figures or point.refused for point in shown.points)


def test_whole_numbers_are_swept_once_each_and_take_their_followers_along() -> None:
    factor = factor_at(LANTERN, "/magnets/count")
    assert factor.values(41) == [float(count) for count in range(1, 13)]
    more = patched(LANTERN, factor.turned(4.0))
    assert more.feet.height_mm == pytest.approx(3.4 * 2)


def test_without_a_steel_can_the_curve_over_foot_height_is_even_about_the_middle() -> None:
    shown = sweep(changed(LANTERN, battery__cell="zinc_carbon_AA"), "/feet/height_mm", points=9, draws=Draws(512))
    push = [point.figures["push"][1] for point in shown.points]
    assert push == pytest.approx(push[::-1], rel=0.03)
    assert max(push[3:6]) == max(push) > 1.2 * push[0]


def test_the_range_can_be_narrowed_and_an_empty_one_is_reported() -> None:
    assert [point.value for point in sweep(LANTERN, "/feet/gap_mm", points=3, low=1, high=2).points] == [1, 1.5, 2]
    with pytest.raises(UnfitPatch, match="Give a start below the end"):
        sweep(LANTERN, "/feet/gap_mm", low=5, high=1)


def test_what_is_no_number_of_the_design_is_reported() -> None:
    with pytest.raises(UnfitPatch, match="Choose one of the design's own numbers"):
        sweep(LANTERN, "/magnets/pole_up")


def test_values_at_which_no_motor_can_be_made_are_reported_and_do_not_stop_the_rest() -> None:
    weak = changed(LANTERN, magnets__strength={"by": "face_field", "face_field_mT": 400.0})
    # Its dial ends at what a magnet of this size can show; beyond, a sweep says why.
    factor = replace(factor_at(weak, "/magnets/strength/face_field_mT"), maximum=800.0)
    assert sweep(weak, factor.pointer, points=9, draws=Draws(8)).points[-1].refused == ""
    (points,) = sweep_points(weak, factor, [5.0, 400.0, 800.0], Draws(8))
    assert "must be at most" in points[-1].refused
    assert points[-1].figures == {}
    assert points[0].figures


def test_points_come_a_few_at_a_time_and_add_up_to_the_whole() -> None:
    factor, values = planned(LANTERN, "/feet/gap_mm", 21)
    pieces = list(sweep_points(LANTERN, factor, values, Draws(16)))
    assert [len(piece) for piece in pieces] == [CHUNK, CHUNK, 5]
    assert [point for piece in pieces for point in piece] == list(
        sweep(LANTERN, "/feet/gap_mm", points=21, draws=Draws(16)).points
    )


def test_the_table_holds_every_point_with_units_and_states() -> None:
    shown = sweep(LANTERN, "/feet/gap_mm", points=5, draws=Draws(16))
    rows = list(csv.DictReader(io.StringIO(sweep_table(shown))))
    assert [float(row["Foot gap (mm)"]) for row in rows] == [point.value for point in shown.points]
    assert float(rows[0]["speed median (turns/min)"]) == pytest.approx(shown.points[0].figures["speed"][1], rel=1e-3)
    assert [row["circuit state"] for row in rows] == [point.states["circuit"] for point in shown.points]


@pytest.mark.parametrize("pointer", ["/feet/gap_mm", "/magnets/diameter_mm", "/magnets/count", "/battery/used_percent"])
@pytest.mark.parametrize("points", [2, 3, 41])
def test_the_present_value_is_always_among_the_points_which_rise(pointer: str, points: int) -> None:
    factor, values = planned(LANTERN, pointer, points)
    assert values == sorted(set(values))
    assert (values[0], values[-1]) == factor.window()
    assert points == 2 or factor.value in values


@pytest.mark.parametrize("design", [LANTERN, *map(sample, ("ferry-wheel", "crane-motor", "night-shuttle"))])
def test_a_sweep_opens_where_the_present_value_matters(design: Design) -> None:
    for factor in numbers_of(design).values():
        low, high = factor.window()
        assert factor.minimum <= low <= factor.value <= high <= factor.maximum
        assert high == factor.maximum or high >= 3 * factor.value - 1e-9
        assert (low, high) == (factor.minimum, factor.maximum) or high - low < factor.maximum - factor.minimum


def test_a_number_that_spans_decades_is_swept_by_its_powers() -> None:
    plain = numbers_of(LANTERN)["/feet/gap_mm"]
    wide = replace(plain, minimum=0.01, maximum=10.0, decades=True)
    values = wide.values(4)
    assert values == pytest.approx([0.01, 0.1, 1.0, 10.0])
    assert (values[0], values[-1]) == (0.01, 10.0)


def test_a_part_of_the_range_without_the_present_value_is_left_as_it_is() -> None:
    _, values = planned(LANTERN, "/feet/gap_mm", 5, 2.0, 4.0)
    assert values == [2.0, 2.5, 3.0, 3.5, 4.0]
