"""Dials and changes: what can be turned, within which limits, and what a practitioner might try."""

import pytest

from oakspin.design.patch import Setting, patched, value_at
from oakspin.errors import Fault, UnfitPatch
from oakspin.machines.kinds import KINDS, changes_of, parts_of
from tests.core.designs import LANTERN, changed, grade
from tests.core.machines.variety import DESIGNS


def faults_against(design, *settings: Setting) -> list[Fault]:  # type: ignore[no-untyped-def]
    """What stands against settings; nothing when they can be made."""
    try:
        patched(design, settings)
    except UnfitPatch as error:
        return error.faults
    return []


def dials(design):  # type: ignore[no-untyped-def]
    return [dial for part in parts_of(design) for dial in part.dials]


@pytest.mark.parametrize("name", DESIGNS)
def test_every_dial_shows_the_design_s_own_value(name: str) -> None:
    for dial in dials(DESIGNS[name]):
        assert dial.value == value_at(DESIGNS[name], dial.pointer), dial.pointer


@pytest.mark.parametrize("name", DESIGNS)
def test_every_limit_of_a_dial_is_taken_and_nothing_beyond(name: str) -> None:
    design = DESIGNS[name]
    for dial in (one for one in dials(design) if one.type == "number"):
        for edge in (dial.minimum, dial.maximum):
            # Only a fault between two fields may stand against an edge; the dial's own limits never do.
            assert not any(
                fault.limit.startswith("at ") for fault in faults_against(design, Setting(dial.pointer, edge))
            )
        own = not dial.pointer.endswith(("/feet/height_mm", "/center_deg", "/lead/height_mm", "/track/former_mm"))
        if own:  # the others are narrower than their fields, where they are turned
            with pytest.raises(UnfitPatch):
                patched(design, (Setting(dial.pointer, dial.maximum * 1.5 + 1),))


@pytest.mark.parametrize("name", DESIGNS)
def test_every_choice_can_be_made_and_then_stands_chosen(name: str) -> None:
    design = DESIGNS[name]
    for dial in (one for one in dials(design) if one.type == "choice"):
        assert len({choice.key for choice in dial.choices}) == len(dial.choices)
        for choice in dial.choices:
            refused = faults_against(design, Setting(dial.pointer, choice.value))
            if refused:  # two parts that do not go together are told as such
                assert all(fault.hint for fault in refused)
                continue
            made = patched(design, (Setting(dial.pointer, choice.value),))
            again = next(one for one in dials(made) if one.pointer == dial.pointer and one.type == "choice")
            assert again.chosen == choice.key, f"{dial.pointer}: {choice.label}"


def test_feet_keep_their_share_of_the_stack_when_it_grows() -> None:
    count = next(dial for dial in dials(LANTERN) if dial.pointer == "/magnets/count")
    (follower,) = count.follows
    assert follower.pointer == "/feet/height_mm"
    assert follower.per_unit * 2 == pytest.approx(3.4)


@pytest.mark.parametrize(
    "design",
    [*DESIGNS.values(), changed(LANTERN, magnets__strength=grade("ferrite"), outline__legs=1, feet__gap_mm=6.0),
     changed(LANTERN, wire__material="steel", battery__used_percent=70.0, battery__in_series=2, pivot__off_center_mm=2.0)],
)  # fmt: skip
def test_every_change_worth_trying_changes_something_and_says_so(design) -> None:  # type: ignore[no-untyped-def]
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
        assert (verdict.kind, verdict.direction != "none", verdict.share_that_goes > 0.5) == (name, True, True)
