"""One factor swept over its range: what every link does, and where the usable window is."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from dataclasses import dataclass

from oakspin.design import Design
from oakspin.design.patch import patched_each
from oakspin.draws import Draws
from oakspin.errors import OakSpinError, UnfitPatch
from oakspin.machines.kinds import machine_of
from oakspin.machines.machine import Machine, joined, make
from oakspin.motion.drive import sense_of
from oakspin.tune.factors import Factor, factor_at
from oakspin.verdict.links import NAMES
from oakspin.verdict.verdict import Reading, State, readings

POINTS = 41
SWEEP_DRAWS = 32  # enough for a look; pass Draws() to meet the run chain's own figures
CHUNK = 8
CURVES = {"speed": "turns/min", "push": "µN·m", "current": "A", "hands_off_time": "s", "life": "min"}


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
    """The swept factor and its points in rising order of the value."""

    factor: Factor
    points: tuple[SweepPoint, ...]


def planned(
    design: Design, pointer: str, points: int = POINTS, low: float | None = None, high: float | None = None
) -> tuple[Factor, list[float]]:
    """The factor at a pointer and the values to sweep it over. Raises as :func:`sweep`."""
    factor = factor_at(design, pointer)
    return factor, factor.values(points, low, high)


def sweep_points(
    design: Design, factor: Factor, values: list[float], draws: Draws | None = None
) -> Iterator[list[SweepPoint]]:
    """The points, a few at a time, so that progress can be shown and the work stopped."""
    used = draws or Draws(SWEEP_DRAWS)
    for start in range(0, len(values), CHUNK):
        yield _chunk(design, factor, values[start : start + CHUNK], used)


def sweep(
    design: Design, pointer: str, *, points: int = POINTS, low: float | None = None, high: float | None = None, draws: Draws | None = None
) -> Sweep:  # fmt: skip
    """Sweep the number at a pointer over its range, or from ``low`` to ``high``.

    Raises
    ------
    UnfitPatch
        Where the design has no such number, or the range is empty.
    """
    factor, values = planned(design, pointer, points, low, high)
    found = _chunk(design, factor, values, draws or Draws(SWEEP_DRAWS))
    return Sweep(factor, tuple(found))


def _chunk(design: Design, factor: Factor, values: list[float], draws: Draws) -> list[SweepPoint]:
    refused: dict[float, str] = {}
    groups: dict[object, list[tuple[float, Machine]]] = {}
    for value, made in zip(values, patched_each(design, map(factor.settings, values)), strict=True):
        try:
            if isinstance(made, UnfitPatch):
                raise made
            machine = machine_of(made, draws)
        except OakSpinError as error:
            refused[value] = error.faults[0].line()
            continue
        # One joined machine has one sense: those driven the other way are run apart.
        groups.setdefault((make(machine), sense_of(machine)), []).append((value, machine))
    found = {value: SweepPoint(value, {}, {}, {}, 0.0, why) for value, why in refused.items()}
    for members in groups.values():
        each = readings(joined([machine for _, machine in members]), len(members), CURVES)
        for (value, _), reading in zip(members, each, strict=True):
            found[value] = _point(value, reading)
    return [found[value] for value in values]


def _point(value: float, reading: Reading) -> SweepPoint:
    return SweepPoint(
        value=value,
        figures=reading.figures,
        margins=reading.margins,
        states=reading.states,
        share_that_goes=reading.share_that_goes,
    )


def sweep_table(found: Sweep) -> str:
    """The curve as CSV: one row a value; figures with their bands, margins and states of all links."""
    out = io.StringIO()
    write = csv.writer(out, lineterminator="\n").writerow
    head = [f"{found.factor.label} ({found.factor.unit or 'number'})"]
    for name, unit in CURVES.items():
        head += [f"{name} {share} ({unit})" for share in ("10th percentile", "median", "90th percentile")]
    for link in NAMES:
        head += [f"{link} margin", f"{link} state"]
    write([*head, "builds that go (%)", "refused"])
    for point in found.points:
        row: list[object] = [f"{point.value:.6g}"]
        for name in CURVES:
            row += [f"{one:.4g}" for one in point.figures.get(name, ())] or ["", "", ""]
        for link in NAMES:
            row += [f"{point.margins[link][1]:.4g}", point.states[link]] if point.states else ["", ""]
        write([*row, f"{100 * point.share_that_goes:.0f}", point.refused])
    return out.getvalue()
