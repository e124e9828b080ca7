"""What came of a class over HTTP: noted, held against its forecast, kept with the motors, given out."""

from __future__ import annotations

import csv
import io
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone

from oakspin.kinds.kinds import KINDS, faults_of
from tests.core.classroom.classes import motor
from tests.server.conftest import Page
from tests.server.test_classes import begun

pytestmark = pytest.mark.django_db
FAULT = faults_of(motor("beacon").design)[0].id
TURNS = {"turns": 40, "turns_seconds": 5.0}


def group(name: str, *tries: dict[str, Any], **fields: Any) -> dict[str, Any]:
    """What a group did with the first motor."""
    return {"group": name, "motors": [{"motor": 0, "tries": list(tries)}], **fields}


def noted(tab: Page, id_: str, *groups: dict[str, Any], **fields: Any) -> dict[str, Any]:
    """Keep what groups did."""
    version = tab.ask("GET", f"classes/{id_}/results")[1]["version"]
    body = {"version": version, "results": {"groups": list(groups), **fields}}
    status, answer = tab.ask("PUT", f"classes/{id_}/results", body)
    assert status == 200, answer
    return dict(answer)


def trials(tab: Page, motor_: str) -> list[dict[str, Any]]:
    """Trials of a motor that hold."""
    kept = tab.ask("GET", f"shelf/{motor_}/trials")[1]
    return [each for each in kept if not each["corrected"] and not each["struck"]]


def test_the_forecast_is_kept_until_something_is_noted(tab: Page) -> None:
    made = begun(tab)
    at = f"classes/{made['id']}"
    status, answer = tab.ask("POST", f"{at}/foretell")
    first = answer["results"]["foretold"]
    assert status == 200
    assert 0 <= first["low"] <= first["running"] <= first["high"] <= 3
    assert set(first["often"][0]) == {fault["id"] for fault in answer["motors"][0]["faults"]}
    # Another plan has another forecast, as long as nothing is noted.
    plan = {**made["plan"], "minutes": 15}
    version = tab.ask("PUT", at, {"version": made["version"], "plan": plan})[1]["version"]
    hasty = tab.ask("POST", f"{at}/foretell")[1]["results"]["foretold"]
    assert hasty["running"] < first["running"]
    noted(tab, made["id"], group("Kelp", {"seen": ["runs"]}))
    tab.ask("PUT", at, {"version": version, "plan": made["plan"]})
    assert tab.ask("POST", f"{at}/foretell")[1]["results"]["foretold"] == hasty


def test_what_groups_did_is_kept_and_held_against_the_forecast(tab: Page) -> None:
    made = begun(tab)
    tab.ask("POST", f"classes/{made['id']}/foretell")
    answer = noted(tab, made["id"], *(group(name, {"seen": ["runs"]}) for name in ("Kelp", "Tern", "Whelk")))
    assert answer["review"]["headline"] == "3 of 3 had it running, 3 at the first try."
    assert answer["review"]["place"] in ("inside", "above")
    assert answer["results"]["foretold"] is not None
    # A forecast cannot be put in by hand.
    answer = noted(tab, made["id"], foretold=None)
    assert answer["results"]["foretold"] is not None
    body = {"version": answer["version"] - 1, "results": {}}
    status, refused = tab.ask("PUT", f"classes/{made['id']}/results", body)
    assert (status, refused["version"]) == (409, answer["version"])


@pytest.mark.parametrize(
    ("one", "field"),
    [
        ({"seen": ["sings"]}, "/results/groups/0/motors/0/tries/0/seen/0"),
        ({"seen": ["nothing"], "fault": "bad_luck"}, "/results/groups/0/motors/0/tries/0/fault"),
        ({"seen": ["runs"], "readings": {"turns": 4}}, "/results/groups/0/motors/0/tries/0/readings/turns_seconds"),
    ],
)
def test_what_cannot_be_is_refused_and_nothing_changes(tab: Page, one: dict[str, Any], field: str) -> None:
    made = begun(tab)
    noted(tab, made["id"], group("Tern", {"seen": ["runs"]}))
    body = {"version": 2, "results": {"groups": [group("Kelp", one)]}}
    status, answer = tab.ask("PUT", f"classes/{made['id']}/results", body)
    assert (status, answer["faults"][0]["field"]) == (422, field)
    assert [each["group"] for each in tab.ask("GET", f"classes/{made['id']}/results")[1]["results"]["groups"]] == [
        "Tern"
    ]


