"""What is sent and answered of what trials teach."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from oakspin.learn.share import BuiltShare
from oakspin.learn.summary import LearnedThing, OddTrial, SummaryRow, Which, WorthReading
from server.strict import Body

Ids = Annotated[list[Annotated[str, Field(max_length=12)]], Field(max_length=2000)]


class LearnBody(Body):
    """Which trials are left out, and which count though they are odd, by their ids."""

    left_out: Ids = []
    though_odd: Ids = []


class SummaryView(Schema):
    """What a motor's trials taught. ``key`` names its draws: a look that is given it shows the motor as learned."""

    key: str
    which: Which
    what: str
    trials: int
    rotors: int
    meter: bool
    rows: list[SummaryRow]
    things: list[LearnedThing]
    next: list[WorthReading]
    odd: list[OddTrial]
    share: BuiltShare | None


class LearnLine(Schema):
    """A line of the answer: how far it is, 0 to 1, then what was taught."""

    progress: float | None = None
    summary: SummaryView | None = None


class MeasuredView(Schema):
    """Of a motor with trials its main figure: as it was predicted before them, and as they measured it in the mean.

    Plainly it is told in ``plain_unit``, ``plain_per`` of which make one ``unit``. ``share`` says how many motors go in
    these hands; empty where no trial says so.
    """

    id: str
    label: str
    unit: str
    plain_unit: str
    plain_per: float
    predicted: float
    measured: float
    trials: int
    meter: bool
    share: str


class BenchBody(Body):
    """Let what the bench taught count for other motors, or not; ``anew`` forgets all trials before now."""

    counts: bool | None = None
    anew: Literal[True] | None = None


class BenchView(Schema):
    """What all trials of this user taught of every motor."""

    counts: bool
    since: datetime | None
    motors: int
    trials: int
    things: list[LearnedThing]
