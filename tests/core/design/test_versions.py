"""Every file ever written stays readable, and says what it said."""

from __future__ import annotations

import json
from collections import Counter
from pathlib import Path
from typing import Any

import pytest

from oakspin import evaluate, from_text, look
from oakspin.design import VERSION, design_of
from oakspin.design.versions import UPGRADES, moved, upgraded
from oakspin.errors import UnreadableDesign
from oakspin.kinds.kinds import KINDS

FOLDER = Path(__file__).parent / "versions"
FILES = sorted(FOLDER.glob("*/*.oak.json"))


def content(path: Path) -> dict[str, Any]:
    return dict(json.loads(path.read_text(encoding="utf-8")))


def numbers_in(value: Any) -> list[float]:
    """Every number anywhere in a plain value, sorted."""
    if isinstance(value, dict):
        return sorted(number for inner in value.values() for number in numbers_in(inner))
    if isinstance(value, list):
        return sorted(number for inner in value for number in numbers_in(inner))
    return [float(value)] if isinstance(value, (int, float)) and not isinstance(value, bool) else []


def test_every_published_version_has_files_of_every_kind_it_knew_and_a_step_to_the_next() -> None:
    assert sorted(UPGRADES) == list(range(1, VERSION))
    for version in range(1, VERSION):
        kinds = {content(path)["design"]["kind"] for path in FILES if path.parent.name == str(version)}
        assert {"frame", "hanging", "cradle", "lobes", "cored", "train"} <= kinds


@pytest.mark.parametrize("path", FILES, ids=lambda path: f"{path.parent.name} {path.stem}")
def test_it_opens_with_everything_that_was_decided_in_it(path: Path) -> None:
    written = content(path)
    assert written["version"] == int(path.parent.name)
    read = from_text(path.read_bytes())
    assert read.title == written["title"]
    plain = read.design.model_dump(mode="json")
    assert plain["kind"] == written["design"]["kind"]
    # Nothing that was decided is lost; what a later version knows beside has its common value.
    decided = upgraded(written["design"], written["version"])
    assert not Counter(numbers_in(decided)) - Counter(numbers_in(plain))
    kept = Counter(numbers_in(written["design"])) - Counter(numbers_in(decided))
    assert sum(kept.values()) <= (1 if path.name == "frame-odd.oak.json" else 0)  # two cells that now stand alone


@pytest.mark.parametrize("path", FILES, ids=lambda path: f"{path.parent.name} {path.stem}")
def test_it_says_the_same_as_when_it_was_written(path: Path) -> None:
    text = json.loads((path.parent / "sentences.json").read_text(encoding="utf-8"))[path.name]
    shown = look(from_text(path.read_bytes()).design)
    assert shown.verdict.direction == text["direction"]
    assert [f"{part.title}: {part.line}" for part in shown.parts] == text["parts"]
    assert shown.verdict.headline


def test_an_upgrade_leaves_its_input_as_it_was() -> None:
    old = content(FOLDER / "1" / "crane-motor.oak.json")["design"]
    before = json.dumps(old)
    new = upgraded(old, 1)
    assert json.dumps(old) == before
    assert new["fan"] == {"mass_g": old["fan_g"], "radius_mm": old["fan_mm"], "area_mm2": old["fan_area_mm2"]}  # type: ignore[index]
    assert upgraded(new, VERSION) is new
    assert evaluate(design_of(old, 1)).figures["inertia"] == evaluate(design_of(new)).figures["inertia"]


@pytest.mark.parametrize("kind", ["frame", "hanging"])
def test_cells_side_by_side_under_what_stands_or_hangs_become_one_cell(kind: str) -> None:
    start = KINDS[kind].start.model_dump(mode="json")
    start["battery"]["in_parallel"] = 2
    with pytest.raises(UnreadableDesign, match="in_parallel: got 2; must be 1 where the cell stands alone"):
        design_of(start)
    assert design_of(start, 2).battery.in_parallel == 1
    assert start["battery"]["in_parallel"] == 2


def test_a_pointer_into_an_old_design_points_where_the_field_stands_now() -> None:
    assert moved("/fan_g", "cored", 1) == "/fan/mass_g"
    assert moved("/gap/distance_mm", "cored", 1) == "/gap/distance_mm"
    assert moved("/fan_g", "cradle", 1) == "/fan_g"
    assert moved("/fan_g", "cored", VERSION) == "/fan_g"


@pytest.mark.parametrize(("version", "says"), [(VERSION + 1, "newer Oak Spin wrote it"), (0, "whole number"), (True, "whole number"), ("1", "whole number"), (None, "whole number")])  # fmt: skip
def test_a_version_that_was_never_published_is_reported(version: Any, says: str) -> None:
    file = {**content(FOLDER / "1" / "lantern.oak.json"), "version": version}
    with pytest.raises(UnreadableDesign, match=says):
        from_text(json.dumps(file))
