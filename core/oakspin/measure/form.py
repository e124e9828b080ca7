"""What a trial of this very design asks for: readings, what came out otherwise, what was seen."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design import Design
from oakspin.design.patch import value_at
from oakspin.draws import MEDIAN
from oakspin.machines.kinds import as_built_of, machine_of, parts_of
from oakspin.measure.trial import GATES, READINGS, SEEN, SWINGS, TURNING, ReadingWords, Seen


@dataclass(frozen=True)
class Planned:
    """A number of the design that may come out otherwise."""

    pointer: str
    label: str
    unit: str
    value: float


@dataclass(frozen=True)
class TrialForm:
    """The fields of a trial, in order. ``swings`` says whether the balance can be tested by a swing."""

    readings: tuple[ReadingWords, ...]
    as_built: tuple[Planned, ...]
    seen: dict[Seen, str]
    swings: bool


def trial_form(design: Design) -> TrialForm:
    """The form for trials of a design."""
    dials = {dial.pointer: dial for part in parts_of(design) for dial in part.dials}
    as_built = tuple(
        Planned(pointer, dials[pointer].label, dials[pointer].unit, float(value_at(design, pointer)))
        for pointer in as_built_of(design)
    )
    machine = machine_of(design, MEDIAN)
    rest = machine.rest
    swings = rest is not None and bool(rest.measured_at)
    return TrialForm(
        (*(GATES if machine.route else TURNING), *READINGS, *(SWINGS if swings else ())), as_built, SEEN, swings
    )
