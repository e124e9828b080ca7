"""What one judge finds about one link of the run chain, and how it is told."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from oakspin.draws import Array
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words


@dataclass(frozen=True)
class Finding:
    """A link as numbers.

    Parameters
    ----------
    figure : ndarray, shape (draws,)
        The telling figure, in SI units.
    margin : ndarray, shape (draws,)
        How far from the limit: 1 is on it, above 1 holds. Unitless, so that links compare.
    """

    figure: Array
    margin: Array


@dataclass(frozen=True)
class Telling:
    """A link as words.

    Parameters
    ----------
    unit : str
        In which the figure is told, ``per`` of it for one SI unit; a long time in s is told in min or hours.
    good, bad : str
        The plain line to show when it holds or is tight, and when it fails.
    told : str
        Words to show instead of the figure, where a number says nothing.
    """

    unit: str
    good: str
    bad: str
    per: float = 1.0
    wording: str = ""


# The median of a row, shape (draws,), over the builds of which figures of running are told.
Middle = Callable[[Array], float]


@dataclass(frozen=True)
class Judge:
    """One link: its stable id, its name, what judges it in numbers and what tells it in words."""

    id: str
    name: str
    judge: Callable[[Outcome], Finding]
    tell: Callable[[Outcome, Words, Middle], Telling]
