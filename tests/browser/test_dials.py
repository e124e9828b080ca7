"""Dials: typed units, limits with reasons, nothing lost by a wrong entry."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import exported, ready

At = Callable[[str], str]


def kept(page: Page, at: At, id_: str, part: str) -> dict[str, object]:
    ready(page)
    return dict(exported(page, at(f"/api/shelf/{id_}"))["design"][part])


@pytest.mark.parametrize(
    ("typed", "mm"), [("1/2 in", 12.7), ("0.625in", 15.875), ("1.2 cm", 12), ("14", 14), ("12,5 mm", 12.5)]
)
def test_a_length_takes_the_unit_that_was_typed(
    page: Page, at: At, motor: Callable[[], str], typed: str, mm: float
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    dial = page.get_by_role("spinbutton", name="Diameter")
    dial.fill("20")
    dial.press("Enter")
    ready(page)
    dial.fill(typed)
    dial.press("Enter")
    expect(dial).to_have_value(f"{float(f'{mm:.4g}'):g} mm")
    assert kept(page, at, id_, "magnets")["diameter_mm"] == mm


@pytest.mark.parametrize(
    ("typed", "says"), [("99 mm", "choose 3 to 60 mm"), ("soup", '"soup" cannot be read'), ("2 kg", "cannot be read")]
)
def test_a_wrong_entry_is_reported_and_changes_nothing(
    page: Page, at: At, motor: Callable[[], str], typed: str, says: str
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    dial = page.get_by_role("spinbutton", name="Diameter")
    dial.fill(typed)
    dial.press("Enter")
    expect(page.get_by_text(says)).to_be_visible()
    assert kept(page, at, id_, "magnets")["diameter_mm"] == 12.7
    dial.press("Escape")
    expect(dial).to_have_value("12.7 mm")


def test_wire_takes_a_gauge_or_a_diameter(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_role("button", name="Wire").click()
    dial = page.get_by_role("spinbutton", name="Size")
    for typed, size in (("22 AWG", {"by": "gauge", "awg": 22}), ("0.8mm", {"by": "diameter", "diameter_mm": 0.8})):
        dial.fill(typed)
        dial.press("Enter")
        assert kept(page, at, id_, "wire")["size"] == size


def test_one_magnet_more_takes_the_foot_along(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_role("spinbutton", name="Count").press("ArrowUp")
    assert kept(page, at, id_, "magnets")["count"] == 3
    assert kept(page, at, id_, "feet")["height_mm"] == pytest.approx(3.4 * 1.5)


def test_turning_the_magnets_over_turns_the_motor_round(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("Turns clockwise")
    page.get_by_text("S up").click()
    expect(page.locator("[data-headline]")).to_contain_text("Turns counterclockwise")


def test_what_few_need_is_folded_away_and_stays_in_place_while_it_is_turned(
    page: Page, at: At, motor: Callable[[], str]
) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_role("button", name="Contacts").click()
    expect(page.get_by_role("radio", name="cell and magnets")).to_have_count(0)
    more = page.get_by_role("button", name="More: What turns")
    more.focus()
    page.keyboard.press("Enter")
    page.get_by_text("cell and magnets", exact=True).click()
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text("What is on the battery reaches")
    expect(page.get_by_role("radio", name="cell and magnets")).to_be_checked()
    design = exported(page, at(f"/api/shelf/{id_}"))["design"]
    assert design["turns"] == "battery"
    # Coming back, what is out of the common is not hidden.
    page.reload()
    ready(page)
    page.get_by_role("button", name="Contacts").click()
    expect(page.get_by_role("radio", name="cell and magnets")).to_be_checked()


def test_a_clash_is_drawn_where_it_is_and_advice_tells_its_price(page: Page, at: At, motor: Callable[[], str]) -> None:
    page.goto(at(f"/motor/{motor()}"))
    ready(page)
    expect(page.locator("[data-clashes='0']")).to_have_count(1)
    page.get_by_role("button", name="Battery").click()
    page.get_by_label("Cell").first.click()
    page.get_by_role("option", name="LR44 button").click()
    ready(page)
    expect(page.locator("[data-clashes='1'] path")).to_have_count(1)
    advice = page.get_by_label("What helps most")
    expect(advice.get_by_text("of 100 builds go").first).to_be_visible()


def test_a_ring_can_be_chosen_from_a_disc_and_gets_a_hole(page: Page, at: At, motor: Callable[[], str]) -> None:
    id_ = motor()
    page.goto(at(f"/motor/{id_}"))
    ready(page)
    page.get_by_text("ring", exact=True).click()
    ready(page)
    hole = page.get_by_role("spinbutton", name="Hole")
    expect(hole).to_be_visible()
    magnets = exported(page, at(f"/api/shelf/{id_}"))["design"]["magnets"]
    assert magnets["shape"] == "ring"
    assert 0.5 <= magnets["hole_mm"] < magnets["diameter_mm"]
    page.get_by_text("disc", exact=True).click()
    ready(page)
    expect(hole).to_have_count(0)
