"""Practice over the wire: a case is begun, played, kept and recorded; a step that is sent twice is done once."""

from __future__ import annotations

from typing import Any

import pytest

from oakspin.practice.record import ROUND
from server.practice.models import PracticeCase
from tests.server.conftest import Page

HANGING = {"level": "one", "kind": "hanging"}


def begun(tab: Page, **body: Any) -> dict[str, Any]:
    status, case = tab.ask("POST", "practice/cases", {**HANGING, **body})
    assert status == 200, case
    return dict(case)


def act(tab: Page, case: dict[str, Any], at: int, **what: str) -> tuple[int, Any]:
    return tab.ask("POST", f"practice/cases/{case['id']}/acts", {"at": at, "act": what})


def test_a_case_is_played_to_its_end_and_stands_in_the_record(tab: Page) -> None:
    case = begun(tab)
    assert (case["place"], case["cases"]) == (1, ROUND)
    assert case["design"]["maker"] == "young_pupil"
    assert tab.ask("GET", "practice")[1]["open"] == case["id"]
    first = case["case"]["faults"][0]["id"]
    status, found = act(tab, case, 0, do="check", id=first)
    assert status == 200
    answers = {check["id"]: check["answer"] for check in found["case"]["checks"]}
    assert answers[first] in ("yes", "no")
    assert tab.ask("GET", f"practice/cases/{case['id']}")[1] == found
    _, ended = act(tab, case, 1, do="give_up")
    end = ended["case"]["end"]
    assert end["given_up"]
    practice = tab.ask("GET", "practice")[1]
    assert practice["open"] is None
    (answer,) = practice["record"]["rounds"]
    # Given up, the ideal way is still to be gone.
    assert answer["minutes"] == pytest.approx(ended["case"]["minutes"] + end["ideal_minutes"])
    table = tab.client.get("/api/practice/record.csv").content.decode()
    assert table.splitlines()[1].split(",")[1:4] == ["one", "1", "hanging"]


def test_naming_it_right_is_right_and_a_wrong_first_name_is_recorded(tab: Page) -> None:
    case = begun(tab)
    act(tab, case, 0, do="give_up")
    hidden = PracticeCase.objects.get(id=case["id"]).hidden[0]
    again = begun(tab)
    PracticeCase.objects.filter(id=again["id"]).update(seed=PracticeCase.objects.get(id=case["id"]).seed)
    from server.practice import actions

    actions._cases = type(actions._cases)(2)
    wrong = next(fault["id"] for fault in case["case"]["faults"] if fault["id"] != hidden)
    act(tab, again, 0, do="name", id=wrong, cure=wrong)
    status, ended = act(tab, again, 1, do="name", id=hidden, cure=hidden)
    assert status == 200
    assert ended["case"]["end"] is not None
    assert not ended["case"]["end"]["right"]
    row = PracticeCase.objects.get(id=again["id"])
    assert (row.hidden, row.named, row.right) == ([hidden], wrong, False)
    assert tab.ask("GET", "practice")[1]["record"]["mistaken"][0]["times"] == 1


def test_a_step_sent_twice_is_done_once_and_another_in_its_place_is_reported(tab: Page) -> None:
    case = begun(tab)
    one, two = (fault["id"] for fault in case["case"]["faults"][:2])
    assert act(tab, case, 0, do="check", id=one) == act(tab, case, 0, do="check", id=one)
    status, problem = act(tab, case, 0, do="check", id=two)
    assert status == 409
    assert problem["kept"]["id"] == one
    assert act(tab, case, 5, do="check", id=two)[0] == 422
    assert len(PracticeCase.objects.get(id=case["id"]).acts) == 1


def test_a_class_is_helped_group_by_group(tab: Page) -> None:
    case = begun(tab, level="class")
    stuck = [group["name"] for group in case["crowd"]["groups"] if group["waits"]]
    for at, name in enumerate(stuck):
        status, now = tab.ask("POST", f"practice/cases/{case['id']}/help", {"at": at, "group": name})
        assert status == 200
    assert now["crowd"]["ended"]
    row = PracticeCase.objects.get(id=case["id"])
    assert row.minutes == now["crowd"]["waited"] > 0
    # The ideal way is the best guess beforehand: on one case luck may beat it, and each case is another.
    assert row.ideal > 0
    assert act(tab, case, 0, do="give_up")[0] == 422
    assert tab.ask("POST", f"practice/cases/{case['id']}/help", {"at": 9, "group": "Nobody"})[0] == 422


def test_a_round_has_five_cases_and_the_next_begins_another(tab: Page) -> None:
    first = begun(tab)
    for place in range(2, ROUND + 1):
        case = begun(tab, round=first["round"])
        assert (case["round"], case["place"]) == (first["round"], place)
    assert begun(tab, round=first["round"])["round"] != first["round"]


def test_a_motor_of_the_shelf_can_be_practised_with(tab: Page) -> None:
    motor = tab.started()
    case = begun(tab, kind=None, motor=motor["id"])
    assert case["design"] == motor["design"]


@pytest.mark.parametrize(
    ("body", "status"),
    [
        ({"kind": "windmill"}, 422),
        ({"level": "hard"}, 422),
        ({"motor": "nowhere"}, 404),
        ({"round": "nowhere"}, 404),
        ({"kind": 3}, 422),
    ],
)
def test_what_cannot_be_begun_is_reported(tab: Page, body: dict[str, Any], status: int) -> None:
    found, problem = tab.ask("POST", "practice/cases", {**HANGING, **body})
    assert found == status
    assert problem["title"]
    assert not PracticeCase.objects.exists()


def test_a_case_that_is_not_there_is_reported(tab: Page) -> None:
    assert tab.ask("GET", "practice/cases/nowhere")[0] == 404
    assert act(tab, {"id": "nowhere"}, 0, do="give_up")[0] == 404
