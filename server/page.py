"""The one page: the built front end with this answer's style nonce, and with what it would ask for first."""

from __future__ import annotations

from functools import lru_cache

from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.views.decorators.http import require_safe
from pydantic_core import to_json

from oakspin.errors import OakSpinError
from oakspin.kinds.look import look
from server.parts import MOTOR, PLACES, parts_at
from server.places import BUILT
from server.shelf.actions import find
from server.shelf.api import list_shelf
from server.shelf.schemas import DemonstrationView

PLACEHOLDER = "OAKSPIN_STYLE_NONCE"
FIRST = "<!--first-->"


@lru_cache(maxsize=1)
def _built(changed_ns: int) -> str:
    return BUILT.read_text(encoding="utf-8")


@require_safe
def page(request: HttpRequest) -> HttpResponse:
    """Serve the page and set the CSRF cookie that its saves must bring back."""
    get_token(request)
    if not BUILT.is_file():
        return HttpResponse("The front end is not built: run ./oak start", status=503, content_type="text/plain")
    html = _built(BUILT.stat().st_mtime_ns).replace(PLACEHOLDER, request.style_nonce)  # type: ignore[attr-defined]
    early = "".join(f'<link rel="modulepreload" href="/{file}">' for file in parts_at(request.path))
    response = HttpResponse(html.replace(FIRST, early + _first(request)))
    response.headers["Cache-Control"] = "no-cache"
    return response


def _first(request: HttpRequest) -> str:
    """What the page at this address asks for first, as a block of data in it; nothing where that cannot be had."""
    try:
        answers = _answers(request)
    except (Http404, OakSpinError, DatabaseError):
        return ""  # the page asks by itself, and tells the trouble in words
    pairs = ",".join(f'"{name}":{answer}' for name, answer in answers.items())
    return f'<script type="application/json" id="first">{{{pairs}}}</script>' if pairs else ""


def _answers(request: HttpRequest) -> dict[str, str]:
    if request.path in PLACES:
        return {"shelf": _safe(list_shelf(request).content)}
    matched = MOTOR.match(request.path)
    if not matched:
        return {}
    kept = find(matched["id"])
    if kept.deleted_at is not None:
        return {}
    shown = DemonstrationView.of(kept)
    answers = {"demonstration": _safe(shown.model_dump_json().encode())}
    if matched["stage"] in (None, "choose"):
        answers["look"] = _safe(to_json(look(shown.design)))
    return answers


def _safe(answer: bytes) -> str:
    """JSON that can stand in a page: nothing in it ends the block that it stands in."""
    return answer.decode().replace("<", "\\u003c")
