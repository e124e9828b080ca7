"""Build sheets, sweeps and lessons over the wire are the core's own."""

from __future__ import annotations

import json

from oakspin.make import build_sheet, template_svg
from oakspin.teach import cards_of
from oakspin.tune import CURVES
from tests.core.designs import LANTERN
from tests.server.conftest import DESIGN, Page


def test_the_build_sheet_and_card_are_the_core_s(tab: Page) -> None:
    status, body = tab.ask("POST", "build", DESIGN)
    assert status == 200
    assert [step["id"] for step in body["sheet"]["steps"]] == [step.id for step in build_sheet(LANTERN).steps]
    assert body["first_run"]["disconnect_after"] <= 60
    assert body["template_fits"] is True


def test_the_template_is_the_core_s_file(tab: Page) -> None:
    one = tab.started()
    _, one = tab.ask("PUT", f"shelf/{one['id']}", {"version": 1, "title": "Lamp", "design": DESIGN, "change": "all"})
    answer = tab.client.get(f"/api/shelf/{one['id']}/template.svg")
    assert answer.headers["Content-Type"] == "image/svg+xml"
    assert answer.content.decode() == template_svg(build_sheet(LANTERN).template, "Lamp")


def test_a_sweep_comes_line_by_line_and_adds_up(tab: Page) -> None:
    asked = {"design": DESIGN, "pointer": "/feet/gap_mm", "points": 21, "low": 0.0, "high": 4.0}
    answer = tab.client.post("/api/sweep", asked, content_type="application/json", headers={"X-CSRFToken": tab.token})
    lines = [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]  # type: ignore[attr-defined]
    assert lines[0]["total"] == 21
    assert lines[0]["curves"] == CURVES
    assert len(lines) == 4  # the head, then eight points a line
    values = [point["value"] for line in lines[1:] for point in line]
    assert len(values) == 21
    assert values == sorted(values)
    at_present = next(point for line in lines[1:] for point in line if abs(point["value"] - 0.4) < 1e-9)
    verdict = tab.ask("POST", "verdict", {**DESIGN, "feet": {**DESIGN["feet"], "gap_mm": 0.4}})[1]["verdict"]
    assert at_present["figures"]["speed"][1] == verdict["figures"]["speed"]["value"]  # the chain's own figure


def test_a_sweep_that_cannot_be_is_refused_before_it_starts(tab: Page) -> None:
    for asked in ({"pointer": "/magnets/pole_up"}, {"pointer": "/feet/gap_mm", "low": 5.0, "high": 1.0}):
        status, problem = tab.ask("POST", "sweep", {"design": DESIGN, **asked})
        assert status == 422
        assert problem["faults"][0]["hint"]


def test_the_curve_comes_as_a_table_too(tab: Page) -> None:
    asked = {"design": DESIGN, "pointer": "/feet/gap_mm", "points": 5}
    answer = tab.client.post(
        "/api/sweep.csv", asked, content_type="application/json", headers={"X-CSRFToken": tab.token}
    )
    assert answer.headers["Content-Disposition"].endswith('.csv"')
    assert len(answer.content.decode().splitlines()) == 6


def test_explanations_cards_and_cautions_are_the_core_s(tab: Page) -> None:
    status, why = tab.ask("POST", "explain", {"design": DESIGN, "rule": "motor", "carrier": "electrons"})
    assert (status, why["direction"], why["hand"], why["agrees"]) == (200, "clockwise", "right", True)
    assert [card["answer"] for card in tab.ask("POST", "cards", DESIGN)[1]] == [
        card.answer for card in cards_of(LANTERN)
    ]
    cautions = tab.ask("POST", "cautions", DESIGN)[1]
    assert cautions[0]["id"] == "school"
    assert tab.ask("POST", "explain", {"design": DESIGN, "rule": "nose"})[0] == 422
