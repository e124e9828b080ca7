"""Recordings: readings over time as a CSV table, kept with a trial, and what they tell when they are read again.

Of a sound its loudness is kept, of a film the brightness of one spot: turns can be counted in them, and nobody can be
heard or seen.
"""

from __future__ import annotations

import csv
import io
import math
import wave
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.draws import MEDIAN, Array, Draws
from oakspin.errors import Fault, UnreadableRecording
from oakspin.instruments.lines import QUANTITIES
from oakspin.instruments.pulses import Rhythm, loudness, turns_of_light, turns_of_loudness
from oakspin.instruments.steady import LEAST_TURNS_ERROR, OWN_ERROR, readings_of, steady_of
from oakspin.machines.table import machine_of
from oakspin.measure.predicted import expected
from oakspin.rounding import rounded
from oakspin.tables import csv_text

COLUMNS = ("seconds", "quantity", "value", "unit")
SIMULATED = "simulated"  # a fifth column that says yes, where no real motor was recorded
LOUDNESS, BRIGHTNESS = "loudness", "brightness"
UNITS = {name: units[0][0] for name, units in QUANTITIES.items()} | {LOUDNESS: "1", BRIGHTNESS: "1"}
MOST_BYTES = 1_500_000
MOST_ROWS = 60_000
LONGEST_SOUND = 10.0  # s that are taken of a sound
MISSED = 0.1  # share of a film's frames, beyond which it is told that frames were missed
MOST_TROUBLES = 5
RECORD_ANEW = "Record it anew, or choose a table that Oak Spin wrote."


@dataclass(frozen=True)
class Series:
    """Values of one quantity over time, both of shape (readings,); ``seconds`` rise."""

    seconds: Array
    values: Array


Recording = Mapping[str, Series]


@dataclass(frozen=True)
class ReadAs:
    """Readings that a recording may tell, by their fields of a trial, and the chance that it is these."""

    label: str
    take: dict[str, float]
    chance: float


@dataclass(frozen=True)
class Recorded:
    """What a recording tells: one choice or more, the likeliest first, what to mind, and the table to keep."""

    choices: tuple[ReadAs, ...]
    sentence: str
    table: str
    simulated: bool


def read_recording(design: Design, content: bytes, draws: Draws | None = None) -> Recorded:
    """Read a recording of this design's motor: a WAV file, or a table.

    Parameters
    ----------
    content : bytes
        What the file holds.
    draws : Draws, optional
        By which the motor's speed is predicted; that weighs what else a rhythm could be.

    Raises
    ------
    UnreadableRecording
        Neither of the two, or damaged.
    Refusal
        No motor can be made of the design.
    """
    simulated = False
    if content[:4] == b"RIFF":
        loud, rate = loudness(*_sound(content))
        recording: Recording = {LOUDNESS: Series(np.arange(loud.size) / rate, loud)}
    else:
        recording, simulated = recording_of(_decoded(content))
    choices, sentence = _interpretation(design, recording, draws)
    return Recorded(choices, sentence, table_of(recording, simulated=simulated), simulated)


def table_of(recording: Recording, *, simulated: bool = False) -> str:
    """A recording as CSV text, in the order of time."""
    more = (["yes"], [SIMULATED]) if simulated else ([], [])
    table: list[list[str]] = [[*COLUMNS, *more[1]]]
    rows = [
        (float(at), name, float(value))
        for name, series in recording.items()
        for at, value in zip(series.seconds, series.values, strict=True)
    ]
    for at, name, value in sorted(rows, key=lambda row: row[0]):
        table.append([f"{at:.4f}".rstrip("0").rstrip("."), name, f"{value:.4g}", UNITS[name], *more[0]])
    return csv_text(table)


def recording_of(text: str) -> tuple[Recording, bool]:
    """Read what :func:`table_of` writes, and whether it is of a simulated motor.

    Raises
    ------
    UnreadableRecording
        With the first few rows that are wrong.
    """
    if len(text) > MOST_BYTES:
        raise _unread("/", f"{len(text)} bytes", f"at most {MOST_BYTES}")
    try:
        rows = list(csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline="")))
    except csv.Error as error:
        raise _unread("/", str(error), "a CSV table") from None
    head = [name.strip() for name in rows[0]] if rows else []
    if tuple(head[:4]) != COLUMNS or head[4:] not in ([], [SIMULATED]):
        raise _unread("/row 1", ",".join(head)[:60] or "nothing", f"the columns {','.join(COLUMNS)}")
    if len(rows) - 1 > MOST_ROWS:
        raise _unread("/", f"{len(rows) - 1} rows", f"at most {MOST_ROWS}")
    found: dict[str, list[tuple[float, float]]] = {}
    faults = []
    for number, row in enumerate(rows[1:], 2):
        if not row:
            continue
        try:
            name, at, value = _row(row)
        except ValueError as error:
            faults.append(Fault(f"/row {number}", str(error), "seconds, quantity, value and unit", RECORD_ANEW))
            if len(faults) == MOST_TROUBLES:
                break
            continue
        found.setdefault(name, []).append((at, value))
    if faults:
        raise UnreadableRecording(faults)
    recording = {}
    for name, pairs in found.items():
        by_time = np.array(sorted(pairs))
        recording[name] = Series(by_time[:, 0], by_time[:, 1])
    return recording, any(row[4:] == ["yes"] for row in rows[1:])


