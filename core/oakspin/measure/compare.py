"""Predicted against measured, for each figure that has both."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.design import Design
from oakspin.draws import quantiles
from oakspin.measure.predicted import has_meter, predicted_for, ran_as, usual_outcome
from oakspin.measure.trial import Trial, measured_in
from oakspin.spoken import plain_unit
from oakspin.verdict.verdict import running_builds

LABELS = {
    "speed": "Speed",
    "gate_time": "Time between the gates",
    "gate_speed": "Speed between the gates",
    "steepest_climb": "Steepest climb, a thrust of its own",
    "mean_current": "Current on the meter",
    "volts_open": "Volts, nothing connected",
    "volts_loaded": "Volts while running",
    "battery_resistance": "Ohms inside the battery",
    "temperature": "Warmest place",
    "swing_period": "Period of a swing",
}


@dataclass(frozen=True)
class Measurable:
    """A figure that trials can measure; plainly told in ``plain_unit``, ``plain_per`` of which make one ``unit``."""

    name: str
    label: str
    unit: str
    plain_unit: str
    plain_per: float

    @staticmethod
    def of(name: str, unit: str) -> tuple[str, str, str, str, float]:
        """What is told of a figure by its name and unit."""
        plain = plain_unit(unit)
        return name, LABELS[name], unit, plain.words, plain.per


@dataclass(frozen=True)
class Comparison(Measurable):
    """One figure, measured and predicted with its band; ``place`` says where the measured one lies.

    ``condition`` is what the prediction is for, where that is not the motor as planned; empty where it is.
    """

    measured: float
    predicted: float
    band: tuple[float, float]
    place: Literal["inside", "above", "below"]
    condition: str = ""


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
    as_built = ran_as(design, trial)
    outcome = usual_outcome(as_built.model_dump_json(), has_meter(trial))
    predicted = predicted_for(as_built, outcome, trial)
    comparisons, running = [], running_builds(outcome)
    for name, reading in measured.items():
        if name not in predicted:
            continue
        low, middle, high = (float(share) for share in quantiles(predicted[name], (0.1, 0.5, 0.9), running))
        place: Literal["inside", "above", "below"] = (
            "below" if reading.value < low else "above" if reading.value > high else "inside"
        )
        of = Measurable.of(name, reading.unit)
        comparisons.append(Comparison(*of, reading.value, middle, (low, high), place, condition_of(design, trial)))
    return tuple(comparisons)


def condition_of(design: Design, trial: Trial) -> str:
    """What a prediction for a trial is for, where that is not the motor as planned and alone."""
    conditions = []
    if has_meter(trial):
        conditions.append("with the meter in the circuit")
    if trial.hands and trial.hands != design.maker:
        conditions.append("in the hands that built it")
    if trial.as_built or trial.readings.rests_deg is not None:
        conditions.append("as it was built")
    return ", ".join(conditions)
