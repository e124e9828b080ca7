"""What to do first where nothing moves and nobody has a meter: what an experienced teacher would."""

from __future__ import annotations

import pytest

from oakspin.design.patch import Setting, patched
from oakspin.diagnose.fault_bench import FaultBench, bench_of
from oakspin.diagnose.ranking import Evidence, blames_of, diagnosed, weights_of
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS
from tests.effort import effort

# Made by hand, with its reasons: another battery is tried everywhere, for it takes half a minute and is the commonest.
SENSIBLE: dict[str, set[str]] = {
    # Enamel left at feet or point.
    "frame": {"worn_cell", "coat", "tip_covered", "loose_joint"},
    # A lead that is not bare, or does not touch the rim.
    "hanging": {"worn_cell", "painted_lead", "lead_away", "loose_joint"},
    # Half-scraped ends, the flick it needs, a joint at the supports.
    "cradle": {"worn_cell", "covered", "all_round", "weak_flick", "loose_joint"},
    "lobes": {"worn_cell", "covered", "all_round", "weak_flick", "loose_joint"},
    # Ends of the winding under the commutator, brushes that stand off.
    "cored": {"worn_cell", "ends_covered", "brushes_light", "loose_joint", "weak_flick"},
    # Like poles outward, the right end first, bare wire.
    "train": {"worn_cell", "unlike_poles", "wrong_end", "coated_wire"},
    # Which face of the magnets is outside; bright foil.
    "roller": {"worn_cell", "magnet_over", "plus_over", "loose_joint", "wheel_on_tape"},
}
MAKERS = ("older_pupil", "young_pupil", "careful_adult")
NOTHING = Evidence(frozenset(("nothing",)))


def bench(kind: str, maker: str) -> FaultBench:
    return bench_of(patched(good_motors(kind)[-1], (Setting("/maker", maker),)), meter=False)


@pytest.mark.parametrize("kind", list(KINDS))
def test_the_first_steps_for_nothing_moves_are_a_teacher_s(kind: str) -> None:
    for maker in effort(MAKERS[:2], MAKERS):
        found = diagnosed(bench(kind, maker), NOTHING)
        first = list(dict.fromkeys(step.fault.id for step in found.steps))[:3]
        assert first[0] in SENSIBLE[kind], (maker, first)
        assert len(set(first) & SENSIBLE[kind]) >= 2, (maker, first)
        among = [suspect.fault.id for suspect in found.suspects[:3]]
        assert "worn_cell" in among, (maker, among)


def test_what_cannot_be_to_blame_comes_after_what_can() -> None:
    one = bench("frame", "older_pupil")
    weights, inside = weights_of(one, NOTHING)
    blame = blames_of(one, NOTHING, inside)
    assert blame.min() >= 0
    assert blame.max() <= 1
    assert blames_of(one, Evidence(), inside).tolist() == [1.0] * len(weights)
    turned = next(at for at, each in enumerate(one.symptoms) if each.ids == ("turned_over",))
    assert blame[turned] < 0.05  # it would only turn the other way
    names = [suspect.fault.id for suspect in diagnosed(one, NOTHING).suspects]
    assert names.index("turned_over") > names.index("loose_joint")


def test_a_look_comes_before_a_measurement_that_tells_as_much() -> None:
    fault = bench("frame", "older_pupil").fault("worn_cell")
    assert fault.check.costs == pytest.approx(fault.check.minutes + 0.75)
    checks = {fault.id: fault.check for kind in ("cradle", "frame") for fault in bench(kind, "older_pupil").faults}
    # A lamp is at hand; what is lifted off or taken out must be set anew.
    for id_, more in (
        ("covered", 0.25),
        ("all_round", 0.25),
        ("far_magnet", 0.75),
        ("shorted", 1.25),
        ("tip_covered", 1.25),
    ):
        assert checks[id_].costs == pytest.approx(checks[id_].minutes + more), id_
