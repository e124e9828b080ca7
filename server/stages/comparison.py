"""Routes of side by side: two to six motors, of the shelf or as they are sent."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from oakspin.comparison import MOST, ComparedDesign, SideBySide, side_by_side, table_of
from oakspin.design import Design
from oakspin.design.models import Title
from server.downloads import download
from server.errors import Problem
from server.stages.bodies import REFUSED
from server.strict import Body
from server.trials.actions import holding

router = Router(tags=["compare"])


class EntryBody(Body):
    """A design to set beside others; ``trials_of`` is the demonstration on the shelf whose trials are told."""

    title: Title
    design: Design
    trials_of: Annotated[str | None, Field(max_length=12)] = None

    def entry(self) -> ComparedDesign:
        """The design with the trials that hold. Raises ``Http404``."""
        return ComparedDesign(self.title, self.design, holding(self.trials_of) if self.trials_of else ())


class ComparisonBody(Body):
    """The designs, in the order in which they stand."""

    entries: Annotated[list[EntryBody], Field(max_length=MOST)]

    def compared(self) -> SideBySide:
        """The designs side by side."""
        return side_by_side([entry.entry() for entry in self.entries])


@router.post("/comparison", response={200: SideBySide, 404: Problem, **REFUSED}, operation_id="side_by_side")
def get_side_by_side(request: HttpRequest, body: ComparisonBody) -> SideBySide:
    """Every figure of all of them, with what trials measured."""
    return body.compared()


@router.post(
    "/comparison.csv",
    response={404: Problem, **REFUSED},
    operation_id="side_by_side_table",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def get_side_by_side_table(request: HttpRequest, body: ComparisonBody) -> HttpResponse:
    """The same as a CSV table."""
    return download(table_of(body.compared()), "side by side", "csv", "text/csv; charset=utf-8")
