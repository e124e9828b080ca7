"""Recordings that are kept and read again."""

import io
import wave

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from oakspin.errors import UnreadableRecording
from oakspin.instruments.recording import BRIGHTNESS, LOUDNESS, Series, read_recording, recording_of, table_of
from oakspin.rig.rig import heard
from runner.samples import sample

CRANE = sample("crane-motor")
TURNS_PER_S = 21.0


def wav(samples: np.ndarray, rate: int, width: int = 2, channels: int = 1) -> bytes:  # type: ignore[type-arg]
    out = io.BytesIO()
    with wave.Wave_write(out) as file:
        file.setparams((channels, width, rate, 0, "NONE", ""))
        full = np.round(np.repeat(samples, channels) * (2 ** (8 * width - 1) - 1)).astype("<i8")
        if width == 1:
            full += 128
        file.writeframes(full.view(np.uint8).reshape(-1, 8)[:, :width].tobytes())
    return out.getvalue()


@pytest.fixture(scope="module")
def sound() -> np.ndarray:  # type: ignore[type-arg]
    return heard(TURNS_PER_S, 2, 4.0, 16_000, 15.0, np.random.default_rng(7))


@pytest.mark.parametrize(("width", "channels"), [(1, 1), (2, 1), (2, 2), (3, 1), (4, 2)])
def test_turns_are_heard_in_a_file_of_any_width_and_again_in_what_is_kept(
    sound: np.ndarray, width: int, channels: int
) -> None:  # type: ignore[type-arg]
    first = read_recording(CRANE, wav(sound, 16_000, width, channels))
    assert any(abs(each.take["tach_per_min"] / (60 * TURNS_PER_S) - 1) < 0.01 for each in first.choices)
    again = read_recording(CRANE, first.table.encode())
    assert [each.take["tach_per_min"] for each in again.choices] == pytest.approx([each.take["tach_per_min"] for each in first.choices], rel=2e-3)  # fmt: skip
    # Only loudness is kept: 2000 values a second at most, none of them negative.
    recording, simulated = recording_of(first.table)
    assert not simulated
    assert set(recording) == {LOUDNESS}
    assert recording[LOUDNESS].values.size <= 4 * 2001
    assert recording[LOUDNESS].values.min() >= 0


def test_a_film_with_frames_that_were_missed_is_read_and_says_so() -> None:
    chance, at = np.random.default_rng(2), np.arange(0, 4, 1 / 240)
    bright = 200 - 90.0 * (np.mod(TURNS_PER_S * at, 1) < 0.25)
    here = chance.random(at.size) > 0.2
    table = table_of({BRIGHTNESS: Series(at[here], bright[here])})
    found = read_recording(CRANE, table.encode())
    assert any(abs(each.take["tach_per_min"] / (60 * TURNS_PER_S) - 1) < 0.01 for each in found.choices)
    assert "of the frames were missed" in found.sentence


def test_what_a_device_reported_gives_its_steady_values_again() -> None:
    at = np.arange(0, 12, 0.5)
    recording = {"current": Series(at, np.full(at.size, 1.25)), "temperature": Series(at, 20 + 2 * at)}
    found = read_recording(CRANE, table_of(recording, simulated=True).encode())
    assert found.simulated
    assert found.choices[0].take["amperes"] == pytest.approx(1.25)
    assert "temperature: It still rises" in found.sentence
    assert recording_of(found.table)[1]


@given(st.dictionaries(st.sampled_from(["current", "volts", LOUDNESS]), st.lists(st.floats(0, 1e4), min_size=1, max_size=20), max_size=3), st.booleans())  # fmt: skip
def test_what_is_kept_is_read_as_it_was(columns: dict[str, list[float]], simulated: bool) -> None:
    recording = {name: Series(np.arange(len(values)) / 10, np.array(values)) for name, values in columns.items()}
    kept, marked = recording_of(table_of(recording, simulated=simulated))
    assert marked == (simulated and bool(columns))
    assert set(kept) == set(columns)
    for name, values in columns.items():
        assert kept[name].values.tolist() == pytest.approx(values, rel=1e-3)


@pytest.mark.parametrize(
    ("content", "answer"),
    [
        (b"", "columns seconds"),
        (b"\xff\xfe\x00", "neither sound nor text"),
        (b"RIFFxxxxWAVE", "WAV file of plain samples"),
        (b"time,quantity,value,unit\n", "columns seconds"),
        (b"seconds,quantity,value,unit\n0,speed,1\n", "row 2: got 3 columns"),
        (b"seconds,quantity,value,unit\n0,smell,1,1\n", "'smell' is not a quantity"),
        (b"seconds,quantity,value,unit\n0,current,1,V\n", "'V' is not the unit of current"),
        (b"seconds,quantity,value,unit\n0,current,nan,A\n", "not a number"),
        (b"seconds,quantity,value,unit\n0,current,x,A\n", "could not convert"),
        (b"seconds,quantity,value,unit\n" + b"0,current,1,A\n" * 60_001, "60001 rows"),
    ],
)
def test_what_is_no_recording_is_reported(content: bytes, answer: str) -> None:
    with pytest.raises(UnreadableRecording) as wrong:
        read_recording(CRANE, content)
    assert answer in str(wrong.value)


def test_nothing_in_it_is_reported_and_not_guessed() -> None:
    assert read_recording(CRANE, wav(np.zeros(64_000), 16_000)).choices == ()
    assert "Too few" in read_recording(CRANE, b"seconds,quantity,value,unit\n0,current,1,A\n").sentence


@given(st.binary(max_size=200), st.sampled_from([b"", b"RIFF", b"seconds,quantity,value,unit\n"]))
def test_whatever_comes_is_read_or_refused_with_words(content: bytes, head: bytes) -> None:
    try:
        answer = read_recording(CRANE, head + content).sentence
    except UnreadableRecording as wrong:
        answer = wrong.faults[0].hint
    assert answer


@pytest.mark.parametrize("louder", [1e-3, 0.3])
def test_how_loud_it_is_changes_nothing(sound: np.ndarray, louder: float) -> None:  # type: ignore[type-arg]
    plain, scaled = (read_recording(CRANE, wav(each, 16_000, 4)) for each in (sound, louder * sound))
    assert [each.take["tach_per_min"] for each in scaled.choices] == pytest.approx([each.take["tach_per_min"] for each in plain.choices], rel=1e-3)  # fmt: skip


def test_chances_of_what_was_heard_add_up_and_the_likeliest_comes_first(sound: np.ndarray) -> None:  # type: ignore[type-arg]
    choices = read_recording(CRANE, wav(sound, 16_000)).choices
    chances = [each.chance for each in choices]
    assert chances == sorted(chances, reverse=True)
    assert 0.9 < sum(chances) <= 1 + 1e-9
    assert all(each.label.startswith(f"{each.take['tach_per_min']:.0f} turns a minute") for each in choices)


def test_a_sound_is_looked_at_for_its_first_seconds_alone(sound: np.ndarray) -> None:  # type: ignore[type-arg]
    long = np.concatenate([sound, sound, sound, 0 * sound, 0 * sound])
    recording, _ = recording_of(read_recording(CRANE, wav(long, 16_000)).table)
    assert recording[LOUDNESS].seconds[-1] < 10.01
