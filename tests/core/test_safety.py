"""Cautions: always all of them, with this design's own numbers."""

from oakspin.safety import cautions_of
from runner.samples import sample
from tests.core.designs import LANTERN, changed


def test_every_danger_is_named_and_the_school_comes_first() -> None:
    shown = {caution.id: caution.text for caution in cautions_of(LANTERN)}
    assert next(iter(shown)) == "school"
    assert set(shown) == {"school", "swallowing", "implants", "pinching", "heat", "cells", "sparks", "tools"}
    assert "licensed" in shown["school"]
    assert "lithium-ion" in shown["cells"]
    assert "48 °C" in shown["heat"]


def test_the_keep_away_distance_is_that_of_these_magnets() -> None:
    def distance(**fields) -> int:  # type: ignore[no-untyped-def]
        text = next(caution.text for caution in cautions_of(changed(LANTERN, **fields)) if caution.id == "implants")
        return int(text.split("at least ")[1].split(" cm")[0])

    assert distance() == 7
    assert distance(magnets__diameter_mm=30.0, magnets__thickness_mm=10.0) > 2 * distance()


def test_the_magnets_to_count_are_those_of_the_design() -> None:
    text = next(
        caution.text for caution in cautions_of(changed(LANTERN, magnets__count=5)) if caution.id == "swallowing"
    )
    assert "Count them (5" in text


def test_a_short_circuit_is_named_where_it_is_nearly_one() -> None:
    heat = {
        name: next(each.text for each in cautions_of(sample(name)) if each.id == "heat")
        for name in ("lantern", "crane-motor")
    }
    assert "nearly a short circuit" in heat["lantern"]
    # 3.7 ohms of winding on two cells: 3.16 V / 4.1 ohms.
    assert "short circuit" not in heat["crane-motor"]
    assert "about 0.78 A" in heat["crane-motor"]
