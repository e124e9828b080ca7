"""A figure has one value wherever it is told: each place is asked for it, and all are compared.

What is told under another condition (a meter in the circuit, a typical build) says so, and is compared with that.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from hypothesis import assume, given, settings

from oakspin.classroom.kit import kit_of
from oakspin.comparison import ComparedDesign, side_by_side
from oakspin.design import Design
from oakspin.drawer.used import amount_at
from oakspin.draws import Draws
from oakspin.errors import Refusal
from oakspin.kinds.kinds import build_of, evaluate, tuned_of
from oakspin.make import build_sheet, making_of
from oakspin.measure.compare import compare
from oakspin.measure.trial import Readings, Trial
from oakspin.rounding import rounded
from oakspin.spoken import digits_of, plain_unit
from oakspin.teach import cards_of
from oakspin.tune import best_settings, sweep
from oakspin.verdict.verdict import Verdict
from runner.samples import sample
from tests.core.classroom.classes import plan
from tests.core.generated import designs
from tests.effort import effort

GOING = ("lantern", "carousel", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
NUMBER = r"([\d.,]+)"


def number(text: str) -> str:
    return text.replace(",", "").rstrip(".")


def speeds_shown(design: Design, verdict: Verdict) -> Iterator[tuple[str, str]]:
    """Where the speed is told, and as what."""
    rate = re.escape(verdict.rate_words)
    headline = re.search(rf"{NUMBER} {rate}", verdict.headline)
    if headline:
        yield "headline", number(headline[1])
        card = making_of(design).first_run.expect
        again = re.search(rf"{NUMBER} {rate}", card)
        yield "first-run card", number(again[1]) if again else card
    keeps = verdict.link("keeps_going")
    yield "keeps going", number(keeps.spoken.text.split()[0])
    yield "keeps going, plainly", number(keeps.spoken.plain.split()[0])
    settles = re.search(rf"settles near {NUMBER}", verdict.link("stays_on").sentence)
    if settles:
        yield "stays on", number(settles[1])
    row = next(
        row
        for row in side_by_side([ComparedDesign("a", design), ComparedDesign("b", design)]).rows
        if row.label == keeps.name
    )
    yield "side by side", number(row.cells[0].text.split()[0]) if row.cells[0] else ""
    factor = tuned_of(design)[0]
    points = sweep(design, factor.pointer, points=3, draws=Draws()).points
    here = next((point for point in points if point.value == factor.value and not point.refused), None)
    if here:
        yield "Tune's sweep", rounded(here.figures["speed"][1], digits_of(keeps.unit))


def same_speed(design: Design) -> None:
    verdict = evaluate(design)
    speed = verdict.figures["speed"]
    expected = rounded(speed.value, digits_of(speed.unit))
    shown = dict(speeds_shown(design, verdict))
    assert set(shown.values()) == {expected}, shown


@pytest.mark.parametrize("name", GOING)
def test_the_speed_of_a_sample_is_one_everywhere(name: str) -> None:
    same_speed(sample(name))


@settings(max_examples=effort(30, 120))
@given(designs)
def test_so_is_that_of_any_design_that_goes(design: Design) -> None:
    try:
        goes = evaluate(design).share_that_goes > 0.5
    except Refusal:
        goes = False
    assume(goes)
    same_speed(design)


@pytest.mark.parametrize("name", GOING)
def test_the_best_of_each_tells_what_choose_then_shows(name: str) -> None:
    from oakspin.design.patch import patched

    design = sample(name)
    for best in best_settings(design):
        verdict = evaluate(patched(design, best.settings))
        found = re.search(rf": (\d+) of 100 builds go, near {NUMBER} {re.escape(verdict.rate_words)}", best.sentence)
        assert found, best.sentence
        assert int(found[1]) == round(100 * verdict.share_that_goes)
        assert number(found[2]) == rounded(verdict.figures["speed"].value, 2)


@pytest.mark.parametrize("name", GOING)
def test_predict_cards_begin_with_what_choose_shows(name: str) -> None:
    design = sample(name)
    verdict = evaluate(design)
    for name_, words in (("push", "push"), ("speed", "speed")):
        figure = verdict.figures[name_]
        plain = plain_unit(figure.unit)
        before = f"{words} {rounded(figure.value * plain.per, 2)} →"
        for card in cards_of(design):
            assert before in card.plain_figures, (before, card.plain_figures)


@pytest.mark.parametrize("name", GOING)
def test_a_cell_s_life_is_one(name: str) -> None:
    design = sample(name)
    verdict = evaluate(design)
    minutes = verdict.figures["life"].value
    link = verdict.link("lasts")
    assert link.figure * {"min": 1, "hours": 60, "s": 1 / 60}[link.unit] == pytest.approx(minutes, rel=1e-6)


@pytest.mark.parametrize("name", ["lantern", "carousel", "ferry-wheel", "crane-motor", "night-shuttle", "beacon"])
def test_the_wire_to_cut_is_one(name: str) -> None:
    design = sample(name)
    sheet, build = build_sheet(design), build_of(design)
    cut = sum(piece.count * piece.length_mm for piece in sheet.cuts) * 1e-3
    assert amount_at(design, "wire", build) == pytest.approx(cut)
    lines = [line for line in kit_of(plan(name)).lines if line.place == "wire"]
    assert lines[0].each == pytest.approx(cut, abs=0.005)
    # What is in the motor is less, and called so.
    per = {"mm": 1e-3, "m": 1.0}[evaluate(design).figures["wire_length"].unit]
    assert evaluate(design).figures["wire_length"].value * per < cut + 1e-9


@pytest.mark.parametrize("name", ["lantern", "ferry-wheel", "crane-motor"])
def test_a_trial_is_held_against_what_choose_shows_or_says_what_differs(name: str) -> None:
    design = sample(name)
    speed = evaluate(design).figures["speed"].value
    alone = Trial(group="Kelp", readings=Readings(turns=100, turns_seconds=10))
    metered = Trial(group="Kelp", readings=Readings(turns=100, turns_seconds=10, amperes=1.0))
    plain, with_meter = (
        next(each for each in compare(design, trial) if each.name == "speed") for trial in (alone, metered)
    )
    assert plain.predicted == pytest.approx(speed, rel=1e-9)
    assert plain.condition == ""
    assert with_meter.condition == "with the meter in the circuit"
    assert with_meter.predicted != plain.predicted
