"""The frame motor: a bent wire frame turning on a cell that stands on its magnets."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery, must_stand_alone
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.magnets import Magnets
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.design.wire import Wire


class OutlinePoint(Record):
    """A point that the wire passes."""

    radius_mm: Annotated[float, Field(ge=1, le=120, description="Distance from the axis.")]
    height_mm: Annotated[float, Field(ge=-210, le=80, description="Height above the pivot tip; below it is negative.")]


class ByPoints(Record):
    """Half an outline, from the tip (not listed) down to the foot (not listed)."""

    by: Literal["points"] = "points"
    points: Annotated[list[OutlinePoint], Field(min_length=1, max_length=12, description="Points from tip to foot.")]


class BySpring(Record):
    """A spring wound round the cell, from the tip down to the foot."""

    by: Literal["spring"] = "spring"
    turns: Annotated[float, Field(ge=0.5, le=30, description="Turns of the spring.")]
    diameter_mm: Annotated[float, Field(ge=6, le=120, description="Mean diameter of the spring.")]


class Decoration(Record):
    """What pupils add: a ribbon, a paper sail, beads; spread evenly round the axis."""

    mass_g: Annotated[float, Field(ge=0, le=30, description="Mass of all decoration.")] = 0.0
    radius_mm: Annotated[float, Field(ge=0, le=120, description="Its mean distance from the axis.")] = 20.0
    area_mm2: Annotated[float, Field(ge=0, le=10000, description="Area that meets the air.")] = 0.0
    height_mm: Annotated[float, Field(ge=-210, le=80, description="Height of its middle above the pivot tip.")] = -20.0


class Outline(Record):
    """Shape of the frame."""

    legs: Annotated[int, Field(ge=1, le=6, description="Legs, spaced evenly round the axis."), WHOLE] = 2
    half: Annotated[ByPoints | BySpring, Field(discriminator="by", description="One leg: points, or a spring.")]
    mirrored: Annotated[bool, Field(description="Whether all legs are alike.")] = True
    other_half: Annotated[ByPoints | None, Field(description="Every second leg, when the legs are not alike.")] = None
    decoration: Annotated[Decoration, Field(description="What is hung on the frame.")] = Decoration()

    @model_validator(mode="after")
    def _second_half_is_complete(self) -> Self:
        if self.mirrored and self.other_half is not None:
            raise misfit(
                "other_half", "an outline", "left out when mirrored is true", "Set mirrored to false or drop it."
            )
        if not self.mirrored and self.other_half is None:
            raise misfit(
                "other_half", "nothing", "an outline when mirrored is false", "Give the points of the second leg."
            )
        if not self.mirrored and self.legs == 1:
            raise misfit("mirrored", "false", "true for one leg", "Add a second leg, or set mirrored to true.")
        return self


class Cup(Record):
    """A small neodymium magnet with a steel washer on it, which holds the tip in the middle."""

    diameter_mm: Annotated[float, Field(ge=3, le=40, description="Diameter of the cup's magnet.")] = 8.0
    thickness_mm: Annotated[float, Field(ge=0.5, le=15, description="Thickness of the cup's magnet.")] = 3.0
    washer_mm: Annotated[float, Field(ge=0, le=4, description="Thickness of the washer on it; 0 for none.")] = 1.0
    pole: Annotated[
        Literal["opposite", "same"],
        Field(description="Its upper pole: opposite to that of the stack below, or the same."),
    ] = "opposite"


class Band(Record):
    """A strip of sheet or foil that the frame is cut from instead of being bent from wire."""

    width_mm: Annotated[float, Field(ge=0.5, le=40, description="Width of the strip, round the axis.")] = 6.0
    thickness_mm: Annotated[float, Field(ge=0.01, le=2, description="Thickness of the sheet or foil.")] = 0.1


class Pivot(Record):
    """Where the frame's tip sits."""

    seat: Annotated[
        Literal["flat", "dimple", "cup"],
        Field(description="Flat terminal, a dimple the cell has by itself, or a magnet-and-washer cup."),
    ] = "dimple"
    off_center_mm: Annotated[float, Field(ge=0, le=15, description="Distance of the tip from the frame's middle.")] = (
        0.0
    )
    cup: Annotated[Cup, Field(description="The cup, where the seat is one.")] = Cup()


class Feet(Record):
    """Where the frame brushes the magnets."""

    type: Annotated[Literal["points", "ring"], Field(description="Separate feet, or a ring round the magnets.")] = (
        "points"
    )
    gap_mm: Annotated[float, Field(ge=0, le=20, description="Clearance to the rim as bent.")] = 0.5
    height_mm: Annotated[float, Field(ge=0, le=120, description="Height above the lower face of the stack.")] = 3.2
    pressure: Annotated[
        Literal["free", "barely", "light", "firm", "gripping"],
        Field(description="How hard the feet press; free feet lean on the rim by their weight alone."),
    ] = "light"


class FrameDesign(Record):
    """Everything the user decides about a frame motor."""

    kind: Literal["frame"] = "frame"
    battery: Battery = Battery()
    magnets: Magnets = Magnets()
    wire: Wire = Wire()
    band: Annotated[
        Band | None, Field(description="Strip of the wire's metal that the frame is cut from; none for wire.")
    ] = None
    turns: Annotated[
        Literal["frame", "battery"],
        Field(description="What turns: the frame, or cell and magnets under a frame that is held still."),
    ] = "frame"
    outline: Outline
    pivot: Pivot = Pivot()
    feet: Feet = Feet()
    surface: Surface = "handled"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench."""
        if self.pivot.seat != "cup":
            return (self.magnets,)
        cup = self.pivot.cup
        return (self.magnets, Magnets(diameter_mm=cup.diameter_mm, thickness_mm=cup.thickness_mm, count=1))

    @model_validator(mode="after")
    def _stack_and_foot_fit(self) -> Self:
        if self.magnets.shape == "block":
            limit = "disc or ring: the feet run round a rim"
            raise misfit("magnets/shape", "block", limit, "Take round magnets for a frame motor.")
        must_stand_alone(self.battery, "Two cells side by side have no one top for the tip: stack them.")
        return self
