"""The coil train through the real page: a stretch pulled apart, the speed ribbon, both gates."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import exported, faults_of_access, mended, ready, seen_moving
from tests.browser.test_teacher_path import drag
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]


def test_a_stretch_is_pulled_apart_until_the_train_stops_there(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("night-shuttle")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    expect(page.locator("[data-ribbon]")).to_be_visible()
    expect(page.locator("[data-stops]")).to_have_count(0)
    drag(page, "stretch-0-pitch", 0, -40)
    ready(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["track"]["stretches"][0]["pitch_mm"] > 6
    expect(page.locator("[data-stops]")).to_contain_text("turns are pulled apart")
    expect(page.locator("[data-link=keeps_going]")).to_have_attribute("data-state", "fails")
    page.get_by_role("button", name="Press the part that is pulled apart together").click()
    ready(page)
    expect(page.locator("[data-stops]")).to_have_count(0)


def test_a_train_that_throws_itself_out_is_mended_by_one_press(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('ebb-shuttle')}"))
    mended(page, "thrown back out", "Put the train in the other end first", "Runs forward")


def test_the_bend_of_a_loop_is_a_handle(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("harbor-ring")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    drag(page, "loop", -30, 0)
    ready(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["track"]["length"]["length_mm"] < 1400


def test_the_train_is_seen_running(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('harbor-ring')}"))
    seen_moving(page)
    expect(page.locator("[data-dots]")).to_have_count(2)  # the track stays


def test_two_gates_are_logged_against_the_prediction(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('harbor-ring')}/run"))
    for label, text in (("Group", "Kelp"), ("First gate", "100"), ("Second gate", "600"), ("Seconds between", "0.3")):
        page.get_by_role("textbox", name=label).fill(text)
    page.get_by_role("button", name="Log the trial").click()
    page.locator("[data-comparison=gate_speed]").wait_for()


@pytest.mark.parametrize("room", part(["light", "dark"], 2))
def test_axe_finds_nothing_where_a_train_is_drawn(page: Page, at: At, motor: Motor, room: str) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    id_ = motor("night-shuttle")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    for each in ("Front magnets", "Track", "Plan"):
        page.get_by_role("button", name=each).first.click()
        assert faults_of_access(page) == [], each
    for stage, seen in (("make", "Build sheet"), ("run", "First run"), ("tune", "Sweep"), ("teach", "Predict, do")):
        page.goto(at(f"/motor/{id_}/{stage}"))
        page.get_by_text(seen).first.wait_for()
        assert faults_of_access(page) == [], stage
