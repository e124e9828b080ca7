"""Wrong builds come out as they do on the bench, and the advice mends them."""

import pytest

from oakspin import advise, evaluate
from oakspin.design.patch import patched
from tests.core.designs import LANTERN, changed, grade, sample

UNSTRIPPED = changed(LANTERN, wire__finish="plastic", wire__ends_stripped=False)
ACROSS = changed(LANTERN, magnets__magnetized="across")
GRIPPING = changed(LANTERN, feet__type="ring", feet__pressure="gripping")
OFF_CENTER = changed(LANTERN, pivot__off_center_mm=3.0, magnets__strength=grade("N52"), magnets__count=4)


@pytest.mark.parametrize(
    "design",
    [UNSTRIPPED, changed(LANTERN, magnets__plating="epoxy"), changed(LANTERN, magnets__strength=grade("ferrite")),
     changed(LANTERN, feet__height_mm=8.0), changed(LANTERN, battery__cell="alkaline_9V")],
    ids=["plastic ends", "epoxy", "ferrite", "feet on the cell", "block battery"],
)  # fmt: skip
def test_no_bare_metal_means_no_current_and_no_warmth(design) -> None:  # type: ignore[no-untyped-def]
    verdict = evaluate(design)
    assert verdict.weakest == "circuit"
    assert verdict.direction == "none"
    assert verdict.figures["current"].value == 0
    assert verdict.figures["hands_off_time"].value == 3600
    assert verdict.headline.startswith("Does not go. ")


def test_two_legs_over_a_magnet_magnetized_across_are_never_pushed() -> None:
    verdict = evaluate(ACROSS)
    assert verdict.weakest == "push"
    assert "cancel at every angle" in verdict.headline
    assert verdict.link("stays_cool").margin < 20  # current flows all the same


def test_one_leg_over_a_magnet_magnetized_across_is_pushed_back_and_forth() -> None:
    verdict = evaluate(changed(ACROSS, outline__legs=1))
    assert "back in the other" in verdict.link("push").sentence
    assert "swings over and settles" in verdict.link("starts").sentence


def test_feet_far_away_touch_now_and_then() -> None:
    near, far = evaluate(LANTERN), evaluate(changed(LANTERN, feet__gap_mm=8.0))
    assert far.link("circuit").state == "fails"
    assert "comes and goes" in far.headline
    assert far.link("circuit").figure < near.link("circuit").figure / 5


def test_a_gripping_ring_does_not_start() -> None:
    verdict = evaluate(GRIPPING)
    assert verdict.weakest == "starts"
    assert "press less" in verdict.headline
    assert verdict.link("push").state == "holds"


def test_an_off_center_frame_with_strong_magnets_leaves_its_seat() -> None:
    verdict = evaluate(OFF_CENTER)
    assert verdict.weakest == "stays_on"
    assert "leaves the top of the battery near" in verdict.headline


def test_a_rechargeable_cell_pushes_harder_and_gets_hot_sooner() -> None:
    alkaline, nimh = (evaluate(changed(LANTERN, battery__cell=cell)) for cell in ("alkaline_AA", "nimh_AA"))
    assert nimh.link("push").figure > alkaline.link("push").figure
    assert nimh.link("stays_cool").margin < 0.6 * alkaline.link("stays_cool").margin


def test_a_button_cell_barely_turns_it_or_does_not() -> None:
    verdict = evaluate(changed(LANTERN, battery__cell="button_LR44"))
    assert verdict.figures["current"].value < 0.3
    assert verdict.figures["speed"].value < 0.2 * evaluate(LANTERN).figures["speed"].value


def test_a_leg_through_the_cell_rubs_and_a_top_heavy_frame_tips() -> None:
    assert "rubs" in evaluate(changed(LANTERN, battery__cell="alkaline_D")).headline
    tall = changed(LANTERN, outline__decoration__mass_g=20.0, outline__decoration__height_mm=40.0)
    assert "tips over" in evaluate(tall).headline


def test_a_worn_cell_is_weaker_and_lasts_less() -> None:
    fresh, worn = evaluate(LANTERN), evaluate(changed(LANTERN, battery__used_percent=80.0))
    assert worn.link("push").figure < 0.5 * fresh.link("push").figure
    assert worn.link("lasts").margin < 0.6 * fresh.link("lasts").margin


def test_young_hands_build_fewer_that_go() -> None:
    careful, young = (evaluate(changed(LANTERN, maker=maker)) for maker in ("careful_adult", "young_pupil"))
    assert young.share_that_goes < careful.share_that_goes - 0.1


@pytest.mark.parametrize(
    "design",
    [UNSTRIPPED, ACROSS, pytest.param(changed(ACROSS, outline__legs=1), marks=pytest.mark.long), GRIPPING, OFF_CENTER, changed(LANTERN, feet__gap_mm=8.0),
     changed(LANTERN, outline__legs=1), sample("channel-buoy")],
    ids=["unstripped", "across", "one leg across", "gripping", "off center", "far feet", "one leg", "channel buoy"],
)  # fmt: skip
def test_advice_mends_it(design) -> None:  # type: ignore[no-untyped-def]
    first = advise(design)[0]
    mended = evaluate(patched(design, first.patch))
    assert evaluate(design).share_that_goes < 0.5 < mended.share_that_goes
    assert mended.direction != "none"
    assert first.goes_after == mended.share_that_goes
