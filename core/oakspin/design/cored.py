"""The iron-cored motor: a wound iron bar turns between magnets, fed through a two-segment commutator."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.battery import Battery
from oakspin.design.bench import Maker, Room, Surface
from oakspin.design.coil import Fan, Flick
from oakspin.design.magnets import Magnets
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.design.wire import ByGauge, Wire


class Core(Record):
    """The bar that is wound: it lies across the shaft."""

    form: Annotated[
        Literal["rod", "bolt", "nail", "pipe", "none"], Field(description="Steel rod, bolt, nail or pipe, or no iron.")
    ] = "rod"
    length_mm: Annotated[float, Field(ge=20, le=200, description="Length of the bar.")] = 70.0
    diameter_mm: Annotated[float, Field(ge=2, le=30, description="Outer diameter of the bar.")] = 6.0
    wall_mm: Annotated[float, Field(ge=0.3, le=10, description="Wall of a pipe.")] = 1.0
    hub_mm: Annotated[float, Field(ge=2, le=60, description="Middle of the bar that stays free for the shaft.")] = 10.0


class Winding(Record):
    """Turns on both arms, in one wire."""

    turns: Annotated[int, Field(ge=5, le=5000, description="Turns on each arm."), WHOLE] = 300
    other_turns: Annotated[
        int | None,
        Field(ge=0, le=5000, description="Turns on the arm that is not marked; none for as many."),
    ] = None
    joined: Annotated[
        Literal["series", "parallel"], Field(description="Both arms in one wire, or each across both segments.")
    ] = "series"
    open_arm: Annotated[Literal["none", "marked", "other"], Field(description="Arm whose wire is broken, if any.")] = (
        "none"
    )
    sense: Annotated[
        Literal["same", "opposed"],
        Field(description="Both arms wound in one direction seen along the bar, or opposed."),
    ] = "same"


class Commutator(Record):
    """Two segments on the shaft, each joined to one end of the winding."""

    radius_mm: Annotated[float, Field(ge=1, le=15, description="Radius at which the brushes run.")] = 3.0
    gap_deg: Annotated[float, Field(ge=2, le=90, description="Angle of each gap between the segments.")] = 24.0
    offset_deg: Annotated[
        float, Field(ge=-90, le=90, description="Timing: how far the gaps are turned on, counterclockwise.")
    ] = 0.0
    finish: Annotated[Literal["stripped", "taped"], Field(description="Bare segments, or foil held with tape.")] = (
        "stripped"
    )


class Brushes(Record):
    """Two springs of bare wire, or two pairs."""

    count: Annotated[Literal[2, 4], Field(description="One or two on each side.")] = 2
    touching: Annotated[bool, Field(description="Whether the two sides touch each other, past the shaft.")] = False

    force_mN: Annotated[float, Field(ge=1, le=2000, description="How hard each presses, in millinewtons.")] = 30.0
    width_mm: Annotated[float, Field(ge=0.2, le=5, description="Width of the touch round the shaft.")] = 0.6


class Gap(Record):
    """The permanent magnets on either side of the bar."""

    stacks: Annotated[int, Field(ge=1, le=2, description="One stack, or two that face each other."), WHOLE] = 2
    facing: Annotated[Literal["unlike", "like"], Field(description="Poles that face each other.")] = "unlike"
    distance_mm: Annotated[float, Field(ge=0.3, le=120, description="From the bar's end to each face.")] = 12.0
    out_of_line_mm: Annotated[
        float, Field(ge=0, le=60, description="How far the magnets' middle stands above or below the bar.")
    ] = 0.0


COIL_WIRE = Wire(size=ByGauge(awg=28), finish="enameled")


class CoredDesign(Record):
    """Everything the user decides about an iron-cored motor."""

    kind: Literal["cored"] = "cored"
    battery: Battery = Battery(cell="alkaline_AA", in_series=4)
    core: Core = Core()
    wire: Wire = COIL_WIRE
    winding: Winding = Winding()
    commutator: Commutator = Commutator()
    brushes: Brushes = Brushes()
    magnets: Annotated[
        Magnets, Field(description="Each stack; its pole up is the one that faces the bar from the left.")
    ] = Magnets(diameter_mm=15.0, thickness_mm=5.0, count=1)
    plus_at: Annotated[Literal["left", "right"], Field(description="Brush that the + terminal feeds.")] = "left"
    gap: Annotated[Gap, Field(description="How the magnets stand.")] = Gap()
    axle_mm: Annotated[float, Field(ge=0.5, le=8, description="Diameter of the shaft in its bearings.")] = 1.5
    fan: Annotated[Fan, Field(description="Fan or load drum on the shaft.")] = Fan()
    flick: Flick = Flick()
    surface: Surface = "sanded"
    room_C: Room = 20.0
    maker: Maker = "careful_adult"

    @property
    def stacks(self) -> tuple[Magnets, ...]:
        """Every stack of magnets on the bench."""
        return (self.magnets,) * self.gap.stacks

    @model_validator(mode="after")
    def _parts_fit(self) -> Self:
        if self.core.hub_mm > self.core.length_mm - 8:
            limit = f"at most {self.core.length_mm - 8:g}, so that 4 mm of each arm are left"
            raise misfit("core/hub_mm", self.core.hub_mm, limit, "Take a longer bar or a smaller hub.")
        if self.core.form == "pipe" and 2 * self.core.wall_mm >= self.core.diameter_mm:
            raise misfit(
                "core/wall_mm", self.core.wall_mm, "less than half the diameter", "Take a rod, or a thinner wall."
            )
        if self.magnets.shape == "block" and self.magnets.magnetized == "across":
            hint = "Take blocks magnetized through their thickness."
            raise misfit("magnets/magnetized", "across", "along for a block", hint)
        return self
