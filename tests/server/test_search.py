"""What can be built, over the wire; and parts of a motor that lie in the Drawer."""

from __future__ import annotations

import json
from typing import Any

import pytest

from oakspin.design import design_of
from oakspin.drawer.part import known_draws, part_of
from oakspin.draws import Draws
from oakspin.kinds.kinds import evaluate
from server.drawer import actions
from tests.server.conftest import Page
from tests.server.test_archive import bring_back, everything

REQUEST = {"hands": "older_pupil", "groups": 6, "minutes": 60, "kinds": ["hanging"]}


@pytest.fixture
def stocked(tab: Page) -> dict[str, str]:
    """The sample Drawer: its entries' ids by their names."""
    assert tab.ask("POST", "drawer/sample")[0] == 200
    return {row["entry"]["name"]: row["id"] for row in tab.ask("GET", "drawer")[1]["entries"]}


def lines(tab: Page, where: str, body: dict[str, Any]) -> list[dict[str, Any]]:
    answer = tab.client.post(
        f"/api/{where}", json.dumps(body), content_type="application/json", headers={"X-CSRFToken": tab.token}
    )
    assert answer.status_code == 200, answer.content
    return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]  # type: ignore[attr-defined]


def amount(tab: Page, name: str) -> float:
    entries = tab.ask("GET", "drawer")[1]["entries"]
    return float(next(row["entry"]["amount"] for row in entries if row["entry"]["name"] == name))


def motor(tab: Page, kind: str = "hanging") -> dict[str, Any]:
    return dict(tab.ask("POST", "shelf", {"kind": kind})[1])


def test_a_search_of_the_drawer_streams_what_it_finds(tab: Page, stocked: dict[str, str]) -> None:
    form = tab.ask("GET", "search")[1]
    assert {part["name"] for part in form["drawer"]} >= {"Disc 10 x 3", "Enameled wire"}
    assert len(form["kit"]) > 8
    states = lines(tab, "search", {"criteria": REQUEST, "designs": 3000})
    assert [state["done"] for state in states] == [False] * (len(states) - 1) + [True]
    found = states[-1]["found"]
    assert found
    for each in found:
        assert set(each["parts"].values()) <= set(stocked.values())
        assert each["drawing"]["bounds"]
        assert all(one["in_all"] == pytest.approx(6 * one["amount"], abs=0.01) for one in each["takes"])


def test_a_search_needs_no_drawer(tab: Page) -> None:
    states = lines(tab, "search", {"criteria": {**REQUEST, "kinds": ["roller"]}, "parts_from": "kit", "designs": 2000})
    assert states[-1]["found"][0]["kind"] == "roller"
    assert lines(tab, "search", {"criteria": REQUEST})[-1]["left_out"][0]["why"] == "there is no battery for it"


def test_what_is_asked_wrongly_is_refused_with_a_reason(tab: Page) -> None:
    for wrong in ({"groups": 0}, {"minutes": 1e9}, {"kinds": []}, {"matters": ["sure", "sure"]}, {"hands": "giant"}):
        status, problem = tab.ask("POST", "search", {"criteria": {**REQUEST, **wrong}})
        assert (status, bool(problem["faults"][0]["hint"])) == (422, True), wrong


def test_purchases_come_one_after_the_other_and_as_a_list(tab: Page, stocked: dict[str, str]) -> None:
    states = lines(tab, "search/buying", {"criteria": {**REQUEST, "kinds": ["roller"]}})
    assert states[-1]["done"]
    purchase = states[-1]["purchases"][0]
    assert "opens the roller" in purchase["sentence"]
    body = {"goods": purchase["goods"]}
    answer = tab.client.post(
        "/api/search/shopping.csv",
        json.dumps(body),
        content_type="application/json",
        headers={"X-CSRFToken": tab.token},
    )
    assert answer.status_code == 200
    assert purchase["goods"][0]["name"] in answer.content.decode()


def test_a_part_of_the_drawer_brings_its_figures_and_its_band(tab: Page, stocked: dict[str, str]) -> None:
    kept = motor(tab)
    assert tab.ask("GET", f"shelf/{kept['id']}/parts")[1]["key"] == ""
    body = {"entry": stocked["Disc 10 x 3"], "design": kept["design"]}
    status, put = tab.ask("PUT", f"shelf/{kept['id']}/parts/magnet", body)
    assert status == 200
    assert put["design"]["magnets"]["diameter_mm"] == 10
    key = put["parts"]["key"]
    look = tab.ask("POST", f"look?learned={key}", {"design": put["design"]})[1]
    disc = part_of(actions.entry_in(actions.find(stocked["Disc 10 x 3"])), "k")
    own = evaluate(design_of(put["design"]), known_draws(Draws(), [disc]))
    assert look["verdict"]["headline"] == own.headline
    assert look["verdict"]["figures"]["coupling"]["band"] == pytest.approx(list(own.figures["coupling"].band))
    plain = tab.ask("POST", "look", {"design": put["design"]})[1]
    assert plain["verdict"]["figures"]["coupling"]["band"] != look["verdict"]["figures"]["coupling"]["band"]
    assert tab.ask("POST", "look?learned=parts-nowhere-0", {"design": put["design"]})[0] == 404


