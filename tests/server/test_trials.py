"""Trials: written once, corrections kept, tables and archives whole."""

from __future__ import annotations

import io
import json
import threading
import zipfile
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from runner.live_server import LiveServer
from server.shelf.models import Demonstration, Revision
from server.trials.models import Trial
from tests.server.conftest import Page

READ = {"turns": 80, "turns_seconds": 5.0, "amperes": 3.2}


def body(number: int = 0, **fields: Any) -> dict[str, Any]:
    return {"key": f"key-{number:06d}", "trial": {"group": "Tern", "readings": READ, "seen": ["runs"], **fields}}


def logged(tab: Page, id_: str, **fields: Any) -> dict[str, Any]:
    status, trial = tab.ask("POST", f"shelf/{id_}/trials", body(Trial.objects.count(), **fields))
    assert status == 200
    return dict(trial)


def test_a_trial_is_kept_in_one_step_with_its_comparison(tab: Page) -> None:
    id_ = tab.started()["id"]
    trial = logged(tab, id_)
    assert trial["revision"] == 1
    assert [row["name"] for row in trial["comparisons"]] == ["speed", "mean_current"]
    assert tab.ask("GET", f"shelf/{id_}/trials")[1] == [trial]


def test_sent_twice_it_is_kept_once(tab: Page) -> None:
    id_ = tab.started()["id"]
    first, second = (tab.ask("POST", f"shelf/{id_}/trials", body())[1] for _ in range(2))
    assert first["id"] == second["id"]
    assert Trial.objects.count() == 1


def test_a_correction_is_a_trial_of_its_own_and_the_first_stays_as_it_was(tab: Page) -> None:
    motor = tab.started()
    first = logged(tab, motor["id"])
    tab.save(motor["id"], motor["version"], gap_mm=2.0)
    status, second = tab.ask(
        "POST", f"shelf/{motor['id']}/trials", {**body(1, note="misread"), "corrects": first["id"]}
    )
    assert status == 200
    kept = tab.ask("GET", f"shelf/{motor['id']}/trials")[1]
    assert [(row["corrected"], row["corrects"]) for row in kept] == [(True, None), (False, first["id"])]
    assert kept[0]["trial"] == first["trial"]
    assert second["revision"] == first["revision"]  # held against the design it was run with
    assert b"misread" in tab.client.get(f"/api/shelf/{motor['id']}/trials.csv").content


def test_later_changes_of_the_design_leave_a_trial_s_prediction_alone(tab: Page) -> None:
    motor = tab.started()
    first = logged(tab, motor["id"])
    tab.save(motor["id"], motor["version"], gap_mm=6.0)
    assert tab.ask("GET", f"shelf/{motor['id']}/trials")[1][0]["comparisons"] == first["comparisons"]


@pytest.mark.parametrize(
    ("fields", "field"),
    [({"group": ""}, "group"), ({"readings": {"turns": 4}}, "turns_seconds"), ({"seen": ["flies"]}, "seen"),
     ({"as_built": [{"pointer": "/feet/gap_mm", "value": 99}]}, "/feet/gap_mm")],
)  # fmt: skip
def test_a_trial_that_cannot_be_is_refused_by_field_and_nothing_is_kept(
    tab: Page, fields: dict[str, Any], field: str
) -> None:
    id_ = tab.started()["id"]
    status, problem = tab.ask("POST", f"shelf/{id_}/trials", body(0, **fields))
    assert status == 422
    assert any(field in fault["field"] and fault["hint"] for fault in problem["faults"])
    assert Trial.objects.count() == 0


def test_a_table_goes_out_and_comes_in_whole_or_not_at_all(tab: Page) -> None:
    motor, other = tab.started()["id"], tab.started()["id"]
    for number in range(3):
        logged(tab, motor, note=f"run {number}, with a comma")
    text = tab.client.get(f"/api/shelf/{motor}/trials.csv").content.decode()
    status, taken = tab.ask("POST", f"shelf/{other}/trials/table", {"text": text})
    assert status == 200
    assert [row["trial"] for row in taken] == [row["trial"] for row in tab.ask("GET", f"shelf/{motor}/trials")[1]]
    bad = text + "Kelp,4,,,,,,,,,,,,\n"
    status, problem = tab.ask("POST", f"shelf/{other}/trials/table", {"text": bad})
    assert status == 422
    assert problem["faults"][0]["field"].startswith("/row 5")
    assert len(tab.ask("GET", f"shelf/{other}/trials")[1]) == 3


def test_ticks_are_kept_and_leave_the_history_alone(tab: Page) -> None:
    motor = tab.started()
    status, kept = tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"steps": ["cut", "feet"]})
    assert (status, kept["ticks"], kept["version"]) == (200, ["cut", "feet"], motor["version"])


def everything(tab: Page) -> bytes:
    return bytes(tab.client.get("/api/archive").content)


