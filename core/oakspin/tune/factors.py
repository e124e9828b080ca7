"""The numbers of a design that can be swept, which are tuned first, and what can be plotted over them."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design import Design
from oakspin.draws import MEDIAN
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.kinds import numbers_of, tuned_of, words_of
from oakspin.kinds.numbers import Number
from oakspin.machines.table import machine_of
from oakspin.tune.curves import Curve, curves_of
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import run_figures


@dataclass(frozen=True)
class Tuning:
    """What can be tuned on a design: its numbers, those to begin with, what to plot."""

    factors: tuple[Number, ...]
    first: tuple[str, ...]
    curves: tuple[Curve, ...]


def tuning_of(design: Design) -> Tuning:
    """Every number of a design, which to tune first, and the curves to look at."""
    machine = machine_of(design, MEDIAN)
    figures = run_figures(outcome_of(machine), words_of(design, machine))
    units = {name: unit for name, (_, unit) in figures.items()}
    first = tuple(number.pointer for number in tuned_of(design))
    return Tuning(tuple(numbers_of(design).values()), first, curves_of(units))


def factor_at(design: Design, pointer: str) -> Number:
    """The number at a pointer. Raises ``UnfitPatch`` where the design has no such number."""
    number = numbers_of(design).get(pointer)
    if number is None:
        hint = "Choose one of the design's own numbers."
        raise UnfitPatch([Fault(pointer, "no number to sweep", "a dial or handle of this design", hint)])
    return number
