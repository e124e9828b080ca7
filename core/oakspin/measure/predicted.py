"""What a trial's readings would show: every figure that can be measured, build by build."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from pydantic_core import from_json

from oakspin.design import Design, design_of
from oakspin.design.patch import Setting, patched
from oakspin.draws import Array, Draws, quantiles
from oakspin.kinds.kinds import KINDS, words_of
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.measure.swing import swing_period
from oakspin.measure.trial import Trial, built
from oakspin.verdict.outcome import Outcome, outcome_of
from oakspin.verdict.verdict import run_figures, running_builds
from oakspin.verdict.words import Words

NEVER_PASSES = 600.0  # s, told of the time to a gate that is not reached


def ran_as(design: Design, trial: Trial) -> Design:
    """The design as this trial ran it: as built, and resting the way it was seen to rest.

    Raises
    ------
    UnfitPatch
        When a value noted as built cannot be.
    """
    as_built, rests = built(design, trial), KINDS[design.kind].rests_at
    if rests and trial.readings.rests_deg is not None:
        # Which way it rests tells where its heavy side is: the prediction is for such a rotor alone.
        as_built = patched(as_built, (Setting(rests, trial.readings.rests_deg),))
    return as_built


def has_meter(trial: Trial) -> bool:
    """Whether a meter stood in the circuit during the trial: its ohms are part of it then."""
    return trial.readings.amperes is not None and trial.readings.meter != "clamp"


def metered(machine: Machine, draws: Draws) -> Machine:
    """The machine with a meter in its circuit."""
    return replace(machine, ohms={**machine.ohms, "meter": draws.value("meter_ohms")})


def ran(design: Design, draws: Draws, *, meter: bool) -> Outcome:
    """What a design does on the bench, with a meter in its circuit or without."""
    machine = machine_of(design, draws)
    return outcome_of(metered(machine, draws) if meter else machine)


@lru_cache(maxsize=8)
def usual_outcome(design: str, meter: bool) -> Outcome:
    """That of a design's text, on the usual draws: many trials of a class are of one design.

    A design has lists in it: its text is what can be looked up.
    """
    return ran(design_of(from_json(design)), Draws(), meter=meter)


def predicted(outcome: Outcome, trial: Trial, words: Words) -> dict[str, Array]:
    """Draws of every figure a trial can measure. A meter shows means: contact made and broken."""
    machine, mean = outcome.settled, outcome.mean_current
    inside = machine.pack.ohms_at(machine.pack.used)
    seconds = trial.readings.seconds_run or 0.0
    rises = outcome.warming.rises(seconds)
    swing = swing_period(machine)
    return {
        # Turns are counted of what turns on the spot, gates passed by what travels.
        **(_on_the_way(outcome, trial, words) if machine.route else {"speed": outcome.shown_speed * words.rate.per}),
        **({} if swing is None else {"swing_period": swing}),
        "mean_current": mean,
        "volts_open": machine.pack.volts_at(machine.pack.used),
        "volts_loaded": machine.pack.volts_at(machine.pack.used) - mean * inside,
        "battery_resistance": inside * 1e3,
        "temperature": machine.room_C + np.max(rises, axis=0),
    }


def predicted_for(design: Design, outcome: Outcome, trial: Trial) -> dict[str, Array]:
    """As :func:`predicted`, in the words of the design's kind."""
    return predicted(outcome, trial, words_of(design, outcome.machine))


@dataclass(frozen=True)
class Expected:
    """What an instrument is expected to show while the motor runs: 10th percentile, median and 90th, in its unit."""

    quantity: str
    unit: str
    band: tuple[float, float, float]


INSTRUMENTS = (("speed", "speed", "turns/min"), ("current", "mean_current", "A"), ("volts", "volts_loaded", "V"))


def expected(design: Design, draws: Draws | None = None) -> tuple[Expected, ...]:
    """What instruments are expected to show of a design, a meter standing in its circuit.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    outcome = ran(design, draws or Draws(), meter=True)
    shown, running = predicted_for(design, outcome, Trial(group="-")), running_builds(outcome)
    found = []
    for quantity, name, unit in INSTRUMENTS:
        if name in shown:
            low, middle, high = (float(value) for value in quantiles(shown[name], (0.1, 0.5, 0.9), running))
            found.append(Expected(quantity, unit, (low, middle, high)))
    return tuple(found)


def _on_the_way(outcome: Outcome, trial: Trial, words: Words) -> dict[str, Array]:
    """Time and speed between two gates, and the steepest tilt."""
    journey, read = outcome.journey, trial.readings
    assert journey is not None
    found = {"steepest_climb": run_figures(outcome, words)["steepest_climb"][0]}
    if read.first_gate_mm is not None and read.second_gate_mm is not None:
        first, second = read.first_gate_mm * 1e-3, read.second_gate_mm * 1e-3
        rows = range(journey.clock.shape[0])
        # A gate is passed by the train's middle; builds that stop before it never pass.
        passed = [[np.interp(at, journey.places[row], journey.clock[row]) for at in (first, second)] for row in rows]
        taken = np.array([late - early for early, late in passed])
        reached = journey.reached >= min(second, float(journey.places.max()))
        taken = np.where(reached, np.maximum(taken, 1e-3), NEVER_PASSES) * outcome.machine.beyond.get("gate_time", 1.0)
        found |= {"gate_time": taken, "gate_speed": (second - first) / taken}
    return found
