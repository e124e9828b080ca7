"""Nothing strands the page and nothing is lost: a refused value, a server that is away, leaving and coming back."""

from __future__ import annotations

import json
from collections.abc import Callable

from playwright.sync_api import Page, Route, expect

from tests.browser.conftest import exported, ready

At = Callable[[str], str]
PROBLEM = {"title": "This cannot be.", "faults": [{"field": "/magnets/count", "value": "3", "limit": "another", "hint": "Choose another."}], "hint": ""}  # fmt: skip


def magnets(page: Page, at: At, id_: str) -> dict[str, object]:
    return dict(exported(page, at(f"/api/shelf/{id_}"))["design"]["magnets"])


def more(page: Page, dial: str) -> None:
    page.get_by_role("spinbutton", name=dial).press("ArrowUp")


def saved(page: Page) -> None:
    expect(page.get_by_text("Saved", exact=False).filter(has_not_text="Not")).to_be_visible()


def test_a_refused_turn_is_reported_at_its_dial_and_the_next_one_is_made(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)

    def refuse(route: Route) -> None:
        turns = json.loads(route.request.post_data or "{}")["turns"]
        if any(turn["pointer"] == "/magnets/count" for turn in turns):
            route.fulfill(status=422, body=json.dumps(PROBLEM), content_type="application/json")
        else:
            route.continue_()

    page.route("**/api/look", refuse)
    more(page, "Count")
    dials = page.get_by_role("region", name="Parts")
    expect(dials.get_by_role("alert")).to_contain_text("Choose another.")
    expect(page.get_by_role("spinbutton", name="Count")).to_have_value("2")
    more(page, "Diameter")
    ready(page)
    expect(page.get_by_role("spinbutton", name="Diameter")).to_have_value("12.8 mm")
    expect(dials.get_by_role("alert")).to_have_count(0)
    saved(page)
    assert magnets(page, at, id_)["diameter_mm"] == 12.8
    page.keyboard.press("Control+z")
    expect(page.get_by_role("spinbutton", name="Diameter")).to_have_value("12.7 mm")


def test_a_refused_save_is_undone_and_later_ones_are_kept(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    refused = []

    def refuse_once(route: Route) -> None:
        if route.request.method == "PUT" and not refused:
            refused.append(True)
            route.fulfill(status=422, body=json.dumps(PROBLEM), content_type="application/json")
        else:
            route.continue_()

    page.route(f"**/api/shelf/{id_}", refuse_once)
    more(page, "Count")
    expect(page.get_by_text("Choose another.").first).to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("spinbutton", name="Count")).to_have_value("2")
    more(page, "Diameter")
    ready(page)
    saved(page)
    kept = magnets(page, at, id_)
    assert (kept["count"], kept["diameter_mm"]) == (2, 12.8)


def test_what_could_not_be_saved_survives_a_reload_and_is_saved_then(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.on("dialog", lambda dialog: dialog.accept())
    page.route(
        f"**/api/shelf/{id_}", lambda route: route.abort() if route.request.method == "PUT" else route.continue_()
    )
    with page.expect_event("requestfailed"):
        more(page, "Count")
    expect(page.get_by_role("spinbutton", name="Count")).to_have_value("3")
    assert magnets(page, at, id_)["count"] == 2
    page.unroute(f"**/api/shelf/{id_}")
    page.reload()
    expect(page.get_by_role("spinbutton", name="Count")).to_have_value("3")
    saved(page)
    assert magnets(page, at, id_)["count"] == 3
    # Once it is kept, nothing is left behind.
    page.wait_for_function(f"localStorage.getItem('oakspin.unsaved.{id_}') === null")


def test_a_trial_is_struck_out_greyed_and_put_back(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}/run"))
    page.get_by_role("textbox", name="Group").fill("Limpet")
    page.get_by_role("button", name="Log the trial").click()
    strike = page.get_by_role("button", name="Cross out the trial of Limpet")
    strike.click()
    struck = page.locator("li[data-corrected]")
    expect(struck).to_contain_text("crossed out")
    expect(page.get_by_role("button", name="Correct the trial of Limpet")).to_have_count(0)
    page.get_by_role("button", name="Put back the trial of Limpet").click()
    expect(struck).to_have_count(0)
    expect(page.get_by_role("button", name="Correct the trial of Limpet")).to_be_visible()


def test_a_heavy_question_is_dropped_as_soon_as_another_is_asked(page: Page, at: At, motor: Callable[[], str]) -> None:
    held: list[Route] = []
    page.route("**/api/advice", lambda route: held.append(route))  # an answer that never comes
    page.goto(at(f"/motor/{motor()}"))
    with page.expect_request("**/api/advice"):
        ready(page)
    with page.expect_event("requestfailed", lambda request: request.url.endswith("/api/advice")):
        more(page, "Count")
    page.unroute("**/api/advice")