def bring_back(tab: Page, content: bytes) -> tuple[int, Any]:
    file = SimpleUploadedFile("all.zip", content, content_type="application/zip")
    answer = tab.client.post("/api/archive", {"file": file}, headers={"X-CSRFToken": tab.token})
    return answer.status_code, answer.json()


def test_everything_goes_out_and_comes_back_the_same_into_an_empty_database(tab: Page) -> None:
    motor, gone = tab.started(), tab.started()
    _, motor = tab.save(motor["id"], motor["version"], gap_mm=1.0)
    _, motor = tab.ask("POST", f"shelf/{motor['id']}/undo", {"version": motor["version"]})
    first = logged(tab, motor["id"])
    tab.ask("POST", f"shelf/{motor['id']}/trials", {**body(7), "corrects": first["id"]})
    tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"steps": ["cut"]})
    tab.ask("DELETE", f"shelf/{gone['id']}")
    content = everything(tab)
    asked = [f"shelf/{motor['id']}", f"shelf/{motor['id']}/history", f"shelf/{motor['id']}/trials", "shelf"]
    before = [tab.ask("GET", path)[1] for path in asked]

    Trial.objects.exclude(corrects=None).delete()
    Trial.objects.all().delete()
    Demonstration.objects.update(head=None)
    for revision in Revision.objects.order_by("-number"):
        revision.delete()
    Demonstration.objects.all().delete()
    assert bring_back(tab, content) == (200, {"demonstrations": 2, "trials": 2, "unread": 0})
    after = [tab.ask("GET", path)[1] for path in asked]
    for kept in (before[0], after[0], *before[3]["motors"], *after[3]["motors"]):
        kept.pop("changed_at")  # when it was last put on this shelf
    assert after == before
    status, redone = tab.ask("POST", f"shelf/{motor['id']}/redo", {"version": after[0]["version"]})
    assert (status, redone["design"]["feet"]["gap_mm"]) == (200, 1.0)


def test_what_is_on_the_shelf_stays_when_everything_comes_in_again(tab: Page) -> None:
    motor = tab.started()
    logged(tab, motor["id"])
    assert bring_back(tab, everything(tab))[0] == 200
    shelf = tab.shelf()
    assert len(shelf) == 2
    assert [len(tab.ask("GET", f"shelf/{motor['id']}/trials")[1]) for motor in shelf] == [1, 1]


def test_other_programs_find_designs_and_tables_in_the_zip(tab: Page) -> None:
    motor = tab.started()
    logged(tab, motor["id"])
    with zipfile.ZipFile(io.BytesIO(everything(tab))) as archive:
        names = archive.namelist()
        design = next(name for name in names if name.endswith(".oak.json"))
        assert json.loads(archive.read(design))["format"] == "oakspin.design"
        assert any(name.endswith("-trials.csv") for name in names)


def damaged(content: bytes, change: str) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as archive, zipfile.ZipFile(out, "w") as copy:
        for name in archive.namelist():
            text = archive.read(name)
            if change == "manifest" and name == "manifest.json":
                text = b'{"format": "other"}'
            if change == "head" and name.startswith("demonstrations/"):
                text = json.dumps({**json.loads(text), "head": 99}).encode()
            if not (change == "missing" and name.startswith("demonstrations/")):
                copy.writestr(name, text)
    return out.getvalue()


@pytest.mark.parametrize("change", ["cut", "manifest", "head", "missing"])
def test_a_damaged_archive_is_told_and_takes_nothing_in(tab: Page, change: str) -> None:
    tab.started()
    content = everything(tab)
    bad = content[:200] if change == "cut" else damaged(content, change)
    status, problem = bring_back(tab, bad)
    assert status == 422
    assert problem["faults"][0]["hint"]
    assert len(tab.shelf()) == 1


@pytest.mark.slow
def test_thirty_browsers_logging_at_once_lose_none_and_a_kill_loses_none_that_was_acknowledged(tmp_path: Path) -> None:
    server = LiveServer(tmp_path)
    opener = server.connect()
    _, answer = server.ask(opener, "POST", "shelf", {"kind": "frame"})
    opener.close()
    acknowledged: set[str] = set()
    failures: list[object] = []

    def log_some(browser: int) -> None:
        connection = server.connect()
        for number in range(6):
            sent = {**body(), "key": f"browser-{browser}-{number}"}
            status, kept = server.ask(connection, "POST", f"shelf/{answer['id']}/trials", sent)
            if status == 200:
                acknowledged.add(kept["id"])
            else:
                failures.append((status, kept))
        connection.close()

    browsers = [threading.Thread(target=log_some, args=(browser,)) for browser in range(30)]
    for browser in browsers:
        browser.start()
    for browser in browsers:
        browser.join(120)
    server.kill()
    assert failures == []
    assert len(acknowledged) == 180

    again = LiveServer(tmp_path)
    try:
        fresh = again.connect()
        kept = {row["id"] for row in again.ask(fresh, "GET", f"shelf/{answer['id']}/trials")[1]}
        assert kept == acknowledged
        fresh.close()
    finally:
        again.kill()
