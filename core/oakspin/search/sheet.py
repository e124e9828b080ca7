"""One sheet of designs: two free numbers over their ranges, everything else the same, run as one machine.

Nine machines are built at the ends and in the middle; all others on the sheet are read between these. So a sheet is a
coarse look: what it finds is built anew before it counts.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array, Draws
from oakspin.kinds.recipe import Free
from oakspin.machines.grid import over_grid
from oakspin.machines.joined import builds_of
from oakspin.machines.machine import Machine
from oakspin.motion.drive import senses_of
from oakspin.verdict.links import JUDGES
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import MUST_HOLD

DESIGNS = 400  # on a sheet, or fewer where both numbers are whole
TYPICAL = Draws(count=1)
Built = tuple[Machine, float]
HOT = 600.0  # s: longer than any run is looked at


@dataclass(frozen=True)
class SheetFigures:
    """What typical builds of designs do; arrays of shape (designs,), SI units.

    ``margin`` is the least of the links that must hold, 0 where nothing is known; ``span`` in mm how wide it is.
    """

    margin: Array
    speed: Array
    current: Array
    hot: Array
    life: Array
    span: Array


@dataclass(frozen=True)
class Axis:
    """A free number and the part of its range, 0 to 1, that a sheet looks at."""

    free: Free
    low: float
    high: float

    def shares(self, points: int) -> Array:
        """Where along the range values lie, as near to even as whole numbers allow, each once."""
        even = np.linspace(self.low, self.high, points)
        if not self.free.whole:
            return even
        values = np.round(np.asarray(self.free.at(even), float))
        first = np.unique(np.clip(values, self.free.low, self.free.high))
        return _shares(self.free, first)


def _shares(free: Free, values: Array) -> Array:
    if free.high == free.low:
        return np.zeros_like(values)
    if free.decades:
        return np.asarray(np.log(values / free.low) / np.log(free.high / free.low))
    return np.asarray((values - free.low) / (free.high - free.low))


def sheet(
    across: Axis, up: Axis, built: Callable[[float, float], Built], designs: int = DESIGNS
) -> tuple[Array, SheetFigures]:
    """Look at all designs of a sheet.

    Parameters
    ----------
    across, up : Axis
    built : callable
        The machine at two shares, with one typical draw, and its span; raises where none can be made.
    designs : int
        How many, about.

    Returns
    -------
    shares, measured
        Where each design lies, shape (designs, 2), and what it does.
    """
    even = round(designs**0.5)
    x, y = across.shares(even), up.shares(even)
    # Where one number has few values, the other has the more.
    if across.free.whole and not up.free.whole:
        y = up.shares(designs // x.size)
    elif up.free.whole and not across.free.whole:
        x = across.shares(designs // y.size)
    spans: dict[tuple[int, int], float] = {}

    def at(i: int, j: int) -> Machine:
        machine, spans[i, j] = built(float(x[i]), float(y[j]))
        return machine

    shares = np.stack(np.meshgrid(x, y, indexing="ij"), axis=-1).reshape(-1, 2)
    measured = SheetFigures(*(np.zeros(len(shares)) for _ in range(6)))
    for region in over_grid(x, y, at):
        for name, value in vars(measure(region.machine, region.points.size)).items():
            getattr(measured, name)[region.points] = value
        measured.span[region.points] = region.mixture @ np.array([spans[node] for node in region.nodes])
    return shares, measured


def measure(machine: Machine, designs: int) -> SheetFigures:
    """What so many designs that run as one machine do, each of one build or as many as the others: their medians."""
    each, found = machine.inertia.size // designs, SheetFigures(*(np.zeros(designs) for _ in range(6)))
    for name, rows in builds_run(machine, designs).items():
        if name != "goes":
            getattr(found, name)[:] = np.median(rows.reshape(designs, each), axis=1)
    return found


def builds_run(machine: Machine, designs: int) -> dict[str, Array]:
    """What every build does; shape (builds,). Those that are driven either way are run apart."""
    each = machine.inertia.size // designs
    senses = senses_of(machine, designs)
    rows = {name: np.zeros(machine.inertia.size) for name in ("margin", "speed", "current", "hot", "life", "goes")}
    for sense in np.unique(senses):
        which = np.repeat(senses == sense, each)
        outcome = outcome_of(machine if which.all() else builds_of(machine, which))
        margins = [
            np.broadcast_to(judge.judge(outcome).margin, outcome.speed.shape)
            for judge in JUDGES
            if judge.id in MUST_HOLD
        ]
        least = np.min(margins, axis=0)
        rows["margin"][which] = least
        rows["goes"][which] = least >= 1
        rows["speed"][which] = outcome.shown_speed
        rows["current"][which] = outcome.drive.current
        rows["hot"][which] = np.minimum(outcome.hands_off, HOT)
        rows["life"][which] = outcome.life
    return rows
