"""A teacher's path through Choose: by mouse, by keys, and all still there after a reload."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, Request, expect

from tests.browser.conftest import exported, figure, ready

At = Callable[[str], str]


def drag(page: Page, handle: str, right: float, down: float) -> None:
    box = page.locator(f"[data-handle={handle}]").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 9):
        page.mouse.move(x + right * step / 8, y + down * step / 8)
    page.mouse.up()


def test_open_lantern_drag_the_foot_advise_undo_pin_reload(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at("/motors"))
    page.locator(f'h2 a[href="/motor/{id_}"]').click()
    ready(page)
    first = figure(page, "push")

    drag(page, "foot", 0, -12)
    ready(page)
    raised = exported(page, at(f"/api/shelf/{id_}"))["design"]["feet"]["height_mm"]
    assert raised > 4.5
    assert figure(page, "push") < first

    by_mouse = figure(page, "push")
    page.get_by_role("slider", name="Foot height").focus()
    for _ in range(16):
        page.keyboard.press("ArrowUp")
    ready(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["feet"]["height_mm"] > raised
    assert figure(page, "push") < by_mouse

    change = page.get_by_role("region", name="What helps most").get_by_role("button").first
    words = change.inner_text()
    change.click()
    ready(page)
    history = page.request.get(at(f"/api/shelf/{id_}/history")).json()
    assert history[-1]["change"] == words
    advised = exported(page, at(f"/api/shelf/{id_}"))["design"]

    page.get_by_role("button", name="undo").click()
    expect(page.get_by_role("button", name="redo")).to_be_enabled()
    ready(page)
    kept = exported(page, at(f"/api/shelf/{id_}"))["design"]
    assert kept != advised

    page.keyboard.press("p")
    expect(page.get_by_role("button", name="Unpin")).to_be_visible()
    page.get_by_role("slider", name="Foot height").focus()
    page.keyboard.press("Home")
    ready(page)
    expect(page.locator("[data-link=push] [data-ghost]")).to_contain_text("pin ")
    page.reload()
    ready(page)
    expect(page.get_by_role("button", name="Unpin")).to_be_visible()
    expect(page.locator("[data-link=push] [data-ghost]")).to_contain_text("pin ")
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["feet"]["height_mm"] == 0


def test_the_wrong_build_says_why_and_its_advice_mends_it(page: Page, at: At, motor: Callable[[str], str]) -> None:
    page.goto(at(f"/motor/{motor('channel-buoy')}"))
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("Does not go. The enamel is still on the wire's ends")
    expect(page.locator("[data-link=circuit]")).to_have_attribute("data-state", "fails")
    page.get_by_role("region", name="What helps most").get_by_role("button").first.click()
    expect(page.locator("[data-headline]")).to_contain_text("starts by itself")


def test_dragging_never_shows_an_answer_older_than_one_it_has_shown(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    questions: list[float] = []

    def note(request: Request) -> None:
        turns = request.post_data_json["turns"] if request.url.endswith("/look") else []
        questions.extend(turn["value"] for turn in turns if turn["pointer"] == "/feet/height_mm")

    page.on("request", note)
    drag(page, "foot", 0, -30)
    ready(page)
    assert questions == sorted(questions)
    last = questions[-1]
    expect(page.get_by_role("slider", name="Foot height")).to_have_value(f"{last:g}")


def test_outline_points_move_both_ways_and_change_no_push(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    push, before = (
        figure(page, "push"),
        exported(page, at(f"/api/shelf/{id_}"))["design"]["outline"]["half"]["points"][2],
    )
    drag(page, "outline-half-points-2", 30, 20)
    ready(page)
    after = exported(page, at(f"/api/shelf/{id_}"))["design"]["outline"]["half"]["points"][2]
    assert after["radius_mm"] > before["radius_mm"] + 1
    assert after["height_mm"] < before["height_mm"] - 1
    assert abs(figure(page, "push") / push - 1) < 0.05  # the wire is a little longer, the foot where it was


def test_spin_plays_the_computed_run_and_stops(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    page.keyboard.press("s")
    expect(page.get_by_text("of its speed")).to_be_visible()
    turning = page.locator("[data-angle]")
    expect(turning).to_have_attribute("data-angle", re.compile(r"^-[1-9]"))  # clockwise seen from above
    page.keyboard.press("s")
    expect(turning).to_have_count(0)


def test_with_reduced_motion_nothing_moves_by_itself(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.emulate_media(reduced_motion="reduce")
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    page.get_by_role("button", name="Spin").click()
    page.get_by_role("button", name="Turn it an eighth").click()
    expect(page.locator("[data-angle]")).to_have_attribute("data-angle", "-0.79")


def test_a_finger_drags_a_handle_as_the_mouse_does(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    box = page.locator("[data-handle=foot]").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    hand = page.context.new_cdp_session(page)
    hand.send("Emulation.setTouchEmulationEnabled", {"enabled": True})
    hand.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
    for step in range(1, 7):
        hand.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [{"x": x, "y": y + 2 * step}]})
    hand.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
    ready(page)
    assert exported(page, at(f"/api/shelf/{id_}"))["design"]["feet"]["height_mm"] < 3
