"""What was found teaches how common a fault is in these hands, and nothing of other hands or of what cannot be."""

from __future__ import annotations

import pytest
from pydantic import ValidationError

from oakspin.design.patch import Setting, patched
from oakspin.diagnose.fault_bench import bench_of
from oakspin.diagnose.ranking import Evidence, diagnosed
from oakspin.diagnose.repair import ESTIMATE, Repair, Tried, learned_often, often_words, tried_with
from oakspin.kinds.kinds import faults_of
from oakspin.measure.trial import Trial
from runner.samples import sample

LANTERN = sample("lantern")
COMMON = {fault.id: fault.commonness(LANTERN.maker) for fault in faults_of(LANTERN)}


def test_motors_without_a_fault_make_it_rarer_and_those_with_it_commoner() -> None:
    often = learned_often(LANTERN, [Tried(LANTERN, 40, ("coat",) * 10)])
    assert often["coat"].common > COMMON["coat"]
    assert often["gripping"].common == pytest.approx(COMMON["gripping"] * ESTIMATE / (ESTIMATE + 40))
    assert (often["coat"].found, often["coat"].motors) == (10, 40)


def test_many_motors_tell_the_share_itself() -> None:
    often = learned_often(LANTERN, [Tried(LANTERN, 4000, ("coat",) * 1000)])
    assert often["coat"].common == pytest.approx(0.25, abs=0.01)


def test_only_hands_of_the_same_skill_count_and_only_motors_that_can_have_it() -> None:
    young = patched(LANTERN, (Setting("/maker", "young_pupil"),))
    assert learned_often(LANTERN, [Tried(young, 10, ("coat",))]) == {}
    wheel = Tried(sample("ferry-wheel"), 30, ("worn_cell",) * 6)
    often = learned_often(LANTERN, [wheel])
    assert often["worn_cell"].motors == 30
    assert often["worn_cell"].common > COMMON["worn_cell"]
    assert "gripping" not in often


def test_a_motor_that_never_ran_is_not_one_without_a_fault() -> None:
    ran = [Trial(group=f"Group {at}", seen=["runs"]) for at in range(5)]
    failed = [Trial(group=f"Other {at}", seen=["nothing"]) for at in range(5)]
    repair = [Repair(fault="coat", minutes=5.0)]
    with_failed, alone = (learned_often(LANTERN, tried_with(LANTERN, some, repair)) for some in ([*ran, *failed], ran))
    assert with_failed == alone
    more = learned_often(LANTERN, tried_with(LANTERN, [*ran, Trial(group="One more", seen=["runs"])], repair))
    assert more["coat"].common < alone["coat"].common


def test_an_unproved_name_counts_as_half() -> None:
    ran = [Trial(group=f"Group {at}", seen=["runs"]) for at in range(10)]
    failed = [Trial(group=f"Other {at}", seen=["nothing"], fault="coat") for at in range(4)]
    (tried,) = tried_with(LANTERN, [*ran, *failed], [])
    assert (tried.motors, tried.found, tried.named) == (10, (), ("coat",) * 4)
    often = learned_often(LANTERN, [tried])["coat"]
    assert often.common == pytest.approx((COMMON["coat"] * ESTIMATE + 2) / (ESTIMATE + 12))
    assert (often.found, often_words(often)) == (0, "")
    # The same motor that ran later was wrongly blamed, unless that was mended.
    assert tried_with(LANTERN, [failed[0], Trial(group="Other 0", seen=["runs"])], [])[0].named == ()


def test_more_repairs_than_trials_count_as_motors() -> None:
    assert learned_often(LANTERN, [Tried(LANTERN, 0, ("coat", "coat"))])["coat"].motors == 2


def test_what_was_found_before_moves_the_ranking() -> None:
    often = learned_often(LANTERN, [Tried(LANTERN, 30, ("gripping",) * 15)])
    known = Evidence(frozenset(("trembles",)))
    before = diagnosed(bench_of(LANTERN, meter=False), known)
    after = diagnosed(bench_of(LANTERN, meter=False, common={id_: each.common for id_, each in often.items()}), known)

    def chance(answer: object) -> float:
        return next(each.chance for each in answer.suspects if each.fault.id == "gripping")  # type: ignore[attr-defined]

    assert chance(after) > 2 * chance(before)


def test_how_often_is_reported_in_a_few_words() -> None:
    often = learned_often(LANTERN, [Tried(LANTERN, 12, ("coat",) * 3)])
    assert often_words(often["coat"]) == "found before in 3 of 12 motors built by such hands"
    assert often_words(often["gripping"]) == ""
    assert "the one motor" in often_words(learned_often(LANTERN, [Tried(LANTERN, 1, ("coat",))])["coat"])


@pytest.mark.parametrize(
    "wrong", [{"fault": ""}, {"minutes": -1}, {"signs": ["smells"]}, {"answers": {"coat": "maybe"}}]
)
def test_a_repair_takes_no_nonsense(wrong: dict[str, object]) -> None:
    with pytest.raises(ValidationError):
        Repair.model_validate({"fault": "coat", "minutes": 3.0, **wrong})
