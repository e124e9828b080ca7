"""Trials: written once, corrections kept, tables whole."""

from __future__ import annotations

import csv
import io
import threading
from pathlib import Path
from typing import Any

import pytest

from runner.live_server import LiveServer
from server.trials.models import Trial
from tests.effort import effort
from tests.server.conftest import Page

READ = {"turns": 80, "turns_seconds": 5.0, "amperes": 3.2}


def body(number: int = 0, **fields: Any) -> dict[str, Any]:
    return {"key": f"key-{number:06d}", "trial": {"group": "Tern", "readings": READ, "seen": ["runs"], **fields}}


def logged(tab: Page, id_: str, **fields: Any) -> dict[str, Any]:
    status, trial = tab.ask("POST", f"shelf/{id_}/trials", body(Trial.objects.count(), **fields))
    assert status == 200
    return dict(trial)


def recorded(tab: Page, id_: str, table: str, **more: Any) -> dict[str, Any]:
    status, trial = tab.ask("POST", f"shelf/{id_}/trials", {**body(Trial.objects.count()), "recording": table, **more})
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
    assert (status, taken) == (200, {"added": 3, "here_already": 0})
    here, there = ([row["trial"] for row in tab.ask("GET", f"shelf/{id_}/trials")[1]] for id_ in (motor, other))
    assert sorted(map(str, here)) == sorted(map(str, there))
    bad = text + "Kelp,4,,,,,,,,,,,,\n"
    status, problem = tab.ask("POST", f"shelf/{other}/trials/table", {"text": bad})
    assert status == 422
    assert problem["faults"][0]["field"].startswith("/row 5")
    assert len(tab.ask("GET", f"shelf/{other}/trials")[1]) == 3


def test_ticks_are_kept_and_leave_the_history_alone(tab: Page) -> None:
    motor = tab.started()
    status, kept = tab.ask("PUT", f"shelf/{motor['id']}/ticks", {"done": ["cut", "feet"]})
    assert (status, kept["ticks"], kept["version"]) == (200, ["cut", "feet"], motor["version"])


BROWSERS = effort(10, 30)


@pytest.mark.slow
def test_many_browsers_logging_at_once_lose_none_and_a_kill_loses_none_that_was_acknowledged(tmp_path: Path) -> None:
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

    browsers = [threading.Thread(target=log_some, args=(browser,)) for browser in range(BROWSERS)]
    for browser in browsers:
        browser.start()
    for browser in browsers:
        browser.join(120)
    server.kill()
    assert failures == []
    assert len(acknowledged) == 6 * BROWSERS

    again = LiveServer(tmp_path)
    try:
        fresh = again.connect()
        kept, before = set[str](), ""
        while page := again.ask(fresh, "GET", f"shelf/{answer['id']}/trials{before}")[1]:
            kept |= {row["id"] for row in page}
            before = f"?before={page[0]['id']}"
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
        assert (status, taken) == (200, {"added": 0, "here_already": 3})
    assert Trial.objects.count() == 3


def test_a_long_table_comes_in_with_few_questions_to_the_database_and_is_listed_by_pages(
    tab: Page, django_assert_max_num_queries: Any
) -> None:
    id_ = tab.started()["id"]
    rows = "".join(f"Tern,{number},5,run {number}\n" for number in range(1, 251))
    with django_assert_max_num_queries(12):
        status, taken = tab.ask(
            "POST", f"shelf/{id_}/trials/table", {"text": f"group,turns,turns_seconds,note\n{rows}"}
        )
    assert (status, taken) == (200, {"added": 250, "here_already": 0})
    notes, before = list[str](), ""
    for expected in (100, 100, 50, 0):
        _, page = tab.ask("GET", f"shelf/{id_}/trials{before}")
        assert len(page) == expected
        notes = [row["trial"]["note"] for row in page] + notes
        before = f"?before={page[0]['id']}" if page else ""
    assert notes == [f"run {number}" for number in range(1, 251)]
    assert tab.ask("GET", f"shelf/{id_}/trials?limit=101")[0] == 422
    assert tab.ask("GET", f"shelf/{id_}/trials?before=nobody")[0] == 404


def test_words_that_a_spreadsheet_would_take_for_a_formula_go_out_defused_and_come_back(tab: Page) -> None:
    first, second = tab.started()["id"], tab.started()["id"]
    notes = ["=1+1", "'=quoted", "''", "-5 turns", "+fast", "@home", "'tis fine", "plain"]
    for note in notes:
        logged(tab, first, group=note, note=note)
    table = tab.client.get(f"/api/shelf/{first}/trials.csv").content.decode()
    cells = [cell for row in csv.reader(io.StringIO(table)) for cell in (row[0], row[-1])]
    assert not [cell for cell in cells if cell[:1] in "=+-@" and cell]
    tab.ask("POST", f"shelf/{second}/trials/table", {"text": table})
    back = [row["trial"] for row in tab.ask("GET", f"shelf/{second}/trials")[1]]
    assert sorted((trial["group"], trial["note"]) for trial in back) == sorted((note, note) for note in notes)


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


def test_a_key_that_was_used_for_another_motor_is_a_conflict_that_shows_both(tab: Page) -> None:
    first, second = tab.started()["id"], tab.started()["id"]
    assert tab.ask("POST", f"shelf/{first}/trials", body())[0] == 200
    status, problem = tab.ask("POST", f"shelf/{second}/trials", body())
    assert status == 409
    assert problem["kept"] == problem["sent"]
    assert tab.ask("GET", f"shelf/{second}/trials")[1] == []


RECORDED = "seconds,quantity,value,unit\n0,current,1.2,A\n"


def test_a_recording_is_kept_with_its_trial_and_with_what_corrects_it(tab: Page) -> None:
    motor = tab.started()["id"]
    plain, first = logged(tab, motor), recorded(tab, motor, RECORDED)
    assert (plain["recorded"], first["recorded"]) == (False, True)
    second = recorded(tab, motor, "", corrects=first["id"])
    for trial in (first, second):
        answer = tab.client.get(f"/api/shelf/{motor}/trials/{trial['id']}/recording.csv")
        assert (answer.status_code, answer.content.decode()) == (200, RECORDED)
    assert tab.client.get(f"/api/shelf/{motor}/trials/{plain['id']}/recording.csv").status_code == 404


def test_a_recording_that_is_none_keeps_the_trial_out(tab: Page) -> None:
    motor = tab.started()["id"]
    status, reply = tab.ask("POST", f"shelf/{motor}/trials", {**body(), "recording": "seconds,speed"})
    assert (status, reply["title"]) == (422, "This recording cannot be read.")
    assert tab.ask("GET", f"shelf/{motor}/trials")[1] == []
