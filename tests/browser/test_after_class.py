"""The evening after a class, by keys: what the groups did is noted, kept with the motor, and the report printed."""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access

At = Callable[[str], str]


def opened(page: Page, at: At) -> None:
    """The evening after the sample class, begun anew."""
    page.goto(at("/classes"))
    sample = page.get_by_role("button", name="Open the harbor school's")
    sample.or_(page.get_by_role("link", name="Harbor Week")).first.press("Enter")
    page.get_by_role("link", name="After the class").press("Enter")
    expect(page.get_by_role("heading", name="Nothing is noted yet.")).to_be_visible()


def tried(page: Page, seen: str) -> None:
    """One try of the group that is noted now, by keys alone: its first box has the focus as it is added."""
    page.get_by_role("button", name=re.compile("They tried it|One more try")).press("Enter")
    expect(page.locator(":focus")).to_have_attribute("type", "checkbox")
    for _ in range(9):
        box = page.locator("label:has(:focus)")
        if seen in box.inner_text():
            break
        page.keyboard.press("Tab")
    page.keyboard.press("Space")


def onward(page: Page) -> None:
    """To the next group."""
    page.get_by_role("button", name=re.compile("^Next: ")).press("Enter")


def test_a_teacher_notes_what_groups_did_and_prints_the_report(page: Page, at: At) -> None:
    opened(page, at)
    assert faults_of_access(page) == []
    # Limpet: at the first try, with turns.
    tried(page, "runs by itself")
    page.get_by_role("textbox", name="Turns counted").fill("100")
    expect(page.get_by_text("“Seconds for them” is missing.")).to_be_visible()
    page.get_by_role("textbox", name="Seconds for them").fill("3")
    page.get_by_role("textbox", name="Right before").fill("2")
    page.get_by_role("textbox", name="Right after").fill("4")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    onward(page)
    # Kelp: something was wrong, and it went when that was mended.
    expect(page.get_by_role("heading", name="Kelp")).to_be_visible()
    tried(page, "nothing at all")
    page.get_by_role("button", name=re.compile("What was wrong")).press("Enter")
    page.get_by_role("option", name=re.compile("still enamel on a lead")).press("Enter")
    page.get_by_role("textbox", name=re.compile("Found and mended in")).fill("4")
    tried(page, "runs after a flick")
    page.get_by_role("textbox", name="What they changed before it, and why").fill("scraped the lead")
    onward(page)
    page.get_by_role("button", name="Not built in time").press("Enter")
    expect(page.get_by_role("listbox", name="Groups")).to_contain_text("Tern ◌ not built")
    page.get_by_role("textbox", name="Questions asked").fill("5")
    page.get_by_role("textbox", name="Magnets counted in").fill("1")
    report = page.get_by_role("region", name="Report")
    expect(report).to_contain_text("2 of 3 had it running, 1 at the first try. 9 are not noted.")
    expect(report.get_by_role("alert")).to_contain_text("magnets missing! Search until found")
    expect(report).to_contain_text("Right answers of 5: 2.0 before, 4.0 after")
    # Kept with the motor, which stands on the shelf from now on, it teaches.
    expect(page.get_by_text("4 entries are not kept with the motors yet.")).to_be_visible()
    page.get_by_role("button", name="Keep with the motors").press("Enter")
    expect(page.get_by_text("3 trials and 1 repair are kept with the motors, and teach.")).to_be_visible()
    expect(report.get_by_role("heading", name=re.compile("taught, for"))).to_be_visible(timeout=120_000)
    assert faults_of_access(page) == []
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as CSV").press("Enter")
    rows = list(csv.DictReader(io.StringIO(saved.value.path().read_text(encoding="utf-8"))))
    assert [(row["group"], row["try"]) for row in rows] == [("Limpet", "1"), ("Kelp", "1"), ("Kelp", "2"), ("Tern", "")]
    page.get_by_role("link", name="Print the report").press("Enter")
    paper = page.get_by_role("main")
    expect(paper).to_contain_text("scraped the lead")
    expect(paper).to_contain_text("Not built in time.")
    expect(paper.get_by_role("table")).to_contain_text("There is still enamel on a lead")
    assert faults_of_access(page) == []


def test_what_was_noted_is_there_again_and_every_step_can_be_taken_back(page: Page, at: At) -> None:
    page.goto(at("/classes"))
    page.get_by_role("link", name="Harbor Week").first.press("Enter")
    page.get_by_role("link", name="After the class").press("Enter")
    groups = page.get_by_role("listbox", name="Groups")
    expect(groups).to_contain_text("Kelp ● runs")
    groups.get_by_role("option", name="Limpet").focus()
    for name in ("Kelp", "Tern", "Plover"):
        page.keyboard.press("ArrowDown")
        expect(page.get_by_role("heading", name=name)).to_be_visible()
    tried(page, "trembles")
    expect(groups).to_contain_text("Plover ✕ did not go")
    page.get_by_role("button", name="Take try 1 out").press("Enter")
    expect(groups).to_contain_text("Plover · not noted")
    page.get_by_role("button", name="Undo").press("Enter")
    expect(groups).to_contain_text("Plover ✕ did not go")
    # Who leaves within the pause has still changed it; a wrong number is told and not kept.
    page.get_by_role("textbox", name="Waited for help").fill("many")
    expect(page.get_by_text("Give a number from 0 to 600, in min, or nothing.")).to_be_visible()
    page.get_by_role("textbox", name="Waited for help").fill("7")
    page.get_by_role("link", name="The plan").click()
    page.get_by_role("link", name="After the class").click()
    page.get_by_role("option", name="Plover").click()
    expect(page.get_by_role("textbox", name="Waited for help")).to_have_value("7")
    with page.expect_download() as saved:
        page.get_by_role("link", name="The plan").click()
        page.get_by_role("link", name="Save as a file").click()
    content = json.loads(saved.value.path().read_text(encoding="utf-8"))
    plover = next(each for each in content["results"]["groups"] if each["group"] == "Plover")
    assert plover["waited"] == 7