def _row(row: list[str]) -> tuple[str, float, float]:
    if len(row) not in (4, 5):
        raise ValueError(f"{len(row)} columns")
    at, name, value, unit = (cell.strip() for cell in row[:4])
    if name not in UNITS:
        raise ValueError(f"{name[:40]!r} is not a quantity")
    if unit != UNITS[name]:
        raise ValueError(f"{unit[:20]!r} is not the unit of {name}")
    numbers = float(at), float(value)
    if not all(map(math.isfinite, numbers)):
        raise ValueError(f"{at[:20]}, {value[:20]}: not a number")
    return name, *numbers


def _decoded(content: bytes) -> str:
    try:
        return content.decode("utf-8")
    except UnicodeDecodeError:
        raise _unread("/", "neither sound nor text", "a WAV file or a CSV table") from None


def _sound(content: bytes) -> tuple[Array, float]:
    """Samples of a WAV file, its channels' mean, shape (samples,), from -1 to 1, and their rate in 1/s."""
    try:
        with wave.Wave_read(io.BytesIO(content)) as file:
            channels, width, rate = file.getnchannels(), file.getsampwidth(), file.getframerate()
            data = file.readframes(min(file.getnframes(), int(LONGEST_SOUND * rate)))
    except (wave.Error, EOFError, ValueError, OverflowError) as error:
        raise _unread("/", str(error) or "a sound that ends too early", "a WAV file of plain samples (PCM)") from None
    if not 1000 <= rate <= 400_000 or channels < 1 or width not in (1, 2, 3, 4):
        raise _unread("/", f"{rate} samples/s of {8 * width} bits", "1,000 to 400,000 samples/s of 8 to 32 bits")
    raw = np.frombuffer(data[: len(data) // (width * channels) * width * channels], np.uint8).reshape(-1, width)
    if width == 1:
        samples = raw[:, 0].astype(float) / 128 - 1
    else:
        # The lowest byte comes first; filled up from below to four bytes, all widths read alike.
        full = np.zeros((raw.shape[0], 4), np.uint8)
        full[:, 4 - width :] = raw
        samples = full.reshape(-1).view("<i4").astype(float) / 2**31
    return samples.reshape(-1, channels).mean(axis=1), float(rate)


def _interpretation(design: Design, recording: Recording, draws: Draws | None) -> tuple[tuple[ReadAs, ...], str]:
    if LOUDNESS in recording or BRIGHTNESS in recording:
        bands = {row.quantity: row.band for row in expected(design, draws)}
        band = bands.get("speed")
        if LOUDNESS in recording:
            values, rate, _ = _even(recording[LOUDNESS])
            rhythm = turns_of_loudness(values, rate, machine_of(design, MEDIAN).pulses_a_turn, band)
        else:
            values, rate, missed = _even(recording[BRIGHTNESS])
            rhythm = turns_of_light(values, rate, band)
            if missed > MISSED:
                warning = f"{missed:.0%} of the frames were missed; a film from a file misses fewer."
                rhythm = Rhythm(rhythm.possible, f"{rhythm.sentence} {warning}")
        return tuple(_turning(each.turns_per_min, each.error, each.chance) for each in rhythm.possible), rhythm.sentence
    steady = {
        name: found
        for name, series in recording.items()
        if (found := steady_of(series.seconds.tolist(), series.values.tolist(), OWN_ERROR.get(name, 0.0)))
    }
    take = readings_of(steady, max((float(series.seconds[-1]) for series in recording.values()), default=0.0))
    if not take:
        return (), "Too few readings to tell a steady value. Record a few seconds."
    drifts = [f"{name}: {found.sentence}" for name, found in steady.items() if found.sentence != "Steady."]
    label = ", ".join(_words(name, steady[name].value) for name in steady if name != "pulses")
    return (ReadAs(label, take, 1.0),), " ".join(drifts) or "Steady."


def _turning(turns: float, error: float, chance: float) -> ReadAs:
    error = max(error, LEAST_TURNS_ERROR)
    label = f"{rounded(turns, 4)} turns a minute ± {rounded(error, 2)}"
    return ReadAs(label, {"tach_per_min": round(turns, 1), "tach_error": round(error, 1)}, chance)


def _words(name: str, value: float) -> str:
    unit = {"turns/min": "turns a minute", "C": "°C"}.get(UNITS[name], UNITS[name])
    return f"{rounded(value)} {unit}"


def _even(series: Series) -> tuple[Array, float, float]:
    """Values at even times, their rate in 1/s, and the share of them that were missing."""
    gaps = np.diff(series.seconds)
    gaps = gaps[gaps > 0]
    if not gaps.size:
        return series.values[:1], 1.0, 0.0
    step = float(np.median(gaps))
    span = float(series.seconds[-1] - series.seconds[0])
    if span / step < 10 * series.values.size:
        # The mean of all steps that are no gap: clocks told in whole milliseconds are only right in the mean.
        step = float(gaps[gaps < 1.5 * step].mean())
    count = min(round(span / step) + 1, MOST_ROWS)
    even = np.interp(series.seconds[0] + step * np.arange(count), series.seconds, series.values)
    return even, 1 / step, max(1 - series.values.size / count, 0.0)


def _unread(field: str, value: str, limit: str) -> UnreadableRecording:
    return UnreadableRecording([Fault(field, value, limit, RECORD_ANEW)])
