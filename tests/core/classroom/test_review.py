"""The evening after: what came of a class, read, held against its forecast, and given out."""

from __future__ import annotations

import csv
import io
import json
from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from oakspin.classroom.builds import MotorKnown
from oakspin.classroom.file import from_text, to_text
from oakspin.classroom.forecast.forecast import forecast, forecasting
from oakspin.classroom.kit import kit_of
from oakspin.classroom.plan import NEVER_PREPARED
from oakspin.classroom.results import (
    ClassResults,
    Foretold,
    GroupResults,
    MotorResults,
    TryResult,
    repairs_in,
    results_of,
    runs_in,
    trial_in,
    with_trials,
)
from oakspin.classroom.review.review import foretold_of, review_of
from oakspin.classroom.review.table import COLUMNS, review_table
from oakspin.diagnose.repair import learned_often, tried_with
from oakspin.errors import UnreadableDesign
from oakspin.kinds.kinds import KINDS, build_of, faults_of
from oakspin.learn.history import Ran, rotors_of
from oakspin.measure import Readings, Trial, read_trials, trial_table
from oakspin.measure.compare import compare
from tests.core.classroom.classes import GROUPS, motor, plan

EXPECTED = Foretold(running=9, low=8, high=11, first_try=6.0, waiting_min=2.0)
TURNS = {"turns": 40, "turns_seconds": 5.0}


def tried(*seen: str, **fields: Any) -> TryResult:
    """A try."""
    read = Readings.model_validate(fields.pop("readings", {}))
    return TryResult.model_validate({"seen": list(seen), "readings": read, **fields})


def group(name: str, *tries: TryResult, motor: int = 0, **fields: Any) -> GroupResults:
    """What one group did."""
    return GroupResults(group=name, motors=[MotorResults(motor=motor, tries=list(tries))], **fields)


def ran(count: int, of: int = 12, answer: Foretold | None = EXPECTED) -> ClassResults:
    """So many groups of so many that ran at the first try; the rest trembled."""
    groups = [group(name, tried("runs" if at < count else "trembles")) for at, name in enumerate(GROUPS[:of])]
    return ClassResults(groups=groups, foretold=answer)


def test_what_came_goes_into_the_file_and_comes_back() -> None:
    results = ClassResults(
        groups=[
            group("Kelp", tried("nothing", fault="contact", minutes=2.5), tried("runs", readings=TURNS), waited=3.0)
        ],
        questions=5,
        magnets_in=12,
        foretold=EXPECTED,
        note="Windy.",
    )
    held = from_text(to_text(plan(), results))
    assert (held.plan, held.results) == (plan(), results)
    assert from_text(to_text(plan())).results == ClassResults()


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"groups": [{"group": "Kelp"}, {"group": "kelp"}]}, "/groups"),
        ({"groups": [{"group": "Kelp", "motors": [{"motor": 0}, {"motor": 0}]}]}, "/groups/0/motors"),
        (
            {"groups": [{"group": "Kelp", "motors": [{"motor": 0, "tries": [{"seen": []}]}]}]},
            "/groups/0/motors/0/tries/0/seen",
        ),
        ({"groups": [{"group": "Kelp", "before": 6}], "questions": 5}, "/groups/0/before"),
        ({"questions": 0}, "/questions"),
        ({"magnets_in": -1}, "/magnets_in"),
        ({"weather": "windy"}, "/weather"),
    ],
)
def test_what_cannot_have_come_is_reported_at_its_field(change: dict[str, Any], field: str) -> None:
    with pytest.raises(UnreadableDesign) as refused:
        results_of(change)
    assert refused.value.faults[0].field == field
    plain = {**json.loads(to_text(plan())), "results": change}
    with pytest.raises(UnreadableDesign) as in_file:
        from_text(json.dumps(plain))
    assert in_file.value.faults[0].field == f"/results{field}"


@pytest.mark.parametrize(("count", "place"), [(5, "below"), (7, "below"), (8, "inside"), (11, "inside"), (12, "above")])
def test_what_ran_is_held_against_the_band(count: int, place: str) -> None:
    review = review_of(plan(), ran(count), 24)
    assert (review.running, review.noted, review.of, review.place) == (count, 12, 12, place)
    assert review.headline.startswith(f"{count} of 12 had it running")
    assert review.against.startswith("9 (8 to 11) were forecast")


