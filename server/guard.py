"""What every request and answer must keep to: same origin, a CSRF token, a strict content policy."""

from __future__ import annotations

import secrets
from collections.abc import Callable

from django.conf import settings
from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.middleware.csrf import CsrfViewMiddleware

POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data:; "
    "font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)


class _Csrf(CsrfViewMiddleware):
    """Django's own check, with its refusal in the shape of all our problems."""

    def _reject(self, request: HttpRequest, reason: str) -> HttpResponse:
        return problem(
            403, "Refused: this request did not come from an Oak Spin page.", hint="Reload the page and try again."
        )


def problem(status: int, title: str, hint: str) -> JsonResponse:
    """A refusal outside of any route, in the one problem shape."""
    return JsonResponse({"title": title, "faults": [], "hint": hint}, status=status)


def no_such_route(request: HttpRequest) -> HttpResponse:
    """Answers an address under the API that no route has."""
    hint = "Look it up in docs/api/openapi.json."
    return problem(404, f"There is no route {request.path}.", hint=hint)


def _every_view(*_: object) -> HttpResponse:
    """Stands for any view, so that no view can exempt itself from the CSRF check."""
    return HttpResponse()


class GuardMiddleware:
    """Outermost layer of the server."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response
        self.csrf = _Csrf(get_response)

    def __call__(self, request: HttpRequest) -> HttpResponse:
        nonce = secrets.token_urlsafe(16)
        request.style_nonce = nonce  # type: ignore[attr-defined]
        response = self._refusal(request) or self.get_response(request)
        self.csrf.process_response(request, response)
        response.headers["Content-Security-Policy"] = POLICY.format(nonce=nonce)
        response.headers["X-Content-Type-Options"] = "nosniff"
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
