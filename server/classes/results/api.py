"""Routes of what came of a class: noted, held against the forecast, kept with the motors, given out as a table."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from oakspin.classroom.kit import kit_of
from oakspin.classroom.results import Foretold
from oakspin.classroom.review.review import review_of
from oakspin.classroom.review.table import review_table
from oakspin.kinds.kinds import faults_of
from oakspin.measure.form import trial_form
from server.classes import actions
from server.classes.api import KEPT
from server.classes.models import SchoolClass
from server.classes.results import actions as results
from server.classes.results.schemas import FaultName, KeptOfClass, MotorToNote, ResultsBody, ResultsView
from server.downloads import download
from server.errors import ANY, BODY, ConflictProblem, Problem
from server.jobs import work
from server.jobs.answers import gone, text

router = Router(tags=["classes"])


@router.get("/{id}/results", response={200: ResultsView, **KEPT, **ANY, 422: Problem}, operation_id="get_results")
def get_results(request: HttpRequest, id: str) -> ResultsView:
    """What came of a class."""
    return _out(actions.find(id))


@router.put(
    "/{id}/results", response={200: ResultsView, 409: ConflictProblem, **KEPT, **BODY}, operation_id="save_results"
)
def save_class_results(request: HttpRequest, id: str, body: ResultsBody) -> ResultsView:
    """Keep what came of a class."""
    return _out(results.save_results(id, body.version, body.results))


@router.post("/{id}/foretell", response={200: ResultsView, **KEPT, **ANY, 422: Problem}, operation_id="keep_forecast")
def keep_forecast(request: HttpRequest, id: str) -> ResultsView:
    """Keep the forecast of a class until the evening after; once something is noted nothing changes."""
    row = actions.find(id)
    if row.deleted_at is None and results.wants_forecast(row):
        plan = actions.plan_in(row)
        forecast_json = text(gone(request), work.foretold, plan, actions.known_of(plan))
        row = results.keep_forecast(id, Foretold.model_validate_json(forecast_json))
    return _out(row)


@router.post("/{id}/teach", response={200: ResultsView, **KEPT, **ANY, 422: Problem}, operation_id="keep_with_motors")
def keep_with_motors(request: HttpRequest, id: str) -> ResultsView:
    """Keep what came as trials and repairs of its motors, so that it teaches."""
    kept = results.teach(id)
    done = KeptOfClass(trials=kept.trials, repairs=kept.repairs, shelved=list(kept.shelved))
    return _out(actions.find(id), done)


@router.get(
    "/{id}/results.csv",
    response={**KEPT, **ANY, 422: Problem},
    operation_id="export_results",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def export_results(request: HttpRequest, id: str) -> HttpResponse:
    """What came of a class as a CSV table."""
    row = actions.find(id)
    table = review_table(actions.plan_in(row), results.results_with_trials(row))
    return download(table, f"{row} results", "csv", "text/csv; charset=utf-8")


def _out(row: SchoolClass, kept: KeptOfClass | None = None) -> ResultsView:
    plan = actions.plan_in(row)
    return ResultsView(
        version=row.results_version,
        plan=plan,
        results=results.results_in(row),
        review=review_of(plan, results.results_with_trials(row), kit_of(plan).magnets, results.often_now(plan)),
        motors=[
            MotorToNote(
                title=motor.title,
                shelf=motor.shelf,
                form=trial_form(motor.design),
                faults=[
                    FaultName(id=fault.id, sentence=fault.sentence)
                    for fault in sorted(faults_of(motor.design), key=lambda fault: -fault.commonness(plan.hands))
                ],
            )
            for motor in plan.motors
        ],
        pending=results.pending(row),
        kept=kept,
    )
