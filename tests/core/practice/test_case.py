"""A motor that hides faults: the same by the same seed, it answers as a bench would, and minutes are counted."""

from __future__ import annotations

from functools import lru_cache

import pytest

from oakspin.design.patch import Setting, patched
from oakspin.diagnose.fault_search import SHOWS
from oakspin.diagnose.ranking import TRY, says_yes
from oakspin.errors import UnfitPatch
from oakspin.kinds.kinds import KINDS
from oakspin.practice.case import WATCH, Act, Case, case_of, played
from oakspin.practice.ideal import MOST_STEPS, ideal_way
from oakspin.practice.views import CLOSE, LONG_WAY, case_view

YOUNG = (Setting("/maker", "young_pupil"),)


@lru_cache(maxsize=24)
def case(kind: str = "hanging", seed: int = 1, pair: bool = False) -> Case:
    return case_of(patched(KINDS[kind].start, YOUNG), seed, pair=pair)


def named(id_: str, cure: str = "") -> Act:
    return Act(do="name", id=id_, cure=cure or id_)


@pytest.mark.parametrize("kind", KINDS)
def test_every_kind_hides_a_fault_that_shows(kind: str) -> None:
    hides = case(kind, 2)
    state = hides.state(frozenset(hides.hidden))
    goes = state.went in ("runs", "runs_after_flick")
    slow = state.readings["speed"] < 1.2 * SHOWS * hides.bench.usual.speed * hides.bench.per
    back = "other_way" in state.side_signs or "slow" in state.side_signs
    assert not goes or slow or back


@pytest.mark.parametrize("pair", [False, True])
def test_the_same_seed_hides_and_answers_the_same(pair: bool) -> None:
    one = case("hanging", 4, pair)
    other = case_of(one.bench.design, 4, pair=pair)
    assert (one.hidden, one.states) == (other.hidden, other.states)
    left = frozenset(one.hidden)
    answers = [[each.answer(fault.id, left) for fault in one.bench.faults] for each in (one, other)]
    assert answers[0] == answers[1]
    assert len({case("hanging", seed).hidden for seed in range(1, 9)}) > 2


def test_checks_answer_as_often_as_they_should() -> None:
    sure = right = reply = found = 0.0
    for seed in range(1, 9):
        hides = case("hanging", seed)
        left = frozenset(hides.hidden)
        for fault in hides.bench.faults:
            chance = says_yes(fault, hides.hidden)
            yes = hides.answer(fault.id, left) == "yes"
            if chance > 0.5:
                sure, right = sure + chance, right + yes
            else:
                reply, found = reply + chance, found + yes
    assert right == pytest.approx(sure, abs=3)
    assert found == pytest.approx(reply, abs=7)


def test_a_right_name_with_its_cure_ends_it_and_every_minute_counts() -> None:
    hides = case()
    (fault,) = map(hides.bench.fault, hides.hidden)
    now = played(hides, [Act(do="look", id="closely"), Act(do="check", id=fault.id), named(fault.id)])
    look = next(look for look in hides.looks() if look.id == "closely")
    assert now.ended
    assert now.right
    assert now.minutes == pytest.approx(WATCH.minutes + look.minutes + fault.check.minutes + fault.cure.minutes + TRY)
    assert played(hides, [named(fault.id), Act(do="check", id=fault.id)]) == played(hides, [named(fault.id)])


def test_a_wrong_name_costs_its_cure_and_the_first_name_is_kept() -> None:
    hides = case()
    wrong = next(f for f in hides.bench.faults if f.id not in hides.hidden and f.cure.do != hides.bench.fault(hides.hidden[0]).cure.do)  # fmt: skip
    now = played(hides, [named(wrong.id)])
    assert not now.ended
    assert now.minutes == pytest.approx(WATCH.minutes + wrong.cure.minutes + TRY)
    assert wrong.id in now.known.cured
    now = played(hides, [named(wrong.id), named(hides.hidden[0])])
    assert (now.ended, now.right, now.named) == (True, False, wrong.id)


def test_the_right_cure_under_a_wrong_name_mends_it_but_is_not_right() -> None:
    hides = case()
    wrong = next(fault.id for fault in hides.bench.faults if fault.id not in hides.hidden)
    now = played(hides, [named(wrong, cure=hides.hidden[0])])
    assert (now.ended, now.right) == (True, False)
    now = played(hides, [named(hides.hidden[0], cure=wrong)])
    assert not now.ended


def test_of_two_faults_one_is_left_and_shows_by_itself() -> None:
    hides = case("hanging", 3, True)
    first, second = hides.hidden
    assert set(hides.states) == {frozenset(hides.hidden), frozenset((first,)), frozenset((second,))}
    now = played(hides, [Act(do="look", id="current"), named(first)])
    assert not now.ended
    assert now.left == {second}
    assert now.known.signs == hides.begun(frozenset((second,))).signs
    assert not now.known.readings
    assert played(hides, [named(first), named(second)]).ended


