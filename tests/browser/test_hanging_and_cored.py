"""The hanging rotor and the iron-cored motor through the real page: handles, mending, the pole finder."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import exported, faults_of_access, figure, mended, ready, seen_moving
from tests.browser.test_teacher_path import drag
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]


def kept(page: Page, at: At, id_: str, *steps: str) -> float:
    value = exported(page, at(f"/api/shelf/{id_}"))["design"]
    for step in steps:
        value = value[step]
    return float(value)


def test_the_lead_is_moved_along_the_rim(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("beacon")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    before = figure(page, "push")
    drag(page, "lead", 0, 14)
    ready(page)
    assert kept(page, at, id_, "lead", "height_mm") < 2.5
    assert figure(page, "push") != before


def test_a_brass_screw_does_not_hang_and_one_press_mends_it(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('beacon')}"))
    ready(page)
    page.get_by_role("button", name="Screw").first.click()
    page.get_by_role("button", name="Metal").first.click()
    page.get_by_role("option", name="brass").click()
    ready(page)
    mended(page, "No magnet draws brass", "Take a steel screw", "Turns")


def test_magnets_timing_and_winding_have_handles(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("crane-motor")
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    drag(page, "distance", 30, 0)
    ready(page)
    assert kept(page, at, id_, "gap", "distance_mm") > 18
    for name, step in (("Timing", "ArrowUp"), ("Turns on each arm", "ArrowUp"), ("Brush pressure", "PageUp")):
        slider = page.get_by_role("slider", name=name)
        before = slider.get_attribute("aria-valuetext")
        slider.focus()
        page.keyboard.press(step)
        expect(slider).not_to_have_attribute("aria-valuetext", before or "")
    ready(page)
    assert kept(page, at, id_, "commutator", "offset_deg") != 0
    assert kept(page, at, id_, "winding", "turns") == 360


def test_opposed_arms_are_reported_and_mended(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('slack-capstan')}"))
    mended(page, "wound in opposite directions", "Wind both arms in one direction", "Turns")


def test_an_unmarked_pole_is_found_from_the_turning(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("beacon")
    page.goto(at(f"/motor/{id_}/teach"))
    page.get_by_text("clockwise", exact=True).click()
    expect(page.locator("[data-pole=S]")).to_contain_text("S is up")
    page.get_by_role("button", name="Use it in the design").click()
    page.locator("[data-saved=saved]").wait_for()
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["magnets"]["pole_up"] == "S"
    expect(page.get_by_role("button", name="That matches the design")).to_be_disabled()


@pytest.mark.parametrize("name", ["beacon", "crane-motor"])
def test_it_is_seen_turning(page: Page, at: At, motor: Motor, name: str) -> None:
    page.goto(at(f"/motor/{motor(name)}"))
    seen_moving(page)


@pytest.mark.parametrize("room", part(["light", "dark"], 2))
def test_axe_finds_nothing_where_they_are_drawn(page: Page, at: At, motor: Motor, room: str) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    for name, parts in (
        ("beacon", ("Screw", "Lead", "Flag")),
        ("crane-motor", ("Core", "Winding", "Commutator", "Shaft")),
    ):
        id_ = motor(name)
        page.goto(at(f"/motor/{id_}"))
        ready(page)
        for each in parts:
            page.get_by_role("button", name=each).first.click()
            assert faults_of_access(page) == [], each
        for stage, seen in (("make", "Build sheet"), ("run", "First run"), ("tune", "Sweep"), ("teach", "Predict, do")):
            page.goto(at(f"/motor/{id_}/{stage}"))
            page.get_by_text(seen).first.wait_for()
            assert faults_of_access(page) == [], stage
