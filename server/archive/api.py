"""Routes of the archive."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema, UploadedFile

from server.archive import actions
from server.downloads import download
from server.errors import Problem

router = Router(tags=["archive"])


class TakenIn(Schema):
    """How much came in."""

    demonstrations: int
    trials: int
    unread: int


@router.get("", operation_id="export_everything", openapi_extra={"responses": {200: {"description": "A zip"}}})
def export_everything(request: HttpRequest) -> HttpResponse:
    """Everything as one zip."""
    return download(actions.everything(), "oak spin everything", "zip", "application/zip")


@router.post("", response={200: TakenIn, 400: Problem, 422: Problem}, operation_id="import_everything")
def import_everything(request: HttpRequest, file: File[UploadedFile]) -> TakenIn:
    """Put everything of a zip on the shelf."""
    counts = actions.take_in_everything(file.read())
    return TakenIn(demonstrations=counts.demonstrations, trials=counts.trials, unread=counts.unread)
