"""Start: three doors that lead on, where to carry on, the places of the band, and the list that goes anywhere by keys."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import faults_of_access
from tests.effort import part

At = Callable[[str], str]
Motor = Callable[..., str]


def test_each_door_leads_to_its_work_and_one_is_carried_on(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("beacon")
    page.goto(at("/"))
    doors = page.get_by_role("navigation", name="Where to begin")
    expect(doors.get_by_role("link")).to_have_count(3)
    expect(page.get_by_role("region", name="Carry on")).to_have_count(0)
    for name, then in (
        ("I have a box of parts", "Find a motor"),
        ("I have a class on a date", "Classes"),
        ("It does not go", "Which motor does not go?"),
    ):
        doors.get_by_role("link", name=name).click()
        expect(page.get_by_role("heading", name=then, exact=True)).to_be_visible()
        page.go_back()
    page.goto(at(f"/motor/{id_}/make"))
    expect(page.get_by_role("heading", name="build sheet")).to_be_visible()
    page.get_by_role("link", name="Start", exact=True).click()
    page.get_by_role("region", name="Carry on").get_by_role("link", name="Beacon").click()
    expect(page.get_by_role("heading", name="build sheet")).to_be_visible()


def test_a_dead_motor_is_two_presses_from_the_start(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("tide-mill")
    page.goto(at(f"/motor/{id_}/run"))
    page.get_by_text("What to expect:").wait_for()
    page.goto(at("/"))
    page.get_by_role("link", name="It does not go").click()
    first = page.get_by_role("main").get_by_role("listitem").first
    expect(first).to_contain_text("open last")
    first.get_by_role("link").click()
    expect(page.locator("[data-sign=nothing]")).to_be_visible()
    assert page.url.endswith(f"/motor/{id_}/fix")


def test_the_band_marks_where_one_is(page: Page, at: At) -> None:
    page.goto(at("/"))
    for name in ("Motors", "Parts", "Classes", "Practice", "Start"):
        page.get_by_role("navigation", name="Main").get_by_role("link", name=name, exact=True).click()
        expect(page.locator("header [aria-current=page]")).to_have_text(name)


def test_three_letters_go_anywhere(page: Page, at: At, motor: Motor) -> None:
    id_ = motor("ferry-wheel")
    page.goto(at(f"/motor/{id_}/choose"))
    expect(page.locator("[data-headline]")).to_be_visible()
    page.keyboard.press("g")
    dialog = page.get_by_role("dialog", name="Go to")
    expect(dialog.get_by_role("searchbox")).to_be_focused()
    assert faults_of_access(page) == []
    page.keyboard.type("fix")
    expect(dialog.get_by_role("option")).to_have_count(1)
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.locator("[data-sign=nothing]")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.type("qqq")
    expect(dialog).to_contain_text("Nothing is called so.")
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)


@pytest.mark.parametrize("path", ["/", "/fix"])
@pytest.mark.parametrize(
    ("width", "height", "room"), part([(1280, 800, "light"), (390, 800, "dark"), (1920, 1080, "projector")], 3)
)
def test_start_is_read_in_every_room_and_at_every_size(
    page: Page, at: At, path: str, width: int, height: int, room: str
) -> None:
    page.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
    page.set_viewport_size({"width": width, "height": height})
    page.goto(at(path))
    expect(page.get_by_role("main").get_by_role("link").first).to_be_visible()
    assert faults_of_access(page) == []
    assert page.evaluate("document.documentElement.scrollWidth <= window.innerWidth + 1")
