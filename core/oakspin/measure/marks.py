"""Where trials stand on a curve: what was measured, over what a number of the design was then."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from oakspin.design import Design
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import numbers_of
from oakspin.measure.trial import Trial, built, measured_in


@dataclass(frozen=True)
class Mark:
    """One trial: the value of the number as it was built, and what was measured of each figure, by its name."""

    group: str
    value: float
    measured: dict[str, float]


def marks(pointer: str, run: Iterable[tuple[Design, Trial]]) -> tuple[Mark, ...]:
    """A mark for each trial with readings, over the number at a pointer.

    Trials of designs that had no such number are left out, and so are those that cannot be built any more.
    """
    values: dict[str, float | None] = {}
    found = []
    for design, trial in run:
        if trial.simulated:
            continue  # of no real motor
        measured = {name: reading.value for name, reading in measured_in(trial).items()}
        if not measured:
            continue
        # Many trials are of one design, built alike: its numbers are laid out once.
        key = f"{design.model_dump_json()}{trial.as_built!r}"
        if key not in values:
            values[key] = _value_at(pointer, design, trial)
        value = values[key]
        if value is not None:
            found.append(Mark(trial.group, value, measured))
    return tuple(found)


def _value_at(pointer: str, design: Design, trial: Trial) -> float | None:
    try:
        number = numbers_of(built(design, trial)).get(pointer)
    except OakSpinError:
        return None
    return number.value if number else None
