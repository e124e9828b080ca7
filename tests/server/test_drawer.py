"""The Drawer over the wire: entries with their history, tables, the sample, and all of it in the archive."""

from __future__ import annotations

from typing import Any

import pytest

from server.drawer.models import DrawerEntry, DrawerState
from tests.server.conftest import Page
from tests.server.test_archive import bring_back, everything

SPOOL = {"sort": "wire", "name": "Spool", "amount": 38, "facts": {"diameter_mm": {"value": 0.5, "how": "printed"}}, "words": {"metal": "copper"}}  # fmt: skip


def added(tab: Page, **changes: Any) -> dict[str, Any]:
    status, entry = tab.ask("POST", "drawer", {"entry": {**SPOOL, **changes}})
    assert status == 200, entry
    return dict(entry)


def owned(tab: Page) -> list[dict[str, Any]]:
    return list(tab.ask("GET", "drawer")[1]["entries"])


def test_a_part_is_owned_changed_and_taken_back(tab: Page) -> None:
    entry = added(tab)
    assert (entry["unit"], entry["undoable"]) == ("m", False)
    body = {"version": 1, "entry": {**SPOOL, "amount": 40}, "change": "counted"}
    status, changed = tab.ask("PUT", f"drawer/{entry['id']}", body)
    assert (status, changed["entry"]["amount"], changed["version"]) == (200, 40, 2)
    assert tab.ask("PUT", f"drawer/{entry['id']}", body)[0] == 409
    history = tab.ask("GET", f"drawer/{entry['id']}/history")[1]
    assert [(state["change"], state["amount"]) for state in history] == [("counted", 40), ("added", 38)]
    back = tab.ask("POST", f"drawer/{entry['id']}/undo", {"version": 2})[1]
    assert (back["entry"]["amount"], back["version"], back["undoable"]) == (38, 3, False)
    assert owned(tab) == [back]


def test_what_is_used_is_gone_and_what_is_laid_apart_is_an_entry_of_its_own(tab: Page) -> None:
    entry = added(tab)
    left = tab.ask("POST", f"drawer/{entry['id']}/use", {"version": 1, "amount": 8})[1]
    assert left["entry"]["amount"] == 30
    status, two = tab.ask("POST", f"drawer/{entry['id']}/split", {"version": 2, "amount": 12})
    assert status == 200
    assert [each["entry"]["amount"] for each in two] == [18, 12]
    assert two[0]["entry"]["facts"] == two[1]["entry"]["facts"]
    status, problem = tab.ask("POST", f"drawer/{entry['id']}/use", {"version": 3, "amount": 500})
    assert status == 422
    assert "at most 18 m" in problem["faults"][0]["limit"]
    assert sum(each["entry"]["amount"] for each in owned(tab)) == 30


def test_what_is_put_away_can_be_put_back_and_is_not_written_to(tab: Page) -> None:
    entry = added(tab)
    assert tab.ask("DELETE", f"drawer/{entry['id']}")[0] == 204
    assert owned(tab) == []
    assert tab.ask("POST", f"drawer/{entry['id']}/use", {"version": 1, "amount": 1})[0] == 410
    assert tab.ask("POST", f"drawer/{entry['id']}/restore")[0] == 200
    assert [each["id"] for each in owned(tab)] == [entry["id"]]


def test_a_table_comes_in_whole_or_its_good_rows_where_that_is_asked(tab: Page) -> None:
    text = "sort,name,amount\nwire,A,3\nspring,B,1\nmeter,C,2\n"
    _, taken = tab.ask("POST", "drawer/table", {"text": text})
    assert taken["taken"] == 0
    assert [fault["field"] for fault in taken["faults"]] == ["/row 3/sort"]
    assert owned(tab) == []
    _, taken = tab.ask("POST", "drawer/table", {"text": text, "keep_good": True})
    assert taken["taken"] == 2
    table = tab.client.get("/api/drawer.csv").content.decode()
    assert [line.split(",")[:2] for line in table.splitlines()[1:]] == [["wire", "A"], ["meter", "C"]]


def test_the_sample_of_the_harbor_school_comes_in(tab: Page) -> None:
    status, taken = tab.ask("POST", "drawer/sample")
    assert (status, taken["faults"]) == (200, [])
    assert taken["taken"] == len(owned(tab)) > 10


@pytest.mark.parametrize("change", [{"sort": "spring"}, {"amount": -1}, {"facts": {"taste": {"value": 1, "how": "printed"}}}, {"words": {"metal": "gold"}}, {"more": 1}])  # fmt: skip
def test_what_no_part_can_be_is_reported(tab: Page, change: dict[str, Any]) -> None:
    status, problem = tab.ask("POST", "drawer", {"entry": {**SPOOL, **change}})
    assert status == 422
    assert problem["faults"]
    assert owned(tab) == []


def test_the_drawer_goes_along_in_the_archive_with_its_history(tab: Page) -> None:
    entry = added(tab)
    tab.ask("POST", f"drawer/{entry['id']}/use", {"version": 1, "amount": 8})
    before, history = owned(tab), tab.ask("GET", f"drawer/{entry['id']}/history")[1]
    content = everything(tab)
    DrawerEntry.objects.update(state=None)
    DrawerState.objects.update(before=None)
    DrawerEntry.objects.all().delete()
    for _ in range(2):
        assert bring_back(tab, content)[0] == 200
        assert owned(tab) == before
        assert tab.ask("GET", f"drawer/{entry['id']}/history")[1] == history
    other = added(tab, name="Another")
    assert bring_back(tab, content, mode="replace")[0] == 200
    assert [each["id"] for each in owned(tab)] == [entry["id"]]
    assert tab.ask("POST", f"drawer/{other['id']}/restore")[0] == 200


def test_a_thing_without_a_label_comes_in_as_its_readings_reported(tab: Page) -> None:
    reads = [{"aid": "wraps", "values": {"wraps": 20.0, "wide_mm": 10.6}}, {"aid": "color", "values": {"color": 0.0}}]
    status, entry = tab.ask("POST", "drawer/readings", {"thing": "wire", "name": "Old spool", "readings": reads})
    assert status == 200
    answer = tab.ask("POST", "things/wire", {"readings": reads})[1]["figures"][0]
    known = entry["entry"]["facts"]["diameter_mm"]
    assert (known["low"], known["value"], known["high"]) == (answer["low"], answer["value"], answer["high"])
    assert entry["entry"]["words"]["metal"] == "copper"
    assert tab.ask("POST", "drawer/readings", {"thing": "spring", "name": "A", "readings": []})[0] == 404
    assert tab.ask("POST", "drawer/readings", {"thing": "wire", "name": "", "readings": []})[0] == 422


def test_an_entry_that_is_not_there_is_reported(tab: Page) -> None:
    assert tab.ask("GET", "drawer/nowhere/history")[0] == 404
    assert tab.ask("POST", "drawer/nowhere/undo", {"version": 1})[0] == 404
