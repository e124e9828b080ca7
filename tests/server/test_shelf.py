"""Demonstrations and their revisions: nothing is overwritten, and nothing is lost."""

import json

from oakspin.design import from_text
from server.shelf.models import Revision
from tests.core.designs import DEMO
from tests.server.conftest import DESIGN, Page


def test_every_save_is_a_revision_of_its_own(tab: Page) -> None:
    motor = tab.started()
    for number, gap in enumerate((0.6, 0.7, 0.8)):
        status, motor = tab.save(motor["id"], motor["version"], gap_mm=gap)
        assert status == 200
        assert motor["version"] == number + 2
    assert Revision.objects.count() == 4
    assert motor["design"]["feet"]["gap_mm"] == 0.8


def test_undo_and_redo_walk_the_history_and_a_new_change_starts_a_branch(tab: Page) -> None:
    motor = tab.started()
    _, motor = tab.save(motor["id"], motor["version"], gap_mm=1.0)
    _, motor = tab.save(motor["id"], motor["version"], gap_mm=2.0)
    _, motor = tab.ask("POST", f"shelf/{motor['id']}/undo", {"version": motor["version"]})
    assert motor["design"]["feet"]["gap_mm"] == 1.0
    _, motor = tab.ask("POST", f"shelf/{motor['id']}/redo", {"version": motor["version"]})
    assert motor["design"]["feet"]["gap_mm"] == 2.0
    _, motor = tab.ask("POST", f"shelf/{motor['id']}/undo", {"version": motor["version"]})
    _, motor = tab.save(motor["id"], motor["version"], gap_mm=3.0)
    assert motor["can_redo"] is False
    _, history = tab.ask("GET", f"shelf/{motor['id']}/history")
    assert [line["number"] for line in history] == [1, 2, 3, 4]
    assert [line["shown"] for line in history] == [False, False, False, True]


def test_undo_reaches_across_sessions_and_stops_at_the_first_state(tab: Page) -> None:
    motor = tab.started()
    tab.save(motor["id"], motor["version"], gap_mm=1.0)
    later = Page()
    _, motor = later.ask("GET", f"shelf/{motor['id']}")
    assert motor["can_undo"]
    for _ in range(3):
        status, motor = later.ask("POST", f"shelf/{motor['id']}/undo", {"version": motor["version"]})
        assert status == 200
    assert not motor["can_undo"]


def test_of_two_tabs_the_later_is_reported_and_nothing_is_overwritten(tab: Page) -> None:
    motor = tab.started()
    assert tab.save(motor["id"], motor["version"], gap_mm=1.0)[0] == 200
    status, problem = tab.save(motor["id"], motor["version"], gap_mm=2.0)
    assert status == 409
    assert problem["version"] == 2
    assert "Take over, keep both, or drop" in problem["hint"]
    _, kept = tab.ask("GET", f"shelf/{motor['id']}")
    assert kept["design"]["feet"]["gap_mm"] == 1.0
    assert tab.save(motor["id"], problem["version"], gap_mm=2.0)[0] == 200


def test_a_deleted_motor_can_be_put_back_whole(tab: Page) -> None:
    motor = tab.started()
    assert tab.ask("DELETE", f"shelf/{motor['id']}")[0] == 204
    assert tab.shelf() == []
    assert tab.ask("POST", f"shelf/{motor['id']}/restore")[0] == 200
    assert [motor["id"] for motor in tab.shelf()] == [motor["id"]]


def test_a_copy_has_a_free_title_and_a_history_of_its_own(tab: Page) -> None:
    motor = tab.started()
    _, copy = tab.ask("POST", f"shelf/{motor['id']}/duplicate")
    assert copy["title"] == "New frame motor (2)"
    assert not copy["can_undo"]
    tab.save(copy["id"], copy["version"], gap_mm=4.0)
    assert tab.ask("GET", f"shelf/{motor['id']}")[1]["design"] == motor["design"]


def test_what_is_exported_comes_back_the_same(tab: Page) -> None:
    content = json.loads((DEMO / "carousel.oak.json").read_text(encoding="utf-8"))
    _, answer = tab.ask("POST", "shelf/import", {"content": content})
    file = tab.client.get(f"/api/shelf/{answer['id']}/file")
    assert file.headers["Content-Disposition"] == 'attachment; filename="carousel.oak.json"'
    assert from_text(file.content).model_dump(mode="json") == content


def test_a_bad_import_is_refused_with_every_fault_and_changes_nothing(tab: Page) -> None:
    content = {"format": "oakspin.design", "version": 1, "title": "", "design": {**DESIGN, "room_C": 90}}
    status, problem = tab.ask("POST", "shelf/import", {"content": content})
    assert status == 422
    assert {fault["field"] for fault in problem["faults"]} == {"/title", "/design/room_C"}
    assert tab.shelf() == []


def test_a_bad_save_names_field_value_limit_and_cure(tab: Page) -> None:
    motor = tab.started()
    status, problem = tab.save(motor["id"], motor["version"], gap_mm=-1)
    assert status == 422
    fault = problem["faults"][0]
    assert fault["field"].endswith("/feet/gap_mm")
    assert (fault["value"], fault["limit"]) == ("-1", "at least 0")
    assert fault["hint"]


def test_unknown_motors_and_kinds_are_reported(tab: Page) -> None:
    for method, path in (("GET", "shelf/nothing"), ("DELETE", "shelf/nothing"), ("POST", "shelf/nothing/restore")):
        status, problem = tab.ask(method, path)
        assert status == 404
        assert problem["title"] == "There is no such demonstration."
    assert tab.ask("POST", "shelf", {"kind": "rocket"})[0] == 404
