"""Links, headline, advice and report."""

import json

import pytest

from oakspin import advise, evaluate, report
from oakspin.design.patch import patched
from oakspin.rounding import rounded as figures
from oakspin.verdict.links import JUDGES, NAMES
from oakspin.verdict.verdict import weakest_of
from tests.core.designs import CRADLE, LANTERN, changed, sample

ORDER = ["circuit", "current", "push", "starts", "keeps_going", "stays_on", "stays_cool", "lasts"]


def test_links_stand_in_the_order_in_which_a_real_demonstration_fails() -> None:
    verdict = evaluate(LANTERN)
    assert [link.id for link in verdict.links] == ORDER == list(NAMES)
    assert len(JUDGES) == 8


@pytest.mark.parametrize(
    "design",
    [LANTERN, changed(LANTERN, feet__gap_mm=3.0), changed(LANTERN, wire__finish="plastic", wire__ends_stripped=False)],
)
def test_a_link_s_state_follows_from_its_margin_alone(design) -> None:  # type: ignore[no-untyped-def]
    for link in evaluate(design).links:
        expected = "fails" if link.margin < 1 else "tight" if link.margin_band[0] < 1 else "holds"
        assert link.state == expected
        assert link.band[0] <= link.figure <= link.band[1]
        assert link.sentence


def test_the_weakest_link_is_the_first_that_fails_else_the_tightest() -> None:
    broken = evaluate(changed(LANTERN, feet__gap_mm=8.0))
    assert broken.weakest == next(link.id for link in broken.links if link.state == "fails")
    whole = evaluate(sample("carousel"))
    # What gets warm or empty in the end ends no run at once.
    at_once = [link for link in whole.links if link.id not in ("stays_cool", "lasts")]
    lowest = min(at_once, key=lambda link: link.margin_band[0])
    assert whole.weakest == weakest_of(whole.links) == lowest.id


def test_the_headline_says_which_way_how_fast_and_what_is_weakest() -> None:
    verdict = evaluate(LANTERN)
    speed = figures(verdict.figures["speed"].value, 2)
    assert verdict.headline.startswith(f"Turns clockwise, starts by itself, settles near {speed} turns a minute (")
    assert verdict.headline.endswith("Weakest link: stays on.")


def test_the_same_design_gets_the_same_verdict_and_another_seed_nearly_the_same() -> None:
    from oakspin import Draws

    first, again, other = evaluate(LANTERN), evaluate(LANTERN), evaluate(LANTERN, Draws(seed=8))
    assert first == again
    assert first.figures["speed"].value == pytest.approx(other.figures["speed"].value, rel=0.1)
    assert first.figures["speed"].value != other.figures["speed"].value


def test_advice_is_what_trying_it_gives() -> None:
    before = evaluate(LANTERN)
    for advice in advise(LANTERN):
        after = evaluate(patched(LANTERN, advice.patch))
        assert advice.before == before.link(advice.link).margin
        assert advice.after == after.link(advice.link).margin
        assert (
            after.link(before.weakest).margin > before.link(before.weakest).margin
            or advice.goes_after > advice.goes_before
        )


def test_advice_names_each_dial_once_and_no_more_than_three_changes() -> None:
    pointers = [advice.patch[0].pointer for advice in advise(LANTERN)]
    assert 1 <= len(pointers) == len(set(pointers)) <= 3


def test_the_report_is_plain_finite_json_with_all_its_parts() -> None:
    plain = report(LANTERN)
    assert json.loads(json.dumps(plain, allow_nan=False))["links"][2]["id"] == "push"
    assert {"kind", "headline", "direction", "weakest", "links", "advice", "figures"} <= plain.keys()
    assert {"id", "state", "figure", "unit", "band", "sentence"} <= plain["links"][0].keys()
    assert {"sentence", "patch", "effect"} <= plain["advice"][0].keys()
    named = {"coupling", "resistance", "current", "speed", "spin_up_time", "hands_off_time", "runs"}
    assert named <= plain["figures"].keys()
    assert all(figure["unit"] for figure in plain["figures"].values())


@pytest.mark.parametrize(
    ("value", "text"),
    [(1552.3, "1550"), (0.4567, "0.457"), (12.0, "12"), (0, "0"), (99.96, "100"), (0.00012, "0.00012")],
)
def test_numbers_are_said_in_three_figures_and_plain_digits(value: float, text: str) -> None:
    assert figures(value) == text


def test_sample_world_two_run_and_one_says_why_not() -> None:
    assert evaluate(sample("lantern")).direction == "clockwise"
    assert evaluate(sample("carousel")).share_that_goes > 0.5
    assert evaluate(sample("channel-buoy")).direction == "none"


def test_a_small_bared_arc_is_a_choice_and_no_bad_contact() -> None:
    small = {"bared": "arcs", "arcs": [{"center_deg": 90.0, "width_deg": 11.0}], "rest": "enamel"}
    sentence = evaluate(changed(CRADLE, strip__right=small)).link("circuit").sentence
    assert "comes and goes" not in sentence
    assert "bare more of it" in sentence
