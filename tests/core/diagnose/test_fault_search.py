"""Searches: steps and their answers, what is known after them, and motors with hidden faults."""

from functools import lru_cache

import numpy as np
import pytest

from oakspin.diagnose.fault_bench import FaultBench, bench_of, odds
from oakspin.diagnose.fault_search import (
    MOST_STEPS,
    Done,
    after,
    answered,
    flaw_of,
    hidden_in,
    listed_search,
    searched,
)
from oakspin.diagnose.ranking import TRY, Evidence, diagnosed, says_yes, word_of
from oakspin.diagnose.views import bench_in
from oakspin.draws import Draws
from oakspin.learn.history import Ran
from oakspin.learn.summary import summary_of
from oakspin.machines.flaw import PLANNED
from oakspin.rig.bench import rig_trials
from oakspin.rig.hidden import Hidden
from runner.samples import sample

LANTERN = sample("lantern")


@lru_cache(maxsize=2)
def bench(name: str = "lantern") -> FaultBench:
    return bench_in(sample(name).model_dump_json(), True)


def test_what_is_done_is_known() -> None:
    known = after(Evidence(), Done("coat", cure=False, minutes=1.0, answer="no"))
    known = after(known, Done("gripping", cure=True, minutes=2.0, answer="no"))
    assert known == Evidence(answers={"coat": "no"}, cured=frozenset(("gripping",)))


def test_a_check_says_yes_for_its_fault_for_its_kin_and_seldom_else() -> None:
    coat = bench().fault("coat")
    assert says_yes(coat, ("coat",)) == coat.check.sure
    assert coat.check.mistaken < says_yes(coat, ("tip_covered",)) < coat.check.sure
    assert says_yes(coat, ("worn_cell",)) == says_yes(coat, ()) == coat.check.mistaken
    chance = np.random.default_rng(1)
    often = np.mean([answered(bench(), "coat", ["coat"], chance) == "yes" for _ in range(600)])
    assert often == pytest.approx(coat.check.sure, abs=0.04)


@pytest.mark.parametrize("ids", [("coat",), ("worn_cell",), ("off_center", "worn_cell")])
def test_a_search_ends_with_what_was_there_mended_and_counts_every_minute(ids: tuple[str, ...]) -> None:
    known = Evidence(frozenset(("nothing",)), {"current": 0.0})
    for seed in range(6):
        for search in (searched(bench(), ids, known, np.random.default_rng(seed)), listed_search(bench(), ids, np.random.default_rng(seed))):  # fmt: skip
            assert search.minutes == pytest.approx(sum(done.minutes for done in search.way))
            assert search.checks == sum(not done.cure for done in search.way)
            if search.found:
                mended = [done.id for done in search.way if done.cure]
                assert set(ids) <= set(mended)
                assert search.way[-1].cure
                assert search.way[-1].answer == "yes"
            for done in search.way:
                fault = bench().fault(done.id)
                assert done.minutes == (fault.cure.minutes + TRY if done.cure else fault.check.minutes)


def test_a_search_without_a_fault_gives_up() -> None:
    search = searched(bench(), ("nowhere",), Evidence(frozenset(("trembles",))), np.random.default_rng(2))
    assert not search.found
    assert len(search.way) == MOST_STEPS


def test_the_list_begins_with_what_is_commonest() -> None:
    way = listed_search(bench(), ("heavy_decoration",), np.random.default_rng(3)).way
    checks = [done.id for done in way if not done.cure]
    often = [bench().fault(id_).commonness("careful_adult") for id_ in checks[: len(bench().faults)]]
    assert often == sorted(often, reverse=True)


def test_a_hidden_fault_is_the_same_motor_with_something_else() -> None:
    design, usual = LANTERN, bench().usual
    (planned,) = hidden_in(design, (), PLANNED, [7], usual, meter=True)
    (again,) = hidden_in(design, (), PLANNED, [7], usual, meter=True)
    assert planned.run.speed == again.run.speed > 0
    assert not planned.plain
    coat = bench().fault("coat")
    (dead,) = hidden_in(design, (coat,), coat.flaws[0], [7], usual, meter=True)
    assert dead.ids == ("coat",)
    assert dead.plain
    assert dead.run.speed == 0
    assert Hidden(design, 7).positions(0) == Hidden(design, 7).positions(0)


def test_ways_of_a_fault_come_as_often_as_they_are_likely() -> None:
    fault, chance = bench().fault("feet_far"), np.random.default_rng(5)
    drawn = [fault.flaws.index(flaw_of((fault,), chance)) for _ in range(900)]
    assert np.bincount(drawn) / 900 == pytest.approx(np.full(3, 1 / 3), abs=0.06)


def test_priors_are_those_of_faults_that_come_by_themselves() -> None:
    here = bench()
    singles = {each.ids[0]: each.prior for each in here.symptoms if len(each.ids) == 1}
    none = here.symptoms[0].prior
    for fault in here.faults:
        assert singles[fault.id] == pytest.approx(none * odds(fault.commonness("careful_adult")))
    for each in here.symptoms:
        if len(each.ids) == 2:
            assert each.prior == pytest.approx(singles[each.ids[0]] * singles[each.ids[1]] / none)
        assert each.weight.sum() == pytest.approx(1)


def test_what_was_learned_of_hands_moves_the_chances() -> None:
    common = {"coat": 0.4}
    seen = Evidence(frozenset(("nothing",)))
    usual, learned = (
        next(each.chance for each in diagnosed(here, seen).suspects if each.fault.id == "coat")
        for here in (bench_of(LANTERN, meter=False), bench_of(LANTERN, meter=False, common=common))
    )
    assert learned > usual


def test_a_rotor_whose_trials_are_known_is_looked_at_as_learned() -> None:
    runs = [Ran(str(at), LANTERN, trial) for at, trial in enumerate(rig_trials(LANTERN, 5, 3))]
    draws = summary_of(LANTERN, runs).draws
    plain, known = bench_of(LANTERN, meter=True, draws=Draws()), bench_of(LANTERN, meter=True, draws=draws)
    wide = [np.ptp(np.quantile(here.speeds[here.runs], (0.1, 0.9))) for here in (plain, known)]
    assert wide[1] < 0.8 * wide[0]


def test_chances_have_words_from_unlikely_to_sure() -> None:
    words = [word_of(chance) for chance in (0.0, 0.04, 0.1, 0.3, 0.6, 0.9)]
    assert words == ["very unlikely", "very unlikely", "hardly", "perhaps", "likely", "very likely"]
