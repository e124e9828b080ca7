"""What goes wrong on the bench of an iron-cored motor."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign
from oakspin.design.patch import Setting
from oakspin.kinds.common_faults import (
    GIVEN_OUT,
    bad_joint,
    dirty_contact,
    loose_joint,
    lost_magnet,
    no_flick,
    plus_over,
    turned_over,
    weak_magnets,
    worn_cell,
    wrong_flick,
)
from oakspin.kinds.common_faults import reversed_cell as reversed_
from oakspin.kinds.fault import BenchFault, Check, Cure, Given, listed
from oakspin.machines.flaw import Flaw

JOINTS = "the battery and the brushes"


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": GIVEN_OUT,
    "wind": ("broken_wire", "opposed", "fewer_turns"),
    "bare": ("ends_covered",),
    "commutator": ("timing", "dirty_contact"),
    "bearings": ("stiff_shaft",),
    "brushes": ("brushes_light", "brushes_touch", "brushes_hard"),
    "magnets": ("magnet_over", "far_magnet", "out_of_line", "one_magnet", "turned_over"),
    "connect": ("loose_joint", "bad_joint", "reversed_cell", "plus_over"),
}


def cored_faults(design: CoredDesign) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _ends_covered(design),
            _broken_wire(design),
            _opposed(design),
            _arm_short(design),
            _timing(design),
            _brushes_light(design),
            _brushes_touch(design),
            _brushes_hard(design),
            _like_poles(design),
            _far(design),
            _out_of_line(design),
            _one_stack(design),
            _stiff_shaft(design),
            loose_joint((0.016, 0.032, 0.048), JOINTS, "lead", also=("ends_covered", "brushes_light")),
            bad_joint((0.0075, 0.013, 0.018), JOINTS, "lead"),
            dirty_contact(
                design.surface, "the brushes run on the commutator", "lead", "brushes", (0.0075, 0.015, 0.02)
            ),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.magnets),
            lost_magnet(design.magnets),
            turned_over(design.magnets, design.flick.turns_per_s),
            plus_over(design.plus_at, "brushes", ("lead",), design.flick.turns_per_s),
            wrong_flick(design.flick.sense, design.flick.turns_per_s),
            no_flick(design.flick.turns_per_s),
        )
    )


def _ends_covered(design: CoredDesign) -> Given:
    if design.wire.finish == "bare":
        return None
    return BenchFault(
        "ends_covered",
        "There is still enamel on the winding's ends, under the commutator.",
        (Flaw((Setting("/wire/ends_stripped", False),)),),
        (0.024, 0.06, 0.096),
        Check(
            "Touch a lamp and battery (or a meter set to ohms) to the two segments.",
            "Is there no path through the winding?",
            1.5,
            ("lamp or meter",),
            sure=0.95,
            also=("broken_wire",),
        ),
        Cure("Sand the ends bright and fasten them to their segments again.", 4.0, "sandpaper"),
        ("enamel", "winding", "bar"),
        "winding",
        gives={"dull": 0.25},
    )


def _broken_wire(design: CoredDesign) -> Given:
    if design.winding.open_arm != "none":
        return None
    return BenchFault(
        "broken_wire",
        "The winding's wire is broken in one arm.",
        (Flaw((Setting("/winding/open_arm", "other"),)),),
        (0.0025, 0.0075, 0.013),
        Check(
            "Bare a spot where the wire crosses from arm to arm, and test each arm with a lamp or meter.",
            "Is there no path through one arm?",
            3.0,
            ("lamp or meter",),
            sure=0.95,
            mistaken=0.03,
            effort="apart",
        ),
        Cure("Find the break, twist and tape it; or wind that arm anew.", 10.0, "wire"),
        ("enamel", "winding", "bar"),
        "winding",
        gives={"unlike": 0.1},
    )


def _opposed(design: CoredDesign) -> Given:
    if design.winding.sense == "opposed" or design.winding.other_turns == 0:
        return None
    return BenchFault(
        "opposed",
        "The two arms are wound in opposite directions and work against each other.",
        (Flaw((Setting("/winding/sense", "opposed"),)),),
        (0.0075, 0.025, 0.037),
        Check(
            "Current on, hold a compass to both ends of the bar.",
            "Do both ends draw the same end of the needle?",
            1.5,
            ("compass",),
            sure=0.93,
        ),
        Cure("Swap the two ends of one arm, or wind it anew the other way.", 8.0, "wire"),
        ("enamel", "winding", "bar"),
        "winding",
    )


def _arm_short(design: CoredDesign) -> Given:
    if design.winding.turns < 40:
        return None
    few, half = max(design.winding.turns // 3, 5), max(design.winding.turns // 2, 5)
    return BenchFault(
        "fewer_turns",
        "The winding has far fewer turns than planned.",
        (
            Flaw((Setting("/winding/turns", few),)),
            Flaw((Setting("/winding/turns", half),)),
        ),
        (0.0025, 0.01, 0.018),
        Check(
            "Compare how thick both arms are with the picture on the build sheet.",
            "Are they much thinner?",
            1.0,
            ("build sheet",),
            sure=0.85,
        ),
        Cure("Wind on the missing turns.", 12.0, "wire"),
        ("enamel", "winding", "bar"),
        "winding",
        gives={"unlike": 0.35},
    )


def _timing(design: CoredDesign) -> Given:
    planned = design.commutator.offset_deg
    off = [turned for more in (-60.0, -40.0, 40.0, 60.0) if abs(turned := planned + more) <= 90]
    return BenchFault(
        "timing",
        "The commutator's gaps are turned away from where they should be.",
        tuple(Flaw((Setting("/commutator/offset_deg", turned),)) for turned in off),
        (0.03, 0.072, 0.11),
        Check(
            "Turn the bar until it points at a magnet, and look where the gaps are under the brushes.",
            "Are the gaps far from the brushes?",
            1.0,
            sure=0.9,
        ),
        Cure("Turn the segments on the shaft until the gaps meet the brushes as the bar points at a magnet.", 3.0),
        ("lead", "push_arc"),
        "commutator",
        gives={"unlike": 0.3},
    )


def _brushes_light(design: CoredDesign) -> Given:
    return BenchFault(
        "brushes_light",
        "The brushes hardly touch the commutator.",
        (Flaw((Setting("/brushes/force_mN", 1.5),), ohms=1.0), Flaw(opens=True)),
        (0.03, 0.06, 0.09),
        Check(
            "Press both brushes to the shaft with two wooden sticks while it is on.",
            "Does it pull now?",
            0.7,
            ("sticks",),
            sure=0.92,
        ),
        Cure("Bend the brushes so that they spring against the shaft.", 2.0),
        ("lead",),
        "brushes",
        gives={"joint_sparks": 0.4, "gap_seen": 0.55},
    )


def _brushes_touch(design: CoredDesign) -> Given:
    if design.brushes.touching:
        return None
    return BenchFault(
        "brushes_touch",
        "The two brushes touch each other, past the shaft.",
        (Flaw((Setting("/brushes/touching", True),)),),
        (0.0025, 0.013, 0.02),
        Check("Look at the brushes from the end of the shaft.", "Do they touch each other?", 0.5, sure=0.95),
        Cure("Bend them apart, and put tape between.", 1.5, "tape"),
        ("lead",),
        "brushes",
        "A shorted battery gets hot within seconds: power off first.",
        gives={"unlike": 0.4},
    )


def _brushes_hard(design: CoredDesign) -> Given:
    force = design.brushes.force_mN
    if force > 250:
        return None
    return BenchFault(
        "brushes_hard",
        "The brushes press so hard that they brake the shaft.",
        tuple(Flaw((Setting("/brushes/force_mN", min(force * more, 2000.0)),)) for more in (6.0, 12.0)),
        (0.0075, 0.02, 0.03),
        Check("Power off, spin it by hand, brushes on and then held away.", "Does it spin much longer without?", 1.0),
        Cure("Bend the brushes until they spring lightly.", 2.0),
        ("lead",),
        "brushes",
        gives={"scrapes": 0.5},
    )


def _like_poles(design: CoredDesign) -> Given:
    if design.gap.stacks < 2:
        return None
    other = "like" if design.gap.facing == "unlike" else "unlike"
    return BenchFault(
        "magnet_over",
        "One magnet is the wrong way round, so that both work against each other.",
        (Flaw((Setting("/gap/facing", other),)),),
        (0.018, 0.06, 0.09),
        Check(
            "Slide the two magnets toward each other with the bar away.",
            "Do they push each other off?" if design.gap.facing == "unlike" else "Do they draw each other?",
            1.0,
            sure=0.95,
            effort="apart",
        ),
        Cure("Turn one of them round.", 1.0),
        ("north", "south"),
        "magnets",
        "Hold on to both magnets: they snap together and pinch.",
    )


def _far(design: CoredDesign) -> Given:
    if design.gap.distance_mm > 60:
        return None
    return BenchFault(
        "far_magnet",
        "The magnets stand too far from the bar.",
        tuple(Flaw((Setting("/gap/distance_mm", design.gap.distance_mm + more),)) for more in (12.0, 20.0, 30.0)),
        (0.018, 0.036, 0.06),
        Check(
            "Measure from the bar's end to the magnets.",
            f"Is it much more than {design.gap.distance_mm:g} mm?",
            0.7,
            ("ruler",),
            sure=0.95,
            mistaken=0.03,
        ),
        Cure("Move the magnets in.", 1.0),
        ("north", "south"),
        "magnets",
        gives={"unlike": 0.5},
    )


def _out_of_line(design: CoredDesign) -> Given:
    if design.gap.out_of_line_mm > 5:
        return None
    return BenchFault(
        "out_of_line",
        "The magnets stand above or below the bar.",
        tuple(Flaw((Setting("/gap/out_of_line_mm", off),)) for off in (12.0, 20.0)),
        (0.0075, 0.015, 0.025),
        Check("Look along the bench.", "Is the middle of the magnets higher or lower than the bar?", 0.5, sure=0.93),
        Cure("Set the magnets to the bar's height.", 1.5, "card"),
        ("north", "south"),
        "magnets",
        gives={"crooked": 0.6},
    )


def _one_stack(design: CoredDesign) -> Given:
    if design.gap.stacks < 2:
        return None
    return BenchFault(
        "one_magnet",
        "The magnets of one side are missing.",
        (Flaw((Setting("/gap/stacks", 1),)),),
        (0.0013, 0.005, 0.0075),
        Check("Look at both sides.", "Is one side empty?", 0.2, sure=0.98, mistaken=0.01),
        Cure("Put the magnets back.", 1.0, "magnets"),
        ("north", "south"),
        "magnets",
        "A magnet that cannot be found is told to the teacher at once: swallowed magnets injure.",
        gives={"unlike": 0.85},
    )


def _stiff_shaft(design: CoredDesign) -> Given:
    return BenchFault(
        "stiff_shaft",
        "The shaft is bent or rubs in its bearings.",
        (Flaw(drag=4.0), Flaw(drag=10.0)),
        (0.0075, 0.02, 0.03),
        Check(
            "Take the magnets away, hold the brushes off, and spin the bar by hand.",
            "Does it stop at once?",
            1.5,
            sure=0.92,
            effort="apart",
        ),
        Cure("Straighten the shaft and widen the bearings a little.", 3.0, "pliers"),
        ("bar", "enamel"),
        "shaft",
        gives={"scrapes": 0.6, "wobbles": 0.4, "crooked": 0.3},
    )
