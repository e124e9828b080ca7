"""How many go in these hands: a failure never raises it, a success never lowers it."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from oakspin.kinds.kinds import evaluate
from oakspin.learn.history import Ran
from oakspin.learn.share import WORTH, built_share, motors_in, moved_share, ran_in
from oakspin.learn.summary import summary_of
from oakspin.measure.trial import Readings, Trial
from runner.samples import sample
from tests.effort import effort

LANTERN = sample("lantern")


def ran(number: int, *seen: str, group: str = "", **more: object) -> Ran:
    plain = {"group": group or f"Group {number}", "seen": list(seen), **more}
    return Ran(str(number), LANTERN, Trial.model_validate(plain))


def test_five_of_ten_that_failed_lower_the_plan_s_share() -> None:
    runs = [ran(number, "runs" if number < 5 else "nothing", hands="older_pupil") for number in range(10)]
    found = built_share(LANTERN, runs)
    assert found is not None
    assert (found.ran, found.motors, found.hands) == (5, 10, "older_pupil")
    # A beta law that begins with ten motors: (10 p + 5) / 20.
    assert found.middle == pytest.approx((WORTH * found.plan + 5) / 20)
    assert found.low < found.middle - 0.1 < found.plan - 0.2
    assert "Of 10 motors built by ages 12-15, 5 ran; by the plan alone" in found.sentence
    assert built_share(LANTERN, []) is None


HISTORY = st.lists(st.tuples(st.integers(0, 5), st.booleans(), st.booleans()), max_size=12)


@settings(max_examples=effort(60, 300), deadline=None)
@given(HISTORY, st.integers(0, 5), st.booleans(), st.floats(0.0, 1.0))
def test_a_failure_never_raises_and_a_success_never_lowers(
    history: list[tuple[int, bool, bool]], group: int, rebuilt: bool, plan: float
) -> None:
    runs = [
        ran(at, "runs" if went else "nothing", group=f"Group {who}", rebuilt=anew)
        for at, (who, went, anew) in enumerate(history)
    ]

    def share(more: list[Ran]) -> float:
        found = built_share(LANTERN, [*runs, *more], plan)
        return found.middle if found else plan

    before = share([])
    last = {"group": f"Group {group}", "rebuilt": rebuilt}
    assert share([ran(99, "nothing", **last)]) <= before + 1e-12  # type: ignore[arg-type]
    assert share([ran(99, "runs", **last)]) >= before - 1e-12  # type: ignore[arg-type]


def test_a_failure_changes_no_link_and_no_figure_that_runs_have_taught() -> None:
    first = Ran("1", LANTERN, Trial(group="Tern", readings=Readings(turns=140, turns_seconds=10.0), seen=["runs"]))
    failed = ran(2, "nothing", group="Kelp", readings={"amperes": 5.0})
    before, after = summary_of(LANTERN, [first]), summary_of(LANTERN, [first, failed])
    one, other = evaluate(LANTERN, before.draws), evaluate(LANTERN, after.draws)
    assert [link.margin for link in one.links] == [link.margin for link in other.links]
    assert one.share_that_goes == other.share_that_goes
    assert before.share is not None
    assert after.share is not None
    assert after.share.middle < before.share.middle


def test_a_motor_counts_once_however_often_it_was_tried() -> None:
    runs = [ran(1, "nothing", group="Tern"), ran(2, "runs", group="Tern"), ran(3, "trembles", group="Kelp")]
    assert [went for _, went in motors_in([run.trial for run in runs], "careful_adult")] == [True, False]
    anew = ran(4, "nothing", group="Tern", rebuilt=True)
    assert [went for _, went in motors_in([run.trial for run in (*runs, anew)], "careful_adult")] == [
        True,
        False,
        False,
    ]


def test_a_trial_that_does_not_say_counts_for_nothing() -> None:
    assert ran_in(Trial(group="Tern")) is None
    assert ran_in(Trial(group="Tern", readings=Readings(amperes=1.0))) is None
    assert ran_in(Trial(group="Tern", seen=["nothing"], fault="flat_cell")) is None
    assert ran_in(Trial(group="Tern", readings=Readings(turns=5, turns_seconds=2.0))) is True
    assert ran_in(Trial(group="Tern", seen=["runs", "jumps_off"])) is False


def test_the_plan_weighs_ten_motors() -> None:
    assert moved_share(0.9, 0, 10) == pytest.approx(0.45)
    assert moved_share(0.9, 9, 10) == pytest.approx(0.9)


def test_a_plan_of_which_all_go_is_no_certainty_in_any_hands() -> None:
    runs = [Ran("1", LANTERN, Trial(group="Kelp", seen=["runs"]))]
    share = built_share(LANTERN, runs, plan=1.0)
    assert share is not None
    assert share.middle == 1
    assert share.low < 0.95
    assert "(100" not in share.sentence
    none = built_share(LANTERN, [Ran("1", LANTERN, Trial(group="Kelp", seen=["nothing"]))], plan=0.0)
    assert none is not None
    assert none.high > 0.05
