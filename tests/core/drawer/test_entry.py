"""Entries of the Drawer: what can be known of a part, amounts that add up, tables out and in, what tests tell."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from oakspin.drawer.entry import FACTS, SORTS, WIDTHS, WORDS, Entry, KnownValue, learned, split, used
from oakspin.drawer.identify.posterior import Read, found
from oakspin.drawer.identify.table import THINGS
from oakspin.drawer.table import MOST_ROWS, drawer_table, read_drawer
from oakspin.errors import UnreadableDesign
from runner.samples import DEMO

WIRE = Entry(sort="wire", name="Spool", amount=38.0, facts={"diameter_mm": KnownValue(value=0.5, how="printed")}, words={"metal": "copper"})  # fmt: skip


@st.composite
def entries(draw: st.DrawFn) -> Entry:
    sort = draw(st.sampled_from(list(SORTS)))
    facts = {}
    for request in FACTS[sort]:
        if draw(st.booleans()):
            value = round(draw(st.floats(request.low, request.high)), 6)
            value = min(max(value, request.low), request.high)
            found_ = draw(st.booleans())
            ends = {"low": round(value * 0.9, 7), "high": round(value * 1.1 + 1e-6, 7)} if found_ else {}
            facts[request.name] = KnownValue(value=value, how=draw(st.sampled_from(list(WIDTHS))), **ends)
    words = {request.name: draw(st.sampled_from(request.options)) for request in WORDS[sort] if draw(st.booleans())}
    amount = round(draw(st.floats(0, 5000)), 3) if sort == "wire" else float(draw(st.integers(0, 5000)))
    text = st.text(
        st.characters(
            min_codepoint=33, max_codepoint=0x24F, exclude_characters="'", exclude_categories=["Cc", "Cf", "Zs"]
        ),
        min_size=1,
        max_size=20,
    )
    return Entry(sort=sort, name=draw(text), amount=amount, facts=facts, words=words, place=draw(text))


@given(st.lists(entries(), max_size=6))
def test_a_table_out_and_in_is_the_same_drawer(some: list[Entry]) -> None:
    rows = read_drawer(drawer_table(some))
    assert rows.faults == ()
    assert list(rows.entries) == some


@given(entries(), st.floats(0.001, 1))
def test_what_is_split_adds_up_and_what_is_used_is_gone(entry: Entry, share: float) -> None:
    amount = round(entry.amount * share, 3) if entry.sort == "wire" else float(int(entry.amount * share))
    if amount <= 0:
        with pytest.raises(UnreadableDesign, match="more than 0"):
            used(entry, amount)
        return
    stays, apart = split(entry, amount)
    assert stays.amount + apart.amount == pytest.approx(entry.amount)
    assert used(entry, amount) == stays
    assert stays.facts == apart.facts == entry.facts
    with pytest.raises(UnreadableDesign, match="at most"):
        used(entry, entry.amount + 1)


def test_three_ways_of_knowing_are_three_widths() -> None:
    widths = [KnownValue(value=10, how=how).band for how in ("printed", "measured", "guessed")]
    assert [round(high - low, 6) for low, high in widths] == sorted(20 * WIDTHS[how] for how in WIDTHS)
    assert KnownValue(value=10, how="measured", low=9.9, high=10.2).band == (9.9, 10.2)


@pytest.mark.parametrize(
    ("change", "answer"),
    [
        ({"sort": "spring"}, "Input should be"),
        ({"name": ""}, "at least 1"),
        ({"amount": -1}, "greater than or equal"),
        ({"facts": {"hole_mm": KnownValue(value=1, how="printed")}}, "one of diameter_mm"),
        ({"facts": {"diameter_mm": KnownValue(value=900, how="printed")}}, "to 200 mm"),
        ({"words": {"metal": "gold"}}, "one of copper"),
        ({"words": {"taste": "sweet"}}, "one of metal"),
        ({"sort": "meter", "facts": {}, "words": {}, "amount": 1.5}, "whole number"),
    ],
)
def test_what_cannot_be_known_of_a_part_is_reported(change: dict[str, object], answer: str) -> None:
    with pytest.raises(ValidationError, match=answer):
        Entry.model_validate({**WIRE.model_dump(), **change})


@pytest.mark.parametrize("ends", [{"low": 1.0}, {"low": 6.0, "high": 7.0}])
def test_a_band_is_whole_and_holds_its_value(ends: dict[str, float]) -> None:
    with pytest.raises(ValidationError):
        KnownValue(value=5, how="measured", **ends)


def test_bad_rows_are_reported_one_by_one_and_the_good_ones_read() -> None:
    text = "sort;name;amount;diameter_mm\nwire;A;1,5;0,5\nwire;B;many;0,5\nspring;C;1;\nwire;D;2;900\n;;;\nwire;E;2;\n"
    rows = read_drawer(text)
    assert [entry.name for entry in rows.entries] == ["A", "E"]
    assert rows.entries[0].amount == 1.5
    assert rows.entries[0].facts["diameter_mm"] == KnownValue(value=0.5, how="guessed")
    assert [fault.field.split("/")[1] for fault in rows.faults] == ["row 3", "row 4", "row 5"]
    assert rows.faults[0].value == "many"


@pytest.mark.parametrize(
    ("text", "answer"),
    [("", "no column sort"), ("name,amount\nA,1\n", "no column sort"), ("sort,name,amount,taste\n", "column taste")],
)
def test_what_is_no_drawer_is_reported(text: str, answer: str) -> None:
    with pytest.raises(UnreadableDesign, match=answer):
        read_drawer(text)


def test_a_table_without_end_is_cut_and_reported() -> None:
    rows = read_drawer("sort,name,amount\n" + "meter,M,1\n" * (MOST_ROWS + 5))
    assert len(rows.entries) == MOST_ROWS
    assert "at most" in rows.faults[0].limit


def test_no_spreadsheet_runs_a_name() -> None:
    entry = WIRE.model_copy(update={"name": "=1+1"})
    table = drawer_table([entry])
    assert ",'=1+1," in table
    assert read_drawer(table).entries == (entry,)


def test_the_sample_drawer_is_whole() -> None:
    rows = read_drawer((DEMO / "drawer.csv").read_text(encoding="utf-8"))
    assert rows.faults == ()
    assert {entry.sort for entry in rows.entries} >= {"cell", "magnet", "wire", "support", "screw", "former"}


def test_what_tests_reported_is_taken_over_with_its_band() -> None:
    reads = [Read("wraps", {"wraps": 20, "wide_mm": 10.6}), Read("color", {"color": 0}), Read("skin", {"coated": 1})]
    answer = found(THINGS["wire"], reads)
    entry = learned(Entry(sort="wire", name="Spool without a label", amount=12.0), answer)
    assert entry.facts["diameter_mm"].band == (answer.figures[0].low, answer.figures[0].high)
    assert entry.facts["diameter_mm"].how == "measured"
    assert entry.words == {"metal": "copper", "finish": "enameled"}
    # What is not sure enough is not taken over.
    assert learned(entry.model_copy(update={"words": {}}), found(THINGS["wire"], reads[:1])).words == {}


@pytest.mark.parametrize("thing", THINGS)
def test_every_figure_of_every_thing_has_its_field(thing: str) -> None:
    sort = {"wire": "wire", "magnet": "magnet", "cell": "cell", "holder": "holder"}[thing]
    entry = Entry.model_validate({"sort": sort, "name": "X", "amount": 1.0})
    assert learned(entry, found(THINGS[thing], [])).facts