def test_stock_is_drawn_when_it_is_built_and_given_back(tab: Page, stocked: dict[str, str]) -> None:
    kept = motor(tab)
    for place, name in (("magnet", "Disc 10 x 3"), ("screw", "Wood screws 4 x 35"), ("wire", "Bare wire")):
        put = tab.ask("PUT", f"shelf/{kept['id']}/parts/{place}", {"entry": stocked[name], "design": kept["design"]})[1]
        kept = tab.ask(
            "PUT",
            f"shelf/{kept['id']}",
            {"version": kept["version"], "title": kept["title"], "design": put["design"], "change": "part"},
        )[1]
    status, parts = tab.ask("POST", f"shelf/{kept['id']}/build")
    assert (status, parts["built"]) == (200, True)
    assert (amount(tab, "Disc 10 x 3"), amount(tab, "Wood screws 4 x 35")) == (12, 7)
    assert amount(tab, "Bare wire") == pytest.approx(9 - 0.16, abs=0.03)
    held = {"entry": None, "design": kept["design"]}
    assert tab.ask("PUT", f"shelf/{kept['id']}/parts/magnet", held)[0] == 422
    assert tab.ask("POST", f"shelf/{kept['id']}/build")[1]["built"]
    assert amount(tab, "Disc 10 x 3") == 12
    assert not tab.ask("POST", f"shelf/{kept['id']}/take-apart")[1]["built"]
    assert (amount(tab, "Disc 10 x 3"), amount(tab, "Bare wire")) == (14, 9)


def test_what_is_not_there_is_not_drawn_and_nothing_else_is(tab: Page, stocked: dict[str, str]) -> None:
    kept = motor(tab)
    for place, name in (("screw", "Wood screws 4 x 35"), ("magnet", "Grey disc")):
        tab.ask("PUT", f"shelf/{kept['id']}/parts/{place}", {"entry": stocked[name], "design": kept["design"]})
    row = next(each for each in tab.ask("GET", "drawer")[1]["entries"] if each["entry"]["name"] == "Grey disc")
    tab.ask("POST", f"drawer/{row['id']}/use", {"version": row["version"], "amount": 4})
    status, problem = tab.ask("POST", f"shelf/{kept['id']}/build")
    assert status == 422
    assert "at most 1 pieces" in problem["faults"][0]["limit"]
    assert amount(tab, "Wood screws 4 x 35") == 8


def test_a_motor_whose_part_was_put_away_still_opens(tab: Page, stocked: dict[str, str]) -> None:
    kept = motor(tab)
    put = tab.ask("PUT", f"shelf/{kept['id']}/parts/magnet", {"entry": stocked["Grey disc"], "design": kept["design"]})[
        1
    ]
    assert tab.ask("DELETE", f"drawer/{stocked['Grey disc']}")[0] == 204
    parts = tab.ask("GET", f"shelf/{kept['id']}/parts")[1]
    place = next(each for each in parts["places"] if each["place"] == "magnet")
    assert (place["gone"], place["name"]) == (True, "Grey disc")
    assert tab.ask("POST", f"look?learned={parts['key']}", {"design": put["design"]})[0] == 200
    assert tab.ask("GET", f"shelf/{kept['id']}")[0] == 200


def test_which_parts_are_in_which_motor_goes_along_in_the_archive(tab: Page, stocked: dict[str, str]) -> None:
    kept = motor(tab)
    tab.ask("PUT", f"shelf/{kept['id']}/parts/magnet", {"entry": stocked["Disc 10 x 3"], "design": kept["design"]})
    saved = everything(tab)
    tab.ask("PUT", f"shelf/{kept['id']}/parts/magnet", {"entry": None, "design": kept["design"]})
    bring_back(tab, saved)
    parts = tab.ask("GET", f"shelf/{kept['id']}/parts")[1]
    assert [each["entry"] for each in parts["places"] if each["entry"]] == [stocked["Disc 10 x 3"]]
