"""What is sent and answered of instruments."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from oakspin.design import Design
from oakspin.instruments.recording import ReadAs
from server.strict import Body

Text = Annotated[str, Field(max_length=200_000)]


class PortView(Schema):
    """A serial port of the machine that serves."""

    name: str
    says: str


class PortsView(Schema):
    """Serial ports, and the speeds that can be chosen."""

    ports: list[PortView]
    speeds: list[int]


class DeviceBody(Body):
    """Open a device on a serial port."""

    port: Annotated[str, Field(min_length=1, max_length=200)]
    speed: Annotated[int, Field(ge=50, le=4_000_000)] = 9600


class RigBody(Body):
    """Set up a simulated motor of a design; another ``seed`` is another build of it."""

    design: Design
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1


class OpenedView(Schema):
    """A source that was opened, by its name."""

    id: str
    simulated: bool


class ReadingView(Schema):
    """A reading: ``number`` in the source's order, ``seconds`` since it was opened."""

    number: int
    quantity: str
    value: float
    unit: str
    seconds: float


class SteadyView(Schema):
    """The steady value of a quantity over the last seconds, with its standard error, and what to mind."""

    quantity: str
    unit: str
    value: float
    error: float
    sentence: str


class ReadingsView(Schema):
    """What a source told since a number, its steady values, lines that were none, and why it ended, if so.

    ``take`` are the steady values as readings of a trial, by their fields.
    """

    readings: list[ReadingView]
    steady: list[SteadyView]
    take: dict[str, float]
    wrong: list[str]
    ended: str
    simulated: bool


class RecordedView(Schema):
    """What a recording tells: readings to choose of, the likeliest first; ``table`` is what is kept with a trial."""

    choices: list[ReadAs]
    sentence: str
    table: str
    simulated: bool


class WordBody(Body):
    """What a source is to do."""

    word: Literal["on", "off", "flick", "hold", "free"]
