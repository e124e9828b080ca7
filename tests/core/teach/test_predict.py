"""A card that turns the direction says why the speed differs, where it does."""

from __future__ import annotations

import pytest

from oakspin.design import Design
from oakspin.design.patch import patched
from oakspin.kinds.kinds import evaluate
from oakspin.teach import cards_of
from tests.core.designs import CRADLE, LANTERN, changed

LOPSIDED = changed(CRADLE, rests_deg=300.0)


@pytest.mark.parametrize("design", [LANTERN, CRADLE, LOPSIDED, changed(CRADLE, rests_deg=90.0)])
def test_the_field_is_not_blamed_for_a_heavy_side(design: Design) -> None:
    speed = evaluate(design).figures["speed"].value
    turned = [card for card in cards_of(design) if card.answer == "other_way"]
    assert turned
    for card in turned:
        after = evaluate(patched(design, card.patch)).figures["speed"].value
        assert ("suit one way better" in card.because) == (abs(after - speed) > 0.05 * speed), card


def test_some_coil_does_differ() -> None:
    assert any("suit one way better" in card.because for rest in (30.0, 60.0, 120.0, 300.0) for card in cards_of(changed(CRADLE, rests_deg=rest)))  # fmt: skip
