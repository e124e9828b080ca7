"""The API and the physics are shown from what is kept in docs/, ready at once, with nothing fetched from elsewhere."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from oakspin.verdict.links import JUDGES
from tests.browser.conftest import faults_of_access


def test_every_route_is_listed_and_opens(page: Page, at: Callable[[str], str]) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(at("/api/docs"))
    described = page.request.get(at("/api/openapi.json")).json()["paths"]
    routes = {operation["operationId"] for operations in described.values() for operation in operations.values()}
    listed = page.locator("[data-route]").evaluate_all("those => those.map(each => each.dataset.route)")
    assert set(listed) == routes
    route = page.locator("[data-route=look]")
    route.locator("summary").click()
    expect(route).to_contain_text("Parameters")
    route.get_by_role("link", name="TurnBody").click()
    expect(page.locator("#schema-TurnBody")).to_contain_text("required")
    assert faults_of_access(page) == []
    assert all(url.startswith(at("/")) for url in asked)


def test_the_physics_has_a_place_for_every_link(page: Page, at: Callable[[str], str]) -> None:
    page.goto(at("/api/docs/physics"))
    for judge in JUDGES:
        expect(page.locator(f"h3#{judge.name.lower().replace(' ', '_')}")).to_have_text(judge.name)
    expect(page.get_by_role("cell", name="flux up through a coaxial circle")).to_be_visible()
    assert faults_of_access(page) == []
