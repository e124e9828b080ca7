"""A diagnosis in words: for every kind, whatever is ticked."""

from dataclasses import replace

import numpy as np
import pytest

from oakspin.diagnose.ranking import Evidence, _bits, _entropy, chances_of, diagnosed, weights_of
from oakspin.diagnose.rest_pose import ERRORS, READ
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS
from oakspin.diagnose.views import ALONG, SIGN_WORDS, bench_in, diagnosis_view, fault_in, sheet_of, sign_words
from runner.samples import sample

SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")


def test_every_sign_has_a_word_of_its_own() -> None:
    assert set(SIGN_WORDS) == {*MOTION_SIGNS, *SIDE_SIGNS}
    assert len(set(SIGN_WORDS.values())) == len(SIGN_WORDS)
    for sign, word in (SIGN_WORDS | ALONG).items():
        assert word[0].isupper(), sign
        assert len(word) < 45, sign


@pytest.mark.parametrize("name", SAMPLES)
def test_a_diagnosis_of_every_kind_can_be_read_and_acted_on(name: str) -> None:
    bench = bench_in(sample(name).model_dump_json(), True)
    nothing = diagnosis_view(bench, Evidence())
    assert nothing.summary.startswith("Tick what you see")
    assert nothing.next is None
    assert nothing.helps == ""
    dead = diagnosis_view(bench, Evidence(frozenset(("nothing",)), {"current": 0.0}))
    assert dead.next is not None
    assert fault_in(bench, dead.next.id) is not None
    # The page shows the step by its cause, which is therefore among those that are sent.
    assert dead.next.id in {cause.id for cause in dead.causes}
    assert dead.next.why.startswith("This check helps most") != dead.next.cure
    assert dead.more + len(dead.causes) == len(bench.faults)
    for cause in dead.causes:
        assert cause.explains.startswith("explains ")
        assert cause.effect.startswith("Fixed, it ")
        assert cause.effect.endswith(".")
        assert cause.check.minutes > 0
        assert cause.cure.minutes > 0
    # The likeliest of a motor that draws nothing is one that opens the circuit, and mended it goes again.
    likeliest = fault_in(bench, dead.causes[0].id)
    assert likeliest is not None
    assert "goes in" in dead.causes[0].effect


@pytest.mark.parametrize("name", SAMPLES)
def test_signs_are_offered_in_one_order_and_each_can_be_shown(name: str) -> None:
    bench = bench_in(sample(name).model_dump_json(), True)
    listed = sign_words(bench)
    groups = [sign.group for sign in listed]
    assert groups == sorted(groups, key=("went", "beside").index)
    order = list(SIGN_WORDS)
    for group in ("went", "beside"):
        places = [order.index(sign.id) for sign in listed if sign.group == group]
        assert places == sorted(places)
    assert 6 <= len(listed) <= 26


@pytest.mark.parametrize("name", SAMPLES)
def test_a_sheet_has_eight_faults_that_stop_the_motor(name: str) -> None:
    bench = bench_in(sample(name).model_dump_json(), False)
    sheet = sheet_of(bench)
    assert len({cause.id for cause in sheet}) == 8
    stops = {each.ids[0]: float(each.weight @ ~each.goes) for each in bench.symptoms if len(each.ids) == 1}
    assert np.mean([stops[cause.id] for cause in sheet]) > 0.3


def test_what_was_answered_stays_reported_however_unlikely() -> None:
    bench = bench_in(sample("lantern").model_dump_json(), True)
    ids = [fault.id for fault in bench.faults]
    answer = diagnosis_view(
        bench, Evidence(frozenset(("runs",)), answers=dict.fromkeys(ids[:4], "no"), cured=frozenset(ids[4:6]))
    )
    assert set(ids[:6]) <= {cause.id for cause in answer.causes}


def test_the_reading_that_tells_most_is_one_that_was_not_taken() -> None:
    bench = bench_in(sample("ferry-wheel").model_dump_json(), True)
    first = diagnosed(bench, Evidence(frozenset(("nothing",)))).helps
    assert first in READ
    then = diagnosed(bench, Evidence(frozenset(("nothing",)), {first: 0.0})).helps
    assert then != first
    assert diagnosed(bench, Evidence(frozenset(("nothing",)), dict.fromkeys(READ, 0.0))).helps == ""


def test_bits_are_the_mean_fall_of_entropy() -> None:
    weights, yes = np.array([0.5, 0.3, 0.2]), np.array([0.9, 0.1, 0.5])
    often = float(weights @ yes)
    after = often * _entropy(weights * yes / often) + (1 - often) * _entropy(weights * (1 - yes) / (1 - often))
    assert _bits(weights, yes) == pytest.approx(_entropy(weights) - after)
    assert _bits(weights, np.full(3, 0.4)) == pytest.approx(0, abs=1e-9)


def test_a_reading_moves_chances_toward_the_builds_that_show_it() -> None:
    bench = bench_in(sample("lantern").model_dump_json(), True)
    planned = bench.symptoms[0]
    usual = {name: float(np.median(planned.readings[:, at])) for at, name in enumerate(READ)}
    near = weights_of(bench, Evidence(readings=usual))[0][0]
    far = weights_of(bench, Evidence(readings={**usual, "current": usual["current"] / 4}))[0][0]
    assert near > bench.symptoms[0].prior
    assert near > far
    assert set(ERRORS) == set(READ)


def test_chances_of_a_fault_count_it_alone_and_beside_others() -> None:
    bench = bench_in(sample("lantern").model_dump_json(), True)
    weights = np.zeros(len(bench.symptoms))
    pair = next(at for at, each in enumerate(bench.symptoms) if len(each.ids) == 2)
    weights[pair] = 1.0
    chances = chances_of(bench, weights)
    assert [id_ for id_, chance in chances.items() if chance] == [fault.id for fault in bench.faults if fault.id in bench.symptoms[pair].ids]  # fmt: skip


def test_a_step_that_cannot_be_done_now_makes_way_and_changes_no_chance() -> None:
    bench = bench_in(sample("ferry-wheel").model_dump_json(), False)
    known = Evidence(frozenset(("nothing",)))
    skipped = list[str]()
    while len(skipped) < 4:
        found = diagnosis_view(bench, replace(known, skipped=frozenset(skipped)))
        assert found.next is not None
        assert found.next.id not in skipped
        skipped.append(found.next.id)
    assert found.causes[:6] == diagnosis_view(bench, known).causes[:6]


def test_what_is_surely_wrong_is_fixed_next() -> None:
    bench = bench_in(sample("ferry-wheel").model_dump_json(), False)
    step = diagnosis_view(bench, Evidence(frozenset(("nothing",)), answers={"covered": "yes"})).next
    assert step is not None
    assert (step.id, step.cure, step.why) == ("covered", True, "This is very likely what stops it.")
    # Skipped, something else is next.
    other = diagnosis_view(
        bench, Evidence(frozenset(("nothing",)), answers={"covered": "yes"}, skipped=frozenset(("covered",)))
    ).next
    assert other is not None
    assert other.id != "covered"
