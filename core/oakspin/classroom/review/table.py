"""The results of a class as a table."""

from __future__ import annotations

from collections.abc import Iterator

from oakspin.classroom.plan import ClassPlan
from oakspin.classroom.results import ClassResults, MotorResults, RunAt
from oakspin.classroom.review.groups import main_figure, motor_title
from oakspin.measure.table import READ
from oakspin.tables import csv_text

COLUMNS = (
    "class",
    "date",
    "group",
    "motor",
    "try",
    "minute",
    "seen",
    "goes",
    *READ,
    "predicted_low",
    "predicted",
    "predicted_high",
    "measured",
    "figure",
    "unit",
    "fault",
    "mended_in_min",
    "changed",
    "waited_min",
    "right_before",
    "right_after",
    "questions",
    "learned",
)


def review_table(plan: ClassPlan, results: ClassResults) -> str:
    """What came as CSV text: a row for each try, and for each motor of a group that was not tried."""
    rows: list[list[object]] = [list(COLUMNS)]
    for each in results.groups:
        of_group = (each.waited, each.before, each.after, results.questions, each.learned)
        for made in each.motors or [MotorResults(motor=0)]:
            title = motor_title(plan, made.motor)
            runs = [RunAt(each.group, made.motor, at, one) for at, one in enumerate(made.tries, 1)]
            for run in runs:
                rows.append([_cell(cell) for cell in (*_of_try(plan, title, run), *of_group)])
            if not runs:
                empty = [None] * (len(COLUMNS) - 4 - len(of_group))
                row = (plan.title, plan.date, each.group, title, *empty, *of_group)
                rows.append([_cell(cell) for cell in row])
    return csv_text(rows)


def _of_try(plan: ClassPlan, title: str, run: RunAt) -> Iterator[object]:
    one, main = run.of, main_figure(plan, run)
    read = one.readings.model_dump()
    yield from (plan.title, plan.date, run.group, title, run.number, one.minute)
    yield from (" ".join(one.seen), "yes" if one.goes else "no", *(read[name] for name in READ))
    yield from (main.band[0], main.predicted, main.band[1]) if main else (None, None, None)
    yield from (main.measured, main.label, main.unit) if main else (None, None, None)
    yield from (one.fault, one.minutes, one.changed)


def _cell(value: object) -> object:
    return "" if value is None else f"{value:.6g}" if isinstance(value, float) else value
