"""What goes wrong on the bench of a frame motor."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign
from oakspin.design.patch import Patch, Setting
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
from oakspin.kinds.fault import BenchFault, Check, Cure, Given, Place, listed
from oakspin.machines.flaw import Flaw

WIRE: Place = ("wire", "bar", "far_wire")


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": GIVEN_OUT,
    "bare": ("coat", "dirty_contact"),
    "shape": ("rubs_cell",),
    "join": ("loose_joint", "bad_joint"),
    "feet": ("feet_far", "gripping", "foot_high"),
    "stack": ("bad_stand", "lost_magnet", "turned_over", "cell_over"),
    "set_on": ("off_center", "out_of_seat", "tip_covered"),
    "decorate": ("heavy_decoration",),
}


def frame_faults(design: FrameDesign) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _coat(design),
            *_joints(design),
            _tip_covered(design),
            _feet_far(design),
            _gripping(design),
            _off_center(design),
            _out_of_seat(design),
            _foot_high(design),
            _rubs_cell(design),
            _stands_crooked(design),
            dirty_contact(
                design.surface, "the wire touches battery and magnets", "terminal", "wire ends", (0.0075, 0.015, 0.022)
            ),
            coated_magnet(design.magnets),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.magnets),
            lost_magnet(design.magnets),
            across_magnets(design.magnets),
            turned_over(design.magnets),
            _cell_over(design),
            _heavy_decoration(design),
        )
    )


def _touching(design: FrameDesign) -> str:
    """Where current must get into the wire."""
    if design.feet.type == "ring":
        return "the tip, the whole ring and the joints"
    return "the tip, the feet and the joint at the point" if design.outline.legs > 2 else "the tip and the feet"


def _joints(design: FrameDesign) -> tuple[Given, ...]:
    """Joints that conduct badly or not at all, where current passes from piece to piece."""
    ring = design.feet.type == "ring"
    if design.band is not None or not (ring or design.outline.legs > 2):
        return ()
    what = "the ring" if ring else "the point where the pieces cross"
    return (
        loose_joint((0.008, 0.02, 0.03), what, "wire", also=("coat",)),
        bad_joint((0.008, 0.02, 0.03), what, "wire"),
    )


def _coat(design: FrameDesign) -> Given:
    return BenchFault(
        "coat",
        "The wire has a coat on it where it should touch: enamel, plastic or clear lacquer.",
        (Flaw((Setting("/wire/finish", "enameled"), Setting("/wire/ends_stripped", False))),),
        (0.018, 0.048, 0.072),
        Check(
            f"Scrape {_touching(design)} with a knife or sandpaper and look closely.",
            "Does a skin come off?",
            1.5,
            ("sandpaper",),
            also=("tip_covered",),
            effort="look",
        ),
        Cure(f"Sand {_touching(design)} until they shine.", 3.0, "sandpaper"),
        ("wire", "terminal"),
        "wire ends",
        "A knife is an adult's work.",
        gives={"dull": 0.35},
    )


def _tip_covered(design: FrameDesign) -> Given:
    return BenchFault(
        "tip_covered",
        "Something lies between the tip and the battery: a label, tape or glue.",
        (Flaw(opens=True),),
        (0.0025, 0.01, 0.018),
        Check(
            "Lift the frame off and look at the terminal and at the tip.",
            "Is there film, glue or a label?",
            0.7,
            sure=0.93,
            effort="apart",
        ),
        Cure("Peel it off and wipe both clean.", 1.0),
        ("terminal",),
        "pivot",
        gives={"dull": 0.35},
    )


def _feet_far(design: FrameDesign) -> Given:
    if design.feet.pressure == "free" or design.feet.gap_mm > 12:
        return None
    return BenchFault(
        "feet_far",
        "The feet are bent out too far to touch the magnets.",
        tuple(Flaw((Setting("/feet/gap_mm", min(design.feet.gap_mm + more, 20.0)),)) for more in (3.0, 5.0, 8.0)),
        (0.024, 0.06, 0.096),
        Check(
            "Turn the frame slowly by hand and look at the feet against the light.",
            "Is there daylight between feet and magnets most of the way round?",
            0.7,
            sure=0.93,
        ),
        Cure("Bend the feet in until they just brush the magnets.", 1.5, ""),
        MAGNET_ROLES,
        "feet",
        gives={"joint_sparks": 0.3, "gap_seen": 0.65},
    )


def _gripping(design: FrameDesign) -> Given:
    if design.feet.pressure == "gripping":
        return None
    return BenchFault(
        "gripping",
        "The feet grip the magnets.",
        (Flaw((Setting("/feet/pressure", "gripping"),)),),
        (0.024, 0.06, 0.09),
        Check(
            "Put a strip of paper between battery and magnets and spin the frame by hand.",
            "Does it stop at once?",
            0.7,
            ("paper",),
            sure=0.93,
            also=("rubs_cell",),
        ),
        Cure("Bend the feet out until the frame spins freely by hand.", 1.5),
        MAGNET_ROLES,
        "feet",
        gives={"scrapes": 0.6},
    )


def _off_center(design: FrameDesign) -> Given:
    if design.pivot.off_center_mm > 4:
        return None
    return BenchFault(
        "off_center",
        "The tip is not in the middle of the frame, so it leans and drags.",
        tuple(Flaw((Setting("/pivot/off_center_mm", off),)) for off in (4.0, 7.0, 10.0)),
        (0.03, 0.072, 0.12),
        Check(
            "Hang the frame on a pencil point by its tip.",
            "Does it hang crooked?",
            1.0,
            ("pencil",),
            sure=0.92,
            mistaken=0.12,
            effort="apart",
        ),
        Cure("Bend the legs until it hangs straight.", 3.0, "pliers"),
        WIRE,
        "frame",
        gives={"wobbles": 0.75, "crooked": 0.7},
    )


def _out_of_seat(design: FrameDesign) -> Given:
    if design.pivot.seat == "flat":
        return None
    return BenchFault(
        "out_of_seat",
        "The tip does not sit in its place on the battery and walks about.",
        (Flaw((Setting("/pivot/seat", "flat"), Setting("/pivot/off_center_mm", 2.5))),),
        (0.0075, 0.018, 0.03),
        Check(
            "Watch the tip from close by while it runs, or while you turn it by hand.",
            "Does it wander over the terminal?",
            0.7,
            sure=0.88,
        ),
        Cure("Put the tip back into the dimple, and file it to a blunt point.", 1.5, "file"),
        ("terminal", "cup"),
        "pivot",
        "Never strike or drill a battery to make a dent.",
        gives={"wobbles": 0.6, "crooked": 0.3},
    )


def _foot_high(design: FrameDesign) -> Given:
    stack = design.magnets.thickness_mm * design.magnets.count
    if design.feet.height_mm > stack - 0.2 or design.feet.pressure == "free":
        return None
    return BenchFault(
        "foot_high",
        "The feet touch too high up: the battery, not the magnets.",
        (Flaw((Setting("/feet/height_mm", round(stack + 2.0, 1)),)),),
        (0.0075, 0.015, 0.025),
        Check(
            "Look from the side, level with the magnets.",
            "Are the feet above the magnets?",
            0.5,
            sure=0.95,
            mistaken=0.03,
        ),
        Cure("Bend the legs so that the feet meet the magnets where the build sheet says.", 2.0, "pliers"),
        MAGNET_ROLES,
        "feet",
        gives={"gap_seen": 0.3, "unlike": 0.4},
    )


def _rubs_cell(design: FrameDesign) -> Given:
    return BenchFault(
        "rubs_cell",
        "A leg rubs along the side of the battery.",
        (Flaw(drag=3.0), Flaw(drag=6.0)),
        (0.018, 0.048, 0.072),
        Check(
            "Turn the frame slowly by hand and look down between legs and battery.",
            "Does a leg touch the battery?",
            0.7,
            sure=0.93,
        ),
        Cure("Bend that leg out.", 1.0),
        ("cell",),
        "frame",
        gives={"scrapes": 0.75, "crooked": 0.3},
    )


def _stands_crooked(design: FrameDesign) -> Given:
    return BenchFault(
        "bad_stand",
        "The battery stands badly on the magnets: little current gets across.",
        (Flaw(ohms=0.3), Flaw(ohms=1.0)),
        (0.005, 0.01, 0.018),
        Check(
            "Press the battery down on the magnets with one finger while it is on.",
            "Does the frame pull harder?",
            0.5,
            sure=0.88,
        ),
        Cure("Wipe the battery's bottom and the top magnet, and set the battery in the middle.", 1.0),
        ("cell",),
        "battery",
        gives={"gap_seen": 0.3},
    )


def _cell_over(design: FrameDesign) -> Given:
    other = "-" if design.battery.terminal_up == "+" else "+"
    return BenchFault(
        "cell_over",
        "The battery is upside down.",
        (Flaw((Setting("/battery/terminal_up", other), *_seat_of(design))),),
        (0.018, 0.048, 0.072),
        Check("Look for the + on the battery.", f"Is the {other} end up?", 0.3, sure=0.98, mistaken=0.01),
        Cure("Turn the battery over, or leave it: the motor then turns the other way.", 0.5),
        ("terminal", "cell"),
        "battery",
        gives={"unlike": 0.5},
    )


def _seat_of(design: FrameDesign) -> Patch:
    return (Setting("/pivot/seat", "flat"),) if design.pivot.seat == "dimple" else ()


def _heavy_decoration(design: FrameDesign) -> Given:
    now = design.outline.decoration
    if now.mass_g > 8:
        return None
    return BenchFault(
        "heavy_decoration",
        "The decoration is far too heavy or catches the air.",
        tuple(
            Flaw(
                (
                    Setting("/outline/decoration/mass_g", now.mass_g + more),
                    Setting("/outline/decoration/area_mm2", min(now.area_mm2 + area, 10000.0)),
                )
            )
            for more, area in ((3.0, 1200.0), (6.0, 3000.0))
        ),
        (0.0013, 0.0075, 0.02),
        Check(
            "Take the decoration off and run it again.",
            "Does it go now, or much faster?",
            1.0,
            sure=0.92,
            effort="apart",
        ),
        Cure("Make the decoration smaller and lighter.", 3.0),
        WIRE,
        "frame",
        gives={"wobbles": 0.3, "unlike": 0.6},
    )
