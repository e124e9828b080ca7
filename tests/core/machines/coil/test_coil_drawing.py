"""The drawing of a rotating coil: one moment in all views, handles that give their own value back."""

import numpy as np
import pytest

from oakspin.draws import MEDIAN
from oakspin.machines.kinds import machine_of
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
    return machine_of(design, MEDIAN).geometry


def test_raising_one_support_leaves_the_other_where_it_is() -> None:
    right = next(handle for handle in geometry(SQUARE).handles if handle.id == "right-support")
    (axis,) = right.axes
    moved = changed(SQUARE, supports__level_mm=3.0, gap_mm=axis.follows[0].value(3.0))
    heights = lambda design: {one.id: one.y for one in geometry(design).handles if "support" in one.id}  # noqa: E731
    assert heights(moved)["left-support"] == pytest.approx(heights(SQUARE)["left-support"], abs=0.01)
    assert heights(moved)["right-support"] == pytest.approx(heights(SQUARE)["right-support"] + 1.0, abs=0.01)


def roles(design) -> set[str]:  # type: ignore[no-untyped-def]
    return {shape.role for shape in geometry(design).shapes}


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
        found = geometry(design)
        arc = np.array(next(shape for shape in found.shapes if shape.role == "push_arc").points)
        mark = np.array(next(shape for shape in found.shapes if shape.role == "mark").points)
        assert arc[:, 1].mean() > found.turning.y < mark[:, 1].mean()


def test_leads_show_what_is_bare_enameled_and_painted() -> None:
    assert {"bared", "enamel"} <= roles(CRADLE)
    assert "paint" in roles(changed(CRADLE, strip__right=bared(90, rest="marker")))


def test_no_current_is_drawn_where_none_flows() -> None:
    found = geometry(changed(CRADLE, strip__right=bared(0, 60)))
    assert found.current == ()
    assert found.flows == ()


def test_field_lines_leave_the_magnet_and_run_out_alike_on_both_sides() -> None:
    found = geometry(CRADLE)
    assert len(found.field_lines) >= 6
    ends = sorted(line[-1][0] - found.turning.x for line in found.field_lines)
    assert ends == pytest.approx([-end for end in reversed(ends)], abs=0.1)
