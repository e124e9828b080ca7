"""Heavy work: each function takes plain values and gives its answer as bytes, piece by piece.

A worker imports this and the core alone, no Django.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import asdict

from pydantic_core import to_json

from oakspin.advice import advise
from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.kinds.look import spin
from oakspin.kinds.numbers import Number
from oakspin.teach import cards_of
from oakspin.tune import best_settings, design_map, sweep, sweep_points, sweep_table

Range = tuple[float, float] | None


def advice(design: Design) -> Iterator[bytes]:
    """What to change: each tried on the design."""
    yield to_json(list(advise(design)))


def computed_run(design: Design) -> Iterator[bytes]:
    """The run of the median build."""
    yield to_json(spin(design))


def cards(design: Design) -> Iterator[bytes]:
    """Changes to predict, with their computed answers."""
    yield to_json(list(cards_of(design)))


def best(design: Design) -> Iterator[bytes]:
    """The best of the numbers that are tuned first."""
    yield to_json(list(best_settings(design)))


def map_of_two(design: Design, first: str, second: str, curve: str, ranges: tuple[Range, Range]) -> Iterator[bytes]:
    """Two numbers at once."""
    yield to_json(design_map(design, first, second, curve, ranges=ranges))


def swept(design: Design, factor: Number, values: list[float]) -> Iterator[bytes]:
    """A sweep as lines: a head, then points as they are found."""
    yield json.dumps({"factor": asdict(factor), "total": len(values)}).encode() + b"\n"
    for points in sweep_points(design, factor, values, Draws()):
        yield json.dumps([asdict(point) for point in points]).encode() + b"\n"


def swept_table(design: Design, pointer: str, points: int, low: float | None, high: float | None) -> Iterator[bytes]:
    """A sweep as a CSV table."""
    yield sweep_table(sweep(design, pointer, points=points, low=low, high=high, draws=Draws())).encode()
