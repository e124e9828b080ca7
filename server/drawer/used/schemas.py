"""What is sent and answered of the parts that motors use."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from oakspin.design import Design
from oakspin.kinds.recipe import Place
from server.strict import Body


class PartPutBody(Body):
    """The entry that a part is taken from, or none any more; ``design`` is the motor as it stands on the screen."""

    entry: Annotated[str, Field(max_length=12)] | None
    design: Design


class PartOption(Schema):
    """An entry that could stand in a place, or why it cannot."""

    key: str
    name: str
    amount: float
    unit: str
    why_not: str


class PartPlace(Schema):
    """A place for a part: what could stand there and what does.

    ``agrees`` says whether the design still says of it what the Drawer does, ``gone`` whether the entry was put away;
    ``takes`` is what one motor takes of it, ``drawn`` what the built motor holds.
    """

    place: Place
    options: list[PartOption]
    entry: str | None
    name: str
    agrees: bool
    gone: bool
    takes: float
    unit: str
    drawn: float | None


class MotorPartsView(Schema):
    """The parts of a motor. ``key`` names draws that know them closer, where they do."""

    key: str
    built: bool
    places: list[PartPlace]


class FilledPartsView(Schema):
    """The design with the part in it, to be saved, and the parts of the motor."""

    design: Design
    parts: MotorPartsView
