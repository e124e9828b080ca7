"""A record of past practice: minutes over rounds, and which faults are mistaken for which."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal

from oakspin.kinds.kinds import KINDS, faults_of
from oakspin.tables import csv_text

Level = Literal["one", "mixed", "pairs", "class"]
LEVELS: dict[Level, str] = {
    "one": "One kind of motor",
    "mixed": "All kinds, mixed",
    "pairs": "Two faults at once",
    "class": "Twelve groups at once: whom do you help first?",
}
ROUND = 5  # cases of a round
COLUMNS = ("ended", "level", "round", "kind", "hidden", "named", "right", "minutes", "ideal_minutes")


@dataclass(frozen=True)
class Past:
    """A case that has ended. ``minutes`` are those it took, or that all groups waited; ``ended`` is when, ISO 8601.
    Where it was given up, the ideal way still had to be gone, and is counted on top.

    ``hidden`` are the faults that were in it, ``named`` the one that was named first; empty of a class.
    """

    round: str
    level: Level
    kind: str
    hidden: tuple[str, ...]
    named: str
    right: bool
    minutes: float
    ideal: float
    ended: str


@dataclass(frozen=True)
class RoundView:
    """A round by number from 1: its level, cases, how many were right at first, minutes a case and the ideal ones."""

    number: int
    level: Level
    cases: int
    right: int
    minutes: float
    ideal: float


@dataclass(frozen=True)
class MixUpView:
    """A fault that was taken for another, so many times."""

    hidden: str
    named: str
    times: int


@dataclass(frozen=True)
class RecordView:
    """All of it."""

    rounds: tuple[RoundView, ...]
    mistaken: tuple[MixUpView, ...]


def record_view(past: Iterable[Past]) -> RecordView:
    """The record of cases, the oldest first."""
    rows = list(past)
    rounds: dict[str, list[Past]] = {}
    for row in rows:
        rounds.setdefault(row.round, []).append(row)
    round_views = [
        RoundView(
            number,
            cases[0].level,
            len(cases),
            sum(case.right for case in cases),
            round(sum(case.minutes for case in cases) / len(cases), 1),
            round(sum(case.ideal for case in cases) / len(cases), 1),
        )
        for number, cases in enumerate(rounds.values(), 1)
    ]
    wrong = Counter(
        (row.kind, row.hidden[0], row.named) for row in rows if row.named and row.named not in row.hidden and row.hidden
    )
    sentences = {kind: sentences_of(kind) for kind in {kind for kind, _, _ in wrong}}
    mistaken = [
        MixUpView(sentences[kind].get(hidden, hidden), sentences[kind].get(named, named), times)
        for (kind, hidden, named), times in wrong.most_common()
    ]
    return RecordView(tuple(round_views), tuple(mistaken))


def sentences_of(kind: str) -> dict[str, str]:
    """The faults of a kind's first design, by id, in words."""
    return {fault.id: fault.sentence for fault in faults_of(KINDS[kind].start)} if kind in KINDS else {}


def record_table(past: Sequence[Past]) -> str:
    """The record as a CSV table, a row a case; ``round`` counts from 1."""
    numbers: dict[str, int] = {}
    rows: list[list[object]] = [list(COLUMNS)]
    for row in past:
        number = numbers.setdefault(row.round, len(numbers) + 1)
        right = "yes" if row.right else "no"
        words = (row.ended, row.level, number, row.kind, " ".join(row.hidden), row.named, right)
        rows.append([*words, row.minutes, row.ideal])
    return csv_text(rows)
