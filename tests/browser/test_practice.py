"""Practice in the browser: a case by keys alone from the shelf to the record, and a class helped in the best order."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access

At = Callable[[str], str]


def picked(page: Page, field: str, steps: int) -> None:
    """Open a list by keys and take the entry so many steps down."""
    page.get_by_role("button", name=field).focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("listbox")).to_be_visible()
    for _ in range(steps):
        page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_role("listbox")).to_have_count(0)


def test_a_case_is_played_by_keys_from_the_shelf_to_the_record(page: Page, at: At) -> None:
    page.emulate_media(reduced_motion="reduce")
    page.goto(at("/motors"))
    page.get_by_role("link", name="Practice", exact=True).focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Practice")).to_be_visible()
    page.get_by_role("radio", name="One kind of motor").focus()
    page.keyboard.press("Space")
    page.get_by_role("button", name="With").click()
    page.get_by_role("option", name="Hanging rotor").click()
    assert faults_of_access(page) == []
    page.get_by_role("button", name="Begin").focus()
    page.keyboard.press("Enter")
    now = page.locator("[data-now]")
    expect(now).not_to_be_empty()
    assert faults_of_access(page) == []
    page.get_by_role("button", name="Read the current").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("list", name="What was done")).to_contain_text(" A.")
    check = page.locator("[data-check]").first
    check.get_by_role("button").focus()
    page.keyboard.press("Enter")
    expect(check.locator("b")).to_be_visible()
    # What was done outlives a reload.
    page.reload()
    expect(check.locator("b")).to_be_visible()
    for guess in range(3):
        picked(page, "What is wrong?", guess)
        picked(page, "What mends it?", guess)
        page.get_by_role("button", name="Mend it and try").focus()
        done = page.get_by_role("list", name="What was done").locator("li")
        before = done.count()
        page.keyboard.press("Enter")
        expect(done).to_have_count(before + 1)
        if page.locator("[data-ended]").count():
            break
    else:
        page.get_by_role("button", name="Give up").focus()
        page.keyboard.press("Enter")
    expect(page.locator("[data-ended]")).to_contain_text("It was:")
    expect(page.get_by_role("list", name="The ideal way")).to_contain_text("Watched it.")
    assert faults_of_access(page) == []
    page.get_by_role("link", name="End the round").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("img", name="minutes a case")).to_be_visible()
    with page.expect_download() as file:
        page.get_by_role("link", name="All cases as CSV").click()
    table = file.value.path().read_text(encoding="utf-8")
    assert "one,1,hanging" in table


def test_a_class_is_helped_in_the_order_of_what_is_hot_and_quick(page: Page, at: At) -> None:
    page.goto(at("/practice"))
    page.get_by_role("radio", name="Twelve groups").check(force=True)
    page.get_by_role("button", name="Begin").click()
    groups = page.locator("[data-group]")
    expect(groups).to_have_count(12)
    assert faults_of_access(page) == []
    waits = page.locator("[data-waits]")
    while left := waits.count():
        waits.first.get_by_role("button").focus()
        page.keyboard.press("Enter")
        expect(waits).to_have_count(left - 1)
    ended = page.locator("[data-ended]")
    expect(ended).to_contain_text("waited")
    expect(ended.get_by_role("heading", name=re.compile("^The best order")).first).to_be_visible()
    page.get_by_role("button", name="Next case (2 of 5)").click()
    expect(page.get_by_text("case 2 of 5")).to_be_visible()
