"""Every sample demonstration, and every kind's start, through all five stages."""

from __future__ import annotations

import pytest

from oakspin import evaluate
from oakspin.design import Design, Document, from_text, to_text
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import spin
from oakspin.make import build_sheet, first_run, template_svg
from oakspin.measure import trial_form
from oakspin.safety import cautions_of
from oakspin.teach import cards_of, explain
from oakspin.tune import sweep, tuning_of
from tests.core.designs import DEMO, sample
from tests.effort import part

SAMPLES = {file.name.split(".")[0]: sample(file.name.split(".")[0]) for file in sorted(DEMO.glob("*.oak.json"))}
EVERY = {**SAMPLES, **{f"start of {name}": kind.start for name, kind in KINDS.items()}}


@pytest.mark.parametrize("name", part(EVERY, 3))
def test_every_stage_has_what_it_shows(name: str) -> None:
    design = EVERY[name]
    verdict = evaluate(design)
    sheet = build_sheet(design)
    assert len({step.id for step in sheet.steps}) == len(sheet.steps) >= 5
    assert sum(step.minutes for step in sheet.steps) == sheet.minutes
    assert "svg" in template_svg(sheet.template, "T")
    card = first_run(design, verdict)
    assert 5 <= card.disconnect_after <= 60
    assert card.cool_for >= card.disconnect_after
    form = trial_form(design)
    assert form.readings
    for field in form.as_built:
        assert field.label
    tuning = tuning_of(design)
    assert tuning.first[0] in {factor.pointer for factor in tuning.factors}
    assert len(sweep(design, tuning.first[0], points=5).points) == 5
    assert len({card.id for card in cards_of(design)}) >= 5
    why = explain(design, "palm", "current")
    assert why.agrees
    assert len(why.steps) == 5
    run = spin(design)
    assert len(run.angle) == len(run.speed) == len(run.touching)
    assert str(sum(stack.count for stack in design.stacks)) in next(
        caution.text for caution in cautions_of(design) if caution.id == "swallowing"
    )


@pytest.mark.parametrize("design", EVERY.values(), ids=EVERY.keys())
def test_written_and_read_again_it_is_the_same(design: Design) -> None:
    assert from_text(to_text(Document(title="T", design=design))).design == design


@pytest.mark.parametrize(("name", "goes"), [("lantern", True), ("carousel", True), ("ferry-wheel", True), ("tide-mill", True), ("night-shuttle", True), ("harbor-ring", True), ("beacon", True), ("crane-motor", True), ("channel-buoy", False), ("fog-bell", False), ("ebb-shuttle", False), ("slack-capstan", False)])  # fmt: skip
def test_those_that_run_run_and_those_that_were_built_wrongly_do_not(name: str, goes: bool) -> None:
    assert (evaluate(SAMPLES[name]).share_that_goes > 0.75) == goes
