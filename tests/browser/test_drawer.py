"""The Drawer in the browser: filled with the sample, changed, used up, taken back, and a thing told by tests put in."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access


def test_a_drawer_is_filled_changed_and_taken_back(page: Page, at: Callable[[str], str], tmp_path: Path) -> None:
    page.goto(at("/motors"))
    page.get_by_role("link", name="Parts", exact=True).focus()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Fill it with the harbor school's").click()
    spool = page.locator('[data-entry="Enameled wire"]')
    expect(spool).to_contain_text("38 m")
    assert faults_of_access(page) == []
    spool.get_by_role("button").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Diameter")).to_have_value("0.5")
    assert faults_of_access(page) == []
    page.get_by_role("textbox", name="So many of them").fill("8")
    page.get_by_role("button", name="Use up").click()
    expect(spool).to_contain_text("30 m")
    expect(page.get_by_text("used 8 m")).to_be_visible()
    page.get_by_role("textbox", name="Diameter").fill("thick")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("A number, please, in mm.")).to_be_visible()
    # What is typed outlives a look at another part, and nothing is done over it.
    page.locator('[data-entry="Disc 10 x 3"]').get_by_role("button").click()
    expect(spool).to_contain_text("not saved yet")
    spool.get_by_role("button").click()
    expect(page.get_by_role("textbox", name="Diameter")).to_have_value("thick")
    expect(page.get_by_role("button", name="Undo the last change")).to_be_disabled()
    page.get_by_role("textbox", name="Diameter").fill("0.48")
    page.keyboard.press("Enter")
    expect(spool).to_contain_text("0.48 mm")
    page.get_by_role("button", name="Undo the last change").click()
    expect(spool).to_contain_text("0.5 mm")
    page.get_by_role("textbox", name="So many of them").fill("10")
    page.get_by_role("button", name="Lay apart").click()
    expect(spool).to_have_count(2)
    page.get_by_role("button", name="Put away").click()
    expect(spool).to_have_count(1)
    page.get_by_role("button", name="Put it back").click()
    expect(spool).to_have_count(2)
    # A table with a wrong row tells it, and its good rows come in when that is asked.
    table = tmp_path / "more.csv"
    table.write_text("sort,name,amount\nmeter,Third meter,1\nspring,Spring,2\n", encoding="utf-8")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a CSV table").click()
    chooser.value.set_files(table)
    expect(page.get_by_role("alert")).to_contain_text("/row 3/sort")
    page.get_by_role("button", name="Take the good rows").click()
    expect(page.locator('[data-entry="Third meter"]')).to_be_visible()
    page.get_by_role("button", name="Add a part").click()
    page.get_by_role("option", name="Screws and nails").click()
    page.get_by_role("textbox", name="Name").fill("Long nails")
    page.get_by_role("button", name="Put it into the Drawer").click()
    expect(page.locator('[data-entry="Long nails"]')).to_be_visible()


def test_a_thing_that_tests_reported_lies_in_the_drawer(page: Page, at: Callable[[str], str]) -> None:
    page.goto(at("/things"))
    page.get_by_role("textbox", name="They lie this wide").fill("10.6")
    page.keyboard.press("Enter")
    page.get_by_role("textbox", name="Call it").fill("Old spool")
    page.get_by_role("button", name="Put it into the Drawer").click()
    page.get_by_role("status").get_by_role("link", name="Drawer").click()
    expect(page.locator('[data-entry="Old spool"]')).to_contain_text("0.503 mm, measured")
