"""Routes of what came of a class: noted, held against the forecast, kept with the motors, given out as a table."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from oakspin.classroom.kit import kit_of
from oakspin.classroom.plan import ClassPlan
from oakspin.classroom.results import ClassResults, Foretold
from oakspin.classroom.review.review import Review, review_of
from oakspin.classroom.review.table import review_table
from oakspin.kinds.kinds import faults_of
from oakspin.measure.form import TrialForm, trial_form
from server.classes import actions, results
from server.classes.api import KEPT
from server.classes.models import SchoolClass
from server.downloads import download
from server.errors import ANY, BODY, ConflictProblem, Problem
from server.jobs import work
from server.jobs.answers import text
from server.strict import Body

router = Router(tags=["classes"])


class ResultsBody(Body):
    """What came, and the version that it was made from."""

    version: Annotated[int, Field(ge=1, le=2**31 - 1)]
    results: ClassResults


class FaultName(Schema):
    """A fault that a motor can have."""

    id: str
    sentence: str


class MotorToNote(Schema):
    """A motor of the class as it is noted: where it stands on the shelf, if it does; readings asked for; its faults."""

    title: str
    shelf: str
    form: TrialForm
    faults: list[FaultName]


class KeptOfClass(Schema):
    """What was kept with the motors just now."""

    trials: int
    repairs: int
    shelved: list[str]


class ResultsView(Schema):
    """What came of a class: as it was noted, as it is told, and how much of it is not kept with its motors yet."""

    version: int
    plan: ClassPlan
    results: ClassResults
    review: Review
    motors: list[MotorToNote]
    pending: int
    kept: KeptOfClass | None = None


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
        forecast_json = text(request, work.foretold, plan, actions.known_of(plan))
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
