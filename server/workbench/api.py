"""Routes that answer about a design. Nothing is kept; the core does the work."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import asdict
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema
from pydantic import ConfigDict, Field
from pydantic_core import to_json

from oakspin.design import Design, schema
from oakspin.draws import Draws
from oakspin.machines.dials import PartLine
from oakspin.machines.kinds import KINDS, parts_of
from oakspin.make import BuildSheet, FirstRun, build_sheet, first_run
from oakspin.make.svg import fits_a_page, template_size
from oakspin.measure import Balance, TrialForm, balance_of, trial_form
from oakspin.motion.spin import Spin, spin
from oakspin.safety import Caution, cautions_of
from oakspin.teach import Card, Carrier, Explanation, PoleFinder, RuleName, cards_of, explain, pole_finder
from oakspin.tune import (
    Best,
    DesignMap,
    Factor,
    SweepPoint,
    Tuning,
    best_settings,
    design_map,
    planned,
    sweep,
    sweep_points,
    sweep_table,
    tuning_of,
)
from oakspin.verdict import Advice, Verdict, advise, evaluate
from server.downloads import download
from server.errors import Problem

router = Router(tags=["workbench"])

UNREADABLE = {400: Problem, 422: Problem}


class VerdictOut(Schema):
    """The verdict on a design, and the parts and dials to change it by."""

    verdict: Verdict
    parts: list[PartLine]


class BuildOut(Schema):
    """The build sheet, the first-run card, and the template's size in mm."""

    sheet: BuildSheet
    first_run: FirstRun
    template_mm: tuple[float, float]
    template_fits: bool


class SweepBody(Schema):
    """What to sweep: the number at a pointer, over its range or a part of it."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
    pointer: Annotated[str, Field(max_length=120)]
    points: Annotated[int, Field(ge=2, le=401)] = 41
    low: float | None = None
    high: float | None = None


# A pair comes as a list from JSON.
Range = Annotated[tuple[float, float] | None, Field(strict=False)]


class MapBody(Schema):
    """Which two numbers to map, over which part of their ranges, and which figure to draw."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
    first: Annotated[str, Field(max_length=120)]
    second: Annotated[str, Field(max_length=120)]
    curve: Annotated[str, Field(max_length=40)] = "speed"
    first_range: Range = None
    second_range: Range = None


class SwingBody(Schema):
    """A design and the period of its rotor's swing in s."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
    period_s: Annotated[float, Field(ge=0.02, le=60)]


class ExplainBody(Schema):
    """A design and the school to explain it in."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
    rule: RuleName = "palm"
    carrier: Carrier = "current"


class KindOut(Schema):
    """A kind of demonstration that can be started."""

    id: str
    name: str
    what_moves: str
    built_from: str


@router.get("/kinds", response=list[KindOut], operation_id="list_kinds")
def list_kinds(request: HttpRequest) -> list[KindOut]:
    """Kinds of demonstration, in the order in which they are offered."""
    kinds = KINDS.items()
    return [
        KindOut(id=id_, name=kind.name, what_moves=kind.what_moves, built_from=kind.built_from) for id_, kind in kinds
    ]


@router.get("/schema", response=dict[str, Any], operation_id="get_schema")
def get_schema(request: HttpRequest) -> dict[str, Any]:
    """The JSON Schema of an ``.oak.json`` file."""
    return schema()


@router.post("/verdict", response={200: VerdictOut, **UNREADABLE}, operation_id="get_verdict")
def get_verdict(request: HttpRequest, design: Design) -> HttpResponse:
    """Whether it will go, what will stop it."""
    # Written straight from the core's own dataclasses: checking them anew would take as long as a third of the verdict.
    answer = {"verdict": evaluate(design), "parts": parts_of(design)}
    return HttpResponse(to_json(answer), content_type="application/json")


@router.post("/advice", response={200: list[Advice], **UNREADABLE}, operation_id="get_advice")
def get_advice(request: HttpRequest, design: Design) -> list[Advice]:
    """What to change: each tried on the design."""
    return list(advise(design))


@router.post("/build", response={200: BuildOut, **UNREADABLE}, operation_id="get_build")
def get_build(request: HttpRequest, design: Design) -> BuildOut:
    """The build sheet and the first-run card."""
    sheet = build_sheet(design)
    width, height = template_size(sheet.template)
    card = first_run(design, evaluate(design).headline)
    return BuildOut(sheet=sheet, first_run=card, template_mm=(width, height), template_fits=fits_a_page(sheet.template))


