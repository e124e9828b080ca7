"""Tables as CSV text: the one writer for all of them, so that no spreadsheet takes what people wrote for a formula."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable

_FORMULA = re.compile(r"'*[=+\-@\t\r]")


def csv_text(rows: Iterable[Iterable[object]]) -> str:
    """Rows of cells as CSV text. Texts are defused, numbers are written as they are."""
    out = io.StringIO()
    plain = csv.writer(out, lineterminator="\n")
    # A bare carriage return would end the row for some readers: what has one is put in quotes.
    quoted = csv.writer(out, lineterminator="\n", quoting=csv.QUOTE_ALL)
    for row in rows:
        cells = [defused(cell) if isinstance(cell, str) else cell for cell in row]
        returns = any(isinstance(cell, str) and "\r" in cell for cell in cells)
        (quoted if returns else plain).writerow(cells)
    return out.getvalue()


def defused(text: str) -> str:
    """A text that no spreadsheet takes for a formula: an apostrophe stands before what would begin one.

    >>> defused("=1+2"), defused("-3.5"), defused("Kelp")
    ("'=1+2", '-3.5', 'Kelp')
    """
    return f"'{text}" if _FORMULA.match(text) and not _is_number(text) else text


def as_meant(text: str) -> str:
    """A text as it was before :func:`defused`."""
    return text[1:] if text.startswith("'") and _FORMULA.match(text[1:]) else text


def _is_number(text: str) -> bool:
    try:
        float(text)
    except ValueError:
        return False
    return True