def test_what_came_is_kept_as_trials_and_repairs_of_its_motor_once(tab: Page) -> None:
    made = begun(tab)
    id_, shelf = made["id"], made["plan"]["motors"][0]["shelf"]
    answer = noted(
        tab,
        id_,
        group("Kelp", {"seen": ["nothing"], "fault": FAULT, "minutes": 3}, {"seen": ["runs"], "readings": TURNS}),
        group("Tern", {"seen": ["trembles"], "fault": FAULT}),
        group("Whelk"),
    )
    assert answer["pending"] == 4  # three tries and what was mended
    status, done = tab.ask("POST", f"classes/{id_}/teach")
    assert (status, done["pending"]) == (200, 0)
    assert done["kept"] == {"trials": 3, "repairs": 1, "shelved": []}
    kept = [(each["trial"]["group"], each["trial"]["fault"], each["trial"]["hands"]) for each in trials(tab, shelf)]
    assert kept == [("Kelp", FAULT, "older_pupil"), ("Kelp", "", "older_pupil"), ("Tern", FAULT, "older_pupil")]
    (repair,) = tab.ask("GET", f"shelf/{shelf}/repairs")[1]
    assert (repair["repair"]["fault"], repair["repair"]["minutes"]) == (FAULT, 3)
    row = next(row for row in done["review"]["faults"] if row["id"] == FAULT)
    assert (row["found"], row["thought"]) == (1, 1)
    # Once more keeps nothing more.
    assert tab.ask("POST", f"classes/{id_}/teach")[1]["kept"] == {"trials": 0, "repairs": 0, "shelved": []}
    assert len(trials(tab, shelf)) == 3


def test_what_is_noted_otherwise_later_is_corrected_and_what_is_taken_out_is_struck(tab: Page) -> None:
    made = begun(tab)
    id_, shelf = made["id"], made["plan"]["motors"][0]["shelf"]
    mended = ({"seen": ["nothing"], "fault": FAULT}, {"seen": ["runs"]})
    noted(tab, id_, group("Kelp", *mended), group("Tern", {"seen": ["runs"]}))
    tab.ask("POST", f"classes/{id_}/teach")
    answer = noted(tab, id_, group("Kelp", {"seen": ["runs"], "readings": TURNS}))
    assert answer["pending"] == 4  # one try is another, two tries and a repair are none any more
    assert tab.ask("POST", f"classes/{id_}/teach")[1]["pending"] == 0
    (left,) = trials(tab, shelf)
    assert (left["trial"]["seen"], left["trial"]["readings"]["turns"]) == (["runs"], 40)
    assert left["corrects"]
    assert [each["struck"] for each in tab.ask("GET", f"shelf/{shelf}/repairs")[1]] == [True]


def test_a_trial_that_is_struck_out_at_its_motor_stays_so(tab: Page) -> None:
    made = begun(tab)
    id_, shelf = made["id"], made["plan"]["motors"][0]["shelf"]
    noted(tab, id_, group("Kelp", {"seen": ["runs"]}))
    tab.ask("POST", f"classes/{id_}/teach")
    (kept,) = trials(tab, shelf)
    tab.ask("POST", f"shelf/{shelf}/trials/{kept['id']}/strike")
    assert tab.ask("GET", f"classes/{id_}/results")[1]["pending"] == 0
    tab.ask("POST", f"classes/{id_}/teach")
    assert trials(tab, shelf) == []


def test_a_motor_that_is_not_on_the_shelf_is_put_there_once(tab: Page) -> None:
    made = tab.ask("POST", "classes/sample")[1]
    id_ = made["id"]
    noted(tab, id_, group("Kelp", {"seen": ["runs"]}))
    done = tab.ask("POST", f"classes/{id_}/teach")[1]
    assert done["kept"]["shelved"] == ["Ferry wheel"]
    shelf = done["motors"][0]["shelf"]
    assert [each["trial"]["group"] for each in trials(tab, shelf)] == ["Kelp"]
    assert tab.ask("GET", f"classes/{id_}")[1]["version"] == made["version"] + 1
    # The next class of the same motor finds it there.
    other = tab.ask("POST", "classes/sample")[1]["id"]
    noted(tab, other, group("Tern", {"seen": ["runs"]}))
    again = tab.ask("POST", f"classes/{other}/teach")[1]
    assert (again["kept"]["shelved"], again["motors"][0]["shelf"]) == ([], shelf)


