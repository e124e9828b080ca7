"""Rotating coils: a coil (or two lobes of one) whose own leads are the axle, over a magnet.

Angles round a lead are counted from the coil's face normal, counterclockwise seen from the end
that the machine is looked at from. The face normal is that of the face from which the wire,
followed from the left lead on, runs counterclockwise.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.magnets import Magnets
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.design.wire import ByGauge, Wire


class RoundOutline(Record):
    """A coil wound on a round former."""

    by: Literal["round"] = "round"
    diameter_mm: Annotated[float, Field(ge=6, le=120, description="Mean diameter of the coil.")]


class SquareOutline(Record):
    """A coil wound on a rectangular former."""

    by: Literal["square"] = "square"
    along_mm: Annotated[float, Field(ge=6, le=120, description="Side along the axle.")]
    across_mm: Annotated[float, Field(ge=6, le=120, description="Side across the axle.")]


class OvalOutline(Record):
    """A coil wound on an oval former."""

    by: Literal["oval"] = "oval"
    along_mm: Annotated[float, Field(ge=6, le=120, description="Length along the axle.")]
    across_mm: Annotated[float, Field(ge=6, le=120, description="Width across the axle.")]


class CoilPoint(Record):
    """A corner of an outline of one's own, in the plane of the coil."""

    along_mm: Annotated[float, Field(ge=-100, le=100, description="Along the axle, from the coil's middle.")]
    across_mm: Annotated[float, Field(ge=-100, le=100, description="Across the axle, from the axle.")]


class OwnOutline(Record):
    """A closed outline of one's own; the last corner is joined to the first."""

    by: Literal["own"] = "own"
    points: Annotated[list[CoilPoint], Field(min_length=3, max_length=16, description="Corners in order.")]

    @model_validator(mode="after")
    def _encloses_something(self) -> Self:
        x = [point.along_mm for point in self.points]
        y = [point.across_mm for point in self.points]
        area = sum(x[i - 1] * y[i] - x[i] * y[i - 1] for i in range(len(x))) / 2
        if abs(area) < 20:
            raise misfit(
                "points", f"{abs(area):.3g} mm²", "an outline round 20 mm² at least", "Move the corners apart."
            )
        return self


class Tails(Record):
    """The leads that are the axle."""

    length_mm: Annotated[float, Field(ge=8, le=100, description="Length of each lead from coil to tip.")] = 25.0
    tied: Annotated[bool, Field(description="Whether the leads are wound round the bundle to hold it.")] = True
    off_opposite_mm: Annotated[
        float, Field(ge=0, le=10, description="How far the leads run beside the coil's middle line.")
    ] = 0.0
    out_of_line_deg: Annotated[
        float, Field(ge=0, le=20, description="Angle between the two leads where they should be in line.")
    ] = 0.0


class Arc(Record):
    """A bared arc of a lead."""

    center_deg: Annotated[float, Field(ge=-360, le=720, description="Where its middle is, from the face normal.")]
    width_deg: Annotated[float, Field(ge=1, le=360, description="How far it reaches round the lead.")]


class Lead(Record):
    """Which part of a lead's end shows bare metal."""

    bared: Annotated[Literal["all", "arcs", "none"], Field(description="All round, in arcs, or not at all.")] = "arcs"
    arcs: Annotated[list[Arc], Field(max_length=4, description="Bared arcs when bared is arcs.")] = []
    rest: Annotated[
        Literal["enamel", "marker"], Field(description="What covers the rest: enamel, or paint over bare metal.")
    ] = "enamel"
    worn_percent: Annotated[
        float, Field(ge=0, le=100, description="Share of the paint that has worn off where it rubs, percent.")
    ] = 0.0

    @model_validator(mode="after")
    def _arcs_are_complete(self) -> Self:
        if self.bared == "arcs" and not self.arcs:
            raise misfit("arcs", "none", "at least one arc when bared is arcs", "Add an arc, or set bared to none.")
        if self.bared != "arcs" and self.arcs:
            raise misfit(
                "arcs", f"{len(self.arcs)}", "left out unless bared is arcs", "Set bared to arcs or drop them."
            )
        return self


HALF = Lead(bared="arcs", arcs=[Arc(center_deg=90, width_deg=180)])
ALL_ROUND = Lead(bared="all")


class Strip(Record):
    """Where the leads are bared."""

    left: Annotated[Lead, Field(description="The left lead.")] = ALL_ROUND
    right: Annotated[Lead, Field(description="The right lead.")] = HALF


class Supports(Record):
    """What the axle lies in."""

    type: Annotated[
        Literal["steel_clip", "safety_pin", "needle_eye", "bare_copper"], Field(description="What it is made of.")
    ] = "steel_clip"
    seat: Annotated[Literal["open", "deep", "loop"], Field(description="Open cradle, deep cradle, or closed loop.")] = (
        "open"
    )
    spacing_mm: Annotated[float, Field(ge=15, le=250, description="Distance between the two supports.")] = 45.0
    level_mm: Annotated[float, Field(ge=-15, le=15, description="How much higher the right support is.")] = 0.0
    stand: Annotated[
        Literal["insulated", "metal"], Field(description="Whether the stand keeps the two supports apart.")
    ] = "insulated"
    stops: Annotated[bool, Field(description="Bends or beads that keep the axle from walking off.")] = True


