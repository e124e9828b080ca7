"""Predicted against measured, for each figure that has both."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from pydantic_core import from_json

from oakspin.design import Design, design_of
from oakspin.design.patch import Setting, patched
from oakspin.draws import Array, Draws, quantiles
from oakspin.heat import rise_in
from oakspin.kinds.kinds import KINDS, words_of
from oakspin.machines.table import machine_of
from oakspin.measure.swing import swing_period
from oakspin.measure.trial import Trial, built, measured_in
from oakspin.spoken import plain_unit
from oakspin.verdict.outcome import Outcome, outcome_of
from oakspin.verdict.verdict import run_figures, running_builds
from oakspin.verdict.words import Words

LABELS = {
    "speed": "Speed",
    "gate_time": "Time between the gates",
    "gate_speed": "Speed between the gates",
    "steepest_climb": "Steepest climb, a thrust of its own",
    "mean_current": "Current on the meter",
    "volts_loaded": "Volts while running",
    "battery_resistance": "Ohms inside the battery",
    "temperature": "Warmest place",
    "swing_period": "Period of a swing",
}


@dataclass(frozen=True)
class Comparison:
    """One figure, measured and predicted with its band; ``place`` says where the measured one lies.

    Plainly it is told in ``plain_unit``, ``plain_per`` of which make one ``unit``.
    """

    name: str
    label: str
    unit: str
    plain_unit: str
    plain_per: float
    measured: float
    predicted: float
    band: tuple[float, float]
    place: Literal["inside", "above", "below"]


def compare(design: Design, trial: Trial) -> tuple[Comparison, ...]:
    """Hold a trial's readings against the prediction for the motor as it was built.

    Raises
    ------
    UnfitPatch
        When a value noted as built cannot be.
    """
    measured = measured_in(trial)
    if not measured:
        return ()
    as_built, rests = built(design, trial), KINDS[design.kind].rests_at
    if rests and trial.readings.rests_deg is not None:
        # Which way it rests tells where its heavy side is: the prediction is for such a rotor alone.
        as_built = patched(as_built, (Setting(rests, trial.readings.rests_deg),))
    outcome = _outcome_of_text(as_built.model_dump_json())
    predicted = _predicted(outcome, trial, words_of(as_built, outcome.machine))
    comparisons, running = [], running_builds(outcome)
    for name, reading in measured.items():
        if name not in predicted:
            continue
        low, middle, high = (float(share) for share in quantiles(predicted[name], (0.1, 0.5, 0.9), running))
        place: Literal["inside", "above", "below"] = (
            "below" if reading.value < low else "above" if reading.value > high else "inside"
        )
        plain = plain_unit(reading.unit)
        comparisons.append(
            Comparison(
                name, LABELS[name], reading.unit, plain.words, plain.per, reading.value, middle, (low, high), place
            )
        )
    return tuple(comparisons)


@lru_cache(maxsize=8)
def _outcome_of_text(design: str) -> Outcome:
    # Many trials of a class are of one design. A design has lists in it: its text is what can be looked up.
    return outcome_of(machine_of(design_of(from_json(design)), Draws()))


def _predicted(outcome: Outcome, trial: Trial, words: Words) -> dict[str, Array]:
    """Draws of every figure a trial can measure. A meter shows means: contact made and broken."""
    machine, mean = outcome.settled, outcome.mean_current
    inside = machine.pack.ohms_at(machine.pack.used)
    seconds = trial.readings.seconds_run or 0.0
    rises = [rise_in(body, square, outcome.speed, seconds) for body, square in outcome.warming]
    swing = swing_period(machine)
    return {
        **_on_the_way(outcome, trial, words),
        **({} if swing is None else {"swing_period": swing}),
        "speed": outcome.shown_speed * words.rate.per,
        "mean_current": mean,
        "volts_loaded": machine.pack.volts_at(machine.pack.used) - mean * inside,
        "battery_resistance": inside * 1e3,
        "temperature": machine.room_C + np.max(rises, axis=0),
    }


def _on_the_way(outcome: Outcome, trial: Trial, words: Words) -> dict[str, Array]:
    """Time and speed between two gates, and the steepest tilt; nothing where it turns on the spot."""
    journey, read = outcome.journey, trial.readings
    if journey is None:
        return {}
    predicted = {"steepest_climb": run_figures(outcome, words)["steepest_climb"][0]}
    if read.first_gate_mm is not None and read.second_gate_mm is not None:
        first, second = read.first_gate_mm * 1e-3, read.second_gate_mm * 1e-3
        rows = range(journey.clock.shape[0])
        # A gate is passed by the train's middle; builds that stop before it never pass.
        passed = [[np.interp(at, journey.places[row], journey.clock[row]) for at in (first, second)] for row in rows]
        taken = np.array([late - early for early, late in passed])
        taken = np.where(journey.reached >= min(second, float(journey.places.max())), np.maximum(taken, 1e-3), 600.0)
        predicted |= {"gate_time": taken, "gate_speed": (second - first) / taken}
    return predicted
