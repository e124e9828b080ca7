"""What hands bring about on an iron-cored motor, step by step."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign
from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.fault import Place
from oakspin.kinds.handwork import ByHand, Hands

BAR: Place = ("bar", "core", "winding", "axis")
WOUND: Place = ("winding", "wire", "enamel", "bar")
RING: Place = ("bared", "enamel", "lead", "bar")


def cored_hands(design: CoredDesign) -> Hands:
    """All that may be, by its id."""
    two = design.gap.stacks == 2
    other = "right" if design.plus_at == "left" else "left"
    return {
        "bar": ByHand("The shaft goes square through the bar's middle.", "core", BAR, ("stiff_shaft",)),
        "turns": ByHand(
            f"{design.winding.turns} turns on the first arm, the wire whole.",
            "wind",
            WOUND,
            ("fewer_turns", "broken_wire"),
        ),
        "sense": ByHand(
            "Both arms are wound the same way, seen from one end."
            if design.winding.sense == "same"
            else "The arms are wound in opposite ways.",
            "wind",
            WOUND,
            ("opposed", "fewer_turns"),
        ),
        "bare": ByHand("Both ends of the wire shine all round.", "bare", RING, ("ends_covered",)),
        "segments": ByHand(
            "Both segments are fast on the shaft and touch each other nowhere.",
            "commutator",
            RING,
            ("timing", "dirty_contact"),
        ),
        "bearings": ByHand("The shaft turns freely and cannot slide out.", "bearings", BAR, ("stiff_shaft",)),
        "brushes": ByHand(
            "Both brushes lean lightly on the segments and not on each other.",
            "brushes",
            ("lead",),
            ("brushes_light", "brushes_hard", "brushes_touch"),
        ),
        "facing": ByHand(
            f"{'Unlike' if design.gap.facing == 'unlike' else 'Like'} poles face each other across the bar."
            if two
            else "The magnets stand on one side, level with the bar.",
            "magnets",
            MAGNET_ROLES,
            ("magnet_over", "one_magnet", "out_of_line"),
        ),
        "pole": ByHand(
            f"{design.magnets.pole_up}{' of the left magnet' if two else ' of the magnet'} faces the bar.",
            "magnets",
            MAGNET_ROLES,
            ("turned_over", "across_magnets"),
        ),
        "gap": ByHand(
            f"{design.gap.distance_mm:g} mm are left between bar and magnet.", "magnets", MAGNET_ROLES, ("far_magnet",)
        ),
        "joints": ByHand(
            "Each joint of the circuit is tight and bare.", "connect", ("lead",), ("loose_joint", "bad_joint")
        ),
        "feeds": ByHand(
            f"+ goes to the {design.plus_at} brush, − to the {other}.", "connect", ("lead",), ("plus_over",)
        ),
    }
