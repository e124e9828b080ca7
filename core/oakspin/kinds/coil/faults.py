"""What goes wrong on the bench of a rotating coil."""

from __future__ import annotations

from oakspin.design.coil import Arc, Lead
from oakspin.design.patch import Patch, Setting
from oakspin.kinds.common_faults import (
    GIVEN_OUT,
    across_magnets,
    bad_joint,
    dirty_contact,
    flicked_on,
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
from oakspin.machines.coil.shape import CoilMotor
from oakspin.machines.flaw import Flaw

SIDES = ("left", "right")
OFF_ANGLE = (-75.0, -50.0, 50.0, 75.0)  # degrees by which an arc is off; a hand that held the coil wrong
JOINTS = "the supports and clips"


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": GIVEN_OUT,
    "wind": ("fewer_turns",),
    "tails": ("heavy_side", "bent_axle"),
    "bare": ("covered", "all_round", "wrong_angle", "mirrored", "too_little"),
    "supports": ("plus_over", "shorted", "tight_supports", "loose_joint", "bad_joint", "dirty_contact"),
    "place": ("far_magnet", "strikes", "turned_over", "second_over"),
}


def coil_faults(design: CoilMotor) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _covered(design),
            _all_round(design),
            _wrong_angle(design),
            _mirrored(design),
            _too_little(design),
            _worn_paint(design),
            _shorted(design),
            loose_joint((0.016, 0.032, 0.048), JOINTS, "support", also=("covered",)),
            bad_joint((0.0075, 0.013, 0.018), JOINTS, "support"),
            dirty_contact(
                design.surface, "the leads lie in the supports", "support", "supports", (0.0075, 0.015, 0.02)
            ),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.magnets),
            across_magnets(design.magnets),
            lost_magnet(design.magnets),
            turned_over(design.magnets, design.flick.turns_per_s),
            plus_over(design.plus_at, "supports", ("support", "cell"), design.flick.turns_per_s),
            _second_over(design),
            _far(design),
            _strikes(design),
            _heavy(design),
            _bent(design),
            _tight(design),
            _fewer_turns(design),
            wrong_flick(design.flick.sense, design.flick.turns_per_s),
            no_flick(design.flick.turns_per_s),
        )
    )


def _lead(design: CoilMotor, side: str) -> Lead:
    return design.strip.left if side == "left" else design.strip.right


def _set(side: str, **fields: object) -> Patch:
    return (Setting(f"/strip/{side}", Lead.model_validate(fields).model_dump(mode="json")),)


def _arcs(lead: Lead, turn: float = 0.0, width: float = 1.0) -> list[Arc]:
    return [
        Arc(
            center_deg=(arc.center_deg + turn) % 360 if turn else arc.center_deg,
            width_deg=max(min(arc.width_deg * width, 360.0), 1.0),
        )
        for arc in lead.arcs
    ]


def _of_arcs(design: CoilMotor, turn: float = 0.0, width: float = 1.0) -> Patch:
    """Both leads with their arcs turned on, or wider."""
    patch: Patch = ()
    for side in SIDES:
        lead = _lead(design, side)
        if lead.bared == "arcs":
            patch += _set(side, bared="arcs", arcs=_arcs(lead, turn, width), rest=lead.rest)
    return patch


def _enameled(design: CoilMotor) -> bool:
    return design.wire.finish != "bare"


def _covered(design: CoilMotor) -> Given:
    skin = "plastic" if design.wire.finish == "plastic" else "enamel"
    sides = [side for side in SIDES if _lead(design, side).bared != "none"]
    if not _enameled(design) or len(sides) < 2:
        return None
    return BenchFault(
        "covered",
        f"There is still {skin} on a lead where it should be bare metal.",
        tuple(Flaw(_set(side, bared="none")) for side in sides),
        (0.024, 0.06, 0.11),
        Check(
            "Look at both leads under a lamp where they lie in the supports, and turn the coil once round by hand.",
            "Is one of them still colored where it should shine?",
            1.0,
            ("lamp", "magnifier"),
            also=("too_little", "dirty_contact"),
            effort="look",
        ),
        Cure(f"Scrape the {skin} off the marked part of that lead until it shines.", 3.0, "sandpaper"),
        ("contact", "support", "wire"),
        "leads",
        gives={"dull": 0.6},
    )


def _all_round(design: CoilMotor) -> Given:
    arcs = [side for side in SIDES if _lead(design, side).bared == "arcs"]
    if not _enameled(design) or not arcs:
        return None
    patch = tuple(setting for side in arcs for setting in _set(side, bared="all"))
    return BenchFault(
        "all_round",
        "The leads are bared all the way round.",
        (Flaw(patch),),
        (0.018, 0.06, 0.11),
        Check(
            "Turn the coil slowly by hand and look at the lead that should be bare only in part.",
            "Does it shine all the way round?",
            1.0,
            ("lamp",),
            also=("worn_paint",),
            effort="look",
        ),
        Cure(
            "Hold the coil as the build sheet shows, and paint the other part of that lead with marker.", 3.0, "marker"
        ),
        ("contact", "support", "wire"),
        "leads",
        gives={"unlike": 0.4},
    )


