"""What every request and answer must keep to: same origin, a CSRF token, a strict content policy, one problem shape."""

from __future__ import annotations

import secrets
import sys
from collections.abc import Callable

from django.conf import settings
from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.middleware.csrf import CsrfViewMiddleware

from server.troubles import UNREAD, Trouble, trouble_of

POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data:; "
    "media-src blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)

LOOK_IT_UP = "Look it up in docs/api/openapi.json."


class _Csrf(CsrfViewMiddleware):
    """Django's own check, with its refusal in the shape of all our problems."""

    def _reject(self, request: HttpRequest, reason: str) -> HttpResponse:
        return problem(
            403, "Refused: this request did not come from an Oak Spin page.", hint="Reload the page and try again."
        )


def problem(status: int, title: str, hint: str) -> JsonResponse:
    """A refusal outside of any route, in the one problem shape."""
    return JsonResponse({"title": title, "faults": [], "hint": hint}, status=status)


def problem_answer(trouble: Trouble) -> JsonResponse:
    """A trouble outside of any route, in the one problem shape."""
    response = problem(trouble.status, trouble.title, trouble.hint)
    if trouble.retry_s is not None:
        response.headers["Retry-After"] = str(trouble.retry_s)
    return response


def unread(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """Answers what could not be read as a request at all."""
    return problem_answer(UNREAD)


def mistake(request: HttpRequest) -> HttpResponse:
    """Answers an error that no route caught."""
    return problem_answer(trouble_of(sys.exception()))


def no_such_route(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """Answers an address under the API that no route has."""
    return problem(404, f"There is no route {request.path}.", hint=LOOK_IT_UP)


def _every_view(*_: object) -> HttpResponse:
    """Stands for any view, so that no view can exempt itself from the CSRF check."""
    return HttpResponse()


def _in_shape(request: HttpRequest, response: HttpResponse) -> HttpResponse:
    """An answer of the API that is no success, in the one problem shape, whoever gave it."""
    kind = response.headers.get("Content-Type", "")
    if response.status_code < 400 or not request.path.startswith("/api/") or kind.startswith("application/json"):
        return response
    shaped = problem(response.status_code, f"{request.method} {request.path}: {response.reason_phrase}.", LOOK_IT_UP)
    if "Allow" in response.headers:
        shaped.headers["Allow"] = response.headers["Allow"]
    return shaped


def _without_body(response: HttpResponse) -> HttpResponse:
    if response.streaming:
        response.close()
        bare = HttpResponse(status=response.status_code, headers=dict(response.headers))
    else:
        bare = response
        bare.headers.setdefault("Content-Length", str(len(response.content)))
        bare.content = b""
    return bare


class GuardMiddleware:
    """Outermost layer of the server."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response
        self.csrf = _Csrf(get_response)

    def __call__(self, request: HttpRequest) -> HttpResponse:
        nonce = secrets.token_urlsafe(16)
        request.style_nonce = nonce  # type: ignore[attr-defined]
        # Whatever can be asked for can be asked about: HEAD is GET without the body.
        openable = request.method == "HEAD" and not request.path.startswith(settings.STATIC_URL)
        if openable:
            request.method = "GET"
        response = self._refusal(request) or self.get_response(request)
        response = _in_shape(request, response)
        if openable:
            response = _without_body(response)
        self.csrf.process_response(request, response)
        response.headers["Content-Security-Policy"] = POLICY.format(nonce=nonce)
        response.headers["X-Content-Type-Options"] = "nosniff"
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        response.headers["Referrer-Policy"] = settings.SECURE_REFERRER_POLICY
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        return response

    def _refusal(self, request: HttpRequest) -> HttpResponse | None:
        try:
            request.get_host()
        except DisallowedHost:
            return problem(
                400, "This server answers only to 127.0.0.1 and localhost.", hint="Open the address it printed."
            )
        self.csrf.process_request(request)
        return self.csrf.process_view(request, _every_view, (), {})
