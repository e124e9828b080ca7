"""The forecast of a lesson: what it counts, what stops groups, what saves them; held against simulated benches."""

from __future__ import annotations

import numpy as np
import pytest

from bench.simulated_classes import rig_classes
from oakspin.classroom.builds import (
    EACH,
    HANDS_OFF,
    WORLDS,
    MotorKnown,
    builds_of,
    class_draws,
    often_of,
    parts_of_motor,
)
from oakspin.classroom.forecast.changes import Save, adult_words, ranked, usual_others
from oakspin.classroom.forecast.counts import ABOUT, SHARE, band
from oakspin.classroom.forecast.forecast import Forecast, forecasting
from oakspin.classroom.forecast.views import forecast_view
from oakspin.classroom.plan import NEVER_PREPARED, ClassPlan
from oakspin.constants import UNCERTAIN
from oakspin.drawer.entry import Entry
from oakspin.drawer.used import with_part
from oakspin.kinds.kinds import evaluate
from oakspin.learn.history import Ran
from oakspin.learn.known import NOTHING, SharedLaw
from oakspin.learn.summary import summary_of
from oakspin.measure.trial import Readings, Trial
from tests.core.classroom.classes import motor, plan
from tests.effort import effort

CLASSES = 96


def first(given: ClassPlan, known: tuple[MotorKnown, ...] = ()) -> Forecast:
    """The forecast without its changes."""
    return next(forecasting(given, known, classes=CLASSES)).forecast


def test_the_bands_middle_is_within_and_it_is_as_narrow_as_it_can() -> None:
    chance = np.random.default_rng(3)
    for _ in range(50):
        counts = chance.binomial(12, chance.random(), size=400)
        low, high = band(counts, 12)
        inside = np.mean((counts >= low) & (counts <= high))
        assert low <= np.median(counts) <= high
        assert inside >= SHARE - ABOUT - 1e-9
        often = np.bincount(counts, minlength=13) / 400
        if low < high:
            assert min(inside - often[low], inside - often[high]) < SHARE
    assert band(np.full(40, 12), 12) == (12, 12)


def test_world_and_parts_are_the_same_for_all_groups_of_a_class() -> None:
    design = plan("beacon").built[0].design
    draws = class_draws(design)
    for name in draws.learned.positions if draws.learned else {}:
        rows = draws.normal(name).reshape(WORLDS, EACH)
        alike = bool(np.all(rows == rows[:, :1]))
        assert alike == all(whose in ("world", "part") for whose, _ in UNCERTAIN[name].levels), name
    # Nearly as many builds run as of all builds: some stop that hold by little.
    share = evaluate(design).share_that_goes
    assert share - 0.15 < builds_of(design).runs[0].mean() < share + 0.04


def test_what_is_known_of_a_part_is_the_narrower_in_every_class() -> None:
    facts = {
        "volts": {"value": 1.6, "how": "measured"},
        "ohms": {"value": 0.15, "how": "measured", "low": 0.149, "high": 0.151},
    }
    words = {"size": "AA", "chemistry": "alkaline"}
    fresh = Entry.model_validate({"sort": "cell", "name": "Fresh", "amount": 20, "words": words, "facts": facts})
    given = plan("beacon")
    plain = given.built[0].design
    own = plain.battery.model_copy(update={"cell": "alkaline_AA"})
    parts = parts_of_motor(motor("beacon", parts={"cell": fresh}))
    design = with_part(plain.model_copy(update={"battery": own}), "cell", parts[0])
    known, unknown = (class_draws(design, some).normal("cell_ohms") for some in (parts, ()))
    assert np.std(known) < 0.5 * np.std(unknown)


def test_what_an_adult_prepares_has_an_adults_faults() -> None:
    given = plan("ferry-wheel")
    faults = builds_of(given.built[0].design).bench.faults
    own = dict(zip([fault.id for fault in faults], often_of(faults, given.built[0], {}), strict=True))
    bared = motor("ferry-wheel", prepared=["bare"], design=given.built[0].design)
    adult = dict(zip([fault.id for fault in faults], often_of(faults, bared, {}), strict=True))
    assert adult["covered"] < own["covered"]
    assert adult["far_magnet"] == own["far_magnet"]
    # What these hands were seen to do counts before what is usual.
    assert often_of(faults, given.built[0], {"covered": 0.5})[[f.id for f in faults].index("covered")] == 0.5


