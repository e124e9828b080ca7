"""The API is shown from its own description, with nothing fetched from elsewhere."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect


def test_every_route_is_listed_and_opens(page: Page, at: Callable[[str], str]) -> None:
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(at("/api/docs"))
    route = page.get_by_role("button", name="post /api/look", exact=False).first
    route.click()
    expect(page.get_by_text("Parameters").first).to_be_visible()
    assert all(url.startswith((at("/"), "data:")) for url in asked)
