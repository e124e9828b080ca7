"""Numbers: each told once, the same by handle, dial, sweep and typing; and what a practitioner might change."""

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, reject, settings
from hypothesis import strategies as st

from oakspin import turn
from oakspin.design import Design
from oakspin.design.patch import Setting, patched, value_at
from oakspin.draws import MEDIAN
from oakspin.errors import Fault, OakSpinError, Refusal, UnfitPatch
from oakspin.kinds.kinds import KINDS, changes_of, draw, numbers_of, parts_of
from oakspin.kinds.numbers import Dial, Number
from oakspin.machines.table import machine_of
from oakspin.measure import trial_form
from oakspin.tune import factor_at, planned, tuning_of
from tests.core.designs import CRADLE, LANTERN, changed, grade, sample
from tests.core.generated import designs
from tests.core.variety import DESIGNS
from tests.effort import effort, part

BEACON = sample("beacon")


def faults_against(design: Design, *settings: Setting) -> list[Fault]:
    """What stands against settings; nothing when they can be made."""
    try:
        patched(design, settings)
    except UnfitPatch as error:
        return error.faults
    return []


def numbers_shown(design: Design) -> dict[str, Number]:
    """Its numbers; a design that no magnet can be made of has none to turn."""
    try:
        return numbers_of(design)
    except Refusal:
        reject()


def dials(design: Design) -> list[Dial]:
    """All dials of a design; a design of which no motor can be made has none."""
    try:
        return [dial for part in parts_of(design) for dial in part.dials]
    except Refusal:
        reject()


@settings(max_examples=effort(37, 150), deadline=None)
@given(designs)
def test_every_dial_tells_the_design_s_own_value_within_its_own_limits(design: Design) -> None:
    shown = dials(design)
    names = [dial.name for dial in shown if dial.type == "number"]
    assert len(set(names)) == len(names)
    for dial in shown:
        assert dial.value == value_at(design, dial.pointer), dial.pointer
        assert dial.label
        assert dial.reason, dial.pointer
        if dial.type == "number":
            assert dial.minimum <= dial.value <= dial.maximum, dial.pointer
            assert dial.step > 0
        if dial.type == "choice":
            assert dial.choices
            assert len({choice.key for choice in dial.choices}) == len(dial.choices)


@settings(max_examples=effort(25, 100), deadline=None)
@given(designs)
def test_every_handle_turns_a_number_that_has_a_dial_and_can_be_swept_over_the_same_range(design: Design) -> None:
    try:
        numbers, shown = numbers_of(design), {dial.pointer: dial for dial in dials(design)}
        handles = draw(design, machine_of(design, MEDIAN)).handles
    except OakSpinError:
        return
    for axis in (axis for handle in handles for axis in handle.axes):
        number, dial = numbers[axis.pointer], shown[axis.pointer]
        factor, values = planned(design, axis.pointer, low=number.minimum, high=number.maximum)
        assert axis.slope != 0
        for answer in (dial, factor):
            assert (answer.minimum, answer.maximum, answer.step, answer.unit) == (number.minimum, number.maximum, number.step, number.unit)  # fmt: skip
        assert values[0] == pytest.approx(number.minimum)
        assert values[-1] == pytest.approx(number.maximum)


@settings(max_examples=effort(25, 100), deadline=None)
@given(designs, st.data())
def test_turned_by_dial_handle_sweep_or_map_a_number_gives_the_same_design_to_the_last_digit(design: Design, data: st.DataObject) -> None:  # fmt: skip
    number = data.draw(st.sampled_from(sorted(numbers_shown(design).values(), key=lambda number: number.pointer)))
    value = data.draw(st.floats(number.minimum, number.maximum))
    refused = faults_against(design, *number.turned(value))
    if refused:
        assert all(fault.hint for fault in refused)
        return
    turned = turn(design, number.pointer, value)
    swept = patched(design, factor_at(design, number.pointer).turned(value))
    assert swept == turned
    for pointer, values in number.arrays(np.array([value])).items():
        assert value_at(turned, pointer) == values[0]
    assert abs(value_at(turned, number.pointer) - value) <= (0.5 if number.whole else 1e-6)


@settings(max_examples=effort(15, 60), deadline=None)
@given(designs)
def test_both_ends_of_every_number_can_be_had_or_say_why_not(design: Design) -> None:
    for number in numbers_shown(design).values():
        for edge in (number.minimum, number.maximum):
            faults = faults_against(design, *number.turned(edge))
            # Only a fault between two fields may stand against an edge; the number's own limits never do.
            own = [fault for fault in faults if fault.field == number.pointer and fault.limit.startswith("at ")]
            assert own == [], number.pointer
            assert all(fault.hint for fault in faults)


@pytest.mark.parametrize("value", [math.nan, math.inf, True, "four", None])
def test_a_number_is_turned_by_a_number_alone(value: object) -> None:
    with pytest.raises(UnfitPatch, match="must be a number"):
        turn(LANTERN, "/feet/gap_mm", value)


def test_a_value_beyond_the_range_is_refused_with_the_range_and_a_reason() -> None:
    with pytest.raises(UnfitPatch, match=r"/feet/gap_mm: got 25 mm; must be from 0 to 8 mm\. Clearance to the rim"):
        turn(LANTERN, "/feet/gap_mm", 25)
    with pytest.raises(UnfitPatch, match="no dial"):
        turn(LANTERN, "/feet/gap", 1)


@pytest.mark.parametrize("gap", [15.0, 3.0])
def test_a_range_reaches_out_to_where_a_design_stands(gap: float) -> None:
    number = numbers_of(changed(LANTERN, feet__gap_mm=gap))["/feet/gap_mm"]
    assert number.maximum == max(gap, 8)


