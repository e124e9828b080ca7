"""Advice does what it says: searched for, priced, without idle steps, confirmed on the builds that are shown, never to harm."""

from __future__ import annotations

from itertools import islice

import pytest

from bench.mending import FEWER, WEAKER, broken, weakest
from oakspin import advise, evaluate
from oakspin.advice.candidates import FARTHER, nearby, quick, to_value, wide
from oakspin.advice.price import price_of
from oakspin.advice.trying import SURE, tried
from oakspin.design import Design
from oakspin.design.patch import Setting, patched
from oakspin.draws import Draws
from oakspin.kinds.change import change
from oakspin.kinds.kinds import KINDS, numbers_of
from tests.core.designs import CRADLE, LANTERN, LOBES, changed, sample
from tests.effort import effort

BROKEN = list(islice(broken(14, 29), effort(7, 14)))


@pytest.fixture(scope="module")
def cases() -> list[tuple[Design, list]]:  # type: ignore[type-arg]
    return [(design, list(advise(design))) for design in BROKEN]


def test_of_broken_designs_nearly_all_are_mended(cases) -> None:  # type: ignore[no-untyped-def]
    mended = [any(advice.goes_after >= SURE for advice in given) for _, given in cases]
    assert sum(mended) >= effort(5, 12)


def test_what_is_said_holds_on_the_builds_that_the_chain_shows_and_harms_nothing(cases) -> None:  # type: ignore[no-untyped-def]
    for design, given in cases:
        before = evaluate(design)
        for advice in given:
            after = evaluate(patched(design, advice.patch))
            assert advice.goes_before == before.share_that_goes
            assert advice.goes_after == after.share_that_goes
            assert after.share_that_goes >= before.share_that_goes - FEWER
            assert weakest(after) >= WEAKER * weakest(before)
            assert f"{100 * after.share_that_goes:.0f} of 100 builds go" in advice.effect


def test_no_step_of_a_joined_change_is_idle(cases) -> None:  # type: ignore[no-untyped-def]
    joined = [(design, advice) for design, given in cases for advice in given if "; " in advice.sentence]
    assert joined
    for design, advice in joined:
        whole = evaluate(patched(design, advice.patch), Draws(64))
        by_root: dict[str, list[Setting]] = {}
        for setting in advice.patch:
            by_root.setdefault(setting.pointer.split("/")[1], []).append(setting)
        for root, some in by_root.items():
            rest = tuple(setting for setting in advice.patch if setting not in some)
            (without,) = tried([patched(design, rest)], Draws(64))
            assert without is None or without.share < whole.share_that_goes or len(by_root) == 1, (
                advice.sentence,
                root,
            )


def test_what_is_bent_at_the_bench_comes_before_what_must_be_fetched() -> None:
    first = advise(changed(LANTERN, feet__gap_mm=5.0))[0]
    assert {setting.pointer for setting in first.patch} <= {"/feet/gap_mm", "/feet/pressure", "/feet/type"}


def test_a_value_is_searched_for_between_and_beyond_the_tried_ones() -> None:
    number = numbers_of(LANTERN)["/feet/gap_mm"]
    turned = to_value(number, 2.0, 0.0)
    assert turned is not None
    assert turned.sentence == "Foot gap: 0.5 → 2 mm"
    others = nearby(LANTERN, turned, numbers_of(LANTERN))
    values = [other.patch[0].value for other in others]
    assert min(values) < 1.5 < 2.0 < max(values)
    assert len(values) >= len(FARTHER) - 1
    assert all(f"→ {value:g} mm" in other.sentence for value, other in zip(values, others, strict=True))
    assert nearby(LANTERN, change("Close the feet to a ring", ("/feet/type", "ring")), numbers_of(LANTERN)) == []


@pytest.mark.parametrize("kind", KINDS)
def test_every_dial_is_looked_at_but_for_what_is_no_one_s_to_change(kind: str) -> None:
    start = KINDS[kind].start
    pointers = {each.patch[0].pointer for each in wide(start)}
    assert not any(pointer.startswith(("/maker", "/room_C", "/battery/used", "/imbalance")) for pointer in pointers)
    tuned = {number.pointer for number in numbers_of(start).values() if number.tuned}
    assert {pointer for pointer in tuned if "area" not in pointer} <= pointers
    assert any(each.effort == 0 for each in quick(start))


@pytest.mark.parametrize(
    ("design", "settings", "answer"),
    [
        (LANTERN, (Setting("/magnets/count", 4),), "costs two magnets"),
        (CRADLE, (Setting("/battery/in_series", 2),), "costs one cell"),
        (CRADLE, (Setting("/coil/turns", 20),), "a coil to make anew"),
        (LOBES, (Setting("/gap_mm", 12.0),), "push"),
        (KINDS["hanging"].start, (Setting("/battery/cell", "nimh_AA"),), "hands off after"),
        (sample("night-shuttle"), (Setting("/battery/used_percent", 80.0),), "as long"),
        (LANTERN, (Setting("/outline/decoration/area_mm2", 6000.0),), "slower"),
    ],
)
def test_the_price_of_a_change_is_reported(design: Design, settings: tuple[Setting, ...], answer: str) -> None:
    after = patched(design, settings)
    pointers = tuple(setting.pointer for setting in settings)
    assert answer in price_of(design, after, pointers, evaluate(design), evaluate(after))


def test_what_costs_nothing_has_no_price() -> None:
    after = changed(LANTERN, surface="sanded")
    assert price_of(LANTERN, after, ("/surface",), evaluate(LANTERN), evaluate(after)) in (
        "",
        "runs two thirds as long",
    )
