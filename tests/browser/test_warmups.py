"""Warm-ups in the browser: predicted, tried, turned over; by keys."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access


def test_a_warm_up_is_predicted_tried_and_turned_over(page: Page, at: Callable[[str], str]) -> None:
    page.goto(at("/classes"))
    page.get_by_role("link", name="Warm-ups").press("Enter")
    expect(page.get_by_role("heading", name="Warm-ups")).to_be_visible()
    expect(page.get_by_role("button", name="Try it")).to_be_disabled()
    drawing = page.get_by_role("img", name="A coil turns a compass, to scale")
    expect(drawing).to_be_visible()
    before = drawing.inner_html()
    assert faults_of_access(page) == []
    page.get_by_role("radio", name="toward the coil").press("Space")
    page.get_by_role("button", name="Try it").press("Enter")
    results = page.locator("[data-right]")
    expect(results).to_contain_text("Otherwise: away from the coil")
    assert drawing.inner_html() != before  # the needle turned only now
    assert faults_of_access(page) == []
    # Turned over, it is asked anew, and does the other thing.
    page.get_by_role("button", name="Current, seen from the compass").click()
    page.get_by_role("option", name="clockwise", exact=True).click()
    expect(results).to_have_count(0)
    page.get_by_role("radio", name="toward the coil").press("Space")
    page.get_by_role("button", name="Try it").press("Enter")
    expect(results).to_contain_text("As you said: toward the coil")
    page.get_by_role("textbox", name="Turns").fill("100")
    expect(page.get_by_text("Give a number from 1 to 60.")).to_be_visible()
    page.get_by_role("radio", name="4 A wire jumps over a magnet").press("Space")
    expect(page.get_by_role("heading", name="The cell is touched. Which way does the wire go?")).to_be_visible()
