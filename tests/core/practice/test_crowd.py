"""Twelve groups at once: the best order lets all wait least, what is hot comes first, and the record tells of both."""

from __future__ import annotations

import csv
import io
from dataclasses import replace
from functools import lru_cache
from itertools import permutations

import pytest

from oakspin.design.patch import Setting, patched
from oakspin.errors import UnfitPatch
from oakspin.kinds.kinds import KINDS
from oakspin.practice.case import usual_design
from oakspin.practice.crowd import NAMES, STUCK, Crowd, Group, crowd_of, crowd_view
from oakspin.practice.record import COLUMNS, Past, record_table, record_view
from runner.samples import sample


@lru_cache(maxsize=4)
def crowd(kind: str = "frame", seed: int = 3) -> Crowd:
    return crowd_of(patched(KINDS[kind].start, (Setting("/maker", "young_pupil"),)), seed)


def stuck(one: Crowd) -> list[str]:
    return [group.name for group in one.groups if group.waits]


def test_twelve_groups_of_which_some_are_stuck_each_with_a_fault_of_its_own() -> None:
    one = crowd()
    assert [group.name for group in one.groups] == list(NAMES)
    waits = [group for group in one.groups if group.waits]
    assert len(waits) == STUCK
    assert len({group.fault for group in waits}) == STUCK
    assert all(group.minutes > 0 and group.went != "runs" for group in waits)
    assert crowd_of(one.bench.design, 3).groups == one.groups


@pytest.mark.parametrize("kind", list(KINDS))
def test_a_class_can_be_made_of_the_usual_motor_of_every_kind(kind: str) -> None:
    one = crowd_of(usual_design(kind), 1)
    assert one.bench.runs.mean() > 0.55
    assert len(stuck(one)) == STUCK


def test_no_order_lets_all_wait_less_than_the_best_where_nothing_is_hot() -> None:
    one = crowd("hanging", 2)
    cold = Crowd(one.bench, tuple(_cold(group) for group in one.groups))
    best = cold.waiting(cold.best())
    assert best <= min(cold.waiting(order) for order in permutations(cold.best())) + 1e-9


def _cold(group: Group) -> Group:
    return replace(group, side_signs=tuple(sign for sign in group.side_signs if not sign.startswith("hot")))


def test_what_is_hot_goes_before_what_is_quick() -> None:
    one = next(each for each in (crowd("frame", seed) for seed in range(3, 30)) if any(g.hot for g in each.groups))
    hot = [group.name for group in one.groups if group.hot]
    best = [one.groups[at].name for at in one.best()]
    assert set(best[: len(hot)]) == set(hot)
    late = [name for name in best if name not in hot] + hot
    answer = crowd_view(one, late)
    assert not answer.right
    assert answer.headline.startswith("What gets hot comes first")
    assert crowd_view(one, best).right
    assert crowd_view(one, best).waited == crowd_view(one, best).best_waited


def test_a_class_in_words_tells_faults_only_of_those_that_were_helped() -> None:
    one = crowd()
    names = stuck(one)
    begun = crowd_view(one, [])
    assert not begun.ended
    assert begun.turns == begun.best == ()
    assert [group.now for group in begun.groups if not group.waits] == ["Goes."] * (len(NAMES) - STUCK)
    now = crowd_view(one, names[:2])
    assert [group.helped for group in now.groups if group.helped] == [1, 2]
    assert now.turns[1].goes_at == pytest.approx(now.turns[0].minutes + now.turns[1].minutes, abs=0.11)
    worst = [one.groups[at].name for at in reversed(one.best())]
    end = crowd_view(one, worst)
    assert end.ended
    assert end.waited > end.best_waited
    assert len(end.best) == STUCK


@pytest.mark.parametrize("order", [["Nobody"], "goes", "twice"])
def test_a_group_that_needs_no_help_is_reported(order: list[str] | str) -> None:
    one = crowd()
    goes = next(group.name for group in one.groups if not group.waits)
    request = {"goes": [goes], "twice": stuck(one)[:1] * 2}.get(str(order), list(order))
    with pytest.raises(UnfitPatch, match="waits for help"):
        crowd_view(one, request)


def test_a_plan_that_does_not_go_is_no_class() -> None:
    with pytest.raises(UnfitPatch, match="goes as planned"):
        crowd_of(sample("channel-buoy"), 1)


def past(round_: str = "a", **changes: object) -> Past:
    row = Past(round_, "one", "frame", ("coat",), "gripping", False, 8.0, 4.0, "2026-11-27T10:00:00+00:00")
    return replace(row, **changes)  # type: ignore[arg-type]


def test_the_record_holds_minutes_by_round_and_what_was_taken_for_what() -> None:
    right = past(named="coat", right=True, minutes=4.0)
    record = record_view([past(), right, past("b"), past("b", hidden=("coat", "gripping")), past("c", level="class", hidden=(), named="", minutes=90.0)])  # fmt: skip
    assert [(each.number, each.cases, each.right, each.minutes, each.ideal) for each in record.rounds] == [
        (1, 2, 1, 6.0, 4.0),
        (2, 2, 0, 8.0, 4.0),
        (3, 1, 0, 90.0, 4.0),
    ]
    # The other of two faults is no mistake.
    (mistaken,) = record.mistaken
    assert (mistaken.times, mistaken.named) == (2, "The feet grip the magnets.")
    assert mistaken.hidden.startswith("The wire has a coat")


def test_the_record_goes_out_as_a_table_that_no_spreadsheet_runs() -> None:
    rows = list(csv.DictReader(io.StringIO(record_table([past(), past("b", named="=cmd", right=True)]))))
    assert tuple(rows[0]) == COLUMNS
    assert [row["round"] for row in rows] == ["1", "2"]
    assert [row["right"] for row in rows] == ["no", "yes"]
    assert rows[1]["named"] == "'=cmd"
    assert float(rows[0]["minutes"]) == 8.0
