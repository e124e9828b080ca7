"""What hands bring about on a rotating coil, step by step."""

from __future__ import annotations

from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.fault import Place
from oakspin.kinds.handwork import ByHand, Hands
from oakspin.machines.coil.shape import CoilMotor, coil_shape

WIRE: Place = ("wire", "winding", "far_wire", "enamel", "bared", "axis")
BARED: Place = ("bared", "enamel", "paint", "wire")
STRIP = ("covered", "all_round", "wrong_angle", "mirrored", "too_little")


def coil_hands(design: CoilMotor) -> Hands:
    """All that may be, by its id."""
    turns = int(coil_shape(design).wound.turns)
    other = "right" if design.plus_at == "left" else "left"
    way = "toward the coil" if design.magnets_on == "beside" else "up"
    return {
        "turns": ByHand(
            f"{turns} {'turn' if turns == 1 else 'turns'}, all wound one way.", "wind", WIRE, ("fewer_turns",)
        ),
        "open": ByHand("The two lobes stand open as planned, alike.", "open", WIRE, ("heavy_side",)),
        "tied": ByHand("The coil keeps its shape when it is shaken.", "tie", WIRE, ("heavy_side", "bent_axle")),
        "in_line": ByHand("Both leads lie in one line through the middle.", "tails", WIRE, ("bent_axle",)),
        "stops": ByHand("It cannot slide out sideways.", "tails", WIRE, ("tight_supports",)),
        "bare_part": ByHand("Metal shines on the planned part of each lead, and there only.", "bare", BARED, STRIP),
        "seats": ByHand(
            f"The seats are level, smooth and {design.supports.spacing_mm:g} mm apart.",
            "supports",
            ("support",),
            ("tight_supports", "dirty_contact"),
        ),
        "apart": ByHand("No metal joins the two supports.", "supports", ("support",), ("shorted",)),
        "feeds": ByHand(
            f"+ goes to the {design.plus_at} support, − to the {other}.", "supports", ("support",), ("plus_over",)
        ),
        "clips": ByHand("Each clip grips bare metal.", "supports", ("support",), ("loose_joint", "bad_joint")),
        "pole": ByHand(
            f"{design.magnets.pole_up} of the magnets is {way}.",
            "place",
            MAGNET_ROLES,
            ("turned_over", "across_magnets"),
        ),
        "gap": ByHand(
            f"{design.gap_mm:g} mm are left between coil and {'ring' if design.magnets_on == 'around' else 'magnets'}.",
            "place",
            MAGNET_ROLES,
            ("far_magnet", "strikes"),
        ),
        "second": ByHand("The second stack is as far off as the first.", "place", MAGNET_ROLES, ("second_over",)),
        "fan": ByHand("The fan is light and even all round.", "fan", WIRE, ("heavy_side",)),
        "rests": ByHand(
            "The coil rests as the check says.", "fan" if design.fan.mass_g else "tails", WIRE, ("heavy_side",)
        ),
    }
