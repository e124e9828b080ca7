"""Everything out and in again: the same, merged, in place of the shelf; twice in changes nothing."""

from __future__ import annotations

import hashlib
import io
import json
import zipfile
from collections.abc import Callable
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from server.learning.models import Bench
from server.shelf.models import Demonstration, Revision
from server.trials.models import Trial
from tests.server.conftest import Page
from tests.server.test_trials import body, logged, recorded


def everything(tab: Page) -> bytes:
    return bytes(tab.client.get("/api/archive").content)


def sent(tab: Page, path: str, content: bytes, **fields: str) -> tuple[int, Any]:
    file = SimpleUploadedFile("all.zip", content, content_type="application/zip")
    answer = tab.client.post(f"/api/archive{path}", {"file": file, **fields}, headers={"X-CSRFToken": tab.token})
    return answer.status_code, answer.json()


def bring_back(tab: Page, content: bytes, mode: str = "merge") -> tuple[int, Any]:
    return sent(tab, "", content, mode=mode)


def previewed(tab: Page, content: bytes) -> dict[str, Any]:
    status, answer = sent(tab, "/preview", content)
    assert status == 200
    return dict(answer)


def empty_the_database() -> None:
    Trial.objects.exclude(corrects=None).delete()
    Trial.objects.all().delete()
    Demonstration.objects.update(head=None)
    Revision.objects.update(parent=None)
    Demonstration.objects.all().delete()


def whole(tab: Page) -> list[Any]:
    """Everything that can be asked of the shelf, but for when it was put there."""
    shelf = tab.ask("GET", "shelf")[1]
    for motor in shelf["motors"]:
        motor.pop("changed_at")
    ids = [motor["id"] for motor in shelf["motors"]]
    return [
        shelf,
        tab.ask("GET", "shelf/put-away")[1],
        *(tab.ask("GET", f"shelf/{id_}/{what}")[1] for id_ in ids for what in ("history", "trials")),
    ]


def test_everything_goes_out_and_comes_back_the_same_into_an_empty_database(tab: Page) -> None:
    motor, gone = tab.started(), tab.started()
    _, motor = tab.save(motor["id"], motor["version"], gap_mm=1.0)
    _, motor = tab.ask("POST", f"shelf/{motor['id']}/undo", {"version": motor["version"]})
    first = logged(tab, motor["id"])
    tab.ask("POST", f"shelf/{motor['id']}/trials", {**body(7), "corrects": first["id"]})
    tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"done": ["cut"]})
    tab.ask("DELETE", f"shelf/{gone['id']}")
    content, before = everything(tab), whole(tab)
    empty_the_database()
    assert [row["state"] for row in previewed(tab, content)["motors"]] == ["new", "new"]
    assert tab.shelf() == []
    status, arrivals = bring_back(tab, content)
    assert (status, [(row["state"], row["revisions"], row["trials"]) for row in arrivals]) == (
        200,
        [("new", 2, 2), ("new", 1, 0)],
    )
    assert whole(tab) == before
    after = tab.ask("GET", f"shelf/{motor['id']}")[1]
    status, redone = tab.ask("POST", f"shelf/{motor['id']}/redo", {"version": after["version"]})
    assert (status, redone["design"]["feet"]["gap_mm"]) == (200, 1.0)


@pytest.mark.parametrize("mode", ["merge", "replace"])
def test_taken_in_twice_nothing_changes(tab: Page, mode: str) -> None:
    motor = tab.started()
    logged(tab, motor["id"])
    content, before = everything(tab), whole(tab)
    assert {row["state"] for row in previewed(tab, content)["motors"]} == {"same"}
    for _ in range(2):
        assert bring_back(tab, content, mode)[0] == 200
        assert whole(tab) == before


def test_what_the_archive_has_more_is_added_to_the_motor_that_is_here(tab: Page) -> None:
    motor = tab.started()
    early = everything(tab)
    first = logged(tab, motor["id"])
    tab.save(motor["id"], motor["version"], gap_mm=1.0)
    tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"done": ["cut"]})
    late, before = everything(tab), whole(tab)
    assert previewed(tab, early)["motors"][0]["state"] == "same"  # all of it is here, and more
    bring_back(tab, early)
    assert whole(tab) == before
    empty_the_database()
    bring_back(tab, early)
    second = logged(tab, motor["id"])
    (row,) = previewed(tab, late)["motors"]
    assert (row["state"], row["revisions"], row["trials"]) == ("more", 1, 1)
    for _ in range(2):
        assert bring_back(tab, late)[0] == 200
    (shown,) = tab.shelf()
    assert (shown["design"]["feet"]["gap_mm"], shown["ticks"]) == (1.0, ["cut"])
    assert shown["version"] > motor["version"]  # a tab that was open notices
    assert {trial["id"] for trial in tab.ask("GET", f"shelf/{motor['id']}/trials")[1]} == {first["id"], second["id"]}


