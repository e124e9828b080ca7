"""The balance out of a swing: there and back, and what it does to the chain."""

import numpy as np
import pytest

from oakspin.design.patch import patched
from oakspin.draws import MEDIAN
from oakspin.errors import Refusal
from oakspin.machines.table import machine_of
from oakspin.measure import Trial, balance_of, compare, trial_form
from oakspin.measure.swing import swing_period
from oakspin.measure.trial import Readings
from oakspin.motion.simulate import simulate
from tests.core.designs import CRADLE, LANTERN, changed
from tests.effort import effort

OFF = changed(CRADLE, imbalance_mm=0.8)


def test_the_period_gives_the_imbalance_back() -> None:
    period = swing_period(machine_of(OFF, MEDIAN))
    assert period is not None
    assert balance_of(CRADLE, float(period[0])).imbalance_mm == pytest.approx(0.8, rel=2e-3)


def test_a_rotor_let_go_swings_with_that_period() -> None:
    machine = machine_of(
        changed(OFF, strip__right={"bared": "none", "arcs": [], "rest": "enamel"}, surface="sanded"), MEDIAN
    )
    assert machine.rest is not None
    run = simulate(machine, effort(1.0, 3.0), effort(4000, 12000), float(machine.rest.angle[0]) + 0.9)
    moving = np.flatnonzero(run.speed[:, 0])
    turns = moving[np.flatnonzero(np.diff(np.sign(run.speed[moving, 0])))]
    measured = 2 * (run.time[turns[1], 0] - run.time[turns[0], 0])
    period = swing_period(machine)
    assert period is not None
    # A swing of 0.9 rad takes about 5 % longer than a small one.
    assert measured == pytest.approx(float(period[0]), rel=0.08)


def test_a_slow_swing_means_good_balance_and_a_quick_one_bad() -> None:
    slow, quick = balance_of(CRADLE, 3.0), balance_of(CRADLE, 0.4)
    assert slow.imbalance_mm < quick.imbalance_mm
    assert slow.hop_speed > quick.hop_speed
    assert slow.after.margin > slow.before.margin > quick.after.margin


def test_its_patch_puts_the_measured_balance_into_the_design() -> None:
    shown = balance_of(CRADLE, 1.0)
    measured = patched(CRADLE, shown.patch)
    assert measured.imbalance_mm == shown.imbalance_mm


def test_an_impossible_period_and_a_rotor_without_a_level_axle_are_refused() -> None:
    with pytest.raises(Refusal, match="again"):
        balance_of(CRADLE, 60.0)
    with pytest.raises(Refusal, match="level axle"):
        balance_of(LANTERN, 1.0)


def test_a_logged_swing_is_held_against_the_prediction() -> None:
    trial = Trial(group="Kelp", readings=Readings(swings=10, swings_seconds=14.0))
    (row,) = compare(CRADLE, trial)
    assert (row.name, row.measured) == ("swing_period", pytest.approx(1.4))
    assert row.band[0] < row.predicted < row.band[1]
    assert compare(LANTERN, trial) == ()


def test_the_form_asks_for_swings_only_where_they_tell_something() -> None:
    assert trial_form(CRADLE).swings
    assert not trial_form(LANTERN).swings
    planned = trial_form(LANTERN).as_built
    assert [item.pointer for item in planned if item.usual] == ["/feet/gap_mm", "/feet/height_mm"]
    assert {"/battery/used_percent", "/pivot/off_center_mm"} <= {item.pointer for item in planned}
    offered = {field for group in trial_form(CRADLE).groups for field in group.fields}
    assert offered == {reading.field for reading in trial_form(CRADLE).readings}  # each belongs to one instrument
    assert "swings" in {reading.field for reading in trial_form(CRADLE).readings}
