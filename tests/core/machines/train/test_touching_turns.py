"""Turns that touch pass current straight on; magnets touch less at speed; edges catch; hands wind unevenly."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.constants import GRAVITY
from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.kinds import KINDS
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.make import build_sheet
from oakspin.motion.drive import drive_of
from oakspin.motion.journey import journey_of
from oakspin.parts.catalogue import FILM_FACTOR, METALS
from oakspin.parts.contact import turn_ohms
from oakspin.parts.wire import gauge_diameter, wire_ohms
from tests.core.designs import changed

TRAIN = KINDS["train"].start
BARED: dict[str, Any] = {"wire__finish": "enameled", "track__inside": "bared"}


def gauge(awg: float) -> dict[str, Any]:
    return {"wire__size": {"by": "gauge", "awg": awg}}


def goes_round(**fields: Any) -> Any:
    return machine_of(changed(TRAIN, **fields), Draws()).facts["goes_round"]


def test_the_share_is_that_of_two_ways_side_by_side() -> None:
    """Wound without a gap: 1 / (1 + r g), r of one turn, g of the spots that it touches its neighbor with."""
    machine = machine_of(TRAIN, MEDIAN)
    ring = wire_ohms(np.pi * 15.162e-3, gauge_diameter(20), METALS["copper"], 20.0)
    spots = 3.0 / float(turn_ohms(0.05, METALS["copper"], FILM_FACTOR["sanded"]))
    touching = float(np.exp(-(0.6745 * 0.05) / 0.15))
    expected = 1 - touching + touching / (1 + ring * spots)
    assert float(np.atleast_1d(machine.facts["goes_round"])[0]) == pytest.approx(expected, rel=0.01)


def test_half_goes_round_and_thin_wire_loses_more() -> None:
    share = goes_round()
    assert 0.4 < np.median(share) < 0.7
    assert np.quantile(share, 0.02) > 0.2
    assert np.quantile(share, 0.98) < 0.96
    medians = [float(np.median(goes_round(**gauge(awg)))) for awg in (16, 18, 20, 22, 24)]
    assert medians == sorted(medians, reverse=True)


def test_a_coat_between_turns_loses_nothing_and_a_tarnished_track_little() -> None:
    assert (goes_round(**BARED) == 1).all()
    assert (
        np.median(goes_round(surface="tarnished")) > np.median(goes_round(surface="handled")) > np.median(goes_round())
    )
    bared, bare = (evaluate(changed(TRAIN, **fields)) for fields in (BARED, {}))
    assert bared.figures["speed"].value > 1.2 * bare.figures["speed"].value
    covered = evaluate(changed(TRAIN, wire__finish="enameled"))
    assert covered.direction == "none"


def test_how_the_inside_is_bared_stands_on_the_build_sheet() -> None:
    steps = {step.id: step for step in build_sheet(changed(TRAIN, **BARED)).steps}
    assert "Leave the enamel between the turns" in steps["bore"].text
    assert steps["wind"].number < steps["bore"].number < steps["lay"].number
    assert "bore" not in {step.id for step in build_sheet(TRAIN).steps}


def test_the_energized_track_s_ohms_shrink_by_the_share_that_does_not_go_round() -> None:
    one, other = (machine_of(changed(TRAIN, surface=surface), Draws()) for surface in ("sanded", "tarnished"))
    ratio = np.asarray(other.facts["goes_round"]) / np.asarray(one.facts["goes_round"])
    assert other.ohms["track"] / one.ohms["track"] == pytest.approx(ratio)
    assert other.coupling[:, 0] / one.coupling[:, 0] == pytest.approx(ratio)


def test_it_runs_as_trains_do_and_climbs_as_far_as_it_is_not_known() -> None:
    verdict = evaluate(TRAIN)
    assert 0.4 < verdict.figures["speed"].value < 1.8
    climb = verdict.figures["steepest_climb"]
    assert climb.band[0] < 20
    assert climb.band[1] > 60


def test_it_climbs_the_steepest_slope_and_no_steeper() -> None:
    """The slope at which push is friction and weight together, found by laying the track so."""
    flat = machine_of(changed(TRAIN, battery__used_percent=60.0), MEDIAN)
    answer = evaluate(changed(TRAIN, battery__used_percent=60.0), MEDIAN).figures["steepest_climb"].value

    def surplus(slope: float) -> float:
        machine = machine_of(changed(TRAIN, battery__used_percent=60.0, track__plan__slope_deg=slope), MEDIAN)
        settled = machine.settled(drive_of(flat).flow(np.full(1, 0.3))[0])
        return float((drive_of(settled).at(np.full(1, machine.creep)) - machine.load.dry)[0])

    assert 2 < answer < 60
    assert surplus(max(answer - 6, 0)) > 0 > surplus(min(answer + 6, 60))
    assert flat.inertia[0] * GRAVITY > 0


def test_a_slow_train_stops_dead_in_a_long_part_pulled_apart_and_coasts_over_a_short_one() -> None:
    slow = changed(TRAIN, battery__used_percent=60.0)
    pitch = 5 * 0.812

    def share(end: float) -> float:
        part = {"from_mm": 250.0, "to_mm": end, "pitch_mm": pitch}
        return evaluate(changed(slow, track__stretches=[part])).share_that_goes

    stopped = evaluate(changed(slow, track__stretches=[{"from_mm": 250.0, "to_mm": 350.0, "pitch_mm": pitch}]))
    assert "but does not get through" in stopped.headline
    assert "pulled apart" in stopped.headline
    assert stopped.trip is not None
    # Its front magnet gets in, its rear one not out.
    assert 210 < stopped.trip.reached < 370
    assert share(350.0) < 0.5 * share(268.0)


def test_the_edge_catches_in_the_parted_turns_alone() -> None:
    part = [{"from_mm": 250.0, "to_mm": 350.0, "pitch_mm": 3.0}]
    smooth = machine_of(changed(TRAIN), MEDIAN).route
    route = machine_of(changed(TRAIN, track__stretches=part), MEDIAN).route
    assert route is not None
    assert smooth is not None
    more = route.drag[0] - smooth.drag[0]
    at = float(route.start) + float(route.length[0]) * np.linspace(0, 1, more.size)
    assert (more[(at < 210) & (at < 0.21)] == 0).all()
    # Both magnets in it: three times the gap between turns over a magnet's thickness.
    both = (at > 0.285) & (at < 0.315)
    assert more[both].max() == pytest.approx(3.0 * (3.0 - 0.812) / 6.4, rel=0.05)


def test_a_kink_costs_where_a_magnet_is_in_it_and_only_there() -> None:
    kinked = machine_of(changed(TRAIN, track__kinks=[{"at_mm": 300, "squeeze_mm": 1.0}]), MEDIAN).route
    plain = machine_of(TRAIN, MEDIAN).route
    assert kinked is not None
    assert plain is not None
    more = kinked.drag[0] - plain.drag[0]
    station = float(kinked.length[0]) / (more.size - 1)
    # Twice a magnet of 6.4 mm and 3 mm to either side of it.
    assert (more > 0).sum() * station == pytest.approx(2 * 12.4e-3, abs=4 * station)
    assert more.max() == pytest.approx(1.0 / (14.35 - 12.7 - 1.0) / 2, rel=0.02)


def test_magnets_touch_half_as_often_at_a_meter_a_second() -> None:
    machine = machine_of(TRAIN, MEDIAN)
    still, fast = (float(machine.touch.share_at(np.full(1, speed))[0]) for speed in (0.0, 1.0))
    assert fast == pytest.approx(still / 2)


def test_tracks_of_pupils_are_clearly_less_sure() -> None:
    shares = [
        evaluate(changed(TRAIN, maker=maker)).share_that_goes
        for maker in ("careful_adult", "older_pupil", "young_pupil")
    ]
    assert shares[0] > shares[1] + 0.04
    assert shares[1] > shares[2] + 0.1


def test_every_track_has_its_worst_place_where_hands_made_it() -> None:
    machine: Machine = machine_of(changed(TRAIN, maker="young_pupil"), Draws(64))
    assert machine.route is not None
    bad = machine.route.drag > 1
    assert bad.any(axis=1).mean() > 0.9
    assert 0.02 < bad.mean() < 0.15
    journey = journey_of(machine, drive_of(machine))
    assert journey is not None
