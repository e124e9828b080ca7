"""The steady value of a strip of readings, with its error."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

LAST_SECONDS = 5.0  # s, of which the steady value is taken
LEAST_READINGS = 3
DRIFTS = 3.0  # times its error, from which a slope over those seconds is told


@dataclass(frozen=True)
class Steady:
    """The mean of the last seconds, its standard error (at least half of the instrument's own), and what to mind."""

    value: float
    error: float
    sentence: str


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
