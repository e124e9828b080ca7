"""Build sheets of the later kinds: lengths that add up, templates at true size, cautions where they matter."""

from __future__ import annotations

import math

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.kinds.kinds import KINDS
from oakspin.make import build_sheet, first_run
from oakspin.make.svg import fits_a_page, template_size
from tests.core.designs import changed

HANGING, CORED, TRAIN = (KINDS[name].start for name in ("hanging", "cored", "train"))


def spans(lines) -> list[tuple[float, float]]:  # type: ignore[no-untyped-def]
    """Width and height of each line of a template."""
    shown = [np.ptp(np.array(line.points), axis=0) for line in lines]
    return [(float(width), float(height)) for width, height in shown]


def test_former_bore_magnet_and_cell_of_a_train_are_drawn_at_true_size() -> None:
    template = build_sheet(TRAIN).template
    circles = [width for width, height in spans(template.lines) if math.isclose(width, height, rel_tol=0.01)]
    assert circles == pytest.approx([14.0, 14.35, 12.7, 10.5], rel=0.01)
    strip = max(width for width, _ in spans(template.lines))
    assert strip == pytest.approx(100.0)
    assert fits_a_page(template)


def test_the_turn_counter_has_a_mark_every_ten_turns() -> None:
    template = build_sheet(TRAIN).template
    marks = sorted(line.points[0][0] for line in template.lines if len(line.points) == 2 and line.points[0][1] == 0.0)
    assert np.diff(marks) == pytest.approx(10 * 0.812, rel=0.01)


@pytest.mark.parametrize(("awg", "adult"), [(22, False), (12, True)])
def test_thick_wire_is_wound_by_an_adult(awg: int, adult: bool) -> None:
    sheet = build_sheet(changed(TRAIN, wire__size={"by": "gauge", "awg": awg}))
    assert next(step for step in sheet.steps if step.id == "wind").adult == adult


def test_a_long_track_is_wound_in_sittings_and_joined_from_spools() -> None:
    sheet = build_sheet(changed(TRAIN, track__length__length_mm=4000.0))
    text = " ".join(step.text for step in sheet.steps)
    assert "sittings" in text
    assert "Butt coil to coil" in text
    assert sheet.cuts[0].count >= 2
    short = build_sheet(changed(TRAIN, track__length__length_mm=300.0))
    assert "join" not in {step.id for step in short.steps}
    assert short.minutes < sheet.minutes


def test_like_poles_are_found_by_feel_and_set_as_planned() -> None:
    text = next(step.text for step in build_sheet(TRAIN).steps if step.id == "poles")
    assert "push each other away" in text
    assert "Both marked faces go outward" in text
    unlike = next(step.text for step in build_sheet(changed(TRAIN, rear__pole_up="S")).steps if step.id == "poles")
    assert "the other inward" in unlike


def test_the_commutator_is_unrolled_at_true_size() -> None:
    template = build_sheet(CORED).template
    girth = 2 * math.pi * 3.0
    gap = girth * 24 / 360
    widths = [width for width, height in spans(template.lines) if height == pytest.approx(10.0) and width < 25]
    assert sorted(widths) == pytest.approx([girth / 2 - gap, girth / 2 - gap, girth], rel=1e-3)
    bar = max(width for width, height in spans(template.lines) if height == pytest.approx(6.0, abs=0.01))
    assert bar == pytest.approx(70.0)


def test_the_wire_to_cut_is_what_the_winding_takes() -> None:
    for turns in (100, 300, 900):
        design = changed(CORED, winding__turns=turns)
        cut = build_sheet(design).cuts[0]
        assert cut.length_mm - cut.tails_mm == pytest.approx(
            evaluate(design).figures["wire_length"].value * 1e3, rel=0.01
        )


def test_opposed_arms_are_drawn_opposed() -> None:
    same, opposed = (
        next(step.pictures[0] for step in build_sheet(changed(CORED, winding__sense=sense)).steps if step.id == "wind")
        for sense in ("same", "opposed")
    )

    def slants(figure) -> set[float]:  # type: ignore[no-untyped-def]
        return {np.sign(shape.points[1][0] - shape.points[0][0]) for shape in figure.shapes if shape.role == "wire"}

    assert slants(same) == {1.0}
    assert slants(opposed) == {1.0, -1.0}


def test_screw_and_touch_are_drawn_at_true_size() -> None:
    template = build_sheet(HANGING).template
    screw = next(line for line in template.lines if line.role == "wire")
    assert np.ptp(np.array(screw.points)[:, 1]) == pytest.approx(35.0)
    touch = next(line for line in template.lines if len(line.points) == 2)
    assert touch.points[0][1] == pytest.approx(HANGING.lead.height_mm)  # type: ignore[union-attr]
    assert max(template_size(template)) < 200


def test_goggles_stand_at_the_step_where_the_screw_hangs_and_heat_where_the_lead_is_held() -> None:
    steps = {step.id: step for step in build_sheet(HANGING).steps}
    assert "Goggles" in steps["hang"].caution
    assert "48 °C" in steps["lead"].caution


@pytest.mark.parametrize("design", [HANGING, CORED, TRAIN], ids=["hanging", "cored", "train"])
def test_the_card_says_how_to_start_it(design) -> None:  # type: ignore[no-untyped-def]
    card = first_run(design, evaluate(design))
    assert "{" not in card.flick
    assert card.checks
    if design.kind == "cored":
        assert evaluate(design).direction in card.flick
    else:
        assert card.flick.startswith("No flick")
