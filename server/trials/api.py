"""Routes of the trials."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from oakspin.measure.marks import Mark
from server.downloads import download
from server.errors import ANY, BODY, KeyProblem, Problem
from server.shelf.actions import find, head_of
from server.trials import actions, repairs
from server.trials.schemas import IntakeView, RepairBody, RepairView, TableBody, TrialBody, TrialView

router = Router(tags=["trials"])

PAGE = 100  # trials on a page: even where no two are of one design, it is there soon
Limit = Annotated[int, Query(ge=1, le=PAGE)]
Before = Annotated[str | None, Query(max_length=12)]
Pointer = Annotated[str, Query(max_length=120)]
REFUSED = {404: Problem, 410: Problem, **BODY}


@router.get(
    "/{id}/trials", response={200: list[TrialView], 404: Problem, 422: Problem, **ANY}, operation_id="list_trials"
)
def list_trials(request: HttpRequest, id: str, limit: Limit = PAGE, before: Before = None) -> list[TrialView]:
    """The latest trials of a demonstration, oldest first; with ``before`` those that stand before that one."""
    return [TrialView.of(kept) for kept in actions.page_of(id, limit, before)]


@router.post("/{id}/trials", response={200: TrialView, 409: KeyProblem, **REFUSED}, operation_id="log_trial")
def log_trial(request: HttpRequest, id: str, body: TrialBody) -> TrialView:
    """Keep a trial, or a correction of one."""
    return TrialView.of(actions.log(id, body.key, body.trial, body.corrects, body.revision, body.recording))


@router.post("/{id}/trials/{trial}/strike", response={200: TrialView, **REFUSED}, operation_id="strike_trial")
def strike_trial(request: HttpRequest, id: str, trial: str) -> TrialView:
    """Strike a trial out: it is kept, and counts no more."""
    return TrialView.of(actions.strike(id, trial, out=True))


@router.post("/{id}/trials/{trial}/put-back", response={200: TrialView, **REFUSED}, operation_id="put_trial_back")
def put_trial_back(request: HttpRequest, id: str, trial: str) -> TrialView:
    """Let a trial that was struck out count again."""
    return TrialView.of(actions.strike(id, trial, out=False))


@router.get(
    "/{id}/trials/{trial}/recording.csv",
    response={404: Problem, 422: Problem, **ANY},
    operation_id="export_recording",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def export_recording(request: HttpRequest, id: str, trial: str) -> HttpResponse:
    """What instruments recorded while a trial ran, as a CSV table."""
    title = head_of(find(id)).title
    return download(actions.recording_of_trial(id, trial), f"{title} recording", "csv", "text/csv; charset=utf-8")


@router.get("/{id}/repairs", response={200: list[RepairView], 404: Problem, **ANY}, operation_id="list_repairs")
def list_repairs(request: HttpRequest, id: str) -> list[RepairView]:
    """What was found wrong with a motor, oldest first."""
    return [RepairView.of(kept) for kept in repairs.repairs_of(id)]


@router.post("/{id}/repairs", response={200: RepairView, 409: KeyProblem, **REFUSED}, operation_id="keep_repair")
def keep_repair(request: HttpRequest, id: str, body: RepairBody) -> RepairView:
    """Keep what was wrong with a motor that goes now."""
    return RepairView.of(repairs.keep(id, body.key, body.repair))


@router.post("/{id}/repairs/{repair}/strike", response={200: RepairView, **REFUSED}, operation_id="strike_repair")
def strike_repair(request: HttpRequest, id: str, repair: str) -> RepairView:
    """Strike a repair out: it is kept, and teaches no more."""
    return RepairView.of(repairs.strike(id, repair, out=True))


@router.post("/{id}/repairs/{repair}/put-back", response={200: RepairView, **REFUSED}, operation_id="put_repair_back")
def put_repair_back(request: HttpRequest, id: str, repair: str) -> RepairView:
    """Let a repair that was struck out teach again."""
    return RepairView.of(repairs.strike(id, repair, out=False))


@router.post("/{id}/trials/table", response={200: IntakeView, **REFUSED}, operation_id="import_trials")
def import_trials(request: HttpRequest, id: str, body: TableBody) -> IntakeView:
    """Keep every trial of a CSV table that is not here already, or none of them."""
    taken = actions.take_in_table(id, body.text)
    return IntakeView(added=taken.added, here_already=taken.here_already)


@router.get(
    "/{id}/trials/marks", response={200: list[Mark], 404: Problem, 422: Problem, **ANY}, operation_id="mark_trials"
)
def mark_trials(request: HttpRequest, id: str, pointer: Pointer) -> list[Mark]:
    """Where the trials that hold stand over a number of the design, for its curve."""
    return list(actions.marks_of(id, pointer))


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
