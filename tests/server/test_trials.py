"""Trials: written once, corrections kept, tables and archives whole."""

from __future__ import annotations

import io
import json
import threading
import tracemalloc
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
    status, kept = tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"done": ["cut", "feet"]})
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
    tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"done": ["cut"]})
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


def test_a_trial_belongs_to_the_design_that_its_sender_saw(tab: Page) -> None:
    motor = tab.started()
    tab.save(motor["id"], motor["version"], gap_mm=2.0)
    status, trial = tab.ask("POST", f"shelf/{motor['id']}/trials", {**body(), "revision": motor["revision"]})
    assert (status, trial["revision"]) == (200, 1)
    assert tab.ask("POST", f"shelf/{motor['id']}/trials", {**body(1), "revision": 99})[0] == 404
    assert tab.ask("GET", f"shelf/{motor['id']}")[1]["revision"] == 2


def test_a_second_correction_corrects_the_first(tab: Page) -> None:
    id_ = tab.started()["id"]
    first = logged(tab, id_)
    notes = []
    for number in (1, 2):
        sent = {**body(number, note=f"read anew {number}"), "corrects": first["id"]}
        notes.append(tab.ask("POST", f"shelf/{id_}/trials", sent)[1])
    assert [note["corrects"] for note in notes] == [first["id"], notes[0]["id"]]
    kept = tab.ask("GET", f"shelf/{id_}/trials")[1]
    assert [row["corrected"] for row in kept] == [True, True, False]


def test_the_same_key_with_other_content_is_a_conflict_that_shows_both(tab: Page) -> None:
    id_, other = tab.started()["id"], tab.started()["id"]
    tab.ask("POST", f"shelf/{id_}/trials", body(note="mine"))
    status, problem = tab.ask("POST", f"shelf/{id_}/trials", body(note="yours"))
    assert (status, problem["kept"]["note"], problem["sent"]["note"]) == (409, "mine", "yours")
    assert tab.ask("POST", f"shelf/{other}/trials", body(note="mine"))[0] == 409
    assert Trial.objects.count() == 1


def test_a_trial_struck_out_is_kept_counts_no_more_and_can_be_put_back(tab: Page) -> None:
    id_ = tab.started()["id"]
    trial = logged(tab, id_, note="the wrong motor")
    status, struck = tab.ask("POST", f"shelf/{id_}/trials/{trial['id']}/strike")
    assert (status, struck["struck"], struck["trial"]) == (200, True, trial["trial"])
    assert b"wrong motor" not in tab.client.get(f"/api/shelf/{id_}/trials.csv").content
    assert [row["struck"] for row in tab.ask("GET", f"shelf/{id_}/trials")[1]] == [True]
    assert tab.ask("POST", f"shelf/{id_}/trials/{trial['id']}/put-back")[1]["struck"] is False
    assert b"wrong motor" in tab.client.get(f"/api/shelf/{id_}/trials.csv").content
    assert tab.ask("POST", f"shelf/{id_}/trials/nobody/strike")[0] == 404


def test_a_table_taken_in_twice_doubles_nothing_not_even_what_it_came_from(tab: Page) -> None:
    id_ = tab.started()["id"]
    logged(tab, id_)
    logged(tab, id_)  # two groups may well read the same
    logged(tab, id_, note="another")
    table = tab.client.get(f"/api/shelf/{id_}/trials.csv").content.decode()
    for _ in range(2):
        status, taken = tab.ask("POST", f"shelf/{id_}/trials/table", {"text": table})
        assert (status, len(taken)) == (200, 3)
    assert Trial.objects.count() == 3


def test_ticks_of_two_tabs_merge(tab: Page) -> None:
    id_ = tab.started()["id"]
    tab.ask("PUT", f"shelf/{id_}/ticks", {"done": ["cut", "bare"]})
    tab.ask("PUT", f"shelf/{id_}/ticks", {"done": ["shape", "cut"]})
    assert sorted(tab.ask("PUT", f"shelf/{id_}/ticks", {"undone": ["bare"]})[1]["ticks"]) == ["cut", "shape"]


def test_nothing_is_written_to_a_deleted_motor_until_it_is_put_back(tab: Page) -> None:
    motor = tab.started()
    id_ = motor["id"]
    tab.ask("DELETE", f"shelf/{id_}")
    writes = [
        ("PUT", f"shelf/{id_}", {"version": motor["version"], "title": "T", "design": motor["design"], "change": "c"}),
        ("POST", f"shelf/{id_}/undo", {"version": motor["version"]}),
        ("PUT", f"shelf/{id_}/ticks", {"done": ["cut"]}),
        ("POST", f"shelf/{id_}/trials", body()),
    ]
    for method, path, sent in writes:
        status, problem = tab.ask(method, path, sent)
        assert (status, "Put it back first" in problem["hint"]) == (410, True), path
    assert Trial.objects.count() == 0
    tab.ask("POST", f"shelf/{id_}/restore")
    assert tab.ask("POST", f"shelf/{id_}/trials", body())[0] == 200


