"""Chances by what is seen: rigs with hidden faults, and what must hold whatever is seen."""

from dataclasses import replace
from functools import lru_cache

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bench.faults import seen_of
from oakspin.diagnose.fault_bench import FaultBench
from oakspin.diagnose.fault_search import hidden_in, listed_search, searched
from oakspin.diagnose.ranking import Evidence, chances_of, diagnosed, weights_of
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS
from oakspin.diagnose.views import bench_in, diagnosis_view, place_of, sheet_of, sign_words
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import draw
from oakspin.machines.table import machine_of
from runner.samples import sample
from tests.effort import effort

FERRY, LANTERN = sample("ferry-wheel"), sample("lantern")


@lru_cache(maxsize=4)
def bench(name: str) -> FaultBench:
    return bench_in(sample(name).model_dump_json(), True)


def chance_of(known: Evidence, id_: str, name: str = "ferry-wheel") -> float:
    return chances_of(bench(name), weights_of(bench(name), known)[0])[id_]


def seen(*signs: str, **readings: float) -> Evidence:
    return Evidence(frozenset(signs), readings)  # type: ignore[arg-type]


@given(
    st.sets(st.sampled_from((*MOTION_SIGNS, *SIDE_SIGNS)), max_size=6),
    st.dictionaries(st.sampled_from(("current", "volts", "speed")), st.floats(0, 1e4), max_size=3),
    st.dictionaries(st.sampled_from([fault.id for fault in bench("ferry-wheel").faults]), st.sampled_from(("yes", "no", "unsure")), max_size=4),
)  # fmt: skip
@settings(max_examples=effort(12, 40))
def test_chances_are_chances_whatever_is_seen(signs: set, readings: dict, answers: dict) -> None:  # type: ignore[type-arg]
    found = diagnosed(bench("ferry-wheel"), Evidence(frozenset(signs), readings, answers))
    chances = [suspect.chance for suspect in found.suspects]
    assert [suspect.blamed for suspect in found.suspects] == sorted((s.blamed for s in found.suspects), reverse=True)
    for blamed in (True, False):
        some = [suspect.chance for suspect in found.suspects if suspect.blamed == blamed]
        assert some == sorted(some, reverse=True)
    assert all(0 <= chance <= 1 + 1e-9 for chance in chances)
    assert 0 <= found.planned <= 1
    assert all(step.bits >= -1e-9 for step in found.steps)
    for suspect in found.suspects:
        assert 0 <= suspect.explains <= suspect.of == len(signs) + len(readings)
        assert 0 <= suspect.effect.goes_of_100 <= 100


def test_a_motor_that_does_as_planned_is_reported_so() -> None:
    found = diagnosis_view(bench("lantern"), seen("runs", current=1.9, speed=720))
    assert found.planned > 0.8
    assert found.summary == "Nothing is wrong with it: it does as planned."


def test_no_current_speaks_for_an_open_circuit_and_much_for_a_closed_one() -> None:
    open_, closed = seen("nothing", current=0.0), seen("rocks", "hot_motor", current=4.0)
    assert chance_of(open_, "covered") + chance_of(open_, "loose_joint") > 0.4
    assert chance_of(closed, "covered") < 0.05
    assert chance_of(closed, "all_round") > chance_of(open_, "all_round")


def test_answers_move_what_they_ask_for_and_what_they_find_too() -> None:
    before = seen("nothing", current=0.0)
    yes, no = (replace(before, answers={"covered": answer}) for answer in ("yes", "no"))
    assert chance_of(yes, "covered") > 0.75 > chance_of(before, "covered") > chance_of(no, "covered")
    assert chance_of(replace(before, answers={"covered": "unsure"}), "covered") == pytest.approx(chance_of(before, "covered"))  # fmt: skip
    cured = replace(before, cured=frozenset(("covered",)))
    assert chance_of(cured, "covered") < chance_of(before, "covered") / 3


def test_what_is_answered_is_not_asked_again() -> None:
    known = replace(seen("nothing"), answers={"covered": "no"}, cured=frozenset(("worn_cell",)))
    steps = diagnosed(bench("ferry-wheel"), known).steps
    assert not any(step.fault.id == "covered" and not step.cure for step in steps)
    assert not any(step.fault.id == "worn_cell" and step.cure for step in steps)
    best = max(step.bits / (step.minutes + 1.5) for step in steps)
    assert steps[0].bits / steps[0].minutes >= 0.5 * best


def test_what_nothing_explains_is_reported() -> None:
    odd = seen("snatched", "falls_off", "comes_back", "same_place", "leans")
    assert "Nothing here explains" in diagnosis_view(bench("ferry-wheel"), odd).summary


def test_a_plan_that_is_dead_itself_is_reported_first() -> None:
    found = bench_in(sample("fog-bell").model_dump_json(), False)
    assert "On paper this motor does not go either" in diagnosis_view(found, seen("rocks")).summary


