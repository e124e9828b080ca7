"""How far runs of one rotor lie apart: learned from them, and never narrower than they are."""

from __future__ import annotations

import re

import numpy as np
import pytest

from oakspin.constants import UNCERTAIN
from oakspin.learn.history import Ran
from oakspin.learn.known import NOTHING
from oakspin.learn.observation import observed
from oakspin.learn.posterior import again, learned
from oakspin.learn.rotor import Rotor
from oakspin.learn.scatter import FADE, REST, REST_SHARES, SORTS, RunErrors, chances_of, sorts_of, spreads_of
from oakspin.learn.summary import summary_of
from oakspin.measure.trial import Readings, Trial
from runner.samples import sample

LANTERN = sample("lantern")


def trial(turns: float, amperes: float, **more: object) -> Trial:
    read = Readings(film_turns=turns, film_frames=240, film_rate=240.0, amperes=amperes)
    return Trial.model_validate({"group": "Tern", "readings": read.model_dump(), **more})


def rotor(turns: list[float], **more: object) -> Rotor:
    return Rotor(tuple(observed(LANTERN, trial(each, round(0.2 * each, 2), **more)) for each in turns))


def apart(turns: list[float]) -> float:
    """The spread learned of what else differs, in the mean over draws, of a usual rotor's."""
    found = learned(rotor(turns), NOTHING).apart.ratios[:, SORTS.index(REST)]
    return float(np.sqrt(np.median(found)))


def test_runs_far_apart_teach_a_wider_spread_and_a_wider_band() -> None:
    calm, rough = [14.0, 14.25, 14.0, 14.0], [10.0, 18.0, 9.0, 15.0]
    assert apart(rough) > apart(calm)
    widths = [np.std(again(learned(rotor(turns), NOTHING)).beyond()["speed"]) for turns in (calm, rough)]
    assert widths[1] > 1.25 * widths[0]


def test_one_trial_does_not_make_the_next_run_surer_than_runs_repeat() -> None:
    next_run = again(learned(rotor([14.0]), NOTHING))
    assert np.std(np.log(next_run.beyond()["speed"])) > REST_SHARES["speed"]
    scattered = [name for name in rotor([14.0]).names if UNCERTAIN[name].scatters]
    for name in scattered:
        assert np.std(next_run.normal(name)) > np.sqrt(UNCERTAIN[name].anew), name


def test_a_battery_fades_from_trial_to_trial_until_it_is_a_fresh_one() -> None:
    one = rotor([14.0, 14.0, 14.0])
    assert one.ages == (0, 1, 2)
    fresh = [observed(LANTERN, trial(14.0, 2.8, fresh_battery=at == 1)) for at in range(3)]
    assert Rotor(tuple(fresh)).ages == (0, 0, 1)
    posterior = learned(one, NOTHING)
    stays = one.positions(posterior.z)["cell_volts"]
    lost = stays - again(posterior).normal("cell_volts")
    assert lost == pytest.approx(3 * posterior.apart.fade)
    assert lost.mean() == pytest.approx(3 * FADE, abs=0.2)


def test_likelihoods_over_spreads_are_those_of_a_mixture_of_normal_laws() -> None:
    spreads = spreads_of(frozenset(("contact",)))
    assert np.exp(spreads.log_chance).sum() == pytest.approx(1)
    assert spreads.ratios[:, SORTS.index("contact")].min() < 0.2
    assert np.all(spreads.ratios[:, SORTS.index("touch")] == 1)
    chance = np.random.default_rng(5)
    own, fades = np.diag([0.1, 0.2, 0.3]) ** 2, np.array([0.0, 0.01, 0.02])
    table = own + spreads.ratios[:, 0][:, None, None] * np.diag([0.04, 0.01, 0.02])
    errors, off = RunErrors(spreads, table, fades), chance.normal(size=(7, 3)) * 0.2
    sum_ = np.zeros(7)
    for covariance, log_chance in zip(table, spreads.log_chance, strict=True):
        moved = off + FADE * fades
        square = np.einsum("di,ij,dj->d", moved, np.linalg.inv(covariance), moved)
        sum_ += np.exp(log_chance - 0.5 * square) / np.sqrt(np.linalg.det(covariance))
    assert errors.judge().log_likelihood(off) == pytest.approx(np.log(sum_))
    assert errors.mean(chances_of(spreads.log_chance)) == pytest.approx(
        own + float(np.exp(spreads.log_chance) @ spreads.ratios[:, 0]) * np.diag([0.04, 0.01, 0.02])
    )


def test_every_motor_has_some_scatter_beside_what_its_contacts_have() -> None:
    assert sorts_of(()) == {REST}
    assert sorts_of(("foot_film", "made_points", "foot_friction")) == set(SORTS)


def test_a_trial_that_stands_apart_is_named_with_its_reading_and_runs_that_repeat_are_none() -> None:
    turns = [14.0, 14.25, 13.75, 14.0, 14.25]
    runs = [Ran(str(at), LANTERN, trial(each, 2.8)) for at, each in enumerate(turns)]
    assert not [odd for odd in summary_of(LANTERN, runs).odd if odd.apart]
    wrong = [*runs[:3], Ran("9", LANTERN, trial(14.0, 1.6)), *runs[3:]]
    (odd,) = (odd for odd in summary_of(LANTERN, wrong).odd if odd.apart)
    assert (odd.id, odd.counts) == ("9", True)
    assert odd.sentence.startswith("Trial 4 stands apart from the others of this motor: current")
    # 1.6 A for 2.8: some four tenths below.
    below = re.search(r"is (\d+) % below", odd.sentence)
    assert below
    assert 30 < int(below.group(1)) < 55
    assert not [thing for thing in summary_of(LANTERN, wrong).things if "farther apart" in thing.sentence]


def test_it_is_said_when_runs_repeat_badly_and_when_well() -> None:
    def sentences(turns: list[float]) -> str:
        runs = [Ran(str(at), LANTERN, trial(each, round(0.2 * each, 2))) for at, each in enumerate(turns)]
        return " ".join(thing.sentence for thing in summary_of(LANTERN, runs).things)

    assert "farther apart than usual" in sentences([10.0, 18.0, 9.0, 15.0, 8.0, 17.0])
    assert "farther apart" not in sentences([14.0, 14.0, 14.25, 14.0])
