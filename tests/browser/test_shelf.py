"""The shelf: start, copy, rename, delete and put back, files out and in; two tabs at once."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

from runner.live_server import ROOT
from tests.browser.conftest import figure, ready

At = Callable[[str], str]


def test_start_a_new_motor(page: Page, at: At) -> None:
    page.goto(at("/"))
    page.get_by_role("button", name="New motor").click()
    page.get_by_role("button", name="Start a frame motor").click()
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("starts by itself")


def test_duplicate_rename_delete_and_put_back(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at("/"))
    entry = page.get_by_role("listitem").filter(has=page.locator(f'h2 a[href="/motor/{id_}"]'))
    entry.get_by_role("button", name="Rename").click()
    page.get_by_role("textbox", name="New title").fill("Harbor light")
    page.keyboard.press("Enter")
    expect(entry.get_by_role("heading", name="Harbor light")).to_be_visible()
    entry.get_by_role("button", name="Duplicate").click()
    expect(page.get_by_role("heading", name="Harbor light (2)")).to_be_visible()
    entry.get_by_role("button", name="Delete").click()
    expect(entry).to_have_count(0)
    page.get_by_role("button", name="Put it back").click()
    expect(entry.get_by_role("heading", name="Harbor light")).to_be_visible()


def test_a_file_goes_out_and_comes_in_the_same(page: Page, at: At, motor: Callable[[str], str], tmp_path: Path) -> None:
    id_ = motor("carousel")
    page.goto(at("/"))
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


def test_a_file_can_be_dropped_and_a_damaged_one_is_told(page: Page, at: At, tmp_path: Path) -> None:
    page.goto(at("/"))
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


def test_of_two_tabs_the_later_is_told_and_may_take_over_keep_both_or_drop(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    for choice, pole_after in (("Take over with mine", "S"), ("Drop mine, show theirs", "N"), ("Keep both", "S")):
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
        if choice != "Take over with mine":
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