def test_what_was_changed_here_and_there_comes_in_beside_once(tab: Page) -> None:
    motor = tab.started()
    logged(tab, motor["id"])
    start = everything(tab)
    tab.save(motor["id"], motor["version"], gap_mm=1.0)
    there = everything(tab)
    empty_the_database()
    bring_back(tab, start)
    tab.save(motor["id"], motor["version"], gap_mm=2.0)
    assert previewed(tab, there)["motors"][0]["state"] == "apart"
    for _ in range(2):
        assert bring_back(tab, there)[0] == 200
    assert {shown["design"]["feet"]["gap_mm"] for shown in tab.shelf()} == {1.0, 2.0}
    assert [len(tab.ask("GET", f"shelf/{shown['id']}/trials")[1]) for shown in tab.shelf()] == [1, 1]
    assert previewed(tab, there)["motors"][0]["state"] == "same"


def test_in_place_of_the_shelf_nothing_of_it_is_lost(tab: Page) -> None:
    motor = tab.started()
    content = everything(tab)
    _, later = tab.save(motor["id"], motor["version"], gap_mm=1.0)
    trial = logged(tab, motor["id"])
    other = tab.started()
    assert previewed(tab, content)["put_away"] == [other["title"]]
    assert bring_back(tab, content, "replace")[0] == 200
    (shown,) = tab.shelf()
    assert shown["design"] == motor["design"]
    assert shown["version"] > later["version"]
    assert [row["title"] for row in tab.ask("GET", "shelf/put-away")[1]] == [other["title"]]
    (struck,) = tab.ask("GET", f"shelf/{motor['id']}/trials")[1]
    assert (struck["id"], struck["struck"]) == (trial["id"], True)
    _, redone = tab.ask("POST", f"shelf/{motor['id']}/redo", {"version": shown["version"]})
    assert redone["design"]["feet"]["gap_mm"] == 1.0


def test_a_motor_put_away_here_comes_back_with_an_archive_that_shows_it(tab: Page) -> None:
    motor = tab.started()
    content = everything(tab)
    tab.ask("DELETE", f"shelf/{motor['id']}")
    assert previewed(tab, content)["motors"][0]["state"] == "more"
    bring_back(tab, content)
    assert [shown["id"] for shown in tab.shelf()] == [motor["id"]]


def test_another_way_of_taking_in_is_refused(tab: Page) -> None:
    status, problem = sent(tab, "", everything(tab), mode="overwrite")
    assert (status, "merge" in problem["faults"][0]["limit"]) == (422, True)


def test_every_file_has_a_checksum_and_a_changed_one_is_reported(tab: Page) -> None:
    logged(tab, tab.started()["id"])
    content = everything(tab)
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        sums = json.loads(archive.read("manifest.json"))["checksums"]
        assert sums.keys() | {"manifest.json"} == set(archive.namelist())
        assert all(hashlib.sha256(archive.read(name)).hexdigest() == reply for name, reply in sums.items())
    touched = altered(content, lambda plain: plain["ticks"].append("cut"), resum=False)
    status, problem = bring_back(tab, touched)
    assert (status, "other content than was written" in json.dumps(problem)) == (422, True)


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
def test_a_damaged_archive_is_reported_and_takes_nothing_in(tab: Page, change: str) -> None:
    tab.started()
    content = everything(tab)
    bad = content[:200] if change == "cut" else damaged(content, change)
    status, problem = bring_back(tab, bad)
    assert status == 422
    assert problem["faults"][0]["hint"]
    assert len(tab.shelf()) == 1


