"""Routes of warm-ups: which there are, and what happens on one with its dials so."""

from __future__ import annotations

from typing import Annotated

from django.http import Http404, HttpRequest
from ninja import Router, Schema
from pydantic import Field

from oakspin.warmups.warmup import WarmUp, WarmUpAnswer, WarmUpDial, answer
from oakspin.warmups.warmups import WARM_UPS
from server.errors import ANY, BODY, Problem
from server.strict import Body

router = Router(tags=["warm-ups"])
Name = Annotated[str, Field(max_length=40)]
Amount = Annotated[float, Field(ge=-1e9, le=1e9)]


class WarmUpBody(Body):
    """Where the dials stand; those that are left out stand where they do at first."""

    values: Annotated[dict[Name, Amount], Field(max_length=20)] = {}


class WarmUpOption(Schema):
    """One of the things that may happen."""

    id: str
    words: str


class WarmUpView(Schema):
    """A small bench before the motor: what it takes, how it is built, what is asked, its dials, what to say."""

    id: str
    name: str
    needs: list[str]
    build: str
    question: str
    options: list[WarmUpOption]
    dials: list[WarmUpDial]
    say: str
    caution: str
    source: str


@router.get("/warm-ups", response={200: list[WarmUpView], **ANY}, operation_id="list_warm_ups")
def list_warm_ups(request: HttpRequest) -> list[WarmUpView]:
    """All warm-ups, in the order in which they lead to a motor."""
    return [_out(warm_up) for warm_up in WARM_UPS.values()]


@router.post("/warm-ups/{id}", response={200: WarmUpAnswer, 404: Problem, **BODY}, operation_id="answer_warm_up")
def answer_warm_up(request: HttpRequest, id: str, body: WarmUpBody) -> WarmUpAnswer:
    """What happens, why, and how sure that is."""
    if id not in WARM_UPS:
        raise Http404(id)
    return answer(WARM_UPS[id], body.values)


def _out(warm_up: WarmUp) -> WarmUpView:
    return WarmUpView(
        id=warm_up.id,
        name=warm_up.name,
        needs=list(warm_up.needs),
        build=warm_up.build,
        question=warm_up.question,
        options=[WarmUpOption(id=option, words=words) for option, words in warm_up.options],
        dials=list(warm_up.dials),
        say=warm_up.say,
        caution=warm_up.caution,
        source=warm_up.source,
    )
