"""Faults of any design that the schema allows: each is one that the design can have, and each says what it needs."""

from hypothesis import HealthCheck, given, settings

from oakspin.design import Design
from oakspin.design.patch import patched, value_at
from oakspin.errors import Refusal
from oakspin.kinds.fault import BenchFault
from oakspin.kinds.kinds import faults_of
from tests.core.generated import designs
from tests.effort import effort


def faults_or_none(design: Design) -> tuple[BenchFault, ...]:
    """Those of a design; none where no motor can be made of it."""
    try:
        return faults_of(design)
    except Refusal:
        return ()


@given(designs)
@settings(
    max_examples=effort(37, 150),
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
def test_every_fault_is_one_that_the_design_can_have(design: Design) -> None:
    faults = faults_or_none(design)
    assert len({fault.id for fault in faults}) == len(faults)
    for fault in faults:
        for flaw in fault.flaws:
            made = patched(design, flaw.patch) if flaw.patch else design
            assert made.kind == design.kind
            # A fault changes something: what the plan says itself is none.
            changed = [value_at(made, each.pointer) != value_at(design, each.pointer) for each in flaw.patch]
            beside = flaw.opens or flaw.ohms or flaw.drag != 1 or flaw.volts != 1
            assert any(changed) or beside, (fault.id, flaw)


@given(designs)
@settings(
    max_examples=effort(15, 60),
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
def test_every_fault_can_be_read_aloud(design: Design) -> None:
    for fault in faults_or_none(design):
        for text in (fault.sentence, fault.check.do, fault.check.question, fault.cure.do, fault.caution):
            assert "{" not in text
            assert "  " not in text
            assert "None" not in text
        assert len(fault.sentence) < 110
        assert fault.check.question.endswith("?")
        assert fault.place
        assert all(0 < share <= 1 for share in fault.gives.values())
