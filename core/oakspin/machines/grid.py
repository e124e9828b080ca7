"""Machines over a grid of two numbers: few are built, the others are read between these.

The grid is parted into cells, and machines are built at their corners. Where what is read in a cell is near enough to
what is built in it, it stays; else it is parted, across, up or both, as is one in which machines have no one likeness,
because something strikes or does not fit in a part of it. Where it may be parted no further, the nearest corner counts.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from oakspin.draws import Array
from oakspin.errors import OakSpinError
from oakspin.machines.between import between
from oakspin.machines.joined import likeness
from oakspin.machines.machine import Machine

Build = Callable[[int, int], Machine]
Figures = Callable[[Machine, int], Array]  # of so many designs that run as one: shape (figures, designs)
Point = tuple[int, int]

PARTS = 2  # cells to each side at first
NEAR = 0.02  # as near as a figure must be read to what is built
NOTHING = -1
CHEAP, DEAR = 2, 10  # what a machine costs to build, and where its field is to be summed anew


@dataclass(frozen=True)
class Region:
    """Points of the grid whose machines have one likeness, by their numbers (row by row of the first number), as one
    machine whose draws stand behind each other; ``mixture`` says how much of each of the built ``nodes`` is in each.
    """

    points: NDArray[np.intp]
    machine: Machine
    mixture: Array
    nodes: tuple[Point, ...]


@dataclass(frozen=True)
class _Cell:
    left: int
    right: int
    low: int
    high: int

    @property
    def corners(self) -> tuple[Point, ...]:
        return tuple(dict.fromkeys((i, j) for i in (self.left, self.right) for j in (self.low, self.high)))

    @property
    def middle(self) -> Point:
        return (self.left + self.right) // 2, (self.low + self.high) // 2

    def parted(self, in_x: bool = True, in_y: bool = True) -> list[_Cell]:
        x, y = self.middle
        whole_x, whole_y = not in_x or self.right - self.left <= 1, not in_y or self.high - self.low <= 1
        across = [(self.left, self.right)] if whole_x else [(self.left, x), (x, self.right)]
        up = [(self.low, self.high)] if whole_y else [(self.low, y), (y, self.high)]
        return [_Cell(*a, *u) for a in across for u in up]

    def ways(self, at: Point) -> tuple[bool, bool]:
        """Whether a point lies between the ends across, and between those up."""
        return at[0] not in (self.left, self.right), at[1] not in (self.low, self.high)

    @property
    def small(self) -> bool:
        return self.right - self.left <= 1 and self.high - self.low <= 1


class _Grid:
    def __init__(self, x: Array, y: Array, built: Build, dear: tuple[bool, bool]) -> None:
        self.x, self.y, self._built, self._dear = x, y, built, dear
        self.spent = 0
        self._known: set[tuple[int, int]] = set()
        self.machines: dict[Point, Machine | None] = {}
        self.likes: dict[Point, int] = {}

    def build(self, points: Iterable[Point]) -> None:
        for at in points:
            if at not in self.machines:
                field = (at[0] if self._dear[0] else 0, at[1] if self._dear[1] else 0)
                self.spent += CHEAP if not any(self._dear) or field in self._known else DEAR
                self._known.add(field)
                try:
                    made: Machine | None = self._built(*at)
                except OakSpinError:
                    made = None
                self.machines[at] = made
                self.likes[at] = hash(likeness(made)) if made else NOTHING

    def weights(self, cell: _Cell, at: Point) -> dict[Point, float]:
        """How much of each corner is in a point of a cell."""
        along, rise = _share(self.x, cell.left, cell.right, at[0]), _share(self.y, cell.low, cell.high, at[1])
        found: dict[Point, float] = {}
        for i, of_x in ((cell.left, 1 - along), (cell.right, along)):
            for j, of_y in ((cell.low, 1 - rise), (cell.high, rise)):
                if of_x * of_y > 0:
                    found[i, j] = found.get((i, j), 0.0) + of_x * of_y
        return found

    def like(self, cell: _Cell) -> bool:
        """Whether the machines at the corners have one likeness, or none is any."""
        return len({self.likes[at] for at in cell.corners}) == 1


def _share(values: Array, low: int, high: int, at: int) -> float:
    span = float(values[high] - values[low])
    return float(values[at] - values[low]) / span if span else 0.0


def over_grid(
    x: Array,
    y: Array,
    built: Build,
    *,
    figures: Figures | None = None,
    most: int = 0,
    parts: int = PARTS,
    dear: tuple[bool, bool] = (False, False),
) -> Iterator[Region]:
    """All points of a grid, each once, but for those where no machine can be made.

    Parameters
    ----------
    x, y : ndarray
        Values of both numbers, rising.
    built : callable
        The machine at the numbers of two values, with so many draws at every point; raises where none can be made.
    figures : callable, optional
        What a machine is told by: cells are parted until these are read right, or ``most`` is spent on building.
    most : int
        Two for each machine, or ten where it has a value of a ``dear`` number that none before it had.
    parts : int
        Cells to each side that the grid is parted into at first.
    """
    grid = _Grid(x, y, built, dear)
    open_ = [_Cell(*across, *up) for across in _spans(x.size, parts) for up in _spans(y.size, parts)]
    done: list[_Cell] = []
    while open_:
        later: list[_Cell] = []
        tested: list[tuple[_Cell, list[Point]]] = []
        for cell in open_:
            grid.build(cell.corners)
            if figures is None or cell.small or grid.spent >= most:
                done.append(cell)
                continue
            points = [at for half in cell.parted() for at in half.corners if at not in cell.corners]
            grid.build(points)
            tested.append((cell, list(dict.fromkeys(points))))
        wrong = _misread(grid, tested, figures) if figures else {}
        for number, (cell, _) in enumerate(tested):
            halves = cell.parted(*wrong.get(number, (True, True)))
            # What it was tested by is built; a cell that is no wider than one step that way stays.
            (later if number in wrong and len(halves) > 1 else done).extend(halves)
        open_ = later
    yield from _regions(grid, done)


def _spans(size: int, parts: int) -> list[tuple[int, int]]:
    edges = sorted({round(place) for place in np.linspace(0, size - 1, min(parts, max(size - 1, 1)) + 1)})
    return list(pairwise(edges)) or [(0, 0)]


def _misread(grid: _Grid, tested: list[tuple[_Cell, list[Point]]], figures: Figures) -> dict[int, tuple[bool, bool]]:
    """The numbers of those cells in which what is read is not near what is built, or has another likeness; with whether
    it is so across, and whether it is so up.
    """
    wrong: dict[int, tuple[bool, bool]] = {}
    reads: dict[int, list[tuple[int, Point, dict[Point, float]]]] = {}

    def note(number: int, cell: _Cell, at: Point) -> None:
        across, up = cell.ways(at)
        before = wrong.get(number, (False, False))
        wrong[number] = before[0] or across, before[1] or up

    for number, (cell, points) in enumerate(tested):
        likes = {grid.likes[at] for at in (*cell.corners, *points)}
        if len(likes) > 1:
            sides = _sides(grid, cell)
            wrong[number] = sides if any(sides) else (True, True)
        elif likes != {NOTHING}:
            reads.setdefault(likes.pop(), []).extend((number, at, grid.weights(cell, at)) for at in points)
    for some in reads.values():
        nodes = list(dict.fromkeys(at for _, point, corners in some for at in (point, *corners)))
        column = {at: place for place, at in enumerate(nodes)}
        mixture = np.zeros((2 * len(some), len(nodes)))
        for row, (_, point, corners) in enumerate(some):
            mixture[2 * row, column[point]] = 1.0
            for at, weight in corners.items():
                mixture[2 * row + 1, column[at]] += weight
        machines = [machine for at in nodes if (machine := grid.machines[at])]
        answer = figures(between(machines, mixture), len(mixture))
        off = np.abs(answer[:, 1::2] - answer[:, ::2]) > NEAR * np.maximum(np.abs(answer[:, ::2]), 1e-9)
        edges = [some[at][:2] for at in np.flatnonzero(np.any(off, axis=0))]
        # What is wrong in the middle alone is wrong both ways; else the edges say which.
        for number, at in sorted(edges, key=lambda each: sum(tested[each[0]][0].ways(each[1]))):
            if not (all(tested[number][0].ways(at)) and number in wrong):
                note(number, tested[number][0], at)
    return wrong


def _sides(grid: _Grid, cell: _Cell) -> tuple[bool, bool]:
    """Whether likenesses change across a cell, along one of its rows of points, and whether up."""
    x, y = cell.middle
    columns, rows = sorted({cell.left, x, cell.right}), sorted({cell.low, y, cell.high})
    across = any(len({grid.likes[i, j] for i in columns if (i, j) in grid.likes}) > 1 for j in rows)
    up = any(len({grid.likes[i, j] for j in rows if (i, j) in grid.likes}) > 1 for i in columns)
    return across, up


def _regions(grid: _Grid, cells: list[_Cell]) -> Iterator[Region]:
    wide = grid.y.size
    mixed: dict[int, dict[int, dict[Point, float]]] = {}
    for cell in cells:
        for i in range(cell.left, cell.right + 1):
            for j in range(cell.low, cell.high + 1):
                weights = grid.weights(cell, (i, j))
                like = grid.likes[max(weights, key=lambda at: (weights[at], at))]
                if (i, j) in grid.likes:
                    like, weights = grid.likes[i, j], {(i, j): 1.0}
                if like == NOTHING:
                    continue
                own = {at: weight for at, weight in weights.items() if grid.likes[at] == like}
                whole = sum(own.values())
                mixed.setdefault(like, {})[i * wide + j] = {at: weight / whole for at, weight in own.items()}
    seen: set[int] = set()
    for some in mixed.values():
        points = [at for at in some if at not in seen]  # on the edge of two cells: the first has it
        seen.update(points)
        nodes = tuple(dict.fromkeys(at for point in points for at in some[point]))
        column = {at: place for place, at in enumerate(nodes)}
        mixture = np.zeros((len(points), len(nodes)))
        for row, point in enumerate(points):
            for at, weight in some[point].items():
                mixture[row, column[at]] = weight
        machines = [machine for at in nodes if (machine := grid.machines[at])]
        if points:
            yield Region(np.array(points), between(machines, mixture), mixture, nodes)
