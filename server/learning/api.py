"""Routes of what trials teach."""

from __future__ import annotations

import pickle
from collections.abc import Iterator

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.utils import timezone
from ninja import Router

from oakspin.learn.history import Ran
from oakspin.learn.summary import things_known, world_of
from server.errors import ANY, BODY, Problem
from server.jobs import work
from server.jobs.answers import gone, parts, text
from server.learning import actions
from server.learning.schemas import BenchBody, BenchView, LearnBody, LearnLine, MeasuredView
from server.openapi import lines_of

router = Router(tags=["learning"])
REFUSED = {404: Problem, 410: Problem, **BODY}


@router.post(
    "/shelf/{id}/learn",
    response={200: LearnLine, **REFUSED},
    operation_id="learn_from_trials",
    openapi_extra=lines_of("how far it is, then what was taught"),
)
def learn(request: HttpRequest, id: str, body: LearnBody) -> HttpResponse | StreamingHttpResponse:
    """Learn from the trials of a demonstration: lines of progress, then what they taught."""
    design, runs, others = actions.design_of(id), actions.runs_of(id, body.left_out), actions.others(id)
    site_rows = [(site.shift.tolist(), site.keys) for site in others]
    key = actions.signature(runs, design.model_dump_json(), site_rows, sorted(body.though_odd))
    known = actions.known_answer(key)
    if known is not None:
        return HttpResponse(known.encode(), content_type="application/x-ndjson")

    def lines() -> Iterator[bytes]:
        answer = b""
        for part in parts(gone(request), work.learned, (design, runs, others, body.though_odd)):
            if part.startswith(b'{"progress'):
                yield part
            elif part.startswith(b'{"summary'):
                answer = part.replace(b'{"summary":{', b'{"summary":{"key":"' + key.encode() + b'",', 1)
            else:
                draws, changed, law, sites = pickle.loads(part)  # our own worker's
                actions.keep(id, key, answer.decode(), actions.Kept(design.model_dump_json(), draws, changed, law))
                if not body.left_out and not body.though_odd:
                    actions.keep_findings(id, runs, sites)
                yield answer

    found = lines()
    first = next(found)
    return StreamingHttpResponse(_joined(first, found), content_type="application/x-ndjson")


def _joined(first: bytes, rest: Iterator[bytes]) -> Iterator[bytes]:
    yield first
    yield from rest


@router.get("/measured", response={200: list[MeasuredView], 422: Problem, **ANY}, operation_id="list_measured")
def list_measured(request: HttpRequest) -> list[MeasuredView]:
    """What trials measured of every motor, beside what was predicted."""
    return [
        MeasuredView(
            id=id_,
            predicted=row["before"][1],
            measured=sum(mark["value"] for mark in row["marks"]) / len(row["marks"]),
            trials=summary["trials"],
            meter=summary["meter"],
            share=(summary.get("share") or {}).get("sentence", ""),
            **{name: row[name] for name in ("label", "unit", "plain_unit", "plain_per")},
        )
        for id_, (summary, row) in actions.measured_by_motor().items()
    ]


@router.get("/bench", response={200: BenchView, 422: Problem, **ANY}, operation_id="get_bench")
def get_bench(request: HttpRequest) -> BenchView:
    """What the bench taught: all trials of all motors together."""
    for id_ in actions.untold():
        runs: list[Ran] = actions.runs_of(id_)
        actions.keep_findings(id_, runs, pickle.loads(text(gone(request), work.findings_of, runs)))
    return _bench_out()


@router.post("/bench", response={200: BenchView, **BODY}, operation_id="set_bench")
def set_bench(request: HttpRequest, body: BenchBody) -> BenchView:
    """Let it count for other motors or not, or begin anew."""
    actions.set_bench(counts=body.counts, since=timezone.now() if body.anew else None)
    return _bench_out()


def _bench_out() -> BenchView:
    row, (sites, motors) = actions.bench(), actions.all_findings()
    known = world_of(sites)
    return BenchView(
        counts=row.counts, since=row.since, motors=motors, trials=known.trials, things=list(things_known(known))
    )
