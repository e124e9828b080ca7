"""The Drawer as CSV, out and in: one row an entry."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from oakspin.design.document import faults_of
from oakspin.drawer.entry import FACTS, WORDS, Entry, KnownValue, Sort
from oakspin.errors import Fault, UnreadableDesign
from oakspin.tables import as_meant, csv_text

PLAIN = ("sort", "name", "amount", "price", "place", "notes")
FIGURES = tuple(dict.fromkeys(entry_field.name for asks in FACTS.values() for entry_field in asks))
CHOICES = tuple(dict.fromkeys(entry_field.name for asks in WORDS.values() for entry_field in asks))
PARTS_OF_FIGURE = ("how", "low", "high")  # of each figure
MOST_ROWS = 2000


@dataclass(frozen=True)
class Rows:
    """What a table held: entries, and faults of rows that are none, each with its row first."""

    entries: tuple[Entry, ...]
    faults: tuple[Fault, ...]


def drawer_table(entries: Iterable[Entry]) -> str:
    """CSV text: plain columns, then each figure with how it is known and its band, then words."""
    rows = list(entries)
    figures = [name for name in FIGURES if any(name in entry.facts for entry in rows)]
    words = [name for name in CHOICES if any(name in entry.words for entry in rows)]
    table: list[list[str]] = [
        [
            *PLAIN,
            *(column for name in figures for column in (name, *(f"{name} {part}" for part in PARTS_OF_FIGURE))),
            *words,
        ]
    ]
    for entry in rows:
        plain = [entry.sort, entry.name, _cell_text(entry.amount), _cell_text(entry.price), entry.place, entry.notes]
        known = [cell for name in figures for cell in _cells(entry.facts.get(name))]
        table.append([*plain, *known, *(entry.words.get(name, "") for name in words)])
    return csv_text(table)


def _cells(known: KnownValue | None) -> tuple[str, str, str, str]:
    return (
        (_cell_text(known.value), known.how, _cell_text(known.low), _cell_text(known.high))
        if known
        else ("", "", "", "")
    )


def _cell_text(number: float | None) -> str:
    return "" if number is None else repr(round(number, 9)).removesuffix(".0")


def read_drawer(text: str) -> Rows:
    """Read what :func:`drawer_table` writes; columns may stand in any order; only sort, name and amount must be there.

    Rows that are wrong are told, and the others read. Semicolons or tabs may part the columns.

    Raises
    ------
    UnreadableDesign
        No such table at all.
    """
    plain = text.removeprefix("\ufeff")
    head = plain.split("\n", 1)[0]
    mark = max(",;\t", key=head.count)
    reader = csv.DictReader(io.StringIO(plain), delimiter=mark)
    columns = [name.strip() for name in reader.fieldnames or ()]
    known = {*PLAIN, *FIGURES, *CHOICES, *(f"{name} {part}" for name in FIGURES for part in PARTS_OF_FIGURE)}
    missing = [name for name in ("sort", "name", "amount") if name not in columns]
    strange = [name for name in columns if name not in known]
    if missing or strange:
        value = f"column {strange[0]}" if strange else f"no column {missing[0]}"
        limit = "a table with the columns sort, name, amount, and others that the Drawer writes"
        raise UnreadableDesign([Fault("/columns", value, limit, "Save the Drawer as CSV to see its columns.")])
    reader.fieldnames = columns
    entries, faults = list[Entry](), list[Fault]()
    for number, row in enumerate(reader, 2):
        if number > MOST_ROWS + 1:
            faults.append(Fault(f"/row {number}", "more rows", f"at most {MOST_ROWS}", "Split the table."))
            break
        cells = {name: as_meant(cell.strip()) for name, cell in row.items() if name and isinstance(cell, str)}
        if not any(cells.values()):
            continue
        try:
            entries.append(_entry(cells, mark))
        except ValidationError as error:
            faults += [
                Fault(f"/row {number}{each.field}", each.value, each.limit, each.hint) for each in faults_of(error)
            ]
        except UnreadableDesign as error:
            faults += [Fault(f"/row {number}{each.field}", each.value, each.limit, each.hint) for each in error.faults]
    return Rows(tuple(entries), tuple(faults))


def _entry(cells: dict[str, str], mark: str) -> Entry:
    def number(name: str) -> float | None:
        cell = cells.get(name, "")
        if not cell:
            return None
        try:
            return float(cell.replace(",", ".") if mark != "," else cell)
        except ValueError:
            raise UnreadableDesign([Fault(f"/{name}", cell, "a number", "Write 0.5, without a unit.")]) from None

    facts = dict[str, Any]()
    for name in FIGURES:
        value = number(name)
        if value is not None:
            how = cells.get(f"{name} how") or "guessed"
            facts[name] = {"value": value, "how": how, "low": number(f"{name} low"), "high": number(f"{name} high")}
    sort: str | Sort = cells.get("sort", "")
    return Entry.model_validate(
        {
            "sort": sort,
            "name": cells.get("name", ""),
            "amount": number("amount"),
            "facts": facts,
            "words": {name: cells[name] for name in CHOICES if cells.get(name)},
            "price": number("price"),
            "place": cells.get("place", ""),
            "notes": cells.get("notes", ""),
        }
    )
