"""Tables: one writer, and no cell of what people wrote is a formula to a spreadsheet."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from oakspin.comparison import ComparedDesign, side_by_side, table_of
from oakspin.search.purchases import Bought, shopping_table
from oakspin.tables import as_meant, csv_text, defused
from runner.samples import sample

CORE = Path(__file__).resolve().parents[2] / "core"
HOSTILE = ('=HYPERLINK("x")', "+1+cmd", "-1+2", "@SUM(A1)", "\t=1", "\r=1", "''=1")


def cells(text: str) -> list[str]:
    return [cell for row in csv.reader(io.StringIO(text, newline="")) for cell in row]


def harmless(text: str) -> bool:
    return all(not re.match(r"[=+@\t\r]", cell) for cell in cells(text))


def test_no_module_writes_a_table_by_another_way() -> None:
    here = [path.name for path in CORE.rglob("*.py") if "csv.writer(" in path.read_text(encoding="utf-8")]
    assert here == ["tables.py"]


@given(st.text(max_size=20))
def test_what_is_defused_comes_back_as_it_was(text: str) -> None:
    assert as_meant(defused(text)) == text
    assert harmless(csv_text([[text]])) or text == ""


def test_numbers_stay_numbers() -> None:
    assert csv_text([["-3.5", -2, 1e-3, "−"]]).strip() == "-3.5,-2,0.001,−"


def test_titles_and_names_are_no_formulas() -> None:
    for title in HOSTILE:
        assert harmless(
            table_of(side_by_side([ComparedDesign(title, sample("lantern")), ComparedDesign("B", sample("lantern"))]))
        )
        bought = Bought(title, "wire", 1.0, 2.0, "m", 0.0, 3.0)
        assert harmless(shopping_table([bought]))
