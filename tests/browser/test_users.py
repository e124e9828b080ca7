"""Three people's whole paths, counted in presses: a primary teacher, a lecturer, a technician."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import SEEN, exported, faults_of_access, ready
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[[str], str]
SAVED = "[data-saved=saved]"


def test_a_primary_teacher_with_odd_parts_builds_by_the_pictures_and_asks_the_class(page: Page, at: At) -> None:
    page.goto(at("/motors"))
    page.get_by_role("button", name="New motor").click()
    have = page.get_by_role("group", name="What do you have?")
    for thing in ("round battery", "disc magnets", "bare copper wire"):
        have.get_by_text(thing).first.click()
    first = page.locator("[data-kind]").first
    expect(first).to_contain_text("You have what it takes.")
    first.get_by_role("button", name="Start a frame motor").click()
    ready(page)
    # Nothing but words and units of a classroom.
    chain = page.get_by_role("list", name="Run chain")
    expect(chain).to_contain_text("grams at 1 cm")
    assert not re.search(r"µ|mN|Ω|N·m", page.locator("main").inner_text())
    page.get_by_role("button", name="3 Push: what this means").click()
    expect(page.get_by_role("dialog", name="Push")).to_contain_text("Good frame motors show")
    page.keyboard.press("Escape")
    # Step by step, by the space bar alone.
    page.get_by_role("link", name="Make").click()
    page.get_by_role("button", name="Step by step").click()
    steps = page.get_by_role("dialog", name="Step by step")
    expect(steps.get_by_role("img")).to_have_count(1)
    for _ in range(2):
        page.keyboard.press("Space")
    expect(steps.get_by_text("Step 3 of")).to_be_visible()
    assert faults_of_access(page) == []
    page.keyboard.press("Escape")
    expect(page.get_by_text("2 of 6 steps done")).to_be_visible()
    expect(page.get_by_role("button", name="Step by step")).to_be_focused()
    # The class votes, then sees both motors spin.
    page.get_by_role("link", name="Teach").click()
    page.get_by_role("button", name="With the class").click()
    for key in ("1", "1", "2"):
        page.keyboard.press(key)
    expect(page.locator("[data-votes]").first).to_have_text("2")
    page.keyboard.press("Space")
    for title in ("Before", "After"):
        expect(page.get_by_role("region", name=title).locator("[data-angle]")).to_have_count(1)
    assert faults_of_access(page) == []


def test_a_lecturer_with_meter_and_phone_sees_exact_figures_and_trials_on_the_curve(
    page: Page, at: At, motor: Motor
) -> None:
    id_ = motor("lantern")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_role("button", name="How figures are shown").click()
    page.get_by_role("option", name="Exact figures").click()
    expect(page.locator("[data-link=push]")).to_contain_text("µN·m")
    expect(page.locator("[data-link=push]")).to_contain_text("g at 1 cm")
    # On the phone at the bench: a trial with a meter.
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_role("link", name="Run", exact=True).click()
    page.get_by_role("textbox", name="Group").fill("Kelp")
    page.get_by_role("textbox", name="Turns counted").fill("70")
    page.get_by_role("textbox", name="Seconds for them").fill("5")
    page.get_by_role("textbox", name="Current").fill("2,6")
    page.get_by_role("button", name="Log the trial").click()
    expect(page.locator("[data-answer=mean_current]")).to_contain_text("2.6 A")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    # Back at the desk: the trial stands on the curve that was swept.
    page.set_viewport_size({"width": 1280, "height": 800})
    page.get_by_role("link", name="Tune").click()
    expect(page.locator("[data-mark] title")).to_have_text("Kelp: 840 turns/min")
    page.get_by_role("button", name=re.compile("Speed Curve|Curve Speed")).click()
    page.get_by_role("option", name="Current while running").click()
    expect(page.locator("[data-mark] title")).to_have_text("Kelp: 2.6 A")


def test_a_technician_with_a_dead_motor_is_reported_what_to_mend_and_sees_it_mended(
    page: Page, at: At, motor: Motor
) -> None:
    id_ = motor("fog-bell")
    page.goto(at(f"/motor/{id_}/run"))
    notice = page.get_by_role("alert").filter(has_text="will not run as planned")
    notice.get_by_role("link", name="To Choose").click()
    ready(page)
    advice = page.get_by_role("region", name="What helps most").get_by_role("button").first
    advice.press("Enter")
    page.locator(SAVED).wait_for()
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("Turns")
    # Whoever works by keys is still beside what was mended.
    assert page.evaluate("document.activeElement !== document.body")
    page.get_by_role("button", name="▶ Spin").press("Enter")
    page.get_by_role("button", name="Pause").click()
    moving = page.locator("[data-angle]")
    stopped = float(moving.get_attribute("data-angle") or "nan")
    page.get_by_role("button", name="On 1°").click()
    expect(moving).not_to_have_attribute("data-angle", f"{stopped:.2f}")
    page.get_by_role("link", name="Run", exact=True).click()
    expect(page.get_by_text("What to expect:")).to_be_visible()
    assert exported(page, at(f"/api/shelf/{id_}"))["version"] > 1


@pytest.mark.parametrize("stage", ["choose", "make", "run", "tune", "teach"])
@pytest.mark.parametrize(("width", "height", "room"), part([(640, 400, "light"), (1280, 800, "projector")], 2))
def test_every_stage_is_reached_and_read_at_twice_the_size_and_on_a_projector(
    page: Page, at: At, motor: Motor, stage: str, width: int, height: int, room: str
) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    page.set_viewport_size({"width": width, "height": height})
    page.goto(at(f"/motor/{motor('ferry-wheel')}"))
    ready(page)
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=stage.capitalize(), exact=True).click()
    expect(page.locator("[aria-current=step]")).to_have_text(re.compile(stage, re.IGNORECASE))
    page.get_by_text(SEEN[stage]).first.wait_for()
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    # Everything can be scrolled to: nothing is shut into a part of the page that is lower than a few lines.
    shut = page.evaluate(
        "[...document.querySelectorAll('main section')].filter(e => getComputedStyle(e).overflowY === 'auto'"
        " && e.clientHeight < 150 && e.scrollHeight > e.clientHeight + 4).map(e => e.getAttribute('aria-label'))"
    )
    assert shut == []
    assert faults_of_access(page) == []
