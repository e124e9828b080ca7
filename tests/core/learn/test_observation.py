"""Errors of each way of measuring, and what was seen as evidence."""

import math

import numpy as np
import pytest

from oakspin import Draws
from oakspin.learn.observation import errors_of, observed
from oakspin.learn.seen import WENT, log_likelihood, seen_in
from oakspin.measure.predicted import has_meter, ran
from oakspin.measure.trial import Readings, Seen, Trial
from runner.samples import sample


def test_a_longer_count_is_a_surer_one() -> None:
    short = errors_of(Readings(turns=10, turns_seconds=2.0))["speed"]
    long = errors_of(Readings(turns=100, turns_seconds=20.0))["speed"]
    assert long == pytest.approx(short / 10)
    assert short == pytest.approx(math.hypot(0.0577, 0.1), rel=0.01)


def test_a_film_is_surer_than_a_count_of_the_same_run() -> None:
    both = Readings(turns=20, turns_seconds=2.0, film_turns=20, film_frames=480, film_rate=240)
    assert errors_of(both)["speed"] < 0.2 * errors_of(Readings(turns=20, turns_seconds=2.0))["speed"]


def test_a_small_current_is_read_worse() -> None:
    assert errors_of(Readings(amperes=0.05))["mean_current"] > 5 * errors_of(Readings(amperes=5))["mean_current"]


def test_every_error_falls_to_a_reading_that_is_compared() -> None:
    read = Readings(turns=60, turns_seconds=10.0, amperes=1.0, volts_open=1.5, volts_loaded=1.0)
    each = observed(sample("lantern"), Trial(group="Tern", readings=read))
    assert {row.quantity for row in each.readings} == {"speed", "mean_current", "volts_open", "volts_loaded"}
    assert all(row.error > 0 and row.model > 0 for row in each.readings)


def test_turns_counted_of_a_train_are_no_reading() -> None:
    read = Readings(turns=60, turns_seconds=10.0, amperes=1.0)
    each = observed(sample("night-shuttle"), Trial(group="Tern", readings=read))
    assert [row.quantity for row in each.readings] == ["mean_current"]


def test_a_meter_counts_while_it_is_in_the_circuit() -> None:
    assert has_meter(Trial(group="a", readings=Readings(amperes=1.0)))
    assert not has_meter(Trial(group="a", readings=Readings(amperes=1.0, meter="clamp")))
    assert not has_meter(Trial(group="a"))
    with_, without = (ran(sample("lantern"), Draws(256), meter=meter) for meter in (True, False))
    assert np.median(with_.mean_current) < 0.9 * np.median(without.mean_current)
    assert np.allclose(with_.machine.total_ohms - without.machine.total_ohms, Draws(256).value("meter_ohms"))


@pytest.mark.parametrize("name", ["lantern", "beacon", "ferry-wheel", "fog-bell", "crane-motor", "slack-capstan", "night-shuttle", "ebb-shuttle"])  # fmt: skip
def test_every_build_goes_in_one_way(name: str) -> None:
    outcome = ran(sample(name), Draws(256), meter=False)
    would = seen_in(outcome)
    assert (sum(would[word].astype(int) for word in WENT) == 1).all()
    going = would["runs"] | would["runs_after_flick"]
    assert (going <= outcome.turns).all()


def test_what_was_seen_speaks_for_the_builds_that_show_it() -> None:
    would = seen_in(ran(sample("beacon"), Draws(256), meter=False))
    assert would["runs"].any()
    assert not would["runs"].all()
    ran_: tuple[Seen, ...] = ("runs",)
    likely = log_likelihood(would, ran_)
    assert likely[would["runs"]].min() > likely[~would["runs"]].max()
    assert not log_likelihood(would, ()).any()


def test_not_ticked_says_less_than_ticked() -> None:
    would: dict[Seen, np.ndarray] = {word: np.array([word == "runs"] * 2) for word in WENT}  # type: ignore[type-arg]
    would |= {word: np.array([word == "sparks", False]) for word in ("gets_hot", "jumps_off", "sparks", "leans")}
    ticked = np.diff(log_likelihood(would, ("runs", "sparks")))[0]
    not_ticked = np.diff(log_likelihood(would, ("runs",)))[0]
    assert ticked < -2 < 0 < not_ticked < 1