@pytest.mark.parametrize("name", ["beacon", "crate-roller"])
def test_a_forecast_adds_up(name: str) -> None:
    now = first(plan(name))
    of = len(now.plan.groups)
    assert sum(now.chances) == pytest.approx(1)
    assert now.running.mean == pytest.approx(sum(at * chance for at, chance in enumerate(now.chances)))
    assert now.running.low <= now.running.value <= now.running.high <= of
    assert now.first_try <= now.running.mean
    # Who does not run is stopped by something; what is rare is not told.
    stopped = sum(stop.groups for stop in now.stops)
    assert 0.7 * (of - now.running.mean) <= stopped <= of - now.running.mean + 1e-6
    minutes, low, mean, high = now.over_time
    assert mean == tuple(sorted(mean))
    assert minutes[-1] == now.plan.minutes
    assert mean[-1] == pytest.approx(now.running.mean, abs=0.01)
    assert all(a <= round(b) <= c for a, b, c in zip(low, mean, high, strict=True))
    assert len(now.typical) == of
    assert abs(sum(strip.runs_at is not None for strip in now.typical) - now.running.mean) < 1


def test_the_same_plan_has_the_same_forecast_and_more_of_everything_helps() -> None:
    given = plan("beacon", minutes=55.0)
    base = first(given).running.mean
    assert first(given).running.mean == base
    assert first(given.model_copy(update={"minutes": 80.0})).running.mean > base
    assert first(given.model_copy(update={"hands": "careful_adult"})).running.mean > base
    alone, helped = (first(given.model_copy(update={"helpers": many})).running.mean for many in (0, 6))
    assert alone <= helped
    prepared = plan("beacon", minutes=55.0, motors=[motor("beacon", prepared=["lay_out", "stack", "flag", "bare"])])
    assert first(prepared).running.mean > base


def test_faults_that_these_hands_often_have_are_reported_to_stop_more() -> None:
    given = plan("beacon", minutes=90.0, helpers=0)
    often = first(given, (MotorKnown(common={"painted_lead": 0.6}),))
    assert often.running.mean < first(given).running.mean
    assert often.first_try < first(given).first_try - 2


def test_changes_are_made_and_reported_best_first() -> None:
    given = plan("beacon", minutes=50.0)
    steps = list(forecasting(given, (), usual_others(given)[:1], classes=48))
    assert [going.done for going in steps] == sorted(going.done for going in steps)
    assert steps[-1].done == steps[-1].of
    last = steps[-1].forecast
    assert last.saves
    # Nobody is told to leave a motor ready to run on a table.
    assert not {save.sort for save in last.saves} & {f"prepare-{step}" for step in NEVER_PREPARED}
    assert not any(set(save.plan.motors[0].prepared) & set(NEVER_PREPARED) for save in last.saves)
    gains = [round(save.saved, 1) for save in last.saves]
    assert gains == sorted(gains, reverse=True)
    best = last.saves[0]
    assert best.cost
    assert best.plan != given
    again = next(forecasting(best.plan, classes=48)).forecast
    # The changed plan forecast anew says what the change promised; only its search times are drawn anew.
    assert again.running.mean == pytest.approx(best.running, abs=0.4)
    answer = forecast_view(steps[-1])
    assert answer.running.low <= answer.running.value <= answer.running.high
    assert {"helper", "longer"} <= {save.sort for save in answer.saves} | {"helper"}


def test_groups_that_take_turns_each_build_every_motor() -> None:
    given = plan(motors=[motor("beacon"), motor("crate-roller")], way="turns", minutes=100.0)
    now = first(given)
    assert [len(now.by_motor), len(now.building)] == [2, 2]
    mean = np.mean([each.mean for each in now.by_motor])
    # Six groups stand at each station in each turn: the two add up to all of both turns.
    assert mean == pytest.approx(now.running.mean, abs=1e-6)
    assert "turns" in now.headline
    # What ran at the first turn is taken apart before the second.
    mean_running = now.over_time[2]
    end_of_first = int(given.opening + given.turn)
    assert mean_running[end_of_first + 2] < mean_running[end_of_first - 1]


def test_classes_on_simulated_benches_come_as_reported() -> None:
    given = plan("crate-roller", minutes=50.0)
    now = first(given)
    many = effort(3, 12)
    results = rig_classes(given, range(many))
    running = np.array([each.running for each in results])
    assert rig_classes(given, [1])[0].running == running[1]
    spread = np.std(np.repeat(np.arange(13), np.round(np.array(now.chances) * 1000).astype(int)))
    assert running.mean() == pytest.approx(now.running.mean, abs=4 * spread / np.sqrt(many) + 0.5)
    assert np.mean((running >= now.running.low) & (running <= now.running.high)) >= 0.3
    worse = np.array([each.running for each in rig_classes(given, range(many), worse=3.0)])
    assert worse.mean() <= running.mean()


