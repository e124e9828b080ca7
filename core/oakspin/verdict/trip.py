"""The way of a machine that travels, as a verdict tells it: speed from place to place, where it stops and why."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import median, quantiles
from oakspin.machines.machine import Machine, Mask
from oakspin.motion.journey import Journey
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

STEP = 4  # stations of the way between those that are told
QUANTILES = (0.1, 0.5, 0.9)


@dataclass(frozen=True)
class Trip:
    """Speed along the way: places in mm from the entry, speeds as (10th percentile, median, 90th) in ``unit``.

    ``reached`` is how far the median build gets in mm; ``stops`` says why it gets no farther, if so.
    """

    places: tuple[float, ...]
    speeds: tuple[tuple[float, float, float], ...]
    unit: str
    reached: float
    stops: str


def trip_of(outcome: Outcome, words: Words, counted: Mask) -> Trip | None:
    """The trip of a machine that goes along a way, of the builds that count; none where it turns on the spot, or does
    not go.
    """
    journey = outcome.journey
    if journey is None or not outcome.goes:
        return None
    some = slice(None, None, STEP)
    bands = quantiles(journey.speed[:, some].T * words.rate.per, QUANTILES, counted)
    return Trip(
        places=tuple(np.round(np.median(journey.places[:, some], axis=0) * 1e3, 1).tolist()),
        speeds=tuple(tuple(row) for row in np.round(bands, 4).tolist()),
        unit=words.rate.unit,
        reached=float(np.median(journey.reached)) * 1e3,
        stops=stopped_by(outcome.machine, journey, words),
    )


def stopped_by(machine: Machine, journey: Journey, words: Words) -> str:
    """Where the median build stops and why, as a sentence; empty where it gets through."""
    if journey.through.mean() > 0.5:
        return ""
    assert machine.route is not None
    if median(machine.coupling[:, 0]) < 0 and not machine.route.closed:
        return words.thrown_back
    place = median(journey.reached)
    step = median(machine.route.length) / (machine.route.grip.shape[1] - 1)
    near = (some for some in machine.route.hindrances if some.start - 2 * step <= place <= some.end + step)
    reason = next((words.of(some) for some in near), "the push is too weak there")
    return f"Stops {place * 1e3:.0f} mm from the entry: {reason}."
