"""Trials as marks over a number: each at the value that it was built with."""

from oakspin.design.patch import Setting, patched
from oakspin.measure import Trial
from oakspin.measure.marks import marks
from oakspin.measure.trial import AsBuilt, Readings
from tests.core.designs import LANTERN

GAP = "/feet/gap_mm"
RAN = Readings(turns=100, turns_seconds=10.0, amperes=2.5)


def test_a_trial_stands_at_the_value_of_the_design_that_it_was_run_with_or_at_that_noted_as_built() -> None:
    wider = patched(LANTERN, (Setting(GAP, 1.5),))
    as_built = Trial(group="Tern", readings=RAN, as_built=[AsBuilt(pointer=GAP, value=0.9)])
    found = marks(
        GAP,
        [(LANTERN, Trial(group="Kelp", readings=RAN)), (wider, Trial(group="Limpet", readings=RAN)), (wider, as_built)],
    )
    assert [mark.value for mark in found] == [LANTERN.feet.gap_mm, 1.5, 0.9]
    assert [mark.group for mark in found] == ["Kelp", "Limpet", "Tern"]
    assert found[0].measured == {"speed": 600.0, "mean_current": 2.5}


def test_a_simulated_motor_leaves_no_mark() -> None:
    assert marks(GAP, [(LANTERN, Trial(group="Kelp", readings=RAN, simulated=True))]) == ()


def test_trials_without_readings_and_designs_without_the_number_leave_no_mark() -> None:
    assert marks(GAP, [(LANTERN, Trial(group="Kelp"))]) == ()
    assert marks("/coil/turns", [(LANTERN, Trial(group="Kelp", readings=RAN))]) == ()
