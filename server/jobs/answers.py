"""A job as the answer to a request."""

from __future__ import annotations

import os
from collections.abc import Callable, Iterator
from typing import Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse

from server.jobs.finished import Finished
from server.jobs.lane import Lane
from server.jobs.worker import Work

WAITING = 24  # jobs that may wait; one more is told to come back

Cancelled = Callable[[], bool]
_lane: Lane | None = None
_finished = Finished()


def open_lane() -> Lane:
    """Let heavy work run in processes of its own from now on: one core is left for plain verdicts."""
    global _lane
    _lane = Lane(workers=max(1, min((os.cpu_count() or 1) - 1, 3)), waiting=WAITING)
    return _lane


def answer(cancelled: Cancelled, work: Work, *arguments: Any) -> HttpResponse:
    """The whole answer of a job as JSON. Raises as :meth:`Lane.run`."""
    return HttpResponse(b"".join(parts(cancelled, work, arguments)), content_type="application/json")


def text(cancelled: Cancelled, work: Work, *arguments: Any) -> bytes:
    """The whole answer of a job as it is. Raises as :meth:`Lane.run`."""
    return b"".join(parts(cancelled, work, arguments))


def stream(cancelled: Cancelled, work: Work, *arguments: Any) -> StreamingHttpResponse:
    """The parts of an answer as they are found. What hinders its start is raised as by :meth:`Lane.run`."""
    found = parts(cancelled, work, arguments)
    return StreamingHttpResponse(_from(next(found), found), content_type="application/x-ndjson")


def _from(first: bytes, rest: Iterator[bytes]) -> Iterator[bytes]:
    yield first
    yield from rest


def parts(cancelled: Cancelled, work: Work, arguments: tuple[Any, ...]) -> Iterator[bytes]:
    """The parts of an answer as a worker gives them, or as it gave them before. Raises as :meth:`Lane.run`."""
    lane = _lane
    if lane is None:  # as in a test or a script: the work is done on the spot
        return work(*arguments)
    return _finished.parts(work, arguments, lambda: lane.run(work, arguments, cancelled))


def gone(request: HttpRequest) -> Cancelled:
    """Whether whoever asked is gone, asked again and again while a job goes on."""
    cancelled: Cancelled = request.META.get("waitress.client_disconnected", lambda: False)
    return cancelled
