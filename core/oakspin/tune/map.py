"""Two numbers at once: over every pair of values, what the median build does and which link is weakest."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace
from typing import Literal

import numpy as np
from contourpy import contour_generator

from oakspin.design import Design
from oakspin.design.patch import Setting, patched, side_by_side
from oakspin.draws import Array, Draws
from oakspin.errors import Fault, OakSpinError, UnfitPatch
from oakspin.kinds.kinds import words_of
from oakspin.kinds.numbers import Number
from oakspin.machines.grid import over_grid
from oakspin.machines.joined import builds_of
from oakspin.machines.machine import Machine, Mask
from oakspin.machines.table import is_dear, machine_of, takes_arrays
from oakspin.motion.drive import senses_of
from oakspin.tune.curves import FIGURES
from oakspin.tune.factors import factor_at
from oakspin.verdict.links import JUDGES, NAMES
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import AMPLE, MUST_HOLD, State, run_figures, state_of_median
from oakspin.verdict.words import Words

POINTS = 64
MOST = 400  # that is spent on building pairs of a map for themselves
PARTS = 4  # cells to each side from which they are parted further
LEVELS = 6
_ORDER = tuple(NAMES)


@dataclass(frozen=True)
class Contour:
    """A line of equal figure, in values of (first, second)."""

    level: float
    points: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class DesignMap:
    """The map: rows by the second number, columns by the first.

    ``figure`` is the chosen figure of the median build, ``margin`` its least margin among the links
    that must hold, ``weakest`` the number of that link in ``links``; all -1 where no motor can be made, and the
    ``states`` there are "none". ``going`` are the ranges of both numbers that hold every pair that goes, and one
    value more on each side. ``best`` is the pair with the fastest build among those whose every margin is ample, else
    the one with the largest least margin; none when it goes nowhere. ``stops`` names the links that stop it
    elsewhere, the commonest first, each with its share of the map.
    """

    first: Number
    second: Number
    first_values: tuple[float, ...]
    second_values: tuple[float, ...]
    curve: str
    links: tuple[str, ...]
    figure: tuple[tuple[float, ...], ...]
    margin: tuple[tuple[float, ...], ...]
    weakest: tuple[tuple[int, ...], ...]
    states: tuple[tuple[State | Literal["none"], ...], ...]
    going: tuple[tuple[float, float], tuple[float, float]] | None
    contours: tuple[Contour, ...]
    best: tuple[float, float] | None
    best_settings: tuple[Setting, ...]
    stops: tuple[tuple[str, float], ...]


@dataclass(frozen=True)
class _Field:
    """What is known at each pair; arrays of shape (second, first)."""

    figure: Array
    margin: Array
    weakest: Array
    speed: Array


Range = tuple[float, float] | None


def design_map(
    design: Design,
    first: str,
    second: str,
    curve: str = "speed",
    *,
    points: int = POINTS,
    ranges: tuple[Range, Range] = (None, None),
    draws: Draws | None = None,
) -> DesignMap:
    """Compute the map of two numbers of a design, over their whole ranges or parts of them.

    It is that of the typical build among ``draws``. All pairs run as one machine, or as few: where the machine takes
    arrays at both numbers it is made of these, else some pairs are built and the others read between them.

    Raises
    ------
    UnfitPatch
        Where the design has no such number, or both are the same, a range is empty, or the figure is not known.
    """
    if first == second:
        raise UnfitPatch([Fault(second, first, "another number than the first", "Choose two different numbers.")])
    if curve not in FIGURES:
        raise UnfitPatch([Fault("/curve", curve, f"one of {', '.join(FIGURES)}", "Choose one of these.")])
    x_number, two = factor_at(design, first), factor_at(design, second)
    columns, rows = (factor.values(points, *(part or ())) for factor, part in zip((x_number, two), ranges, strict=True))
    at_once = all(takes_arrays(design, factor.pointer) for factor in (x_number, two))
    compute = _at_once if at_once else _between
    computed = compute(design, x_number, two, np.array(columns), np.array(rows), curve, draws or Draws())
    best = _best(computed)
    pair = (columns[best[1]], rows[best[0]]) if best else None
    return DesignMap(
        first=x_number,
        second=two,
        first_values=tuple(columns),
        second_values=tuple(rows),
        curve=curve,
        links=_ORDER,
        figure=_table(computed.figure),
        margin=_table(computed.margin),
        weakest=tuple(tuple(int(cell) for cell in row) for row in computed.weakest),
        states=tuple(tuple(map(_state, *row)) for row in zip(computed.margin, computed.weakest, strict=True)),
        going=_going(columns, rows, computed.margin >= 1),
        contours=_contours(columns, rows, np.where(computed.margin >= 1, computed.figure, np.nan)),
        best=pair,
        best_settings=(*x_number.turned(pair[0]), *two.turned(pair[1])) if pair else (),
        stops=_stops(computed),
    )


def _at_once(
    design: Design, x_number: Number, two: Number, columns: Array, rows: Array, curve: str, draws: Draws
) -> _Field:
    """Every pair as one machine, which takes arrays at both numbers."""
    shape = (rows.size, columns.size)
    whole = _Field(*(np.full(shape, -1.0) for _ in range(4)))
    x, y = (values.ravel() for values in np.meshgrid(columns, rows))
    try:
        arrays = x_number.arrays(x) | two.arrays(y)
        machine = machine_of(side_by_side(design, arrays), replace(draws, count=x.size, typical=True))
    except OakSpinError:
        return whole
    for name, value in _run(machine, words_of(design, machine), curve).items():
        getattr(whole, name)[:] = value.reshape(shape)
    return whole


def _between(
    design: Design, x_number: Number, two: Number, columns: Array, rows: Array, curve: str, draws: Draws
) -> _Field:
    """Some pairs built for themselves, as many as it takes, and the others read between them."""
    whole = _Field(*(np.full((columns.size, rows.size), -1.0) for _ in range(4)))
    typical = replace(draws, count=1, typical=True)
    dear = is_dear(design, x_number.pointer), is_dear(design, two.pointer)

    def built(i: int, j: int) -> Machine:
        patch = (*x_number.turned(float(columns[i])), *two.turned(float(rows[j])))
        return machine_of(patched(design, patch), typical)

    def figures(machine: Machine, designs: int) -> Array:
        run = _run(machine, words_of(design, machine), curve)
        # A link that holds many times over, or by far does not, need be known no better than that.
        return np.stack([np.clip(run["margin"], 0.3, 3.0), np.where(run["margin"] >= 1, run["speed"], 0.0)])

    for region in over_grid(columns, rows, built, figures=figures, most=MOST, parts=PARTS, dear=dear):
        for name, value in _run(region.machine, words_of(design, region.machine), curve).items():
            getattr(whole, name).reshape(-1)[region.points] = value
    return _Field(*(getattr(whole, each.name).T for each in fields(whole)))


def _run(machine: Machine, words: Words, curve: str) -> dict[str, Array]:
    """Figure, least margin and its link for every draw; those driven either way are run apart."""
    sense = senses_of(machine, machine.inertia.size)
    rows = {name: np.full(sense.size, -1.0) for name in ("figure", "margin", "weakest", "speed")}
    for way in np.unique(sense):
        which = sense == way
        outcome = outcome_of(machine if which.all() else builds_of(machine, which))
        margins = np.stack([np.broadcast_to(judge.judge(outcome).margin, outcome.speed.shape) for judge in JUDGES])
        must = margins[[_ORDER.index(link) for link in MUST_HOLD]]
        failing = must < 1
        # The link to mend first: the first that fails, else the one with the least margin.
        weakest = np.where(failing.any(axis=0), failing.argmax(axis=0), must.argmin(axis=0))
        rows["figure"][which] = run_figures(outcome, words)[curve][0]
        rows["margin"][which] = np.where(failing.any(axis=0), np.minimum(must.min(axis=0), 0.99), must.min(axis=0))
        rows["weakest"][which] = [_ORDER.index(MUST_HOLD[at]) for at in weakest]
        rows["speed"][which] = outcome.shown_speed
    return rows


def _best(computed: _Field) -> tuple[int, int] | None:
    if not (computed.margin >= 1).any():
        return None
    ample = computed.margin >= min(AMPLE, computed.margin.max())
    at = int(np.argmax(np.where(ample, computed.speed, -1.0)))
    row, column = np.unravel_index(at, computed.speed.shape)
    return int(row), int(column)


def _stops(computed: _Field) -> tuple[tuple[str, float], ...]:
    stopped = computed.weakest[(computed.margin < 1) & (computed.weakest >= 0)].astype(int)
    counts = np.bincount(stopped, minlength=len(_ORDER)) / computed.margin.size
    return tuple((NAMES[_ORDER[at]], float(counts[at])) for at in np.argsort(-counts, kind="stable") if counts[at] > 0)


def _state(margin: float, weakest: float) -> State | Literal["none"]:
    return "none" if weakest < 0 else state_of_median(float(margin))


def _going(
    columns: list[float], rows: list[float], goes: Mask
) -> tuple[tuple[float, float], tuple[float, float]] | None:
    if not goes.any():
        return None

    def around(values: list[float], some: Mask) -> tuple[float, float]:
        at = np.flatnonzero(some)
        return values[max(int(at[0]) - 1, 0)], values[min(int(at[-1]) + 1, len(values) - 1)]

    across, up = np.asarray(goes.any(axis=0)), np.asarray(goes.any(axis=1))
    return around(columns, across), around(rows, up)


def _table(values: Array) -> tuple[tuple[float, ...], ...]:
    return tuple(tuple(float(f"{cell:.4g}") for cell in row) for row in values)


def _contours(columns: list[float], rows: list[float], figure: Array) -> tuple[Contour, ...]:
    known = figure[np.isfinite(figure)]
    if known.size < 4 or min(figure.shape) < 2 or np.ptp(known) < 1e-3 * abs(known.max()):
        return ()
    lines = contour_generator(columns, rows, np.ma.masked_invalid(figure))
    drawn = []
    for level in _round_levels(float(known.min()), float(known.max())):
        for line in lines.lines(level):
            points = np.asarray(line)
            if len(points) > 3:
                drawn.append(Contour(level, tuple((round(x, 5), round(y, 5)) for x, y in points.tolist())))
    return tuple(drawn)


def _round_levels(low: float, high: float) -> list[float]:
    raw = (high - low) / LEVELS
    power = 10.0 ** np.floor(np.log10(raw))
    step = float(next(times * power for times in (1, 2, 2.5, 5, 10) if times * power >= raw))
    return [
        step * number
        for number in range(int(np.ceil(low / step)), int(np.floor(high / step)) + 1)
        if low < step * number < high
    ]
