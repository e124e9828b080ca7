"""Routes of classes: plans, the forecast, the kit, the timetable."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router

from oakspin.classroom.file import of_file
from oakspin.classroom.forecast.changes import usual_others
from oakspin.classroom.forecast.views import ForecastView
from oakspin.classroom.kit import kit_of
from oakspin.classroom.plan import NEVER_PREPARED, ClassMotor, usual_prepared
from oakspin.classroom.timetable import timetable_of
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.search.purchases import shopping_table
from server.classes import actions
from server.classes.models import SchoolClass
from server.classes.schemas import (
    ClassBody,
    ClassFileBody,
    ClassLine,
    ClassMotorView,
    ClassNeedsView,
    ClassView,
    SavedClassBody,
    StepToPrepare,
)
from server.downloads import download
from server.drawer import actions as drawer
from server.errors import ANY, BODY, ConflictProblem, Problem
from server.jobs import work
from server.jobs.answers import gone, stream
from server.openapi import lines_of

router = Router(tags=["classes"])
LINES = lines_of("one for each plan that is tried, the last of which is whole")
KEPT: dict[int, Any] = {404: Problem, 410: Problem}


@router.get("/classes", response={200: list[ClassLine], **ANY}, operation_id="list_classes")
def list_classes(request: HttpRequest) -> list[ClassLine]:
    """All classes that are planned."""
    return [
        ClassLine(
            id=row.id,
            title=row.plan["title"],
            date=row.plan["date"],
            groups=len(row.plan["groups"]),
            minutes=row.plan["minutes"],
            motors=[motor["title"] for motor in row.plan["motors"]],
        )
        for row in actions.classes()
    ]


@router.post("/classes", response={200: ClassView, **BODY}, operation_id="add_class")
def add_class(request: HttpRequest, body: ClassBody) -> ClassView:
    """Plan a class."""
    return _out(actions.add(body.plan))


@router.post("/classes/sample", response={200: ClassView, **ANY, 422: Problem}, operation_id="add_sample_class")
def add_sample_class(request: HttpRequest) -> ClassView:
    """The sample class."""
    return _out(actions.add_sample())


@router.post("/classes/import", response={200: ClassView, **BODY}, operation_id="import_class")
def import_class(request: HttpRequest, body: ClassFileBody) -> ClassView:
    """A class out of its file."""
    return _out(actions.take_in(of_file(body.content)))


@router.post("/classes/forecast", response={200: ForecastView, **BODY}, operation_id="forecast", openapi_extra=LINES)
def forecast(request: HttpRequest, body: ClassBody) -> StreamingHttpResponse:
    """How a lesson will go, and what would save groups, as it is found: the reader may stop whenever it likes."""
    plan = actions.followed(body.plan)
    return stream(gone(request), work.forecast, plan, actions.known_of(plan), usual_others(plan))


@router.post("/classes/needs", response={200: ClassNeedsView, **BODY}, operation_id="class_needs")
def class_needs(request: HttpRequest, body: ClassBody) -> ClassNeedsView:
    """The kit of a class, held against the Drawer, and its timetable."""
    plan = actions.followed(body.plan)
    kit = kit_of(plan, [drawer.entry_in(row) for row in drawer.entries()], actions.known_of(plan))
    return ClassNeedsView(kit=kit, timetable=timetable_of(plan))


@router.get(
    "/classes/{id}/shopping.csv",
    response={**KEPT, **ANY, 422: Problem},
    operation_id="class_shopping_table",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def class_shopping_table(request: HttpRequest, id: str) -> HttpResponse:
    """What is to be bought for a class, spares included, as a CSV table."""
    row = actions.find(id)
    plan = actions.plan_in(row)
    kit = kit_of(plan, [drawer.entry_in(each) for each in drawer.entries()], actions.known_of(plan))
    return download(shopping_table(kit.shopping), f"{row} shopping list", "csv", "text/csv; charset=utf-8")


@router.get(
    "/classes/motor/{id}", response={200: ClassMotor, 404: Problem, **ANY, 422: Problem}, operation_id="get_class_motor"
)
def get_class_motor(request: HttpRequest, id: str) -> ClassMotor:
    """A motor of the shelf as one of a class, with what is usually prepared."""
    return actions.motor_of(id)


@router.get("/classes/{id}", response={200: ClassView, **KEPT, **ANY, 422: Problem}, operation_id="get_class")
def get_class(request: HttpRequest, id: str) -> ClassView:
    """A class."""
    return _out(actions.find(id))


@router.put("/classes/{id}", response={200: ClassView, 409: ConflictProblem, **KEPT, **BODY}, operation_id="save_class")
def save_class(request: HttpRequest, id: str, body: SavedClassBody) -> ClassView:
    """Keep a changed plan."""
    return _out(actions.save(id, body.version, body.plan))


@router.delete("/classes/{id}", response={200: ClassView, **KEPT, **ANY, 422: Problem}, operation_id="put_class_away")
def put_class_away(request: HttpRequest, id: str) -> ClassView:
    """Put a class away; it can be put back."""
    return _out(actions.put_away(id))


@router.post(
    "/classes/{id}/restore", response={200: ClassView, **KEPT, **ANY, 422: Problem}, operation_id="put_class_back"
)
def put_class_back(request: HttpRequest, id: str) -> ClassView:
    """Put a class back."""
    return _out(actions.put_back(id))


@router.get(
    "/classes/{id}/file",
    response={**KEPT, **ANY, 422: Problem},
    operation_id="export_class",
    openapi_extra={"responses": {200: {"description": "An .oakclass.json file"}}},
)
def export_class(request: HttpRequest, id: str) -> HttpResponse:
    """A class as a file."""
    row = actions.find(id)
    return download(actions.file_of(row), str(row), "oakclass.json", "application/json")


def _out(row: SchoolClass) -> ClassView:
    plan = actions.plan_in(row)
    return ClassView(
        id=row.id,
        version=row.version,
        deleted=row.deleted_at is not None,
        plan=plan,
        motors=[
            ClassMotorView(
                title=motor.title,
                kind=KINDS[motor.design.kind].name,
                steps=[
                    StepToPrepare(
                        id=step.id,
                        title=step.title,
                        minutes=step.minutes,
                        adult=step.id in usual_prepared(motor.design),
                    )
                    for step in build_of(motor.design).steps
                    if step.id not in NEVER_PREPARED
                ],
            )
            for motor in plan.motors
        ],
    )