def test_looks_tell_what_is_there_and_nothing_else() -> None:
    hides = case("cradle", 2)
    left = frozenset(hides.hidden)
    state = hides.state(left)
    now = played(hides, [Act(do="look", id=look.id) for look in hides.looks()])
    assert now.known.signs == {state.went, *state.side_signs}
    assert now.known.readings == dict(state.readings)
    assert "speed" not in {look.reading for look in case("train", 2).looks()}


@pytest.mark.parametrize("act", [Act(do="look", id="smell"), Act(do="check", id="gremlin"), named("gremlin")])
def test_what_a_motor_has_not_is_reported(act: Act) -> None:
    with pytest.raises(UnfitPatch, match="one of"):
        played(case(), [act])


def test_two_faults_that_no_bench_has_at_once_are_not_hidden(monkeypatch: pytest.MonkeyPatch) -> None:
    def never(*_: object, **__: object) -> list[object]:
        raise UnfitPatch([])

    monkeypatch.setattr("oakspin.practice.case.hidden_in", never)
    with pytest.raises(UnfitPatch, match="another motor"):
        case_of(KINDS["hanging"].start, 1, pair=True)


@pytest.mark.parametrize(("kind", "seed", "pair"), [("hanging", 1, False), ("frame", 2, False), ("roller", 3, True)])
def test_the_ideal_way_ends_with_what_was_hidden_and_knows_no_more_than_a_learner(
    kind: str, seed: int, pair: bool
) -> None:
    hides = case(kind, seed, pair)
    way = ideal_way(hides)
    assert way.ended
    assert len(way.did) <= MOST_STEPS + 1
    mended = [did.mended for did in way.did if did.mended]
    assert way.given_up or sorted(mended) == sorted(hides.hidden)
    # A learner who does the same gets the same answers.
    assert played(hides, [did.act for did in way.did]) == way
    for did in way.did:
        if did.answer:
            assert did.answer in ("yes", "no")


def test_the_ideal_way_is_mostly_quicker_than_a_list() -> None:
    ideal = listed = 0.0
    for seed in range(1, 9):
        hides = case("hanging", seed)
        ideal += ideal_way(hides).minutes
        acts = [Act(do="check", id=fault.id) for fault in hides.bench.faults]
        listed += played(hides, [*acts, named(hides.hidden[0])]).minutes
    assert ideal < 0.7 * listed


def test_a_case_in_words_hides_its_fault_until_the_end() -> None:
    hides = case()
    ideal = ideal_way(hides)
    begun = case_view(hides, played(hides, []), ideal)
    assert begun.end is None
    assert begun.did[0].text.startswith("Watched it.")
    assert begun.now.rstrip(".") in begun.did[0].text
    assert {each.id for each in begun.faults} == {fault.id for fault in hides.bench.faults}
    # By their order nothing is told: they stand by their parts.
    assert [each.part for each in begun.faults] == sorted(each.part for each in begun.faults)
    assert len({each.do for each in begun.cures}) == len(begun.cures)
    sentence = hides.bench.fault(hides.hidden[0]).sentence
    ended = case_view(hides, played(hides, [named(hides.hidden[0])]), ideal)
    assert ended.end is not None
    assert ended.end.right
    assert ended.end.hidden == (sentence,)
    assert ended.now == "It goes."
    assert ended.did[-1].text.endswith("It goes now.")
    assert any("What tells for sure" in line for line in ended.end.why)
    assert ended.minutes == pytest.approx(sum(did.minutes for did in ended.did), abs=0.05)
    assert ended.end.ideal_minutes == pytest.approx(sum(did.minutes for did in ended.end.ideal), abs=0.05)


def test_the_headline_follows_what_was_named_and_how_long_it_took() -> None:
    hides = case()
    ideal = ideal_way(hides)
    right = named(hides.hidden[0])
    wrong = named(next(fault.id for fault in hides.bench.faults if fault.id not in hides.hidden), cure=hides.hidden[0])
    checks = [Act(do="check", id=fault.id) for fault in hides.bench.faults]

    def headline(acts: list[Act]) -> str:
        end = case_view(hides, played(hides, acts), ideal).end
        assert end is not None
        return end.headline

    assert played(hides, [right]).minutes <= CLOSE * ideal.minutes
    assert "hardly any way is quicker" in headline([right])
    assert played(hides, [*checks, right]).minutes > LONG_WAY * ideal.minutes
    assert "long way" in headline([*checks, right])
    assert "another" in headline([wrong])
    assert "Given up" in headline([Act(do="give_up")])


def test_why_a_name_was_wrong_is_reported_by_what_it_would_show() -> None:
    hides = case()
    wrong = next(fault for fault in hides.bench.faults if fault.id not in hides.hidden)
    end = case_view(hides, played(hides, [named(wrong.id), Act(do="give_up")]), ideal_way(hides)).end
    assert end is not None
    assert end.named == wrong.sentence
    against = ("With the one you named", "The one you named hardly shows", "look alike")
    assert any(line.startswith(against) or "look alike" in line for line in end.why)
    assert any("of 100 such motors" in line for line in end.why)
