"""What is this thing, in the browser: a wire without a label, by keys."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access


def test_a_wire_is_reported_by_two_tests_and_what_was_read_outlives_a_reload(
    page: Page, at: Callable[[str], str]
) -> None:
    page.goto(at("/drawer"))
    page.get_by_role("link", name="What is this?").focus()
    page.keyboard.press("Enter")
    text = page.locator("[data-answer]")
    expect(text).to_contain_text("mm")
    assert faults_of_access(page) == []
    page.get_by_role("textbox", name="They lie this wide").fill("10.6")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Take back: Turns on a pencil")).to_be_visible()
    expect(text.locator("b").first).to_have_text("0.503")
    page.get_by_role("button", name="It is").focus()
    page.keyboard.press("Enter")
    page.get_by_role("option", name="reddish").click()
    page.get_by_role("button", name="Take this reading: Color").focus()
    page.keyboard.press("Enter")
    expect(text).to_contain_text("copper 9")
    assert faults_of_access(page) == []
    page.reload()
    expect(page.get_by_role("button", name="Take back: Turns on a pencil")).to_be_visible()
    page.get_by_role("radio", name="disc magnet").check(force=True)
    expect(page.get_by_text("None yet")).to_be_visible()
