"""Cautions: always all of them, with this design's own numbers."""

from oakspin.safety import cautions_of
from tests.core.designs import LANTERN, changed


def test_every_danger_is_named_and_the_school_comes_first() -> None:
    found = {caution.id: caution.text for caution in cautions_of(LANTERN)}
    assert next(iter(found)) == "school"
    assert set(found) == {"school", "swallowing", "implants", "pinching", "heat", "cells", "sparks", "tools"}
    assert "licensed" in found["school"]
    assert "lithium-ion" in found["cells"]
    assert "48 °C" in found["heat"]


def test_the_keep_away_distance_is_that_of_these_magnets() -> None:
    def distance(**fields) -> int:  # type: ignore[no-untyped-def]
        text = next(one.text for one in cautions_of(changed(LANTERN, **fields)) if one.id == "implants")
        return int(text.split("at least ")[1].split(" cm")[0])

    assert distance() == 7
    assert distance(magnets__diameter_mm=30.0, magnets__thickness_mm=10.0) > 2 * distance()


def test_the_magnets_to_count_are_those_of_the_design() -> None:
    text = next(one.text for one in cautions_of(changed(LANTERN, magnets__count=5)) if one.id == "swallowing")
    assert "Count all 5" in text