def test_where_to_look_lies_on_the_drawing() -> None:
    for name in ("lantern", "ferry-wheel", "crane-motor", "night-shuttle", "beacon", "crate-roller"):
        design = sample(name)
        drawing = draw(design, machine_of(design, MEDIAN))
        left, bottom, right, top = drawing.bounds
        for fault in bench_in(design.model_dump_json(), True).faults:
            at = place_of(fault.place, drawing)
            assert at is not None, (name, fault.id)
            assert left <= at[0] <= right, (name, fault.id)
            assert bottom <= at[1] <= top, (name, fault.id)


def test_signs_that_a_motor_cannot_show_are_not_offered_unless_ticked() -> None:
    offered = {sign.id for sign in sign_words(bench("ferry-wheel"))}
    assert {"nothing", "trembles", "rocks", "one_way_up"} <= offered
    assert "comes_back" not in offered
    assert "comes_back" in {sign.id for sign in sign_words(bench("ferry-wheel"), frozenset(("comes_back",)))}
    train = {sign.id: sign.word for sign in sign_words(bench_in(sample("night-shuttle").model_dump_json(), True))}
    assert train["runs"] == "Goes through"
    assert "one_way_up" not in train


def test_the_sheet_holds_eight_that_stop_it_soonest_found_first() -> None:
    sheet = sheet_of(bench("lantern"))
    assert len(sheet) == 8
    # Upside down it goes all the same, the other way.
    assert not {"turned_over", "cell_over"} & {cause.id for cause in sheet}


def test_hidden_faults_are_found_and_chances_are_true() -> None:
    """Lanterns and ferry wheels, each with one fault that shows."""
    reply, true, places, minutes, listed = [], [], [], 0.0, 0.0
    for name, ids in (("lantern", ("coat", "feet_far", "gripping", "rubs_cell", "off_center", "worn_cell")), ("ferry-wheel", ("covered", "all_round", "heavy_side", "far_magnet", "weak_flick", "shorted"))):  # fmt: skip
        here = bench(name)
        for number, id_ in enumerate(ids):
            fault = here.fault(id_)
            chance = np.random.default_rng(number)
            for trouble in hidden_in(
                here.design, (fault,), fault.flaws[-1], range(50, 50 + effort(2, 4)), here.usual, meter=True
            ):
                if not trouble.plain:
                    continue
                known = seen_of(here, trouble, chance)
                found = diagnosed(here, known).suspects
                places.append([suspect.fault.id for suspect in found].index(id_))
                reply += [suspect.chance for suspect in found]
                true += [suspect.fault.id == id_ for suspect in found]
                search = searched(here, [id_], known, chance)
                assert search.found == (search.way[-1].answer == "yes")
                minutes += search.minutes
                listed += listed_search(here, [id_], chance).minutes
    assert len(places) > effort(14, 30)
    assert np.mean(np.array(places) < 3) > effort(0.6, 0.7)
    assert minutes < 0.9 * listed
    sure = np.array(reply) > 0.6
    assert np.array(true)[sure].mean() == pytest.approx(np.array(reply)[sure].mean(), abs=effort(0.3, 0.2))


def test_who_counts_turns_has_seen_which_way_they_go() -> None:
    slow = bench("ferry-wheel").usual.speed * bench("ferry-wheel").per / 2
    plain, counted = seen("runs_after_flick", "slow"), seen("runs_after_flick", "slow", speed=slow)
    often = [chance_of(known, "turned_over") / chance_of(known, "far_magnet") for known in (plain, counted)]
    assert often[1] < 0.5 * often[0]


def test_no_motor_is_called_fine_that_shows_what_the_plan_does_not() -> None:
    reply = diagnosis_view(bench("ferry-wheel"), seen("runs_after_flick", "other_way"))
    assert "as planned" not in reply.summary
    assert reply.causes[0].id in ("turned_over", "mirrored")
    roller = bench_in(sample("crate-roller").model_dump_json(), False)
    reply = diagnosis_view(roller, seen("trembles"))
    assert reply.summary.startswith("Perhaps no fault at all: ")
    assert "Nothing is wrong" not in reply.summary


def test_what_falls_off_is_no_wrong_tick() -> None:
    beacon = bench_in(sample("beacon").model_dump_json(), False)
    reply = diagnosis_view(beacon, seen("falls_off"))
    assert reply.causes[0].id == "not_steel"
    assert reply.next is not None
    assert reply.next.id in ("not_steel", "no_stack")
    assert "Nothing here explains" not in reply.summary


def test_what_is_checked_first_is_not_what_is_called_very_unlikely() -> None:
    for name, known in (("crate-roller", seen("trembles")), ("lantern", seen("nothing")), ("beacon", seen("nothing"))):
        reply = diagnosis_view(bench_in(sample(name).model_dump_json(), False), known)
        first = next(cause for cause in reply.causes if reply.next and cause.id == reply.next.id)
        assert first.word != "very unlikely", name