def altered(content: bytes, change: Callable[[dict[str, Any]], Any], resum: bool = True) -> bytes:
    """The archive with each demonstration changed, and with checksums anew unless it is to be noticed."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as before, zipfile.ZipFile(out, "w") as after:
        manifest = json.loads(before.read("manifest.json"))
        for name in manifest["checksums"]:
            text = before.read(name)
            if name.startswith("demonstrations/"):
                plain = json.loads(text)
                change(plain)
                text = json.dumps(plain).encode()
            if resum:
                manifest["checksums"][name] = hashlib.sha256(text).hexdigest()
            after.writestr(name, text)
        after.writestr("manifest.json", json.dumps(manifest))
    return out.getvalue()


def test_a_correction_made_by_a_clock_set_back_comes_back_as_a_correction(tab: Page) -> None:
    id_ = tab.started()["id"]
    first = logged(tab, id_)
    tab.ask("POST", f"shelf/{id_}/trials", {**body(1, note="right"), "corrects": first["id"]})
    changed = Demonstration.objects.get(id=id_).changed_at

    def set_back(plain: dict[str, Any]) -> None:
        plain["trials"][1]["made_at"] = "2001-01-01T00:00:00Z"

    content = altered(everything(tab), set_back)
    empty_the_database()
    assert bring_back(tab, content)[0] == 200
    rows = tab.ask("GET", f"shelf/{id_}/trials")[1]
    assert {row["trial"]["note"]: row["corrected"] for row in rows} == {"": True, "right": False}
    assert Demonstration.objects.get(id=id_).changed_at == changed


@pytest.mark.parametrize(("link", "says"), [("nobody", "corrects nobody"), ("own", "in a circle")])
def test_links_that_lead_nowhere_or_round_are_reported_and_nothing_is_taken(tab: Page, link: str, says: str) -> None:
    id_ = tab.started()["id"]
    logged(tab, id_)

    def bent(plain: dict[str, Any]) -> None:
        plain["trials"][0]["corrects"] = plain["trials"][0]["id"] if link == "own" else link

    before = Demonstration.objects.count()
    status, problem = bring_back(tab, altered(everything(tab), bent))
    assert status == 422
    assert says in json.dumps(problem)
    assert Demonstration.objects.count() == before


RECORDED = "seconds,quantity,value,unit\n0,current,1.2,A\n0.5,current,1.21,A\n"


def recordings(tab: Page, id_: str) -> list[str]:
    """The table of every trial of a motor that has one."""
    ids = [trial["id"] for trial in tab.ask("GET", f"shelf/{id_}/trials")[1] if trial["recorded"]]
    return [tab.client.get(f"/api/shelf/{id_}/trials/{trial}/recording.csv").content.decode() for trial in ids]


def test_recordings_go_along_and_come_back(tab: Page) -> None:
    motor = tab.started()
    logged(tab, motor["id"])
    recorded(tab, motor["id"], RECORDED)
    content = everything(tab)
    empty_the_database()
    assert bring_back(tab, content)[0] == 200
    assert recordings(tab, motor["id"]) == [RECORDED]
    assert [row["state"] for row in bring_back(tab, content)[1]] == ["same"]


def test_a_recording_that_is_none_keeps_the_archive_out(tab: Page) -> None:
    motor = tab.started()
    recorded(tab, motor["id"], RECORDED)
    wrong = RECORDED.replace("current,1.21,A", "current,1.21,V")
    with zipfile.ZipFile(io.BytesIO(everything(tab))) as there:
        files = {name: there.read(name) for name in there.namelist()}
    name = next(name for name in files if name.startswith("recordings/"))
    files[name] = wrong.encode()
    manifest = json.loads(files["manifest.json"])
    manifest["checksums"][name] = hashlib.sha256(files[name]).hexdigest()
    files["manifest.json"] = json.dumps(manifest).encode()
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for each, text in files.items():
            archive.writestr(each, text)
    empty_the_database()
    status, reply = bring_back(tab, out.getvalue())
    assert (status, tab.shelf()) == (422, [])
    assert "recordings/" in reply["faults"][0]["field"]
    assert "'V' is not the unit of current" in reply["faults"][0]["value"]


def test_what_the_bench_may_teach_comes_where_nobody_has_said_and_with_the_whole_shelf(tab: Page) -> None:
    tab.started()
    tab.ask("POST", "bench", {"counts": False, "anew": True})
    off, since = everything(tab), tab.ask("GET", "bench")[1]["since"]
    assert since is not None
    Bench.objects.all().delete()
    bring_back(tab, off)
    bench = tab.ask("GET", "bench")[1]
    assert (bench["counts"], bench["since"]) == (False, since)
    tab.ask("POST", "bench", {"counts": True})
    bring_back(tab, off)
    assert tab.ask("GET", "bench")[1]["counts"] is True
    bring_back(tab, off, "replace")
    assert tab.ask("GET", "bench")[1]["counts"] is False


def test_an_archive_of_before_recordings_and_the_bench_comes_in_as_it_was(tab: Page) -> None:
    motor = tab.started()
    recorded(tab, motor["id"], RECORDED)
    with zipfile.ZipFile(io.BytesIO(everything(tab))) as there:
        files = {name: there.read(name) for name in there.namelist() if not name.startswith("recordings/")}
    name = next(name for name in files if name.startswith("demonstrations/"))
    kept = json.loads(files[name])
    for trial in kept["trials"]:
        del trial["recorded"]
    files[name] = json.dumps(kept).encode()
    manifest = json.loads(files["manifest.json"])
    del manifest["bench"]
    sums = {each: hashlib.sha256(text).hexdigest() for each, text in files.items() if each != "manifest.json"}
    files["manifest.json"] = json.dumps({**manifest, "version": 4, "checksums": sums}).encode()
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for each, text in files.items():
            archive.writestr(each, text)
    empty_the_database()
    status, arrivals = bring_back(tab, out.getvalue())
    assert (status, [(row["state"], row["trials"]) for row in arrivals]) == (200, [("new", 1)])
    assert recordings(tab, motor["id"]) == []
    assert tab.ask("GET", "bench")[1]["counts"] is True