@router.post("/tuning", response={200: Tuning, **UNREADABLE}, operation_id="get_tuning")
def get_tuning(request: HttpRequest, design: Design) -> Tuning:
    """The numbers that can be tuned, which first, and what to plot."""
    return tuning_of(design)


@router.post("/best", response={200: list[Best], **UNREADABLE}, operation_id="list_best")
def list_best(request: HttpRequest, design: Design) -> list[Best]:
    """The best of the numbers that are tuned first, each with what limits it."""
    return list(best_settings(design))


@router.post("/map", response={200: DesignMap, **UNREADABLE}, operation_id="get_map")
def get_map(request: HttpRequest, body: MapBody) -> HttpResponse:
    """Two numbers at once, over every pair of values."""
    found = design_map(body.design, body.first, body.second, body.curve, ranges=(body.first_range, body.second_range))
    return HttpResponse(to_json(found), content_type="application/json")


@router.post("/trial-form", response={200: TrialForm, **UNREADABLE}, operation_id="get_trial_form")
def get_trial_form(request: HttpRequest, design: Design) -> TrialForm:
    """What a trial of this design asks for."""
    return trial_form(design)


@router.post("/balance", response={200: Balance, **UNREADABLE}, operation_id="get_balance")
def get_balance(request: HttpRequest, body: SwingBody) -> Balance:
    """What the period of a swing tells about the balance."""
    return balance_of(body.design, body.period_s)


@router.post(
    "/sweep",
    response={200: list[SweepPoint], **UNREADABLE},
    operation_id="sweep",
    openapi_extra={
        "responses": {200: {"description": "Lines of JSON: a head first, then such a list of points a line"}}
    },
)
def run_sweep(request: HttpRequest, body: SweepBody) -> StreamingHttpResponse:
    """Sweep a number, a few points at a time: the reader may stop whenever it likes."""
    factor, values = planned(body.design, body.pointer, body.points, body.low, body.high)
    return StreamingHttpResponse(_lines(body.design, factor, values), content_type="application/x-ndjson")


def _lines(design: Design, factor: Factor, values: list[float]) -> Iterator[str]:
    yield json.dumps({"factor": asdict(factor), "total": len(values)}) + "\n"
    for points in sweep_points(design, factor, values, Draws()):
        yield json.dumps([asdict(point) for point in points]) + "\n"


@router.post(
    "/sweep.csv",
    response=UNREADABLE,
    operation_id="sweep_table",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def run_sweep_table(request: HttpRequest, body: SweepBody) -> HttpResponse:
    """The same sweep as a CSV table."""
    found = sweep(body.design, body.pointer, points=body.points, low=body.low, high=body.high, draws=Draws())
    return download(sweep_table(found), f"sweep {found.factor.label}", "csv", "text/csv; charset=utf-8")


@router.post("/explain", response={200: Explanation, **UNREADABLE}, operation_id="explain")
def get_explanation(request: HttpRequest, body: ExplainBody) -> Explanation:
    """Why it turns the way it does, in the chosen school."""
    return explain(body.design, body.rule, body.carrier)


@router.post("/cards", response={200: list[Card], **UNREADABLE}, operation_id="list_cards")
def list_cards(request: HttpRequest, design: Design) -> list[Card]:
    """Changes to predict, with their computed answers."""
    return list(cards_of(design))


@router.post("/pole-finder", response={200: PoleFinder, **UNREADABLE}, operation_id="find_pole")
def find_pole(request: HttpRequest, design: Design) -> PoleFinder:
    """Which pole is up, from the way it was seen to turn."""
    return pole_finder(design)


@router.post("/cautions", response={200: list[Caution], **UNREADABLE}, operation_id="list_cautions")
def list_cautions(request: HttpRequest, design: Design) -> list[Caution]:
    """Every caution for a design."""
    return list(cautions_of(design))


@router.post("/spin", response={200: Spin, **UNREADABLE}, operation_id="get_spin")
def get_spin(request: HttpRequest, design: Design) -> Spin:
    """The computed run of the median build."""
    return spin(design)
