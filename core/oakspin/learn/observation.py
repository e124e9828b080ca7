"""One run as it was observed: the design as it ran, readings each with its own error, what was seen."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.draws import MEDIAN, Array
from oakspin.machines.table import machine_of
from oakspin.measure.predicted import has_meter, ran_as
from oakspin.measure.trial import COUNT_SECONDS, COUNT_TURNS, Readings, Seen, Trial, measured_in

FILM_FRAMES = 0.5  # frames, at which the mark is seen to pass
FILM_TURNS = 0.02  # turns, to which a mark's place on a picture is told
TACH_SHARE, LEAST_TACH = 0.01, 1e-3  # of its value, where an instrument tells no error of its own, and at least
GATE_SECONDS = 0.05  # s, by hand
METER_SHARE, METER_AMPERES = 0.02, 0.01  # a cheap meter: 2 % and its last digit
VOLTS_SHARE, VOLTS_DIGIT = 0.005, 0.01
THERMOMETER_K = 2.0  # a finger knows no better, and a thermometer lags
CLIMB_DEG = 2.0
SWING_SECONDS = 0.2  # s

# How far a prediction is trusted at most, as a share or in the reading's unit, found by holding it against the motion
# in time of hidden builds; decision 024.
MODEL = {
    "speed": 0.006,
    "gate_time": 0.02,
    "steepest_climb": 1.5,
    "mean_current": 0.01,
    "volts_open": 0.003,
    "volts_loaded": 0.01,
    "temperature": 2.0,
    "swing_period": 0.02,
}
# More where the law is one of this project's own: a rotor that hops speeds up and slows down within each turn.
HOPPING = {"speed": 0.025, "mean_current": 0.05, "volts_loaded": 0.02}
# Errors of these are shares: they are looked at as logarithms.
SHARES = frozenset(("speed", "gate_time", "mean_current", "swing_period"))
LEAST = 1e-3  # below which a share is not told apart from nothing


@dataclass(frozen=True)
class Reading:
    """A measured figure as it is compared: ``value`` and standard ``error``, both of a logarithm for shares."""

    quantity: str
    value: float
    error: float
    model: float


@dataclass(frozen=True)
class Observation:
    """A trial as evidence: ``design`` as it ran, whether a ``meter`` stood in the circuit."""

    design: Design
    trial: Trial
    meter: bool
    readings: tuple[Reading, ...]

    @property
    def seen(self) -> tuple[Seen, ...]:
        """What was seen."""
        return tuple(self.trial.seen)


def observed(design: Design, trial: Trial) -> Observation:
    """A trial of a design as an observation.

    Raises
    ------
    UnfitPatch
        When a value noted as built cannot be.
    """
    measured, machine = measured_in(trial), machine_of(design, MEDIAN)
    model = MODEL if machine.touch.hop is None else {**MODEL, **HOPPING}
    if machine.route is not None:
        measured.pop("speed", None)  # what travels does not turn: turns counted of it are something else
    readings = tuple(
        Reading(name, float(as_compared(name, np.array(measured[name].value))), error, model[name])
        for name, error in errors_of(trial.readings).items()
        if name in measured
    )
    return Observation(ran_as(design, trial), trial, has_meter(trial), readings)


def as_compared(quantity: str, values: Array) -> Array:
    """Values as they are compared: the logarithm of what errs by shares."""
    return np.log(np.maximum(values, LEAST)) if quantity in SHARES else np.asarray(values, float)


def errors_of(read: Readings) -> dict[str, float]:
    """Standard error of every figure that readings give, by the way it was measured; shares for those of ``SHARES``."""
    errors: dict[str, float] = {}
    if read.tach_per_min is not None:
        errors["speed"] = max((read.tach_error or TACH_SHARE * read.tach_per_min) / read.tach_per_min, LEAST_TACH)
    elif read.film_turns is not None and read.film_frames is not None:
        errors["speed"] = math.hypot(FILM_FRAMES / read.film_frames, FILM_TURNS / read.film_turns)
    elif read.turns is not None and read.turns_seconds is not None:
        errors["speed"] = math.hypot(COUNT_TURNS / read.turns, COUNT_SECONDS / read.turns_seconds)
    if read.gate_seconds is not None:
        errors["gate_time"] = GATE_SECONDS / read.gate_seconds
    if read.climb_deg is not None:
        errors["steepest_climb"] = CLIMB_DEG
    if read.amperes is not None:
        errors["mean_current"] = math.hypot(METER_SHARE, METER_AMPERES / max(read.amperes, METER_AMPERES))
    if read.volts_open is not None:
        errors["volts_open"] = math.hypot(VOLTS_SHARE * read.volts_open, VOLTS_DIGIT)
    if read.volts_loaded is not None:
        errors["volts_loaded"] = math.hypot(VOLTS_SHARE * read.volts_loaded, VOLTS_DIGIT)
    if read.temperature_C is not None:
        errors["temperature"] = THERMOMETER_K
    if read.swings_seconds is not None:
        errors["swing_period"] = SWING_SECONDS / read.swings_seconds
    return errors
