"""The plan of a class."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from datetime import date
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, model_validator

from oakspin.design import Design
from oakspin.design.bench import Maker
from oakspin.design.document import design_of, faults_of
from oakspin.design.models import ONE_LINE, WHOLE, Record, Title, misfit
from oakspin.design.patch import Setting, patched
from oakspin.design.versions import VERSION as DESIGN_VERSION
from oakspin.drawer.entry import Entry
from oakspin.errors import UnreadableDesign
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.kinds.recipe import Place

MOST_GROUPS, MOST_MOTORS = 40, 6
# Steps after which a motor can run: none is left so on a table, and they are the groups' own.
NEVER_PREPARED = ("set_on", "hang", "lead", "place", "connect", "magnets", "join", "go")

Group = Annotated[str, Field(min_length=1, max_length=40, description="A group's name."), ONE_LINE]
Minutes = Annotated[float, Field(ge=0, le=600)]


class ClassMotor(Record):
    """A motor of a class: its plan, and what an adult prepares of it; ``parts`` are what it is made of by their places.

    ``design_version`` is that of the design, as in a file of one demonstration.
    """

    title: Title
    design: Design
    design_version: Annotated[Literal[3], Field(description="Version of the design's format.")] = 3
    prepared: Annotated[
        list[Annotated[str, Field(max_length=40)]],
        Field(max_length=40, description="Steps of the build sheet that an adult does beforehand, by their ids."),
    ] = ["lay_out"]
    parts: Annotated[dict[Place, Entry], Field(description="Parts of the Drawer that it is made of, by place.")] = {}
    shelf: Annotated[str, Field(max_length=40, description="The motor on the shelf that it is; may be empty.")] = ""


class ClassPlan(Record):
    """A lesson that is planned.

    ``opening`` and ``closing`` are minutes at both ends in which nobody builds: cautions and counting out, teaching and
    counting in. With ``way`` "same" all groups build the one motor; with "turns" each motor stands at a station of its
    own, and all groups go from one to the next.
    """

    title: Annotated[str, Field(min_length=1, max_length=80, description="Name of the class."), ONE_LINE]
    date: Annotated[date, Field(strict=False, description="Day of the lesson, as 2026-11-27.")]
    minutes: Annotated[float, Field(ge=10, le=600, description="Minutes of the lesson.")] = 40.0
    opening: Minutes = 4.0
    closing: Minutes = 5.0
    groups: Annotated[list[Group], Field(min_length=1, max_length=MOST_GROUPS)]
    pupils: Annotated[int, Field(ge=1, le=12, description="Pupils in a group."), WHOLE] = 2
    hands: Maker = "older_pupil"
    helpers: Annotated[int, Field(ge=0, le=12, description="Adults who walk about and help."), WHOLE] = 1
    way: Literal["same", "turns"] = "same"
    motors: Annotated[list[ClassMotor], Field(min_length=1, max_length=MOST_MOTORS)]

    @model_validator(mode="after")
    def _can_be_held(self) -> ClassPlan:
        if len({name.casefold() for name in self.groups}) < len(self.groups):
            raise misfit("groups", ", ".join(self.groups)[:200], "each name once", "Give each group its own name.")
        if self.opening + self.closing + 5 > self.minutes:
            total = f"{self.opening + self.closing:g} minutes"
            limit = f"at most {self.minutes - 5:g} minutes in all, so that five are left to build in"
            raise misfit("opening", total, limit, "Shorten opening or closing, or make the lesson longer.")
        if self.way == "same" and len(self.motors) > 1:
            raise misfit("way", self.way, '"turns" where there are several motors', "Let the groups take turns.")
        return self

    @property
    def built(self) -> tuple[ClassMotor, ...]:
        """The motors, each in the hands of this class."""
        setting = (Setting("/maker", self.hands),)
        return tuple(motor.model_copy(update={"design": patched(motor.design, setting)}) for motor in self.motors)

    @property
    def turn(self) -> float:
        """Minutes that a group has for one motor."""
        return (self.minutes - self.opening - self.closing) / len(self.motors)


def station_at(group: int, turn: int, stations: int) -> int:
    """Where a group is in a turn, all counted from 0: each goes on to the next station."""
    return (group + turn) % stations


def plan_of(value: Mapping[str, Any]) -> ClassPlan:
    """Check a bare plan, as the API sends it and the database keeps it; designs of old versions are brought up.

    Raises
    ------
    UnreadableDesign
        With one fault per thing that is wrong.
    """
    try:
        return ClassPlan.model_validate({**value, "motors": _brought_up(value.get("motors"))})
    except ValidationError as error:
        raise UnreadableDesign(faults_of(error)) from None


def _brought_up(motors: object) -> object:
    if not isinstance(motors, list):
        return motors
    found = []
    for number, motor in enumerate(motors):
        if isinstance(motor, dict) and "design" in motor and isinstance(motor["design"], dict):
            version = motor.get("design_version", DESIGN_VERSION)
            try:
                design = design_of(motor["design"], version)
            except UnreadableDesign as error:
                at = f"/motors/{number}/design"
                raise UnreadableDesign([replace(each, field=f"{at}{each.field}") for each in error.faults]) from None
            motor = {**motor, "design": design, "design_version": DESIGN_VERSION}
        found.append(motor)
    return found


def usual_prepared(design: Design) -> list[str]:
    """What is best done beforehand in any case: laying the parts out, and what only an adult may do."""
    return [step.id for step in build_of(design).steps if step.adult or step.id == "lay_out"]


def motor_word(motor: ClassMotor) -> str:
    """What a motor is, in its kind's word."""
    return KINDS[motor.design.kind].name.lower()
