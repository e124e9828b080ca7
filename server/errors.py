"""Every error as one problem shape: title, faults (field, value, limit, hint), hint."""

from __future__ import annotations

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse, RawPostDataException
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError
from pydantic_core import from_json

from oakspin.design.document import faults_of_findings
from oakspin.errors import Fault, OakSpinError
from server.troubles import trouble_of


class Problem(Schema):
    """What went wrong, where, and what to do."""

    title: str
    faults: list[Fault] = []
    hint: str = ""


# What any route may answer beside its own, and what one may that takes a body.
ANY: dict[int, Any] = {503: Problem, 507: Problem}
BODY: dict[int, Any] = {400: Problem, 413: Problem, 422: Problem, **ANY}


class Conflict(Exception):
    """Someone else saved in the meantime; carries the version that is kept now."""

    def __init__(self, version: int) -> None:
        self.version = version
        super().__init__(version)


class Gone(Exception):
    """It was put away; nothing is written to it until it is put back."""


class OtherContent(Exception):
    """A key that was used for something else: what is ``kept`` under it, and what was ``sent``."""

    def __init__(self, kept: Any, sent: Any) -> None:
        self.kept, self.sent = kept, sent
        super().__init__("other content under the same key")


class KeyProblem(Problem):
    """A trial sent under a key that is taken: both trials, so that their sender can see which is which."""

    kept: Any
    sent: Any


class ConflictProblem(Problem):
    """A save that came second: ``version`` is the one to build on to take over."""

    version: int


def read_json(body: bytes) -> Any:
    """A body as JSON; no NaN, no half characters, nothing nested without end. Raises ``ValueError``."""
    return from_json(body, allow_inf_nan=False)


def _as_sent(request: HttpRequest, finding: dict[str, Any]) -> dict[str, Any]:
    """A finding with its place in the body and the value that stood there, which the framework drops."""
    steps = finding["loc"][2:]
    try:
        place = read_json(request.body)
    except (ValueError, RequestDataTooBig, RawPostDataException):
        return {**finding, "loc": steps}
    for step in steps:
        if (isinstance(place, dict) and step in place) or (
            isinstance(place, list) and isinstance(step, int) and step < len(place)
        ):
            place = place[step]
        # Any other step is the tag of a union, which does not stand in the body.
    return {**finding, "loc": steps, "input": place}


def register(api: NinjaAPI) -> None:
    """Teach the API to answer every error in the one shape."""

    def answer(request: HttpRequest, status: int, body: Problem) -> HttpResponse:
        return api.create_response(request, body.model_dump(), status=status)

    @api.exception_handler(OakSpinError)
    def _core(request: HttpRequest, error: OakSpinError) -> HttpResponse:
        return answer(request, 422, Problem(title=error.title, faults=error.faults))

    @api.exception_handler(ValidationError)
    def _shape(request: HttpRequest, error: ValidationError) -> HttpResponse:
        findings = [_as_sent(request, finding) for finding in error.errors]
        return answer(request, 422, Problem(title="This request cannot be read.", faults=faults_of_findings(findings)))

    @api.exception_handler(Http404)
    def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
        hint = "Go back to the shelf: it lists what is there."
        return answer(request, 404, Problem(title="There is no such demonstration.", hint=hint))

    @api.exception_handler(Gone)
    def _gone(request: HttpRequest, error: Gone) -> HttpResponse:
        hint = "Put it back first: on the shelf, under the deleted ones, or with its restore address."
        return answer(request, 410, Problem(title="This demonstration was deleted.", hint=hint))

    @api.exception_handler(OtherContent)
    def _other(request: HttpRequest, error: OtherContent) -> HttpResponse:
        hint = "Nothing was overwritten. Log the new one under a key of its own, or as a correction of the kept one."
        title = "Another trial was logged under this key."
        return answer(request, 409, KeyProblem(title=title, hint=hint, kept=error.kept, sent=error.sent))

    @api.exception_handler(Conflict)
    def _conflict(request: HttpRequest, error: Conflict) -> HttpResponse:
        hint = "Take over, keep both, or drop your change."
        body = ConflictProblem(title="Another tab saved this demonstration first.", hint=hint, version=error.version)
        return answer(request, 409, body)

    @api.exception_handler(HttpError)
    @api.exception_handler(Exception)
    def _other_trouble(request: HttpRequest, error: Exception) -> HttpResponse:
        trouble = trouble_of(error)
        response = answer(request, trouble.status, Problem(title=trouble.title, hint=trouble.hint))
        if trouble.retry_s is not None:
            response.headers["Retry-After"] = str(trouble.retry_s)
        return response