class Fan(Record):
    """A paper fan, a sail or a load drum on the shaft, spread evenly round it."""

    mass_g: Annotated[float, Field(ge=0, le=30, description="Its mass.")] = 0.0
    radius_mm: Annotated[float, Field(ge=0, le=80, description="Its mean distance from the shaft.")] = 15.0
    area_mm2: Annotated[float, Field(ge=0, le=10000, description="Area that meets the air.")] = 0.0


class Flick(Record):
    """How it is helped on its way."""

    turns_per_s: Annotated[float, Field(ge=0, le=15, description="Speed of the flick; 0 lets it go from rest.")] = 4.0
    sense: Annotated[Literal["good", "wrong"], Field(description="The way it wants to go, or against it.")] = "good"


ENAMELED = Wire(size=ByGauge(awg=22), finish="enameled")
ONE_DISC = Magnets(diameter_mm=15, thickness_mm=4, count=1)


class CoilDesign(Record):
    """What a cradle and a two-lobe motor have in common."""

    battery: Battery = Battery()
    magnets: Magnets = ONE_DISC
    magnets_on: Annotated[
        Literal["battery", "bench", "beside", "around"],
        Field(
            description="On the lying battery under the coil, on the bench under it, upright beside it at the axle's "
            "height, or a ring on the bench into which the coil dips."
        ),
    ] = "battery"
    second: Annotated[
        Literal["none", "same", "turned"],
        Field(description="An equal stack above the coil: none, with the same pole up, or turned over."),
    ] = "none"
    plus_at: Annotated[Literal["left", "right"], Field(description="Support that the + terminal feeds.")] = "left"
    wire: Wire = ENAMELED
    tails: Tails = Tails()
    axle: Annotated[
        Literal["leads", "cork", "pencil"],
        Field(description="What holds the coil: its own leads alone, or a cork or pencil with the leads as its ends."),
    ] = "leads"
    gap_mm: Annotated[
        float, Field(ge=0, le=60, description="Clearance between the coil's lowest sweep and the magnet.")
    ] = 4.0
    imbalance_mm: Annotated[
        float | None,
        Field(
            ge=0.005,
            le=15,
            description="Measured distance of the center of mass from the axle; none: as hands make it.",
        ),
    ] = None
    rests_deg: Annotated[
        float | None,
        Field(
            ge=0,
            le=359,
            description="How it hangs at rest with the power off: its marked side turned so far counterclockwise from "
            "up; none: as hands make it.",
        ),
    ] = None
    strip: Annotated[Strip, Field(description="Where the leads are bared.")] = Strip()
    supports: Supports = Supports()
    fan: Annotated[Fan, Field(description="Fan or sail on the shaft.")] = Fan()
    flick: Flick = Flick()
    surface: Surface = "sanded"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench."""
        return (self.magnets,) if self.second == "none" else (self.magnets, self.magnets)

    @model_validator(mode="after")
    def _parts_fit(self) -> Self:
        magnets = self.magnets
        if magnets.shape == "block" and magnets.magnetized == "across" and self.second != "none":
            hint = "Take blocks magnetized through their thickness, or one stack only."
            raise misfit("second", self.second, "none for blocks magnetized across", hint)
        if self.magnets_on == "battery" and self.battery.cell == "bench_supply":
            raise misfit("magnets_on", "battery", "bench with a bench supply", "Put the magnets on the bench.")
        if self.magnets_on == "around":
            if magnets.shape != "ring":
                hint = "Take a ring magnet wide enough for the coil, or put the magnets below."
                raise misfit("magnets_on", "around", f"bench, battery or beside for a {magnets.shape}", hint)
            if self.second != "none":
                raise misfit("second", self.second, "none with a ring around the coil", "Leave the second stack off.")
        return self


class Coil(Record):
    """The coil of a cradle motor."""

    outline: Annotated[
        RoundOutline | SquareOutline | OvalOutline | OwnOutline,
        Field(discriminator="by", description="Round, square, oval, or an outline of one's own."),
    ] = RoundOutline(diameter_mm=24)
    turns: Annotated[int, Field(ge=1, le=400, description="Turns of the coil."), WHOLE] = 10


class CradleDesign(CoilDesign):
    """Everything the user decides about a cradle motor: a flat coil turning in two supports."""

    kind: Literal["cradle"] = "cradle"
    coil: Coil = Coil()


class Lobes(Record):
    """Two lobes of one wire, opened like a book whose back is the axle."""

    outline: Annotated[Literal["round", "square"], Field(description="Outer edge of each lobe.")] = "round"
    along_mm: Annotated[float, Field(ge=6, le=120, description="Length of a lobe along the axle.")] = 26.0
    reach_mm: Annotated[float, Field(ge=4, le=80, description="How far a lobe reaches from the axle.")] = 16.0
    turns: Annotated[int, Field(ge=1, le=200, description="Turns of each lobe."), WHOLE] = 6
    opening_deg: Annotated[float, Field(ge=0, le=180, description="Angle between the lobes.")] = 180.0


QUARTERS = Lead(bared="arcs", arcs=[Arc(center_deg=90, width_deg=90), Arc(center_deg=270, width_deg=90)])
QUARTER_STRIP = Strip(left=ALL_ROUND, right=QUARTERS)


class LobesDesign(CoilDesign):
    """Everything the user decides about a two-lobe motor."""

    kind: Literal["lobes"] = "lobes"
    lobes: Lobes = Lobes()
    strip: Annotated[Strip, Field(description="Where the leads are bared.")] = QUARTER_STRIP
