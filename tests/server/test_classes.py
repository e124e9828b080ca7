"""Classes over HTTP: planned, saved, put away, forecast, out and in again."""

from __future__ import annotations

import csv
import io
import json
from typing import Any

import pytest

from tests.server.conftest import Page

pytestmark = pytest.mark.django_db


def begun(tab: Page, title: str = "Beacon") -> dict[str, Any]:
    """A class that builds a motor of the shelf."""
    id_ = tab.started("hanging")["id"]
    motor = tab.ask("GET", f"classes/motor/{id_}")[1]
    plan = {
        "title": title,
        "date": "2026-12-01",
        "minutes": 60,
        "groups": ["Kelp", "Tern", "Whelk"],
        "hands": "older_pupil",
        "motors": [motor],
    }
    status, made = tab.ask("POST", "classes", {"plan": plan})
    assert status == 200, made
    return dict(made)


def test_a_class_is_planned_changed_and_put_away(tab: Page) -> None:
    made = begun(tab)
    assert made["plan"]["motors"][0]["prepared"] == ["lay_out"]
    assert {"lay_out", "stack"} <= {step["id"] for step in made["motors"][0]["steps"]}
    assert tab.ask("GET", "classes")[1][0]["motors"] == [made["plan"]["motors"][0]["title"]]
    plan = {**made["plan"], "helpers": 3}
    at = f"classes/{made['id']}"
    status, saved = tab.ask("PUT", at, {"version": 1, "plan": plan})
    assert (status, saved["version"], saved["plan"]["helpers"]) == (200, 2, 3)
    status, refused = tab.ask("PUT", at, {"version": 1, "plan": made["plan"]})
    assert (status, refused["version"]) == (409, 2)
    assert tab.ask("DELETE", at)[0] == 200
    assert tab.ask("GET", "classes")[1] == []
    assert tab.ask("PUT", at, {"version": 2, "plan": plan})[0] == 410
    assert tab.ask("POST", f"{at}/restore")[1]["deleted"] is False
    assert tab.ask("GET", at)[1]["plan"]["helpers"] == 3
    assert tab.ask("GET", "classes/nothing")[0] == 404


@pytest.mark.parametrize(
    ("change", "field"),
    [({"minutes": 2}, "/plan/minutes"), ({"groups": ["A", "a"]}, "/plan/groups"), ({"date": "soon"}, "/plan/date")],
)
def test_a_plan_that_cannot_be_is_refused_and_nothing_changes(tab: Page, change: dict[str, Any], field: str) -> None:
    made = begun(tab)
    status, answer = tab.ask("PUT", f"classes/{made['id']}", {"version": 1, "plan": {**made["plan"], **change}})
    assert status == 422
    assert answer["faults"][0]["field"] == field
    assert tab.ask("GET", f"classes/{made['id']}")[1]["plan"] == made["plan"]


def test_a_class_follows_its_motor_on_the_shelf_and_outlives_it(tab: Page) -> None:
    made = begun(tab)
    motor = made["plan"]["motors"][0]
    design = {**motor["design"], "screw": {**motor["design"]["screw"], "length_mm": 31.0}}
    at = f"shelf/{motor['shelf']}"
    tab.ask("PUT", at, {"version": 1, "title": "Longer", "design": design, "change": "length"})
    now = tab.ask("GET", f"classes/{made['id']}")[1]["plan"]["motors"][0]
    assert (now["title"], now["design"]["screw"]["length_mm"]) == ("Longer", 31.0)
    tab.ask("DELETE", at)
    still = tab.ask("GET", f"classes/{made['id']}")[1]["plan"]["motors"][0]
    assert still["design"]["kind"] == "hanging"


def test_a_forecast_comes_line_by_line_and_its_last_is_whole(tab: Page) -> None:
    made = begun(tab)
    status, text = tab.text("POST", "classes/forecast", {"plan": made["plan"]})
    assert status == 200
    lines = [json.loads(line) for line in text.splitlines()]
    assert [line["done"] for line in lines] == sorted(line["done"] for line in lines)
    last = lines[-1]
    assert last["done"] == last["of"]
    low, high = last["running"]["low"], last["running"]["high"]
    assert 0 <= low <= last["running"]["value"] <= high <= last["groups"] == 3
    assert [strip["group"] for strip in last["typical"]] == ["Kelp", "Tern", "Whelk"]
    assert last["saves"]
    # Every change that is told can be kept as it comes.
    best = last["saves"][0]
    assert tab.ask("PUT", f"classes/{made['id']}", {"version": 1, "plan": best["plan"]})[0] == 200


