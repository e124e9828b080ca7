"""What goes wrong on the bench of a hanging rotor."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign
from oakspin.design.patch import Setting
from oakspin.kinds.common_faults import (
    GIVEN_OUT,
    MAGNET_ROLES,
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

JOINT = "the top of the battery"


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": GIVEN_OUT,
    "cut": ("steel_lead", "painted_lead"),
    "bare": ("dirty_lead", "dirty_contact"),
    "screw": ("not_steel", "blunt_tip"),
    "stack": ("no_stack", "lost_magnet", "turned_over"),
    "flag": ("big_flag",),
    "hang": ("cell_over",),
    "lead": ("lead_away", "lead_presses", "lead_high", "loose_joint", "bad_joint"),
}


def hanging_faults(design: HangingDesign) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _lead_end(design, "painted", "The end of the lead is still coated.", (0.024, 0.06, 0.09)),
            _lead_end(design, "dirty", "The end of the lead is dirty.", (0.018, 0.036, 0.048)),
            _away(design),
            _presses(design),
            _clip(design),
            _no_magnets(design),
            _not_steel(design),
            _blunt(design),
            _lead_high(design),
            loose_joint((0.012, 0.032, 0.048), JOINT, "terminal"),
            bad_joint((0.005, 0.01, 0.015), JOINT, "terminal"),
            dirty_contact(design.surface, "the point touches the battery", "core", "screw", (0.0075, 0.013, 0.018)),
            coated_magnet(design.magnets),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.magnets),
            lost_magnet(design.magnets),
            across_magnets(design.magnets),
            turned_over(design.magnets),
            _cell_over(design),
            _big_flag(design),
        )
    )


def _lead_end(design: HangingDesign, tip: str, sentence: str, common: tuple[float, float, float]) -> Given:
    if design.lead.tip != "bare":
        return None
    coated = tip == "painted"
    return BenchFault(
        f"{tip}_lead",
        sentence,
        (Flaw((Setting("/lead/tip", tip),)),),
        common,
        Check(
            "Scrape the lead's end and look at it closely.",
            "Does a skin come off?" if coated else "Is it dark or greasy?",
            0.8,
            ("sandpaper",),
            also=("dirty_lead",) if coated else ("painted_lead",),
            effort="look",
        ),
        Cure("Sand the lead's end until it shines.", 1.5, "sandpaper"),
        ("lead",),
        "lead",
        gives={"dull": 0.5},
    )


def _away(design: HangingDesign) -> Given:
    return BenchFault(
        "lead_away",
        "The lead does not touch the magnet, or only now and then.",
        (Flaw((Setting("/lead/pressure", "barely"),), ohms=0.5), Flaw(opens=True)),
        (0.024, 0.06, 0.09),
        Check(
            "Look from the side at the lead's end while the magnet turns by hand.",
            "Does it leave the magnet?",
            0.5,
            sure=0.93,
        ),
        Cure("Bend the lead so that it brushes the magnet's rim all the way round.", 1.0),
        ("lead",),
        "lead",
        gives={"joint_sparks": 0.3, "gap_seen": 0.65},
    )


def _presses(design: HangingDesign) -> Given:
    if design.lead.pressure == "gripping":
        return None
    return BenchFault(
        "lead_presses",
        "The lead presses on the magnet and brakes it.",
        (Flaw((Setting("/lead/pressure", "gripping"),)),),
        (0.024, 0.06, 0.09),
        Check("Take the lead away and spin the screw by hand.", "Does it spin much longer without the lead?", 0.7),
        Cure("Let the lead only brush the rim.", 1.0),
        ("lead",),
        "lead",
        gives={"scrapes": 0.5},
    )


def _clip(design: HangingDesign) -> Given:
    if design.lead.type == "steel_clip":
        return None
    return BenchFault(
        "steel_lead",
        "The lead is of steel: the magnet snatches it.",
        (Flaw((Setting("/lead/type", "steel_clip"),)),),
        (0.0025, 0.01, 0.018),
        Check("Hold the lead near the magnet.", "Is it pulled in?", 0.4, sure=0.97, mistaken=0.02),
        Cure("Take a copper wire.", 1.5, "copper wire"),
        ("lead",),
        "lead",
        gives={"snatched": 0.9, "unlike": 0.3},
    )


def _no_magnets(design: HangingDesign) -> Given:
    if not design.stack_on:
        return None
    return BenchFault(
        "no_stack",
        "The magnets are not on the head of the screw.",
        (Flaw((Setting("/stack_on", False),)),),
        (0.0005, 0.0025, 0.005),
        Check("Look under the head.", "Are the magnets somewhere else?", 0.2, sure=0.98, mistaken=0.01),
        Cure("Put the magnets under the head.", 0.5),
        MAGNET_ROLES,
        "magnets",
        "A magnet that cannot be found is told to the teacher at once: swallowed magnets injure.",
        gives={"falls_off": 0.97, "unlike": 0.85},
    )


def _not_steel(design: HangingDesign) -> Given:
    if design.screw.material != "steel":
        return None
    return BenchFault(
        "not_steel",
        "The screw is not of steel: no magnet holds it.",
        (Flaw((Setting("/screw/material", "brass"),)),),
        (0.0025, 0.0075, 0.013),
        Check("Hold another magnet to the shank.", "Is it not drawn?", 0.3, ("magnet",), sure=0.97, mistaken=0.02),
        Cure("Take a steel screw or nail.", 1.0, "steel screw"),
        ("core",),
        "screw",
        gives={"falls_off": 0.97, "unlike": 0.3},
    )


def _blunt(design: HangingDesign) -> Given:
    if design.screw.tip_mm > 1:
        return None
    return BenchFault(
        "blunt_tip",
        "The point is blunt: it rubs.",
        tuple(Flaw((Setting("/screw/tip_mm", tip),)) for tip in (1.2, 1.8)),
        (0.005, 0.013, 0.018),
        Check(
            "Power off, spin the screw by hand and count how long it goes on; feel the point.",
            "Is the point flat, or does it stop within two seconds?",
            0.7,
            sure=0.85,
            mistaken=0.1,
        ),
        Cure("File the point, or take another screw.", 2.0, "file"),
        ("core",),
        "screw",
        gives={"scrapes": 0.2},
    )


def _lead_high(design: HangingDesign) -> Given:
    stack = design.magnets.thickness_mm * design.magnets.count
    return BenchFault(
        "lead_high",
        "The lead touches the screw's head or the edge, not the side of the magnets.",
        (Flaw((Setting("/lead/height_mm", round(stack + 1.0, 1)),)),),
        (0.005, 0.015, 0.025),
        Check("Look from the side, level with the magnets.", "Is the lead's end above the magnets?", 0.4, sure=0.95),
        Cure("Lower the lead to the middle of the magnets' side.", 1.0),
        ("lead",),
        "lead",
        gives={"unlike": 0.5},
    )


def _cell_over(design: HangingDesign) -> Given:
    other = "-" if design.battery.terminal_up == "+" else "+"
    return BenchFault(
        "cell_over",
        "The battery is the other way up.",
        (Flaw((Setting("/battery/terminal_up", other),)),),
        (0.03, 0.09, 0.15),
        Check("Look for the + on the battery.", f"Is the {other} end up?", 0.3, sure=0.98, mistaken=0.01),
        Cure("Turn the battery over, or leave it: the motor then turns the other way.", 0.5),
        ("terminal", "cell"),
        "battery",
        gives={"unlike": 0.5},
    )


def _big_flag(design: HangingDesign) -> Given:
    if design.flag.area_mm2 > 1500:
        return None
    return BenchFault(
        "big_flag",
        "The flag is much too large: it beats the air.",
        tuple(
            Flaw((Setting("/flag/area_mm2", area), Setting("/flag/radius_mm", 25.0), Setting("/flag/mass_g", 0.6)))
            for area in (800.0, 2000.0)
        ),
        (0.0025, 0.01, 0.02),
        Check("Take the flag off and run it again.", "Is it much faster?", 0.7, sure=0.93, effort="apart"),
        Cure("Cut the flag down to what the build sheet says.", 1.0, "scissors"),
        ("core",),
        "flag",
        gives={"wobbles": 0.4, "unlike": 0.7},
    )