def _wrong_angle(design: CoilMotor) -> Given:
    if not _enameled(design) or not _of_arcs(design):
        return None
    return BenchFault(
        "wrong_angle",
        "The bare part of the lead is at the wrong angle to the coil.",
        tuple(Flaw(_of_arcs(design, turn)) for turn in OFF_ANGLE),
        (0.024, 0.06, 0.096),
        Check(
            "Hold the coil as it was held for scraping, beside the picture on the build sheet.",
            "Does the bare part face another way than in the picture?",
            1.5,
            ("build sheet",),
            sure=0.85,
            also=("mirrored",),
        ),
        Cure("Scrape that lead bare and paint it anew, the coil held as the build sheet shows.", 5.0, "marker"),
        ("contact", "support", "wire"),
        "leads",
        gives={"unlike": 0.25},
    )


def _mirrored(design: CoilMotor) -> Given:
    one_arc = all(len(_lead(design, side).arcs) < 2 for side in SIDES)
    if not _enameled(design) or not one_arc or not _of_arcs(design):
        return None
    return BenchFault(
        "mirrored",
        "The bare half of the lead is the other half.",
        flicked_on(_of_arcs(design, 180.0), design.flick.turns_per_s),
        (0.03, 0.09, 0.15),
        Check(
            "Stand the coil up with its marked side on top, and look at the lead from above.",
            "Is it enamel on top where the build sheet shows metal?",
            1.0,
            ("build sheet",),
            sure=0.9,
        ),
        Cure("Turn the magnets over, or leave it: the motor then turns the other way.", 0.5),
        ("contact", "support", "wire"),
        "leads",
        gives={"unlike": 0.2},
    )


def _too_little(design: CoilMotor) -> Given:
    if not _enameled(design) or not _of_arcs(design):
        return None
    return BenchFault(
        "too_little",
        "Too little of the lead is bare.",
        tuple(Flaw(_of_arcs(design, 0.0, width)) for width in (0.2, 0.35, 0.5)),
        (0.013, 0.025, 0.035),
        Check(
            "Turn the coil slowly by hand and see for how much of a turn the bare metal lies in the support.",
            "Is it less than half of what the build sheet shows?",
            1.0,
            ("lamp",),
            sure=0.85,
            also=("covered",),
            effort="look",
        ),
        Cure("Bare the lead as far round as the build sheet shows.", 3.0, "sandpaper"),
        ("contact", "support", "wire"),
        "leads",
        gives={"dull": 0.5},
    )


def _worn_paint(design: CoilMotor) -> Given:
    painted = [side for side in SIDES if _lead(design, side).rest == "marker" and _lead(design, side).bared == "arcs"]
    if not painted:
        return None

    def patch(worn: float) -> Patch:
        return tuple(Setting(f"/strip/{side}/worn_percent", worn) for side in painted)

    return BenchFault(
        "worn_paint",
        "The paint on the lead has worn off where it rubs.",
        (Flaw(patch(50.0)), Flaw(patch(80.0)), Flaw(patch(100.0))),
        (0.013, 0.02, 0.025),
        Check(
            "Take the coil out and look at the painted part of the lead where it lay in the support.",
            "Does metal shine through the paint?",
            1.0,
            ("lamp",),
        ),
        Cure("Paint that part again, twice, and let it dry.", 3.0, "marker"),
        ("contact", "support", "wire"),
        "leads",
        gives={"unlike": 0.4},
    )


def _shorted(design: CoilMotor) -> Given:
    if design.supports.stand == "metal":
        return None
    return BenchFault(
        "shorted",
        "The two supports touch each other, or metal joins them.",
        (Flaw((Setting("/supports/stand", "metal"),)),),
        (0.005, 0.013, 0.02),
        Check(
            "Take the coil out, switch on for two seconds and feel the battery; look for metal between the supports.",
            "Does current flow with the coil out, or do they touch?",
            0.7,
            sure=0.95,
            mistaken=0.02,
            effort="apart",
        ),
        Cure("Set the supports apart on wood or plastic.", 1.0, "tape"),
        ("support", "cell"),
        "supports",
        "A shorted battery gets hot within seconds: power off first.",
        gives={"unlike": 0.4},
    )


def _second_over(design: CoilMotor) -> Given:
    if design.second == "none":
        return None
    other = "turned" if design.second == "same" else "same"
    return BenchFault(
        "second_over",
        "One of the two stacks is upside down, so that they work against each other.",
        (Flaw((Setting("/second", other),)),),
        (0.013, 0.03, 0.05),
        Check("Hold a compass to both stacks.", "Is one of them the other way up than planned?", 0.7, ("compass",)),
        Cure("Turn that stack over.", 1.0),
        ("north", "south"),
        "magnets",
    )