def law(name: str, whose: str, mean: float, spread: float) -> SharedLaw:
    return SharedLaw(((name, whose),), np.array([mean]), np.array([[spread**2]]), 3)


def test_what_trials_taught_is_the_same_for_all_groups_and_narrower_over_lessons() -> None:
    design = plan("beacon").built[0].design
    plain, known = (
        class_draws(design, (), each).normal("cell_ohms") for each in (NOTHING, law("cell_ohms", "part", 1.5, 0.2))
    )
    assert known == pytest.approx(1.5 + 0.2 * plain)
    rows = known.reshape(WORLDS, EACH)
    assert np.all(rows == rows[:, :1])


def test_a_trial_that_says_nothing_changes_no_forecast() -> None:
    given = plan("beacon")
    design = given.built[0].design
    nothing = summary_of(design, [Ran("1", design, Trial(group="Tern", readings=Readings(seconds_run=5.0)))])
    before, after = (next(forecasting(given, (MotorKnown(law=each),))).forecast for each in (NOTHING, nothing.law))
    assert after.chances == before.chances


def test_a_motor_that_did_not_run_lowers_a_forecast_and_one_that_ran_does_not() -> None:
    given = plan("beacon")
    means = [first(given, (MotorKnown(ran=ran, motors=6),)).running.mean for ran in range(7)]
    assert means == sorted(means)
    assert means[0] < first(given).running.mean - 1


def test_a_lesson_is_no_worse_for_any_help() -> None:
    given = plan("lantern", minutes=50.0)
    helpers = [first(given.model_copy(update={"helpers": many})).running.mean for many in (0, 1, 2, 4)]
    assert helpers == sorted(helpers)
    minutes = [first(given.model_copy(update={"minutes": many})).running.mean for many in (40.0, 50.0, 70.0)]
    assert minutes == sorted(minutes)
    pupils = [first(given.model_copy(update={"pupils": many})).running.mean for many in (1, 2, 3, 4)]
    assert pupils == sorted(pupils)
    assert pupils[2] == pupils[3]


def test_the_band_over_the_lesson_never_steps_back_and_ends_as_it_is_reported() -> None:
    for name, minutes in (("beacon", 45.0), ("ferry-wheel", 60.0), ("crate-roller", 50.0))[: effort(1, 3)]:
        now = next(forecasting(plan(name, minutes=minutes, hands="older_pupil"))).forecast
        _, low, _, high = now.over_time
        assert list(low) == sorted(low)
        assert list(high) == sorted(high)
        assert (low[-1], high[-1]) == (now.running.low, now.running.high)


def test_hands_that_build_farther_off_have_fewer_motors_that_go() -> None:
    for name in effort(("ferry-wheel",), ("lantern", "ferry-wheel", "tide-mill")):
        usual, worse = builds_of(plan(name).built[0].design).runs
        assert worse.mean() < usual.mean()
    design = plan("lantern").built[0].design
    near, far = (class_draws(design, off=off) for off in HANDS_OFF)
    assert near.learned is not None
    whose = {name: UNCERTAIN[name].whose for name in near.learned.positions}
    assert {"world", "build"} <= set(whose.values())
    for name in whose:
        # What is of the world or of a part is no matter of hands.
        shared = [whose in ("world", "part") for whose, _ in UNCERTAIN[name].levels]
        if all(shared):
            assert np.array_equal(far.normal(name), near.normal(name)), name
        elif not any(shared):
            assert np.allclose(far.normal(name), near.normal(name) * HANDS_OFF[1]), name
        else:
            assert far.normal(name).std() > near.normal(name).std(), name


def test_what_takes_an_adult_evenings_is_told_so_and_never_before_what_does_nearly_as_much() -> None:
    assert adult_words(45) == "45 minutes of an adult"
    assert adult_words(90) == "about 1½ hours of an adult"
    assert adult_words(300) == "about 5 hours of an adult, spread over 3 evenings"
    one = plan("beacon")
    much, less, helper = (
        Save(sort, sort, "", after, 2.0, one, minutes)
        for sort, after, minutes in (("much", 8.0, 300.0), ("less", 7.0, 60.0), ("helper", 3.0, 0.0))
    )
    assert [save.sort for save in ranked([much, less, helper])] == ["less", "helper", "much"]
    assert [save.sort for save in ranked([much, helper])] == ["much", "helper"]
