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

from oakspin.advice import advise
from oakspin.design import Design
from oakspin.diagnose.looked import bench_of
from oakspin.draws import Draws
from oakspin.kinds.look import spin
from oakspin.kinds.numbers import Number
from oakspin.learn.history import Ran, rotors_of
from oakspin.learn.known import Site
from oakspin.learn.rotor import site_of
from oakspin.learn.taught import taught, told
from oakspin.teach import cards_of
from oakspin.tune import best_settings, design_map, sweep, sweep_points, sweep_table

Range = tuple[float, float] | None
EVERY = 0.05  # of the way, at which progress is told


def advice(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """What to change: each tried on the design."""
    yield to_json(list(advise(design, draws)))


def learned(design: Design, runs: list[Ran], others: list[Site], though_odd: list[str]) -> Iterator[bytes]:
    """What trials teach: lines of progress, then the answer, then its draws and sites."""
    with ThreadPoolExecutor(1) as pool:
        told_: SimpleQueue[float] = SimpleQueue()
        job = pool.submit(taught, design, runs, others, though_odd=though_odd, progress=told_.put)
        job.add_done_callback(lambda _: told_.put(2.0))
        last = 0.0
        while (part := told_.get()) <= 1:
            if part >= last + EVERY:
                last = part
                yield json.dumps({"progress": round(part, 2)}).encode() + b"\n"
        found = job.result()
    yield to_json({"taught": told(found)}) + b"\n"
    yield pickle.dumps((found.draws.learned, found.changed.learned, found.sites))


def told_by(runs: list[Ran]) -> Iterator[bytes]:
    """What a motor's trials tell of what other motors share with it."""
    yield pickle.dumps(tuple(site_of(each.rotor) for each in rotors_of(runs)))


def fault_bench(design: Design, meter: bool) -> Iterator[bytes]:
    """What a design would show on the bench with each of its faults."""
    yield pickle.dumps(bench_of(design, meter=meter))


def computed_run(design: Design, draws: Draws | None = None) -> Iterator[bytes]:
    """The run of the median build."""
    yield to_json(spin(design, draws))


def cards(design: Design) -> Iterator[bytes]:
    """Changes to predict, with their computed answers."""
    yield to_json(list(cards_of(design)))


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
