"""The drawing of a rotating coil: one moment in all views, handles that give their own value back."""

import numpy as np
import pytest

from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import seen
from oakspin.kinds.kinds import draw
from oakspin.machines.table import machine_of
from tests.core.designs import ALL_ROUND, CRADLE, LOBES, bared, changed

SQUARE = changed(CRADLE, coil__outline={"by": "square", "along_mm": 26.0, "across_mm": 18.0}, supports__level_mm=2.0)
CORNERS = [{"along_mm": x, "across_mm": y} for x, y in ((-11.0, -9.0), (12.0, -9.0), (8.0, 10.0), (-9.0, 7.0))]
OWN = changed(CRADLE, coil__outline={"by": "own", "points": CORNERS})
DESIGNS = {
    "cradle": CRADLE,
    "lobes": LOBES,
    "half open": changed(LOBES, lobes__opening_deg=120.0),
    "square": SQUARE,
    "own": OWN,
}


def geometry(design):  # type: ignore[no-untyped-def]
    return draw(design, machine_of(design, MEDIAN))


def test_raising_the_right_support_raises_its_seat_by_half_and_lowers_the_other_as_much() -> None:
    heights = lambda design: {handle.id: handle.y for handle in geometry(design).handles if "support" in handle.id}  # noqa: E731
    before, after = heights(SQUARE), heights(changed(SQUARE, supports__level_mm=3.0))
    assert after["right-support"] - before["right-support"] == pytest.approx(0.5, abs=1e-3)
    assert after["left-support"] - before["left-support"] == pytest.approx(-0.5, abs=1e-3)


def test_the_axle_lies_in_both_seats_however_it_slopes() -> None:
    drawing = geometry(changed(SQUARE, supports__level_mm=4.0))
    seats = {handle.x: handle.y for handle in drawing.handles if "support" in handle.id}
    leads = [seen(path, drawing.pose) for path in drawing.moving if path.role == "wire" and len(path.points) == 2]
    for x, y in seats.items():
        lead = next(line for line in leads if min(line[0][0], line[1][0]) <= x <= max(line[0][0], line[1][0]))
        (x0, y0), (x1, y1) = lead
        assert y0 + (y1 - y0) * (x - x0) / (x1 - x0) == pytest.approx(y, abs=5e-3)


def test_the_coil_is_in_both_views_and_stands_upright_at_its_pose() -> None:
    drawing = geometry(CRADLE)
    coils = [seen(path, drawing.pose) for path in drawing.moving if path.role == "wire" and len(path.points) > 2]
    side, end = (np.ptp(np.array(line), axis=0) for line in coils)
    assert side == pytest.approx([24.0, 24.0], abs=0.1)
    assert end == pytest.approx([0.0, 24.0], abs=0.1)


def roles(design) -> set[str]:  # type: ignore[no-untyped-def]
    drawing = geometry(design)
    return {shape.role for shape in (*drawing.shapes, *drawing.moving)}


def test_the_ring_shows_push_brake_and_coasting_as_they_are() -> None:
    narrow = roles(changed(CRADLE, strip__right=bared(90, 80)))
    assert {"push_arc", "idle_arc"} <= narrow
    assert "brake_arc" not in narrow
    assert {"push_arc", "brake_arc"} <= roles(changed(CRADLE, strip__right=bared(0)))
    assert "idle_arc" not in {
        s.role for s in geometry(changed(CRADLE, strip__right=ALL_ROUND)).shapes if len(s.points) > 30
    }


def test_two_lobes_have_two_pushes_a_turn() -> None:
    assert sum(shape.role == "push_arc" for shape in geometry(LOBES).shapes) == 2


def test_the_push_is_drawn_on_top_where_the_marked_side_is() -> None:
    for design in (CRADLE, changed(CRADLE, strip__right=bared(270))):
        drawing = geometry(design)
        arc = np.array(next(shape for shape in drawing.shapes if shape.role == "push_arc").points)
        mark = np.array(next(seen(path, drawing.pose) for path in drawing.moving if path.role == "mark"))
        assert arc[:, 1].mean() > drawing.turning.y < mark[:, 1].mean()


def test_leads_show_what_is_bare_enameled_and_painted() -> None:
    assert {"bared", "enamel"} <= roles(CRADLE)
    assert "paint" in roles(changed(CRADLE, strip__right=bared(90, rest="marker")))


def test_no_current_is_drawn_where_none_flows() -> None:
    drawing = geometry(changed(CRADLE, strip__right=bared(0, 60)))
    assert not any(path.carries for path in drawing.moving)
    assert drawing.flows == ()


def test_field_lines_leave_the_magnet_and_run_out_alike_on_both_sides() -> None:
    drawing = geometry(CRADLE)
    assert len(drawing.field_lines) >= 6
    ends = sorted(line[-1][0] - drawing.turning.x for line in drawing.field_lines)
    assert ends == pytest.approx([-end for end in reversed(ends)], abs=0.1)
