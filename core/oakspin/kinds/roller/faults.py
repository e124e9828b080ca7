"""What goes wrong on the bench of a roller."""

from __future__ import annotations

from oakspin.design.patch import Setting
from oakspin.design.roller import RollerDesign
from oakspin.kinds.common_faults import (
    GIVEN_OUT,
    across_magnets,
    bad_joint,
    coated_magnet,
    dirty_contact,
    loose_joint,
    lost_magnet,
    turned_over,
    weak_magnets,
    worn_cell,
)
from oakspin.kinds.common_faults import reversed_cell as reversed_
from oakspin.kinds.fault import BenchFault, Check, Cure, Given, listed
from oakspin.machines.flaw import Flaw

ENDS = "the ends of the battery"


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": GIVEN_OUT,
    "sheet": ("steel_below", "uphill", "creased"),
    "bright": ("coated_sheet", "dirty_contact"),
    "wheels": ("magnet_over", "off_axis", "turned_over", "lost_magnet", "reversed_cell"),
    "go": ("loose_joint", "bad_joint", "plus_over", "wheel_on_tape"),
}


def roller_faults(design: RollerDesign) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _other_poles(design),
            _coated_sheet(design),
            _steel(design),
            _uphill(design),
            _creased(design),
            _off_axis(design),
            _thick(design),
            loose_joint((0.012, 0.028, 0.04), ENDS, "cell"),
            bad_joint((0.005, 0.013, 0.018), ENDS, "cell"),
            dirty_contact(design.surface, "the magnets roll on the sheet", "track", "sheet", (0.0075, 0.015, 0.02)),
            coated_magnet(design.magnets),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.magnets),
            lost_magnet(design.magnets),
            across_magnets(design.magnets),
            turned_over(design.magnets),
            _plus_over(design),
        )
    )


def _other_poles(design: RollerDesign) -> Given:
    other = "unlike" if design.outward == "like" else "like"
    return BenchFault(
        "magnet_over",
        "One of the two magnets is the wrong way round.",
        (Flaw((Setting("/outward", other),)),),
        (0.048, 0.12, 0.18),
        Check(
            "Hold a third magnet to the outer face of both, one after the other.",
            "Is one drawn and the other pushed off?" if design.outward == "like" else "Are both drawn?",
            0.7,
            ("magnet",),
            sure=0.95,
        ),
        Cure("Take one magnet off and put it back the other way round.", 0.7),
        ("north", "south"),
        "magnets",
    )


def _coated_sheet(design: RollerDesign) -> Given:
    return BenchFault(
        "coated_sheet",
        "The sheet has a coat that does not conduct.",
        (Flaw(opens=True),),
        (0.01, 0.02, 0.025),
        Check(
            "Touch a lamp and battery (or a meter set to ohms) to two places of the sheet.",
            "Is there no path?",
            1.0,
            ("lamp or meter",),
            sure=0.95,
        ),
        Cure("Turn the sheet over, or take plain kitchen foil.", 1.0, "foil"),
        ("track",),
        "sheet",
        gives={"dull": 0.25},
    )


def _steel(design: RollerDesign) -> Given:
    if design.sheet.material == "steel":
        return None
    return BenchFault(
        "steel_below",
        "There is steel under the sheet, or it is of steel: it holds the magnets fast.",
        (Flaw((Setting("/sheet/material", "steel"),)),),
        (0.005, 0.013, 0.015),
        Check("Lift the roller off.", "Does the sheet or the table hold it?", 0.3, sure=0.96, mistaken=0.02),
        Cure("Lay the foil on wood or card.", 0.7),
        ("track",),
        "sheet",
        gives={"snatched": 0.9},
    )


def _uphill(design: RollerDesign) -> Given:
    if design.sheet.slope_deg > 4:
        return None
    return BenchFault(
        "uphill",
        "The sheet lies uphill.",
        tuple(Flaw((Setting("/sheet/slope_deg", min(design.sheet.slope_deg + more, 10.0)),)) for more in (3.0, 6.0)),
        (0.005, 0.013, 0.02),
        Check("Lay a pencil on the sheet.", "Does it roll back?", 0.3, ("pencil",), sure=0.95),
        Cure("Level the sheet.", 0.7),
        ("track",),
        "sheet",
        gives={"crooked": 0.4},
    )


def _creased(design: RollerDesign) -> Given:
    return BenchFault(
        "creased",
        "The foil is creased: the wheels climb and lose touch.",
        (Flaw(drag=2.5, ohms=0.1), Flaw(drag=5.0, ohms=0.2)),
        (0.024, 0.06, 0.12),
        Check("Look along the foil against the light.", "Are there folds where the magnets roll?", 0.4, sure=0.93),
        Cure("Smooth the foil with a ruler's edge and tape its ends down.", 1.5, "tape"),
        ("track",),
        "sheet",
        gives={"scrapes": 0.3, "same_place": 0.5, "crooked": 0.6},
    )


def _off_axis(design: RollerDesign) -> Given:
    return BenchFault(
        "off_axis",
        "A magnet does not sit in the middle of its end, so that it rolls like an egg.",
        (Flaw(drag=4.0), Flaw(drag=8.0)),
        (0.0075, 0.02, 0.03),
        Check("Roll it by hand and watch the battery.", "Does it bob up and down?", 0.4, sure=0.93),
        Cure("Slide the magnet to the middle.", 0.5),
        ("north", "south"),
        "magnets",
        gives={"wobbles": 0.9, "crooked": 0.5},
    )


def _thick(design: RollerDesign) -> Given:
    return BenchFault(
        "wheel_on_tape",
        "A wheel rolls on tape or paper at the edge of the sheet.",
        (Flaw(opens=True, drag=1.2),),
        (0.0025, 0.013, 0.02),
        Check("Look at where both magnets touch.", "Does one stand on tape, paper or the table?", 0.3, sure=0.96),
        Cure("Set it in the middle of the bare foil.", 0.3),
        ("track",),
        "sheet",
        gives={"gap_seen": 0.5},
    )


def _plus_over(design: RollerDesign) -> Given:
    other = "far" if design.plus_at == "near" else "near"
    return BenchFault(
        "plus_over",
        "The battery lies the other way round.",
        (Flaw((Setting("/plus_at", other),)),),
        (0.06, 0.12, 0.18),
        Check("Look for the + on the battery.", f"Is + at the {other} end?", 0.3, sure=0.97, mistaken=0.01),
        Cure("Turn it end for end, or leave it: it then rolls the other way.", 0.3),
        ("cell",),
        "battery",
        gives={"unlike": 0.3},
    )
