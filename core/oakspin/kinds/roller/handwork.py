"""What hands bring about on a roller and its sheet, step by step."""

from __future__ import annotations

from oakspin.design.roller import RollerDesign
from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.handwork import ByHand, Hands


def roller_hands(design: RollerDesign) -> Hands:
    """All that may be, by its id."""
    end = "+" if design.plus_at == "near" else "−"
    return {
        "flat": ByHand(
            "The sheet lies flat and smooth, with no iron under it.",
            "sheet",
            ("track",),
            ("creased", "steel_below", "uphill"),
        ),
        "bright": ByHand("Sheet and rims shine.", "bright", ("track",), ("coated_sheet", "dirty_contact")),
        "facing": ByHand(
            f"{'Like' if design.outward == 'like' else 'Unlike'} poles will face outward, and are marked.",
            "poles",
            MAGNET_ROLES,
            ("magnet_over", "across_magnets"),
        ),
        "pole": ByHand(
            f"{design.magnets.pole_up} faces outward on the near end.",
            "poles",
            MAGNET_ROLES,
            ("turned_over", "magnet_over"),
        ),
        "centered": ByHand(
            "Both wheels sit in the middle; none wobbles.", "wheels", MAGNET_ROLES, ("off_axis", "loose_joint")
        ),
        "end_near": ByHand(f"{end} is toward you.", "go", ("cell",), ("plus_over",)),
        "on_sheet": ByHand("Both wheels stand on bare metal.", "go", ("track",), ("wheel_on_tape", "coated_sheet")),
    }
