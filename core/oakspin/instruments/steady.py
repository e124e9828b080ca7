"""The steady value of a strip of readings, with its error."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

LAST_SECONDS = 5.0  # s, of which the steady value is taken
LEAST_READINGS = 3
# What cheap instruments err by themselves, in the unit of their quantity.
OWN_ERROR = {"current": 0.01, "volts": 0.01, "temperature": 2.0, "speed": 0.5}
LEAST_TURNS_ERROR = 0.1  # turns a minute
DRIFTS = 3.0  # times its error, from which a slope over those seconds is told


@dataclass(frozen=True)
class Steady:
    """The mean of the last seconds, its standard error (at least half of the instrument's own), and what to mind."""

    value: float
    error: float
    sentence: str


def readings_of(steady: Mapping[str, Steady], seconds: float) -> dict[str, float]:
    """Steady values as readings of a trial, by their fields; ``seconds`` is how long the source has been read."""
    found: dict[str, float] = {}
    for quantity, one in steady.items():
        if quantity == "current":
            found["amperes"] = round(max(one.value, 0.0), 3)
        elif quantity == "volts":
            found["volts_loaded"] = round(max(one.value, 0.0), 3)
        elif quantity == "speed" and one.value > 0:
            found |= {"tach_per_min": round(one.value, 1), "tach_error": round(max(one.error, LEAST_TURNS_ERROR), 1)}
        elif quantity == "temperature":
            found |= {"temperature_C": round(one.value, 1), "seconds_run": round(max(seconds, 0.5), 1)}
    return found


def steady_of(seconds: Sequence[float], values: Sequence[float], own_error: float = 0.0) -> Steady | None:
    """The steady value of the last seconds of a strip; none of too few readings.

    Readings next to each other err alike: the error is that of thirds of the time, not of single readings.
    """
    time, value = np.asarray(seconds, float), np.asarray(values, float)
    late = time >= time.max(initial=0.0) - LAST_SECONDS
    time, value = time[late], value[late]
    if value.size < LEAST_READINGS:
        return None
    parts = [part.mean() for part in np.array_split(value, min(value.size, 3))]
    error = float(np.hypot(np.std(parts, ddof=1) / np.sqrt(len(parts)), own_error / 2))
    slope = float(np.polyfit(time - time.mean(), value, 1)[0]) if np.ptp(time) > 0 else 0.0
    change = slope * float(np.ptp(time))
    if value.size >= 6 and abs(change) > DRIFTS * max(error, 1e-9) and abs(change) > 0.05 * abs(float(value.mean())):
        word = "rises" if change > 0 else "falls"
        return Steady(float(value.mean()), error, f"It still {word}: wait until it is steady.")
    return Steady(float(value.mean()), error, "Steady.")
