"""Trials: figures out of readings, predicted against measured, tables out and in."""

import csv
import io
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from oakspin import evaluate
from oakspin.errors import UnfitPatch, UnreadableDesign
from oakspin.measure import SEEN, Trial, compare, measured_in, read_trials, trial_table
from tests.core.designs import LANTERN, changed


def trial(**readings: Any) -> Trial:
    return Trial.model_validate({"group": "Tern", "readings": readings})


def test_counted_turns_and_film_frames_give_turns_a_minute() -> None:
    assert measured_in(trial(turns=40, turns_seconds=5.0))["speed"].value == pytest.approx(480)
    assert measured_in(trial(film_turns=3.0, film_frames=60, film_rate=240.0))["speed"].value == pytest.approx(720)


def test_a_film_is_taken_before_a_count_by_hand() -> None:
    both = trial(turns=40, turns_seconds=5.0, film_turns=3.0, film_frames=60, film_rate=240.0)
    assert measured_in(both)["speed"].value == pytest.approx(720)


def test_ohms_inside_follow_from_volts_open_and_under_load() -> None:
    shown = measured_in(trial(amperes=3.0, volts_open=1.56, volts_loaded=0.96))
    assert shown["battery_resistance"].value == pytest.approx(200)
    assert "battery_resistance" not in measured_in(trial(volts_open=1.56, volts_loaded=0.96))


@pytest.mark.parametrize(
    ("readings", "says"),
    [({"turns": 40}, "Give turns and the seconds they took"), ({"film_turns": 3.0}, "frame rate"),
     ({"volts_open": 1.0, "volts_loaded": 1.4}, "under load"), ({"temperature_C": 30.0}, "seconds that it had run"),
     ({"amperes": 900.0}, None)],
)  # fmt: skip
def test_readings_that_cannot_be_are_refused(readings: dict[str, float], says: str | None) -> None:
    with pytest.raises(ValidationError) as caught:
        trial(**readings)
    if says:
        assert says in str([error.get("ctx", {}).get("hint") for error in caught.value.errors()])


def test_each_figure_that_has_both_is_compared_and_no_other() -> None:
    names = [row.name for row in compare(LANTERN, trial(turns=80, turns_seconds=5.0, amperes=3.2))]
    assert names == ["speed", "mean_current"]
    assert compare(LANTERN, trial()) == ()


def test_the_prediction_is_the_verdict_s_own_and_the_place_follows_from_the_band() -> None:
    speed = evaluate(LANTERN).figures["speed"]
    for factor, place in ((1.0, "inside"), (0.1, "below"), (5.0, "above")):
        (row,) = compare(LANTERN, trial(turns=round(speed.value * factor * 10), turns_seconds=600.0))
        assert row.place == place
        assert row.predicted == pytest.approx(speed.value)
        assert row.band == pytest.approx(speed.band)


def test_it_is_held_against_the_motor_as_built() -> None:
    wide = Trial.model_validate({"group": "Kelp", "as_built": [{"pointer": "/feet/gap_mm", "value": 3.0}], "readings": {"turns": 80, "turns_seconds": 5.0}})  # fmt: skip
    (row,) = compare(LANTERN, wide)
    assert row.predicted == pytest.approx(evaluate(changed(LANTERN, feet__gap_mm=3.0)).figures["speed"].value)
    nowhere = Trial.model_validate({"group": "Kelp", "as_built": [{"pointer": "/feet/colour", "value": 3.0}], "readings": {"amperes": 1.0}})  # fmt: skip
    with pytest.raises(UnfitPatch, match="no such field"):
        compare(LANTERN, nowhere)


def test_a_longer_run_is_predicted_warmer() -> None:
    short, long = (compare(LANTERN, trial(temperature_C=30.0, seconds_run=run))[0].predicted for run in (10.0, 90.0))
    assert 20 < short < long


words = st.text(st.characters(codec="utf-8", exclude_categories=("Cs", "Cc")), max_size=60)
any_trial = st.builds(
    lambda group, note, seen, amperes, turns: Trial.model_validate(
        {
            "group": group,
            "note": note,
            "seen": seen,
            "readings": {"amperes": amperes, "turns": turns, "turns_seconds": 7.5},
        }
    ),
    group=words.map(str.strip).filter(bool).map(lambda text: text[:40].strip()).filter(bool),
    note=words,
    seen=st.lists(st.sampled_from(list(SEEN)), unique=True, max_size=4),
    amperes=st.floats(0, 100),
    turns=st.integers(1, 100000),
)


@given(st.lists(any_trial, max_size=6))
def test_a_table_comes_back_as_it_went_out(trials: list[Trial]) -> None:
    assert read_trials(trial_table(trials)) == trials


def test_columns_may_stand_in_any_order_and_be_left_out() -> None:
    assert read_trials("amperes,group\n3.5,Limpet\n\n") == [trial(amperes=3.5).model_copy(update={"group": "Limpet"})]


@pytest.mark.parametrize(
    ("text", "says"),
    [("", "no column group"), ("group,colour\nTern,red\n", "column colour"), ("group,amperes\nTern,many\n", "/row 2"),
     ("group,turns\nTern,4\n,3\n", "/row 2/readings/turns_seconds: got nothing"), ("group\n" + "x" * 200_000, "Save the table as CSV anew"),
     ("group,seen\nTern,flies\n", "/row 2/seen")],
)  # fmt: skip
def test_a_bad_table_names_every_row_and_gives_nothing(text: str, says: str) -> None:
    with pytest.raises(UnreadableDesign) as caught:
        read_trials(text)
    assert says in str(caught.value)


def test_other_programs_read_the_table() -> None:
    rows = list(csv.DictReader(io.StringIO(trial_table([trial(amperes=3.25, turns=4, turns_seconds=2.0)]))))
    assert (rows[0]["group"], rows[0]["amperes"], rows[0]["turns"]) == ("Tern", "3.25", "4")


@pytest.mark.parametrize(
    "text",
    [
        "group;amperes;note\nTern;3,2;well, it ran\n",
        "group\tamperes\tnote\nTern\t3.2\twell, it ran\n",
        'group,amperes,note\nTern,"3,2","well, it ran"\n',
    ],
)
def test_tables_of_other_countries_are_read_alike(text: str) -> None:
    (read,) = read_trials(text)
    assert (read.group, read.readings.amperes, read.note) == ("Tern", 3.2, "well, it ran")
