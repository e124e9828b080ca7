"""The kit and the timetable of a class."""

from __future__ import annotations

import math

import numpy as np
import pytest

from oakspin.classroom.builds import MotorKnown, building_minutes
from oakspin.classroom.kit import kit_of, spoiled
from oakspin.classroom.lesson import TRY
from oakspin.classroom.plan import NEVER_PREPARED
from oakspin.classroom.timetable import MENDING, timetable_of
from oakspin.drawer.entry import Entry
from oakspin.draws import DRAWS, Draws, Learned
from oakspin.kinds.kinds import KINDS, build_of, faults_of
from oakspin.search.purchases import SPARES, shopping_table
from tests.core.classroom.classes import GROUPS, motor, plan

SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")


@pytest.mark.parametrize("name", SAMPLES)
def test_a_kit_is_enough_for_all_groups_with_spares(name: str) -> None:
    given = plan(name)
    kit = kit_of(given)
    assert {line.place for line in kit.lines} == set(KINDS[given.motors[0].design.kind].recipe.places)
    for line in kit.lines:
        assert line.used == pytest.approx(12 * line.each, abs=0.02)
        assert line.spares >= line.used * SPARES.get(line.place, 0.1) - 0.06
        assert line.missing == line.amount  # nothing is owned
    magnets = next(line for line in kit.lines if line.place == "magnet")
    assert kit.magnets == magnets.amount
    assert all(0 < share <= 1 for share in kit.used_up.values())
    cut = sum(cut.count * cut.length_mm for cut in build_of(given.motors[0].design).cuts) * 1e-3
    assert all(line.each == pytest.approx(cut, abs=0.01) for line in kit.lines if line.place == "wire")


def test_what_lies_in_the_drawer_is_held_against_the_kit_and_the_rest_goes_on_the_list() -> None:
    design = plan("beacon").motors[0].design
    stack = design.stacks[0]
    facts = {
        "diameter_mm": {"value": stack.diameter_mm, "how": "measured"},
        "thickness_mm": {"value": stack.thickness_mm, "how": "measured"},
    }
    words = {"shape": "disc", "material": "neodymium", "magnetized": "flat faces", "skin": "conducts"}
    magnets = Entry.model_validate(
        {"sort": "magnet", "name": "Harbor discs", "amount": 10, "words": words, "facts": facts, "price": 0.5}
    )
    given = plan("beacon", motors=[motor("beacon", parts={"magnet": magnets})])
    kit = kit_of(given, [magnets])
    line = next(line for line in kit.lines if line.place == "magnet")
    assert (line.name, line.price) == ("Harbor discs", 0.5)
    assert line.owned == 10
    assert line.missing == line.amount - 10
    bought = next(one for one in kit.shopping if one.sort == "magnet")
    assert bought.amount == math.ceil(line.missing)
    assert kit.cost_group == pytest.approx(0.5 * line.each)
    assert kit.cost_pupil == pytest.approx(kit.cost_group / given.pupils)
    assert "Harbor discs" not in kit.unpriced
    assert "Harbor discs" in shopping_table(kit.shopping)


def test_stations_share_what_comes_back_but_not_the_wire() -> None:
    both = [motor("beacon"), motor("ferry-wheel")]
    kit = kit_of(plan(motors=both, way="turns", minutes=120.0))
    ferry = {line.place: line for line in kit.lines if line.motor == "Ferry wheel"}
    assert ferry["magnet"].used == 6 * ferry["magnet"].each
    assert ferry["wire"].used == pytest.approx(len(GROUPS) * ferry["wire"].each, abs=0.02)


def test_clumsier_hands_spoil_no_less() -> None:
    shares = [
        spoiled(plan("beacon", hands=hands).built[0].design, "cell", {}) for hands in ("careful_adult", "young_pupil")
    ]
    assert shares == sorted(shares)


@pytest.mark.parametrize("name", SAMPLES)
def test_the_clock_has_no_gap_and_everybody_something_to_do(name: str) -> None:
    given = plan(name, minutes=200.0)
    answer = timetable_of(given)
    assert answer.slots[0].begins == 0
    assert answer.slots[-1].ends == given.minutes
    for one, two in zip(answer.slots, answer.slots[1:], strict=False):
        assert one.ends == pytest.approx(two.begins)
    assert answer.beforehand[-1].ends == pytest.approx(0)
    assert {slot.who for slot in answer.beforehand} == {"an adult"}
    assert [slot.what for slot in answer.slots][-3:-1] == ["First run", "Mending, and measuring"]


