"""Side by side: every figure is that of the verdict, what is equal is known to be, what was measured stands there."""

from __future__ import annotations

import csv
import io

import pytest

from oakspin import evaluate
from oakspin.comparison import ComparedDesign, Row, SideBySide, side_by_side, table_of
from oakspin.design.patch import Setting, patched
from oakspin.errors import Refusal
from oakspin.measure import Trial
from oakspin.measure.trial import Readings
from runner.samples import DEMO, sample

LANTERN = sample("lantern")
WIDER = patched(LANTERN, (Setting("/feet/gap_mm", 3.0),))
ALL = [path.name.removesuffix(".oak.json") for path in sorted(DEMO.glob("*.oak.json"))]


def row(compared: SideBySide, group: str, label: str) -> Row:
    return next(row for row in compared.rows if (row.group, row.label) == (group, label))


def test_every_link_says_what_the_verdict_says() -> None:
    compared = side_by_side([ComparedDesign("a", LANTERN), ComparedDesign("b", WIDER)])
    for at, verdict in enumerate((evaluate(LANTERN), evaluate(WIDER))):
        assert compared.headlines[at] == verdict.headline
        for link in verdict.links:
            cell = row(compared, "Run chain", link.name).cells[at]
            assert cell
            assert cell.state == link.state
            assert (cell.text, cell.plain) == (
                (link.wording, link.wording) if link.wording else (link.spoken.text, link.spoken.plain)
            )


def test_only_what_differs_is_marked_as_such() -> None:
    twins = side_by_side([ComparedDesign("a", LANTERN), ComparedDesign("b", LANTERN)])
    assert all(row.same for row in twins.rows)
    compared = side_by_side([ComparedDesign("a", LANTERN), ComparedDesign("b", WIDER)])
    dials = [row for row in compared.rows if row.group in {"Battery", "Magnets", "Wire", "Shape", "Contacts", "Bench"}]
    assert [row.label for row in dials if not row.same] == ["Foot gap"]


def test_motors_of_any_kinds_stand_together_and_what_one_has_not_is_left_empty() -> None:
    compared = side_by_side([ComparedDesign(name, sample(name)) for name in ("lantern", "beacon", "night-shuttle")])
    assert [cell is None for cell in row(compared, "Track", "Length").cells] == [True, True, False]
    assert [cell is None for cell in row(compared, "Contacts", "Foot gap").cells] == [False, True, True]
    assert not any(row.label.startswith("…") for row in compared.rows)


@pytest.mark.parametrize("first", range(0, len(ALL), 5))
def test_no_time_and_no_length_is_negative_or_without_words(first: int) -> None:
    names = ALL[first : first + 5] if len(ALL) - first > 1 else ALL[first - 1 :]
    for found in side_by_side([ComparedDesign(name, sample(name)) for name in names]).rows:
        if found.group in {"Figures", "Run chain"}:
            for cell in found.cells:
                assert not cell or (cell.text and "nan" not in cell.text and not cell.text.startswith("-")), found
                assert not cell or "-" not in cell.band.replace("–", ""), found


def test_trials_stand_there_with_their_median_and_range() -> None:
    trials = tuple(
        Trial(group="Tern", readings=Readings(turns=turns, turns_seconds=5.0)) for turns in (70.0, 80.0, 100.0)
    )
    compared = side_by_side([ComparedDesign("a", LANTERN, trials), ComparedDesign("b", WIDER, trials[:1])])
    three, one = row(compared, "Measured", "Speed").cells
    assert three
    assert one
    assert (three.text, three.band) == ("960 turns/min", "3 trials, 840–1200")
    assert (one.text, one.band) == ("840 turns/min", "1 trial")


def test_the_table_holds_every_row_under_the_titles() -> None:
    compared = side_by_side([ComparedDesign("Lantern, as built", LANTERN), ComparedDesign("b", WIDER)])
    head, *rows = csv.reader(io.StringIO(table_of(compared)))
    assert head == ["group", "what", "Lantern, as built", "b"]
    assert [(cells[0], cells[1]) for cells in rows] == [(row.group, row.label) for row in compared.rows]


@pytest.mark.parametrize("count", [0, 1, 7])
def test_fewer_than_two_or_more_than_six_are_refused(count: int) -> None:
    with pytest.raises(Refusal, match="2 to 6 motors"):
        side_by_side([ComparedDesign("a", LANTERN)] * count)


def test_trials_of_a_simulated_motor_are_set_beside_nothing() -> None:
    lantern, read = sample("lantern"), Readings(turns=100, turns_seconds=10.0)
    real, simulated = (Trial(group="Tern", readings=read, simulated=flag) for flag in (False, True))
    with_, without = (
        side_by_side([ComparedDesign("One", lantern, (real, *more)), ComparedDesign("Two", lantern)])
        for more in ((simulated,), ())
    )
    assert with_ == without
