"""What people tick: as often as the likelihood says, pupils less than adults, and more ticks help."""

from __future__ import annotations

from collections import Counter

import numpy as np
import pytest

from oakspin.design.bench import Maker
from oakspin.design.patch import Setting, patched
from oakspin.diagnose.eyes import COUNTED, eyes_of
from oakspin.diagnose.fault_bench import bench_of
from oakspin.diagnose.fault_search import flaw_of, hidden_in
from oakspin.diagnose.ranking import Evidence, diagnosed
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS, Shows, SideSign, shown_by
from oakspin.errors import OakSpinError
from oakspin.kinds.good_motors import good_motors
from tests.effort import effort

MAKERS: tuple[Maker, ...] = ("careful_adult", "older_pupil", "young_pupil")


def signs(**there: float) -> dict[SideSign, float]:
    return {sign: there.get(sign, 0.0) for sign in SIDE_SIGNS}


@pytest.mark.parametrize("maker", MAKERS)
def test_ticks_are_weighed_as_they_are_made(maker: Maker) -> None:
    """Ticks of two thousand lookers come as often as the likelihood says."""
    eyes, chance = eyes_of(maker), np.random.default_rng(4)
    shown, rocks = signs(hot_motor=1.0, sparks=0.5), MOTION_SIGNS.index("rocks")
    ticks = Counter(word for _ in range(2000) for word in eyes.ticked_of("rocks", shown, chance))
    for column, word in enumerate(MOTION_SIGNS):
        assert ticks[word] / 2000 == pytest.approx(eyes.went[rocks, column], abs=0.04)
    assert ticks["hot_motor"] / 2000 == pytest.approx(eyes.seen, abs=0.04)
    assert ticks["dull"] / 2000 == pytest.approx(eyes.imagined, abs=0.02)
    assert ticks["sparks"] / 2000 == pytest.approx((eyes.seen + eyes.imagined) / 2, abs=0.04)
    found = Shows(np.array([rocks]), np.array([[shown[sign] for sign in SIDE_SIGNS]]), np.zeros(1))
    with_hot = eyes.log_likelihood(found, frozenset(("rocks", "hot_motor")))
    without = eyes.log_likelihood(found, frozenset(("rocks",)))
    assert with_hot - without == pytest.approx(np.log(eyes.seen / (1 - eyes.seen)))
    assert eyes.log_likelihood(found, frozenset()) == pytest.approx(0)


def test_who_counts_turns_knows_which_way_they_go() -> None:
    eyes, chance, turned = eyes_of("older_pupil"), np.random.default_rng(4), signs(other_way=1.0)
    plain, counted = (
        sum("other_way" in eyes.ticked_of("runs", turned, chance, counted=counted) for _ in range(1000))
        for counted in (False, True)
    )
    assert plain / 1000 == pytest.approx(eyes.seen, abs=0.05)
    assert counted / 1000 == pytest.approx(COUNTED, abs=0.02)


def test_rows_are_chances_and_the_practiced_see_most() -> None:
    tables = [eyes_of(maker) for maker in MAKERS]
    for eyes in tables:
        assert eyes.went.sum(axis=1) == pytest.approx(1)
        assert eyes.went.min() > 0
        assert all(eyes.mistaken(sign) <= eyes.imagined < eyes.seen for sign in SIDE_SIGNS)
    right = [float(np.diag(eyes.went).mean()) for eyes in tables]
    assert right == sorted(right, reverse=True)
    assert tables[1].went == pytest.approx((tables[0].went + tables[2].went) / 2)


def test_what_trembles_is_nothing_to_young_pupils_more_often_than_to_others() -> None:
    trembles, nothing = MOTION_SIGNS.index("trembles"), MOTION_SIGNS.index("nothing")
    often = [eyes_of(maker).went[trembles, nothing] for maker in MAKERS]
    assert often == sorted(often)
    assert often[-1] > 0.3


@pytest.mark.parametrize("maker", ["careful_adult", "young_pupil"])
def test_one_tick_more_does_not_lower_the_true_cause_on_average(maker: Maker) -> None:
    """How it went alone, then all that these eyes see beside it: the mean place of the true cause does not fall."""
    places: list[tuple[int, int]] = []
    for kind in effort(("frame", "cradle"), ("frame", "hanging", "cradle", "lobes", "cored", "train", "roller")):
        bench = bench_of(patched(good_motors(kind)[-1], (Setting("/maker", maker),)), meter=False)
        chance = np.random.default_rng(8)
        for number, fault in enumerate(bench.faults):
            flaw = flaw_of((fault,), chance)
            try:
                some = hidden_in(bench.design, (fault,), flaw, range(number, number + 6), bench.usual, meter=False)
            except OakSpinError:  # not on this bench
                continue
            for trouble in some:
                if trouble.plain:
                    went, side_signs = shown_by(trouble.run, bench.usual, trouble.faults)
                    ticks = bench.eyes.ticked_of(went, side_signs, chance)
                    fewer, more = (
                        [suspect.fault.id for suspect in diagnosed(bench, Evidence(seen)).suspects].index(fault.id)
                        for seen in (ticks & frozenset(MOTION_SIGNS), ticks)
                    )
                    places.append((fewer, more))
    few, many = np.mean(np.array(places), axis=0)
    assert len(places) > 40
    assert many <= few
