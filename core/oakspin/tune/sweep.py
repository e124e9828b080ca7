"""One factor swept over its range: what every link does, and where the usable window is."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from oakspin.design import Design
from oakspin.design.patch import patched_each, side_by_side
from oakspin.draws import Draws
from oakspin.errors import OakSpinError, UnfitPatch
from oakspin.kinds.kinds import words_of
from oakspin.kinds.numbers import Number
from oakspin.machines.joined import builds_of, joined, likeness
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of, takes_arrays
from oakspin.motion.drive import sense_of, senses_of
from oakspin.tables import csv_text
from oakspin.tune.curves import FIGURES, Curve
from oakspin.tune.factors import factor_at, tuning_of
from oakspin.verdict.links import NAMES
from oakspin.verdict.verdict import Sample, State, samples

POINTS = 41
SWEEP_DRAWS = 32  # enough for a look; pass Draws() to meet the run chain's own figures
CHUNK = 8


@dataclass(frozen=True)
class SweepPoint:
    """One value of the factor: each figure and margin as (10th percentile, median, 90th), each link's state.

    ``refused`` tells why no motor can be made there; the rest is empty then.
    """

    value: float
    figures: dict[str, tuple[float, float, float]]
    margins: dict[str, tuple[float, float, float]]
    states: dict[str, State]
    share_that_goes: float
    refused: str = ""


@dataclass(frozen=True)
class Sweep:
    """The swept factor, its points in rising order of the value, and what can be plotted over it."""

    factor: Number
    points: tuple[SweepPoint, ...]
    curves: tuple[Curve, ...]


def planned(
    design: Design, pointer: str, points: int = POINTS, low: float | None = None, high: float | None = None
) -> tuple[Number, list[float]]:
    """The factor at a pointer and the values to sweep it over, the present one among them. Raises as :func:`sweep`.

    Without a start and an end it is swept where it matters: over its window.
    """
    factor = factor_at(design, pointer)
    if low is None and high is None:
        low, high = factor.window()
    values = factor.values(points, low, high)
    inner = range(1, len(values) - 1)
    if inner and values[0] < factor.value < values[-1]:
        # What the design has now is shown as it is, not as its neighbors on the grid are.
        values[min(inner, key=lambda at: abs(values[at] - factor.value))] = float(factor.value)
    return factor, values


def sweep_points(
    design: Design, factor: Number, values: list[float], draws: Draws | None = None
) -> Iterator[list[SweepPoint]]:
    """The points, a few at a time, so that progress can be shown and the work stopped."""
    used = draws or Draws(SWEEP_DRAWS)
    for start in range(0, len(values), CHUNK):
        yield _chunk(design, factor, values[start : start + CHUNK], used)


def sweep(
    design: Design,
    pointer: str,
    *,
    points: int = POINTS,
    low: float | None = None,
    high: float | None = None,
    draws: Draws | None = None,
) -> Sweep:
    """Sweep the number at a pointer over its range, or from ``low`` to ``high``.

    Raises
    ------
    UnfitPatch
        Where the design has no such number, or the range is empty.
    """
    factor, values = planned(design, pointer, points, low, high)
    points_ = _chunk(design, factor, values, draws or Draws(SWEEP_DRAWS))
    return Sweep(factor, tuple(points_), tuning_of(design).curves)


def _chunk(design: Design, factor: Number, values: list[float], draws: Draws) -> list[SweepPoint]:
    if takes_arrays(design, factor.pointer):
        return _at_once(design, factor, values, draws)
    refused: dict[float, str] = {}
    groups: dict[object, list[tuple[float, Machine]]] = {}
    for value, made in zip(values, patched_each(design, map(factor.turned, values)), strict=True):
        try:
            if isinstance(made, UnfitPatch):
                raise made
            machine = machine_of(made, draws)
        except OakSpinError as error:
            refused[value] = error.faults[0].line()
            continue
        # One joined machine has one sense: those driven the other way are run apart.
        groups.setdefault((likeness(machine), sense_of(machine)), []).append((value, machine))
    points = {value: SweepPoint(value, {}, {}, {}, 0.0, why) for value, why in refused.items()}
    for members in groups.values():
        words = words_of(design, members[0][1])
        each = samples(joined([machine for _, machine in members]), len(members), words, FIGURES)
        for (value, _), sample in zip(members, each, strict=True):
            points[value] = _point(value, sample)
    return [points[value] for value in values]


def _at_once(design: Design, factor: Number, values: list[float], draws: Draws) -> list[SweepPoint]:
    """All values as one machine, each with the same draws."""
    own = np.repeat(np.array(values), draws.count)
    many = replace(draws, count=own.size, pattern=draws.count)
    machine = machine_of(side_by_side(design, factor.arrays(own)), many)
    senses = senses_of(machine, len(values))
    points: dict[float, SweepPoint] = {}
    for sense in np.unique(senses):
        members = [value for value, way in zip(values, senses, strict=True) if way == sense]
        one_way = (
            machine if len(members) == len(values) else builds_of(machine, np.repeat(senses == sense, draws.count))
        )
        each = samples(one_way, len(members), words_of(design, one_way), FIGURES)
        points |= {value: _point(value, sample) for value, sample in zip(members, each, strict=True)}
    return [points[value] for value in values]


def _point(value: float, sample: Sample) -> SweepPoint:
    return SweepPoint(value, sample.figures, sample.margins, sample.states, sample.share_that_goes)


def sweep_table(swept: Sweep) -> str:
    """The curve as CSV: one row a value; figures with their bands, margins and states of all links."""
    head = [f"{swept.factor.label} ({swept.factor.unit or 'number'})"]
    figures = [curve for curve in swept.curves if curve.of == "figure"]
    for curve in figures:
        head += [f"{curve.id} {share} ({curve.unit})" for share in ("10th percentile", "median", "90th percentile")]
    for link in NAMES:
        head += [f"{link} margin", f"{link} state"]
    rows: list[list[object]] = [[*head, "builds that go (%)", "refused"]]
    for point in swept.points:
        row: list[object] = [f"{point.value:.6g}"]
        for curve in figures:
            row += [f"{edge:.4g}" for edge in point.figures.get(curve.id, ())] or ["", "", ""]
        for link in NAMES:
            row += [f"{point.margins[link][1]:.4g}", point.states[link]] if point.states else ["", ""]
        rows.append([*row, f"{100 * point.share_that_goes:.0f}", point.refused])
    return csv_text(rows)
