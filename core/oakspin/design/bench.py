"""What every design says about the bench it is built on: hands, surfaces, room."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

Maker = Annotated[
    Literal["careful_adult", "older_pupil", "young_pupil"],
    Field(description="Whose hands build it; sets how far builds scatter."),
]
Surface = Annotated[
    Literal["sanded", "handled", "tarnished"], Field(description="State of the metal where the wire touches.")
]
Room = Annotated[float, Field(ge=0, le=40, description="Room temperature in degrees Celsius.")]
