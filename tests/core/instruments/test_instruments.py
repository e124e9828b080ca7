"""Lines, sound and film as readings."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin import evaluate
from oakspin.draws import MEDIAN
from oakspin.instruments.lines import QUANTITIES, NotALine, line_of, text_of
from oakspin.instruments.pulses import loudness, turns_of_light, turns_of_loudness
from oakspin.instruments.steady import Steady, readings_of, steady_of
from oakspin.machines.table import machine_of
from oakspin.measure.predicted import expected
from oakspin.measure.trial import Readings
from oakspin.rig.bench import shown
from oakspin.rig.hidden import Hidden
from oakspin.rig.rig import heard
from runner.samples import sample

KINDS = ("lantern", "ferry-wheel", "crane-motor", "tide-mill", "beacon")


@pytest.mark.parametrize(
    ("text", "quantity", "value", "unit"),
    [
        ("current 3.21 A", "current", 3.21, "A"),
        ("current 3210 mA", "current", 3.21, "A"),
        ("  volts 1,05\r\n", "volts", 1.05, "V"),
        ("speed 9 turns/s", "speed", 540.0, "turns/min"),
        ("temperature 300 K", "temperature", 26.85, "C"),
        ("pulses 12", "pulses", 12.0, "1"),
    ],
)
def test_lines_are_read(text: str, quantity: str, value: float, unit: str) -> None:
    line = line_of(text)
    assert line is not None
    assert (line.quantity, line.unit) == (quantity, unit)
    assert line.value == pytest.approx(value)


@pytest.mark.parametrize("text", ["", "   ", "# ready"])
def test_remarks_are_passed_over(text: str) -> None:
    assert line_of(text) is None


@pytest.mark.parametrize("text", ["hello", "current", "current x A", "current 3 V", "current nan A", "volts 1 2 3", "\x00\x01\x02", "current " + "9" * 300])  # fmt: skip
def test_garbage_is_reported(text: str) -> None:
    with pytest.raises(NotALine, match=r"\."):
        line_of(text)


@given(st.text(max_size=80))
def test_no_line_does_more_than_say_what_is_wrong(text: str) -> None:
    try:
        line = line_of(text)
    except NotALine as error:
        line, wrong = None, str(error)
        assert wrong.endswith((".", "A"))
    assert line is None or line.quantity in QUANTITIES


def test_what_is_written_is_read_again() -> None:
    for quantity, units in QUANTITIES.items():
        line = line_of(text_of(quantity, 2.5, units[0][0]))
        assert line is not None
        assert (line.quantity, line.value, line.unit) == (quantity, 2.5, units[0][0])


def test_turns_from_sound_within_a_hundredth_or_offered() -> None:
    """Twenty recordings of rigs, with noise 15 dB below the clicks."""
    answer = 0
    for name in KINDS:
        design = sample(name)
        figure = evaluate(design).figures["speed"]
        band, pulses = (figure.band[0], figure.value, figure.band[1]), machine_of(design, MEDIAN).pulses_a_turn
        runs = shown(design, [Hidden(design, seed).positions(0) for seed in range(100, 112)], meter=False)
        running = [run.speed for run in runs if run.speed][:4]
        assert len(running) == 4, name
        for number, speed in enumerate(running):
            chance = np.random.default_rng(number)
            recorded = heard(speed / (2 * np.pi), pulses, 3.0, 8000, 15.0, chance)
            found, true = turns_of_loudness(*loudness(recorded, 8000), pulses, band), speed * 30 / np.pi
            assert any(abs(each.turns_per_min / true - 1) < 0.01 for each in found.possible), (name, number, found)
            answer += abs(found.possible[0].turns_per_min / true - 1) < 0.01
    assert answer >= 16


def test_silence_and_noise_are_reported() -> None:
    assert "Silence" in turns_of_loudness(*loudness(np.zeros(24000), 8000), 1, None).sentence
    assert "short" in turns_of_loudness(*loudness(np.ones(100), 8000), 1, None).sentence
    noise = np.random.default_rng(3).standard_normal(24000)
    assert turns_of_loudness(*loudness(noise, 8000), 1, None).possible == ()


def film(turns_per_s: float, rate: float, seconds: float = 3.0) -> np.ndarray:  # type: ignore[type-arg]
    time = np.arange(int(rate * seconds)) / rate
    passing = np.mod(turns_per_s * time, 1.0) < 0.25
    return 200.0 - 90.0 * passing + np.random.default_rng(4).standard_normal(time.size)


def test_a_slow_mark_is_counted_on_a_film() -> None:
    found = turns_of_light(film(3.3, 30), 30, (150.0, 200.0, 260.0))
    assert found.possible[0].turns_per_min == pytest.approx(198, rel=0.01)
    assert "below" in found.sentence


def test_a_film_too_slow_offers_what_looks_the_same() -> None:
    found = turns_of_light(film(22.0, 30), 30, (900.0, 1250.0, 1700.0))
    assert found.possible[0].turns_per_min == pytest.approx(1320, rel=0.01)
    assert len(found.possible) > 1
    assert "30 frames a second are too few" in found.sentence


def test_a_film_of_nothing_is_reported() -> None:
    assert "Nothing passes" in turns_of_light(np.full(90, 7.0), 30, None).sentence
    assert "short" in turns_of_light(np.ones(3), 30, None).sentence


def test_a_steady_value_has_the_error_of_the_last_seconds() -> None:
    time = np.arange(0, 20, 0.1)
    noise = 0.02 * np.random.default_rng(5).standard_normal(time.size)
    steady = steady_of(time.tolist(), (np.where(time < 10, 0.0, 2.0) + noise).tolist())
    assert steady is not None
    assert steady.value == pytest.approx(2.0, abs=0.02)
    assert steady.error < 0.02
    assert steady.sentence == "Steady."


def test_what_still_drifts_is_reported() -> None:
    time = np.arange(0, 6, 0.1)
    steady = steady_of(time.tolist(), (20 + 2 * time).tolist())
    assert steady is not None
    assert "rises" in steady.sentence
    assert steady_of([0.0, 0.1], [1.0, 1.0]) is None


def test_steady_values_become_the_fields_of_a_trial() -> None:
    rows = {
        "speed": Steady(540.26, 3.21, ""),
        "current": Steady(1.2345, 0.01, ""),
        "volts": Steady(1.05, 0.01, ""),
        "temperature": Steady(31.26, 1.0, ""),
        "pulses": Steady(7.0, 0.0, ""),
    }
    assert readings_of(rows, 42.5) == {
        "tach_per_min": 540.3,
        "tach_error": 3.2,
        "amperes": 1.234,
        "volts_loaded": 1.05,
        "temperature_C": 31.3,
        "seconds_run": 42.5,
    }
    assert readings_of({"speed": Steady(0.0, 0.1, "")}, 3.0) == {}
    assert Readings.model_validate(readings_of(rows, 42.5)).tach_per_min == 540.3


def test_what_is_expected_of_instruments_has_the_meter_in_it() -> None:
    lantern = sample("lantern")
    bands = {row.quantity: row.band for row in expected(lantern)}
    assert set(bands) == {"speed", "current", "volts"}
    assert bands["speed"][1] < 0.85 * evaluate(lantern).figures["speed"].value
    assert "speed" not in {row.quantity for row in expected(sample("night-shuttle"))}
