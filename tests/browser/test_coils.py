"""Rotating coils through the real page: the bared arc turned by hand, the swing test, the map."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import exported, faults_of_access, ready, seen_moving
from tests.browser.test_teacher_path import drag
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]
LINKS = 8


def whole(page: Page) -> int:
    """How many links of the run chain hold or are tight."""
    return page.locator("[data-link][data-state=holds], [data-link][data-state=tight]").count()


def test_the_bared_arc_is_dragged_until_the_chain_is_whole(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("fog-bell")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    assert whole(page) < LINKS
    start, end = (page.locator(f"[data-handle=right-0-{name}]").bounding_box() for name in ("start", "end"))
    assert start
    assert end
    radius = abs(start["y"] - end["y"]) / 2
    drag(page, "right-0-middle", -radius, -radius)  # from the side of the dial to its top
    ready(page)
    arc = exported(page, at(f"/api/shelf/{id_}"))["design"]["strip"]["right"]["arcs"][0]
    assert 60 < arc["center_deg"] < 120
    assert whole(page) == LINKS
    expect(page.locator("[data-verdict-for]")).to_contain_text("clockwise")


def test_the_same_arc_is_turned_by_keys_alone(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('fog-bell')}"))
    ready(page)
    place = page.get_by_role("slider", name="right lead: place of the bared arc")
    place.focus()
    for _ in range(2):
        page.keyboard.press("PageUp")
    ready(page)
    assert float((place.get_attribute("aria-valuetext") or "").split()[0]) > 15


def test_fog_bell_is_mended_by_one_press(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('fog-bell')}"))
    ready(page)
    page.get_by_role("region", name="What helps most").get_by_role("button").first.click()
    ready(page)
    assert whole(page) == LINKS


def test_a_swing_test_is_logged_and_changes_stays_on(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("tide-mill")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    before = page.locator("[data-link=stays_on]").inner_text()
    page.goto(at(f"/motor/{id_}/run"))
    page.get_by_label("Group").fill("Tern")
    page.get_by_role("button", name="Swings with the power off").click()
    page.get_by_role("textbox", name="Swings, power off").fill("10")
    page.get_by_role("textbox", name="Seconds for them").last.fill("4")
    balance = page.locator("[data-balance]")
    expect(balance).to_contain_text("off the axle")
    expect(balance).to_contain_text("hops above")
    page.get_by_role("button", name="Log the trial").click()
    page.get_by_role("button", name="Correct the trial of Tern").wait_for()
    page.get_by_role("textbox", name="Swings, power off").fill("10")
    page.get_by_role("textbox", name="Seconds for them").last.fill("4")
    page.get_by_role("button", name="Use this balance").click()
    expect(page.get_by_role("button", name="In the design")).to_be_disabled()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["imbalance_mm"] > 0
    assert page.locator("[data-link=stays_on]").inner_text() != before


def test_a_pair_is_picked_on_the_map_and_used(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("ferry-wheel")
    page.goto(at(f"/motor/{id_}/tune"))
    page.get_by_text("Two numbers as a map").click()
    plot = page.get_by_role("img", name="Map of")
    plot.wait_for()
    page.wait_for_load_state("networkidle")  # it opens at what goes
    box = plot.bounding_box()
    assert box
    page.mouse.click(box["x"] + box["width"] * 0.4, box["y"] + box["height"] * 0.5)
    expect(page.locator("[data-picked]")).to_contain_text("its limit")
    assert faults_of_access(page) == []
    with page.expect_response(lambda answer: answer.request.method == "PUT"):
        page.get_by_role("button", name="Use the picked pair").click()
    page.locator("[data-saved=saved]").wait_for()
    history = page.request.get(at(f"/api/shelf/{id_}/history")).json()
    assert len(history) == 2
    page.get_by_text("Best for speed").click()
    page.get_by_role("button", name="best").first.wait_for()
    assert faults_of_access(page) == []


@pytest.mark.parametrize("room", part(["light", "dark"], 2))
def test_axe_finds_nothing_where_coils_are_drawn(page: Page, at: At, motor: Motor, room: str) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    for name in ("ferry-wheel", "tide-mill"):
        id_ = motor(name)
        page.goto(at(f"/motor/{id_}"))
        ready(page)
        for each in ("Coil" if name == "ferry-wheel" else "Lobes", "Leads", "Supports", "Shaft"):
            page.get_by_role("button", name=re.compile(rf"^{each}\b")).first.click()
            assert faults_of_access(page) == [], each
        for stage, seen in (("make", "Build sheet"), ("run", "First run"), ("teach", "Predict, do, explain")):
            page.goto(at(f"/motor/{id_}/{stage}"))
            page.get_by_text(seen).first.wait_for()
            assert faults_of_access(page) == [], stage


def test_a_coil_that_turns_is_drawn_turning(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('ferry-wheel')}"))
    seen_moving(page)
