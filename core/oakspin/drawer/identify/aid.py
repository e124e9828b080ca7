"""Tests of a thing without a label: what is needed, how it is done, how likely a reading is of all it may be."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array

# What a thing may be: one value each of many, by name; SI units, and choices as numbers of their list.
Guess = Mapping[str, Array]
Reading = Mapping[str, float]


@dataclass(frozen=True)
class AidField:
    """A number that is asked for: what it is, its unit and limits; ``usual`` stands there first.

    ``given`` says that it is how the test is set up, not what it shows.
    """

    name: str
    label: str
    unit: str
    low: float
    high: float
    usual: float
    given: bool = False


@dataclass(frozen=True)
class Pick:
    """A choice that is asked for, with its words by name."""

    name: str
    label: str
    words: Mapping[str, str]


@dataclass(frozen=True)
class Aid:
    """A test.

    ``likely`` gives the logarithm of how likely a reading is of every guess; ``shows`` what a thing would show in a
    test so set up, by which the next best test is found: it takes a guess, what is given, and normal noise of the
    guess's shape. Tests that ask a choice have no numbers.
    """

    id: str
    name: str
    needs: tuple[str, ...]
    do: tuple[str, ...]
    minutes: float
    asks: tuple[AidField, ...]
    likely: Callable[[Guess, Reading], Array]
    shows: Callable[[Guess, Reading, Array], Mapping[str, Array]]
    source: str
    pick: Pick | None = None
    caution: str = ""


@dataclass(frozen=True)
class AidFigure:
    """A figure of a thing: its name among the guesses, label, unit, and how many of its unit make an SI unit."""

    name: str
    label: str
    unit: str
    per: float


@dataclass(frozen=True)
class AidChoice:
    """What a thing may be by choice: its name among the guesses, label, and the words of its numbers."""

    name: str
    label: str
    words: tuple[str, ...]


@dataclass(frozen=True)
class Thing:
    """A sort of thing: how it may be before any test (``guess`` of so many draws), what is told of it, its tests.

    ``main`` is the figure that is wanted most.
    """

    id: str
    name: str
    guess: Callable[[int], Guess]
    count: int
    figures: tuple[AidFigure, ...]
    choices: tuple[AidChoice, ...]
    aids: tuple[Aid, ...]
    main: str


def off(shown: Array, read: float, error: Array | float) -> Array:
    """Logarithm of how likely a reading is whose errors are normal."""
    return np.asarray(-0.5 * ((shown - read) / error) ** 2 - np.log(error))
