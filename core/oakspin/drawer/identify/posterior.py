"""What all readings of one thing say together, and which test would tell most next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache

import numpy as np

from oakspin.drawer.identify.aid import Aid, Guess, Reading, Thing
from oakspin.drawer.identify.table import THINGS
from oakspin.draws import Array
from oakspin.errors import Fault, UnreadableDesign

FEWEST = 40.0  # guesses that readings must leave, as many alike, for anything to be said
BAND = (0.1, 0.5, 0.9)
TRIED = 48  # things as they may be, on each of which a further test is tried
KEPT = 1500  # guesses that are told apart by a further test
WORTH = 0.05  # of the spread that is left, which a test must take away to be worth naming


@dataclass(frozen=True)
class Read:
    """A test that was made, and what it showed: numbers by name, and a choice by its word's number."""

    aid: str
    values: Mapping[str, float]


@dataclass(frozen=True)
class FigureFound:
    """A figure as found: the value in the middle and its band of 80 %."""

    name: str
    label: str
    unit: str
    low: float
    value: float
    high: float


@dataclass(frozen=True)
class ChoiceFound:
    """What it may be by choice, the likeliest first, each with its chance."""

    name: str
    label: str
    chances: tuple[tuple[str, float], ...]


@dataclass(frozen=True)
class NextAid:
    """The test that would tell most for its minutes, and which part of the spread that is left it would take away."""

    id: str
    takes: float


@dataclass(frozen=True)
class Posterior:
    """What a thing is by all readings. ``alike`` is how many guesses are left, as many alike."""

    thing: str
    figures: tuple[FigureFound, ...]
    choices: tuple[ChoiceFound, ...]
    next: NextAid | None
    alike: float = field(default=0.0)


@lru_cache(maxsize=8)
def _guess(thing: str, count: int) -> Guess:
    return THINGS[thing].guess(count)


def aid_of(thing: Thing, id_: str) -> Aid:
    """A test of a thing by its id.

    Raises
    ------
    UnreadableDesign
        It has no such test.
    """
    aid = next((aid for aid in thing.aids if aid.id == id_), None)
    if aid is None:
        limit = f"one of {', '.join(aid.id for aid in thing.aids)}"
        raise UnreadableDesign([Fault("/aid", id_, limit, "Choose a test of this thing.")])
    return aid


def checked(aid: Aid, values: Mapping[str, float], at: int = 0) -> dict[str, float]:
    """The numbers of a reading, each within its limits.

    Raises
    ------
    UnreadableDesign
        One fault for each that is missing or beyond its limits.
    """
    faults, found = [], {}
    for aid_field in aid.asks:
        value = values.get(aid_field.name)
        if value is None:
            faults.append(
                Fault(f"/readings/{at}/{aid_field.name}", "nothing", "a number", f"Give: {aid_field.label.lower()}.")
            )
        elif not aid_field.low <= value <= aid_field.high:
            limit = f"{aid_field.low:g} to {aid_field.high:g} {aid_field.unit}"
            faults.append(Fault(f"/readings/{at}/{aid_field.name}", f"{value:g}", limit, "Read it again."))
        else:
            found[aid_field.name] = float(value)
    if aid.pick:
        value = values.get(aid.pick.name)
        if value is None or f"{value:g}" not in aid.pick.words:
            given = "nothing" if value is None else f"{value:g}"
            limit = f"one of {', '.join(aid.pick.words)}"
            faults.append(Fault(f"/readings/{at}/{aid.pick.name}", given, limit, "Choose what you see."))
        else:
            found[aid.pick.name] = float(value)
    if faults:
        raise UnreadableDesign(faults)
    return found


def weights_of(thing: Thing, readings: Sequence[Read]) -> tuple[Guess, Array]:
    """All guesses, and how likely each is by these readings; shape (guesses,), adding up to 1.

    Raises
    ------
    UnreadableDesign
        A reading that cannot be, or readings that nothing fits together.
    """
    guess = _guess(thing.id, thing.count)
    log = np.zeros(thing.count)
    for at, read in enumerate(readings):
        aid = aid_of(thing, read.aid)
        log = log + aid.likely(guess, checked(aid, read.values, at))
    weights = np.exp(log - log.max())
    weights = weights / weights.sum()
    alike = 1 / float(weights @ weights)
    best = float(log.max())
    if readings and (alike < FEWEST or best < FARTHEST * len(readings)):
        limit = "readings that one thing can show"
        hint = "Read again what is least sure; check the units; perhaps it is another sort of thing."
        raise UnreadableDesign([Fault("/readings", f"{len(readings)} that do not fit together", limit, hint)])
    return guess, weights


