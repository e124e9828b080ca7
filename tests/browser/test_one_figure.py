"""One figure on every page: speed, band and share of a motor, read off as they stand there."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

At = Callable[[str], str]
SPEED = re.compile(r"(?:near |Speed |^)([\d,]+) turns a minute (\([\d,]+(?: to |–)[\d,]+[^)]*\))")
SHARE = re.compile(r"in (\d+) of 100 builds|(\d+) of 100 builds go(?! )|(all) builds")


def shown(text: str) -> tuple[str, str, str]:
    """Speed, band and share as a text has them."""
    speed, band = (SPEED.search(text) or pytest.fail(f"no speed in: {text}")).groups()
    share = next(filter(None, (SHARE.search(text) or pytest.fail(f"no share in: {text}")).groups()))
    return speed, band, "100" if share == "all" else share


@pytest.mark.parametrize("title", ["Lantern", "Ferry wheel"])
def test_every_page_tells_the_same_of_a_motor(page: Page, at: At, title: str) -> None:
    page.goto(at("/motors"))
    card = page.locator("li").filter(has=page.get_by_role("link", name=title, exact=True)).first
    expect(card).to_contain_text("turns a minute")
    found = {"shelf": shown(card.inner_text())}
    card.get_by_role("link", name=title, exact=True).click()
    headline = page.locator("[data-headline]")
    expect(headline).to_be_visible()
    found["choose"] = shown(headline.inner_text())
    figure = page.locator("[data-link=keeps_going] [data-figure]")
    assert figure.inner_text() == f"{found['choose'][0]} turns a minute"
    page.get_by_role("link", name="Run", exact=True).click()
    expected = page.get_by_text("What to expect")
    expect(expected).to_be_visible()
    found["run"] = shown(expected.locator("xpath=..").inner_text())
    page.get_by_role("link", name="Tune").click()
    tip = page.get_by_text(re.compile(r"Speed [\d,]+ turns a minute")).first
    expect(tip).to_be_visible()
    expect(page.get_by_text(re.compile(r"\d+ of 100 builds go")).first).to_be_visible()
    # Until the curve is whole, the nearest of its points is told, at its own value.
    expect(page.get_by_text("Working out the curve")).to_have_count(0)
    found["tune"] = shown(page.get_by_role("main").inner_text())
    assert set(found.values()) == {found["choose"]}, found
