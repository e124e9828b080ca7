"""The rig: hidden builds run in time, and what instruments tell of them."""

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.constants import SCATTER_LOG, UNCERTAIN
from oakspin.design.patch import Setting
from oakspin.learn.components import constants_of
from oakspin.measure.predicted import ran
from oakspin.measure.table import read_trials, trial_table
from oakspin.rig.bench import rig_trials, shown
from oakspin.rig.hidden import Hidden, draws_of
from oakspin.rig.rig import Rig
from oakspin.rig.turning import turning
from runner.samples import sample

LANTERN = sample("lantern")


def test_the_same_seed_hides_the_same_build_and_runs_differ() -> None:
    hidden = Hidden(LANTERN, 5)
    assert hidden.positions(0) == Hidden(LANTERN, 5).positions(0) != Hidden(LANTERN, 6).positions(0)
    first, second = hidden.positions(0), hidden.positions(1)
    for name in constants_of(LANTERN, meter=True):
        anew = name == "cell_volts" or any(whose == "run" for whose, _ in UNCERTAIN[name].levels)
        assert (first[name] != second[name]) == anew, name
    assert second["cell_volts"] < first["cell_volts"]
    other = Hidden(LANTERN, 5, rotor=1).positions(0)
    assert other["wire_drag"] == first["wire_drag"]
    assert other["hand_gap"] != first["hand_gap"]


def test_hidden_builds_scatter_as_the_prior_does() -> None:
    names = constants_of(LANTERN, meter=True)
    hidden = [Hidden(LANTERN, seed).positions(0) for seed in range(400)]
    rows = {name: np.array([each[name] for each in hidden]) for name in names}
    assert max(abs(row.mean()) for row in rows.values()) < 0.2
    for name, row in rows.items():
        if UNCERTAIN[name].scatters:
            # Some rotors scatter far more than the usual one: most lie as the law says, a few farther out.
            assert np.quantile(np.abs(row), 0.5) == pytest.approx(0.67, abs=0.12), name
        else:
            assert row.std() == pytest.approx(1.0, abs=0.15), name


def test_a_rotor_s_runs_lie_apart_by_a_spread_of_its_own() -> None:
    spreads = [Hidden(LANTERN, seed).spread("contact") for seed in range(400)]
    assert np.median(spreads) == pytest.approx(1.0, abs=0.15)
    assert np.std(np.log(spreads)) == pytest.approx(SCATTER_LOG, abs=0.1)
    one = Hidden(LANTERN, 3)
    films = [one.positions(run)["foot_film"] for run in range(60)]
    assert np.std(films) == pytest.approx(one.spread("contact") * UNCERTAIN["foot_film"].anew ** 0.5, rel=0.25)


@pytest.mark.parametrize(("name", "speed", "current"), [("lantern", 0.05, 0.06), ("crane-motor", 0.02, 0.03)])
def test_the_motion_in_time_agrees_with_the_verdict(name: str, speed: float, current: float) -> None:
    design = sample(name)
    hidden = [Hidden(design, seed).positions(0) for seed in range(12)]
    found, outcome = turning(design, hidden, meter=True), ran(design, draws_of(hidden), meter=True)
    both = (found.speed > 0) & outcome.turns
    assert both.sum() >= 8
    assert np.quantile(np.abs(found.speed[both] / outcome.speed[both] - 1), 0.8) < speed
    assert np.quantile(np.abs(found.drawn[both] / outcome.mean_current[both] - 1), 0.8) < current
    assert (found.flicked == outcome.turns).mean() > 0.9


def test_what_it_draws_from_the_battery_lowers_its_volts() -> None:
    run = shown(LANTERN, [Hidden(LANTERN, 5).positions(0)], meter=True)[0]
    assert run.volts < run.volts_open
    assert run.drawn > 0
    assert run.speed > 0
    assert run.temperature(60.0) > run.temperature(5.0) > LANTERN.room_C


def test_trials_of_a_rig_are_what_run_takes_in() -> None:
    trials = rig_trials(LANTERN, 5, 3)
    assert len({trial.model_dump_json() for trial in trials}) == 3
    assert read_trials(trial_table(trials)) == trials
    assert rig_trials(LANTERN, 5, 3) == trials
    assert all(trial.readings.film_turns and trial.readings.amperes for trial in trials)


def test_what_travels_passes_gates() -> None:
    trials = rig_trials(sample("night-shuttle"), 7, 2)
    assert all(trial.readings.gate_seconds and not trial.readings.turns for trial in trials)


def test_a_dead_motor_s_rig_is_dead() -> None:
    capstan = sample("slack-capstan")
    trials = rig_trials(capstan, 3, 2)
    assert all(trial.readings.film_turns is None and trial.readings.turns is None for trial in trials)
    assert {word for trial in trials for word in trial.seen} & {"trembles", "nothing", "starts_then_stops"}


def test_a_rig_speeds_up_warms_up_and_obeys() -> None:
    rig = Rig(LANTERN, 5)
    assert all(row.value == 0 for row in rig.read() if row.quantity in ("speed", "current", "pulses"))
    rig.power(on=True)
    rig.advance(1.0)
    slow, cool = rig.speed, max(rig.warm)
    rig.advance(14.0)
    answer = {row.quantity: row for row in rig.read()}
    assert 0 < slow < rig.speed == pytest.approx(rig.shown.speed, rel=0.05)
    assert max(rig.warm) > cool
    assert answer["pulses"].value == rig.pulses > 20
    assert answer["current"].value == pytest.approx(rig.shown.drawn, rel=0.1)
    assert answer["speed"].seconds == pytest.approx(15.0)
    rig.stop()
    rig.advance(0.5)
    assert rig.speed == 0
    rig.stop(held=False)
    rig.advance(1.0)
    assert rig.speed > 0
    rig.power(on=False)
    rig.advance(0.1)
    assert {row.quantity: row.value for row in rig.read()}["current"] == 0
    before = rig.speed
    rig.advance(2.0)
    assert rig.speed < before


@pytest.mark.parametrize("name", ["lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor"])
def test_what_goes_on_paper_starts_on_the_bench_and_comes_to_its_speed(name: str) -> None:
    rig = next(rig for rig in (Rig(sample(name), seed) for seed in range(1, 9)) if rig.shown.speed > 0)
    rig.power(on=True)
    rig.flick()
    rig.advance(25.0)
    assert rig.speed == pytest.approx(rig.found.speed[0], rel=0.08)  # type: ignore[union-attr]
    assert rig.read()[1].value > 0


def test_what_the_plan_does_not_know_changes_the_rig() -> None:
    planned, built = Rig(LANTERN, 5), Rig(LANTERN, 5, changes=(Setting("/battery/used_percent", 85.0),))
    assert built.shown.speed < 0.9 * planned.shown.speed


def test_pulses_follow_from_the_switch() -> None:
    assert Rig(LANTERN, 5).machine.pulses_a_turn == 1
    assert Rig(sample("crane-motor"), 5).machine.pulses_a_turn == 2


def test_the_rig_s_middle_is_in_the_verdict_s_band() -> None:
    speeds = [run.speed * 30 / np.pi for run in shown(LANTERN, [Hidden(LANTERN, seed).positions(0) for seed in range(30)], meter=False)]  # fmt: skip
    low, high = evaluate(LANTERN).figures["speed"].band
    inside = np.mean([low <= speed <= high for speed in speeds if speed])
    assert 0.6 <= inside <= 0.97
