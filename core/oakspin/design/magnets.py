"""The magnet stack."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.models import WHOLE, Record, misfit

Grade = Literal["N35", "N42", "N45", "N52", "ferrite", "alnico"]
MagnetMaterial = Literal["neodymium", "ferrite", "alnico"]
LONGEST_MM = 120


class ByGrade(Record):
    """Strength from the grade printed on the box."""

    by: Literal["grade"] = "grade"
    grade: Annotated[Grade, Field(description="Grade of the magnet.")]


class ByRemanence(Record):
    """Strength from a remanence in a data sheet."""

    by: Literal["remanence"] = "remanence"
    remanence_T: Annotated[float, Field(ge=0.05, le=1.6, description="Remanence in tesla.")]
    material: Annotated[MagnetMaterial, Field(description="What the magnet is made of.")] = "neodymium"


class ByFaceField(Record):
    """Strength from a gaussmeter held to the middle of the stack's face."""

    by: Literal["face_field"] = "face_field"
    face_field_mT: Annotated[float, Field(ge=5, le=800, description="Field at the middle of the stack's face, mT.")]
    material: Annotated[MagnetMaterial, Field(description="What the magnet is made of.")] = "neodymium"


Strength = Annotated[ByGrade | ByRemanence | ByFaceField, Field(discriminator="by")]


class Magnets(Record):
    """A stack of equal discs, rings or blocks; a stack of k is one magnet k times as thick."""

    shape: Annotated[
        Literal["disc", "ring", "block"], Field(description="Disc, ring with a hole, or rectangular block.")
    ] = "disc"
    diameter_mm: Annotated[float, Field(ge=3, le=60, description="Outer diameter of a disc or ring.")] = 12.7
    along_mm: Annotated[float, Field(ge=3, le=150, description="Side of a block along the axle.")] = 40.0
    across_mm: Annotated[float, Field(ge=3, le=150, description="Side of a block across the axle.")] = 25.0
    hole_mm: Annotated[float, Field(ge=0, le=50, description="Diameter of a ring's hole; 0 for a disc.")] = 0.0
    thickness_mm: Annotated[float, Field(ge=0.5, le=30, description="Thickness of one magnet.")] = 3.2
    count: Annotated[int, Field(ge=1, le=12, description="Magnets in the stack."), WHOLE] = 2
    strength: Annotated[Strength, Field(description="Grade, remanence or measured face field.")] = ByGrade(grade="N42")
    pole_up: Annotated[
        Literal["N", "S"],
        Field(description="Pole on the upper face; of a train's stack, on the face away from the cell."),
    ] = "N"
    magnetized: Annotated[
        Literal["along", "across"], Field(description="Along the axis, or across it along a diameter.")
    ] = "along"
    plating: Annotated[
        Literal["nickel", "epoxy", "plastic", "none"], Field(description="Skin of the magnet; nickel conducts.")
    ] = "nickel"

    @model_validator(mode="after")
    def _hole_and_length_fit(self) -> Self:
        if self.shape != "ring" and self.hole_mm > 0:
            raise misfit("hole_mm", self.hole_mm, f"0 for a {self.shape}", "Choose a ring, or set the hole to 0.")
        if self.shape == "ring" and not 0.5 <= self.hole_mm <= self.diameter_mm - 1:
            limit = f"between 0.5 and {self.diameter_mm - 1:g}"
            raise misfit("hole_mm", self.hole_mm, limit, "A ring needs a hole that leaves at least 0.5 mm of wall.")
        if self.thickness_mm * self.count > LONGEST_MM:
            limit = f"a stack of {LONGEST_MM} mm at most"
            raise misfit("count", self.count, limit, "Take fewer or thinner magnets.")
        return self
