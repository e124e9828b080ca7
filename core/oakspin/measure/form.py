"""What a trial of this very design asks for: readings, what came out otherwise, what was seen."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design import Design
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import KINDS, numbers_of
from oakspin.machines.table import machine_of
from oakspin.measure.trial import (
    COUNT_SECONDS,
    COUNT_TURNS,
    GATES,
    GROUPS,
    READINGS,
    RESTS,
    SEEN,
    SWINGS,
    TURNING,
    ReadingGroup,
    ReadingWords,
    Seen,
)
from oakspin.measure.went import ENDS, TURNS


@dataclass(frozen=True)
class Planned:
    """A number of the design that may come out otherwise; ``usual`` marks those that often do."""

    pointer: str
    label: str
    part: str
    unit: str
    value: float
    usual: bool


@dataclass(frozen=True)
class Counting:
    """Standard errors of a count of turns by eye: of the turns, and of their seconds."""

    turns: float = COUNT_TURNS
    seconds: float = COUNT_SECONDS


@dataclass(frozen=True)
class TrialForm:
    """The fields of a trial, in order, and the groups in which they are taken.

    ``swings`` says whether the balance can be tested by a swing; ``rests`` points to the field of the design that takes
    the way it rests with the power off, in degrees; empty where it does not hang. A motor went where one of the words
    of ``turns`` was seen and none of ``ends``.
    """

    readings: tuple[ReadingWords, ...]
    groups: tuple[ReadingGroup, ...]
    as_built: tuple[Planned, ...]
    seen: dict[Seen, str]
    swings: bool
    rests: str
    counting: Counting = Counting()
    turns: tuple[Seen, ...] = TURNS
    ends: tuple[Seen, ...] = ENDS


def trial_form(design: Design) -> TrialForm:
    """The form for trials of a design."""
    as_built = tuple(
        Planned(number.pointer, number.name, number.part, number.unit, number.value, number.built)
        for number in numbers_of(design).values()
    )
    travels = machine_of(design, MEDIAN).route is not None
    swings = bool(KINDS[design.kind].balance_at)
    rests = RESTS if KINDS[design.kind].rests_at else ()
    request = (*(GATES if travels else TURNING), *READINGS, *(SWINGS if swings else ()), *rests)
    fields = {words.field for words in request}
    groups = tuple(group for group in GROUPS if fields >= set(group.fields))
    return TrialForm(request, groups, as_built, SEEN, swings, KINDS[design.kind].rests_at)
