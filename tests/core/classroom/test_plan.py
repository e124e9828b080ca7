"""The plan of a class and its file."""

from __future__ import annotations

import json

import pytest

from oakspin.classroom.builds import building_minutes
from oakspin.classroom.file import from_text, schema, to_text
from oakspin.classroom.plan import ClassPlan, plan_of, usual_prepared
from oakspin.errors import UnreadableDesign
from oakspin.kinds.common_faults import NOT_MADE
from oakspin.kinds.kinds import KINDS, build_of, faults_of
from runner.samples import sample
from tests.core.classroom.classes import motor, plan

SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")


def test_a_class_comes_out_of_its_file_as_it_went_in() -> None:
    given = plan(motors=[motor("beacon", shelf="abc"), motor("ferry-wheel")], way="turns")
    assert from_text(to_text(given)).plan == given
    assert json.loads(to_text(given))["format"] == "oakspin.class"


def test_the_schema_tells_every_field_of_the_file() -> None:
    answer = schema()["properties"]
    assert set(json.loads(to_text(plan()))) == set(answer)
    assert answer["minutes"]["minimum"] == 10


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"minutes": 5.0}, "/minutes"),
        ({"groups": []}, "/groups"),
        ({"groups": ["Kelp", "kelp"]}, "/groups"),
        ({"opening": 40.0, "closing": 20.0}, "/opening"),
        ({"helpers": -1}, "/helpers"),
        ({"date": "soon"}, "/date"),
        ({"pupils": 2.5}, "/pupils"),
        ({"motors": []}, "/motors"),
        ({"motors": [motor("beacon"), motor("lantern")]}, "/way"),
        ({"color": "red"}, "/color"),
    ],
)
def test_what_cannot_be_is_reported_where_it_stands(change: dict[str, object], field: str) -> None:
    with pytest.raises(UnreadableDesign) as refused:
        plan_of({**plan().model_dump(), **change})
    assert [fault.field for fault in refused.value.faults] == [field]
    assert all(fault.hint and fault.limit for fault in refused.value.faults)


def test_a_wrong_design_is_reported_with_its_motor() -> None:
    plain = json.loads(to_text(plan()))
    plain["motors"][0]["design"]["screw"]["length_mm"] = -4
    with pytest.raises(UnreadableDesign) as refused:
        from_text(json.dumps(plain))
    assert refused.value.faults[0].field == "/motors/0/design/screw/length_mm"


@pytest.mark.parametrize("change", [{"format": "oakspin.design"}, {"version": 3}, {"version": None}])
def test_other_files_and_newer_ones_are_refused(change: dict[str, object]) -> None:
    with pytest.raises(UnreadableDesign):
        from_text(json.dumps({**json.loads(to_text(plan())), **change}))
    with pytest.raises(UnreadableDesign):
        from_text("{")


def test_hands_of_the_class_build_every_motor() -> None:
    given = plan(hands="careful_adult")
    assert [each.design.maker for each in given.built] == ["careful_adult"]
    slow, quick = (building_minutes(plan(hands=hands).built[0], 2) for hands in ("young_pupil", "careful_adult"))
    assert 1.2 * quick < slow < 2.1 * quick


@pytest.mark.parametrize("name", SAMPLES)
def test_what_is_prepared_is_the_adults_and_all_else_the_groups(name: str) -> None:
    design = sample(name)
    steps = build_of(design).steps
    one = motor(name, prepared=[step.id for step in steps])
    assert building_minutes(one, 2) == 0
    assert {"lay_out", *(step.id for step in steps if step.adult)} == set(usual_prepared(design))


@pytest.mark.parametrize("name", SAMPLES)
def test_faults_are_made_in_steps_that_are_there(name: str) -> None:
    design = sample(name)
    made_at = KINDS[design.kind].made_at
    answer = [id_ for ids in made_at.values() for id_ in ids]
    assert len(answer) == len(set(answer))
    here = {step.id for step in build_of(design).steps}
    mine = {fault.id for fault in faults_of(design)}
    # Each fault names the step that makes it, or says why none does.
    assert mine <= {*answer, *NOT_MADE}
    assert not set(answer) & set(NOT_MADE)
    assert {step for step, ids in made_at.items() if mine & set(ids)} - here <= {"bare", "join", "flag", "decorate"}


def test_turns_share_the_time_between_opening_and_closing() -> None:
    given: ClassPlan = plan(motors=[motor("beacon"), motor("lantern")], way="turns", opening=4.0, closing=6.0)
    assert given.turn == 25.0
