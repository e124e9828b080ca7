"""Make, Run, Tune and Teach, and a teacher's whole path in one go."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import numpy as np
import pypdfium2
import pytest
from playwright.sync_api import Page, expect

from runner.live_server import LiveServer
from tests.browser.conftest import SEEN, exported, faults_of_access, ready

At = Callable[[str], str]
Motor = Callable[..., str]
DOTS = 10  # a millimeter, in the rendered PDF


def log(page: Page, group: str, **readings: str) -> None:
    page.get_by_label("Group").fill(group)
    for label, text in readings.items():
        page.get_by_role("textbox", name=label.replace("__", ", ").replace("_", " ")).fill(text)
    page.get_by_role("button", name="Log the trial").click()


def test_a_teacher_s_whole_path(page: Page, at: At, motor: Motor, tmp_path: Path) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_role("spinbutton", name="Count").press("ArrowUp")
    ready(page)

    page.keyboard.press("Escape")
    page.get_by_role("link", name="Make").click()
    page.get_by_text("1 Lay out the parts").click()
    expect(page.get_by_text("1 of 7 steps done")).to_be_visible()
    page.get_by_role("link", name="Print the sheet").click()
    expect(page.get_by_role("heading", name="build sheet")).to_be_visible()
    page.get_by_role("link", name="Back to the motor").click()
    expect(page.get_by_text("1 of 7 steps done")).to_be_visible()

    page.get_by_role("link", name="Run", exact=True).click()
    log(page, "Tern", Turns_counted="80", Seconds_for_them="5", Current="3,2")
    expect(page.get_by_text("Logged for")).to_be_visible()
    expect(page.locator("[data-comparison=speed]")).to_contain_text("960 turns a minute")

    page.get_by_role("link", name="Tune").click()
    page.get_by_role("button", name="Show the whole range, 0 to 8").click()
    page.locator("[data-strip=circuit] [data-state=fails]").wait_for(state="attached")
    slider = page.get_by_role("slider", name="Picked value")
    slider.focus()
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    with page.expect_response(lambda answer: answer.request.method == "PUT"):
        page.get_by_role("button", name="Use 1 mm").click()
    ready_saved(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["feet"]["gap_mm"] == 1

    page.get_by_role("link", name="Teach").click()
    expect(page.get_by_text("All round the axis such forces turn it clockwise")).to_be_visible()

    page.get_by_role("link", name="Motors", exact=True).click()
    with page.expect_download() as caught:
        page.get_by_role("link", name="Back up the shelf").click()
    archive = tmp_path / "everything.zip"
    caught.value.save_as(archive)
    empty = LiveServer(tmp_path / "other")
    try:
        for each in page.request.get(f"http://127.0.0.1:{empty.port}/api/shelf").json()["motors"]:
            connection = empty.connect()
            empty.ask(connection, "DELETE", f"shelf/{each['id']}")
            connection.close()
        page.goto(f"http://127.0.0.1:{empty.port}/motors")
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Open a backup").click()
        chooser.value.set_files(archive)
        page.get_by_role("button", name="Add to my shelf").click()
        expect(page.get_by_text(re.compile(r"\d+ of \d+ motors of .* brought something new"))).to_be_visible()
        page.goto(f"http://127.0.0.1:{empty.port}/motor/{id_}/run")
        expect(page.locator("[data-comparison=speed]")).to_contain_text("960 turns a minute")
        page.goto(f"http://127.0.0.1:{empty.port}/motor/{id_}/make")
        expect(page.get_by_text("1 of 7 steps done")).to_be_visible()
    finally:
        empty.kill()


def ready_saved(page: Page) -> None:
    page.locator("[data-saved=saved]").wait_for()


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_printed_template_keeps_its_millimeters(page: Page, at: At, motor: Motor, paper: str) -> None:
    page.goto(at(f"/motor/{motor('carousel')}/print/template"))
    page.get_by_role("img").wait_for()
    page.wait_for_function("() => document.images[0].complete && document.images[0].naturalWidth > 0")
    document = pypdfium2.PdfDocument(page.pdf(format=paper, prefer_css_page_size=False, print_background=True))
    assert len(document) == 1
    picture = document[0].render(scale=DOTS * 25.4 / 72).to_numpy()[..., :3].min(axis=2)
    document.close()
    # The ruler is the longest unbroken dark row on the page.
    longest = max(_longest_run(row) for row in picture < 128)
    assert longest / DOTS == pytest.approx(100, abs=0.6)  # its own line ends are rounded by 0.4 mm


def _longest_run(row: np.ndarray) -> int:
    edges = np.flatnonzero(np.diff(np.concatenate([[False], row, [False]])))
    return int((edges[1::2] - edges[::2]).max(initial=0))


def test_the_countdown_says_when_the_power_must_go(page: Page, at: At, motor: Motor) -> None:
    page.clock.install()
    page.goto(at(f"/motor/{motor()}/run"))
    page.get_by_role("button", name="Start the clock").click()
    page.clock.run_for(30_000)
    expect(page.get_by_role("timer")).to_have_text(re.compile(r"0:(29|30|31)"))
    page.clock.run_for(31_000)
    expect(page.get_by_text("Power off now", exact=False).first).to_be_visible()
    page.clock.run_for(600_000)
    expect(page.get_by_text("ready for another run", exact=False).first).to_be_visible()


def test_the_clock_of_the_power_goes_on_across_stages_reloads_and_tabs_until_it_is_stopped(
    page: Page, at: At, motor: Motor
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}/run"))
    page.get_by_role("button", name="Start the clock").click()
    badge = page.locator("[data-power=running]")
    page.get_by_role("link", name="Teach").click()
    expect(badge).to_contain_text("Power on")
    page.reload()
    expect(badge).to_be_visible()
    other = page.context.new_page()
    other.goto(at("/motors"))
    expect(other.locator("[data-power=running]")).to_contain_text("Lantern")
    other.get_by_role("button", name="Stop the clock of the power").click()
    expect(other.locator("[data-power]")).to_have_count(0)
    expect(page.locator("[data-power]")).to_have_count(0)
    other.close()


def test_tapping_counts_turns(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/run"))
    page.get_by_role("button", name="Start the clock").focus()
    for _ in range(5):
        page.keyboard.press("t")
    expect(page.get_by_text(re.compile(r"4 turns in"))).to_be_visible()
    page.get_by_role("button", name="Take this count").click()
    expect(page.get_by_role("textbox", name="Turns counted")).to_have_value("4")


def test_a_wrong_reading_is_reported_beside_its_field_and_nothing_is_lost(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/run"))
    log(page, "Kelp", Current="900", Turns_counted="many")
    expect(page.get_by_text('"many" is no number')).to_be_visible()
    page.get_by_role("textbox", name="Turns counted").fill("")
    page.get_by_role("button", name="Log the trial").click()
    expect(page.get_by_text("900", exact=False).filter(has_text="must be at most 100").last).to_be_visible()
    page.reload()
    expect(page.get_by_role("textbox", name="Current")).to_have_value("900")
    expect(page.get_by_label("Group")).to_have_value("Kelp")


def test_a_correction_keeps_the_first_entry(page: Page, at: At, motor: Motor) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}/run"))
    log(page, "Limpet", Current="3")
    page.get_by_role("button", name="Correct the trial of Limpet").click()
    expect(page.get_by_role("textbox", name="Current")).to_have_value("3")
    page.get_by_role("textbox", name="Current").fill("4")
    page.get_by_role("button", name="Save the correction").click()
    expect(page.get_by_text("corrected later")).to_be_visible()
    kept = page.request.get(at(f"/api/shelf/{id_}/trials")).json()
    assert [row["trial"]["readings"]["amperes"] for row in kept] == [3, 4]


def test_a_csv_table_goes_out_and_in(page: Page, at: At, motor: Motor, tmp_path: Path) -> None:
    page.goto(at(f"/motor/{motor()}/run"))
    log(page, "Tern", Current="3")
    with page.expect_download() as caught:
        page.get_by_role("link", name="Save as CSV").click()
    table = tmp_path / "trials.csv"
    caught.value.save_as(table)
    # Taken in where it came from, it doubles nothing; a row more is one trial more.
    for rows, trials in ((0, 1), (1, 2)):
        if rows:
            table.write_text(
                table.read_text("utf-8") + "Kelp" + table.read_text("utf-8").splitlines()[1][4:] + "\n", "utf-8"
            )
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Import a CSV table").click()
        with page.expect_response("**/trials/table"):
            chooser.value.set_files(table)
        expect(page.locator("[data-comparison=mean_current]")).to_have_count(trials)
    table.write_text("group,amperes\nTern,lots\n", encoding="utf-8")
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Import a CSV table").click()
    chooser.value.set_files(table)
    expect(page.get_by_text("No trial was imported.")).to_be_visible()


def test_a_sweep_shows_the_usable_window_and_a_value_is_picked_by_mouse(page: Page, at: At, motor: Motor) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}/tune"))
    page.get_by_role("button", name="Show the whole range, 0 to 8").click()
    circuit = page.locator("[data-strip=circuit]")
    circuit.locator("[data-state=fails]").wait_for(state="attached")
    assert [strip.get_attribute("data-state") for strip in circuit.locator("[data-state]").all()] == [
        "holds",
        "tight",
        "fails",
    ]
    page.wait_for_load_state("networkidle")  # the plot stands still once the whole sweep is in
    box = page.locator("[data-plot]").bounding_box()
    assert box
    page.mouse.click(box["x"] + box["width"] * 0.25, box["y"] + 60)
    expect(page.locator("[data-picked]")).to_contain_text("2 mm")
    page.get_by_role("button", name="Show the table").click()
    expect(page.get_by_role("row")).to_have_count(42)
    with page.expect_download() as caught:
        page.get_by_role("button", name="Save as CSV").click()
    assert "speed median (turns/min)" in Path(caught.value.path()).read_text()


def test_two_demonstrations_and_the_pinned_design_can_be_overlaid(page: Page, at: At, motor: Motor) -> None:
    other, id_ = motor("carousel"), motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.keyboard.press("p")
    page.get_by_role("link", name="Tune").click()
    page.locator("[data-strip=circuit] [data-state]").first.wait_for(state="attached")
    name = exported(page, at(f"/api/shelf/{other}"))["title"]
    for choice, shown_words in (("the pinned design", "pinned"), (name, name)):
        page.get_by_role("button", name="Compare with").click()
        page.get_by_role("option", name=choice, exact=True).click()
        expect(page.locator("svg text").filter(has_text=shown_words).last).to_be_visible()


def test_a_long_sweep_can_be_stopped_and_trouble_is_reported(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/tune"))
    page.get_by_role("slider", name="Picked value").wait_for()
    page.route("**/api/sweep", lambda route: None)  # never answers
    page.get_by_role("textbox", name="From").fill("1")
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("Stopped after")).to_be_visible()
    page.unroute("**/api/sweep")
    page.get_by_role("textbox", name="From").fill("9")
    expect(page.get_by_text("Outside of 0 to 8 mm.")).to_be_visible()
    page.get_by_role("textbox", name="From").fill("3")
    page.get_by_role("textbox", name="to").last.fill("2")
    expect(page.get_by_text("The end must be above the start.")).to_be_visible()


def test_each_school_is_drawn_and_kept(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/teach"))
    page.get_by_role("button", name="Hand rule").click()
    page.get_by_role("option", name="Left-hand motor rule").click()
    expect(page.get_by_role("img", name="left hand, motor rule")).to_be_visible()
    page.get_by_role("button", name="What flows").click()
    page.get_by_role("option", name="Electron flow").click()
    expect(page.get_by_role("img", name="right hand, motor rule")).to_be_visible()
    page.reload()
    expect(page.get_by_role("img", name="right hand, motor rule")).to_be_visible()


def test_a_class_predicts_and_the_answer_is_computed(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/teach"))
    card = page.locator("[data-card=both_over]")
    card.get_by_text("It turns the other way.").click()
    card.get_by_role("button", name="Show the answer").click()
    expect(card.get_by_text("Not as predicted.")).to_be_visible()
    expect(card.locator("[data-answer=same]")).to_be_visible()
    page.get_by_role("link", name="Answer key").click()
    expect(page.get_by_text("two reversals cancel")).to_be_visible()


PAPERS = ("build", "template", "card", "pupil", "key", "cautions")


@pytest.mark.parametrize("room", ["light", "dark"])
def test_axe_finds_nothing_in_any_stage_nor_on_any_paper(page: Page, at: At, motor: Motor, room: str) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    id_ = motor()
    for stage in ("make", "run", "tune", "teach"):
        page.goto(at(f"/motor/{id_}/{stage}"))
        page.get_by_text(SEEN[stage]).first.wait_for()
        if stage == "run":
            log(page, "Tern", Current="3")
            page.locator("[data-comparison=mean_current]").wait_for()
        if stage == "tune":
            page.locator("[data-strip=lasts] [data-state]").first.wait_for(state="attached")
        if stage == "teach":
            page.get_by_role("img").nth(1).wait_for()
        assert faults_of_access(page) == [], stage
    for paper in PAPERS if room == "light" else ():
        page.goto(at(f"/motor/{id_}/print/{paper}"))
        page.get_by_role("heading", level=1).wait_for()
        page.get_by_role("status").filter(has_text="…").wait_for(state="detached")
        page.emulate_media(media="print")
        assert faults_of_access(page) == [], paper
        page.emulate_media(media="screen")


@pytest.mark.parametrize(("stage", "width", "height"), [("make", 1024, 768), ("run", 1024, 768), ("tune", 1024, 768), ("teach", 1024, 768), ("run", 390, 844), ("teach", 390, 844)])  # fmt: skip
def test_no_stage_is_wider_than_its_page(page: Page, at: At, motor: Motor, stage: str, width: int, height: int) -> None:
    page.set_viewport_size({"width": width, "height": height})
    page.goto(at(f"/motor/{motor()}/{stage}"))
    page.get_by_text(SEEN[stage]).first.wait_for()
    assert page.evaluate("document.documentElement.scrollWidth") <= width


def test_keys_1_to_5_walk_the_stages_and_every_control_of_run_is_reached_by_tab(
    page: Page, at: At, motor: Motor
) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    for key, stage in (("2", "make"), ("4", "tune"), ("5", "teach"), ("1", "choose"), ("3", "run")):
        page.keyboard.press(key)
        expect(page).to_have_url(re.compile(rf"/{stage}$"))
        expect(page.locator("[aria-current=step]")).to_have_text(re.compile(stage, re.IGNORECASE))
    reached = set()
    for _ in range(55):
        page.keyboard.press("Tab")
        reached.add(
            page.evaluate(
                "(() => { const e = document.activeElement; return e.labels?.[0]?.textContent.trim() || e.textContent.trim() })()"
            )
        )
    assert {"Group", "Start the clock", "Log the trial"} <= reached


def test_a_trial_is_answered_at_once_with_what_was_built_and_read(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor()}/run"))
    search = page.get_by_role("combobox", name="What came out different from the plan?")
    search.fill("charge used")
    page.get_by_role("option", name="Charge used").click()
    page.get_by_role("textbox", name="Charge used as built").fill("60")
    search.fill("foot gap")
    page.get_by_role("option", name="Foot gap").first.click()
    page.get_by_role("button", name="Foot gap as planned after all").click()
    expect(page.get_by_role("textbox", name="Volts, open")).to_have_count(0)
    page.get_by_role("button", name="Volts, with a meter").click()
    page.get_by_text("runs by itself").first.click()
    log(page, "Limpet", Turns_counted="80", Seconds_for_them="5", Volts__open="1.3", Volts__running="1.1")
    answer = page.get_by_role("status", name="What this trial says")
    expect(answer).to_contain_text("Charge used 60 % (plan 0)")
    expect(answer.locator("[data-answer=speed]")).to_contain_text("960 turns a minute")
    expect(answer.locator("[data-answer=volts_loaded]")).to_be_visible()
    row = page.get_by_role("region", name="Logged trials").get_by_role("listitem").first
    expect(row).to_contain_text("Built with Charge used 60 % (plan 0)")
    assert faults_of_access(page) == []
    page.reload()
    expect(page.get_by_role("textbox", name="Volts, open")).to_be_visible()  # who has a meter has it tomorrow, too


def test_a_motor_that_does_not_go_says_so_in_make_and_run(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("channel-buoy")
    for stage in ("make", "run"):
        page.goto(at(f"/motor/{id_}/{stage}"))
        notice = page.get_by_role("alert").filter(has_text="will not run as planned")
        expect(notice).to_contain_text("enamel is still on")
        expect(page.get_by_text("What to expect:")).to_have_count(0)
    notice.get_by_role("link", name="To Choose").click()
    ready(page)
    page.goto(at(f"/motor/{motor('lantern')}/run"))
    expect(page.get_by_text("What to expect:")).to_be_visible()
    expect(page.get_by_text("will not run as planned")).to_have_count(0)
