"""What hands bring about on a train and its track, step by step."""

from __future__ import annotations

from oakspin.design.train import TrainDesign
from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.fault import Place
from oakspin.kinds.handwork import ByHand, Hands

TRACK: Place = ("track", "far_wire", "wire")


def train_hands(design: TrainDesign) -> Hands:
    """All that may be, by its id."""
    alike = design.front.pole_up == design.rear.pole_up
    stretched = ("loosened", "stretched", "kink")
    end = "+" if design.leads == "+" else "−"
    return {
        "wound": ByHand(
            f"The wire runs {design.track.wound} away from you, seen at the entry.",
            "wind",
            TRACK,
            ("kink", "wrong_end"),
        ),
        "pitch": ByHand("The turns stand as close as planned along the whole track.", "press", TRACK, stretched),
        "bare": ByHand("Copper shines along the whole inside.", "bore", TRACK, ("coated_wire", "dirty_contact")),
        "joints": ByHand(
            "At each joint the turns meet smoothly inside.", "join", ("mark", "wire"), ("kink", "loose_joint")
        ),
        "laid": ByHand(
            "The track lies level and round; a magnet slides through.", "lay", TRACK, ("uphill", "dent", "oval")
        ),
        "poles": ByHand(
            f"{'Like' if alike else 'Unlike'} poles will face outward, and are marked.",
            "poles",
            MAGNET_ROLES,
            ("unlike_poles", "across_magnets"),
        ),
        "square": ByHand(
            "Both stacks sit square on their terminals, in the middle.",
            "magnets",
            MAGNET_ROLES,
            ("stack_loose", "lost_magnet", "tight_bore"),
        ),
        "first": ByHand(f"You know which end is {end}: it goes in first.", "magnets", ("cell",), ("wrong_end",)),
        "hull": ByHand(
            "The paper lies tight; both terminals are free.", "magnets", ("cell",), ("stack_loose", "tight_bore")
        ),
        "nose": ByHand("The nose is light and clear of the rim.", "magnets", ("cell",), ("heavy_nose", "tight_bore")),
    }
