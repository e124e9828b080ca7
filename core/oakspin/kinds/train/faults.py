"""What goes wrong on the bench of a coil train."""

from __future__ import annotations

from oakspin.design.patch import Setting
from oakspin.design.train import ByLength, Dent, Kink, Stretch, TrainDesign
from oakspin.kinds.common_faults import (
    GIVEN_OUT,
    across_magnets,
    coated_magnet,
    dirty_contact,
    lost_magnet,
    weak_magnets,
    worn_cell,
)
from oakspin.kinds.common_faults import reversed_cell as reversed_
from oakspin.kinds.fault import BenchFault, Check, Cure, Given, listed
from oakspin.machines.flaw import Flaw

BOTH = ("/front", "/rear")


# Faults by the step of the build in which they are made.
MADE_AT: dict[str, tuple[str, ...]] = {
    "lay_out": (*GIVEN_OUT, "coated_wire"),
    "wind": ("kink", "loosened"),
    "press": ("oval", "stretched"),
    "lay": ("uphill", "dent", "dirty_contact"),
    "magnets": ("unlike_poles", "stack_loose", "lost_magnet", "tight_bore", "heavy_nose"),
}


def train_faults(design: TrainDesign) -> tuple[BenchFault, ...]:
    """Everything that this design can have."""
    return listed(
        (
            _unlike(design),
            _wrong_end(design),
            _coated_wire(design),
            _stretched(design),
            _kink(design),
            _dent(design),
            _loosened(design),
            _oval(design),
            _uphill(design),
            _tight_bore(design),
            dirty_contact(design.surface, "the magnets slide on the wire", "track", "track", (0.0075, 0.015, 0.02)),
            coated_magnet(design.front, "/front"),
            worn_cell(design.battery),
            reversed_(design.battery),
            weak_magnets(design.front, BOTH),
            lost_magnet(design.front, "/front", note="the front stack"),
            across_magnets(design.front, BOTH),
            _no_rear_touch(design),
            _heavy_nose(design),
        )
    )


def _flipped(pole: str) -> str:
    return "S" if pole == "N" else "N"


def _unlike(design: TrainDesign) -> Given:
    if design.front.pole_up != design.rear.pole_up:
        return None
    return BenchFault(
        "unlike_poles",
        "The two magnet stacks show different poles outward.",
        (
            Flaw((Setting("/front/pole_up", _flipped(design.front.pole_up)),)),
            Flaw((Setting("/rear/pole_up", _flipped(design.rear.pole_up)),)),
        ),
        (0.048, 0.12, 0.18),
        Check(
            "Hold the outer faces of both stacks toward another magnet, one after the other.",
            "Is one drawn and the other pushed off?",
            0.7,
            ("magnet",),
            sure=0.95,
        ),
        Cure("Take one stack off and put it back the other way round.", 1.0),
        ("north", "south"),
        "magnets",
    )


def _wrong_end(design: TrainDesign) -> Given:
    other = "+" if design.leads == "-" else "-"
    return BenchFault(
        "wrong_end",
        "It goes in with the wrong end first.",
        (Flaw((Setting("/leads", other),)),),
        (0.06, 0.15, 0.24),
        Check(
            "Look which terminal leads into the track.",
            f"Does the {other} end go in first?",
            0.3,
            sure=0.97,
            mistaken=0.02,
        ),
        Cure("Turn the train round.", 0.3),
        ("cell",),
        "train",
        gives={"unlike": 0.4},
    )


def _coated_wire(design: TrainDesign) -> Given:
    if design.wire.finish != "bare":
        return None
    return BenchFault(
        "coated_wire",
        "The wire of the track has a clear coat.",
        (Flaw((Setting("/wire/finish", "enameled"), Setting("/track/inside", "as_wound"))),),
        (0.018, 0.048, 0.06),
        Check(
            "Scrape a turn at the entry with a knife.",
            "Does a skin come off?",
            1.0,
            ("knife",),
            sure=0.93,
            effort="look",
        ),
        Cure("Sand the inside of the track, or wind it of bare wire.", 15.0, "bare wire"),
        ("track", "wire"),
        "track",
        "A knife is an adult's work.",
        gives={"dull": 0.2},
    )


def _length(design: TrainDesign) -> float:
    length = design.track.length
    return length.length_mm if isinstance(length, ByLength) else 300.0


def _stretched(design: TrainDesign) -> Given:
    if len(design.track.stretches) > 5:
        return None
    length = _length(design)
    return BenchFault(
        "stretched",
        "A part of the track is pulled apart.",
        tuple(
            Flaw(
                (
                    Setting(
                        "/track/stretches",
                        [
                            *(each.model_dump() for each in design.track.stretches if each.to_mm < at),
                            Stretch(from_mm=round(at), to_mm=round(at + 60), pitch_mm=pitch).model_dump(),
                        ],
                    ),
                )
            )
            for at, pitch in ((0.3 * length, 5.0), (0.5 * length, 8.0))
        ),
        (0.036, 0.072, 0.12),
        Check(
            "Look along the track for a place where you can see between the turns.",
            "Is there such a place?",
            0.7,
            sure=0.95,
        ),
        Cure("Push the turns together there.", 1.5),
        ("track", "wire"),
        "track",
        gives={"same_place": 0.8, "gap_seen": 0.6},
    )


