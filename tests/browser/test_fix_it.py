"""It does not go: a teacher with a dead motor ticks, checks, fixes and logs it; by keys, on a phone, on paper."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]


def opened(page: Page, at: At, id_: str) -> None:
    page.goto(at(f"/motor/{id_}/run"))
    page.get_by_role("link", name="It does not go").click()
    expect(page.locator("[data-sign=nothing]")).to_be_visible()


def settled(page: Page) -> None:
    expect(page.locator("[data-summary]:not([data-busy])")).to_be_visible()


def test_a_dead_motor_is_found_out_fixed_and_logged(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("ferry-wheel")
    opened(page, at, id_)
    summary = page.locator("[data-summary]")
    expect(summary).to_contain_text("Tick what you see")
    page.locator("[data-sign=nothing]").click()
    now = page.locator("[data-now]")
    expect(now).to_contain_text("Try another battery")
    expect(page.get_by_role("img", name="circle where to look")).to_be_visible()
    # How it went is one of several: another takes its place.
    page.locator("[data-sign=rocks]").click()
    expect(page.locator("[data-sign=nothing]")).not_to_have_attribute("data-selected", "true")
    page.locator("[data-sign=nothing]").click()
    settled(page)
    expect(now).to_contain_text("Try another battery")
    first = now.get_attribute("data-now") or ""
    now.get_by_role("button", name="No:").click()
    expect(now).not_to_have_attribute("data-now", first)
    settled(page)
    second = now.get_attribute("data-now") or ""
    now.get_by_role("button", name="Yes:").click()
    expect(page.locator(f"[data-now={second}][data-next-cure]")).to_contain_text("very likely")
    # What cannot be done now makes way.
    now.get_by_role("button", name="Cannot do it now").click()
    expect(now).not_to_have_attribute("data-now", second)
    # What was ticked outlives a reload.
    page.reload()
    expect(page.locator("[data-sign=nothing]")).to_have_attribute("data-selected", "true")
    page.locator("[data-others] > summary").click()
    page.locator(f"[data-cause={second}] summary").click()
    page.locator(f"[data-cause={second}]").get_by_role("button", name="Did it: it goes").click()
    expect(page.get_by_role("heading", name="It goes")).to_be_focused()
    expect(page.locator("[data-now], [data-cause]")).to_have_count(0)
    page.get_by_role("textbox", name="Turns counted").fill("60")
    page.get_by_role("textbox", name="Seconds").fill("10")
    page.get_by_role("button", name="Log this run").click()
    changed = page.locator("[data-changed]")
    expect(changed).to_contain_text("The run is logged")
    expect(changed).to_contain_text("before")
    history = page.get_by_role("region", name="What was wrong with it")
    expect(history).to_contain_text("fixed after 1 min")
    history.get_by_role("button", name="Cross out").click()
    expect(history).to_contain_text("crossed out")
    history.get_by_role("button", name="Put back").click()
    expect(history).not_to_contain_text("crossed out")
    page.get_by_role("link", name="See all trials").click()
    expect(page.get_by_text("It went after 1 min.").first).to_be_visible()


def test_it_is_reached_and_answered_by_keys_and_has_no_faults_of_access(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('lantern')}/choose"))
    expect(page.locator("[data-headline]")).to_be_visible()
    page.keyboard.press("0")
    sign = page.locator("[data-sign=trembles]")
    expect(sign).to_be_visible()
    assert faults_of_access(page) == []
    page.get_by_role("checkbox", name="Trembles").focus()
    page.keyboard.press("Space")
    settled(page)
    expect(page.locator("[data-summary]")).not_to_contain_text("Tick what you see")
    now = page.locator("[data-now]")
    before = now.get_attribute("data-now") or ""
    now.get_by_role("button", name="No:").focus()
    page.keyboard.press("Enter")
    expect(now).not_to_have_attribute("data-now", before)
    assert faults_of_access(page) == []


@pytest.mark.parametrize("room", part(["dark", "projector"], 2))
def test_other_rooms_and_a_phone_show_it_without_sideways_scroll(page: Page, at: At, motor: Motor, room: str) -> None:
    page.set_viewport_size({"width": 390, "height": 800})
    id_ = motor("night-shuttle")
    page.goto(at("/motors"))
    page.evaluate("room => localStorage.setItem('oakspin.room', room)", room)
    page.goto(at(f"/motor/{id_}/fix"))
    expect(page.locator("[data-sign=starts_then_stops]")).to_be_visible()
    assert faults_of_access(page) == []
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth + 1")


def test_the_sheet_for_the_tables_prints_eight(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('ferry-wheel')}/print/faults"))
    expect(page.locator("tbody tr")).to_have_count(8)
    expect(page.get_by_role("img", name="The motor with numbers where to look")).to_be_visible()
    assert faults_of_access(page) == []


def test_where_something_is_dull_is_reported_by_keys_and_the_page_stays_where_it_is(
    page: Page, at: At, motor: Motor
) -> None:
    id_ = motor("ferry-wheel")
    opened(page, at, id_)
    page.locator("[data-sign=dull] input").focus()
    page.keyboard.press("Space")
    request = page.get_by_role("radiogroup", name="A contact is dull or colored: where?")
    expect(request).to_be_visible()
    settled(page)
    page.locator("[data-others] > summary").click()
    first = page.locator("[data-cause]").first
    request.get_by_role("radio", name="not sure").focus()
    page.keyboard.press("ArrowRight")
    expect(request.get_by_role("radio", name="leads")).to_be_checked()
    expect(first).to_contain_text("enamel")
    expect(first).to_contain_text("likely, 7")
    page.keyboard.press("ArrowRight")
    expect(request.get_by_role("radio", name="supports")).to_be_checked()
    expect(first).not_to_contain_text("likely, 7")
    expect(first).to_contain_text("explains 1 of 1")
    # Only what shows that it scrolls may have scrolled: nothing hides behind the top band.
    moved = page.evaluate(
        "[...document.querySelectorAll('body, main, main *')].filter(each => each.scrollTop > 20 && "
        "getComputedStyle(each).overflowY !== 'auto').length"
    )
    assert moved == 0