def _far(design: CoilMotor) -> Given:
    if design.gap_mm > 40:
        return None
    around = design.magnets_on == "around"
    wider = (8.0, 14.0, 20.0)
    where = "axle and the ring" if around else "magnet and the lowest sweep of the coil"
    return BenchFault(
        "far_magnet",
        "The coil hangs too high over the ring." if around else "The magnet is too far from the coil.",
        tuple(Flaw((Setting("/gap_mm", min(design.gap_mm + more, 60.0)),)) for more in wider),
        (0.018, 0.036, 0.06),
        Check(
            f"Hold a ruler between the {where}.",
            f"Is the gap much more than {design.gap_mm:g} mm?",
            0.7,
            ("ruler",),
            sure=0.95,
            mistaken=0.03,
        ),
        Cure("Lower the supports." if around else "Raise the magnet with coins or card, or lower the supports.", 1.5),
        ("north", "south"),
        "magnets",
        gives={"unlike": 0.5},
    )


def _strikes(design: CoilMotor) -> Given:
    if design.magnets_on == "around":
        return None
    return BenchFault(
        "strikes",
        "The coil strikes the magnet.",
        (Flaw((Setting("/gap_mm", 0.0),), drag=8.0),),
        (0.005, 0.013, 0.02),
        Check(
            "Power off, turn the coil once round by hand, and listen.",
            "Does it touch the magnet anywhere?",
            0.5,
            sure=0.95,
            mistaken=0.03,
        ),
        Cure("Lower the magnet or raise the supports until the coil is clear all round.", 1.5),
        ("north", "south"),
        "magnets",
        gives={"scrapes": 0.8, "crooked": 0.3},
    )


def _heavy(design: CoilMotor) -> Given:
    if (design.imbalance_mm or 0.0) > 2:
        return None
    return BenchFault(
        "heavy_side",
        "One side of the coil is heavy.",
        tuple(Flaw((Setting("/imbalance_mm", off),)) for off in (1.5, 2.5, 4.0)),
        (0.024, 0.06, 0.11),
        Check(
            "Power off: give it three soft turns and see how it comes to rest.",
            "Does it always stop the same way up?",
            1.0,
            sure=0.92,
            mistaken=0.15,
            also=("bent_axle",),
        ),
        Cure("Bend the leads until it stops anywhere, or tape a bit of wire to the light side.", 3.0, "tape"),
        ("wire", "axis"),
        "coil",
        gives={"wobbles": 0.3},
    )


def _bent(design: CoilMotor) -> Given:
    if design.tails.out_of_line_deg > 6:
        return None
    return BenchFault(
        "bent_axle",
        "The leads are not in one line.",
        tuple(
            Flaw((Setting("/tails/out_of_line_deg", angle), Setting("/tails/off_opposite_mm", off)))
            for angle, off in ((8.0, 1.5), (14.0, 3.0))
        ),
        (0.01, 0.025, 0.045),
        Check(
            "Roll the leads in the supports slowly and look along them.",
            "Does one lead wag up and down?",
            0.7,
            sure=0.9,
            mistaken=0.1,
            also=("heavy_side",),
        ),
        Cure("Straighten the leads along a ruler's edge, exactly opposite each other.", 2.5, "pliers"),
        ("wire", "axis"),
        "coil",
        gives={"wobbles": 0.85, "crooked": 0.5},
    )


def _tight(design: CoilMotor) -> Given:
    return BenchFault(
        "tight_supports",
        "The leads are pinched or rub in the supports.",
        (Flaw(drag=3.0), Flaw(drag=6.0)),
        (0.005, 0.013, 0.02),
        Check(
            "Power off, flick the coil and count how long it goes on.",
            "Does it stop within a turn or two?",
            0.5,
            sure=0.9,
            mistaken=0.08,
            also=("strikes", "bent_axle"),
        ),
        Cure("Open the supports a little, and smooth the place where the lead lies.", 2.0, "pliers"),
        ("support",),
        "supports",
        gives={"scrapes": 0.4},
    )


def _fewer_turns(design: CoilMotor) -> Given:
    at = "/coil/turns" if design.kind == "cradle" else "/lobes/turns"
    turns = design.coil.turns if design.kind == "cradle" else design.lobes.turns
    if turns < 6:
        return None
    return BenchFault(
        "fewer_turns",
        "The coil has far fewer turns than planned.",
        (Flaw((Setting(at, max(turns // 2, 1)),)), Flaw((Setting(at, max(round(turns * 0.35), 1)),))),
        (0.0013, 0.0075, 0.015),
        Check(
            "Count the turns where the bundle is easiest to see.", f"Are there far fewer than {turns}?", 1.0, sure=0.93
        ),
        Cure("Wind a new coil with all its turns.", 10.0, "enameled wire"),
        ("wire", "winding"),
        "coil",
        gives={"unlike": 0.35},
    )
