"""What was wrong with a motor: kept as its history, in the archive, and taught to the next diagnosis."""

from __future__ import annotations

from typing import Any

import pytest

from server.practice.models import PracticeCase
from server.trials.models import Repair
from tests.server.conftest import Page
from tests.server.test_archive import bring_back, empty_the_database, everything, previewed
from tests.server.test_trials import logged

FOUND = {
    "fault": "coat",
    "minutes": 4.5,
    "hands": None,
    "group": "Tern",
    "signs": ["nothing"],
    "answers": {"coat": "yes"},
    "cured": [],
}


def kept(tab: Page, id_: str, key: str = "k1234567", **changes: Any) -> tuple[int, Any]:
    return tab.ask("POST", f"shelf/{id_}/repairs", {"key": key, "repair": {**FOUND, **changes}})


def often(tab: Page, design: Any) -> dict[str, str]:
    _, found = tab.ask("POST", "diagnose", {"design": design, "signs": ["nothing"]})
    return {cause["id"]: cause["often"] for cause in found["diagnosis"]["causes"]}


def test_a_repair_stands_in_the_motor_s_history_in_words(tab: Page) -> None:
    id_ = tab.started()["id"]
    status, found = kept(tab, id_)
    assert status == 200
    assert found["sentence"].startswith("The wire has a coat")
    assert found["repair"] == FOUND
    assert tab.ask("GET", f"shelf/{id_}/repairs")[1] == [found]
    assert kept(tab, id_) == (200, found)
    assert kept(tab, id_, minutes=9)[0] == 409
    assert len(tab.ask("GET", f"shelf/{id_}/repairs")[1]) == 1


def test_it_teaches_how_common_a_fault_is_until_it_is_struck_out(tab: Page) -> None:
    motor = tab.started()
    assert set(often(tab, motor["design"]).values()) == {""}
    logged(tab, motor["id"])
    _, found = kept(tab, motor["id"])
    answer = often(tab, motor["design"])
    assert answer["coat"] == "found before in the one motor built by such hands"
    struck = tab.ask("POST", f"shelf/{motor['id']}/repairs/{found['id']}/strike")[1]
    assert struck["struck"]
    assert often(tab, motor["design"])["coat"] == ""
    tab.ask("POST", f"shelf/{motor['id']}/repairs/{found['id']}/put-back")
    assert often(tab, motor["design"])["coat"]


def test_what_cannot_be_found_is_reported(tab: Page) -> None:
    motor = tab.started()
    status, problem = kept(tab, motor["id"], fault="gremlin")
    assert status == 422
    assert "gremlin" in problem["faults"][0]["value"]
    assert kept(tab, "nowhere")[0] == 404
    assert tab.ask("POST", f"shelf/{motor['id']}/repairs/none/strike")[0] == 404
    tab.ask("DELETE", f"shelf/{motor['id']}", {"version": motor["version"]})
    assert kept(tab, motor["id"])[0] == 410
    assert not Repair.objects.exists()


def test_repairs_and_practice_go_along_in_the_archive_and_come_back_once(tab: Page) -> None:
    id_ = tab.started()["id"]
    kept(tab, id_)
    _, case = tab.ask("POST", "practice/cases", {"level": "one", "kind": "hanging"})
    tab.ask("POST", f"practice/cases/{case['id']}/acts", {"at": 0, "act": {"do": "give_up"}})
    repairs = tab.ask("GET", f"shelf/{id_}/repairs")[1]
    record = tab.ask("GET", "practice")[1]
    content = everything(tab)
    Repair.objects.all().delete()
    PracticeCase.objects.all().delete()
    empty_the_database()
    for _ in range(2):
        status, _ = bring_back(tab, content)
        assert status == 200
        assert tab.ask("GET", f"shelf/{id_}/repairs")[1] == repairs
        assert tab.ask("GET", "practice")[1] == record
        assert PracticeCase.objects.count() == 1


def test_a_repair_more_in_the_archive_is_added_to_the_motor_that_is_here(tab: Page) -> None:
    id_ = tab.started()["id"]
    kept(tab, id_)
    content = everything(tab)
    Repair.objects.all().delete()
    motors = previewed(tab, content)["motors"]
    assert [motor["state"] for motor in motors if motor["id"] == id_] == ["more"]
    assert bring_back(tab, content)[0] == 200
    assert len(tab.ask("GET", f"shelf/{id_}/repairs")[1]) == 1


def test_in_place_of_the_shelf_other_repairs_are_struck_out(tab: Page) -> None:
    id_ = tab.started()["id"]
    content = everything(tab)
    kept(tab, id_)
    assert bring_back(tab, content, mode="replace")[0] == 200
    assert [row["struck"] for row in tab.ask("GET", f"shelf/{id_}/repairs")[1]] == [True]


@pytest.mark.parametrize("wrong", [{"minutes": -1}, {"signs": ["smells"]}, {"answers": {"coat": "maybe"}}, {"more": 1}])
def test_a_repair_of_nonsense_is_refused(tab: Page, wrong: dict[str, Any]) -> None:
    status, problem = kept(tab, tab.started()["id"], **wrong)
    assert status == 422
    assert problem["faults"]
