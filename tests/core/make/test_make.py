"""Build sheet, template and first-run card, against lengths on paper and the design itself."""

import re
import xml.etree.ElementTree as ET

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN
from oakspin.machines.frame.shape import frame_shape
from oakspin.make import build_sheet, first_run, template_svg
from oakspin.make.svg import PAGE, RULER, fits_a_page, template_size
from oakspin.parts.cell import pack_of
from tests.core.designs import LANTERN, changed, sample

SPRING = changed(LANTERN, outline__half={"by": "spring", "turns": 6.0, "diameter_mm": 24.0})
SVG = "{http://www.w3.org/2000/svg}"


def leg_length(design) -> float:  # type: ignore[no-untyped-def]
    leg = frame_shape(design, pack_of(design.battery, MEDIAN)).legs[0]
    return float(np.linalg.norm(np.diff(leg, axis=0), axis=1).sum() * 1e3)


def test_a_piece_for_two_legs_is_both_legs_and_two_tails() -> None:
    cut = build_sheet(LANTERN).cuts[0]
    assert cut.length_mm == pytest.approx(2 * leg_length(LANTERN) + 30, abs=1)
    assert (cut.count, cut.tails_mm) == (1, 30)


@pytest.mark.parametrize(("legs", "counts"), [(1, [1]), (2, [1]), (3, [1, 1]), (6, [3])])
def test_legs_come_in_pairs_and_an_odd_one_alone(legs: int, counts: list[int]) -> None:
    assert [cut.count for cut in build_sheet(changed(LANTERN, outline__legs=legs)).cuts] == counts


def test_a_spring_needs_its_turns_of_wire_and_a_smaller_former() -> None:
    sheet = build_sheet(SPRING)
    assert sheet.cuts[0].length_mm > 2 * 6 * np.pi * 24
    former = next(setting for setting in sheet.settings if setting.name.startswith("Former"))
    assert former.value_mm == pytest.approx((24 - 0.812) / 1.03, abs=0.1)


def test_bends_lie_along_the_wire_from_the_point_to_the_foot() -> None:
    bends = build_sheet(LANTERN).bends
    places = [bend.at_mm for bend in bends]
    assert places == sorted(places)
    assert places[-1] == pytest.approx(leg_length(LANTERN), abs=0.1)
    assert len(bends) == len(LANTERN.outline.half.points) + 3  # the point, its stem, the foot
    assert {bend.note.split(", ")[-1] for bend in bends[1:-1]} == {"inward", "outward"}


def test_slower_hands_take_longer() -> None:
    minutes = [
        build_sheet(changed(LANTERN, maker=maker)).minutes for maker in ("careful_adult", "older_pupil", "young_pupil")
    ]
    assert minutes == sorted(minutes)
    assert 1.4 * minutes[0] < minutes[2] < 2.1 * minutes[0]


@pytest.mark.parametrize(
    ("finish", "adult", "says"), [("plastic", True, "adult"), ("enameled", False, "do not burn"), ("bare", None, "")]
)
def test_baring_is_a_step_with_its_caution_where_there_is_a_skin(finish: str, adult: bool | None, says: str) -> None:
    step = next((step for step in build_sheet(changed(LANTERN, wire__finish=finish)).steps if step.id == "bare"), None)
    assert (step is None) == (adult is None)
    if step:
        assert step.adult is adult
        assert says in step.caution


def test_cautions_stand_at_the_steps_where_they_matter() -> None:
    by_id = {step.id: step.caution for step in build_sheet(LANTERN).steps}
    assert "swallowed" in by_id["lay_out"]
    assert "Goggles" in by_id["cut"]
    assert "pinch" in by_id["stack"]
    assert "drill" in by_id["set_on"]


def test_the_template_is_true_to_the_millimeter() -> None:
    template = build_sheet(LANTERN).template
    root = ET.fromstring(template_svg(template, "Lantern"))
    width, height = template_size(template)
    assert (root.get("width"), root.get("height")) == (f"{width:g}mm", f"{height:g}mm")
    assert root.get("viewBox") == f"0 0 {width:g} {height:g}"  # one unit is one millimeter
    wires = [path.get("d") or "" for path in root.iter(f"{SVG}path") if path.get("class") == "wire"]
    assert len(wires) == 2
    for d in wires:
        points = np.array([float(number) for number in re.findall(r"-?[\d.]+", d)]).reshape(-1, 2)
        assert np.linalg.norm(np.diff(points, axis=0), axis=1).sum() == pytest.approx(leg_length(LANTERN), rel=1e-3)
        assert (points >= 0).all()
        assert (points <= [width, height]).all()


def test_the_ruler_line_is_100_millimeters() -> None:
    root = ET.fromstring(template_svg(build_sheet(LANTERN).template, "Lantern"))
    (ruler,) = [path.get("d") or "" for path in root.iter(f"{SVG}path") if path.get("class") == "ruler"]
    start, _, end = (float(number) for number in re.findall(r"[\d.]+", ruler))
    assert end - start == RULER == 100


def test_a_title_cannot_break_the_drawing() -> None:
    root = ET.fromstring(template_svg(build_sheet(LANTERN).template, '<script>"&'))
    assert '<script>"&' in (root.findtext(f"{SVG}title") or "")


def test_a_tall_frame_says_that_it_does_not_fit_a_page() -> None:
    assert fits_a_page(build_sheet(sample("carousel")).template)
    tall = build_sheet(changed(LANTERN, battery__in_series=6)).template
    assert template_size(tall)[1] > PAGE[1]
    assert not fits_a_page(tall)


def test_the_power_goes_off_before_one_build_in_ten_is_too_hot() -> None:
    for cell in ("alkaline_AA", "nimh_AA"):
        verdict = evaluate(changed(LANTERN, battery__cell=cell))
        card = first_run(changed(LANTERN, battery__cell=cell), verdict)
        assert card.disconnect_after <= max(5, min(60, verdict.figures["hands_off_time"].band[0]))
        assert card.cool_for >= card.disconnect_after
    assert card.disconnect_after < 60
    assert "48 °C" in card.why


def test_a_motor_that_does_not_go_is_reported_so_before_it_is_switched_on() -> None:
    dead = changed(LANTERN, wire__finish="enameled", wire__ends_stripped=False)
    card = first_run(dead, evaluate(dead))
    assert "enamel is still on" in card.dead
    assert "Fix that first" in card.dead
    assert (card.flick, card.expect) == ("", "")
    goes = first_run(LANTERN, evaluate(LANTERN))
    assert goes.dead == ""
    assert goes.flick
    assert goes.expect == evaluate(LANTERN).headline
