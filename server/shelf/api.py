"""Routes of the shelf."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router, Status
from pydantic_core import to_json

from oakspin.errors import UnreadableDesign
from oakspin.kinds.look import Glance
from oakspin.make import build_sheet, template_svg
from server.downloads import download
from server.drawer.used import actions as used
from server.errors import ANY, BODY, ConflictProblem, Problem
from server.shelf import actions, glances, samples
from server.shelf.schemas import (
    ArchivedView,
    CopyBody,
    DemonstrationView,
    FileBody,
    NewBody,
    RevisionView,
    SaveBody,
    ShelfView,
    TicksBody,
    UnreadView,
    VersionBody,
)

router = Router(tags=["shelf"])

ONE = {200: DemonstrationView, 404: Problem, 410: Problem, **BODY}
REFUSED = {404: Problem, **BODY}
MOVE = {**ONE, 409: ConflictProblem}


@router.get("", response={200: ShelfView, **ANY}, operation_id="list_shelf")
def list_shelf(request: HttpRequest) -> HttpResponse:
    """Everything on the shelf."""
    # Kept glances go out as they are kept: to read and to write them anew would take most of the time.
    motors, unread = [], []
    for demonstration in actions.shelf():
        try:
            motor = DemonstrationView.of(demonstration).model_dump_json()
        except UnreadableDesign as error:
            unread.append(UnreadView(id=demonstration.id, title=str(demonstration), faults=error.faults))
        else:
            shows = to_json(samples.shows(demonstration)).decode()
            motors.append(f'{motor[:-1]},"shows":{shows},"glance":{glances.kept(demonstration) or "null"}}}')
    unread_json = to_json(unread).decode()
    return HttpResponse(f'{{"motors":[{",".join(motors)}],"unread":{unread_json}}}', content_type="application/json")


@router.post("", response=ONE, operation_id="start_demonstration")
def start_demonstration(request: HttpRequest, body: NewBody) -> DemonstrationView:
    """Start a demonstration of a kind."""
    return DemonstrationView.of(actions.start_new(body.kind))


@router.get("/put-away", response={200: list[ArchivedView], **ANY}, operation_id="list_put_away")
def list_put_away(request: HttpRequest) -> list[ArchivedView]:
    """Everything that was deleted, the latest first; restore puts it back."""
    return [ArchivedView.of(demonstration) for demonstration in actions.put_away()]


@router.post("/import", response=ONE, operation_id="import_demonstration")
def import_demonstration(request: HttpRequest, body: FileBody) -> DemonstrationView:
    """Put an ``.oak.json`` file on the shelf."""
    return DemonstrationView.of(actions.take_in(body.content))


@router.post("/copy", response=ONE, operation_id="keep_copy")
def keep_copy(request: HttpRequest, body: CopyBody) -> DemonstrationView:
    """Keep a state as a demonstration of its own."""
    return DemonstrationView.of(actions.keep_apart(body.title, body.design))


@router.get(
    "/{id}", response={200: DemonstrationView, 404: Problem, 422: Problem, **ANY}, operation_id="get_demonstration"
)
def get_demonstration(request: HttpRequest, id: str) -> DemonstrationView:
    """One demonstration."""
    return DemonstrationView.of(actions.find(id))


@router.post("/{id}/glance", response={200: Glance, **REFUSED}, operation_id="glance_at")
def get_glance(request: HttpRequest, id: str) -> HttpResponse:
    """What the shelf shows of a demonstration; computed once and kept."""
    return HttpResponse(glances.glance_at(id), content_type="application/json")


@router.put("/{id}", response=MOVE, operation_id="save_demonstration")
def save_demonstration(request: HttpRequest, id: str, body: SaveBody) -> DemonstrationView:
    """Save a new state; 409 when another save came first."""
    return DemonstrationView.of(actions.save(id, body.version, body.title, body.design, body.change))


@router.post("/{id}/undo", response=MOVE, operation_id="undo_demonstration")
def undo_demonstration(request: HttpRequest, id: str, body: VersionBody) -> DemonstrationView:
    """Go back to what the present state was made from."""
    return DemonstrationView.of(actions.undo(id, body.version))


@router.post("/{id}/redo", response=MOVE, operation_id="redo_demonstration")
def redo_demonstration(request: HttpRequest, id: str, body: VersionBody) -> DemonstrationView:
    """Go forward again."""
    return DemonstrationView.of(actions.redo(id, body.version))


@router.put("/{id}/ticks", response=ONE, operation_id="tick_steps")
def tick_steps(request: HttpRequest, id: str, body: TicksBody) -> DemonstrationView:
    """Keep which build steps are done."""
    return DemonstrationView.of(actions.tick(id, body.done, body.undone))


@router.post("/{id}/duplicate", response=ONE, operation_id="duplicate_demonstration")
def duplicate_demonstration(request: HttpRequest, id: str) -> DemonstrationView:
    """A copy with a history of its own."""
    return DemonstrationView.of(actions.duplicate(id))


@router.delete("/{id}", response={204: None, 404: Problem, **ANY}, operation_id="delete_demonstration")
def delete_demonstration(request: HttpRequest, id: str) -> Status[None]:
    """Take it off the shelf, what it held of the Drawer given back; restore brings it back."""
    with transaction.atomic():
        used.take_apart(id)
        actions.delete(id)
    return Status(204, None)


@router.post("/{id}/restore", response=ONE, operation_id="restore_demonstration")
def restore_demonstration(request: HttpRequest, id: str) -> DemonstrationView:
    """Undo a delete."""
    return DemonstrationView.of(actions.restore(id))


@router.get("/{id}/history", response={200: list[RevisionView], 404: Problem, **ANY}, operation_id="list_history")
def list_history(request: HttpRequest, id: str) -> list[RevisionView]:
    """Every state it ever had, oldest first."""
    demonstration = actions.find(id)
    return [RevisionView.of(revision, demonstration.head_id) for revision in demonstration.revisions.all()]


@router.get(
    "/{id}/file",
    response={404: Problem, **ANY},
    operation_id="export_demonstration",
    openapi_extra={"responses": {200: {"description": "An .oak.json file"}}},
)
def export_demonstration(request: HttpRequest, id: str) -> HttpResponse:
    """The demonstration as an ``.oak.json`` file to keep."""
    title, text = actions.file_of(id)
    return download(text, title, "oak.json", "application/json")


@router.get(
    "/{id}/template.svg",
    response={404: Problem, 422: Problem, **ANY},
    operation_id="get_template",
    openapi_extra={"responses": {200: {"description": "An SVG at true size"}}},
)
def get_template(request: HttpRequest, id: str) -> HttpResponse:
    """The true-size template to bend on."""
    document = actions.document(id)
    svg = template_svg(build_sheet(document.design).template, document.title)
    return download(svg, document.title, "template.svg", "image/svg+xml")