@pytest.mark.parametrize(("design", "pointer", "follower"), [(LANTERN, "/magnets/count", "/feet/height_mm"), (LANTERN, "/magnets/thickness_mm", "/feet/height_mm"), (BEACON, "/magnets/count", "/lead/height_mm")])  # fmt: skip
def test_what_touches_the_rim_keeps_its_share_of_the_stack_when_it_grows(design: Design, pointer: str, follower: str) -> None:  # fmt: skip
    now = value_at(design, pointer)
    doubled = turn(design, pointer, 2 * now)
    assert value_at(doubled, follower) == pytest.approx(2 * value_at(design, follower))
    wanted = {setting.pointer for change in changes_of(design) for setting in change.patch if pointer in {item.pointer for item in change.patch}}  # fmt: skip
    assert pointer.endswith("thickness_mm") or wanted == {pointer, follower}


def test_further_arcs_of_a_lead_turn_with_the_first_and_are_as_wide() -> None:
    lobes = KINDS["lobes"].start
    turned = turn(turn(lobes, "/strip/right/arcs/0/center_deg", 100.0), "/strip/right/arcs/0/width_deg", 60.0)
    arcs = turned.strip.right.arcs  # type: ignore[union-attr]
    assert [(arc.center_deg, arc.width_deg) for arc in arcs] == [(100.0, 60.0), (280.0, 60.0)]


@pytest.mark.parametrize("name", KINDS)
def test_what_is_tuned_first_and_what_a_trial_notes_are_numbers_of_the_design(name: str) -> None:
    start = KINDS[name].start
    tuning, numbers = tuning_of(start), numbers_of(start)
    ranks = [numbers[pointer].tuned for pointer in tuning.first]
    assert ranks == sorted(ranks)
    assert len(set(ranks)) == len(ranks) >= 3
    planned = trial_form(start).as_built
    assert {item.pointer: item.value for item in planned} == {at: number.value for at, number in numbers.items()}
    assert {item.pointer for item in planned if item.usual} == {at for at, number in numbers.items() if number.built}
    assert any(item.usual for item in planned)


EVERY = {**DESIGNS, **{f"start of {name}": kind.start for name, kind in KINDS.items()}}


@pytest.mark.parametrize("name", part(EVERY, 4))
def test_no_control_offers_what_its_motor_cannot_have(name: str) -> None:
    """Every choice, both ends of every number and of every size: made, looked at, and there again."""
    design = EVERY[name]
    for dial in dials(design):
        if dial.type == "choice":
            assert dial.chosen or dial.pointer == "/strip"  # leads bared otherwise than in any pattern
            for choice in dial.choices:
                made = turn(design, dial.pointer, choice.value)
                machine_of(made, MEDIAN)
                again = next(each for each in dials(made) if each.pointer == dial.pointer and each.type == "choice")
                assert again.chosen == choice.key, f"{dial.pointer}: {choice.label}"
            continue
        values: list[Any] = [dial.minimum, dial.maximum]
        if dial.type == "size":
            values = [{"by": "gauge", "awg": int(edge)} for edge in (dial.sizes[0].minimum, dial.sizes[0].maximum)]
            values += [
                {"by": "diameter", "diameter_mm": edge} for edge in (dial.sizes[1].minimum, dial.sizes[1].maximum)
            ]
        for value in values:
            made = turn(design, dial.pointer, value)
            machine_of(made, MEDIAN)
            assert dials(made)


def test_a_choice_brings_along_what_cannot_stay_as_it_is() -> None:
    supplied = turn(CRADLE, "/battery/cell", "bench_supply")
    assert supplied.magnets_on == "bench"  # type: ignore[union-attr]
    assert "on the battery" not in str(next(d for d in dials(supplied) if d.pointer == "/magnets_on").choices)
    uphill = changed(KINDS["train"].start, track__plan={"form": "straight", "slope_deg": 3.0})
    assert turn(uphill, "/track/plan/form", "loop").track.plan.slope_deg == 0  # type: ignore[union-attr]
    assert uphill.track.plan.slope_deg == 3  # type: ignore[union-attr]


@pytest.mark.parametrize(
    "design",
    [*DESIGNS.values(), changed(LANTERN, magnets__strength=grade("ferrite"), outline__legs=1, feet__gap_mm=6.0),
     changed(LANTERN, wire__material="steel", battery__used_percent=70.0, battery__in_series=2, pivot__off_center_mm=2.0)],
)  # fmt: skip
def test_every_change_worth_trying_changes_something_and_says_so(design: Design) -> None:
    changes = changes_of(design)
    assert len({change.sentence for change in changes}) == len(changes) >= 5
    for change in changes:
        assert change.sentence[0].isupper()
        assert 0 <= change.effort <= 0.3
        refused = faults_against(design, *change.patch)
        assert all(fault.hint for fault in refused)
        assert refused or patched(design, change.patch) != design, change.sentence


def test_nothing_is_suggested_that_is_there_already() -> None:
    sentences = [change.sentence for change in changes_of(changed(LANTERN, pivot__seat="cup", surface="sanded"))]
    assert not any("Cup" in sentence or "Sand" in sentence for sentence in sentences)
    assert any("Cup" in change.sentence for change in changes_of(LANTERN))


def test_every_kind_starts_from_a_design_that_goes() -> None:
    from oakspin import evaluate

    for name, kind in KINDS.items():
        verdict = evaluate(kind.start)
        assert (verdict.kind, verdict.sense != 0, verdict.share_that_goes > 0.5) == (name, True, True)
