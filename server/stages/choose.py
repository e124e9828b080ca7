"""Routes of Choose: what can be started, a design looked at, a dial turned, what helps, the computed run."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field
from pydantic_core import to_json

from oakspin.advice import Advice, Cliff
from oakspin.design import Design, schema
from oakspin.kinds.explained import Explained, explained
from oakspin.kinds.geometry import Geometry
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import Look, drawn, look, sums, turn_each
from oakspin.motion.spin import Spin
from oakspin.verdict.sums import Sum
from server.errors import Problem
from server.jobs import work
from server.jobs.answers import answer, gone
from server.learning.actions import draws_for
from server.stages.bodies import REFUSED, DesignBody, WithLearned
from server.strict import Body

router = Router(tags=["choose"])


class KindView(Schema):
    """A kind of demonstration that can be started."""

    id: str
    name: str
    what_moves: str
    built_from: str
    needs: list[str]
    drawing: Geometry


class Turn(Body):
    """A dial turned to a value; what follows it moves along."""

    pointer: Annotated[str, Field(max_length=120)]
    value: Any


class TurnBody(DesignBody):
    """A design, and dials of it to be turned first, one after the other."""

    turns: Annotated[list[Turn], Field(max_length=20)] = []
    learned: Annotated[str | None, Field(max_length=64, description="Key of what trials taught, to look with it.")] = (
        None
    )

    def turned(self) -> Design:
        """The design with its dials turned."""
        return turn_each(self.design, [(turn.pointer, turn.value) for turn in self.turns])


@router.get("/kinds", response=list[KindView], operation_id="list_kinds")
def list_kinds(request: HttpRequest) -> list[KindView]:
    """Kinds of demonstration, in the order in which they are offered."""
    return [
        KindView(
            id=id_,
            name=kind.name,
            what_moves=kind.what_moves,
            built_from=kind.built_from,
            needs=list(kind.needs),
            drawing=drawn(kind.start),
        )
        for id_, kind in KINDS.items()
    ]


@router.get("/kinds/{kind}/links", response={200: list[Explained], 404: Problem}, operation_id="explain_links")
def explain_links(request: HttpRequest, kind: str) -> list[Explained]:
    """What each link of the run chain means, and what a good motor of the kind shows."""
    if kind not in KINDS:
        raise Http404(kind)
    return list(explained(kind))


@router.get("/schema", response=dict[str, Any], operation_id="get_schema")
def get_schema(request: HttpRequest) -> dict[str, Any]:
    """The JSON Schema of an ``.oak.json`` file."""
    return schema()


@router.post("/look", response={200: Look, 404: Problem, **REFUSED}, operation_id="look")
def get_look(request: HttpRequest, body: TurnBody, learned: WithLearned = None) -> HttpResponse:
    """Whether it will go, what will stop it; its parts with their dials; its drawing."""
    # Written straight from the core's own dataclasses: checking them anew would take as long as a third of the verdict.
    design = body.turned()
    return HttpResponse(to_json(look(design, draws_for(learned, design))), content_type="application/json")


@router.post("/turn", response={200: Design, **REFUSED}, operation_id="turn")
def get_turned(request: HttpRequest, body: TurnBody) -> Design:
    """The design with its dials turned."""
    return body.turned()


@router.post("/sums", response={200: list[Sum], 404: Problem, **REFUSED}, operation_id="get_sums")
def get_sums(request: HttpRequest, design: Design, learned: WithLearned = None) -> HttpResponse:
    """The sum behind each figure of the run chain, with the design's own numbers."""
    return HttpResponse(to_json(sums(design, draws_for(learned, design))), content_type="application/json")


@router.post("/advice", response={200: list[Advice], 404: Problem, **REFUSED}, operation_id="get_advice")
def get_advice(request: HttpRequest, design: Design, learned: WithLearned = None) -> HttpResponse:
    """What to change: each tried on the design."""
    return answer(gone(request), work.advice, design, draws_for(learned, design))


@router.post("/cliffs", response={200: list[Cliff], 404: Problem, **REFUSED}, operation_id="get_cliffs")
def get_cliffs(request: HttpRequest, design: Design, learned: WithLearned = None) -> HttpResponse:
    """Where a number turned by a tenth or less loses the run."""
    return answer(gone(request), work.cliffs, design, draws_for(learned, design))


@router.post("/spin", response={200: Spin, 404: Problem, **REFUSED}, operation_id="get_spin")
def get_spin(request: HttpRequest, design: Design, learned: WithLearned = None) -> HttpResponse:
    """The computed run of the median build."""
    return answer(gone(request), work.computed_run, design, draws_for(learned, design))