def test_the_kit_is_held_against_the_drawer(tab: Page) -> None:
    made = begun(tab)
    lacking = tab.ask("POST", "classes/needs", {"plan": made["plan"]})[1]
    magnets = next(line for line in lacking["kit"]["lines"] if line["sort"] == "magnet")
    assert (magnets["owned"], magnets["missing"]) == (None, magnets["amount"])
    stack = made["plan"]["motors"][0]["design"]["magnets"]
    facts = {
        "diameter_mm": {"value": stack["diameter_mm"], "how": "measured"},
        "thickness_mm": {"value": stack["thickness_mm"], "how": "measured"},
    }
    words = {"shape": "disc", "material": "neodymium", "magnetized": "flat faces", "skin": "conducts"}
    entry = {"sort": "magnet", "name": "Discs", "amount": 2, "facts": facts, "words": words}
    id_ = tab.ask("POST", "drawer", {"entry": entry})[1]["id"]
    motor = made["plan"]["motors"][0]
    put = tab.ask("PUT", f"shelf/{motor['shelf']}/parts/magnet", {"entry": id_, "design": motor["design"]})[1]
    tab.ask("PUT", f"shelf/{motor['shelf']}", {"version": 1, "title": "Own", "design": put["design"], "change": "all"})
    status, needs = tab.ask("POST", "classes/needs", {"plan": made["plan"]})
    assert status == 200
    line = next(line for line in needs["kit"]["lines"] if line["name"] == "Discs")
    assert line["owned"] == 2
    assert line["missing"] == line["amount"] - 2
    assert needs["timetable"]["slots"][-1]["ends"] == 60


def test_what_is_missing_goes_out_as_a_shopping_list(tab: Page) -> None:
    made = begun(tab)
    needs = tab.ask("POST", "classes/needs", {"plan": made["plan"]})[1]["kit"]["shopping"]
    status, text = tab.text("GET", f"classes/{made['id']}/shopping.csv")
    rows = list(csv.DictReader(io.StringIO(text)))
    assert status == 200
    assert [(row["what"], float(row["how many"])) for row in rows] == [(each["name"], each["amount"]) for each in needs]
    assert all(float(row["how many"]).is_integer() and float(row["of these spares"]) > 0 for row in rows)


def test_a_class_goes_out_as_a_file_and_comes_in(tab: Page) -> None:
    made = begun(tab)
    status, text = tab.text("GET", f"classes/{made['id']}/file")
    assert status == 200
    content = json.loads(text)
    assert (content["format"], content["version"]) == ("oakspin.class", 2)
    status, again = tab.ask("POST", "classes/import", {"content": content})
    assert (status, again["plan"]) == (200, made["plan"])
    status, answer = tab.ask("POST", "classes/import", {"content": {**content, "version": 9}})
    assert (status, answer["faults"][0]["field"]) == (422, "/version")
    sample = tab.ask("POST", "classes/sample")[1]
    assert sample["plan"]["title"] == "Harbor Week, Tuesday"


def test_classes_are_in_the_archive(tab: Page) -> None:
    from server.archive.actions import everything, take_in_everything
    from server.classes.models import SchoolClass

    made = begun(tab, "Kept")
    out = io.BytesIO()
    everything(out)
    SchoolClass.objects.all().delete()
    other = begun(tab, "Other")
    take_in_everything(out)
    take_in_everything(out)
    assert {line["title"] for line in tab.ask("GET", "classes")[1]} == {"Kept", "Other"}
    assert tab.ask("GET", f"classes/{made['id']}")[1]["plan"] == made["plan"]
    take_in_everything(out, replace=True)
    assert [line["title"] for line in tab.ask("GET", "classes")[1]] == ["Kept"]
    assert tab.ask("GET", f"classes/{other['id']}")[1]["deleted"] is True