def test_nothing_is_judged_before_all_is_noted_nor_without_a_forecast() -> None:
    assert review_of(plan(), ClassResults(), 24).headline == "Nothing is noted yet."
    some = review_of(plan(), ran(3, of=4), 24)
    assert (some.place, some.noted, some.of) == ("unknown", 4, 12)
    assert "8 are not noted" in some.headline
    assert review_of(plan(), ran(12, answer=None), 24).place == "unknown"


def test_with_turns_each_motor_counts_for_itself_and_the_mean_is_held_against_the_forecast() -> None:
    two = plan("beacon", motors=[motor("beacon"), motor("lantern")], way="turns")
    groups = [
        GroupResults(
            group=name,
            motors=[
                MotorResults(motor=0, tries=[tried("runs")]),
                MotorResults(motor=1, tries=[tried("runs" if at < 6 else "nothing")]),
            ],
        )
        for at, name in enumerate(GROUPS)
    ]
    review = review_of(two, ClassResults(groups=groups, foretold=EXPECTED), 24)
    assert (review.running, review.noted, review.of, review.place) == (18, 24, 24, "inside")
    assert "9.0 in the mean over the turns" in review.against


def test_a_try_goes_only_where_it_stays_on() -> None:
    assert [tried(*seen).goes for seen in (["runs"], ["runs_after_flick", "gets_hot"])] == [True, True]
    assert [tried(*seen).goes for seen in (["runs", "jumps_off"], ["starts_then_stops"], ["trembles"])] == [False] * 3


def test_each_group_is_reported_in_words() -> None:
    results = ClassResults(
        groups=[
            group("Kelp", tried("runs", minute=31.0)),
            group("Tern", tried("nothing"), tried("trembles"), tried("runs_after_flick")),
            group("Whelk", tried("trembles", fault="contact")),
            group("Ling"),
        ]
    )
    answer = {each.group: each.motors[0] for each in review_of(plan(), results, 24).groups}
    assert (answer["Kelp"].state, answer["Kelp"].sentence) == ("runs", "Went at the first try, minute 31.")
    assert answer["Tern"].sentence == "Went at try 3."
    assert (answer["Ling"].state, answer["Ling"].sentence) == ("not_built", "Not built in time.")
    assert (answer["Brill"].state, answer["Brill"].sentence) == ("unknown", "Nothing is noted.")
    assert answer["Whelk"].sentence.startswith("Did not go: trembles")
    assert [run.number for run in answer["Tern"].runs] == [1, 2, 3]


def faulty(one: str, proved: int, thought: int) -> ClassResults:
    """Groups with a fault that was mended, groups with it that never went, and the rest that ran."""
    mended = [group(name, tried("nothing", fault=one, minutes=2.0), tried("runs")) for name in GROUPS[:proved]]
    unproved = [group(name, tried("nothing", fault=one)) for name in GROUPS[proved : proved + thought]]
    others = [group(name, tried("runs")) for name in GROUPS[proved + thought :]]
    return ClassResults(groups=[*mended, *unproved, *others], foretold=EXPECTED)


def test_faults_that_were_proved_are_counted_apart_from_those_only_thought_of() -> None:
    given = plan()
    fault = faults_of(given.built[0].design)[0]
    results = faulty(fault.id, 3, 2)
    row = review_of(given, results, 24).faults[0]
    assert (row.id, row.found, row.thought) == (fault.id, 3, 2)
    assert row.expected == pytest.approx(12 * fault.commonness("young_pupil"), abs=0.01)
    found = [(run.group, repair.fault, repair.minutes, repair.hands) for run, repair in repairs_in(given, results)]
    assert found == [(name, fault.id, 2.0, "young_pupil") for name in GROUPS[:3]]


def test_what_was_found_makes_a_fault_more_common_in_these_hands_alone() -> None:
    given = plan()
    design = given.motors[0].design
    fault = faults_of(given.built[0].design)[0]
    results = faulty(fault.id, 4, 0)
    trials = [trial_in(given, run) for run in runs_in(results)]
    tried_ = tried_with(design, trials, (repair for _, repair in repairs_in(given, results)))
    assert [(each.design.maker, each.motors, each.found) for each in tried_] == [("young_pupil", 12, (fault.id,) * 4)]
    young = learned_often(given.built[0].design, tried_)[fault.id]
    assert (young.found, young.motors) == (4, 12)
    assert young.common > fault.commonness("young_pupil")
    assert learned_often(plan(hands="careful_adult").built[0].design, tried_) == {}


