"""Build sheets, sweeps and lessons over the wire are the core's own."""

from __future__ import annotations

import json

from oakspin.kinds.kinds import KINDS
from oakspin.make import build_sheet, template_svg
from oakspin.teach import cards_of
from oakspin.teach.questions import questions_of
from tests.core.designs import CRADLE, LANTERN
from tests.server.conftest import DESIGN, Page

COIL = CRADLE.model_dump(mode="json")


def test_the_build_sheet_and_card_are_the_core_s(tab: Page) -> None:
    status, body = tab.ask("POST", "build", DESIGN)
    assert status == 200
    assert [step["id"] for step in body["sheet"]["steps"]] == [step.id for step in build_sheet(LANTERN).steps]
    assert body["first_run"]["disconnect_after"] <= 60
    assert body["template_fits"] is True


def test_the_template_is_the_core_s_file(tab: Page) -> None:
    motor = tab.started()
    _, motor = tab.ask(
        "PUT", f"shelf/{motor['id']}", {"version": 1, "title": "Lamp", "design": DESIGN, "change": "all"}
    )
    answer = tab.client.get(f"/api/shelf/{motor['id']}/template.svg")
    assert answer.headers["Content-Type"] == "image/svg+xml"
    assert answer.content.decode() == template_svg(build_sheet(LANTERN).template, "Lamp")


def test_a_sweep_comes_line_by_line_and_adds_up(tab: Page) -> None:
    request = {"design": DESIGN, "pointer": "/feet/gap_mm", "points": 21, "low": 0.0, "high": 4.0}
    answer = tab.client.post("/api/sweep", request, content_type="application/json", headers={"X-CSRFToken": tab.token})
    lines = [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]  # type: ignore[attr-defined]
    assert lines[0]["total"] == 21
    assert lines[0]["factor"]["pointer"] == "/feet/gap_mm"
    assert len(lines) == 4  # the head, then eight points a line
    values = [point["value"] for line in lines[1:] for point in line]
    assert len(values) == 21
    assert values == sorted(values)
    present = DESIGN["feet"]["gap_mm"]
    at_present = next(point for line in lines[1:] for point in line if point["value"] == present)
    verdict = tab.ask("POST", "look", {"design": DESIGN})[1]["verdict"]
    assert at_present["figures"]["speed"][1] == verdict["figures"]["speed"]["value"]  # the chain's own figure


def test_a_sweep_that_cannot_be_is_refused_before_it_starts(tab: Page) -> None:
    for request in ({"pointer": "/magnets/pole_up"}, {"pointer": "/feet/gap_mm", "low": 5.0, "high": 1.0}):
        status, problem = tab.ask("POST", "sweep", {"design": DESIGN, **request})
        assert status == 422
        assert problem["faults"][0]["hint"]


def test_the_curve_comes_as_a_table_too(tab: Page) -> None:
    request = {"design": DESIGN, "pointer": "/feet/gap_mm", "points": 5}
    answer = tab.client.post(
        "/api/sweep.csv", request, content_type="application/json", headers={"X-CSRFToken": tab.token}
    )
    assert answer.headers["Content-Disposition"].endswith('.csv"')
    assert len(answer.content.decode().splitlines()) == 6


def test_questions_are_the_core_s(tab: Page) -> None:
    request = tab.ask("POST", "questions", DESIGN)[1]
    assert [(each["id"], each["answer"]) for each in request] == [
        (each.id, each.answer) for each in questions_of(LANTERN)
    ]


def test_explanations_cards_and_cautions_are_the_core_s(tab: Page) -> None:
    status, why = tab.ask("POST", "explain", {"design": DESIGN, "rule": "motor", "carrier": "electrons"})
    assert (status, why["direction"], why["hand"], why["agrees"]) == (200, "clockwise", "right", True)
    assert [card["answer"] for card in tab.ask("POST", "cards", DESIGN)[1]] == [
        card.answer for card in cards_of(LANTERN)
    ]
    cautions = tab.ask("POST", "cautions", DESIGN)[1]
    assert cautions[0]["id"] == "school"
    assert tab.ask("POST", "explain", {"design": DESIGN, "rule": "nose"})[0] == 422


def test_what_is_tuned_and_what_a_trial_asks_for_follow_the_design(tab: Page) -> None:
    frame, coil = (tab.ask("POST", "tuning", design)[1] for design in (DESIGN, COIL))
    assert "/feet/gap_mm" in {factor["pointer"] for factor in frame["factors"]}
    assert "/coil/turns" in {factor["pointer"] for factor in coil["factors"]}
    frame, coil = (tab.ask("POST", "trial-form", design)[1] for design in (DESIGN, COIL))
    assert (frame["swings"], coil["swings"]) == (False, True)


def test_a_map_answers_over_both_ranges_and_refuses_what_is_no_number(tab: Page) -> None:
    request = {"design": COIL, "first": "/gap_mm", "second": "/coil/turns", "first_range": [2.0, 12.0]}
    status, answer = tab.ask("POST", "map", request)
    assert status == 200
    assert (answer["first_values"][0], answer["first_values"][-1]) == (2.0, 12.0)
    assert len(answer["figure"]) == len(answer["second_values"])
    assert tab.ask("POST", "map", {**request, "second": "/surface"})[0] == 422


def test_the_best_of_each_number_can_be_set_as_it_comes(tab: Page) -> None:
    status, best = tab.ask("POST", "best", COIL)
    assert status == 200
    turns = next(best_value for best_value in best if best_value["factor"]["pointer"] == "/coil/turns")
    better = {**COIL, "coil": {**COIL["coil"], "turns": turns["settings"][0]["value"]}}
    verdicts = [tab.ask("POST", "look", {"design": design})[1]["verdict"] for design in (COIL, better)]
    assert verdicts[1]["share_that_goes"] >= verdicts[0]["share_that_goes"] - 0.05


def test_a_swing_tells_the_balance_of_a_coil_but_not_of_a_frame(tab: Page) -> None:
    status, slow = tab.ask("POST", "balance", {"design": COIL, "period_s": 1.2})
    _, quick = tab.ask("POST", "balance", {"design": COIL, "period_s": 0.6})
    assert status == 200
    assert slow["imbalance_mm"] < quick["imbalance_mm"]
    assert slow["hop_speed"] > quick["hop_speed"]
    status, problem = tab.ask("POST", "balance", {"design": DESIGN, "period_s": 1.2})
    assert (status, problem["faults"][0]["field"]) == (422, "/readings/swings")


def test_the_way_it_turned_tells_the_pole_but_not_of_a_train(tab: Page) -> None:
    status, answer = tab.ask("POST", "pole-finder", DESIGN)
    assert status == 200
    assert {way["pole"] for way in answer["ways"]} == {"N", "S"}
    assert {way["direction"] for way in answer["ways"]} == {"clockwise", "counterclockwise"}
    status, other = tab.ask("POST", "pole-finder", KINDS["train"].start.model_dump(mode="json"))
    assert (status, other["ways"]) == (200, [])
    assert "face to face" in other["instead"]
