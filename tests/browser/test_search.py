"""Find a motor As a teacher uses it: ask, look at the choices, put one on the shelf with its parts, shop."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access

At = Callable[[str], str]


def searched(page: Page) -> None:
    page.get_by_role("button", name="Search", exact=True).click()
    expect(page.locator("[data-progress]")).to_have_text(re.compile(r"worth a look$"))


def kinds(page: Page, *wanted: str) -> None:
    """Only these kinds are wanted."""
    page.get_by_text("Kinds, and what must not be").click()
    for box in page.get_by_role("group", name="Kinds that are wanted").get_by_role("checkbox").all():
        name = box.get_attribute("value")
        if box.is_checked() != (name in wanted):
            box.press("Space")


def test_a_usual_kit_is_searched_and_a_find_put_on_the_shelf(page: Page, at: At) -> None:
    page.goto(at("/build"))
    expect(page.get_by_role("heading", name="Find a motor")).to_be_visible()
    page.get_by_text("parts of a usual kit").click()
    kinds(page, "hanging", "roller")
    page.get_by_label("Groups at once").fill("0")
    expect(page.get_by_text("Give a whole number from 1 to 40.")).to_be_visible()
    expect(page.get_by_role("button", name="Search", exact=True)).to_be_disabled()
    page.get_by_label("Groups at once").fill("4")
    searched(page)
    short = page.get_by_role("region", name="Short list")
    first = short.locator("[data-found]").first
    expect(first).to_contain_text(re.compile(r"Goes in \d+ of 100 built this way"))
    expect(first).to_contain_text("in all)")
    expect(page.get_by_role("group", name="Picture of choices").locator("title").first).to_be_attached()
    for number in (0, 1):
        short.get_by_role("button", name="Compare").nth(number).click()
    expect(page.get_by_role("table", name="Side by side")).to_contain_text("Builds that go")
    assert not faults_of_access(page)
    answer = first.inner_text()
    first.get_by_role("button", name=re.compile("^Put . on the shelf")).press("Enter")
    headline = page.locator("[data-headline]")
    expect(headline).to_contain_text("builds")
    goes = re.search(r"Goes in (\d+) of 100", answer)
    assert goes
    if int(goes.group(1)) < 100:
        expect(headline).to_contain_text(f"in {goes.group(1)} of 100 builds")


def test_what_the_drawer_finds_keeps_its_parts_and_draws_them(page: Page, at: At) -> None:
    page.goto(at("/drawer"))
    fill = page.get_by_role("button", name=re.compile("Fill it with"))
    expect(fill.or_(page.get_by_text("Disc 10 x 3")).first).to_be_visible()
    if fill.count():
        fill.click()
    expect(page.get_by_text("Disc 10 x 3").first).to_be_visible()
    page.get_by_role("link", name="Find a motor").click()
    page.get_by_text("what lies in the Drawer").click()
    kinds(page, "hanging")
    searched(page)
    first = page.locator("[data-found]").first
    goes = re.search(r"Goes in (\d+) of 100", first.inner_text())
    assert goes
    first.get_by_role("button", name=re.compile("^Put . on the shelf")).click()
    parts = page.locator("[data-from-drawer]")
    expect(parts).to_contain_text("Disc 10 x 3")
    # The bands of its own parts count: the verdict says what the search said.
    expect(page.locator("[data-headline]")).to_contain_text(f"in {goes.group(1)} of 100 builds")
    parts.get_by_role("button", name=re.compile("From the Drawer")).press("Enter")
    parts.get_by_role("button", name="Built: draw the parts").click()
    expect(parts).to_contain_text("built")
    assert not faults_of_access(page)
    parts.get_by_role("button", name=re.compile("Taken apart")).click()
    expect(parts.get_by_role("button", name="Built: draw the parts")).to_be_visible()


def test_a_search_is_stopped_and_purchases_make_a_list(page: Page, at: At, tmp_path: Path) -> None:
    page.goto(at("/build"))
    page.get_by_text("parts of a usual kit").click()
    kinds(page, "roller")
    page.get_by_role("button", name="Search", exact=True).click()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("button", name="Search", exact=True)).to_be_visible()
    page.get_by_text("Which of them may be used").click()
    for name in ("Disc magnets 12 mm x 3 mm", "Disc magnets 15 mm x 5 mm"):
        page.locator("label").filter(has_text=name).click()
    searched(page)
    page.get_by_role("button", name="Find out what is worth buying").click()
    line = page.locator("label").filter(has_text=re.compile("opens the roller")).first
    expect(line).to_be_visible()
    line.click()
    expect(page.get_by_role("heading", name="Shopping list, for all groups with spares")).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save as CSV").click()
    file = tmp_path / "list.csv"
    saved.value.save_as(file)
    assert file.read_text().startswith("what,how many")
