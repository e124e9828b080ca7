"""What a machine takes for granted is made by a step, seen in its drawing, checked before power, and a fault when missing.

The words that a step must say are kept here, apart from the steps: a step that loses them fails.
"""

from __future__ import annotations

import re

import pytest
from hypothesis import assume, given

from oakspin.design import Design
from oakspin.errors import Refusal
from oakspin.kinds.kinds import KINDS, build_of, evaluate, faults_of, handwork_of
from oakspin.make import build_sheet
from runner.samples import DEMO, sample
from tests.core.generated import designs
from tests.core.variety import DESIGNS

# By kind and thing: what the words of the step that makes it must say, of any of which one.
WORDS = {
    "frame bare": r"(sand|strip).*(point)",
    "frame bright": r"sand",
    "frame outline": r"outline|spring|strip",
    "frame joints": r"twist|wrap|join",
    "frame gap": r"clearance of|touch",
    "frame height": r"mm above",
    "frame pole": r"\b[NS] up|magnetized across",
    "frame end_up": r"[+−] up",
    "frame upright": r"square on (its|their) middle",
    "frame count": r"\d+ magnets|the magnet\b",
    "frame on_point": r"tack.*middle",
    "frame seat": r"point .*(middle|cup|dimple)",
    "frame level": r"hangs level",
    "frame held": r"clamp",
    "frame decoration": r"evenly",
    "hanging bare": r"both ends of the lead",
    "hanging bright": r"both ends of the lead",
    "hanging steel": r"steel|magnet",
    "hanging point": r"point.*clean|clean.*point|sharp",
    "hanging centered": r"middle",
    "hanging pole": r"\b[NS] toward",
    "hanging rings": r"ring.* up",
    "hanging flag": r"equal bit opposite",
    "hanging end_up": r"[+−] terminal",
    "hanging lead_top": r"upper terminal",
    "hanging lead_touch": r"springs.*rim.*mm",
    "coil turns": r"\d+ turns?.*one direction",
    "coil open": r"open",
    "coil tied": r"three times.*tight",
    "coil in_line": r"in (one )?line",
    "coil stops": r"stop",
    "coil bare_part": r"left lead.*right lead",
    "coil seats": r"mm apart.*level",
    "coil apart": r"not touch",
    "coil feeds": r"\+ feeds the (left|right)",
    "coil clips": r"join one to \+ and one to −",
    "coil pole": r"\b[NS] (up|toward)|magnetized across",
    "coil gap": r"\d mm",
    "coil second": r"second stack",
    "coil fan": r"evenly",
    "coil rests": r"balance|middle",
    "cored bar": r"square through its middle",
    "cored turns": r"\d+ turns",
    "cored sense": r"direction",
    "cored bare": r"enamel off",
    "cored segments": r"apart at each gap",
    "cored bearings": r"free to turn",
    "cored brushes": r"lean on the commutator",
    "cored facing": r"poles facing each other|on one side",
    "cored pole": r"\b[NS]( of the left one)? toward",
    "cored gap": r"mm from the bar",
    "cored joints": r"one wire from \+",
    "cored feeds": r"\+ to the (left|right) brush",
    "train wound": r"clockwise away",
    "train pitch": r"press the turns together",
    "train bare": r"inside",
    "train joints": r"let three turns of one side lie against",
    "train laid": r"flat board.*slide one magnet",
    "train poles": r"outward",
    "train square": r"each stack",
    "train first": r"[+−] goes in first",
    "train hull": r"wrap the cell",
    "train nose": r"nose",
    "roller flat": r"flat",
    "roller bright": r"shines",
    "roller facing": r"outward",
    "roller pole": r"\b[NS] faces outward",
    "roller centered": r"center it",
    "roller end_near": r"[+−] toward you",
    "roller on_sheet": r"both wheels on bare",
}
ROTATING = {"cradle": "coil", "lobes": "coil"}
SAMPLES = sorted(path.name.removesuffix(".oak.json") for path in DEMO.glob("*.oak.json"))


def holds(design: Design) -> None:
    """Everything that is asked of what hands bring about. Raises ``Refusal`` where no motor can be made."""
    hands, plan, sheet = handwork_of(design), build_of(design), build_sheet(design)
    faults = {fault.id for fault in faults_of(design)}
    steps = {step.id: step for step in sheet.steps}
    kind = ROTATING.get(design.kind, design.kind)
    for id_, each in hands.items():
        step = steps.get(each.step)
        assert step, f"{id_}: no step {each.step}"
        text = f"{step.title} {step.text} {step.caution}"
        assert re.search(WORDS[f"{kind} {id_}"], text, re.IGNORECASE), f"{id_}: {text}"
        assert each.what in step.done
        number = step.done.index(each.what) + 1
        spots = [spot for picture in step.pictures for spot in picture.spots]
        assert any(spot.id == id_ and spot.number == number for spot in spots), (
            f"{id_}: not in the drawing of {step.id}"
        )
        assert any(id_ in check.of for check in plan.checks), f"{id_} is not checked"
        # A fault that the design has by itself is none of the bench.
        if not set(each.wrong) & faults:
            assert evaluate(design).share_that_goes < 0.5, f"{id_}: none of {each.wrong} can be found"
    # And the sheet says done of nothing, and checks nothing, that is not taken for granted.
    assert sum(len(step.done) for step in sheet.steps) == len(hands)
    assert {id_ for check in plan.checks for id_ in check.of} <= set(KINDS[design.kind].hands(design))
    for picture in (picture for step in sheet.steps for picture in step.pictures):
        left, bottom, right, top = picture.bounds
        places = [(spot.x, spot.y) for spot in picture.spots]
        assert all(left <= x <= right and bottom <= y <= top for x, y in places)
        assert len(set(places)) == len(places)


@pytest.mark.parametrize("name", SAMPLES)
def test_a_sample_s_sheet_makes_what_its_machine_takes_for_granted(name: str) -> None:
    holds(sample(name))


@pytest.mark.parametrize("name", DESIGNS)
def test_so_does_the_sheet_of_every_make(name: str) -> None:
    holds(DESIGNS[name])


@given(designs)
def test_so_does_the_sheet_of_any_design(design: Design) -> None:
    try:
        holds(design)
    except Refusal:
        assume(False)
