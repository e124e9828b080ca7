"""The roller: a cell with disc magnets on both ends rolls over a conducting sheet."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery, must_stand_alone
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.magnets import Magnets
from oakspin.design.models import Record, misfit


class Sheet(Record):
    """The sheet of metal that it rolls on."""

    material: Annotated[
        Literal["aluminum", "copper", "brass", "steel"], Field(description="Metal of the sheet; steel holds magnets.")
    ] = "aluminum"
    thickness_mm: Annotated[float, Field(ge=0.008, le=3, description="Thickness; kitchen foil has 0.016 mm.")] = 0.016
    width_mm: Annotated[float, Field(ge=20, le=600, description="Along the axle.")] = 120.0
    length_mm: Annotated[float, Field(ge=100, le=3000, description="In the way that it rolls.")] = 600.0
    slope_deg: Annotated[float, Field(ge=-10, le=10, description="Uphill where it rolls to; below 0 downhill.")] = 0.0


class RollerDesign(Record):
    """Everything the user decides about a roller. ``magnets`` are those on each of both ends; their ``pole_up`` is the
    pole that faces outward on the near end.
    """

    kind: Literal["roller"] = "roller"
    battery: Battery = Battery(cell="alkaline_AAA")
    plus_at: Annotated[
        Literal["near", "far"], Field(description="End at which + is, seen from the side from which it is looked at.")
    ] = "near"
    magnets: Magnets = Magnets(diameter_mm=15.0, thickness_mm=5.0, count=1)
    outward: Annotated[
        Literal["like", "unlike"], Field(description="Whether like or unlike poles face outward on both ends.")
    ] = "like"
    sheet: Sheet = Sheet()
    surface: Surface = "sanded"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench: one on each end."""
        return (self.magnets, self.magnets)

    @model_validator(mode="after")
    def _round_magnets(self) -> Self:
        if self.magnets.shape == "block":
            raise misfit("magnets/shape", "block", "disc or ring", "Take round magnets: they are the wheels.")
        return self

    @model_validator(mode="after")
    def _cells_end_to_end(self) -> Self:
        must_stand_alone(self.battery, "Cells side by side do not roll: put them end to end.")
        return self
