"""What a rotor's trials teach, held against hidden builds whose truth is known."""

from functools import lru_cache

import numpy as np
import pytest

from oakspin import Draws, evaluate
from oakspin.design.patch import Setting, patched
from oakspin.draws import quantiles
from oakspin.learn.history import Ran, rotors_of
from oakspin.learn.known import NOTHING, joined
from oakspin.learn.lines import site_of
from oakspin.learn.observation import observed
from oakspin.learn.posterior import again, learned, next_built
from oakspin.learn.rotor import Rotor
from oakspin.learn.summary import summary_of
from oakspin.learn.surprise import surprise_of
from oakspin.measure.predicted import predicted_for, ran
from oakspin.measure.trial import AsBuilt, Readings, Trial
from oakspin.rig.bench import rig_trials
from oakspin.verdict.verdict import running_builds
from runner.samples import sample

LANTERN = sample("lantern")


@lru_cache(maxsize=8)
def trials(seed: int, count: int = 3) -> tuple[Trial, ...]:
    return tuple(rig_trials(LANTERN, seed, count))


def runs(listed: tuple[Trial, ...]) -> list[Ran]:
    return [Ran(str(number), LANTERN, trial) for number, trial in enumerate(listed)]


def band(draws: Draws) -> np.ndarray:  # type: ignore[type-arg]
    outcome = ran(LANTERN, draws, meter=True)
    return quantiles(predicted_for(LANTERN, outcome, trials(5)[0])["speed"], (0.1, 0.5, 0.9), running_builds(outcome))


def rotor(listed: tuple[Trial, ...]) -> Rotor:
    return Rotor(tuple(observed(LANTERN, trial) for trial in listed))


def test_three_trials_narrow_the_band_of_this_rotor_but_not_below_what_runs_lie_apart() -> None:
    before, after = band(Draws()), band(again(learned(rotor(trials(5)), NOTHING)))
    assert 0.1 * after[1] < after[2] - after[0] < 0.75 * (before[2] - before[0])
    measured = [60 * t.readings.film_turns * 240 / t.readings.film_frames for t in trials(5)]  # type: ignore[operator]
    assert after[0] < np.mean(measured) < after[2]


def test_the_order_of_trials_makes_no_difference() -> None:
    one, other = (band(again(learned(rotor(listed), NOTHING))) for listed in (trials(5), trials(5)[::-1]))
    assert np.abs(one - other).max() < 0.25 * (one[2] - one[0])
    here, there = (joined([site_of(rotor(listed))]) for listed in (trials(5), trials(5)[::-1]))
    assert np.abs(here.mean - there.mean).max() < 0.2


def test_without_trials_all_is_bit_for_bit_as_before() -> None:
    assert summary_of(LANTERN, []).draws == Draws()
    assert next_built(("cell_ohms", "made_points"), NOTHING, 1024) == Draws()


def test_a_trial_struck_out_is_forgotten_whole() -> None:
    wrong = Trial(group="Rig", readings=Readings(turns=200, turns_seconds=10.0, amperes=2.0, volts_loaded=1.0))
    kept = summary_of(LANTERN, runs(trials(5)))
    with_wrong = summary_of(LANTERN, runs((*trials(5)[:1], wrong)))
    again_ = summary_of(LANTERN, runs(trials(5)))
    assert kept.rows == again_.rows
    assert kept.things == again_.things
    assert with_wrong.rows != kept.rows


def test_what_one_rotor_reported_of_all_narrows_the_next_built() -> None:
    sites = [site_of(rotor(trials(seed))) for seed in (5, 6, 8, 9, 11, 12)]
    known = joined(sites)
    assert known.trials == 18
    assert np.diag(known.covariance).max() <= 1 + 1e-9
    places = {key: at for at, key in enumerate(known.keys)}
    touch = known.covariance[places["made_points", "world"], places["made_points", "world"]]
    assert touch < 0.9
    backward = joined(sites[::-1])
    assert np.allclose(known.mean, backward.mean)
    assert np.allclose(known.covariance, backward.covariance)
    names = rotor(trials(5)).names
    before, after = band(Draws()), band(next_built(names, known, 1024))
    assert after[2] - after[0] < before[2] - before[0]


def test_a_site_without_some_components_is_what_is_left_when_they_are_open() -> None:
    site = site_of(rotor(trials(5)))
    some = [key for key in site.keys if key[1] == "world"]
    whole, part = joined([site]), joined([site.only(some)])
    at = [whole.keys.index(key) for key in part.keys]
    assert np.allclose(part.mean, whole.mean[at])
    assert np.allclose(part.covariance, whole.covariance[np.ix_(at, at)])


def test_a_motor_that_does_not_run_teaches_by_what_is_seen() -> None:
    beacon = sample("beacon")
    seen = Rotor((observed(beacon, Trial(group="Tern", seen=["nothing"])),))
    before = evaluate(beacon).share_that_goes
    assert evaluate(beacon, again(learned(seen, NOTHING))).share_that_goes < 0.9 * before


