"""Trials as CSV, out and in: one row a trial, one column a reading."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable
from typing import Any

from pydantic import ValidationError

from oakspin.design.document import faults_of
from oakspin.errors import Fault, UnreadableDesign
from oakspin.measure.trial import Readings, Trial
from oakspin.tables import as_meant, csv_text

READ = tuple(Readings.model_fields)
WORDS = ("meter",)  # readings that are words
MARKED = ("rebuilt", "fresh_battery", "simulated")  # said of a trial by a yes
COLUMNS = ("group", *READ, "seen", "as_built", *MARKED, "note", "hands", "fault")
MOST_ROWS = 5000


def trial_table(trials: Iterable[Trial]) -> str:
    """CSV text; what is left out stays empty, lists are separated by spaces or written as JSON."""
    rows: list[list[object]] = [list(COLUMNS)]
    for trial in trials:
        read = trial.readings.model_dump()
        as_built = json.dumps([noted.model_dump() for noted in trial.as_built]) if trial.as_built else ""
        numbers = ["" if read[name] is None else read[name] for name in READ]
        marked = ["yes" if getattr(trial, name) else "" for name in MARKED]
        words = [trial.note, trial.hands or "", trial.fault]
        rows.append([trial.group, *numbers, " ".join(trial.seen), as_built, *marked, *words])
    return csv_text(rows)


def read_trials(text: str) -> list[Trial]:
    """Read what :func:`trial_table` writes; columns may stand in any order and be left out.

    Semicolons or tabs may part the columns, and a comma may stand before the decimals, as some spreadsheets write it.

    Raises
    ------
    UnreadableDesign
        With one fault for each thing wrong, its row first; then nothing is taken in.
    """
    try:
        plain = text.removeprefix("\ufeff")
        rows = list(csv.reader(io.StringIO(plain, newline=""), delimiter=_delimiter(plain)))
    except csv.Error as error:
        fault = Fault("/", str(error), "a CSV table", "Save the table as CSV anew and choose it again.")
        raise UnreadableDesign([fault]) from None
    head = [name.strip() for name in rows[0]] if rows else []
    unknown = [name for name in head if name not in COLUMNS]
    if "group" not in head or unknown:
        column = f"column {unknown[0]}" if unknown else "no column group"
        hint = "Name the columns as in a table that Oak Spin wrote."
        raise UnreadableDesign([Fault("/row 1", column, f"columns among {', '.join(COLUMNS)}", hint)])
    if len(rows) - 1 > MOST_ROWS:
        raise UnreadableDesign([Fault("/", f"{len(rows) - 1} rows", f"at most {MOST_ROWS}", "Split the table.")])
    faults: list[Fault] = []
    trials = []
    for number, row in enumerate(rows[1:], 2):
        if not any(cell.strip() for cell in row):
            continue
        try:
            trials.append(Trial.model_validate(_plain(dict(zip(head, row, strict=False)))))
        except ValidationError as error:
            faults += [
                Fault(f"/row {number}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)
            ]
        except ValueError as error:
            faults.append(Fault(f"/row {number}", str(error), "numbers in the columns of readings", "Correct the row."))
    if faults:
        raise UnreadableDesign(faults)
    return trials


def _delimiter(text: str) -> str:
    """What parts the columns: that of the marks which stands most often in the first line."""
    return max(",;\t", key=text.split("\n", 1)[0].count)


def _number(cell: str) -> float:
    return float(cell.strip().replace(",", "."))


def _yes(cell: str) -> bool:
    word = cell.strip().lower()
    if word not in ("", "yes", "no"):
        raise ValueError(f"{word!r} in a column of yes and no")
    return word == "yes"


def _plain(cells: dict[str, str]) -> dict[str, Any]:
    given = {name: cells[name].strip() for name in READ if cells.get(name, "").strip()}
    readings = {name: cell if name in WORDS else _number(cell) for name, cell in given.items()}
    return {
        "group": as_meant(cells.get("group", "").strip()),
        "readings": readings,
        "seen": cells.get("seen", "").split(),
        "as_built": json.loads(cells["as_built"]) if cells.get("as_built", "").strip() else [],
        **{name: _yes(cells.get(name, "")) for name in MARKED},
        "note": as_meant(cells.get("note", "")),
        "hands": cells.get("hands", "").strip() or None,
        "fault": as_meant(cells.get("fault", "").strip()),
    }