def test_a_forecast_keeps_how_often_faults_were_thought_to_come() -> None:
    given = plan()
    fault = faults_of(given.built[0].design)[0]
    known = [MotorKnown(common={fault.id: 0.5})]
    now = forecast(given, known, classes=16)
    kept = foretold_of(now, known)
    assert (kept.running, kept.low, kept.high) == (now.running.value, now.running.low, now.running.high)
    assert kept.often[0][fault.id] == 0.5
    row = next(row for row in review_of(given, ran(12, answer=kept), 24).faults if row.id == fault.id)
    assert (row.before, row.expected) == (0.5, 6.0)
    assert review_of(given, ran(12, answer=kept), 24, [{fault.id: 0.4}]).faults[0].now == 0.4


@pytest.mark.parametrize("name", ["beacon", "lantern", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle"])
def test_next_time_points_to_the_step_where_a_fault_is_made(name: str) -> None:
    given = plan(name)
    design = given.built[0].design
    made = KINDS[design.kind].made_at
    steps = {step.id: step.title for step in build_of(design).steps}
    fault = next(fault for fault in faults_of(design) if any(fault.id in made.get(id_, ()) for id_ in steps))
    step = next(title for id_, title in steps.items() if fault.id in made.get(id_, ()))
    answer = review_of(given, faulty(fault.id, 2, 0), 24).next
    assert any(fault.sentence in sentence and step in sentence and "2 groups" in sentence for sentence in answer)


def test_what_was_not_built_in_time_asks_for_a_step_that_may_be_prepared() -> None:
    given = plan()
    results = ClassResults(groups=[group(name) for name in GROUPS], foretold=EXPECTED)
    review = review_of(given, results, 24)
    assert (review.running, review.not_built) == (0, 12)
    allowed = {
        step.title.lower()
        for step in build_of(given.built[0].design).steps
        if step.id not in NEVER_PREPARED and step.id not in given.motors[0].prepared
    }
    assert review.next[0].startswith("12 of 12 were not built in time")
    assert any(title in review.next[0] for title in allowed)


def test_the_fastest_is_reported_beside_its_prediction_and_the_slowest() -> None:
    given = plan()
    quick, slow = (Readings(turns=turns, turns_seconds=5.0) for turns in (50, 20))
    groups = [group("Kelp", tried("runs", readings=quick)), group("Tern", tried("runs", readings=slow))]
    review = review_of(given, ClassResults(groups=groups), 24)
    (answer,) = review.fastest
    assert "Kelp was fastest with 600 turns a minute" in answer
    assert answer.endswith("The slowest of 2 reached 240.")
    main = next(each for each in review.groups if each.group == "Kelp").motors[0].runs[0].main
    trial = Trial(group="Kelp", readings=quick, seen=["runs"], hands="young_pupil")
    alone = compare(given.motors[0].design, trial)[0]
    # The class's plan is in these hands already: the same figure, and nothing to say of it.
    assert (main.condition, alone.condition) == ("", "in the hands that built it")
    assert replace(alone, condition="") == main


def test_a_train_is_fastest_by_the_shortest_time_between_its_gates() -> None:
    gates = [{"first_gate_mm": 50, "second_gate_mm": 250, "gate_seconds": seconds} for seconds in (0.5, 0.9)]
    names = ("Kelp", "Tern")
    groups = [group(name, tried("runs", readings=read)) for name, read in zip(names, gates, strict=True)]
    (answer,) = review_of(plan("night-shuttle"), ClassResults(groups=groups), 0).fastest
    assert "Kelp was fastest with 0.5 seconds" in answer
    assert answer.endswith("reached 0.9.")


def test_the_gain_is_a_mean_with_a_band_that_holds_it_in_eight_cases_of_ten() -> None:
    chance, inside, many = np.random.default_rng(5), 0, 300
    for _ in range(many):
        before = chance.integers(10, 30, 12)
        after = before + 10 + np.rint(chance.standard_normal(12) * 4).astype(int)
        pairs = zip(GROUPS, before.tolist(), after.tolist(), strict=True)
        results = ClassResults(
            groups=[GroupResults(group=name, before=one, after=two) for name, one, two in pairs], questions=60
        )
        gain = review_of(plan(), results, 24).gain
        assert gain is not None
        inside += gain.low <= 10 <= gain.high
    assert 0.72 < inside / many < 0.88


def test_a_gain_of_few_groups_has_no_band_and_of_none_is_not_reported() -> None:
    pair = [GroupResults(group="Kelp", before=2, after=4), GroupResults(group="Tern", before=3)]
    gain = review_of(plan(), ClassResults(groups=pair, questions=5), 24).gain
    assert gain is not None
    assert gain.sentence == "Right answers of 5: 2.0 before, 4.0 after, +2.0 in 1 group."
    assert review_of(plan(), ClassResults(groups=pair[1:]), 24).gain is None


@pytest.mark.parametrize(
    ("back", "missing", "words"),
    [
        (None, False, "Count them in before anybody leaves"),
        (24, False, "All 24 magnets are back"),
        (22, True, "2 of 24 magnets missing! Search until found"),
        (25, False, "1 more than went out: count again"),
    ],
)
def test_missing_magnets_are_reported_loudly(back: int | None, missing: bool, words: str) -> None:
    review = review_of(plan(), ClassResults(magnets_in=back), 24)
    assert review.magnets_missing is missing
    assert words in review.magnets


def test_as_many_magnets_are_missed_as_went_out_whatever_the_plan_says_since() -> None:
    given = plan()
    kept = foretold_of(next(forecasting(given, classes=8)).forecast)
    assert kept.magnets == kit_of(given).magnets
    results = ClassResults(magnets_in=kept.magnets - 1, foretold=kept)
    assert review_of(given, results, kept.magnets + 4).magnets.startswith(f"1 of {kept.magnets} magnets missing")


def test_the_table_has_a_row_for_each_try_and_for_what_was_not_built() -> None:
    results = ClassResults(
        groups=[
            group(
                "=Kelp", tried("nothing", fault="contact", minutes=2.0), tried("runs", readings=TURNS, changed="wire")
            ),
            group("Tern", before=2, after=4),
        ],
        questions=5,
    )
    rows = list(csv.DictReader(io.StringIO(review_table(plan(), results))))
    assert tuple(rows[0]) == COLUMNS
    assert [(row["group"], row["try"], row["goes"]) for row in rows] == [
        ("'=Kelp", "1", "no"),
        ("'=Kelp", "2", "yes"),
        ("Tern", "", ""),
    ]
    assert (rows[0]["fault"], rows[0]["mended_in_min"]) == ("contact", "2")
    assert float(rows[1]["measured"]) == 480.0
    assert float(rows[1]["predicted_low"]) < float(rows[1]["predicted"]) < float(rows[1]["predicted_high"])
    assert (rows[2]["right_before"], rows[2]["right_after"], rows[2]["questions"]) == ("2", "4", "5")


def test_trials_that_groups_noted_at_their_motors_stand_behind_their_tries() -> None:
    results = ClassResults(groups=[group("Kelp", tried("nothing"))])
    more = [(0, Trial(group="kelp", seen=["runs"])), (0, Trial(group="Tern", seen=["runs"])), (0, Trial(group="Ling"))]
    both = with_trials(results, more)
    assert [(each.group, [list(one.seen) for one in each.motors[0].tries]) for each in both.groups] == [
        ("Kelp", [["nothing"], ["runs"]]),
        ("Tern", [["runs"]]),
    ]


def test_a_motor_with_which_something_was_wrong_teaches_nothing_of_motors_that_are_well() -> None:
    design = plan().built[0].design
    read = Readings.model_validate(TURNS)
    wrong = Trial(group="Kelp", seen=["nothing"], fault="contact", readings=read)
    well = Trial(group="Tern", seen=["runs"], readings=read)
    assert [each.group for each in rotors_of([Ran("1", design, wrong), Ran("2", design, well)])] == ["Tern"]


def test_whose_hands_and_what_was_wrong_go_out_and_come_in_with_the_table() -> None:
    trials = [Trial(group="Kelp", hands="young_pupil", fault="contact", seen=["nothing"]), Trial(group="Tern")]
    assert read_trials(trial_table(trials)) == trials
    with pytest.raises(UnreadableDesign):
        read_trials("group,hands\nKelp,clumsy\n")


def test_a_trial_is_held_against_what_its_own_hands_build() -> None:
    design = plan().motors[0].design
    read = Readings.model_validate(TURNS)
    wide, narrow = (
        compare(design, Trial(group="Kelp", readings=read, hands=hands))[0].band  # type: ignore[arg-type]
        for hands in ("young_pupil", "careful_adult")
    )
    assert wide[1] / wide[0] > narrow[1] / narrow[0]