def test_an_odd_trial_is_reported_and_bends_nothing_unless_it_is_asked_to_count() -> None:
    wild = Trial(group="Rig", readings=Readings(turns=1, turns_seconds=1.0, amperes=90.0, volts_loaded=1.2))
    plain, with_odd = summary_of(LANTERN, runs(trials(5))), summary_of(LANTERN, runs((*trials(5), wild)))
    assert [(one.id, one.counts) for one in with_odd.odd] == [("3", False)]
    assert not plain.odd
    assert with_odd.rows[0].after == plain.rows[0].after
    assert len(with_odd.rows[0].marks) == 4
    counted = summary_of(LANTERN, runs((*trials(5), wild)), though_odd=["3"])
    assert counted.odd[0].counts
    assert counted.rows[0].after != plain.rows[0].after


def test_an_ordinary_trial_is_not_odd_and_an_odd_reading_is_named() -> None:
    assert not any(surprise and surprise.odd for surprise in map(surprise_of, rotor(trials(5)).observations))
    first = trials(5)[0]
    hot = first.model_copy(update={"readings": first.readings.model_copy(update={"amperes": 19.0})})
    surprise = surprise_of(observed(LANTERN, hot))
    assert surprise is not None
    assert surprise.odd
    assert surprise.reading == "mean_current"
    assert surprise.high


def test_rotors_end_where_they_are_rebuilt() -> None:
    one, two, three = trials(5)
    rebuilt = two.model_copy(update={"rebuilt": True})
    assert [len(each.ids) for each in rotors_of(runs((one, rebuilt, three)))] == [1, 2]
    other = two.model_copy(update={"group": "Tern"})
    assert [each.group for each in rotors_of(runs((one, other, three)))] == ["Tern", "Rig"]
    simulated = two.model_copy(update={"simulated": True})
    assert [len(each.ids) for each in rotors_of(runs((one, simulated, three)))] == [2]
    gap = patched(LANTERN, (Setting("/feet/gap_mm", 1.2),))
    cell = patched(LANTERN, (Setting("/battery/used_percent", 30.0),))
    assert len(rotors_of([Ran("1", LANTERN, one), Ran("2", gap, two)])) == 2
    assert len(rotors_of([Ran("1", LANTERN, one), Ran("2", cell, two)])) == 1


def test_trials_count_with_the_design_they_were_run_with() -> None:
    noted = trials(5)[0].model_copy(update={"as_built": [AsBuilt(pointer="/feet/gap_mm", value=1.5)]})
    each = observed(LANTERN, noted)
    assert each.design.feet.gap_mm == 1.5  # type: ignore[union-attr]


def test_which_of_the_three_predictions_is_shown() -> None:
    assert summary_of(LANTERN, runs(trials(5))).which == "again"
    changed = patched(LANTERN, (Setting("/feet/gap_mm", 1.2),))
    assert summary_of(changed, runs(trials(5))).which == "changed"
    two = [*runs(trials(5)), Ran("9", LANTERN, trials(6)[0].model_copy(update={"group": "Tern"}))]
    found = summary_of(LANTERN, two)
    assert (found.which, found.rotors, found.trials) == ("next", 2, 4)


def test_what_was_taught_is_reported() -> None:
    found = summary_of(LANTERN, runs(trials(5)))
    speed = next(row for row in found.rows if row.name == "speed")
    assert len(speed.marks) == 3
    assert speed.after[2] - speed.after[0] < speed.before[2] - speed.before[0]
    assert 1 <= len(found.things) <= 4
    assert all(thing.sentence.endswith(".") for thing in found.things)
    assert found.next
    assert found.next[0].bits >= found.next[-1].bits
    assert evaluate(LANTERN, found.draws).share_that_goes > 0


@pytest.mark.parametrize("kind", ["night-shuttle", "ferry-wheel"])
def test_other_kinds_learn_by_the_same_way(kind: str) -> None:
    design = sample(kind)
    listed = rig_trials(design, 7, 3)
    found = summary_of(design, [Ran(str(number), design, trial) for number, trial in enumerate(listed)])
    assert found.which == "again"
    row = next(row for row in found.rows if row.name in ("speed", "gate_time"))
    assert row.after[2] - row.after[0] < 0.85 * (row.before[2] - row.before[0])


def test_a_dead_plan_that_stays_dead_is_no_surprise_and_one_that_runs_is() -> None:
    bell = sample("fog-bell")
    dead = [observed(bell, trial) for trial in rig_trials(bell, 2, 3)]
    assert {word for each in dead for word in each.seen} <= {"trembles", "nothing", "gets_hot"}
    assert not any(surprise and surprise.odd for surprise in map(surprise_of, dead))
    alive = surprise_of(observed(bell, Trial(group="Tern", seen=["runs"])))
    assert alive is not None
    assert alive.odd
    assert alive.reading == "seen"


def test_what_no_reading_speaks_of_stays_as_it_was() -> None:
    crane = sample("crane-motor")
    listed = tuple(observed(crane, trial) for trial in rig_trials(crane, 4, 3))
    draws = again(learned(Rotor(listed), NOTHING))
    for name in ("cooling", "cell_charge"):
        positions = draws.normal(name)
        assert abs(positions.mean()) < 0.2, name
        assert 0.85 < positions.std() < 1.15, name


def test_a_fast_motor_is_not_counted_by_eye() -> None:
    assert summary_of(LANTERN, runs(trials(5))).next[0].group == "film"
    train = sample("night-shuttle")
    found = summary_of(train, [Ran("1", train, rig_trials(train, 7, 1)[0])])
    assert "count" not in [each.group for each in found.next]
