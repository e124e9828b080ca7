"""What is said reads as English, of every design in many makes: no placeholder, no bare number, no torn sentence."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import fields, is_dataclass

import pytest

from oakspin import advise, evaluate, look
from oakspin.draws import Draws
from oakspin.kinds.kinds import build_of, changes_of, lesson_of
from oakspin.make import build_sheet, first_run
from oakspin.measure import trial_form
from oakspin.safety import cautions_of
from oakspin.teach import cards_of, explain, pole_finder
from tests.core.variety import DESIGNS
from tests.effort import part

ODD = {
    "a placeholder": re.compile(r"[{}]"),
    "no value": re.compile(r"\b(nan|None|inf|True|False)\b"),
    "two blanks": re.compile(r"  "),
    "a blank before a stop": re.compile(r" [.,;!?]"),
    "two stops": re.compile(r"[.,;:]{2,}"),
    "a minus that is a hyphen": re.compile(r"(?<![\w-])-\d"),
    "a long number": re.compile(r"\d\.\d{5,}"),
    "one of many": re.compile(r"\b1 (turns|coins|sheets|legs|magnets|runs|spools)\b(?! a)"),
    "a blank at an end": re.compile(r"^\s|\s$"),
}


def texts(answer: object) -> Iterator[str]:
    """Every text in an answer but ids, pointers and roles, which are no words."""
    if isinstance(answer, str):
        yield answer
    elif isinstance(answer, dict):
        for value in answer.values():
            yield from texts(value)
    elif isinstance(answer, list | tuple):
        for value in answer:
            yield from texts(value)
    elif is_dataclass(answer):
        for field in fields(answer):
            if field.name not in {"id", "pointer", "patch", "role", "anchor", "key", "value", "predicts", "series"}:
                yield from texts(getattr(answer, field.name))


@pytest.mark.parametrize("name", part(DESIGNS, 4))
def test_what_every_stage_says_reads_as_english(name: str) -> None:
    design = DESIGNS[name]
    shown = look(design)
    answers = {
        "verdict": shown.verdict,
        "parts": shown.parts,
        "labels": (shown.drawing.labels, shown.drawing.dimensions, shown.drawing.caption),
        "changes": changes_of(design),
        "advice": advise(design, Draws(32)),
        "sheet": build_sheet(design),
        "card": first_run(design, evaluate(design)),
        "form": trial_form(design),
        "cautions": cautions_of(design),
        "cards": cards_of(design),
        "why": explain(design, "palm", "current"),
        "poles": pole_finder(design),
    }
    odd = [
        f"{stage}: {what}: {text!r}"
        for stage, answer in answers.items()
        for text in texts(answer)
        for what, pattern in ODD.items()
        if pattern.search(text)
    ]
    assert not odd, "\n".join(odd[:12])


@pytest.mark.parametrize("name", part(DESIGNS, 4, 2))
def test_sentences_end_and_begin(name: str) -> None:
    design = DESIGNS[name]
    verdict = look(design).verdict
    sentences = [verdict.headline, *(link.sentence for link in verdict.links), *verdict.causes]
    sentences += [step.text for step in build_sheet(design).steps] + [
        step.caution for step in build_sheet(design).steps
    ]
    sentences += [card.question for card in cards_of(design)] + [card.because for card in cards_of(design)]
    sentences += list(lesson_of(design).story)
    for text in filter(None, sentences):
        assert text[-1] in ".:!?", text
        assert text[0].isupper() or text[0].isdigit() or not text[0].isalpha(), text


@pytest.mark.parametrize("name", DESIGNS)
def test_what_is_printed_lies_on_its_sheet_and_what_is_cut_is_enough(name: str) -> None:
    plan, sheet = build_of(DESIGNS[name]), build_sheet(DESIGNS[name])
    left, bottom, right, top = plan.template.bounds
    for line in plan.template.lines:
        for x, y in line.points:
            assert left - 0.01 <= x <= right + 0.01, plan.template.title
            assert bottom - 0.01 <= y <= top + 0.01, plan.template.title
    for figure in plan.how_to:
        low_x, low_y, high_x, high_y = figure.bounds
        for shape in figure.shapes:
            assert all(low_x <= x <= high_x and low_y <= y <= high_y for x, y in shape.points), figure.title
    needed = look(DESIGNS[name]).verdict.figures.get("wire_length")
    if needed and sheet.cuts:
        cut = sum(cut.count * (cut.length_mm - cut.tails_mm) for cut in sheet.cuts)
        assert cut == pytest.approx(needed.value * {"m": 1e3, "mm": 1.0}[needed.unit], rel=0.08, abs=25)
    assert all(step.minutes > 0 for step in sheet.steps)
    assert [step.number for step in sheet.steps] == list(range(1, len(sheet.steps) + 1))
