"""A lesson as it goes by: who waits, who is helped first, what is cut off at the end."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin.classroom.lesson import ALONE, TRY, WALK, GroupWork, Try, lesson

WORKS = Try(True)


def fails(minutes: float, *, hot: bool = False, on: float = 0.0) -> Try:
    return Try(False, ("covered",), minutes, on, hot)


def left(minutes: float, waited: float) -> float:
    """Minutes of mending that are left once a group has looked by itself while it waited."""
    return minutes - waited / ALONE


def test_a_motor_that_goes_runs_from_its_first_try_on() -> None:
    (strip,) = lesson([GroupWork(10.0, (WORKS,))], helpers=1, begins=4.0, ends=35.0)
    assert strip.runs_at == pytest.approx(14.0 + TRY)
    assert [span.doing for span in strip.spans] == ["building", "running"]
    assert (strip.tried, strip.waited, strip.why) == (1, 0.0, ())


def test_one_helper_goes_to_who_waits_longest_and_the_other_waits_meanwhile() -> None:
    first, second = lesson(
        [GroupWork(10.0, (fails(5.0), WORKS)), GroupWork(11.0, (fails(8.0), WORKS))], helpers=1, begins=0.0, ends=60.0
    )
    free = 10 + TRY + WALK + left(5, WALK)
    assert first.runs_at == pytest.approx(free + TRY)
    waited = free + WALK - 11 - TRY
    assert second.waited == pytest.approx(waited)
    assert second.runs_at == pytest.approx(free + WALK + left(8, waited) + TRY)
    assert second.tried == 2


def test_what_is_hot_is_helped_before_who_waits_longer() -> None:
    makings = [
        GroupWork(5.0, (fails(6.0), WORKS)),
        GroupWork(6.0, (fails(9.0), WORKS)),
        GroupWork(7.0, (fails(9.0, hot=True), WORKS)),
    ]
    _, longer, hot = lesson(makings, helpers=1, begins=0.0, ends=60.0)
    assert hot.runs_at is not None
    assert longer.runs_at is not None
    assert hot.runs_at < longer.runs_at


def test_without_a_helper_a_group_searches_alone_and_longer() -> None:
    (strip,) = lesson([GroupWork(10.0, (fails(5.0), WORKS))], helpers=0, begins=0.0, ends=60.0)
    assert strip.runs_at == pytest.approx(10 + TRY + ALONE * 5 + TRY)
    assert strip.waited == 0


def test_a_group_that_waits_long_finds_it_by_itself() -> None:
    _, alone = lesson(
        [GroupWork(5.0, (fails(40.0), WORKS)), GroupWork(6.0, (fails(4.0), WORKS))], helpers=1, begins=0.0, ends=60.0
    )
    assert alone.runs_at == pytest.approx(6 + TRY + ALONE * 4 + TRY)


def test_what_is_not_done_at_the_end_says_what_stops_it() -> None:
    late, waits = lesson(
        [GroupWork(50.0, (WORKS,)), GroupWork(10.0, (fails(30.0), WORKS))], helpers=1, begins=0.0, ends=30.0
    )
    assert (late.runs_at, late.why, late.spans[-1].doing) == (None, (), "building")
    assert (waits.runs_at, waits.why, waits.spans[-1].doing) == (None, ("covered",), "mending")
    assert waits.spans[-1].ends == 30.0


def test_a_group_that_builds_on_after_help_is_shown_building_and_frees_its_helper() -> None:
    first, second = lesson(
        [GroupWork(5.0, (fails(2.0, on=10.0), WORKS)), GroupWork(6.0, (fails(6.0), WORKS))],
        helpers=1,
        begins=0.0,
        ends=60.0,
    )
    assert [span.doing for span in first.spans] == ["building", "waiting", "mending", "building", "running"]
    assert second.runs_at is not None
    free = 5 + TRY + WALK + left(2, WALK)
    assert second.runs_at == pytest.approx(free + WALK + left(6, free + WALK - 6 - TRY) + TRY)


def test_who_waits_again_to_the_end_is_shown_waiting() -> None:
    again, helped = lesson(
        [GroupWork(2.0, (fails(1.0), fails(30.0))), GroupWork(3.0, (fails(50.0),))], helpers=1, begins=0.0, ends=30.0
    )
    assert helped.spans[-1].doing == "mending"
    assert [span.doing for span in again.spans] == ["building", "waiting", "mending", "waiting"]
    assert again.waited > 20


TRIES = st.lists(st.builds(fails, st.floats(0, 15), hot=st.booleans(), on=st.floats(0, 10)), max_size=3)


def made(minutes: float, some: list[Try], ends_well: bool) -> GroupWork:
    return GroupWork(minutes, (*some, WORKS if ends_well else fails(3.0)))


@given(
    makings=st.lists(st.builds(made, st.floats(0, 50), TRIES, st.booleans()), min_size=1, max_size=8),
    helpers=st.integers(0, 3),
)
def test_every_lesson_adds_up(makings: list[GroupWork], helpers: int) -> None:
    strips = lesson(makings, helpers=helpers, begins=4.0, ends=44.0)
    at_work = [0.0] * 2
    for making, strip in zip(makings, strips, strict=True):
        assert strip.spans[0].begins == 4.0
        assert strip.spans[-1].ends == pytest.approx(44.0)
        assert all(one.ends == two.begins for one, two in zip(strip.spans, strip.spans[1:], strict=False))
        assert (strip.runs_at is not None) == (strip.spans[-1].doing == "running" or strip.runs_at == 44.0)
        if strip.runs_at is not None:
            assert strip.runs_at >= 4.0 + making.minutes
        at_work[0] += sum(span.ends - span.begins for span in strip.spans if span.doing == "mending")
        at_work[1] += (strip.tried + 1) * TRY
    if helpers:
        # A helper is with one group at a time; the try that follows is the group's own.
        assert at_work[0] <= helpers * 40.0 + at_work[1] + 1e-6


def test_more_helpers_never_keep_a_lone_group_waiting_longer() -> None:
    makings = [GroupWork(5.0 + at, (fails(4.0), WORKS)) for at in range(8)]
    waited = [
        sum(strip.waited for strip in lesson(makings, helpers=many, begins=0.0, ends=60.0)) for many in (1, 2, 4, 8)
    ]
    assert waited == sorted(waited, reverse=True)
    assert waited[-1] == pytest.approx(8 * WALK)
