"""Routes of practice."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from oakspin.design import design_of
from oakspin.practice.record import LEVELS, ROUND, record_table, record_view
from server.downloads import download
from server.errors import ANY, BODY, KeyProblem, Problem
from server.jobs.answers import gone
from server.practice import actions
from server.practice.schemas import ActBody, BeginBody, HelpBody, LevelView, PracticeCaseView, PracticeView

router = Router(tags=["practice"])


def _out(shown: actions.Shown) -> PracticeCaseView:
    row = shown.row
    return PracticeCaseView(
        id=row.id,
        round=row.round,
        place=shown.place,
        cases=ROUND,
        level=next(level for level in LEVELS if level == row.level),
        design=design_of(row.design, row.format_version),
        case=shown.case,
        crowd=shown.crowd,
    )


@router.get("/practice", response={200: PracticeView, **ANY}, operation_id="practice")
def practice(request: HttpRequest) -> PracticeView:
    """What can be practised, and how it went so far."""
    open_ = actions.open_case()
    return PracticeView(
        levels=[LevelView(id=level, words=words) for level, words in LEVELS.items()],
        cases=ROUND,
        open=open_.id if open_ else None,
        record=record_view(actions.past()),
    )


@router.post("/practice/cases", response={200: PracticeCaseView, 404: Problem, **BODY}, operation_id="begin_case")
def begin_case(request: HttpRequest, body: BeginBody) -> PracticeCaseView:
    """Begin a case: a motor that hides a fault, or a class of twelve."""
    return _out(actions.begin(gone(request), body.level, body.kind, body.motor, body.round))


@router.get("/practice/cases/{id}", response={200: PracticeCaseView, 404: Problem, **BODY}, operation_id="read_case")
def read_case(request: HttpRequest, id: str) -> PracticeCaseView:
    """A case as it stands."""
    return _out(actions.shown(gone(request), id))


@router.post(
    "/practice/cases/{id}/acts",
    response={200: PracticeCaseView, 404: Problem, 409: KeyProblem, **BODY},
    operation_id="act_in_case",
)
def act_in_case(request: HttpRequest, id: str, body: ActBody) -> PracticeCaseView:
    """Look at something, make a check, name a fault with its cure, or give up."""
    return _out(actions.do(gone(request), id, body.at, body.act))


@router.post(
    "/practice/cases/{id}/help",
    response={200: PracticeCaseView, 404: Problem, 409: KeyProblem, **BODY},
    operation_id="help_group",
)
def help_group(request: HttpRequest, id: str, body: HelpBody) -> PracticeCaseView:
    """Help the next group of a class."""
    return _out(actions.do(gone(request), id, body.at, body.group))


@router.get(
    "/practice/record.csv",
    response=ANY,
    operation_id="export_practice",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def export_practice(request: HttpRequest) -> HttpResponse:
    """The record of practice, as a CSV table: a row a case."""
    return download(record_table(actions.past()), "Oak Spin practice", "csv", "text/csv; charset=utf-8")
