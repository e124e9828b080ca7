"""How long a battery lasts, against what it holds."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings

from oakspin.design import Design
from oakspin.draws import MEDIAN
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS, evaluate
from oakspin.parts.cell import charge_at, pack_of
from runner.samples import DEMO, sample
from tests.core.generated import designs, where_made
from tests.effort import effort

MINUTE = 60.0


def no_more_than_it_holds(design: Design) -> None:
    pack = pack_of(design.battery, MEDIAN, design.room_C)
    verdict = evaluate(design)
    if pack.endless or not verdict.sense:
        return
    current, life = verdict.figures["mean_current"].value, verdict.figures["life"].value * MINUTE
    held = float(charge_at(pack, np.array([current]))[0]) * (1 - pack.used)
    assert life * current <= 1.1 * held


@pytest.mark.parametrize("name", sorted(file.name.split(".")[0] for file in DEMO.glob("*.oak.json")))
def test_a_sample_takes_no_more_than_its_battery_holds_at_that_current(name: str) -> None:
    no_more_than_it_holds(sample(name))


@pytest.mark.parametrize("kind", KINDS)
def test_nor_do_good_motors(kind: str) -> None:
    for design in good_motors(kind):
        no_more_than_it_holds(design)


@settings(max_examples=effort(40, 300))
@given(designs)
def test_nor_does_any_design(design: Design) -> None:
    where_made(no_more_than_it_holds, design)


def test_pulses_drain_by_their_square() -> None:
    """The same mean current in bursts lasts less long than if it flowed all the time."""
    design = sample("ferry-wheel")
    verdict = evaluate(design)
    current = verdict.figures["mean_current"].value
    even = float(charge_at(pack_of(design.battery, MEDIAN), np.array([current]))[0]) / current / MINUTE
    assert verdict.figures["life"].value < 0.75 * even