def test_a_lesson_that_is_too_short_says_by_how_much_and_what_to_leave_out() -> None:
    short, long = timetable_of(plan("beacon", minutes=30.0)), timetable_of(plan("beacon", minutes=200.0))
    assert (long.short, long.leave) == (0.0, ())
    given = plan("beacon", minutes=30.0)
    building = building_minutes(given.built[0], given.pupils)
    assert short.short == pytest.approx(building + TRY + MENDING * given.turn - given.turn, abs=0.1)
    assert "leave out" in short.leave[0].text  # the flag first
    assert all(leave.minutes > 0 for leave in short.leave)


def test_turns_follow_each_other_and_every_group_comes_to_every_station_once() -> None:
    given = plan(motors=[motor("beacon"), motor("lantern"), motor("crate-roller")], way="turns", minutes=180.0)
    answer = timetable_of(given)
    turns = [slot for slot in answer.slots if slot.what.startswith("Turn ")]
    assert [slot.what for slot in turns] == ["Turn 1", "Turn 2", "Turn 3"]
    assert [slot.ends for slot in turns[:-1]] == pytest.approx([slot.begins for slot in turns[1:]])
    assert turns[-1].ends == pytest.approx(given.minutes - given.closing)
    assert "on to the next" in turns[0].text
    assert "on to the next" not in turns[-1].text
    titles = {each.title for each in given.motors}
    for each in answer.rounds:
        assert {visit.motor for visit in each.visits} == titles
        assert all(visit.begins < visit.first_try <= visit.ends for visit in each.visits)
    for turn, slot in enumerate(turns):
        there = [each.visits[turn] for each in answer.rounds]
        assert {visit.begins for visit in there} == {slot.begins}
        # As many groups at each station, so that none waits for one.
        assert [sum(visit.motor == title for visit in there) for title in titles] == [4, 4, 4]


def test_a_group_with_one_motor_has_it_from_the_opening_to_the_closing() -> None:
    given = plan()
    answer = timetable_of(given)
    assert [each.group for each in answer.rounds] == list(given.groups)
    (visit,) = answer.rounds[0].visits
    assert (visit.begins, visit.ends) == (given.opening, given.minutes - given.closing)
    first_run = next(slot for slot in answer.slots if slot.what == "First run")
    assert visit.first_try == pytest.approx(first_run.begins, abs=0.06)


def test_what_trials_taught_of_cells_and_of_spoiled_parts_counts() -> None:
    given = plan("beacon")
    design = given.built[0].design
    usual = kit_of(given)
    worn = next(fault for fault in faults_of(design) if "cell" in fault.cure.needs)
    short = Draws(learned=Learned({"cell_charge": np.full(DRAWS, -2.5)}))
    summary = kit_of(given, (), [MotorKnown(short, {worn.id: 0.6})])
    cells, before = (next(line for line in kit.lines if line.place == "cell") for kit in (summary, usual))
    assert cells.spares > before.spares
    assert summary.used_up["Beacon"] > usual.used_up["Beacon"]
    assert summary.magnets == usual.magnets


@pytest.mark.parametrize("name", SAMPLES)
def test_nothing_after_which_a_motor_can_run_is_to_be_done_beforehand(name: str) -> None:
    answer = timetable_of(plan(name, minutes=15.0))
    assert answer.short > 0
    steps = {step.title.lower(): step.id for step in build_of(plan(name).motors[0].design).steps}
    request = [steps[leave.text.split("“")[1].split("”")[0]] for leave in answer.leave if "beforehand" in leave.text]
    assert request
    assert not set(request) & set(NEVER_PREPARED)


def test_only_a_station_that_lacks_time_is_made_shorter() -> None:
    given = plan(motors=[motor("beacon"), motor("carousel")], way="turns", minutes=110.0, hands="older_pupil")
    answer = timetable_of(given)
    assert answer.short > 0
    assert all(leave.text.startswith("Carousel") for leave in answer.leave)


def test_what_hangs_and_what_is_wound_are_called_as_their_kinds_do() -> None:
    found = {name: {line.place: line.name for line in kit_of(plan(name)).lines} for name in ("beacon", "crane-motor")}
    assert found["beacon"]["screw"] == "Screw"
    assert found["crane-motor"]["screw"] == "Iron bar"
