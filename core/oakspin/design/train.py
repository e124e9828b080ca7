"""The coil train: a cell with a magnet stack on each end runs through a long bare-wire coil."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery, must_stand_alone
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.magnets import Magnets
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.design.wire import Wire

LONGEST_MM = 10_000.0


class ByLength(Record):
    """The finished length of the track."""

    by: Literal["length"] = "length"
    length_mm: Annotated[float, Field(ge=80, le=LONGEST_MM, description="Length of the finished track.")]


class ByTurns(Record):
    """How many turns are wound, before any is pulled apart."""

    by: Literal["turns"] = "turns"
    turns: Annotated[int, Field(ge=40, le=12000, description="Turns of the track, wound tight."), WHOLE]


class Stretch(Record):
    """A part of the track that is pulled apart."""

    from_mm: Annotated[float, Field(ge=0, le=LONGEST_MM, description="Where it begins, from the entry.")]
    to_mm: Annotated[float, Field(ge=0, le=LONGEST_MM, description="Where it ends, from the entry.")]
    pitch_mm: Annotated[float, Field(ge=0.2, le=60, description="From turn to turn there.")]

    @model_validator(mode="after")
    def _runs_forward(self) -> Self:
        if self.to_mm <= self.from_mm:
            raise misfit("to_mm", self.to_mm, f"more than {self.from_mm:g}", "End it after its beginning.")
        return self


class Kink(Record):
    """A place where the track is squeezed."""

    at_mm: Annotated[float, Field(ge=0, le=LONGEST_MM, description="Where it is, from the entry.")]
    squeeze_mm: Annotated[float, Field(ge=0, le=10, description="By how much the bore is narrower there.")]


class Dent(Record):
    """A part of the track that somebody stepped on: its bore is no longer round."""

    at_mm: Annotated[float, Field(ge=0, le=LONGEST_MM, description="Where its middle is, from the entry.")]
    length_mm: Annotated[float, Field(ge=2, le=500, description="How long it is.")] = 30.0
    flat_mm: Annotated[float, Field(ge=0, le=10, description="By how much the bore is lower there than it is wide.")]


class Plan(Record):
    """How the track lies."""

    form: Annotated[Literal["straight", "arc", "loop"], Field(description="Straight, an arc, or a closed loop.")] = (
        "straight"
    )
    radius_mm: Annotated[float, Field(ge=20, le=5000, description="Radius of an arc's center line.")] = 300.0
    slope_deg: Annotated[float, Field(ge=-10, le=60, description="Uphill from the entry; negative is downhill.")] = 0.0


class Track(Record):
    """The long coil."""

    former_mm: Annotated[float, Field(ge=5, le=60, description="Diameter of the rod that it is wound on.")] = 14.0
    wound: Annotated[
        Literal["clockwise", "counterclockwise"],
        Field(description="Way of the wire as it runs away from one who looks into the entry."),
    ] = "counterclockwise"
    length: Annotated[ByLength | ByTurns, Field(discriminator="by", description="Length, or turns.")] = ByLength(
        length_mm=600
    )
    inside: Annotated[
        Literal["as_wound", "bared"],
        Field(description="Coated wire as it is wound, or with its coat sanded off along the inside of the bore."),
    ] = "as_wound"
    price_per_kg: Annotated[
        float, Field(ge=0, le=1000, description="Price of a kilogram of wire, in your own money.")
    ] = 30.0
    stretches: Annotated[list[Stretch], Field(max_length=6, description="Parts that are pulled apart.")] = []
    kinks: Annotated[list[Kink], Field(max_length=4, description="Squeezed places.")] = []
    dents: Annotated[list[Dent], Field(max_length=3, description="Parts that somebody stepped on.")] = []
    oval_mm: Annotated[
        float, Field(ge=0, le=5, description="By how much the whole bore is lower than it is wide, as when squeezed.")
    ] = 0.0
    loosens: Annotated[
        float, Field(ge=1, le=3, description="Pitch at the far end over that at the entry, growing evenly.")
    ] = 1.0
    plan: Plan = Plan()


STACK = Magnets(diameter_mm=12.7, thickness_mm=3.2, count=2)


class TrainDesign(Record):
    """Everything the user decides about a coil train."""

    kind: Literal["train"] = "train"
    battery: Battery = Battery(cell="alkaline_AAA")
    leads: Annotated[Literal["+", "-"], Field(description="Terminal of the cell that leads.")] = "-"
    front: Annotated[Magnets, Field(description="Stack on the leading end; its pole up is the one facing outward.")] = (
        STACK
    )
    rear: Annotated[Magnets, Field(description="Stack on the trailing end; its pole up is the one facing outward.")] = (
        STACK
    )
    hull_mm: Annotated[float, Field(ge=0, le=3, description="Thickness of a paper hull round the cell.")] = 0.0
    nose_g: Annotated[float, Field(ge=0, le=30, description="Mass of the nose decoration.")] = 0.0
    wire: Wire = Wire()
    track: Track = Track()
    surface: Surface = "sanded"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench."""
        return (self.front, self.rear)

    @model_validator(mode="after")
    def _parts_fit(self) -> Self:
        for name, stack in (("front", self.front), ("rear", self.rear)):
            if stack.shape == "block":
                hint = "Take round magnets: the train rolls through a round bore."
                raise misfit(f"{name}/shape", "block", "disc or ring", hint)
        must_stand_alone(self.battery, "Cells side by side do not fit the track: put them end to end.")
        if self.track.plan.form == "loop" and self.track.plan.slope_deg:
            hint = "Lay a closed loop level, or take an arc."
            raise misfit("track/plan/slope_deg", self.track.plan.slope_deg, "0 for a closed loop", hint)
        return self
