"""The hanging rotor: a steel screw with magnets under its head spins below the cell."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery, must_stand_alone
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.magnets import Magnets
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.design.wire import ByGauge, Wire


class Screw(Record):
    """The screw or nail that hangs by its point, its head below."""

    material: Annotated[
        Literal["steel", "brass", "aluminum"], Field(description="What it is made of; only steel is drawn.")
    ] = "steel"
    head_mm: Annotated[float, Field(ge=2, le=30, description="Diameter of the head.")] = 8.0
    head_height_mm: Annotated[float, Field(ge=0.3, le=10, description="Height of the head.")] = 3.0
    shank_mm: Annotated[float, Field(ge=1, le=10, description="Diameter of the shank.")] = 4.0
    length_mm: Annotated[float, Field(ge=10, le=100, description="From the head's face to the point.")] = 35.0
    tip_mm: Annotated[
        float, Field(ge=0.02, le=2, description="Flat of the point; of a round point 1.2 x its radius.")
    ] = 0.3
    headless: Annotated[bool, Field(description="A nail without a head: the magnets hold to its cut end.")] = False
    point_deg: Annotated[float, Field(ge=10, le=80, description="Half of the point's cone angle.")] = 30.0


class Brush(Record):
    """The lead that touches the rim of the magnets."""

    type: Annotated[Literal["copper", "steel_clip"], Field(description="Copper wire, or a steel clip.")] = "copper"
    tip: Annotated[
        Literal["bare", "dirty", "painted"], Field(description="State of the lead's end where it touches.")
    ] = "bare"
    height_mm: Annotated[
        float, Field(ge=0, le=120, description="Height of the touch above the stack's lower face.")
    ] = 3.0
    side_deg: Annotated[float, Field(ge=0, le=360, description="From which side it touches, seen from above.")] = 0.0
    pressure: Annotated[Literal["barely", "light", "firm", "gripping"], Field(description="How hard it presses.")] = (
        "light"
    )
    length_mm: Annotated[float, Field(ge=40, le=500, description="Length of the lead.")] = 150.0


class Flag(Record):
    """A paper or tape flag that makes the turning visible."""

    mass_g: Annotated[float, Field(ge=0, le=10, description="Mass of the flag.")] = 0.1
    radius_mm: Annotated[float, Field(ge=1, le=60, description="Its mean distance from the axis.")] = 8.0
    area_mm2: Annotated[float, Field(ge=0, le=4000, description="Area that meets the air.")] = 60.0


LEAD = Wire(size=ByGauge(awg=22))


class HangingDesign(Record):
    """Everything the user decides about a hanging rotor."""

    kind: Literal["hanging"] = "hanging"
    battery: Battery = Battery(terminal_up="+")
    magnets: Magnets = Magnets(diameter_mm=12.0, thickness_mm=3.0, count=2)
    stack_on: Annotated[bool, Field(description="Whether the magnets are on the head.")] = True
    rings_above: Annotated[
        int,
        Field(ge=0, le=4, description="Rings of the same size and pole, threaded on the shank over the head."),
        WHOLE,
    ] = 0
    screw: Screw = Screw()
    lead: Brush = Brush()
    wire: Wire = LEAD
    flag: Flag = Flag()
    surface: Surface = "sanded"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench."""
        above = self.magnets.model_copy(update={"count": self.rings_above})
        return (self.magnets, above) if self.rings_above else (self.magnets,)

    @model_validator(mode="after")
    def _round_magnets(self) -> Self:
        if self.magnets.shape == "block":
            raise misfit("magnets/shape", "block", "disc or ring", "Take round magnets: the lead runs on their rim.")
        must_stand_alone(self.battery, "The point hangs from one cell: put cells one above another.")
        return self
