"""Advice is what these hands can do, and what does most for the builds that go comes first."""

import pytest

from oakspin.advice import advise
from oakspin.advice.hands import within_reach
from oakspin.design.patch import Setting
from oakspin.kinds.change import Change
from runner.samples import sample
from tests.core.designs import LANTERN, changed

TIP = "/pivot/off_center_mm"


def moved(pointer: str, value: float) -> Change:
    return Change("", (Setting(pointer, value),))


@pytest.mark.parametrize(("maker", "finest"), [("careful_adult", 0.17), ("older_pupil", 0.5), ("young_pupil", 1.0)])
def test_no_tip_is_centered_better_than_these_hands_can(maker: str, finest: float) -> None:
    design = changed(LANTERN, maker=maker)
    assert not within_reach(design, moved(TIP, 0.9 * finest))
    assert within_reach(design, moved(TIP, 1.1 * finest))


def test_a_gap_moved_by_less_than_a_hand_sets_it_is_no_change() -> None:
    gap = LANTERN.feet.gap_mm
    young = changed(LANTERN, maker="young_pupil")
    assert within_reach(LANTERN, moved("/feet/gap_mm", gap + 0.3))
    assert not within_reach(young, moved("/feet/gap_mm", gap + 0.3))
    assert within_reach(young, moved("/feet/gap_mm", gap + 1.0))


def test_what_hands_do_not_set_is_always_within_reach() -> None:
    assert within_reach(LANTERN, moved("/magnets/count", 3))
    assert within_reach(LANTERN, Change("", (Setting("/feet/pressure", "own_weight"),)))


@pytest.mark.parametrize("name", ["lantern", "channel-buoy", "fog-bell", "beacon", "night-shuttle", "slack-capstan"])
def test_what_lets_most_builds_go_comes_first(name: str) -> None:
    shares = [round(advice.goes_after, 2) for advice in advise(sample(name))]
    assert shares == sorted(shares, reverse=True)
    assert shares
