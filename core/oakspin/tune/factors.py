"""The numbers of a design that can be swept, each with its real range."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.design.patch import Setting, value_at
from oakspin.draws import MEDIAN, Array
from oakspin.errors import Fault, UnfitPatch
from oakspin.machines.dials import Dial
from oakspin.machines.follow import Follower
from oakspin.machines.geometry import HandleAxis
from oakspin.machines.kinds import machine_of, parts_of, tunes_of
from oakspin.tune.curves import Curve, curves_of
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.verdict import run_figures


@dataclass(frozen=True)
class Factor:
    """A number that can be swept: where it stands, its words, its range, and what moves along."""

    pointer: str
    label: str
    part: str
    unit: str
    value: float
    minimum: float
    maximum: float
    step: float
    whole: bool
    follows: tuple[Follower, ...] = ()

    def settings(self, value: float) -> tuple[Setting, ...]:
        """What the design is set to at a value."""
        own: float | int = round(value) if self.whole else round(value, 6)
        along = tuple(Setting(one.pointer, one.value(own)) for one in self.follows)
        return (Setting(self.pointer, own), *along)

    def arrays(self, values: Array) -> dict[str, Array]:
        """As :meth:`settings`, for many values at once."""
        own = np.round(values) if self.whole else values
        return {self.pointer: own, **{one.pointer: one.plus + one.per_unit * own for one in self.follows}}

    def values(self, points: int, low: float | None = None, high: float | None = None) -> list[float]:
        """Evenly spaced values over the range or a part of it; whole numbers each once."""
        start = self.minimum if low is None else max(low, self.minimum)
        end = self.maximum if high is None else min(high, self.maximum)
        if start > end:
            limit = f"from {self.minimum:g} to {self.maximum:g} {self.unit}".rstrip()
            hint = "Give a start below the end, both within the range."
            raise UnfitPatch([Fault(self.pointer, f"{low} to {high}", limit, hint)])
        even = [start + (end - start) * at / max(points - 1, 1) for at in range(points)]
        return [float(one) for one in sorted({round(value) for value in even})] if self.whole else even


@dataclass(frozen=True)
class Tuning:
    """What can be tuned on a design: its numbers, those to begin with, what to plot."""

    factors: tuple[Factor, ...]
    first: tuple[str, ...]
    curves: tuple[Curve, ...]


def tuning_of(design: Design) -> Tuning:
    """Every number of a design, which to tune first, and the curves to look at."""
    factors = factors_of(design)
    known = {one.pointer for one in factors}
    units = {name: unit for name, (_, unit) in run_figures(outcome_of(machine_of(design, MEDIAN))).items()}
    return Tuning(factors, tuple(one for one in tunes_of(design) if one in known), curves_of(units))


def factors_of(design: Design) -> tuple[Factor, ...]:
    """Every number dial and every handle of the design, in the order of its parts."""
    found = _dial_factors(design)
    for handle in machine_of(design, MEDIAN).geometry.handles:
        for axis in handle.axes:
            if axis.pointer not in found:
                found[axis.pointer] = _of_handle(axis)
    return tuple(found.values())


def _of_handle(axis: HandleAxis) -> Factor:
    return Factor(axis.pointer, axis.label, "Outline", axis.unit, axis.value, axis.minimum, axis.maximum, axis.step, False)  # fmt: skip


def _dial_factors(design: Design) -> dict[str, Factor]:
    dials = ((dial, part.title) for part in parts_of(design) for dial in part.dials)
    factors = (_of_dial(design, dial, title) for dial, title in dials)
    return {factor.pointer: factor for factor in factors if factor}


def _of_dial(design: Design, dial: Dial, part: str) -> Factor | None:
    if dial.type == "number":
        whole = isinstance(value_at(design, dial.pointer), int)
        value, low, high = float(dial.value), dial.minimum, dial.maximum
        return Factor(dial.pointer, dial.label, part, dial.unit, value, low, high, dial.step, whole, dial.follows)
    if dial.type == "size":
        name, unit, step = ("awg", "AWG", 1) if "awg" in dial.value else ("diameter_mm", "mm", 0.05)
        low, high = next((one.minimum, one.maximum) for one in dial.sizes if one.field == name)
        value = float(dial.value[name])
        return Factor(f"{dial.pointer}/{name}", dial.label, part, unit, value, low, high, step, name == "awg")
    return None


def factor_at(design: Design, pointer: str) -> Factor:
    """The factor at a pointer. Raises ``UnfitPatch`` where the design has no such number."""
    found = _dial_factors(design).get(pointer) or {one.pointer: one for one in factors_of(design)}.get(pointer)
    if found is None:
        hint = "Choose one of the design's own numbers."
        raise UnfitPatch([Fault(pointer, "no number to sweep", "a dial or handle of this design", hint)])
    return found
