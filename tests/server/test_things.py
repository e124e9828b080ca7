"""What is this thing, over the wire: the core's own answer, and clear words for what cannot be."""

from __future__ import annotations

from typing import Any

import pytest

from oakspin.drawer.identify.posterior import Read, found
from oakspin.drawer.identify.table import THINGS
from tests.server.conftest import Page

WRAPS = {"aid": "wraps", "values": {"wraps": 20.0, "wide_mm": 10.6}}


def test_things_and_their_tests_are_reported(tab: Page) -> None:
    status, things = tab.ask("GET", "things")
    assert status == 200
    assert {thing["id"]: [aid["id"] for aid in thing["aids"]] for thing in things} == {
        name: [aid.id for aid in thing.aids] for name, thing in THINGS.items()
    }
    wraps = things[0]["aids"][0]
    assert wraps["asks"][1]["unit"] == "mm"
    assert wraps["do"]


def test_readings_of_a_thing_say_what_the_core_says(tab: Page) -> None:
    color = {"aid": "color", "values": {"color": 0.0}}
    status, reply = tab.ask("POST", "things/wire", {"readings": [WRAPS, color]})
    core = found(THINGS["wire"], [Read(each["aid"], each["values"]) for each in (WRAPS, color)])  # type: ignore[arg-type]
    assert status == 200
    assert reply["figures"][0]["value"] == core.figures[0].value
    assert reply["choices"][0]["chances"][0][0] == "copper"
    assert core.next is not None
    assert reply["next"]["id"] == core.next.id


@pytest.mark.parametrize(
    ("thing", "readings", "status", "reply"),
    [
        ("spring", [], 404, ""),
        ("wire", [{"aid": "smell", "values": {}}], 422, "one of wraps"),
        ("wire", [{**WRAPS, "values": {"wraps": 20.0}}], 422, "a number"),
        ("wire", [{**WRAPS, "values": {"wraps": 20.0, "wide_mm": -1.0}}], 422, "1 to 400 mm"),
        ("wire", [{**WRAPS, "values": {"wraps": "many"}}], 422, ""),
        ("wire", [WRAPS] * 30, 422, ""),
    ],
)
def test_what_cannot_be_read_is_reported(tab: Page, thing: str, readings: list[Any], status: int, reply: str) -> None:
    answer, problem = tab.ask("POST", f"things/{thing}", {"readings": readings})
    assert answer == status
    assert problem["title"]
    assert reply in str(problem["faults"])
