"""Routes of things without a label: which tests there are, and what readings of one say together."""

from __future__ import annotations

from typing import Annotated

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from oakspin.drawer.identify.posterior import Posterior, Read
from oakspin.drawer.identify.table import THINGS
from oakspin.drawer.identify.views import ThingView, thing_views
from server.errors import ANY, BODY, Problem
from server.jobs import work
from server.jobs.answers import answer, gone
from server.strict import Body

router = Router(tags=["things"])
Name = Annotated[str, Field(max_length=40)]


class ReadBody(Body):
    """A test that was made: numbers by name."""

    aid: Name
    values: Annotated[dict[Name, Annotated[float, Field(ge=-1e9, le=1e9)]], Field(max_length=12)]


class ReadingsBody(Body):
    """All readings of one thing."""

    readings: Annotated[list[ReadBody], Field(max_length=20)] = []


@router.get("/things", response={200: list[ThingView], **ANY}, operation_id="list_things")
def list_things(request: HttpRequest) -> list[ThingView]:
    """What can be told without a label, and the tests of each."""
    return list(thing_views())


@router.post("/things/{thing}", response={200: Posterior, 404: Problem, **BODY}, operation_id="find_thing")
def find_thing(request: HttpRequest, thing: str, body: ReadingsBody) -> HttpResponse:
    """What a thing is by all readings of it, and the test that would tell most next."""
    if thing not in THINGS:
        raise Http404(thing)
    return answer(gone(request), work.what_is, thing, [Read(read.aid, read.values) for read in body.readings])
