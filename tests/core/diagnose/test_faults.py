"""Faults of every kind: none that a design cannot have, each with its effect, told so that it can be done."""

import numpy as np
import pytest

from oakspin.draws import Draws
from oakspin.kinds.fault import MAKERS
from oakspin.kinds.kinds import KINDS, faults_of
from oakspin.machines.flaw import PLANNED, Flaw, flawed, with_flaw
from oakspin.machines.table import machine_of
from oakspin.verdict.outcome import outcome_of
from runner.samples import sample
from tests.core.designs import LANTERN

SAMPLES = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")


def starts() -> list:  # type: ignore[type-arg]
    return [kind.start for kind in KINDS.values()]


@pytest.mark.parametrize("design", [*starts(), *map(sample, SAMPLES)], ids=lambda design: design.kind)
def test_every_kind_has_its_faults_and_each_can_be_built(design: object) -> None:
    faults = faults_of(design)  # type: ignore[arg-type]
    assert 12 <= len(faults) <= 25
    assert len({fault.id for fault in faults}) == len(faults)
    for fault in faults:
        for flaw in fault.flaws:
            machine = flawed(design, flaw, Draws(count=8))  # type: ignore[arg-type]
            assert np.isfinite(machine.load.dry).all(), fault.id


@pytest.mark.parametrize("name", SAMPLES)
def test_every_fault_changes_what_the_motor_does(name: str) -> None:
    design, draws = sample(name), Draws(count=64)
    planned = outcome_of(machine_of(design, draws))
    for fault in faults_of(design):
        changed = [outcome_of(flawed(design, flaw, draws)) for flaw in fault.flaws]
        same = [
            np.allclose(each.speed, planned.speed) and np.allclose(each.mean_current, planned.mean_current) and each.drive.sense == planned.drive.sense and np.allclose(each.start.ratio, planned.start.ratio)
            for each in changed
        ]  # fmt: skip
        # A kink is felt on the way alone, a bare top speed knows nothing of it.
        assert not all(same) or planned.journey is not None, fault.id


def test_words_are_sentences_that_can_be_done() -> None:
    for name in SAMPLES:
        for fault in faults_of(sample(name)):
            for text in (fault.sentence, fault.check.do, fault.cure.do):
                assert text[0].isupper(), text
                assert text.endswith("."), text
            assert fault.check.question.endswith("?")
            assert 0.1 <= fault.check.minutes <= 5
            assert 0.2 <= fault.cure.minutes <= 20
            # The steadier the hands, the seldomer.
            often = [fault.commonness(maker) for maker in MAKERS]
            assert often == sorted(often)
            assert 0 < often[0] <= often[-1] < 0.5


def test_what_no_field_tells_is_on_the_bench_all_the_same() -> None:
    machine = machine_of(LANTERN, Draws(count=8))
    assert with_flaw(machine, PLANNED).total_ohms == pytest.approx(machine.total_ohms)
    assert outcome_of(with_flaw(machine, Flaw(opens=True))).drive.current.max() == 0
    bad = with_flaw(machine, Flaw(ohms=2.0, drag=3.0, volts=0.5))
    assert bad.total_ohms == pytest.approx(machine.total_ohms + 2.0)
    assert bad.load.dry == pytest.approx(3 * machine.load.dry)
    assert bad.pack.volts_at(0.0) == pytest.approx(machine.pack.volts_at(0.0) / 2)
    both = Flaw(ohms=1.0, drag=2.0).union(Flaw(opens=True, drag=2.0))
    assert (both.opens, both.ohms, both.drag) == (True, 1.0, 4.0)


def test_a_design_is_reported_no_fault_that_it_cannot_have() -> None:
    ferry = {fault.id for fault in faults_of(sample("ferry-wheel"))}
    assert "reversed_cell" not in ferry  # one cell alone
    assert "worn_paint" not in ferry  # enamel, no paint
    assert "reversed_cell" in {fault.id for fault in faults_of(sample("crane-motor"))}
