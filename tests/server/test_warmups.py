"""Warm-ups over HTTP."""

from __future__ import annotations

import pytest

from tests.server.conftest import Page


def test_every_warm_up_is_listed_and_answers(tab: Page) -> None:
    status, answer = tab.ask("GET", "warm-ups")
    assert status == 200
    assert len(answer) == 4
    for each in answer:
        status, found = tab.ask("POST", f"warm-ups/{each['id']}", {"values": {}})
        assert status == 200
        assert found["right"] in [option["id"] for option in each["options"]]
        assert {dial["id"] for dial in each["dials"]}
        assert each["caution"]


@pytest.mark.parametrize(
    ("values", "field"), [({"turns": 1000}, "/turns"), ({"color": 1}, "/color"), ({"turns": "ten"}, "/values/turns")]
)
def test_what_no_dial_takes_is_refused(tab: Page, values: dict[str, object], field: str) -> None:
    status, answer = tab.ask("POST", "warm-ups/compass", {"values": values})
    assert status == 422
    assert answer["faults"][0]["field"] == field
    assert tab.ask("POST", "warm-ups/nothing", {"values": {}})[0] == 404
