"""A motor that cannot be read is one line on the shelf; everything else goes on, and it is kept as it is."""

from __future__ import annotations

import io
import json
import sqlite3
import zipfile
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from oakspin.design import VERSION
from server import serve
from server.shelf.models import Demonstration, Revision
from server.trials.models import Trial
from tests.server.conftest import DESIGN, Page

OLD = Path(__file__).resolve().parents[1] / "core" / "design" / "versions" / "1"


def spoiled(tab: Page, **fields: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """Two motors on the shelf; the second one's row has fields that this program does not know. Gives both."""
    good, bad = tab.started(), tab.started()
    rows = Revision.objects.filter(demonstration_id=bad["id"])
    rows.update(design={**rows[0].design, "glitter": 3}, **fields)
    return good, bad


def test_the_shelf_says_what_is_wrong_with_it_and_shows_the_others(tab: Page) -> None:
    good, bad = spoiled(tab)
    status, shelf = tab.ask("GET", "shelf")
    assert status == 200
    assert [motor["id"] for motor in shelf["motors"]] == [good["id"]]
    (unread,) = shelf["unread"]
    assert (unread["id"], unread["title"]) == (bad["id"], bad["title"])
    assert unread["faults"][0]["field"] == "/glitter"
    assert "knows no such field" in unread["faults"][0]["hint"]


def test_a_design_of_a_newer_version_is_reported_as_such_and_stays(tab: Page) -> None:
    _, bad = spoiled(tab, format_version=99)
    fault = tab.ask("GET", "shelf")[1]["unread"][0]["faults"][0]
    assert (fault["field"], fault["value"]) == ("/version", "99")
    assert "bring this one up to date" in fault["hint"]
    assert Revision.objects.get(demonstration_id=bad["id"]).design["glitter"] == 3


def test_its_file_goes_out_as_it_is_kept_and_it_is_refused_with_the_reason_elsewhere(tab: Page) -> None:
    _, bad = spoiled(tab)
    raw = json.loads(tab.client.get(f"/api/shelf/{bad['id']}/file").content)
    assert (raw["format"], raw["title"], raw["design"]["glitter"]) == ("oakspin.design", bad["title"], 3)
    for method, path in (("GET", f"shelf/{bad['id']}"), ("POST", f"shelf/{bad['id']}/duplicate")):
        status, problem = tab.ask(method, path)
        assert (status, problem["faults"][0]["field"]) == (422, "/glitter")
    assert tab.ask("DELETE", f"shelf/{bad['id']}")[0] == 204
    assert tab.ask("GET", "shelf")[1]["unread"] == []


def test_the_archive_goes_out_and_comes_in_whole_with_it(tab: Page) -> None:
    good, bad = spoiled(tab)
    trial = {"key": "k" * 8, "trial": {"group": "Kelp", "note": "quick"}}
    assert tab.ask("POST", f"shelf/{good['id']}/trials", trial)[0] == 200
    content = tab.client.get("/api/archive").content
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        assert sum(name.startswith("demonstrations/") for name in archive.namelist()) == 2
    Trial.objects.all().delete()
    Demonstration.objects.update(head=None)
    Revision.objects.all().delete()
    Demonstration.objects.all().delete()
    file = SimpleUploadedFile("all.zip", content)
    answer = tab.client.post("/api/archive", {"file": file}, headers={"X-CSRFToken": tab.token})
    assert [(row["trials"], row["unread"]) for row in answer.json()] == [(1, False), (0, True)]
    shelf = tab.ask("GET", "shelf")[1]
    assert ([motor["id"] for motor in shelf["motors"]], [motor["id"] for motor in shelf["unread"]]) == (
        [good["id"]],
        [bad["id"]],
    )
    assert Revision.objects.get(demonstration_id=bad["id"]).design["glitter"] == 3


def test_an_old_row_is_read_as_the_present_format_and_what_was_noted_as_built_points_there(tab: Page) -> None:
    old = json.loads((OLD / "crane-motor.oak.json").read_text(encoding="utf-8"))["design"]
    motor = tab.started()
    Revision.objects.filter(demonstration_id=motor["id"]).update(design=old, format_version=1)
    assert tab.ask("GET", f"shelf/{motor['id']}")[1]["design"]["fan"]["mass_g"] == old["fan_g"]
    noted = [{"pointer": "/fan_g", "value": 5.0}]
    row = Demonstration.objects.get(id=motor["id"])
    Trial.objects.create(key="old", demonstration=row, revision=row.head, content={"group": "Tern", "as_built": noted, "readings": {"amperes": 1.0}})  # fmt: skip
    (kept,) = tab.ask("GET", f"shelf/{motor['id']}/trials")[1]
    assert kept["trial"]["as_built"] == [{"pointer": "/fan/mass_g", "value": 5.0}]
    assert kept["comparisons"]
    saved = {"version": motor["version"], "title": "T", "design": tab.ask("GET", f"shelf/{motor['id']}")[1]["design"], "change": "c"}  # fmt: skip
    assert tab.ask("PUT", f"shelf/{motor['id']}", saved)[0] == 200
    assert [revision.format_version for revision in row.revisions.all()] == [1, VERSION]


def test_a_state_that_could_not_be_saved_is_kept_apart_under_a_free_title(tab: Page) -> None:
    first = tab.started()
    status, copy = tab.ask("POST", "shelf/copy", {"title": first["title"], "design": DESIGN})
    assert (status, copy["title"], copy["design"]) == (200, f"{first['title']} (2)", DESIGN)


def database(folder: Path, *steps: tuple[str, str]) -> Path:
    """A database that says which steps have made it."""
    path = folder / "oakspin.sqlite3"
    with sqlite3.connect(path) as made:
        made.execute("CREATE TABLE django_migrations (app TEXT, name TEXT)")
        made.executemany("INSERT INTO django_migrations VALUES (?, ?)", steps)
    made.close()
    return path


@pytest.mark.parametrize(("step", "newer"), [("0001_demonstrations_and_revisions", False), ("0099_tomorrow", True)])
def test_a_database_from_a_newer_program_is_known_as_such_and_not_touched(
    tmp_path: Path, step: str, newer: bool
) -> None:
    path = database(tmp_path, ("shelf", step), *([("tides", "0001_of_an_app_to_come")] if newer else []))
    before = path.read_bytes()
    assert serve.newer_migrations(path) == ([f"shelf {step}", "tides 0001_of_an_app_to_come"] if newer else [])
    assert path.read_bytes() == before
    assert [file.name for file in tmp_path.iterdir()] == [path.name]
