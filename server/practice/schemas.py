"""What is sent and answered of practice."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from oakspin.design import Design
from oakspin.practice.case import Act
from oakspin.practice.crowd import CrowdView
from oakspin.practice.record import Level, RecordView
from oakspin.practice.views import CaseView
from server.practice import actions
from server.strict import Body

Id = Annotated[str, Field(max_length=12)]


class BeginBody(Body):
    """Begin a case of a level: with a kind, with a motor of the shelf, or with any; ``round`` where it goes on."""

    level: Level
    kind: Annotated[str, Field(max_length=20)] | None = None
    motor: Id | None = None
    round: Id | None = None


class ActBody(Body):
    """Do something in a case, as its step number ``at``, from 0."""

    at: Annotated[int, Field(ge=0, le=actions.MOST_ACTS)]
    act: Act


class HelpBody(Body):
    """Help a group of a class, as its step number ``at``, from 0."""

    at: Annotated[int, Field(ge=0, le=actions.MOST_ACTS)]
    group: Annotated[str, Field(max_length=40)]


class LevelView(Schema):
    """A level of practice, in words."""

    id: Level
    words: str


class PracticeView(Schema):
    """The levels, how many cases a round has, the case that is open, and the record of those that have ended."""

    levels: list[LevelView]
    cases: int
    open: str | None
    record: RecordView


class PracticeCaseView(Schema):
    """A case: its place in its round from 1, its motor's design as planned, and how it stands."""

    id: str
    round: str
    place: int
    cases: int
    level: Level
    design: Design
    case: CaseView | None
    crowd: CrowdView | None