FARTHEST = -40.0  # logarithm of how unlikely the best guess may make a reading, in the mean


def found(thing: Thing, readings: Sequence[Read]) -> Posterior:
    """What a thing is by all readings of it.

    Example
    -------
    >>> wire = found(THINGS["wire"], [Read("wraps", {"wraps": 20, "wide_mm": 10.6}), Read("color", {"color": 0})])
    >>> 0.45 < wire.figures[0].value < 0.53
    True

    Raises
    ------
    UnreadableDesign
        As :func:`weights_of`.
    """
    guess, weights = weights_of(thing, readings)
    figures = []
    for figure in thing.figures:
        low, value, high = (float(f"{each * figure.per:.3g}") for each in spread_of(guess[figure.name], weights))
        figures.append(FigureFound(figure.name, figure.label, figure.unit, low, value, high))
    choices = []
    for choice in thing.choices:
        often = np.bincount(guess[choice.name].astype(int), weights, len(choice.words))
        ranked = sorted(zip(choice.words, often.tolist(), strict=True), key=lambda each: -each[1])
        likely_words = tuple((word, round(chance, 3)) for word, chance in ranked if chance >= 0.005)
        choices.append(ChoiceFound(choice.name, choice.label, likely_words))
    alike = 1 / float(weights @ weights)
    return Posterior(thing.id, tuple(figures), tuple(choices), _next(thing, guess, weights, readings), round(alike, 1))


def spread_of(values: Array, weights: Array) -> tuple[float, float, float]:
    """Tenth, middle and ninetieth of weighted values."""
    order = np.argsort(values)
    sums = np.cumsum(weights[order])
    low, middle, high = (float(values[order][min(int(np.searchsorted(sums, part)), len(order) - 1)]) for part in BAND)
    return low, middle, high


def _next(thing: Thing, guess: Guess, weights: Array, readings: Sequence[Read]) -> NextAid | None:
    """The test not made yet that would take most of the main figure's spread away, for its minutes."""
    chance = np.random.default_rng([len(readings), 43])
    kept = chance.choice(len(weights), KEPT, p=weights)
    some = {name: values[kept] for name, values in guess.items()}
    main = np.log(np.maximum(some[thing.main], 1e-12))
    spread = float(main.std())
    best: tuple[float, NextAid] | None = None
    for aid in thing.aids:
        if any(read.aid == aid.id for read in readings):
            continue
        takes = _takes(aid, some, main, spread, _given(aid, readings), chance)
        if takes >= WORTH and (best is None or takes / aid.minutes > best[0]):
            best = takes / aid.minutes, NextAid(aid.id, round(takes, 2))
    return best[1] if best else None


def _given(aid: Aid, readings: Sequence[Read]) -> dict[str, float]:
    """How a test would be set up: as was said of another one, else as it usually is."""
    given_values = {name: value for read in readings for name, value in read.values.items()}
    return {
        aid_field.name: given_values.get(aid_field.name, aid_field.usual) for aid_field in aid.asks if aid_field.given
    }


def _takes(aid: Aid, some: Guess, main: Array, spread: float, given: Reading, chance: np.random.Generator) -> float:
    if spread <= 0:
        return 0.0
    left = []
    shown = aid.shows(some, given, chance.standard_normal(len(main)))
    for at in chance.integers(len(main), size=TRIED):
        read = {**given, **{name: float(values[at]) for name, values in shown.items()}}
        log = aid.likely(some, read)
        weight = np.exp(log - log.max())
        weight = weight / weight.sum()
        middle = float(weight @ main)
        left.append(float(weight @ (main - middle) ** 2))
    return 1 - float(np.sqrt(np.mean(left))) / spread
