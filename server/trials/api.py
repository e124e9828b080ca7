"""Routes of the trials."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.downloads import download
from server.errors import ANY, BODY, KeyProblem, Problem
from server.shelf.actions import find, head_of
from server.trials import actions
from server.trials.schemas import TableBody, TrialBody, TrialOut

router = Router(tags=["trials"])

REFUSED = {404: Problem, 410: Problem, **BODY}


@router.get("/{id}/trials", response={200: list[TrialOut], 404: Problem, **ANY}, operation_id="list_trials")
def list_trials(request: HttpRequest, id: str) -> list[TrialOut]:
    """Every trial of a demonstration, oldest first."""
    return [TrialOut.of(kept) for kept in actions.trials_of(id)]


@router.post("/{id}/trials", response={200: TrialOut, 409: KeyProblem, **REFUSED}, operation_id="log_trial")
def log_trial(request: HttpRequest, id: str, body: TrialBody) -> TrialOut:
    """Keep a trial, or a correction of one."""
    return TrialOut.of(actions.log(id, body.key, body.trial, body.corrects, body.revision))


@router.post("/{id}/trials/{trial}/strike", response={200: TrialOut, **REFUSED}, operation_id="strike_trial")
def strike_trial(request: HttpRequest, id: str, trial: str) -> TrialOut:
    """Strike a trial out: it is kept, and counts no more."""
    return TrialOut.of(actions.strike(id, trial, out=True))


@router.post("/{id}/trials/{trial}/put-back", response={200: TrialOut, **REFUSED}, operation_id="put_trial_back")
def put_trial_back(request: HttpRequest, id: str, trial: str) -> TrialOut:
    """Let a trial that was struck out count again."""
    return TrialOut.of(actions.strike(id, trial, out=False))


@router.post("/{id}/trials/table", response={200: list[TrialOut], **REFUSED}, operation_id="import_trials")
def import_trials(request: HttpRequest, id: str, body: TableBody) -> list[TrialOut]:
    """Keep every trial of a CSV table, or none of them."""
    return [TrialOut.of(kept) for kept in actions.take_in_table(id, body.text)]


@router.get(
    "/{id}/trials.csv",
    response={404: Problem, **ANY},
    operation_id="export_trials",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def export_trials(request: HttpRequest, id: str) -> HttpResponse:
    """The trials that hold, as a CSV table."""
    title = head_of(find(id)).title
    return download(actions.table_of(id), f"{title} trials", "csv", "text/csv; charset=utf-8")
