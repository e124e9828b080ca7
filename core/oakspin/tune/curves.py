"""What can be shown over a swept number: figures of the run, and margins of its links."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.spoken import plain_unit
from oakspin.verdict.links import NAMES


@dataclass(frozen=True)
class Curve:
    """One thing to plot; ``of`` says whether it is a figure of the run or the margin of a link.

    Plainly it is told in ``plain_unit``, ``plain_per`` of which make one ``unit``.
    """

    id: str
    label: str
    unit: str
    plain_unit: str
    plain_per: float
    of: Literal["figure", "margin"]


_FIGURES = {
    "speed": "Speed",
    "push": "Push",
    "mean_current": "Current while running",
    "hands_off_time": "Hands off after",
    "life": "Battery lasts",
}
FIGURES = tuple(_FIGURES)


def curves_of(units: dict[str, str]) -> tuple[Curve, ...]:
    """Every curve; ``units`` are those of the figures."""
    figures = tuple(_curve(name, label, units[name], "figure") for name, label in _FIGURES.items())
    return figures + tuple(_curve(link, f"Margin: {name.lower()}", "× limit", "margin") for link, name in NAMES.items())


def _curve(id_: str, label: str, unit: str, of: Literal["figure", "margin"]) -> Curve:
    plain = plain_unit(unit)
    return Curve(id_, label, unit, plain.words, plain.per, of)
