"""What a train must do on the bench, and in which words the verdict says it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from oakspin import advise, evaluate
from oakspin.draws import MEDIAN, Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import spin
from oakspin.machines.table import machine_of
from oakspin.make import build_sheet
from oakspin.measure import Trial, compare
from oakspin.measure.trial import Readings
from oakspin.motion.drive import drive_of
from oakspin.motion.journey import journey_of
from oakspin.verdict import Verdict
from tests.core.designs import changed, sample

TRAIN = KINDS["train"].start
SLOW = sample("night-shuttle")
LOOP: dict[str, Any] = {"track__plan__form": "loop", "track__length__length_mm": 1500.0}


def pulled(pitch: float, start: float = 200, end: float = 450) -> list[dict[str, float]]:
    return [{"from_mm": start, "to_mm": end, "pitch_mm": pitch}]


def failing(verdict: Verdict) -> str:
    return next((link.id for link in verdict.links if link.state == "fails"), "")


def test_it_runs_through_and_leaves_at_the_end() -> None:
    verdict = evaluate(TRAIN)
    assert verdict.headline.startswith("Runs forward, starts by itself, reaches")
    assert verdict.trip is not None
    assert verdict.trip.stops == ""
    assert spin(TRAIN).leaves_at > 0
    assert "its circuit opens" in verdict.link("stays_on").sentence


def test_it_stops_where_turns_are_pulled_apart_and_coasts_over_a_short_gap() -> None:
    long, short = (changed(SLOW, track__stretches=pulled(pitch, 200, end)) for pitch, end in ((8, 450), (1.4, 220)))
    verdict = evaluate(long)
    assert failing(verdict) == "keeps_going"
    assert "pulled apart to 8 mm" in verdict.headline
    assert verdict.trip is not None
    assert 170 < verdict.trip.reached < 450  # its middle, where its front magnet is in
    assert not failing(evaluate(short))


@pytest.mark.parametrize("pitch", [1.0, 1.3, 1.6])
def test_the_wider_it_is_pulled_the_slower_it_gets_there(pitch: float) -> None:
    lows = [float(journey_of(machine, drive_of(machine)).low[0]) for machine in (machine_of(changed(TRAIN, track__stretches=pulled(item, 250, 300)), MEDIAN) for item in (pitch, pitch + 0.3))]  # type: ignore[union-attr]  # fmt: skip
    assert lows[1] < lows[0]


def test_a_gap_wider_than_the_magnet_breaks_the_contact() -> None:
    thick = SLOW.wire.size
    assert thick.by == "gauge"
    for pitch, made in ((6.5, 1.0), (7.0, 0.0)):  # two magnets of 3 mm, wire of 0.8 mm
        route = machine_of(changed(SLOW, track__stretches=pulled(pitch)), MEDIAN).route
        assert route is not None
        assert route.made.min() == made


def test_a_kink_holds_it() -> None:
    squeezed = changed(TRAIN, track__kinks=[{"at_mm": 300, "squeeze_mm": 2.5}])
    verdict = evaluate(squeezed)
    assert "a kink takes 2.5 mm" in verdict.headline
    assert "Straighten the kink" in [advice.sentence for advice in advise(squeezed)]


def test_uphill_it_is_slower_and_at_last_does_not_climb() -> None:
    speeds = [evaluate(changed(TRAIN, track__plan__slope_deg=slope)).figures["speed"].value for slope in (-5, 0, 20)]
    assert speeds == sorted(speeds, reverse=True)
    steepest = evaluate(SLOW).figures["steepest_climb"].value
    assert steepest < 60
    below, above = (evaluate(changed(SLOW, track__stretches=[], track__plan__slope_deg=slope)) for slope in (0.3 * steepest, 1.3 * steepest))  # fmt: skip
    assert failing(below) in {"", "lasts"}  # it climbs, if not for long
    assert failing(above) in {"starts", "keeps_going"}


def test_round_a_loop_it_settles_and_either_way_is_a_way() -> None:
    shown, other = (changed(TRAIN, leads=leads, **LOOP) for leads in "+-")
    forward, back = evaluate(other), evaluate(shown)
    assert {forward.direction, back.direction} == {"forward", "backward"}
    assert forward.figures["speed"].value == pytest.approx(back.figures["speed"].value, rel=0.02)
    assert spin(other).leaves_at == -1


def test_too_sharp_a_bend_sticks_and_advice_widens_it() -> None:
    sharp = changed(TRAIN, track__plan={"form": "arc", "radius_mm": 60.0, "slope_deg": 0.0})
    verdict = evaluate(sharp)
    least = verdict.figures["tightest_bend"].value
    # L^2 / (4 (2 bore - magnet - cell))
    assert least == pytest.approx(57.3**2 / (4 * (2 * 14.35 - 12.7 - 10.5)), rel=0.01)
    assert "too sharp" in verdict.headline
    assert any("Bend it wider" in advice.sentence for advice in advise(sharp))


@pytest.mark.parametrize(
    ("change", "link", "words"),
    [
        ({"wire__finish": "enameled"}, "circuit", "enamel"),
        ({"front__plating": "epoxy"}, "circuit", "epoxy"),
        ({"rear__strength": {"by": "grade", "grade": "ferrite"}}, "circuit", "Ferrite"),
        ({"front__diameter_mm": 10.5}, "circuit", "no wider than the cell"),
        ({"track__former_mm": 12.0}, "starts", "does not enter"),
        ({"track__former_mm": 20.0}, "starts", "askew"),
        (
            {"track__length": {"by": "length", "length_mm": 80}, "battery__in_series": 2},
            "circuit",
            "shorter than the train",
        ),
        ({"battery__cell": "alkaline_9V"}, "circuit", "9 V"),
        ({"leads": "+"}, "keeps_going", "thrown back"),
    ],
)
def test_what_stops_a_train_is_reported(change: dict[str, Any], link: str, words: str) -> None:
    verdict = evaluate(changed(TRAIN, **change))
    assert failing(verdict) == link
    assert words in verdict.headline + " ".join(verdict.causes)
    assert verdict.direction in {"none", "backward"}


@pytest.mark.parametrize("name", ["ebb-shuttle"])
def test_the_one_that_throws_itself_out_is_mended_by_one_press(name: str) -> None:
    design = sample(name)
    first = advise(design)[0]
    assert first.sentence == "Put the train in the other end first"
    assert evaluate(changed(design, leads="-")).share_that_goes > 0.85


@pytest.mark.parametrize(
    "change",
    [{"front__shape": "block"}, {"battery__in_parallel": 2}, {"track__plan": {"form": "loop", "slope_deg": 5}}],
)
def test_what_cannot_be_a_train_is_refused_with_a_cure(change: dict[str, Any]) -> None:
    with pytest.raises(OakSpinError) as caught:
        changed(TRAIN, **change)
    assert all(fault.hint for fault in caught.value.faults)


def test_the_journey_is_the_motion_in_time() -> None:
    """Energy from place to place against the equation of motion in time, on evenly wound track."""
    machine = machine_of(changed(TRAIN, track__length__length_mm=900.0), MEDIAN)
    assert machine.route is not None
    # Without the one bad place that hands leave in a track.
    machine = replace(machine, route=replace(machine.route, drag=np.ones_like(machine.route.drag)))
    drive = drive_of(machine)
    journey = journey_of(machine, drive)
    assert journey is not None

    def rates(_: float, state: np.ndarray) -> list[float]:
        speed = np.array([max(state[1], 0.0)])
        return [state[1], float((drive.at(speed) - machine.load.at(speed))[0] / machine.inertia[0])]

    run = solve_ivp(rates, (0, 0.4), [float(journey.places[0, 0]), 0.0], rtol=1e-8, atol=1e-10, dense_output=True)
    # The last stations lie where turns begin to end under the front magnet.
    for station in (20, 60, 120):
        place, speed = run.sol(journey.clock[0, station])
        assert place == pytest.approx(journey.places[0, station], rel=0.01)
        assert speed == pytest.approx(journey.speed[0, station], rel=0.01)


def test_two_gates_and_a_tilt_are_held_against_the_prediction() -> None:
    readings = Readings(first_gate_mm=100, second_gate_mm=500, gate_seconds=0.2, climb_deg=40)
    shown = {item.name: item for item in compare(TRAIN, Trial(group="Limpet", readings=readings))}
    journey = evaluate(TRAIN).trip
    assert journey is not None
    slow, fast = (band[1] for band in (journey.speeds[10], journey.speeds[-5]))
    assert slow < shown["gate_speed"].predicted < fast
    assert shown["gate_time"].predicted == pytest.approx(0.4 / shown["gate_speed"].predicted, rel=0.02)
    assert shown["gate_speed"].measured == pytest.approx(2.0)


def test_hands_that_wind_loosely_run_slower() -> None:
    """Looser turns lose less current to each other, but are rougher and are touched less often."""
    speeds = [
        evaluate(changed(TRAIN, maker=maker)).figures["speed"].value for maker in ("careful_adult", "young_pupil")
    ]
    assert speeds[1] < 0.95 * speeds[0]


def test_the_wrap_plan_adds_up() -> None:
    sheet = build_sheet(changed(TRAIN, track__length={"by": "turns", "turns": 600}))
    assert any("Wind 600 turns" in step.text for step in sheet.steps)
    wire = sheet.cuts[0]
    turn = np.pi * (14.35 + 0.812)
    assert wire.length_mm - wire.tails_mm == pytest.approx(600 * turn, rel=0.01)
    assert any("apart" in step.caution or "snap" in step.caution for step in sheet.steps)


def test_wire_mass_cost_and_time_follow_from_the_turns() -> None:
    figures = evaluate(TRAIN).figures
    assert figures["wire_mass"].value == pytest.approx(
        figures["wire_length"].value * np.pi / 4 * 0.812**2 * 8.96, rel=0.01
    )
    assert figures["winding_time"].value == pytest.approx(figures["turns"].value / 30)
    dear, cheap = (build_sheet(changed(TRAIN, track__price_per_kg=price)).cuts[0].note for price in (60.0, 20.0))
    assert "at 60 a kg" in dear
    assert dear != cheap


def test_bands_come_from_all_builds() -> None:
    machine = machine_of(TRAIN, Draws())
    journey = journey_of(machine, drive_of(machine))
    assert journey is not None
    assert journey.speed.shape == (1024, 161)
    assert np.ptp(journey.top) > 0.5