def archived(tab: Page) -> bytes:
    return bytes(tab.client.get("/api/archive").content)


def altered(content: bytes, change: Any) -> bytes:
    """The archive with each demonstration changed."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(out, "w") as after:
        for name in before.namelist():
            text = before.read(name)
            if name.startswith("demonstrations/"):
                plain = json.loads(text)
                change(plain)
                text = json.dumps(plain).encode()
            after.writestr(name, text)
    return out.getvalue()


def test_a_correction_made_by_a_clock_set_back_comes_back_as_a_correction(tab: Page) -> None:
    id_ = tab.started()["id"]
    first = logged(tab, id_)
    tab.ask("POST", f"shelf/{id_}/trials", {**body(1, note="right"), "corrects": first["id"]})
    changed = Demonstration.objects.get(id=id_).changed_at

    def set_back(plain: dict[str, Any]) -> None:
        plain["trials"][1]["made_at"] = "2001-01-01T00:00:00Z"

    content = altered(archived(tab), set_back)
    Trial.objects.filter(corrects__isnull=False).delete()
    Trial.objects.all().delete()
    Revision.objects.update(parent=None)
    Demonstration.objects.update(head=None)
    Demonstration.objects.all().delete()
    assert bring_back(tab, content)[0] == 200
    rows = tab.ask("GET", f"shelf/{id_}/trials")[1]
    assert {row["trial"]["note"]: row["corrected"] for row in rows} == {"": True, "right": False}
    assert Demonstration.objects.get(id=id_).changed_at == changed


@pytest.mark.parametrize(("link", "says"), [("nobody", "corrects nobody"), ("own", "in a circle")])
def test_links_that_lead_nowhere_or_round_are_told_and_nothing_is_taken(tab: Page, link: str, says: str) -> None:
    id_ = tab.started()["id"]
    logged(tab, id_)

    def bent(plain: dict[str, Any]) -> None:
        plain["trials"][0]["corrects"] = plain["trials"][0]["id"] if link == "own" else link

    before = Demonstration.objects.count()
    status, problem = bring_back(tab, altered(archived(tab), bent))
    assert status == 422
    assert says in json.dumps(problem)
    assert Demonstration.objects.count() == before


def zipped(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, text in files.items():
            archive.writestr(name, text)
    return out.getvalue()


MANIFEST = b'{"format": "oakspin.archive", "version": 3, "demonstrations": ["bad"]}'


def encrypted() -> bytes:
    """A zip whose first entry says that it is encrypted."""
    content = bytearray(zipped({"manifest.json": MANIFEST}))
    for signature, place in ((b"PK\x03\x04", 6), (b"PK\x01\x02", 8)):
        content[content.index(signature) + place] |= 1
    return bytes(content)


HOSTILE = {
    "zeros": zipped({"manifest.json": MANIFEST, "demonstrations/bad.json": b"0" * 30_000_000}),
    "spaces": zipped({"manifest.json": MANIFEST + b" " * 20_000_000}),
    "many": zipped({"manifest.json": MANIFEST, **{f"files/{number}": b"" for number in range(6_100)}}),
    "wide": zipped(
        {"manifest.json": MANIFEST, "demonstrations/bad.json": json.dumps([{} for _ in range(500_000)]).encode()}
    ),
    "deep": zipped({"manifest.json": MANIFEST, "demonstrations/bad.json": b"[" * 90_000 + b"]" * 90_000}),
    "encrypted": encrypted(),
    "path": zipped({"manifest.json": MANIFEST.replace(b'"bad"', b'"../../etc"')}),
    "no zip": b"PK\x03\x04 and nothing else",
}


@pytest.mark.parametrize("name", HOSTILE)
def test_a_hostile_archive_is_refused_in_the_one_shape_before_it_takes_memory(tab: Page, name: str) -> None:
    before = Demonstration.objects.count()
    tracemalloc.start()
    status, problem = bring_back(tab, HOSTILE[name])
    _, most = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert status in (400, 413, 422), problem
    assert problem["title"]
    assert most < 200e6
    assert Demonstration.objects.count() == before
