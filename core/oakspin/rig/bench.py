"""Trials of a rig: what people with cheap instruments would put down of hidden builds run on a bench."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.design import Design
from oakspin.draws import MEDIAN, Array
from oakspin.heat import Warming
from oakspin.learn.observation import (
    GATE_SECONDS,
    METER_SHARE,
    THERMOMETER_K,
    VOLTS_SHARE,
)
from oakspin.learn.scatter import REST_SHARES
from oakspin.learn.seen import MISSED, OPENS, SPARKS_A, UNTICKED, shakes
from oakspin.machines.flaw import PLANNED, Flaw
from oakspin.machines.machine import NEVER, Body, Machine
from oakspin.machines.table import machine_of
from oakspin.measure.trial import COUNT_SECONDS, Readings, Seen, Trial
from oakspin.motion.drive import drive_of
from oakspin.motion.journey import Journey
from oakspin.rig.hidden import Hidden
from oakspin.rig.turning import RigRotation, travelling, turning
from oakspin.verdict.outcome import ONE_RUN

COUNTED_SECONDS = 20.0  # s, over which turns are counted
FASTEST_COUNT = 4.0  # turns/s that an eye counts; above it a phone films
FILM_RATE, FILM_FRAMES = 240.0, 480  # frames/s and frames of a phone's slow motion
GATES = (0.3, 0.7)  # of the way, where gates stand


@dataclass(frozen=True)
class RigRun:
    """What one run of a hidden build does, before anybody measures it; SI units, and what an eye would see.

    ``speed`` in rad/s, or ``gate_seconds`` between ``gates_mm`` of what travels. ``sense`` is the way in which it is
    driven, +1, -1 or 0; ``rocks`` says that it swings to and fro, ``idle`` what flows where it is let go and stays.
    """

    speed: float
    drawn: float
    square: float
    volts_open: float
    volts: float
    seen: tuple[Seen, ...]
    gates_mm: tuple[float, float] = (0.0, 0.0)
    gate_seconds: float = 0.0
    machine: Machine | None = None
    row: int = 0
    sense: float = 0.0
    rocks: bool = False
    idle: float = 0.0

    def temperature(self, seconds: float) -> float:
        """Of the warmest place after so long a run, in degrees Celsius."""
        assert self.machine is not None
        return self.machine.room_C + max(self.rises(seconds))

    def rises(self, seconds: float) -> tuple[float, ...]:
        """By how much in K each body of its machine warms in a run of so many seconds."""
        machine = self.machine
        assert machine is not None
        square, squares = self.square * np.ones(1), []
        for body in machine.bodies:
            # Past a short all current runs through the battery alone.
            past = machine.shorted[self.row : self.row + 1] ** 2 if body.supplies else 0 * square
            squares.append(past if machine.short_ohms else square)
        bodies = tuple(of_build(body, self.row) for body in machine.bodies)
        warming = Warming(bodies, tuple(squares), self.speed * np.ones(1), machine.room_C)
        return tuple(float(rise[0]) for rise in warming.rises(seconds))


def of_build(body: Body, row: int) -> Body:
    """The body of one build among many."""

    def one(value: Array | float) -> Array:
        return np.ravel(value)[row : row + 1] if np.size(value) > 1 else np.ravel(value)

    return replace(
        body,
        ohms=one(body.ohms),
        heat_capacity=one(body.heat_capacity),
        still=one(body.still),
        wind=one(body.wind),
        grows=one(body.grows),
        falls=one(body.falls),
        passes=one(body.passes),
    )


def shown(
    design: Design, hidden: list[dict[str, float]], *, meter: bool, seconds: float = ONE_RUN, flaw: Flaw = PLANNED
) -> list[RigRun]:
    """Run hidden builds of a design on the bench, all side by side; ``flaw`` is what they have beside the plan."""
    if machine_of(design, MEDIAN).route is not None:
        machine, journey = travelling(design, hidden, meter=meter, flaw=flaw)
        return [_beyond(travelled(machine, journey, row), each) for row, each in enumerate(hidden)]
    found = turning(design, hidden, meter=meter, flaw=flaw)
    return [_beyond(turned(found, row, seconds), each) for row, each in enumerate(hidden)]


def _beyond(run: RigRun, hidden: Mapping[str, float]) -> RigRun:
    """A run with what else differs in it from others of its rotor."""
    times = {figure: float(np.exp(hidden.get(figure, 0.0))) for figure in REST_SHARES}
    return replace(
        run,
        speed=run.speed * times["speed"],
        gate_seconds=run.gate_seconds * times["gate_time"],
        drawn=run.drawn * times["mean_current"],
    )


def turned(found: RigRotation, row: int, seconds: float = ONE_RUN) -> RigRun:
    """What one of the builds does that turn on the spot, in a run of so many seconds."""
    machine = found.machine
    every = np.ones(machine.inertia.size)

    def one(values: Array | float) -> float:
        return float((every * np.ravel(values))[row])

    peak = one(np.minimum(machine.pack.volts_at(machine.pack.used) / machine.total_ohms, machine.pack.limit))
    peak *= one(machine.free("circuit"))
    speed, begins = float(found.speed[row]), bool(found.begins[row])
    # What is faster than it stays on its seat comes off on the way there, and then nothing flows.
    off = begins and one(machine.leave_speed * machine.free("stays_on")) < min(speed, NEVER)
    goes = bool(found.flicked[row]) and not off
    lies = 0.0 if off else one(machine.touch.made) * one(np.abs(machine.switch).max(axis=1))
    drawn, square = lies * peak, lies * peak**2
    if goes:
        drawn, square = float(found.drawn[row]), float(found.square[row])
    went: Seen = "trembles" if shakes(machine, drive_of(machine))[row] else "nothing"
    if begins:
        went = "starts_then_stops"
    if goes:
        went = "runs" if found.starts[row] else "runs_after_flick"
    seen: list[Seen] = [went, "jumps_off"] if off else [went]
    opens = one(machine.touch.share_at(every * speed))
    breaks = opens < OPENS or one(np.abs(machine.switch).min(axis=1)) < 1 or bool(np.any(machine.henries))
    if goes and breaks and peak > SPARKS_A:
        seen.append("sparks")
    volts = one(machine.pack.volts_at(machine.pack.used))
    pack = machine.settled(every * max(drawn, 0.0)).pack
    loaded = volts - one(pack.ohms_at(pack.used)) * drawn
    run = RigRun(speed if goes else 0.0, drawn, square, volts, loaded, tuple(seen), machine=machine, row=row)
    run = replace(
        run, sense=found.sense, rocks=bool(found.rocks[row]), idle=one(machine.free("circuit")) * float(found.idle[row])
    )
    return replace(run, seen=(*run.seen, "gets_hot")) if run.temperature(seconds) > HANDS_OFF_C else run


def travelled(machine: Machine, journey: Journey, row: int) -> RigRun:
    """What one of the builds does that travel."""
    start, end = float(journey.places[row, 0]), float(journey.places[row, -1])
    first, second = (start + share * (end - start) for share in GATES)
    through = bool(journey.through[row])
    passed = [float(np.interp(at, journey.places[row], journey.clock[row])) for at in (first, second)]
    volts = float(machine.pack.volts_at(machine.pack.used)[row])
    inside, top = float(machine.pack.ohms_at(machine.pack.used)[row]), float(journey.top[row])
    share = float(np.ravel(machine.touch.share_at(np.full(machine.inertia.size, top)))[row])
    closed = float(np.broadcast_to(np.asarray(machine.free("circuit"), float), machine.inertia.shape)[row])
    drawn = closed * share * volts / float(machine.total_ohms[row])
    goes = journey.reached[row] > start + 0.02
    stands: Seen = "trembles" if shakes(machine, drive_of(machine))[row] else "nothing"
    seen: Seen = "runs" if through else "starts_then_stops" if goes else stands
    gates = (round(first * 1e3), round(second * 1e3))
    took = passed[1] - passed[0] if journey.reached[row] >= second else 0.0
    return RigRun(
        top,
        drawn,
        drawn**2 / max(share, 1e-9),
        volts,
        volts - inside * drawn,
        (seen,),
        gates,
        took,
        machine,
        row,
        drive_of(machine).sense,
        idle=drawn,
    )


def read(run: RigRun, group: str, chance: np.random.Generator, *, volts: bool = True, current: bool = True) -> Trial:
    """What people put down of a run: each reading with the error of its way of measuring, things missed or imagined."""
    readings: dict[str, float | int] = {}
    if run.gate_seconds:
        seconds = max(run.gate_seconds + GATE_SECONDS * chance.standard_normal(), 0.02)
        readings |= {
            "first_gate_mm": run.gates_mm[0],
            "second_gate_mm": run.gates_mm[1],
            "gate_seconds": round(seconds, 2),
        }
    elif run.speed > 0 and not run.gates_mm[1]:
        rate = run.speed / (2 * np.pi)
        if rate <= FASTEST_COUNT:
            turns = max(1, round(rate * COUNTED_SECONDS + chance.uniform(-1, 1)))
            readings |= {
                "turns": turns,
                "turns_seconds": round(COUNTED_SECONDS + COUNT_SECONDS * chance.standard_normal(), 1),
            }
        else:
            turns_on_film = max(round(rate * FILM_FRAMES / FILM_RATE * 4) / 4, 0.25)
            frames = turns_on_film / rate * FILM_RATE + 0.5 * chance.standard_normal()
            readings |= {"film_turns": turns_on_film, "film_frames": max(2, round(frames)), "film_rate": FILM_RATE}
    if current:
        readings["amperes"] = round(max(run.drawn * (1 + METER_SHARE * chance.standard_normal()), 0.0), 2)
    if volts:
        open_ = round(run.volts_open * (1 + VOLTS_SHARE * chance.standard_normal()), 2)
        loaded = round(run.volts * (1 + VOLTS_SHARE * chance.standard_normal()), 2)
        readings |= {"volts_open": open_, "volts_loaded": float(np.clip(loaded, 0.0, open_))}
    return Trial(group=group, readings=Readings.model_validate(readings), seen=list(_reported_signs(run.seen, chance)))


def _reported_signs(seen: tuple[Seen, ...], chance: np.random.Generator) -> tuple[Seen, ...]:
    """What is ticked of what could be seen."""
    went, others = seen[:1], seen[1:]
    words = [word for word in went if chance.random() > MISSED]
    return (*words, *(word for word in others if chance.random() > UNTICKED))


def warm(run: RigRun, seconds: float, chance: np.random.Generator) -> float:
    """A thermometer's reading after a run, in degrees Celsius."""
    return round(run.temperature(seconds) + THERMOMETER_K * chance.standard_normal(), 0)


def rig_trials(design: Design, seed: int, trials: int, *, group: str = "Rig", strange: float = 1.0) -> list[Trial]:
    """Trials of one hidden build, one run each, with a meter in the circuit.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    hidden = Hidden(design, seed, strange=strange)
    runs = shown(design, [hidden.positions(run) for run in range(trials)], meter=True)
    chance = np.random.default_rng([seed, 5])
    return [read(run, group, chance) for run in runs]
