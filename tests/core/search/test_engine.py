"""The search: what it finds can be built as asked, from what there is, and nothing that it found beats it."""

from __future__ import annotations

from collections.abc import Iterator
from concurrent.futures import Executor, ThreadPoolExecutor
from functools import lru_cache

import numpy as np
import pytest

from bench.search import climbed, drawer
from oakspin import evaluate
from oakspin.drawer.part import known_draws
from oakspin.drawer.table import read_drawer
from oakspin.drawer.used import takes
from oakspin.draws import Draws
from oakspin.errors import UnreadableDesign
from oakspin.kinds.kinds import build_of
from oakspin.search.candidate import FULL, Candidate, candidate_of, minutes_of, sharp
from oakspin.search.engine import SearchState, search
from oakspin.search.front import Archive, beaten, unbeaten, worths
from oakspin.search.purchases import Bought, shopping_table, worth_buying
from oakspin.search.request import SearchRequest, request_of
from oakspin.search.stock import stock_of
from oakspin.search.tasks import matters_of
from oakspin.search.usual import USUAL_KIT
from oakspin.search.views import found_views, search_view
from runner.samples import DEMO
from tests.effort import part

KIT = stock_of(USUAL_KIT)
HARBOR = stock_of(read_drawer((DEMO / "drawer.csv").read_text()).entries)
OLDER = SearchRequest(groups=6, minutes=60)
FEW_DESIGNS = 9_000


def last(
    stock: tuple[object, ...], request: SearchRequest, designs: int = FEW_DESIGNS, executor: Executor | None = None
) -> SearchState:
    *_, state = search(stock, request, designs=designs, executor=executor)  # type: ignore[arg-type]
    return state


@lru_cache(maxsize=1)
def harbor() -> SearchState:
    return last(HARBOR, OLDER)


@lru_cache(maxsize=1)
def kit() -> SearchState:
    return last(KIT, SearchRequest(minutes=200), 14_000)


def everything(state: SearchState) -> tuple[Candidate, ...]:
    return (*state.front, *state.others)


def test_what_is_found_can_be_built_as_asked_from_what_there_is() -> None:
    stock = {part.key: part for part in HARBOR}
    assert {each.kind for each in everything(harbor())} >= {"cradle", "hanging"}
    for each in everything(harbor()):
        plan = build_of(each.design)
        assert each.design.maker == "older_pupil"
        assert minutes_of(plan, OLDER) == (each.minutes, each.before)
        assert each.minutes <= 60
        taken = takes(each.design, each.parts, plan)
        assert taken == each.takes
        assert all(one.amount * 6 <= stock[one.key].amount for one in taken)


def test_what_is_found_goes_as_surely_as_its_verdict_says() -> None:
    for each in everything(harbor()):
        verdict = evaluate(each.design, known_draws(Draws(), each.parts.values()))
        assert each.goes == pytest.approx(verdict.share_that_goes)
        assert each.current == pytest.approx(verdict.figures["current"].value, rel=1e-6)
        assert each.goes > 0.3


def test_nothing_that_was_found_beats_the_front_on_all_draws() -> None:
    for state, request in ((harbor(), OLDER), (kit(), SearchRequest(minutes=200))):
        matters = matters_of(request)
        again = [candidate_of(each.kind, each.parts, each.shares, request, FULL) for each in everything(state)]
        rows = [worths(each, matters) for each in again if isinstance(each, Candidate)]
        front = rows[: len(state.front)]
        assert len(rows) == len(everything(state))
        assert not any(beaten(row, other) for row in front for other in rows)


def test_kinds_that_are_not_found_say_why() -> None:
    answer = {each.kind: each.why for each in harbor().left_out}
    assert "minutes in these hands at least" in answer["cored"]
    assert "Does not go." in answer["roller"]
    kinds = {each.kind for each in everything(harbor())} | set(answer)
    assert len(kinds) == 7
    assert {each.kind: each.why for each in last((), OLDER).left_out}["frame"] == "there is no battery for it"
    short = {each.kind: each.why for each in last(HARBOR, SearchRequest(groups=20, minutes=200)).left_out}
    assert short["cradle"] == "takes 20 of AA alkaline at least; there are 6"


@pytest.mark.parametrize(
    ("changes", "holds"),
    part(
        [
            ({"kinds": ["cradle"]}, lambda each: each.kind == "cradle"),
            ({"most_A": 5.0}, lambda each: each.current <= 5.0),
            ({"no_sharp_tools": True, "minutes": 120.0}, lambda each: not sharp(build_of(each.design))),
            ({"without": ["1"]}, lambda each: "1" not in {part.key for part in each.parts.values()}),
        ],
        2,
    ),
)
def test_must_and_must_not_hold(changes: dict[str, object], holds: object) -> None:
    found = everything(last(HARBOR, request_of({**OLDER.model_dump(), **changes})))
    assert found
    assert all(holds(each) for each in found)  # type: ignore[operator]


def test_the_same_seed_gives_the_same_answer_whoever_works_on_it() -> None:
    with ThreadPoolExecutor(3) as pool:
        spread = last(HARBOR, OLDER, executor=pool)
    assert [(each.design, each.worth) for each in everything(spread)] == [
        (each.design, each.worth) for each in everything(harbor())
    ]


