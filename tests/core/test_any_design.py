"""One contract for every valid design: a finite look, or a refusal with a hint; an answer at every stage."""

import math
from collections.abc import Iterator

from hypothesis import given, settings

from oakspin import look
from oakspin.design import Design, design_of
from oakspin.draws import Draws
from oakspin.errors import Fault, OakSpinError, UnreadableDesign
from oakspin.kinds.kinds import changes_of
from oakspin.kinds.look import Look, spin
from oakspin.make import build_sheet
from oakspin.measure import trial_form
from oakspin.teach import explain, pole_finder
from tests.core.generated import designs, plain_designs
from tests.effort import effort


def answer(faults: list[Fault]) -> bool:
    """Whether every fault says what is wrong, its limit, and what to do."""
    return all(fault.hint and fault.limit and fault.field.startswith("/") for fault in faults)


@settings(deadline=None)
@given(plain_designs)
def test_what_keeps_to_the_schema_is_a_design_or_says_which_two_fields_do_not_go_together(plain: dict[str, object]) -> None:  # fmt: skip
    faults: list[Fault] = []
    try:
        design_of(plain)
    except UnreadableDesign as error:
        faults = error.faults
    assert answer(faults)


@settings(deadline=None, max_examples=effort(37, 150))
@given(designs)
def test_every_valid_design_gets_a_finite_look_or_a_refusal_with_a_hint(design: Design) -> None:
    faults: list[Fault] = []
    try:
        shown = look(design, Draws(16))
    except OakSpinError as error:
        faults = error.faults
    if faults:
        assert answer(faults)
        return
    verdict = shown.verdict
    for link in verdict.links:
        assert all(map(math.isfinite, (link.figure, link.margin, *link.band, *link.margin_band)))
        assert link.sentence
    for name, figure in verdict.figures.items():
        assert math.isfinite(figure.value), name
        assert figure.band[0] <= figure.value <= figure.band[1], name
    assert verdict.direction in {
        "clockwise",
        "counterclockwise",
        "forward",
        "backward",
        "to the right",
        "to the left",
        "none",
    }
    assert (verdict.sense == 0) == (verdict.direction == "none")
    assert all(map(math.isfinite, _places(shown)))


def _places(shown: Look) -> Iterator[float]:
    drawing = shown.drawing
    yield from (number for shape in drawing.shapes for point in shape.points for number in point)
    yield from (number for path in drawing.moving for point in path.points for number in point)
    yield from (number for push in drawing.pushes for number in (push.x, push.y, push.force_mN))
    yield from (number for handle in drawing.handles for number in (handle.x, handle.y))
    yield from drawing.bounds


@settings(max_examples=effort(15, 60), deadline=None)
@given(designs)
def test_every_stage_answers_or_refuses_with_a_hint(design: Design) -> None:
    faults: list[Fault] = []
    try:
        assert build_sheet(design).minutes > 0
        assert all(change.sentence and change.patch for change in changes_of(design))
        assert explain(design, "palm", "current").steps
        run = spin(design)
        assert all(map(math.isfinite, (*run.angle, *run.speed, *run.current)))
        assert trial_form(design).readings
        finder = pole_finder(design)
        assert bool(finder.ways) != bool(finder.instead)
    except OakSpinError as error:
        faults = error.faults
    assert answer(faults)
