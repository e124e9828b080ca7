"""Routes of a motor that does not go: what it could show, and what is wrong with it by what is seen."""

from __future__ import annotations

import pickle
from collections.abc import Mapping
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from oakspin.design import Design
from oakspin.diagnose.fault_bench import FaultBench
from oakspin.diagnose.ranking import Evidence, check_evidence
from oakspin.diagnose.repair import Often
from oakspin.diagnose.signs import SideSign, Sign
from oakspin.diagnose.views import CauseView, DiagnosisView, SignWord, diagnosis_view, sheet_of, sign_words
from server.errors import BODY, Problem
from server.jobs import work
from server.jobs.answers import gone, text
from server.jobs.kept import Kept
from server.learning.actions import draws_for
from server.stages.bodies import DesignBody, WithLearned
from server.trials.repairs import often_here

router = Router(tags=["diagnose"])
KEPT = 8  # benches of designs that are at hand
Reading = Literal["speed", "current", "volts"]
Name = Annotated[str, Field(max_length=40)]
Amount = Annotated[float, Field(ge=0, le=1e6)]


class SeenBody(DesignBody):
    """What is seen of a motor on the bench: signs, and at which part; readings, checks that were answered, cures that
    did not help, and faults that were skipped: their check and cure cannot be done now.
    """

    signs: Annotated[list[Sign], Field(max_length=40)] = []
    readings: Annotated[dict[Reading, Amount], Field(max_length=3)] = {}
    answers: Annotated[dict[Name, Literal["yes", "no", "unsure"]], Field(max_length=60)] = {}
    cured: Annotated[list[Name], Field(max_length=60)] = []
    where: Annotated[dict[SideSign, Name], Field(max_length=40)] = {}
    skipped: Annotated[list[Name], Field(max_length=60)] = []


class DiagnosedView(Schema):
    """Signs that the motor can show, and the diagnosis. As planned it turns by ``sense``, +1 counterclockwise, or it
    ``travels`` along a way.
    """

    sense: float
    travels: bool
    signs: list[SignWord]
    diagnosis: DiagnosisView


_benches: Kept[FaultBench] = Kept(KEPT)


def _bench(
    request: HttpRequest, design: Design, often: Mapping[str, Often], *, meter: bool, learned: str | None = None
) -> FaultBench:
    """The bench of a design, by how common faults are here. Raises as ``bench_of``."""
    common = {id_: each.common for id_, each in often.items()}
    draws = draws_for(learned, design)
    key = design.model_dump_json(), meter, learned, tuple(sorted(common.items()))
    # It takes a second to compute, and a tick a thousandth; what unpickles is our own worker's.
    return _benches.of(key, lambda: pickle.loads(text(gone(request), work.fault_bench, design, meter, draws, common)))


@router.post("/diagnose/sheet", response={200: list[CauseView], **BODY}, operation_id="get_fault_sheet")
def get_fault_sheet(request: HttpRequest, design: Design) -> list[CauseView]:
    """The likeliest faults of a motor that does not go, in the order in which to look for them."""
    return list(sheet_of(_bench(request, design, often_here(design), meter=False)))


@router.post("/diagnose", response={200: DiagnosedView, 404: Problem, **BODY}, operation_id="diagnose")
def diagnose(request: HttpRequest, body: SeenBody, learned: WithLearned = None) -> DiagnosedView:
    """What is wrong with a motor that is right on paper, by rank, and what to do next."""
    # A meter stands in the circuit where its current is read.
    often = often_here(body.design)
    bench = _bench(request, body.design, often, meter="current" in body.readings, learned=learned)
    readings: dict[str, float] = {str(name): value for name, value in body.readings.items()}
    known_ = Evidence(
        frozenset(body.signs),
        readings,
        {**body.answers},
        frozenset(body.cured),
        {**body.where},
        frozenset(body.skipped),
    )
    check_evidence(bench, known_)
    return DiagnosedView(
        sense=bench.usual.sense,
        travels=bench.travels,
        signs=list(sign_words(bench, known_.signs)),
        diagnosis=diagnosis_view(bench, known_, often),
    )
