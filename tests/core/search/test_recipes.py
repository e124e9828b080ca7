"""How designs are put together from parts: every mixture is a design, and stands for what it was made of."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin.drawer.part import Part
from oakspin.drawer.used import stands, takes, with_part
from oakspin.errors import UnfitPatch
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.kinds.recipe import Free, Place, agrees, merged, within_stock
from oakspin.search.candidate import design_of_shares, edge_and_rate, free_of
from oakspin.search.request import ALL_KINDS, SearchRequest
from oakspin.search.stock import stock_of
from oakspin.search.usual import GOODS, USUAL_KIT
from runner.samples import sample

STOCK = stock_of([*USUAL_KIT, *GOODS])
PLENTY = SearchRequest(minutes=600)


def fitting(kind: str, place: Place) -> list[Part]:
    return [part for part in STOCK if part.place == place and not KINDS[kind].recipe.fits(place, part.fields)]


@st.composite
def mixtures(draw: st.DrawFn) -> tuple[str, dict[Place, Part], dict[str, float]]:
    kind = draw(st.sampled_from(ALL_KINDS))
    parts = {place: draw(st.sampled_from(fitting(kind, place))) for place in KINDS[kind].recipe.places}
    shares = {free.name: draw(st.floats(0, 1)) for free in free_of(kind, parts, PLENTY)}
    return kind, parts, shares


@given(mixtures())
def test_every_mixture_of_parts_and_numbers_is_a_design_that_stands_for_them(
    mixture: tuple[str, dict[Place, Part], dict[str, float]],
) -> None:
    kind, parts, shares = mixture
    design = design_of_shares(kind, parts, shares, PLENTY)
    assert design.kind == kind
    for place, part in parts.items():
        assert stands(design, place, part)
    assert KINDS[kind].recipe.span_mm(design) > 5
    taken = {each.key: each.amount for each in takes(design, parts, build_of(design))}
    assert taken[parts["magnet"].key] >= KINDS[kind].recipe.least.get("magnet", 1)
    assert all(amount > 0 for amount in taken.values())


@given(mixtures(), st.data())
def test_another_part_in_its_place_changes_what_is_known_of_it_and_nothing_else(
    mixture: tuple[str, dict[Place, Part], dict[str, float]], data: st.DataObject
) -> None:
    kind, parts, shares = mixture
    design = design_of_shares(kind, parts, shares, PLENTY)
    place = data.draw(st.sampled_from(sorted(parts)))
    other = data.draw(st.sampled_from(fitting(kind, place)))
    try:
        changed = with_part(design, place, other)
    except UnfitPatch:
        return  # a stack that would be too long, say
    assert stands(changed, place, other)
    assert all(stands(changed, each, part) for each, part in parts.items() if each != place)
    assert changed.maker == design.maker
    assert stands(with_part(changed, place, parts[place]), place, parts[place])


def test_a_part_does_not_stand_where_it_is_no_such_part() -> None:
    wire = next(part for part in STOCK if part.place == "wire")
    with pytest.raises(UnfitPatch, match="another sort of part"):
        with_part(sample("lantern"), "magnet", wire)
    with pytest.raises(UnfitPatch):
        with_part(sample("lantern"), "support", next(part for part in STOCK if part.place == "support"))


@pytest.mark.parametrize(
    ("kind", "place", "fields", "why"),
    [
        ("frame", "magnet", {"shape": "block"}, "no"),
        ("cradle", "wire", {"finish": "bare"}, "enameled"),
        ("train", "wire", {"finish": "enameled"}, "bare wire"),
        ("hanging", "screw", {"material": "brass"}, "steel"),
        ("hanging", "magnet", {"shape": "ring"}, "disc"),
        ("cored", "screw", {"material": "steel", "length_mm": 12.0, "shank_mm": 4.0}, "no room"),
        ("cored", "screw", {"material": "steel", "length_mm": 60.0, "shank_mm": 1.0}, "too thin"),
        ("roller", "cell", {"cell": "alkaline_9V"}, "not round"),
        ("frame", "cell", {"cell": "alkaline_9V"}, "does not stand"),
    ],
)
def test_what_cannot_be_used_is_reported_with_the_reason(
    kind: str, place: Place, fields: dict[str, object], why: str
) -> None:
    assert why in KINDS[kind].recipe.fits(place, fields)


@given(st.floats(0, 1))
def test_a_free_number_covers_its_range_and_settles_within_it(share: float) -> None:
    for free in (Free("a", 2, 9, whole=True), Free("b", 0.5, 50, decades=True), Free("c", -3, 3)):
        assert free.low <= free.settled(share) <= free.high
        assert not free.whole or free.settled(share) == int(free.settled(share))
    assert Free("b", 0.5, 50, decades=True).at(0.5) == pytest.approx(5)


def test_counts_stay_within_what_there_is_for_each_motor() -> None:
    frees = (Free("stack", 1, 6, whole=True, of="magnet", per=2), Free("gap", 0, 9))
    narrowed = within_stock(frees, {"magnet": 7.0})
    assert (narrowed[0].high, narrowed[1].high) == (3, 9)
    assert within_stock(frees, {"magnet": 1.0})[0].high == 1


def test_fields_are_put_in_part_by_part_and_what_is_reported_another_way_whole() -> None:
    plain = {"size": {"by": "gauge", "awg": 20}, "battery": {"cell": "alkaline_AA", "in_series": 2}, "points": [1, 2]}
    fields = {"size": {"by": "diameter", "diameter_mm": 0.8}, "battery": {"cell": "alkaline_D"}, "points": [3]}
    made = merged(plain, fields)
    assert made == {
        "size": {"by": "diameter", "diameter_mm": 0.8},
        "battery": {"cell": "alkaline_D", "in_series": 2},
        "points": [3],
    }
    assert agrees(made, fields)
    assert not agrees(plain, fields)
    assert plain["size"] == {"by": "gauge", "awg": 20}


def test_edge_and_rate_of_what_turns_and_of_what_travels() -> None:
    import numpy as np

    edge, rate = edge_and_rate("frame", np.array(2 * np.pi), np.array(100.0))
    assert (float(edge), float(rate)) == pytest.approx((2 * np.pi * 0.05, 1.0))
    edge, rate = edge_and_rate("train", np.array(0.5), np.array(50.0))
    assert (float(edge), float(rate)) == pytest.approx((0.5, 10.0))
