"""Routes of Teach: the direction explained, changes to predict, the pole finder."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from oakspin.design import Design
from oakspin.teach import Card, Carrier, Explanation, PoleFinder, RuleName, explain, pole_finder
from oakspin.teach.questions import Question
from server.jobs import work
from server.jobs.answers import answer, gone
from server.stages.bodies import REFUSED, DesignBody

router = Router(tags=["teach"])


class ExplainBody(DesignBody):
    """A design and the school to explain it in."""

    rule: RuleName = "palm"
    carrier: Carrier = "current"


@router.post("/explain", response={200: Explanation, **REFUSED}, operation_id="explain")
def get_explanation(request: HttpRequest, body: ExplainBody) -> Explanation:
    """Why it turns the way it does, in the chosen school."""
    return explain(body.design, body.rule, body.carrier)


@router.post("/cards", response={200: list[Card], **REFUSED}, operation_id="list_cards")
def list_cards(request: HttpRequest, design: Design) -> HttpResponse:
    """Changes to predict, with their computed answers."""
    return answer(gone(request), work.cards, design)


@router.post("/questions", response={200: list[Question], **REFUSED}, operation_id="list_questions")
def list_questions(request: HttpRequest, design: Design) -> HttpResponse:
    """Questions before and after the lesson, with their computed answers."""
    return answer(gone(request), work.questions, design)


@router.post("/pole-finder", response={200: PoleFinder, **REFUSED}, operation_id="find_pole")
def find_pole(request: HttpRequest, design: Design) -> PoleFinder:
    """Which pole is up, from the way it was seen to turn."""
    return pole_finder(design)
