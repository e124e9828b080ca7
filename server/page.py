"""The one page: the built front end with this answer's style nonce."""

from __future__ import annotations

from functools import lru_cache

from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.views.decorators.http import require_safe

from server.places import ROOT

BUILT = ROOT / "web" / "dist" / "index.html"
PLACEHOLDER = "OAKSPIN_STYLE_NONCE"


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
    response = HttpResponse(html)
    response.headers["Cache-Control"] = "no-cache"
    return response
