"""The pole finder: what is seen tells the pole, for every kind with one stack."""

from __future__ import annotations

import pytest

from oakspin import evaluate
from oakspin.kinds.kinds import KINDS
from oakspin.teach import pole_finder
from tests.core.designs import changed


@pytest.mark.parametrize("kind", ["frame", "hanging", "cradle", "lobes", "cored"])
@pytest.mark.parametrize("pole", ["N", "S"])
def test_the_pole_is_found_from_the_way_it_turned(kind: str, pole: str) -> None:
    design = changed(KINDS[kind].start, magnets__pole_up=pole)
    seen = evaluate(design).direction
    unmarked = changed(KINDS[kind].start, magnets__pole_up="N")
    shown = next(way for way in pole_finder(unmarked).ways if way.direction == seen)
    assert shown.pole == pole
    assert changed(unmarked, magnets__pole_up=shown.patch[0].value) == design


def test_where_turning_tells_nothing_another_way_is_reported() -> None:
    for design in (KINDS["train"].start, changed(KINDS["frame"].start, magnets__magnetized="across")):
        shown = pole_finder(design)
        assert shown.ways == ()
        assert shown.instead
