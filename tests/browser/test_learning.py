"""Trials teach, as a teacher sees it: log, see what it taught, look with it and without, the bench's page."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from oakspin.kinds.kinds import evaluate
from oakspin.measure.table import trial_table
from oakspin.rig.bench import rig_trials
from runner.samples import sample
from tests.browser.conftest import faults_of_access
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]


@pytest.fixture
def table(tmp_path: Path) -> Path:
    file = tmp_path / "trials.csv"
    file.write_text(trial_table(rig_trials(sample("lantern"), 5, 3)))
    return file


def test_trials_narrow_the_figures_of_every_stage(page: Page, at: At, motor: Motor, table: Path) -> None:
    id_ = motor("lantern")
    page.goto(at(f"/motor/{id_}/run"))
    summary = page.get_by_role("region", name="What the trials taught")
    expect(summary).to_contain_text("One trial with turns, current and volts")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a CSV table").click()
    chooser.value.set_files(table)
    expect(summary.locator("[data-row=speed]")).to_contain_text("now")
    expect(summary.get_by_role("list", name="Learned").get_by_role("listitem").first).to_be_visible()
    expect(summary).to_contain_text("would tell most next")
    mark = page.locator("[data-learned]")
    expect(mark).to_contain_text("Learned from 3 trials")
    page.get_by_role("link", name=re.compile("Choose")).click()
    headline = page.locator("[data-headline]")
    planned = evaluate(sample("lantern")).headline
    expect(headline).not_to_contain_text(planned)  # how far off hangs on what other motors taught before
    learned = headline.inner_text()
    mark.get_by_role("button", name="see without").press("Enter")
    expect(headline).to_contain_text(planned)
    mark.get_by_role("button", name="see learned").press("Enter")
    expect(headline).to_have_text(learned)
    page.get_by_role("link", name=re.compile("Make")).click()
    expect(mark).to_contain_text("Learned from 3 trials")
    page.get_by_role("link", name=re.compile("Tune")).click()
    expect(page.get_by_text("built anew to each value")).to_be_visible()
    page.goto(at("/motors"))
    line = page.locator("li").filter(has=page.locator(f'a[href="/motor/{id_}"]')).locator("[data-measured]")
    expect(line).to_contain_text("(3 trials, meter in the circuit)")


def test_the_bench_can_be_looked_at_switched_off_and_begun_anew(page: Page, at: At, motor: Motor, table: Path) -> None:
    id_ = motor("lantern")
    page.goto(at(f"/motor/{id_}/run"))
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a CSV table").click()
    chooser.value.set_files(table)
    expect(page.locator("[data-row=speed]")).to_be_visible()
    page.get_by_role("link", name="Motors", exact=True).click()
    page.get_by_role("link", name="What trials taught").click()
    expect(page.get_by_text(re.compile(r"From \d+ trials of \d+ motors?\."))).to_be_visible()
    counts = page.get_by_role("checkbox", name="Let it count for every motor")
    counts.press("Space")
    expect(counts).not_to_be_checked()
    counts.press("Space")
    expect(counts).to_be_checked()
    page.get_by_role("button", name="Start over …").click()
    page.get_by_role("button", name="Start over", exact=True).click()
    expect(page.get_by_text("No trial has taught anything yet.")).to_be_visible()


@pytest.mark.parametrize("room", part(["light", "dark", "projector"], 3))
def test_the_bench_s_page_and_run_with_a_source_have_no_faults_of_access(
    page: Page, at: At, motor: Motor, table: Path, room: str
) -> None:
    id_ = motor("lantern")
    page.goto(at(f"/motor/{id_}/run"))
    page.evaluate("room => localStorage.setItem('oakspin.room', room)", room)
    page.reload()
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a CSV table").click()
    chooser.value.set_files(table)
    expect(page.locator("[data-row=speed]")).to_be_visible()
    page.get_by_role("button", name="a simulated motor").click()
    page.get_by_role("button", name="Set it up").click()
    expect(page.locator("[data-live=current]")).to_be_visible()
    assert faults_of_access(page) == []
    page.goto(at("/bench"))
    expect(page.get_by_text(re.compile(r"From \d+ trials"))).to_be_visible()
    assert faults_of_access(page) == []
