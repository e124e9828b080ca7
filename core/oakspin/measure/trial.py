"""A trial: the motor as it was built, who ran it, what was read, what was seen."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design import Design
from oakspin.design.bench import Maker
from oakspin.design.models import ONE_LINE, WHOLE, Record, misfit
from oakspin.design.patch import Setting, patched

Seen = Literal[
    "runs", "runs_after_flick", "starts_then_stops", "trembles", "nothing", "gets_hot", "jumps_off", "sparks", "leans"
]
SEEN: dict[Seen, str] = {
    "runs": "runs by itself",
    "runs_after_flick": "runs after a flick",
    "starts_then_stops": "starts, then stops",
    "trembles": "trembles, does not turn",
    "nothing": "nothing at all",
    "gets_hot": "gets hot",
    "jumps_off": "jumps off",
    "sparks": "sparks",
    "leans": "leans or drags",
}

Meter = Literal["in_circuit", "clamp"]
METERS: dict[Meter, str] = {"in_circuit": "meter in the circuit", "clamp": "clamp round a wire"}

COUNT_TURNS = 1 / math.sqrt(3)  # turns: a count by eye is off by up to one, evenly
COUNT_SECONDS = 0.2  # s, a thumb on a watch


@dataclass(frozen=True)
class ReadingWords:
    """How a reading is asked for: its field, what it is, its unit."""

    field: str
    label: str
    unit: str


@dataclass(frozen=True)
class ReadingGroup:
    """Readings that are taken together, with one instrument; ``usual`` where every bench has it."""

    id: str
    label: str
    fields: tuple[str, ...]
    usual: bool = False


GROUPS = (
    ReadingGroup("count", "Turns, counted by eye", ("turns", "turns_seconds"), usual=True),
    ReadingGroup("film", "Turns, on film", ("film_turns", "film_frames", "film_rate")),
    ReadingGroup("tachometer", "Turns, by an instrument", ("tach_per_min", "tach_error")),
    ReadingGroup("gates", "Time between two gates", ("first_gate_mm", "second_gate_mm", "gate_seconds"), usual=True),
    ReadingGroup("climb", "Steepest climb", ("climb_deg",)),
    ReadingGroup("current", "Current, with a meter", ("amperes",), usual=True),
    ReadingGroup("volts", "Volts, with a meter", ("volts_open", "volts_loaded")),
    ReadingGroup("heat", "Temperature", ("temperature_C", "seconds_run")),
    ReadingGroup("swings", "Swings with the power off", ("swings", "swings_seconds")),
    ReadingGroup("rests", "How it comes to rest", ("rests_deg",)),
)
TURNING = (
    ReadingWords("turns", "Turns counted", "turns"),
    ReadingWords("turns_seconds", "Seconds for them", "s"),
    ReadingWords("film_turns", "Turns on film", "turns"),
    ReadingWords("film_frames", "Frames they took", "frames"),
    ReadingWords("film_rate", "Film speed", "frames/s"),
    ReadingWords("tach_per_min", "Turns a minute, by an instrument", "turns/min"),
    ReadingWords("tach_error", "Give or take", "turns/min"),
)
GATES = (
    ReadingWords("first_gate_mm", "First gate, from the entry", "mm"),
    ReadingWords("second_gate_mm", "Second gate", "mm"),
    ReadingWords("gate_seconds", "Seconds between them", "s"),
    ReadingWords("climb_deg", "Steepest tilt it climbs", "°"),
)
READINGS = (
    ReadingWords("amperes", "Current", "A"),
    ReadingWords("volts_open", "Volts, open", "V"),
    ReadingWords("volts_loaded", "Volts, running", "V"),
    ReadingWords("temperature_C", "Warmest place", "°C"),
    ReadingWords("seconds_run", "Power on for", "s"),
)
SWINGS = (
    ReadingWords("swings", "Swings, power off", "swings"),
    ReadingWords("swings_seconds", "Seconds for them", "s"),
)
RESTS = (ReadingWords("rests_deg", "Marked side at rest, from up", "° counterclockwise"),)


class AsBuilt(Record):
    """A number of the design that came out otherwise than planned."""

    pointer: Annotated[str, Field(min_length=2, max_length=120, description="Where it stands in the design.")]
    value: Annotated[float, Field(description="The value as built, in the design's own unit.")]


class Readings(Record):
    """What was read. Every reading may be left out; pairs need both."""

    turns: Annotated[int | None, Field(ge=1, le=100000, description="Turns counted."), WHOLE] = None
    turns_seconds: Annotated[
        float | None, Field(ge=0.1, le=3600, description="Seconds in which they were counted.")
    ] = None
    film_turns: Annotated[float | None, Field(ge=0.25, le=10000, description="Turns seen on a film.")] = None
    film_frames: Annotated[int | None, Field(ge=2, le=1000000, description="Frames that they took."), WHOLE] = None
    film_rate: Annotated[float | None, Field(ge=1, le=2000, description="Frames a second of the film.")] = None
    tach_per_min: Annotated[
        float | None, Field(ge=0.1, le=100000, description="Turns a minute by sound, light or a device.")
    ] = None
    tach_error: Annotated[float | None, Field(ge=0, le=100000, description="Its standard error, turns a minute.")] = (
        None
    )
    amperes: Annotated[float | None, Field(ge=0, le=100, description="Amperes on the meter while running.")] = None
    meter: Annotated[
        Meter | None, Field(description="How the current was read; in the circuit where left out, its ohms count.")
    ] = None
    volts_open: Annotated[float | None, Field(ge=0.1, le=80, description="Volts with nothing connected.")] = None
    volts_loaded: Annotated[float | None, Field(ge=0, le=80, description="Volts while running.")] = None
    temperature_C: Annotated[float | None, Field(ge=-10, le=200, description="Warmest place after the run.")] = None
    swings: Annotated[float | None, Field(ge=0.5, le=1000, description="Swings to and fro, power off, counted.")] = None
    swings_seconds: Annotated[float | None, Field(ge=0.1, le=3600, description="Seconds that they took.")] = None
    rests_deg: Annotated[
        float | None,
        Field(ge=0, le=359, description="Marked side at rest, power off: degrees counterclockwise from up."),
    ] = None
    first_gate_mm: Annotated[float | None, Field(ge=0, le=10000, description="First mark, from the entry.")] = None
    second_gate_mm: Annotated[float | None, Field(ge=1, le=10000, description="Second mark, from the entry.")] = None
    gate_seconds: Annotated[float | None, Field(ge=0.01, le=600, description="Seconds from mark to mark.")] = None
    climb_deg: Annotated[float | None, Field(ge=0, le=90, description="Steepest tilt that it climbs.")] = None
    seconds_run: Annotated[float | None, Field(ge=0.5, le=36000, description="Seconds that the power was on.")] = None

    @model_validator(mode="after")
    def _pairs_are_whole(self) -> Self:
        if (self.turns is None) != (self.turns_seconds is None):
            missing = "turns" if self.turns is None else "turns_seconds"
            raise misfit(missing, "nothing", "given with its pair", "Give turns and the seconds they took, or neither.")
        if (self.swings is None) != (self.swings_seconds is None):
            missing = "swings" if self.swings is None else "swings_seconds"
            raise misfit(
                missing, "nothing", "given with its pair", "Give swings and the seconds they took, or neither."
            )
        film = (self.film_turns, self.film_frames, self.film_rate)
        if any(given is None for given in film) and any(given is not None for given in film):
            raise misfit("film_turns", "a part", "whole", "Give turns, frames and frame rate of the film, or none.")
        if self.tach_error is not None and self.tach_per_min is None:
            raise misfit("tach_per_min", "nothing", "given with its error", "Give the turns a minute, too.")
        gates = (self.first_gate_mm, self.second_gate_mm, self.gate_seconds)
        if any(given is None for given in gates) and any(given is not None for given in gates):
            raise misfit("gate_seconds", "a part", "whole", "Give both marks and the seconds between them, or none.")
        if (
            self.first_gate_mm is not None
            and self.second_gate_mm is not None
            and self.second_gate_mm <= self.first_gate_mm
        ):
            limit = f"beyond the first, at {self.first_gate_mm:g} mm"
            raise misfit("second_gate_mm", self.second_gate_mm, limit, "Measure both marks from the entry.")
        if self.volts_open is not None and self.volts_loaded is not None and self.volts_loaded > self.volts_open:
            limit = f"at most the open {self.volts_open:g} V"
            raise misfit("volts_loaded", self.volts_loaded, limit, "Check which of the two was read under load.")
        if self.temperature_C is not None and self.seconds_run is None:
            raise misfit("seconds_run", "nothing", "given with a temperature", "Give the seconds that it had run.")
        return self


class Trial(Record):
    """One run of a motor, as its observers put it down."""

    group: Annotated[str, Field(min_length=1, max_length=40, description="Who ran it: a group's name."), ONE_LINE]
    as_built: Annotated[list[AsBuilt], Field(max_length=20, description="What came out otherwise than planned.")] = []
    readings: Readings = Readings()
    seen: Annotated[list[Seen], Field(max_length=9, description="What was seen.")] = []
    rebuilt: Annotated[bool, Field(description="Built anew since this group's last trial.")] = False
    fresh_battery: Annotated[bool, Field(description="A fresh battery since this group's last trial.")] = False
    simulated: Annotated[bool, Field(description="Run on the simulated rig: it teaches nothing of the real motor.")] = (
        False
    )
    note: Annotated[str, Field(max_length=1000, description="In the group's own words.")] = ""
    hands: Annotated[Maker | None, Field(description="Whose hands built it, where other than the plan's.")] = None
    fault: Annotated[
        str, Field(max_length=40, description="What was found wrong after it; it teaches nothing then.")
    ] = ""


@dataclass(frozen=True)
class Measured:
    """A figure that follows from the readings."""

    value: float
    unit: str


def built(design: Design, trial: Trial) -> Design:
    """The design as this trial built it. Raises ``UnfitPatch`` when a value cannot be."""
    hands = (Setting("/maker", trial.hands),) if trial.hands else ()
    return patched(design, (*hands, *(Setting(noted.pointer, noted.value) for noted in trial.as_built)))


def measured_in(trial: Trial) -> dict[str, Measured]:
    """Every figure that the readings give, by its name in the verdict.

    An instrument is taken before a film, a film before a count by hand. Ohms inside follow from volts open and under
    load.

    Example
    -------
    >>> trial = Trial(group="Tern", readings=Readings(turns=40, turns_seconds=5.0))
    >>> measured_in(trial)["speed"]
    Measured(value=480.0, unit='turns/min')
    """
    read = trial.readings
    measured: dict[str, Measured] = {}
    if read.tach_per_min is not None:
        measured["speed"] = Measured(read.tach_per_min, "turns/min")
    elif read.film_turns is not None and read.film_frames is not None and read.film_rate is not None:
        measured["speed"] = Measured(60 * read.film_turns * read.film_rate / read.film_frames, "turns/min")
    elif read.turns is not None and read.turns_seconds is not None:
        measured["speed"] = Measured(60 * read.turns / read.turns_seconds, "turns/min")
    if read.first_gate_mm is not None and read.second_gate_mm is not None and read.gate_seconds is not None:
        measured["gate_time"] = Measured(read.gate_seconds, "s")
        measured["gate_speed"] = Measured((read.second_gate_mm - read.first_gate_mm) * 1e-3 / read.gate_seconds, "m/s")
    if read.climb_deg is not None:
        measured["steepest_climb"] = Measured(read.climb_deg, "°")
    if read.amperes is not None:
        measured["mean_current"] = Measured(read.amperes, "A")
    if read.volts_open is not None:
        measured["volts_open"] = Measured(read.volts_open, "V")
    if read.volts_loaded is not None:
        measured["volts_loaded"] = Measured(read.volts_loaded, "V")
        if read.volts_open is not None and read.amperes:
            measured["battery_resistance"] = Measured(1e3 * (read.volts_open - read.volts_loaded) / read.amperes, "mΩ")
    if read.swings is not None and read.swings_seconds is not None:
        measured["swing_period"] = Measured(read.swings_seconds / read.swings, "s")
    if read.temperature_C is not None:
        measured["temperature"] = Measured(read.temperature_C, "°C")
    return measured
