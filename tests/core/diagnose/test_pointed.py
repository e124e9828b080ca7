"""Where a sign is seen: what pointing at a part tells, and that it tells no more than it may."""

from __future__ import annotations

from collections import Counter
from functools import lru_cache

import numpy as np
import pytest

from oakspin.diagnose.eyes import eyes_of, parts_showing
from oakspin.diagnose.fault_bench import FaultBench
from oakspin.diagnose.ranking import Evidence, weights_of
from oakspin.diagnose.signs import (
    PLACED,
    SIDE_SIGNS,
    SideSign,
)
from oakspin.diagnose.views import bench_in, sign_words
from oakspin.kinds.kinds import faults_of
from oakspin.practice.case import Act, case_of, played, usual_design
from oakspin.practice.views import case_view
from runner.samples import sample

EYES = eyes_of("careful_adult")
SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")


@lru_cache(maxsize=2)
def bench(name: str) -> FaultBench:
    return bench_in(sample(name).model_dump_json(), False)


def chances(name: str, sign: SideSign, part: str) -> dict[tuple[str, ...], float]:
    """How likely each hypothesis is by what stands still and shows a sign at a part, or anywhere."""
    where = {sign: part} if part else {}
    weights = weights_of(bench(name), Evidence(frozenset(("nothing", sign)), where=where))[0]
    return dict(zip((each.ids for each in bench(name).symptoms), weights.tolist(), strict=True))


@pytest.mark.parametrize("name", SAMPLES)
def test_somebody_points_somewhere_whatever_is_there(name: str) -> None:
    faults = faults_of(sample(name))
    for sign in PLACED:
        parts = parts_showing(faults, sign)
        for there in ((), *((fault,) for fault in faults), faults[:2]):
            if parts:
                assert sum(EYES.pointed_chance(sign, part, there, parts) for part in parts) == pytest.approx(1)


def test_the_part_that_is_pointed_at_is_suspected_and_the_others_less() -> None:
    anywhere = chances("beacon", "dull", "")
    at_lead, at_magnets = chances("beacon", "dull", "lead"), chances("beacon", "dull", "magnets")
    assert at_lead[("painted_lead",)] > anywhere[("painted_lead",)] > at_magnets[("painted_lead",)]
    assert at_magnets[("coated_magnet",)] > anywhere[("coated_magnet",)] > at_lead[("coated_magnet",)]
    # What gives no such sign is told apart by no part: imagined, it may be anywhere.
    ratio = [found[("loose_joint",)] / found[("lead_away",)] for found in (anywhere, at_lead)]
    assert ratio[0] == pytest.approx(ratio[1], rel=0.15)  # but for what no fault explains


def test_a_part_tells_nothing_of_a_sign_that_is_not_ticked() -> None:
    plain = Evidence(frozenset(("nothing",)))
    pointed = Evidence(frozenset(("nothing",)), where={"dull": "lead"})
    assert weights_of(bench("beacon"), plain)[0] == pytest.approx(weights_of(bench("beacon"), pointed)[0])


def test_lookers_point_as_often_at_a_part_as_the_likelihood_says() -> None:
    faults, chance = bench("beacon").faults, np.random.default_rng(6)
    there = [bench("beacon").fault("painted_lead")]
    parts = parts_showing(faults, "dull")
    found = Counter(EYES.pointed_of(frozenset(("dull", "hops")), there, faults, chance)["dull"] for _ in range(3000))
    for part in parts:
        assert found[part] / 3000 == pytest.approx(EYES.pointed_chance("dull", part, there, parts), abs=0.03)
    # Half of the time the lead is dull, and then it is seen and pointed at; else it is imagined, anywhere.
    seen, imagined = 0.5 * EYES.seen, 0.5 * EYES.imagined
    often = (seen * PLACED["dull"] + imagined / len(parts)) / (seen + imagined)
    assert found["lead"] / 3000 == pytest.approx(often, abs=0.03)


@pytest.mark.parametrize("name", ["beacon", "crane-motor"])
def test_a_place_is_asked_only_where_it_tells_something(name: str) -> None:
    for sign in sign_words(bench(name)):
        if sign.group == "went" or sign.id not in PLACED:
            assert sign.parts == ()
        elif sign.parts:
            assert len(set(sign.parts)) == len(sign.parts) > 1
    assert {sign.id for sign in sign_words(bench(name)) if sign.parts} <= set(SIDE_SIGNS)


def test_practice_says_at_which_part_something_is_seen() -> None:
    for seed in range(40):
        case = case_of(usual_design("hanging"), seed)
        state = case.state(frozenset(case.hidden))
        if "dull" in state.where:
            now = played(case, [Act(do="look", id="closely")])
            text = case_view(case, now, None)
            words = next(sign.word for sign in text.signs if sign.id == "dull")
            assert words == f"A contact is dull or colored ({state.where['dull']})"
            assert words in text.did[-1].text
            assert now.known.where["dull"] == state.where["dull"]
            return
    raise AssertionError("no case of forty shows something dull")