def _kink(design: TrainDesign) -> Given:
    if len(design.track.kinks) > 3:
        return None
    length = _length(design)
    return BenchFault(
        "kink",
        "A turn of the track is bent in and stops the train.",
        tuple(
            Flaw((Setting("/track/kinks", [Kink(at_mm=round(share * length), squeeze_mm=1.5).model_dump()]),))
            for share in (0.25, 0.5, 0.75)
        ),
        (0.03, 0.072, 0.11),
        Check(
            "Slide the magnets alone through the track with a stick.",
            "Do they catch somewhere?",
            1.0,
            ("stick",),
            sure=0.95,
            also=("dent", "tight_bore"),
        ),
        Cure("Bend that turn out over a pencil.", 2.0, "pencil"),
        ("track", "wire"),
        "track",
        gives={"same_place": 0.9, "crooked": 0.45},
    )


def _dent(design: TrainDesign) -> Given:
    if len(design.track.dents) > 2:
        return None
    length = _length(design)
    return BenchFault(
        "dent",
        "The track was stepped on: a part of it is flat.",
        tuple(
            Flaw((Setting("/track/dents", [Dent(at_mm=round(share * length), flat_mm=2.0).model_dump()]),))
            for share in (0.3, 0.6)
        ),
        (0.0075, 0.02, 0.03),
        Check(
            "Look through the track against a light.",
            "Is it not round somewhere?",
            0.5,
            ("lamp",),
            sure=0.92,
            effort="look",
        ),
        Cure("Press that part round again over the former.", 3.0, "former"),
        ("track", "wire"),
        "track",
        gives={"same_place": 0.85, "crooked": 0.5},
    )


def _loosened(design: TrainDesign) -> Given:
    if design.track.loosens > 1.4:
        return None
    return BenchFault(
        "loosened",
        "The turns lie farther and farther apart along the track.",
        (Flaw((Setting("/track/loosens", 1.8),)), Flaw((Setting("/track/loosens", 2.6),))),
        (0.0075, 0.018, 0.03),
        Check(
            "Count the turns on a thumb's width at the entry and at the far end.",
            "Are there far fewer at the far end?",
            1.0,
            sure=0.93,
            also=("stretched",),
        ),
        Cure("Push the turns together from the far end.", 2.0),
        ("track", "wire"),
        "track",
        gives={"same_place": 0.3, "gap_seen": 0.5},
    )


def _oval(design: TrainDesign) -> Given:
    if design.track.oval_mm > 0.5:
        return None
    return BenchFault(
        "oval",
        "The whole track is squeezed flat.",
        (Flaw((Setting("/track/oval_mm", 1.0),)), Flaw((Setting("/track/oval_mm", 2.0),))),
        (0.005, 0.013, 0.02),
        Check("Measure the track's opening across and upright.", "Do the two differ?", 0.7, ("ruler",), sure=0.93),
        Cure("Roll it round again on its former.", 4.0, "former"),
        ("track", "wire"),
        "track",
        gives={"scrapes": 0.4, "crooked": 0.3},
    )


def _uphill(design: TrainDesign) -> Given:
    plan = design.track.plan
    if plan.form == "loop" or plan.slope_deg > 8:
        return None
    return BenchFault(
        "uphill",
        "The track lies uphill.",
        tuple(Flaw((Setting("/track/plan/slope_deg", plan.slope_deg + more),)) for more in (10.0, 20.0)),
        (0.0025, 0.01, 0.015),
        Check("Lay a pencil on the bench beside the track.", "Does it roll back?", 0.4, ("pencil",), sure=0.92),
        Cure("Level the track.", 0.7),
        ("track", "wire"),
        "track",
        gives={"crooked": 0.4},
    )


def _tight_bore(design: TrainDesign) -> Given:
    return BenchFault(
        "tight_bore",
        "The train rubs in the track: glue, tape or a bent nose.",
        (Flaw(drag=3.0), Flaw(drag=6.0)),
        (0.01, 0.02, 0.03),
        Check("Tilt the track and let the train slide.", "Does it need a steep tilt to slide?", 0.7, sure=0.92),
        Cure("Take tape and glue off, and straighten the nose.", 2.0),
        ("cell",),
        "train",
        gives={"scrapes": 0.5},
    )


def _no_rear_touch(design: TrainDesign) -> Given:
    return BenchFault(
        "stack_loose",
        "A magnet stack does not touch its terminal.",
        (Flaw(opens=True), Flaw(ohms=0.5)),
        (0.005, 0.013, 0.02),
        Check(
            "Look at both ends of the cell: tape, a label or a gap between magnet and terminal.",
            "Is there something between?",
            0.5,
            sure=0.93,
        ),
        Cure("Take it off, so that metal lies on metal.", 0.7),
        ("cell",),
        "train",
        gives={"gap_seen": 0.5},
    )


def _heavy_nose(design: TrainDesign) -> Given:
    if design.nose_g > 12:
        return None
    return BenchFault(
        "heavy_nose",
        "The decoration is too heavy.",
        (Flaw((Setting("/nose_g", 15.0),)), Flaw((Setting("/nose_g", 25.0),))),
        (0.0013, 0.005, 0.015),
        Check("Take the decoration off and run it again.", "Does it go now?", 0.7, sure=0.93, effort="apart"),
        Cure("Make the decoration lighter.", 2.0),
        ("cell",),
        "train",
        gives={"unlike": 0.6},
    )
