"""Routes of the archive."""

from __future__ import annotations

from tempfile import SpooledTemporaryFile
from threading import Lock
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, UploadedFile

from server.archive import actions
from server.archive.schemas import ArchivePreview, ArrivalView
from server.downloads import download
from server.errors import ANY, BODY

router = Router(tags=["archive"])

IN_MEMORY = 5_000_000
Mode = Literal["merge", "replace"]
# One archive is read at a time: each may take its share of memory.
_reading = Lock()


@router.get(
    "",
    response=ANY,
    operation_id="export_everything",
    openapi_extra={"responses": {200: {"description": "A zip"}}},
)
def export_everything(request: HttpRequest) -> HttpResponse:
    """Everything as one zip."""
    with SpooledTemporaryFile(max_size=IN_MEMORY) as out:
        actions.everything(out)
        out.seek(0)
        return download(out.read(), "oak spin everything", "zip", "application/zip")


@router.post("/preview", response={200: ArchivePreview, **BODY}, operation_id="preview_everything")
def preview_everything(request: HttpRequest, file: File[UploadedFile]) -> ArchivePreview:
    """What a zip would bring; nothing is changed."""
    with _reading:
        arrivals, put_away = actions.preview(file)
    return ArchivePreview(motors=[ArrivalView.of(arrival) for arrival in arrivals], put_away=put_away)


@router.post("", response={200: list[ArrivalView], **BODY}, operation_id="import_everything")
def import_everything(request: HttpRequest, file: File[UploadedFile], mode: Form[Mode] = "merge") -> list[ArrivalView]:
    """Put what a zip holds on the shelf: merged with what is there, or in its place."""
    with _reading:
        return [ArrivalView.of(row) for row in actions.take_in_everything(file, replace=mode == "replace")]
