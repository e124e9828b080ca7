"""What is sent and answered of classes."""

from __future__ import annotations

from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

from oakspin.classroom.kit import Kit
from oakspin.classroom.plan import ClassPlan
from oakspin.classroom.timetable import Timetable
from server.strict import Body


class ClassBody(Body):
    """A plan."""

    plan: ClassPlan


class SavedClassBody(Body):
    """A plan, and the version that it was made from."""

    version: Annotated[int, Field(ge=1, le=2**31 - 1)]
    plan: ClassPlan


class ClassFileBody(Body):
    """The content of a file of a class."""

    content: dict[str, Any]


class ClassLine(Schema):
    """A class in the list."""

    id: str
    title: str
    date: str
    groups: int
    minutes: float
    motors: list[str]


class StepToPrepare(Schema):
    """A step of a motor's build sheet: minutes for an adult, and whether it is an adult's in any case."""

    id: str
    title: str
    minutes: float
    adult: bool


class ClassMotorView(Schema):
    """What can be prepared of a motor of a class."""

    title: str
    kind: str
    steps: list[StepToPrepare]


class ClassView(Schema):
    """A class: its plan as the shelf and the Drawer stand now, and what can be prepared."""

    id: str
    version: int
    deleted: bool
    plan: ClassPlan
    motors: list[ClassMotorView]


class ClassNeedsView(Schema):
    """What a class needs: its kit and its lesson by the clock."""

    kit: Kit
    timetable: Timetable
