"""What is asked of a search: hands, groups, minutes, what matters by order, must and must-not."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal, get_args

from pydantic import Field, ValidationError, model_validator

from oakspin.design.bench import Maker
from oakspin.design.document import faults_of
from oakspin.design.models import WHOLE, Record, misfit
from oakspin.errors import UnreadableDesign

Matter = Literal["sure", "fast", "long", "cool", "cheap", "quick", "seen"]
KindName = Literal["frame", "hanging", "cradle", "lobes", "cored", "train", "roller"]


ALL_KINDS: tuple[KindName, ...] = get_args(KindName)


@dataclass(frozen=True)
class Criterion:
    """One thing that can matter: its name, the figure that is told for it with its unit, and what it means."""

    id: Matter
    name: str
    best: str
    figure: str
    unit: str
    meaning: str


MATTERS: dict[Matter, Criterion] = {
    each.id: each
    for each in (
        Criterion("sure", "Sure start", "surest", "Builds that go", "of 100", "how many of 100 builds go"),
        Criterion("fast", "Fast", "fastest", "Edge speed", "m/s", "how fast what moves goes by, at its outer edge"),
        Criterion("long", "Runs long", "longest-running", "Battery lasts", "min", "minutes until it is spent"),
        Criterion("cool", "Stays cool", "coolest", "Hands off after", "s", "seconds until a part is too hot to hold"),
        Criterion("cheap", "Cheap", "cheapest", "Cost", "", "what one motor takes, at the prices that are told"),
        Criterion("quick", "Quick to make", "quickest to make", "Minutes to make", "min", "minutes in these hands"),
        Criterion("seen", "Easy to see", "easiest to see", "Seen as wide as", "mm", "how wide what moves is, for eyes"),
    )
}
USUAL: tuple[Matter, ...] = ("sure", "fast", "quick")


class SearchRequest(Record):
    """What is asked.

    ``minutes`` count from the parts on the table to the first run: laying the parts out, and what only an adult may
    do, is done beforehand.
    """

    hands: Maker = "older_pupil"
    groups: Annotated[int, Field(ge=1, le=40, description="Groups that build at the same time."), WHOLE] = 1
    minutes: Annotated[float, Field(ge=5, le=600, description="Minutes that a group has to build.")] = 90.0
    matters: Annotated[list[Matter], Field(min_length=1, max_length=7, description="What matters, most first.")] = list(
        USUAL
    )
    kinds: Annotated[list[KindName], Field(min_length=1, description="Kinds that are wanted.")] = list(ALL_KINDS)
    without: Annotated[list[str], Field(max_length=2000, description="Parts to keep, by their keys.")] = []
    no_sharp_tools: Annotated[bool, Field(description="Neither knives nor saws nor files.")] = False
    most_A: Annotated[
        float | None, Field(gt=0, le=100, description="Amperes that may flow at most, held still; none for any.")
    ] = None

    @model_validator(mode="after")
    def _each_once(self) -> SearchRequest:
        if len(set(self.matters)) < len(self.matters):
            raise misfit("matters", ", ".join(self.matters), "each at most once", "Leave out what stands twice.")
        return self


def request_of(plain: dict[str, object]) -> SearchRequest:
    """What is asked, from plain data.

    Raises
    ------
    UnreadableDesign
        Where a value cannot be; says which, and what it may be.
    """
    try:
        return SearchRequest.model_validate(plain)
    except ValidationError as error:
        raise UnreadableDesign(faults_of(error)) from None