def test_what_groups_noted_at_the_motor_that_day_is_reported_but_not_kept_twice(tab: Page) -> None:
    made = begun(tab)
    id_, shelf = made["id"], made["plan"]["motors"][0]["shelf"]
    today = timezone.now().date()
    plan = {**made["plan"], "date": today.isoformat()}
    tab.ask("PUT", f"classes/{id_}", {"version": 1, "plan": plan})
    for name, who in (("own-trial-1", "kelp"), ("own-trial-2", "Somebody else")):
        tab.ask("POST", f"shelf/{shelf}/trials", {"key": name, "trial": {"group": who, "seen": ["runs"]}})
    answer = tab.ask("GET", f"classes/{id_}/results")[1]
    assert (answer["review"]["running"], answer["results"]["groups"], answer["pending"]) == (1, [], 0)
    plan["date"] = (today + timedelta(days=9)).isoformat()
    tab.ask("PUT", f"classes/{id_}", {"version": 2, "plan": plan})
    assert tab.ask("GET", f"classes/{id_}/results")[1]["review"]["running"] == 0


def test_a_group_of_the_same_name_that_ran_it_before_had_another_motor(tab: Page) -> None:
    from server.trials.models import Trial

    made = begun(tab)
    id_, shelf = made["id"], made["plan"]["motors"][0]["shelf"]
    tab.ask("POST", f"shelf/{shelf}/trials", {"key": "long-ago-1", "trial": {"group": "Kelp", "seen": ["runs"]}})
    Trial.objects.update(made_at=timezone.now() - timedelta(days=400))
    noted(tab, id_, group("Kelp", {"seen": ["runs"]}), group("Tern", {"seen": ["runs"]}))
    tab.ask("POST", f"classes/{id_}/teach")
    assert [(each["trial"]["group"], each["trial"]["rebuilt"]) for each in trials(tab, shelf)] == [
        ("Kelp", False),
        ("Kelp", True),
        ("Tern", False),
    ]
    assert tab.ask("GET", f"classes/{id_}/results")[1]["pending"] == 0


def test_what_came_goes_out_as_a_table_and_in_the_file_of_the_class(tab: Page) -> None:
    made = begun(tab)
    noted(tab, made["id"], group("Kelp", {"seen": ["runs"], "readings": TURNS}, before=2, after=4), questions=5)
    status, text = tab.text("GET", f"classes/{made['id']}/results.csv")
    (row,) = csv.DictReader(io.StringIO(text))
    assert (status, row["group"], float(row["measured"]), row["right_after"]) == (200, "Kelp", 480.0, "4")
    content = tab.ask("GET", f"classes/{made['id']}/file")[1]
    again = tab.ask("POST", "classes/import", {"content": content})[1]["id"]
    ours, theirs = (tab.ask("GET", f"classes/{id_}/results")[1]["results"] for id_ in (made["id"], again))
    assert theirs == ours


def test_what_came_is_in_the_archive_with_what_it_is_kept_as(tab: Page) -> None:
    from server.archive.actions import everything, take_in_everything
    from server.classes.models import SchoolClass

    made = begun(tab)
    noted(tab, made["id"], group("Kelp", {"seen": ["runs"]}))
    tab.ask("POST", f"classes/{made['id']}/teach")
    before = tab.ask("GET", f"classes/{made['id']}/results")[1]
    out = io.BytesIO()
    everything(out)
    SchoolClass.objects.all().delete()
    take_in_everything(out)
    assert tab.ask("GET", f"classes/{made['id']}/results")[1] == before


def test_a_class_that_was_put_away_is_noted_no_more(tab: Page) -> None:
    made = begun(tab)
    tab.ask("DELETE", f"classes/{made['id']}")
    at = f"classes/{made['id']}"
    assert tab.ask("PUT", f"{at}/results", {"version": 1, "results": {}})[0] == 410
    assert tab.ask("POST", f"{at}/teach")[0] == 410
    assert tab.ask("GET", f"{at}/results")[0] == 200
    assert tab.ask("GET", "classes/nothing/results")[0] == 404


def test_no_step_after_which_a_motor_can_run_is_offered_to_be_prepared(tab: Page) -> None:
    from oakspin.classroom.plan import NEVER_PREPARED

    for kind in KINDS:
        id_ = tab.started(kind)["id"]
        plan = {
            "title": kind,
            "date": "2026-12-01",
            "groups": ["Kelp"],
            "motors": [tab.ask("GET", f"classes/motor/{id_}")[1]],
        }
        status, made = tab.ask("POST", "classes", {"plan": plan})
        assert status == 200, made
        steps = {step["id"] for step in made["motors"][0]["steps"]}
        assert steps
        assert not steps & set(NEVER_PREPARED)
