"""Routes of Tune: numbers that can be tuned, swept, mapped, and the best of each."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router
from pydantic import Field

from oakspin.design import Design
from oakspin.tune import Best, DesignMap, SweepPoint, Tuning, planned, tuning_of
from server.downloads import download
from server.errors import Problem
from server.jobs import work
from server.jobs.answers import answer, gone, stream, text
from server.learning.actions import changed_draws, draws_for
from server.openapi import lines_of
from server.stages.bodies import REFUSED, DesignBody, WithLearned

router = Router(tags=["tune"])
Pointer = Annotated[str, Field(max_length=120)]
# A pair comes as a list from JSON.
Range = Annotated[tuple[float, float] | None, Field(strict=False)]


class SweepBody(DesignBody):
    """What to sweep: the number at a pointer, over its range or a part of it."""

    pointer: Pointer
    points: Annotated[int, Field(ge=2, le=401)] = 41
    low: float | None = None
    high: float | None = None


class MapBody(DesignBody):
    """Which two numbers to map, over which part of their ranges, and which figure to draw."""

    first: Pointer
    second: Pointer
    curve: Annotated[str, Field(max_length=40)] = "speed"
    first_range: Range = None
    second_range: Range = None


@router.post("/tuning", response={200: Tuning, **REFUSED}, operation_id="get_tuning")
def get_tuning(request: HttpRequest, design: Design) -> Tuning:
    """The numbers that can be tuned, which first, and what to plot."""
    return tuning_of(design)


@router.post("/best", response={200: list[Best], 404: Problem, **REFUSED}, operation_id="list_best")
def list_best(request: HttpRequest, design: Design, learned: WithLearned = None) -> HttpResponse:
    """The best of the numbers that are tuned first, each with what limits it."""
    return answer(gone(request), work.best, design, draws_for(learned, design))


@router.post("/map", response={200: DesignMap, 404: Problem, **REFUSED}, operation_id="get_map")
def get_map(request: HttpRequest, body: MapBody, learned: WithLearned = None) -> HttpResponse:
    """Two numbers at once, over every pair of values."""
    ranges = body.first_range, body.second_range
    arguments = body.design, body.first, body.second, body.curve, ranges
    return answer(gone(request), work.map_of_two, *arguments, changed_draws(learned))


@router.post(
    "/sweep",
    response={200: list[SweepPoint], 404: Problem, **REFUSED},
    operation_id="sweep",
    openapi_extra=lines_of("a head first, then such a list of points a line"),
)
def run_sweep(request: HttpRequest, body: SweepBody, learned: WithLearned = None) -> StreamingHttpResponse:
    """Sweep a number, a few points at a time: the reader may stop whenever it likes."""
    factor, values = planned(body.design, body.pointer, body.points, body.low, body.high)
    return stream(gone(request), work.swept, body.design, factor, values, changed_draws(learned))


@router.post(
    "/sweep.csv",
    response={404: Problem, **REFUSED},
    operation_id="sweep_table",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def run_sweep_table(request: HttpRequest, body: SweepBody, learned: WithLearned = None) -> HttpResponse:
    """The same sweep as a CSV table."""
    factor, _ = planned(body.design, body.pointer, body.points, body.low, body.high)
    arguments = body.design, body.pointer, body.points, body.low, body.high
    table = text(gone(request), work.swept_table, *arguments, changed_draws(learned))
    return download(table, f"sweep {factor.name}", "csv", "text/csv; charset=utf-8")
