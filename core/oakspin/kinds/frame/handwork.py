"""What hands bring about on a frame motor, step by step."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign
from oakspin.kinds.common_faults import MAGNET_ROLES
from oakspin.kinds.fault import Place
from oakspin.kinds.handwork import ByHand, Hands

WIRE: Place = ("bared", "wire", "bar", "far_wire")
TIP: Place = ("terminal", "cup", "wire", "bar")


def frame_hands(design: FrameDesign) -> Hands:
    """All that may be, by its id."""
    ring = design.feet.type == "ring"
    what = "ring" if ring else "feet"
    gap = f"{design.feet.gap_mm:g} mm off the rim" if design.feet.gap_mm else "lightly against the rim"
    stand = "stands" if ring else "stand"
    touches = "The whole ring, its joints" if ring else "Each foot"
    many = design.magnets.count
    up = "up"
    return {
        "bare": ByHand(f"{touches} and the point are bare, shining metal.", "bare", WIRE, ("coat",)),
        "bright": ByHand(f"{touches} and the point shine.", "bare", WIRE, ("dirty_contact",)),
        "outline": ByHand("The legs follow the outline, clear of the battery.", "shape", WIRE, ("rubs_cell",)),
        "joints": ByHand("Metal lies tight on metal where pieces meet.", "join", WIRE, ("loose_joint", "bad_joint")),
        "gap": ByHand(f"The {what} {stand} {gap}.", "feet", MAGNET_ROLES, ("feet_far", "gripping")),
        "height": ByHand(
            f"The {what} {'meets' if ring else 'meet'} the magnets {design.feet.height_mm:g} mm up, not the battery.",
            "feet",
            WIRE,
            ("foot_high",),
        ),
        "pole": ByHand(
            f"{design.magnets.pole_up} of the magnets is {up}.",
            "stack",
            MAGNET_ROLES,
            ("turned_over", "across_magnets"),
        ),
        "end_up": ByHand(
            f"{design.battery.terminal_up.replace('-', '−')} of the battery is {up}.",
            "stack",
            ("terminal", "cell"),
            ("cell_over",),
        ),
        "upright": ByHand("The battery stands square on the magnets' middle.", "stack", ("cell",), ("bad_stand",)),
        "count": ByHand(
            f"{many} {'magnet lies' if many == 1 else 'magnets lie'} under it.",
            "stack",
            MAGNET_ROLES,
            ("lost_magnet", "weak_magnets"),
        ),
        "on_point": ByHand(
            "The tack's tip is under the middle of the magnets.",
            "stack",
            ("stand", "north", "south", "across"),
            ("bad_stand",),
        ),
        "seat": ByHand("The point sits in its place on the terminal.", "set_on", TIP, ("out_of_seat", "tip_covered")),
        "level": ByHand("The frame hangs level, heavy on no side.", "set_on", WIRE, ("off_center",)),
        "held": ByHand("The frame stands fast.", "set_on", WIRE, ("off_center", "gripping", "rubs_cell")),
        "decoration": ByHand("What is hung on is light and even all round.", "decorate", WIRE, ("heavy_decoration",)),
    }
