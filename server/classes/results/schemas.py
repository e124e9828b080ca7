"""What is sent and answered of the results of a class."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from oakspin.classroom.plan import ClassPlan
from oakspin.classroom.results import ClassResults
from oakspin.classroom.review.review import Review
from oakspin.measure.form import TrialForm
from server.strict import Body


class ResultsBody(Body):
    """What came, and the version that it was made from."""

    version: Annotated[int, Field(ge=1, le=2**31 - 1)]
    results: ClassResults


class FaultName(Schema):
    """A fault that a motor can have."""

    id: str
    sentence: str


class MotorToNote(Schema):
    """A motor of the class as it is noted: where it stands on the shelf, if it does; readings asked for; its faults."""

    title: str
    shelf: str
    form: TrialForm
    faults: list[FaultName]


class KeptOfClass(Schema):
    """What was kept with the motors just now."""

    trials: int
    repairs: int
    shelved: list[str]


class ResultsView(Schema):
    """What came of a class: as it was noted, as it is told, and how much of it is not kept with its motors yet."""

    version: int
    plan: ClassPlan
    results: ClassResults
    review: Review
    motors: list[MotorToNote]
    pending: int
    kept: KeptOfClass | None = None
