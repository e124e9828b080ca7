"""What a keyboard, a screen reader, another room and another screen get."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access, ready

At = Callable[[str], str]
ROOMS = ("light", "dark", "projector")


def enter(page: Page, room: str) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")


@pytest.mark.parametrize("room", ROOMS)
def test_axe_finds_nothing_on_any_view(page: Page, at: At, motor: Callable[[str], str], room: str) -> None:
    enter(page, room)
    page.goto(at("/motors"))
    page.get_by_role("heading", name="Lantern").first.wait_for()
    page.locator("[role=img], li svg").first.wait_for()
    assert faults_of_access(page) == []
    page.get_by_role("button", name="New motor").click()
    page.get_by_role("button", name="Start a frame motor").wait_for()
    assert faults_of_access(page) == []
    page.keyboard.press("Escape")
    for sample in ("lantern", "channel-buoy"):
        page.goto(at(f"/motor/{motor(sample)}"))
        ready(page)
        page.get_by_role("region", name="What helps most").get_by_role("button").first.wait_for()
        for part in ("Battery", "Wire", "Shape", "Contacts", "Bench"):
            page.get_by_role("button", name=part).first.click()
            assert faults_of_access(page) == []
    page.keyboard.press("?")
    page.get_by_role("dialog").wait_for()
    assert faults_of_access(page) == []
    page.goto(at("/motor/nothing"))
    page.get_by_role("heading", name="This motor is not here").wait_for()
    assert faults_of_access(page) == []


def test_everything_in_choose_is_reached_by_tab_and_focus_is_seen(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    page.get_by_role("region", name="What helps most").get_by_role("button").first.wait_for()
    reached = set()
    for _ in range(60):
        page.keyboard.press("Tab")
        reached.add(
            page.evaluate(
                "(() => { const e = document.activeElement;"
                " return e.getAttribute('aria-label') || e.labels?.[0]?.textContent || e.textContent.trim() })()"
            )
        )
    wanted = {
        "Foot gap",
        "Foot height",
        "Leg point 1 reach",
        "Leg point 3 height",
        "Count",
        "Title",
        "▶ Spin",
        "Pin to compare",
    }
    assert wanted <= reached
    assert any(name.startswith("Center the tip") or "magnet" in name.lower() for name in reached)


def test_a_handle_says_its_value_with_unit_and_takes_all_keys(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    gap = page.get_by_role("slider", name="Foot gap")
    gap.focus()
    expect(gap).to_have_attribute("aria-valuetext", "0.5 mm")
    for key, value in (
        ("ArrowRight", "0.6"),
        ("Shift+ArrowRight", "1.6"),
        ("PageDown", "0.6"),
        ("Home", "0"),
        ("End", "8"),
    ):
        page.keyboard.press(key)
        expect(gap).to_have_attribute("aria-valuetext", f"{value} mm")


def test_a_changed_verdict_is_reported_to_a_screen_reader_once_it_settles(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    page.get_by_text("S up").click()
    expect(page.locator("[data-announcer]")).to_contain_text("Turns counterclockwise")


def test_letters_do_nothing_while_typing_and_can_be_switched_off(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    page.get_by_role("textbox", name="Title").focus()
    page.keyboard.type("sp")
    expect(page.get_by_role("button", name="Unpin")).to_have_count(0)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Help and shortcuts").click()
    page.get_by_text("Single-letter keys are on").click()
    page.get_by_role("button", name="Close", exact=True).click()
    page.keyboard.press("p")
    expect(page.get_by_role("button", name="Unpin")).to_have_count(0)


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (1024, 768)])
def test_nothing_is_wider_than_the_page_and_nothing_important_below_the_fold(
    page: Page, at: At, motor: Callable[[], str], width: int, height: int
) -> None:
    page.set_viewport_size({"width": width, "height": height})
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    assert page.evaluate("document.documentElement.scrollHeight") <= height
    box = page.locator("[data-link=lasts]").bounding_box()
    assert box
    assert box["y"] + box["height"] <= height
    page.goto(at("/motors"))
    page.locator("h2 a").first.wait_for()
    assert page.evaluate("document.documentElement.scrollWidth") <= width
