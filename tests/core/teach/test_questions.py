"""Questions before and after: one right answer each, which the motor itself gives."""

from __future__ import annotations

import pytest

from oakspin.design import Design
from oakspin.design.bench import Maker
from oakspin.design.patch import Setting, patched
from oakspin.kinds.kinds import evaluate, parts_of, tuned_of
from oakspin.kinds.numbers import turned
from oakspin.teach import cards_of
from oakspin.teach.questions import APART, questions_of
from runner.samples import sample
from tests.effort import effort

SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
HALF_BARED = ("ferry-wheel", "tide-mill")
SOME = effort(SAMPLES[::3], SAMPLES)


def of(design: Design, id_: str) -> list[str]:
    """The right answer to a question, as a list that is empty where it is not asked."""
    return [each.options[each.answer] for each in questions_of(design) if each.id == id_]


@pytest.mark.parametrize("name", SAMPLES)
def test_every_motor_is_asked_of_its_parts_its_way_its_speed_and_its_changes(name: str) -> None:
    found = questions_of(sample(name))
    assert [each.id for each in found][:2] == ["part", "half" if name in HALF_BARED else "why"]
    assert {"fastest"} < {each.id for each in found}
    assert sum(each.id.startswith("if_") for each in found) == 2
    for each in found:
        assert len(set(each.options)) == len(each.options) >= 3
        assert 0 <= each.answer < len(each.options)
        assert each.question.endswith(("?", "."))


@pytest.mark.parametrize("name", SAMPLES)
def test_the_fastest_of_three_is_so_when_each_is_built(name: str) -> None:
    design = sample(name)
    question = next(each for each in questions_of(design) if each.id == "fastest")
    number = next(each for each in tuned_of(design) if question.options[0].startswith(f"{each.name} "))
    speeds = []
    for option in question.options:
        text = option.removeprefix(f"{number.name} ").removesuffix(f" {number.unit}" if number.unit else "")
        value = int(text) if number.whole else float(text)
        verdict = evaluate(turned(design, parts_of(design), number.pointer, value))
        speeds.append(verdict.figures["speed"].value if verdict.sense else 0.0)
    best, second = sorted(speeds)[-1], sorted(speeds)[-2]
    assert speeds[question.answer] == best
    assert second < (1 - APART) * best * 1.03  # options are told with three figures


def test_what_comes_of_a_change_is_what_its_card_says() -> None:
    for name in SOME:
        design = sample(name)
        for card in cards_of(design)[:2]:
            assert of(design, f"if_{card.id}") == [card.options[card.answer]]


def test_the_same_motor_is_asked_the_same_and_right_answers_do_not_all_stand_first() -> None:
    assert questions_of(sample("beacon")) == questions_of(sample("beacon"))
    firsts = [each.answer for name in SAMPLES for each in questions_of(sample(name)) if each.id in ("part", "why")]
    assert len(set(firsts)) > 1


def test_only_a_lead_that_is_bared_half_way_asks_why_half() -> None:
    maker: Maker = "young_pupil"
    for name in SOME:
        design = patched(sample(name), (Setting("/maker", maker),))
        assert (of(design, "half") != []) == (name in HALF_BARED)
        assert of(design, "half") in ([], ["So that current flows only while the push helps."])


def test_a_part_that_a_kind_calls_otherwise_is_asked_for_by_its_name_and_its_purpose_there() -> None:
    request = {name: next(each for each in questions_of(sample(name)) if each.id == "part") for name in SAMPLES}
    assert request["crane-motor"].question == "What is the iron bar for?"
    assert "iron" in of(sample("crane-motor"), "part")[0]
    assert request["beacon"].question == "What is the screw for?"
    # A lesson that gives a word for a part gives its purpose with it, and nothing else says "iron bar".
    assert [name for name, each in request.items() if "iron bar" in each.question] == ["crane-motor"]
