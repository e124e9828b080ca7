"""A warm-up: a small bench with its dials, a question to predict, and the answer that is computed."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

import numpy as np

from oakspin.constants import TENTH
from oakspin.draws import Array
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.geometry import Label, Role, Shape
from oakspin.machines.machine import Mask

BUILDS = 400  # benches of which bands are told
SEED = 29
# Factors that one bench in ten exceeds: bench experience of cells, magnets, and the steel of tables.
SPREAD = {"current": 1.15, "remanence": 1.08, "earth": 1.12}
REMANENCE = 1.25  # T of the usual grades of neodymium; data sheets
POLE_ROLES: dict[str, Role] = {"N": "north", "S": "south"}
DENSITY = 7500.0  # kg/m3 of sintered neodymium; data sheets
Values = Mapping[str, float]
Chance = Mapping[str, Array]


@dataclass(frozen=True)
class WarmUpDial:
    """A number of a warm-up with its limits, or a word: then ``words`` are what its whole numbers mean, from 0."""

    id: str
    label: str
    unit: str
    low: float
    high: float
    step: float
    start: float
    words: tuple[str, ...] = ()


@dataclass(frozen=True)
class WarmUpFigure:
    """A figure of the answer: the middle bench, and the band that holds eight of ten."""

    id: str
    label: str
    unit: str
    value: float
    band: tuple[float, float]


@dataclass(frozen=True)
class Drawn:
    """The bench drawn, in mm, y up."""

    shapes: tuple[Shape, ...]
    labels: tuple[Label, ...]
    bounds: tuple[float, float, float, float]


@dataclass(frozen=True)
class WarmUpAnswer:
    """What happens: the right one of the options, how many of a hundred benches do it, why, and the figures.

    ``before`` is the bench before it is tried, which does not tell.
    """

    right: str
    sure: int
    sentence: str
    figures: tuple[WarmUpFigure, ...]
    drawn: Drawn
    before: Drawn


@dataclass(frozen=True)
class WarmUpResult:
    """What a warm-up computes: what each bench does, by the options' ids; figures, each an array over benches with its
    label and unit; why, in a sentence; the drawing, and that before it is tried where it is another.
    """

    does: Mapping[str, Mask]
    figures: Mapping[str, tuple[str, str, Array]]
    why: Callable[[Mapping[str, float]], str]
    drawn: Drawn
    before: Drawn | None = None


@dataclass(frozen=True)
class WarmUp:
    """A small bench. ``build`` says how it is made, ``say`` what to tell, ``needs`` what to have."""

    id: str
    name: str
    needs: tuple[str, ...]
    build: str
    question: str
    options: tuple[tuple[str, str], ...]
    dials: tuple[WarmUpDial, ...]
    say: str
    source: str
    found: Callable[[Values, Chance], WarmUpResult] = field(repr=False)
    caution: str = ""

    def start(self) -> dict[str, float]:
        """Where its dials stand at first."""
        return {dial.id: dial.start for dial in self.dials}


def answer(warm_up: WarmUp, values: Values) -> WarmUpAnswer:
    """What happens with these values; dials that are not told stand where they do at first.

    Raises
    ------
    UnfitPatch
        A value beyond its dial's limits, or no such dial.
    """
    settings = {**warm_up.start(), **values}
    dials = {dial.id: dial for dial in warm_up.dials}
    faults = [_fault(dials.get(name), name, value) for name, value in settings.items()]
    wrong = [fault for fault in faults if fault is not None]
    if wrong:
        raise UnfitPatch(wrong)
    found = warm_up.found(settings, chances())
    shares = {option: float(np.mean(does)) for option, does in found.does.items()}
    right = max(shares, key=lambda option: shares[option])
    middle = {name: float(np.median(values)) for name, (_, _, values) in found.figures.items()}
    return WarmUpAnswer(
        right=right,
        sure=round(100 * shares[right]),
        sentence=found.why(middle),
        figures=tuple(_shown(name, *figure) for name, figure in found.figures.items()),
        drawn=found.drawn,
        before=found.before or found.drawn,
    )


def chances() -> dict[str, Array]:
    """Factors of benches, the same at every call; shape (BUILDS,) each."""
    chance = np.random.default_rng(SEED)
    return {name: times ** (chance.standard_normal(BUILDS) / TENTH) for name, times in SPREAD.items()}


def _shown(name: str, label: str, unit: str, values: Array) -> WarmUpFigure:
    low, middle, high = (float(f"{value:.3g}") for value in np.quantile(values, (0.1, 0.5, 0.9)))
    return WarmUpFigure(name, label, unit, middle, (low, high))


def _fault(dial: WarmUpDial | None, name: str, value: float) -> Fault | None:
    if dial is None:
        return Fault(f"/{name}", f"{value:g}", "a dial of this warm-up", "Leave it out.")
    if not dial.low <= value <= dial.high:
        limit = f"from {dial.low:g} to {dial.high:g} {dial.unit}".strip()
        return Fault(f"/{name}", f"{value:g}", limit, "Choose a value within the dial's range.")
    return None


def box(role: Role, x: float, y: float, wide: float, high: float, label: str = "") -> Shape:
    """A rectangle about a middle, mm."""
    left, right, low, top = x - wide / 2, x + wide / 2, y - high / 2, y + high / 2
    points = ((left, low), (right, low), (right, top), (left, top))
    return Shape(role, points, True, label)
