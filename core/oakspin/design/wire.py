"""The wire that is bent or wound."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from oakspin.design.models import WHOLE, Record

WireMaterial = Literal["copper", "aluminum", "brass", "steel"]


class ByGauge(Record):
    """American wire gauge."""

    by: Literal["gauge"] = "gauge"
    awg: Annotated[int, Field(ge=8, le=34, description="Gauge number; a larger number is a thinner wire."), WHOLE]


class ByDiameter(Record):
    """Diameter of the bare metal."""

    by: Literal["diameter"] = "diameter"
    diameter_mm: Annotated[float, Field(ge=0.15, le=3.3, description="Diameter of the bare metal.")]


class Wire(Record):
    """What the wire is, and whether its ends are bared."""

    size: Annotated[ByGauge | ByDiameter, Field(discriminator="by", description="Gauge or diameter.")] = ByGauge(awg=20)
    material: Annotated[WireMaterial, Field(description="Metal of the wire.")] = "copper"
    finish: Annotated[
        Literal["bare", "enameled", "plastic"],
        Field(description="Skin of the wire: bare, enameled or plastic-covered."),
    ] = "bare"
    skin_mm: Annotated[float, Field(ge=0.05, le=2, description="Thickness of a plastic skin; enamel has its own.")] = (
        0.4
    )
    ends_stripped: Annotated[bool, Field(description="Whether the skin is taken off where the wire touches.")] = True
