"""What hands bring about on a hanging rotor, step by step."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign
from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.fault import Place
from oakspin.kinds.handwork import ByHand, Hands

LEAD: Place = ("lead", "bared", "wire")
SCREW: Place = ("core",)


def hanging_hands(design: HangingDesign) -> Hands:
    """All that may be, by its id."""
    end = "−" if design.battery.terminal_up == "+" else "+"
    return {
        "bare": ByHand("Both ends of the lead are bare, shining metal.", "bare", LEAD, ("painted_lead",)),
        "bright": ByHand("Both ends of the lead shine.", "bare", LEAD, ("dirty_lead",)),
        "steel": ByHand(
            "The nail is of steel: a magnet clings to it."
            if design.screw.headless
            else "The screw is of steel: a magnet clings to it.",
            "screw",
            SCREW,
            ("not_steel",),
        ),
        "point": ByHand("The point is sharp and clean.", "screw", SCREW, ("blunt_tip", "dirty_contact")),
        "centered": ByHand(
            "The magnets sit flat and in the middle.", "stack", MAGNET_ROLES, ("no_stack", "lost_magnet")
        ),
        "pole": ByHand(
            f"{design.magnets.pole_up} of the magnets faces the point.",
            "stack",
            MAGNET_ROLES,
            ("turned_over", "across_magnets"),
        ),
        "rings": ByHand(
            "The rings lie on the head, the same pole up.", "stack", MAGNET_ROLES, ("turned_over", "lost_magnet")
        ),
        "flag": ByHand("The flag is light, with an equal bit opposite.", "flag", ("mark",), ("big_flag",)),
        "end_up": ByHand(f"The point hangs from the {end} terminal.", "hang", ("terminal", "cell"), ("cell_over",)),
        "lead_top": ByHand(
            "One end of the lead lies firmly on the upper terminal.", "lead", LEAD, ("loose_joint", "bad_joint")
        ),
        "lead_touch": ByHand(
            f"The other springs lightly against the rim, {design.lead.height_mm:g} mm up.",
            "lead",
            MAGNET_ROLES,
            ("lead_away", "lead_presses", "lead_high"),
        ),
    }
