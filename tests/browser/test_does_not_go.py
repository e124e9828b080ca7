"""It does not go: a teacher with a dead motor ticks, checks, mends and notes it; by keys, on a phone, on paper."""

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


def test_a_dead_motor_is_found_out_and_mended(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("ferry-wheel")
    opened(page, at, id_)
    summary = page.locator("[data-summary]")
    expect(summary).to_contain_text("Tick what you see")
    page.locator("[data-sign=nothing]").click()
    page.get_by_role("textbox", name="Current").fill("0")
    expect(summary).not_to_contain_text("Tick what you see")
    settled(page)
    first = page.locator("[data-cause]").first
    before = first.get_attribute("data-cause")
    # How it went is one of several: another takes its place.
    page.locator("[data-sign=rocks]").click()
    expect(page.locator("[data-sign=nothing]")).not_to_have_attribute("data-selected", "true")
    page.locator("[data-sign=nothing]").click()
    settled(page)
    expect(first).to_have_attribute("data-cause", before or "")
    first.get_by_role("button", name="No:").click()
    expect(first).not_to_have_attribute("data-cause", before or "")
    covered = page.locator("[data-next]")
    expect(covered).to_contain_text("first")
    name = covered.get_attribute("data-cause")
    covered.get_by_role("button", name="Yes:").click()
    found = page.locator(f"[data-cause={name}]")
    expect(found).to_contain_text("likely")
    if not found.get_by_role("button", name="Mended: it goes now").is_visible():
        found.locator("summary").click()
    # What was ticked outlives a reload.
    page.reload()
    expect(page.locator("[data-sign=nothing]")).to_have_attribute("data-selected", "true")
    if not found.get_by_role("button", name="Mended: it goes now").is_visible():
        found.locator("summary").click()
    found.get_by_role("button", name="Mended: it goes now").click()
    expect(page.get_by_role("status").get_by_text("Mended after")).to_be_visible()
    history = page.get_by_role("region", name="What was wrong with it")
    expect(history).to_contain_text("mended after 1 min")
    history.get_by_role("button", name="Cross out").click()
    expect(history).to_contain_text("crossed out")
    history.get_by_role("button", name="Put back").click()
    expect(history).not_to_contain_text("crossed out")
    page.get_by_role("link", name="It stands in the note").click()
    expect(page.get_by_label("Note")).to_have_value("It did not go. " + (page.get_by_label("Note").input_value())[15:])
    assert "Mended after" in page.get_by_label("Note").input_value()


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
    cause = page.locator("[data-next]")
    cause.get_by_role("button", name="Not sure:").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Not sure:", pressed=True)).to_have_count(1)
    assert faults_of_access(page) == []


@pytest.mark.parametrize("room", part(["dark", "projector"], 2))
def test_other_rooms_and_a_phone_show_it_without_sideways_scroll(page: Page, at: At, motor: Motor, room: str) -> None:
    page.set_viewport_size({"width": 390, "height": 800})
    id_ = motor("night-shuttle")
    page.goto(at("/"))
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
    first = page.locator("[data-cause]").first
    request.get_by_role("radio", name="not sure").focus()
    page.keyboard.press("ArrowRight")
    expect(request.get_by_role("radio", name="leads")).to_be_checked()
    expect(first).to_contain_text("enamel")
    expect(first).to_contain_text("very likely, explains 1 of 1")
    page.keyboard.press("ArrowRight")
    expect(request.get_by_role("radio", name="supports")).to_be_checked()
    expect(first).to_contain_text("likely, explains 1 of 1")
    expect(first).not_to_contain_text("very likely")
    # Only what shows that it scrolls may have scrolled: nothing hides behind the top band.
    moved = page.evaluate(
        "[...document.querySelectorAll('body, main, main *')].filter(each => each.scrollTop > 20 && "
        "getComputedStyle(each).overflowY !== 'auto').length"
    )
    assert moved == 0
