"""Drawings of the steps: every step has one, of this very motor, within its frame."""

import math
from itertools import combinations

import pytest

from oakspin.design import Design
from oakspin.kinds.kinds import build_of
from oakspin.make import build_sheet
from runner.samples import DEMO, sample
from tests.core.designs import LANTERN, changed

ALL = {path.name.split(".")[0]: sample(path.name.split(".")[0]) for path in sorted(DEMO.glob("*.oak.json"))}
CRADLE = ALL["ferry-wheel"]


@pytest.mark.parametrize("design", ALL.values(), ids=ALL)
def test_every_step_of_every_sample_is_drawn(design: Design) -> None:
    for step in build_sheet(design).steps:
        assert step.pictures, step.id
        for picture in step.pictures:
            left, bottom, right, top = picture.bounds
            assert right > left
            assert top > bottom
            assert any(not shape.faint for shape in picture.shapes), step.id
            places = [(label.x, label.y) for label in picture.labels]
            places += [point for line in picture.dimensions for point in (line.start, line.end)]
            assert all(left <= x <= right and bottom <= y <= top for x, y in places), step.id


def test_the_cut_pieces_are_drawn_with_the_lengths_of_the_plan() -> None:
    for design in (LANTERN, CRADLE):
        cuts = build_of(design).cuts
        picture = next(step for step in build_sheet(design).steps if step.id == "cut").pictures[0]
        answer = [label.text for label in picture.labels]
        assert [f"{cut.count} × {cut.length_mm:g} mm" for cut in cuts] == [text for text in answer if "×" in text]


def test_what_a_step_adds_is_full_and_what_stood_there_before_is_faint() -> None:
    steps = {step.id: step.pictures[0] for step in build_sheet(LANTERN).steps}
    faint = {shape.role for shape in steps["set_on"].shapes if shape.faint}
    fresh = {shape.role for shape in steps["set_on"].shapes if not shape.faint}
    assert {"cell", "north", "south"} <= faint
    assert "wire" in fresh
    assert "wire" not in {shape.role for shape in steps["stack"].shapes}


def test_the_former_is_drawn_with_its_size_and_the_turns_are_counted() -> None:
    for turns in (7, 12):
        picture = next(
            step for step in build_sheet(changed(CRADLE, coil__turns=turns)).steps if step.id == "wind"
        ).pictures[0]
        assert any(label.text.startswith(f"{turns} turns") for label in picture.labels)


def test_the_bends_are_numbered_along_the_outline() -> None:
    picture = next(step for step in build_sheet(LANTERN).steps if step.id == "shape").pictures[0]
    bends = {f"bend {number}": bend for number, bend in enumerate(build_of(LANTERN).bends)}
    assert len(picture.labels) == sum(bend.note.startswith("bend ") for bend in bends.values())
    line = [point for shape in picture.shapes if shape.role == "wire" for point in shape.points]
    for label in picture.labels:
        number, degrees = label.text.split(": ")
        bend = bends[f"bend {number}"]
        assert bend.note.startswith(f"bend {number},")
        assert degrees == f"{bend.degrees:g}°"
        assert min(math.dist(point, (label.x, label.y)) for point in line) < 12
    # No label stands on another: each has its own line of print, or its own side of the drawing.
    for one, other in combinations(picture.labels, 2):
        assert abs(one.y - other.y) >= 6 or abs(one.x - other.x) >= 22
