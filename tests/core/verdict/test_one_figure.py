"""Figures of one motor that are told together add up, and times are told as people say them."""

from __future__ import annotations

import re

import pytest

from oakspin import Draws, evaluate, machine_of
from oakspin.draws import median
from oakspin.rounding import rounded, time_unit
from oakspin.verdict.outcome import outcome_of
from runner.samples import DEMO, sample
from runner.sentences import generated

NAMES = [path.name.removesuffix(".oak.json") for path in sorted(DEMO.glob("*.oak.json"))]


@pytest.mark.parametrize("name", NAMES)
def test_the_chain_tells_the_mean_current_with_the_peak_beside_it(name: str) -> None:
    design = sample(name)
    verdict, outcome = evaluate(design), outcome_of(machine_of(design, Draws()))
    link, peak = verdict.link("current"), median(outcome.drive.current)
    if not outcome.goes:
        assert link.figure == pytest.approx(peak)
        assert "Average while running" not in link.sentence
        return
    assert link.figure <= peak
    assert f"{rounded(peak, 2)} A at the start" in link.sentence
    assert (link.figure, link.band) == (verdict.figures["mean_current"].value, verdict.figures["mean_current"].band)


@pytest.mark.parametrize(("seconds", "unit"), [(5, "s"), (119, "s"), (121, "min"), (5399, "min"), (5401, "hours")])
def test_times_are_reported_in_the_unit_that_people_use(seconds: float, unit: str) -> None:
    answer, per = time_unit(seconds)
    assert answer == unit
    assert 1 <= seconds * per < 120


def test_no_link_tells_hundreds_of_seconds_or_minutes() -> None:
    for design in generated(120):
        for id_ in ("stays_cool", "lasts"):
            link = evaluate(design, Draws(64)).link(id_)
            assert link.wording or link.figure < 120 or link.unit == "hours", link
            assert not re.search(r"\d{4,} s\b|\b[2-9]\d\d s\b", link.sentence), link.sentence
