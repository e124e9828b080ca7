"""Heavy work: each function takes plain values and gives its answer as bytes, piece by piece.

A worker imports this and the core alone, no Django.
"""

from __future__ import annotations

import json
import pickle
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import asdict
from queue import SimpleQueue

from pydantic_core import to_json

from oakspin.advice import advise, cliffs_of
from oakspin.classroom.builds import MotorKnown
from oakspin.classroom.forecast.forecast import forecasting
from oakspin.classroom.forecast.views import forecast_view
from oakspin.classroom.plan import ClassMotor, ClassPlan
from oakspin.classroom.review.review import foretold_of
from oakspin.design import Design
from oakspin.diagnose.fault_bench import bench_of
from oakspin.drawer.entry import Entry
from oakspin.drawer.identify.posterior import Read, found
from oakspin.drawer.identify.table import THINGS
from oakspin.draws import Draws
from oakspin.kinds.look import spin
from oakspin.kinds.numbers import Number
from oakspin.learn.history import Ran, rotors_of
from oakspin.learn.known import Site
from oakspin.learn.lines import site_of
from oakspin.learn.summary import summary_of, summary_view
from oakspin.practice.case import case_of
from oakspin.practice.crowd import crowd_of
from oakspin.practice.ideal import ideal_way
from oakspin.search.engine import search
from oakspin.search.purchases import worth_buying
from oakspin.search.request import SearchRequest
from oakspin.search.stock import stock_of
from oakspin.search.views import search_view
from oakspin.teach import cards_of
from oakspin.teach.questions import questions_of
from oakspin.tune import best_settings, design_map, sweep, sweep_points, sweep_table

Range = tuple[float, float] | None
EVERY = 0.05  # of the way, at which progress is told


def advice(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """What to change: each tried on the design."""
    yield to_json(list(advise(design, draws)))


def cliffs(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """Where a number turned a little loses the run."""
    yield to_json(cliffs_of(design, draws))


def learned(design: Design, runs: list[Ran], others: list[Site], though_odd: list[str]) -> Iterator[bytes]:
    """What trials teach: lines of progress, then the answer, then its draws and sites."""
    with ThreadPoolExecutor(1) as pool:
        parts: SimpleQueue[float] = SimpleQueue()
        job = pool.submit(summary_of, design, runs, others, though_odd=though_odd, progress=parts.put)
        job.add_done_callback(lambda _: parts.put(2.0))
        last = 0.0
        while (part := parts.get()) <= 1:
            if part >= last + EVERY:
                last = part
                yield json.dumps({"progress": round(part, 2)}).encode() + b"\n"
        found = job.result()
    yield to_json({"summary": summary_view(found)}) + b"\n"
    yield pickle.dumps((found.draws.learned, found.changed.learned, found.law, found.sites))


def findings_of(runs: list[Ran]) -> Iterator[bytes]:
    """What a motor's trials tell of what other motors share with it."""
    yield pickle.dumps(tuple(site_of(each.rotor) for each in rotors_of(runs)))


def fault_bench(
    design: Design, meter: bool, draws: Draws | None = None, common: dict[str, float] | None = None
) -> Iterator[bytes]:
    """What a design would show on the bench with each of its faults."""
    yield pickle.dumps(bench_of(design, meter=meter, draws=draws, common=common))


def practice_case(design: Design, seed: int, pair: bool) -> Iterator[bytes]:
    """A motor that hides faults, and the ideal way to them."""
    case = case_of(design, seed, pair=pair)
    yield pickle.dumps((case, ideal_way(case)))


def practice_crowd(design: Design, seed: int) -> Iterator[bytes]:
    """A class of groups of which some are stuck."""
    yield pickle.dumps(crowd_of(design, seed))


def what_is(thing: str, readings: list[Read]) -> Iterator[bytes]:
    """What a thing is by readings of it."""
    yield to_json(found(THINGS[thing], readings))


def searched(entries: list[Entry], keys: list[str], request: SearchRequest, designs: int, seed: int) -> Iterator[bytes]:
    """What can be built of entries, as it is found: a line for each state, the last one whole."""
    for state in search(stock_of(entries, keys), request, designs=designs, seed=seed):
        yield to_json(search_view(state, request, drawings=True)) + b"\n"


def purchases(entries: list[Entry], keys: list[str], request: SearchRequest) -> Iterator[bytes]:
    """What is worth buying beside entries, as it is found: a line for each state, the last one whole."""
    for state in worth_buying(stock_of(entries, keys), request):
        yield to_json(state) + b"\n"


def forecast(plan: ClassPlan, known: list[MotorKnown], others: list[ClassMotor]) -> Iterator[bytes]:
    """How a lesson will go, as it is found: a line for each plan that is tried, the last one whole."""
    for going in forecasting(plan, known, others):
        yield to_json(forecast_view(going)) + b"\n"


def foretold(plan: ClassPlan, known: list[MotorKnown]) -> Iterator[bytes]:
    """What is kept of a lesson's forecast until the evening after."""
    yield to_json(foretold_of(next(iter(forecasting(plan, known))).forecast, known))


def computed_run(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """The run of the median build."""
    yield to_json(spin(design, draws))


def cards(design: Design) -> Iterator[bytes]:
    """Changes to predict, with their computed answers."""
    yield to_json(list(cards_of(design)))


def questions(design: Design) -> Iterator[bytes]:
    """Questions before and after the lesson, with their answers."""
    yield to_json(list(questions_of(design)))


def best(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """The best of the numbers that are tuned first."""
    yield to_json(list(best_settings(design, draws)))


def map_of_two(
    design: Design, first: str, second: str, curve: str, ranges: tuple[Range, Range], draws: Draws | None = None
) -> Iterator[bytes]:
    """Two numbers at once."""
    yield to_json(design_map(design, first, second, curve, ranges=ranges, draws=draws))


def swept(design: Design, factor: Number, values: list[float], draws: Draws | None = None) -> Iterator[bytes]:
    """A sweep as lines: a head, then points as they are found."""
    yield json.dumps({"factor": asdict(factor), "total": len(values)}).encode() + b"\n"
    for points in sweep_points(design, factor, values, draws or Draws()):
        yield json.dumps([asdict(point) for point in points]).encode() + b"\n"


def swept_table(
    design: Design, pointer: str, points: int, low: float | None, high: float | None, draws: Draws | None = None
) -> Iterator[bytes]:
    """A sweep as a CSV table."""
    yield sweep_table(sweep(design, pointer, points=points, low=low, high=high, draws=draws or Draws())).encode()
