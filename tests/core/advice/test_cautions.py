"""Advice obeys the cautions: what makes one of them worse says so in the same line, and what would burn is no advice."""

from __future__ import annotations

import pytest
from hypothesis import given, settings

from oakspin import advise, evaluate
from oakspin.advice.price import LETS_GO, burns
from oakspin.design import Design
from oakspin.design.patch import patched
from oakspin.kinds.kinds import KINDS
from oakspin.parts.magnet import keep_away
from oakspin.safety import nearly_short
from runner.samples import DEMO, sample
from tests.core.designs import LANTERN, changed
from tests.core.generated import designs, where_made
from tests.effort import effort


def says_what_gets_worse(design: Design) -> None:
    before = evaluate(design)
    for advice in advise(design):
        after_design = patched(design, advice.patch)
        after, line = evaluate(after_design), f"{advice.effect} {advice.price}"
        was, becomes = (verdict.figures["held_still_time"].value for verdict in (before, after))
        assert becomes >= 3.0 or becomes >= 0.85 * was, advice.sentence
        if becomes < 60 and becomes < 0.85 * was:
            assert "too hot to hold in" in line, advice.sentence
        off, sooner = (verdict.figures["hands_off_time"].value for verdict in (before, after))
        if sooner < 60 and sooner < 0.72 * off:
            assert "hands off after" in line, advice.sentence
        near, far = (max(keep_away(stack) for stack in each.stacks) for each in (design, after_design))
        if round(100 * far) > round(100 * near):
            assert "from implants" in line, advice.sentence
        if sum(stack.count for stack in after_design.stacks) > sum(stack.count for stack in design.stacks):
            assert "magnet" in line, advice.sentence
        if nearly_short(after_design) and not nearly_short(design):
            assert "short circuit" in line, advice.sentence
        assert not any(setting.pointer == "/surface" and setting.value != "sanded" for setting in advice.patch)


@pytest.mark.parametrize("name", sorted(file.name.split(".")[0] for file in DEMO.glob("*.oak.json")))
def test_advice_on_a_sample_says_what_gets_worse(name: str) -> None:
    says_what_gets_worse(sample(name))


@settings(max_examples=effort(8, 300))
@given(designs)
def test_so_does_advice_on_any_design(design: Design) -> None:
    where_made(says_what_gets_worse, design)


def test_what_burns_before_a_hand_lets_go_is_no_advice() -> None:
    """A frame on a nickel cell held still is too hot within seconds; what was so before is none of the advice's doing."""
    alkaline = evaluate(changed(LANTERN, feet__pressure="firm"))
    nickel = evaluate(changed(LANTERN, feet__pressure="firm", battery__cell="nimh_AA"))
    assert nickel.figures["held_still_time"].value < LETS_GO < alkaline.figures["held_still_time"].value
    assert burns(alkaline, nickel)
    assert not burns(nickel, nickel)
    assert not burns(nickel, alkaline)


@pytest.mark.parametrize("kind", KINDS)
def test_dirt_is_never_advised(kind: str) -> None:
    start = KINDS[kind].start
    if "surface" not in type(start).model_fields:
        return
    handled = changed(start, surface="handled")
    assert not any("tarnished" in advice.sentence.lower() for advice in advise(handled, most=12))