def test_a_cluster_of_two_workers_finds_the_same_front() -> None:
    distributed = pytest.importorskip("distributed")
    with (
        distributed.LocalCluster(n_workers=2, threads_per_worker=1, processes=False, dashboard_address=None) as cluster,
        distributed.Client(cluster) as client,
    ):
        request = SearchRequest(groups=6, minutes=60, kinds=["hanging"])
        spread = last(HARBOR, request, 2_400, client.get_executor())
    assert [each.design for each in spread.front] == [each.design for each in last(HARBOR, request, 2_400).front]


def test_states_come_as_the_search_goes_on_and_it_ends_when_nobody_asks() -> None:
    states = list(search(HARBOR, OLDER, designs=FEW_DESIGNS))
    seen = [state.seen for state in states]
    assert len(states) > 2
    assert seen == sorted(seen)
    assert [state.done for state in states] == [False] * (len(states) - 1) + [True]

    class Counting(ThreadPoolExecutor):
        begun = 0

        def submit(self, fn, /, *args, **kwargs):  # type: ignore[no-untyped-def]
            Counting.begun += 1
            return super().submit(fn, *args, **kwargs)

    with Counting(1) as pool:
        going: Iterator[SearchState] = search(HARBOR, OLDER, designs=100_000, executor=pool)
        next(going)
        going.close()  # type: ignore[attr-defined]
        left = pool._work_queue.qsize()
    assert Counting.begun < 60
    assert left <= Counting.begun


@pytest.mark.parametrize("number", part([6, 2], 2))
def test_a_planted_best_is_found(number: int) -> None:
    kind, stock, parts = drawer(number)
    request = SearchRequest(minutes=300, matters=["fast"], kinds=[kind])
    best = climbed(kind, parts, request, number, starts=24, rounds=4)
    assert best is not None
    found = max(each.worth["fast"] for each in everything(last(stock, request, 20_000)))
    assert found >= 0.97 * best.worth["fast"]


def test_the_archive_keeps_what_nothing_beats_and_no_two_alike() -> None:
    found = list(everything(kit()))
    archive = Archive(("fast", "quick"), most=4)
    for each in found + found[::-1]:
        archive.add(each)
    kept = archive.found
    assert len(kept) <= 4
    assert unbeaten(kept, ("fast", "quick")) == kept
    for matter in ("fast", "quick"):
        most = max(each.worth[matter] for each in found)
        assert max(each.worth[matter] for each in kept) >= 0.97 * most


def test_the_short_list_is_three_to_eight_each_best_in_something() -> None:
    answer = found_views(kit().front, kit().others, SearchRequest(minutes=200))
    short = [each for each in answer if each.short]
    assert 3 <= len(short) <= 8
    kinds = {each.kind for each in answer}
    assert len({each.kind for each in short}) == min(len(kinds), len(short))
    for matter in ("sure", "fast", "quick"):
        assert any(matter in each.best_in for each in short)
    assert all(each.reason.count(".") >= 2 for each in answer)
    assert all(0 <= share <= 1 for each in answer for share in each.worth.values())
    alone = found_views(kit().front[:1], (), SearchRequest(minutes=200))
    assert alone[0].reason.startswith("The only one")


def test_drawings_come_when_it_is_done() -> None:
    assert all(each.drawing for each in search_view(harbor(), OLDER, drawings=True).found)
    assert not any(each.drawing for each in search_view(harbor(), OLDER).found)


def test_what_is_asked_wrongly_is_reported() -> None:
    with pytest.raises(UnreadableDesign, match="at least 1"):
        request_of({"groups": 0})
    with pytest.raises(UnreadableDesign, match="at most once"):
        request_of({"matters": ["sure", "sure"]})


def test_a_purchase_opens_a_kind_as_the_search_with_it_does() -> None:
    request = SearchRequest(groups=6, minutes=60, kinds=["hanging", "roller"])
    *_, shopping = worth_buying(HARBOR, request, base=last(HARBOR, request, 3_000))
    assert shopping.done
    opened = [purchase for purchase in shopping.purchases if any(gain.opens for gain in purchase.gains)]
    assert opened, shopping
    for purchase in shopping.purchases:
        for good in purchase.goods:
            assert good.amount >= 6 * good.each
            assert good.amount == pytest.approx(6 * good.each + good.spares, abs=0.02)
        assert all(gain.after >= gain.before + 0.05 for gain in purchase.gains)
        assert purchase.sentence.endswith(".")
    worth = [purchase.worth for purchase in shopping.purchases]
    assert worth == sorted(worth, reverse=True)


def test_a_shopping_list_is_a_table_that_no_name_breaks() -> None:
    table = shopping_table([Bought("=Discs, 12", "magnet", 2, 14, "pieces", 2, 0.5)])
    assert table.splitlines()[1] == '"\'=Discs, 12",14,pieces,2,0.50,7.00'


def test_worths_rise_with_what_they_mean() -> None:
    found = list(everything(kit()))
    by_kind: dict[str, list[Candidate]] = {}
    for each in found:
        by_kind.setdefault(each.kind, []).append(each)
        assert each.worth["fast"] == pytest.approx(each.goes * each.edge)
        assert each.worth["quick"] == pytest.approx(each.goes / each.minutes)
        assert np.isfinite(list(each.worth.values())).all()
