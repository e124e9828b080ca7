"""What the page brings along: its first answers, the files of its parts, what a sample shows."""

from __future__ import annotations

import json
import re
from typing import Any

import pytest
from django.test import Client

from server.parts import parts_at
from server.places import BUILT, DEMO
from server.shelf.actions import load_samples
from tests.server.conftest import Page

BLOCK = re.compile(r'<script type="application/json" id="first">(.*?)</script>', re.DOTALL)


def first(path: str) -> dict[str, Any]:
    found = BLOCK.search(Client().get(path).content.decode())
    return dict(json.loads(found[1])) if found else {}


def test_the_page_brings_what_it_would_ask_for_first(tab: Page) -> None:
    motor = tab.started()
    assert first("/")["shelf"] == tab.ask("GET", "shelf")[1]
    brought = first(f"/motor/{motor['id']}")
    assert brought["demonstration"] == tab.ask("GET", f"shelf/{motor['id']}")[1]
    assert brought["look"] == tab.ask("POST", "look", {"design": motor["design"], "turns": []})[1]
    assert set(first(f"/motor/{motor['id']}/make")) == {"demonstration"}


def test_where_there_is_nothing_to_bring_the_page_comes_bare(tab: Page) -> None:
    motor = tab.started()
    tab.ask("DELETE", f"shelf/{motor['id']}")
    for path in ("/motor/nothing", f"/motor/{motor['id']}", "/compare"):
        assert first(path) == {}


def test_no_title_ends_the_block_that_it_stands_in(tab: Page) -> None:
    motor = tab.started()
    title = "</script><script>alert(1)</script>"
    tab.ask("PUT", f"shelf/{motor['id']}", {**_saved(motor), "title": title})
    page = Client().get("/").content.decode()
    assert "<script>alert" not in page
    assert first("/")["shelf"]["motors"][0]["title"] == title


def _saved(motor: dict[str, Any]) -> dict[str, Any]:
    return {"version": motor["version"], "design": motor["design"], "change": "renamed"}


def test_a_sample_says_what_it_shows_until_it_is_changed(tab: Page) -> None:
    load_samples(DEMO)
    motors = tab.ask("GET", "shelf")[1]["motors"]
    assert all(motor["shows"].startswith("Shows ") for motor in motors)
    lantern = next(motor for motor in motors if motor["title"] == "Lantern")
    tab.ask("PUT", f"shelf/{lantern['id']}", {**_saved(lantern), "title": "Lantern"})
    after = next(motor for motor in tab.ask("GET", "shelf")[1]["motors"] if motor["id"] == lantern["id"])
    assert after["shows"] == ""


@pytest.mark.skipif(not BUILT.is_file(), reason="there is no built front end")
def test_each_page_names_the_files_of_its_parts() -> None:
    shelf, choose, tune = (set(parts_at(path)) for path in ("/", "/motor/x", "/motor/x/tune"))
    assert all((BUILT.parent / file).is_file() for file in shelf | choose | tune)
    assert choose != tune
    assert parts_at("/elsewhere") == ()
