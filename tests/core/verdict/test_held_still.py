"""A motor that is stuck with the current on: how soon its first part is too hot to hold."""

from __future__ import annotations

import numpy as np
import pytest

from oakspin import evaluate, look
from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.kinds import KINDS
from oakspin.machines.table import machine_of
from oakspin.make import first_run
from oakspin.verdict.outcome import NO_CURRENT, outcome_of
from tests.core.designs import CRADLE, LANTERN, changed
from tests.core.variety import DESIGNS

FINE = {"by": "gauge", "awg": 30}


@pytest.mark.parametrize(
    "name", [name for name, design in DESIGNS.items() if design.kind in ("cradle", "lobes", "cored")]
)
def test_stuck_a_winding_is_hot_no_later_than_in_its_own_wind(name: str) -> None:
    figures = look(DESIGNS[name]).verdict.figures
    assert figures["held_still_time"].value <= figures["hands_off_time"].value * 1.001
    low, high = figures["held_still_time"].band
    assert 0 < low <= figures["held_still_time"].value <= high


def test_finer_wire_and_a_fresh_cell_are_hotter_sooner() -> None:
    def held(**fields) -> float:
        return look(changed(CRADLE, **fields)).verdict.figures["held_still_time"].value

    assert held(wire__size=FINE) < 0.5 * held()
    assert held() < held(battery__used_percent=80.0)


def test_a_stuck_train_warms_the_turns_under_it_too() -> None:
    machine = machine_of(KINDS["train"].start, MEDIAN)
    assert [body.name for body in machine.stuck] == ["track"]
    thin = outcome_of(machine_of(changed(KINDS["train"].start, wire__size={"by": "gauge", "awg": 24}), Draws()))
    assert thin.held_hottest.name == "track"
    assert np.median(thin.held_still) < np.median(thin.hands_off)


def test_nothing_warms_without_current_and_nothing_is_said_of_it() -> None:
    broken = changed(LANTERN, wire__finish="enameled", wire__ends_stripped=False)
    assert outcome_of(machine_of(broken, Draws())).held_still == pytest.approx(NO_CURRENT)
    assert first_run(broken, evaluate(broken)).stalled == ""


def test_the_card_and_the_chain_say_it_where_a_hand_must_help() -> None:
    figure = look(CRADLE).verdict.figures["held_still_time"]
    card = first_run(CRADLE, evaluate(CRADLE)).stalled
    assert card.startswith("If it stalls, power off at once: the coil is too hot to hold in ")
    assert f" {float(f'{figure.value:.2g}'):g} s (" in card
    cool = {
        kind: next(link.sentence for link in look(KINDS[kind].start).verdict.links if link.id == "stays_cool")
        for kind in KINDS
    }
    assert all(("If it sticks" in cool[kind]) == (kind in ("cradle", "lobes", "cored")) for kind in KINDS)
