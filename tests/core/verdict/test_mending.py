"""Every common mistake of every kind: told in plain words, and mended by advice that was tried."""

from __future__ import annotations

from typing import Any

import pytest

from oakspin import advise, evaluate
from oakspin.design.patch import patched
from oakspin.kinds.kinds import KINDS
from tests.core.designs import ALL_ROUND, bared, changed

FERRITE = {"by": "grade", "grade": "ferrite"}
SHARP = {"form": "arc", "radius_mm": 70.0, "slope_deg": 0.0}

# Kind, what is done wrong, a word of the headline or causes, a word of the change that mends it.
MISTAKES: list[tuple[str, dict[str, Any], str, str]] = [
    ("frame", {"wire__finish": "enameled", "wire__ends_stripped": False}, "enamel", "Strip the ends"),
    ("frame", {"magnets__strength": FERRITE}, "Ferrite", "nickel-plated neodymium"),
    ("frame", {"magnets__magnetized": "across"}, "across", "along their axis"),
    ("frame", {"feet__gap_mm": 9.0}, "The contact comes and goes", "Bend the feet in"),
    ("hanging", {"screw__material": "brass"}, "brass", "steel screw"),
    ("hanging", {"stack_on": False}, "does not hang", "under the head"),
    ("hanging", {"lead__type": "steel_clip"}, "snatched", "copper lead"),
    ("hanging", {"lead__pressure": "gripping"}, "Friction", "Press the lead"),
    ("hanging", {"magnets__plating": "epoxy"}, "epoxy", "nickel-plated"),
    ("cradle", {"strip__right": ALL_ROUND}, "rocks", "half"),
    ("cradle", {"strip__right": bared(0.0)}, "wrong angle", "anew"),
    ("cradle", {"supports__stand": "metal"}, "metal stand", "Insulate"),
    ("lobes", {"wire__finish": "bare"}, "bare", "enameled"),
    ("cored", {"winding__sense": "opposed"}, "opposite directions", "one direction"),
    ("cored", {"gap__facing": "like"}, "Like poles", "unlike poles face"),
    ("cored", {"commutator__offset_deg": 80.0}, "", "timing"),
    ("cored", {"wire__ends_stripped": False}, "not stripped", "Strip the ends"),
    ("train", {"leads": "+"}, "thrown back", "other end first"),
    ("train", {"rear__pole_up": "S"}, "Unlike poles", "magnets over"),
    ("train", {"wire__finish": "enameled"}, "enamel", "bare wire"),
    ("train", {"track__former_mm": 12.0}, "does not enter", "another rod"),
    ("train", {"front__strength": FERRITE}, "Ferrite", "nickel-plated neodymium"),
    ("train", {"track__kinks": [{"at_mm": 300.0, "squeeze_mm": 2.0}]}, "kink", "Straighten"),
    ("train", {"track__plan": SHARP}, "too sharp", "Bend it wider"),
    ("train", {"front__diameter_mm": 10.5, "rear__diameter_mm": 10.5}, "no wider than the cell", "Take magnets of"),
]


@pytest.mark.parametrize(("kind", "wrong", "answer", "cure"), MISTAKES)
def test_the_mistake_is_reported_and_the_advice_mends_it(
    kind: str, wrong: dict[str, Any], answer: str, cure: str
) -> None:
    design = changed(KINDS[kind].start, **wrong)
    verdict = evaluate(design)
    assert verdict.share_that_goes < 0.5
    assert answer in verdict.headline + " ".join(verdict.causes) + " ".join(link.sentence for link in verdict.links)
    advice = advise(design)
    assert advice
    fitting = [advice_line for advice_line in advice if cure in advice_line.sentence]
    assert fitting, [advice_line.sentence for advice_line in advice]
    mended = evaluate(patched(design, fitting[0].patch))
    assert mended.share_that_goes > verdict.share_that_goes + 0.3


@pytest.mark.parametrize("kind", KINDS)
def test_what_goes_well_is_left_alone_or_made_surer(kind: str) -> None:
    design = KINDS[kind].start
    before = evaluate(design).share_that_goes
    for advice in advise(design):
        assert evaluate(patched(design, advice.patch)).share_that_goes >= before - 0.02, advice.sentence
