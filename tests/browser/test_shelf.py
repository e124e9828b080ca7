"""The shelf: start, copy, rename, delete and put back, files out and in; two tabs at once."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from runner.live_server import ROOT
from tests.browser.conftest import faults_of_access, figure, ready

At = Callable[[str], str]
ON_PAGE = "box => [box.getBoundingClientRect().x, box.getBoundingClientRect().y + scrollY].map(Math.round)"


def test_start_a_new_motor(page: Page, at: At) -> None:
    page.goto(at("/motors"))
    page.get_by_role("button", name="New motor").click()
    page.get_by_role("button", name="Start a frame motor").click()
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("starts by itself")


def test_duplicate_rename_delete_and_put_back(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at("/motors"))
    entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
    entry.get_by_role("button", name="Rename").click()
    page.get_by_role("textbox", name="New title").fill("Harbor light")
    page.keyboard.press("Enter")
    expect(entry.get_by_role("heading", name="Harbor light")).to_be_visible()
    entry.get_by_role("button", name="Duplicate").click()
    expect(page.get_by_role("heading", name="Harbor light (2)")).to_be_visible()
    place = entry.evaluate(ON_PAGE)
    entry.get_by_role("button", name="Delete").press("Enter")
    expect(entry).to_have_count(0)
    put_back = page.get_by_role("button", name="Put Harbor light back")
    expect(put_back).to_be_focused()  # where the eye is, under the hand
    assert page.get_by_role("listitem").filter(has=put_back).evaluate(ON_PAGE) == place
    put_back.press("Enter")
    expect(entry.get_by_role("link", name="Harbor light", exact=True)).to_be_focused()


def test_what_was_deleted_any_time_ago_is_put_back_from_the_list(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.request.get(at("/"))
    page.goto(at("/motors"))
    entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
    title = entry.get_by_role("heading").text_content() or ""
    entry.get_by_role("button", name="Delete").click()
    expect(entry).to_have_count(0)
    page.reload()
    page.get_by_role("button", name="Put away").click()
    sheet = page.get_by_role("dialog", name="Put away")
    sheet.get_by_role("button", name=f"Put {title} back").first.click()
    sheet.get_by_role("button", name="Close").click()
    expect(entry).to_be_visible()


def test_a_backup_shows_what_it_would_bring_before_any_of_it_comes(
    page: Page, at: At, motor: Callable[[], str], tmp_path: Path
) -> None:
    id_ = motor()
    page.goto(at("/motors"))
    with page.expect_download() as caught:
        page.get_by_role("link", name="Back up the shelf").click()
    file = tmp_path / caught.value.suggested_filename
    caught.value.save_as(file)
    page.get_by_role("heading", name="Lantern").first.wait_for()
    count = page.locator("h2 a").count()
    entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
    entry.get_by_role("button", name="Duplicate").click()
    expect(page.locator("h2 a")).to_have_count(count + 1)

    def chosen() -> None:
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Open a backup").click()
        chooser.value.set_files(file)

    chosen()
    sheet = page.get_by_role("dialog")
    expect(sheet.get_by_text("Everything in this backup is on your shelf already.")).to_be_visible()
    expect(sheet.get_by_role("button", name="Add to my shelf")).to_be_disabled()
    sheet.get_by_text("Put it in place of my shelf.").click()
    sheet.get_by_role("button", name="Replace my shelf").click()
    expect(page.locator("h2 a")).to_have_count(count)
    expect(page.get_by_text("brought something new")).to_be_visible()
    half = tmp_path / "half.zip"
    half.write_bytes(file.read_bytes()[:2000])
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Open a backup").click()
    chooser.value.set_files(half)
    expect(page.get_by_role("alert")).to_contain_text("Choose a zip that Oak Spin wrote")


def test_a_file_goes_out_and_comes_in_the_same(page: Page, at: At, motor: Callable[[str], str], tmp_path: Path) -> None:
    id_ = motor("carousel")
    page.goto(at("/motors"))
    entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
    with page.expect_download() as caught:
        entry.get_by_role("link", name="Export").click()
    file = tmp_path / caught.value.suggested_filename
    caught.value.save_as(file)
    assert file.name.startswith("carousel")
    assert json.loads(file.read_text())["design"] == json.loads((ROOT / "demo/carousel.oak.json").read_text())["design"]
    count = page.locator("h2 a").count()
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a file").click()
    chooser.value.set_files(file)
    expect(page.locator("h2 a")).to_have_count(count + 1)


def test_a_file_can_be_dropped_and_a_damaged_one_is_reported(page: Page, at: At, tmp_path: Path) -> None:
    page.goto(at("/motors"))
    page.get_by_role("heading", name="Lantern").first.wait_for()
    count = page.locator("h2 a").count()
    whole = ROOT / "demo/lantern.oak.json"
    half = tmp_path / "half.oak.json"
    half.write_text(whole.read_text(encoding="utf-8")[:200], encoding="utf-8")
    hand = page.context.new_cdp_session(page)

    def drop(file: Path) -> None:
        data = {"items": [], "files": [str(file)], "dragOperationsMask": 1}
        for step in ("dragEnter", "dragOver", "drop"):
            hand.send("Input.dispatchDragEvent", {"type": step, "x": 600, "y": 400, "data": data})

    drop(whole)
    expect(page.locator("h2 a")).to_have_count(count + 1)
    drop(half)
    expect(page.get_by_text("half.oak.json was not imported. The file is cut off or damaged")).to_be_visible()


def test_of_two_tabs_the_later_is_reported_and_may_take_over_keep_both_or_drop(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    for choice, pole_after in (("Keep mine", "S"), ("Keep theirs", "N"), ("Keep both", "S")):
        id_ = motor()
        page.goto(at(f"/motor/{id_}"))
        ready(page)
        other = page.context.new_page()
        other.goto(at(f"/motor/{id_}"))
        ready(other)
        other.get_by_role("spinbutton", name="Count").press("ArrowUp")
        ready(other)
        other.close()
        page.get_by_text("S up").click()
        page.get_by_role("alertdialog").get_by_role("button", name=choice).click()
        expect(page.get_by_role("alertdialog")).to_have_count(0)
        ready(page)
        shown = page.url.rsplit("/", 1)[1]
        assert (shown == id_) == (choice != "Keep both")
        kept = page.request.get(at(f"/api/shelf/{shown}")).json()["design"]["magnets"]
        assert kept["pole_up"] == pole_after
        if choice != "Keep mine":
            theirs = page.request.get(at(f"/api/shelf/{id_}")).json()["design"]["magnets"]
            assert (theirs["pole_up"], theirs["count"]) == ("N", 3)


def test_a_server_that_went_away_loses_nothing_on_the_page(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    push = figure(page, "push")
    page.route("**/api/shelf/*", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
    page.get_by_role("spinbutton", name="Count").press("ArrowUp")
    expect(page.get_by_role("alert").filter(has_text="does not answer")).to_be_visible()
    page.unroute("**/api/shelf/*")
    page.get_by_role("button", name="Save again").click()
    ready(page)
    page.reload()
    ready(page)
    assert figure(page, "push") > push


def test_the_shelf_is_searched_narrowed_and_made_small(page: Page, at: At, motor: Callable[[str], str]) -> None:
    motor("fog-bell")
    page.goto(at("/motors"))
    shown = page.locator("h2 a")
    page.get_by_role("heading", name="Fog bell").first.wait_for()
    page.get_by_role("searchbox", name="Search").fill("cradle does not go")
    expect(page.get_by_role("heading", name="Lantern")).to_have_count(0)
    for title in shown.all_text_contents():
        assert title.startswith("Fog bell"), title
    page.get_by_role("searchbox", name="Search").fill("no such thing")
    page.get_by_role("button", name="Show all").click()
    expect(page.get_by_role("heading", name="Lantern").first).to_be_visible()
    page.get_by_role("button", name="any kind Kind").click()
    page.get_by_role("option", name="Coil train").click()
    expect(page.get_by_role("heading", name="Fog bell")).to_have_count(0)
    page.get_by_role("radio", name="Small").click()
    page.reload()
    expect(page.get_by_role("radio", name="Small")).to_be_checked()
    assert page.locator("li[data-size=small]").first.bounding_box()["height"] < 130  # type: ignore[index]


def row_of(page: Page, label: str) -> Locator:
    """The row of the table that tells of a figure."""
    return page.get_by_role("row").filter(has=page.get_by_role("rowheader", name=label, exact=True))


def test_motors_stand_side_by_side_with_their_trials_and_as_a_table(
    page: Page, at: At, motor: Callable[[str], str], tmp_path: Path
) -> None:
    ids = [motor("lantern"), motor("night-shuttle")]
    page.goto(at(f"/motor/{ids[0]}/run"))
    page.get_by_role("textbox", name="Group").fill("Limpet")
    page.get_by_role("textbox", name="Turns counted").fill("80")
    page.get_by_role("textbox", name="Seconds for them").fill("5")
    page.get_by_role("button", name="Log the trial").click()
    page.locator("[data-comparison=speed]").wait_for()
    page.goto(at("/motors"))
    for id_ in ids:
        entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
        entry.get_by_role("button", name="Compare").click()
    page.get_by_role("link", name="Show side by side").click()
    table = page.get_by_role("table")
    expect(table.get_by_role("columnheader")).to_have_count(2)
    expect(row_of(page, "Stays on")).to_contain_text("in the track")
    expect(row_of(page, "Speed")).to_contain_text("960 turns a minute (1 trial)")
    assert faults_of_access(page) == []
    with page.expect_download() as caught:
        page.get_by_role("button", name="Save as CSV").click()
    caught.value.save_as(tmp_path / "beside.csv")
    assert "Run chain,Stays on," in (tmp_path / "beside.csv").read_text(encoding="utf-8")
    page.get_by_role("button", name="rows that are the same").click()
    expect(page.get_by_role("button", name="Hide the rows that are the same")).to_be_focused()


def test_a_pinned_design_stands_beside_the_present_one(page: Page, at: At, motor: Callable[[str], str]) -> None:
    page.goto(at(f"/motor/{motor('lantern')}"))
    ready(page)
    page.keyboard.press("p")
    page.get_by_role("spinbutton", name="Count").press("ArrowUp")
    ready(page)
    page.get_by_role("link", name="Side by side").click()
    row = page.get_by_role("row").filter(has_text="Count")
    expect(row.get_by_role("cell")).to_have_text([" 3", " 2"])
