"""Routes of what trials teach."""

from __future__ import annotations

import pickle
from collections.abc import Iterator
from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema
from pydantic import ConfigDict, Field

from oakspin.learn.history import Ran
from oakspin.learn.taught import Next, Odd, Row, Thing, Which, things_known, world_of
from server.errors import ANY, BODY, Problem
from server.jobs import work
from server.jobs.answers import parts, text
from server.learning import actions

router = Router(tags=["learning"])
REFUSED = {404: Problem, 410: Problem, **BODY}


class _Body(Schema):
    model_config = ConfigDict(strict=True, extra="forbid")


class LearnBody(_Body):
    """Which trials are left out, by their ids."""

    left_out: Annotated[list[Annotated[str, Field(max_length=12)]], Field(max_length=2000)] = []


class TaughtOut(Schema):
    """What a motor's trials taught. ``key`` names its draws: a look that is given it shows the motor as learned."""

    key: str
    which: Which
    what: str
    trials: int
    rotors: int
    rows: list[Row]
    things: list[Thing]
    next: list[Next]
    odd: list[Odd]


class LearnLine(Schema):
    """A line of the answer: how far it is, 0 to 1, then what was taught."""

    progress: float | None = None
    taught: TaughtOut | None = None


class BenchBody(_Body):
    """Let what the bench taught count for other motors, or not; ``anew`` forgets all trials before now."""

    counts: bool | None = None
    anew: Literal[True] | None = None


class BenchOut(Schema):
    """What all trials of this user taught of every motor."""

    counts: bool
    since: datetime | None
    motors: int
    trials: int
    things: list[Thing]


@router.post(
    "/shelf/{id}/learn",
    response={200: LearnLine, **REFUSED},
    operation_id="learn_from_trials",
)
def learn(request: HttpRequest, id: str, body: LearnBody) -> HttpResponse | StreamingHttpResponse:
    """Learn from the trials of a demonstration: lines of progress, then what they taught."""
    design, runs, others = actions.design_of(id), actions.runs_of(id, body.left_out), actions.others(id)
    key = actions.signature(runs, design.model_dump_json(), [(site.shift.tolist(), site.keys) for site in others])
    known = actions.known_answer(key)
    if known is not None:
        return HttpResponse(known.encode(), content_type="application/x-ndjson")

    def lines() -> Iterator[bytes]:
        answer = b""
        for part in parts(request, work.learned, (design, runs, others)):
            if part.startswith(b'{"progress'):
                yield part
            elif part.startswith(b'{"taught'):
                answer = part.replace(b'{"taught":{', b'{"taught":{"key":"' + key.encode() + b'",', 1)
            else:
                draws, changed, sites = pickle.loads(part)  # our own worker's
                actions.keep(id, key, answer.decode(), draws, changed, design)
                if not body.left_out:
                    actions.keep_told(id, runs, sites)
                yield answer

    found = lines()
    first = next(found)
    return StreamingHttpResponse(_joined(first, found), content_type="application/x-ndjson")


def _joined(first: bytes, rest: Iterator[bytes]) -> Iterator[bytes]:
    yield first
    yield from rest


@router.get("/bench", response={200: BenchOut, 422: Problem, **ANY}, operation_id="get_bench")
def get_bench(request: HttpRequest) -> BenchOut:
    """What the bench taught: all trials of all motors together."""
    for id_ in actions.untold():
        runs: list[Ran] = actions.runs_of(id_)
        actions.keep_told(id_, runs, pickle.loads(text(request, work.told_by, runs)))
    return _bench_out()


@router.post("/bench", response={200: BenchOut, **BODY}, operation_id="set_bench")
def set_bench(request: HttpRequest, body: BenchBody) -> BenchOut:
    """Let it count for other motors or not, or begin anew."""
    actions.set_bench(counts=body.counts, anew=bool(body.anew))
    return _bench_out()


def _bench_out() -> BenchOut:
    row, (sites, motors) = actions.bench(), actions.all_told()
    known = world_of(sites)
    return BenchOut(
        counts=row.counts, since=row.since, motors=motors, trials=known.trials, things=list(things_known(known))
    )
