"""A rig that answers like a bench: it can be powered, flicked and stopped, and instruments read it as time goes on.

It stands in for instruments and for a motor on the bench. What it does comes from the motion in time of one hidden
build; each time the power goes on is a run of its own.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.design.patch import Patch, patched
from oakspin.draws import MEDIAN, Array
from oakspin.learn.observation import METER_AMPERES, METER_SHARE, VOLTS_DIGIT, VOLTS_SHARE
from oakspin.machines.machine import NEVER
from oakspin.machines.table import machine_of
from oakspin.measure.trial import Seen
from oakspin.motion.journey import Journey
from oakspin.rig.bench import RigRun, travelled, turned
from oakspin.rig.hidden import Hidden
from oakspin.rig.turning import RigRotation, travelling, turning

POLARIZES = 8.0  # s, in which a zinc cell tires
FINEST = 2e-3  # s, of a step in which speed and warmth go on
THERMOMETER = 0.3  # K, between two readings of one thermometer
GATES = (0.3, 0.7)  # of the way


@dataclass(frozen=True)
class RigReading:
    """What an instrument tells at a moment: ``seconds`` since the rig was set up."""

    quantity: str
    value: float
    unit: str
    seconds: float


class Rig:
    """One hidden build of a design on a bench.

    Parameters
    ----------
    design : Design
        The plan.
    seed : int
        Which build of it.
    changes : Patch
        What the plan does not know: how the build really differs from it.
    meter : bool
        Whether a meter stands in the circuit.

    Raises
    ------
    Refusal, UnfitPatch
        When no motor can be made of the design, or of the changed one.
    """

    def __init__(self, design: Design, seed: int, *, changes: Patch = (), meter: bool = True) -> None:
        self.design = patched(design, changes) if changes else design
        self.hidden, self.meter = Hidden(self.design, seed), meter
        self.chance = np.random.default_rng([seed, 9])
        self.seconds = self.speed = self.turned = self.on_for = 0.0
        self.powered = self.held = self.moving = False
        self.runs = 0
        self.way = 1.0
        self.travels = machine_of(self.design, MEDIAN).route is not None
        self.warm: list[float] = []
        self._begin()

    def _begin(self) -> None:
        positions = [self.hidden.positions(self.runs)]
        self.found: RigRotation | None = None
        self.journey: Journey | None = None
        if self.travels:
            self.machine, self.journey = travelling(self.design, positions, meter=self.meter)
            self.shown: RigRun = travelled(self.machine, self.journey, 0)
        else:
            self.found = turning(self.design, positions, meter=self.meter)
            self.machine, self.shown = self.found.machine, turned(self.found, 0)
        bodies = self.machine.bodies
        if not self.warm:
            self.warm = [self.machine.room_C for _ in bodies]

    def power(self, *, on: bool) -> None:
        """Turn the power on or off. On is a run of its own: its contacts are anew."""
        if on == self.powered:
            return
        self.powered, self.on_for = on, 0.0
        if on:
            if self.runs:
                self._begin()
            self.runs += 1
            self._let_go(by_itself=True)

    def flick(self) -> None:
        """Give it the flick that the plan asks for."""
        if self.powered and not self.held:
            self._let_go(by_itself=False)

    def stop(self, *, held: bool = True) -> None:
        """Hold it still with a finger, or let it go."""
        self.held = held
        if held:
            self.speed, self.moving = 0.0, False
        elif self.powered:
            self._let_go(by_itself=True)

    def _let_go(self, *, by_itself: bool) -> None:
        """Let it begin to move, if it does: with iron in it, it must pass the speeds at which it is held back."""
        if self.found is None:
            self.moving = self.travels
            return
        self.moving = bool((self.found.starts if by_itself else self.found.flicked)[0])
        gains = self.found.fresh.speed[0][self.found.fresh.gain[0] > 0]
        if self.moving and gains.size and self._gain() <= 0:
            self.speed = max(self.speed, float(gains[0]))

    @property
    def tired(self) -> float:
        """How far the battery has polarized, 0 to 1."""
        return 1 - float(np.exp(-self.on_for / POLARIZES))

    def advance(self, seconds: float) -> None:
        """Let so much time go by."""
        left = seconds
        while left > 1e-9:
            step = min(left, FINEST * 10)
            self._step(step)
            left -= step

    def _step(self, step: float) -> None:
        self.seconds += step
        square = self._flowing()[1]
        if self.powered:
            self.on_for += step
        if self.found is not None:
            gain = self._gain() if self.powered and self.moving else self._slowing()
            self.speed = max(self.speed + gain * step, 0.0)
            limit = float(np.broadcast_to(self.machine.leave_speed, self.machine.inertia.shape)[0])
            if limit < NEVER and self.speed > limit:
                self.speed, self.moving = 0.0, False
        elif self.powered and self.journey is not None:
            self.speed = float(np.interp(self.on_for, self.journey.clock[0], self.journey.speed[0]))
        self.turned += self.speed * step / (2 * np.pi)
        for at, body in enumerate(self.machine.bodies):
            cooling = float(np.ravel(body.still)[0] + np.ravel(body.wind)[0] * np.sqrt(self.speed))
            watts = square * float(np.ravel(body.ohms)[0]) - cooling * (self.warm[at] - self.machine.room_C)
            self.warm[at] += watts * step / float(np.ravel(body.heat_capacity)[0])

    def _gain(self) -> float:
        assert self.found is not None
        fresh, tired = self.found.fresh.at(0, self.speed)[0], self.found.tired.at(0, self.speed)[0]
        return fresh + (tired - fresh) * self.tired

    def _slowing(self) -> float:
        load = float(np.ravel(self.machine.load.at(np.full(self.machine.inertia.size, self.speed)))[0])
        return -load / float(self.machine.inertia[0]) if self.speed else 0.0

    def _flowing(self) -> tuple[float, float]:
        """Mean current and mean square now."""
        if not self.powered:
            return 0.0, 0.0
        if self.found is None or not self.moving:
            return self.shown.drawn if not self.found else self._stuck(), self.shown.square
        (_, fresh, square), (_, tired, late) = (
            table.at(0, self.speed) for table in (self.found.fresh, self.found.tired)
        )
        return fresh + (tired - fresh) * self.tired, square + (late - square) * self.tired

    def _stuck(self) -> float:
        pack = self.machine.pack
        volts, ohms = float(pack.volts_at(pack.used)[0]), float(self.machine.total_ohms[0])
        free = float(np.ravel(self.machine.free("circuit"))[0])
        lies = float(np.ravel(self.machine.touch.made)[0] * np.abs(self.machine.switch).max(axis=1)[0])
        return min(volts / ohms, pack.limit) * free * lies

    @property
    def pulses(self) -> int:
        """Pulses of turning so far."""
        return int(self.turned * self.machine.pulses_a_turn)

    def read(self) -> tuple[RigReading, ...]:
        """What instruments show now, their noise included."""
        current, _ = self._flowing()
        pack = self.machine.pack
        inside = float(pack.ohms_at(pack.used)[0]) * (1 + (float(np.ravel(pack.grows)[0]) - 1) * self.tired * 0.5)
        volts = float(pack.volts_at(pack.used)[0]) - inside * current
        noise = self.chance.standard_normal(3)
        rows = [
            ("current", max(current * (1 + METER_SHARE / 3 * noise[0]), 0.0), METER_AMPERES, "A"),
            ("volts", volts * (1 + VOLTS_SHARE / 3 * noise[1]), VOLTS_DIGIT, "V"),
            ("temperature", max(self.warm) + THERMOMETER * noise[2], 0.1, "C"),
        ]
        if not self.travels:
            rows.insert(0, ("speed", self.speed * 30 / np.pi, 0.1, "turns/min"))
            rows.append(("pulses", float(self.pulses), 1.0, "1"))
        return tuple(
            RigReading(name, float(round(round(value / digit) * digit, 6)), unit, round(self.seconds, 3))
            for name, value, digit, unit in rows
        )

    def seen(self) -> tuple[Seen, ...]:
        """What an eye sees of this run."""
        return self.shown.seen

    def sound(self, seconds: float, rate: int, decibels: float = 15.0) -> Array:
        """What a microphone beside it hears now, as :func:`heard`."""
        hertz = self.speed / (2 * np.pi)
        return heard(hertz, self.machine.pulses_a_turn, seconds, rate, decibels, self.chance)


def heard(
    turns_per_s: float, pulses: int, seconds: float, rate: int, decibels: float, chance: np.random.Generator
) -> Array:
    """Sound of a motor: a click at each pulse, and noise so many decibels below; from -1 to 1, shape (samples,).

    Each make of the contact rings for a few milliseconds; every pulse of a turn sounds a little otherwise.
    """
    time = np.arange(round(seconds * rate)) / rate
    hertz = turns_per_s * pulses
    clicks = np.zeros(time.size)
    if hertz > 0:
        beat = hertz * time + chance.random()
        strength = 1 + 0.3 * chance.standard_normal(pulses)[np.floor(beat).astype(int) % pulses]
        since = np.mod(beat, 1.0) / hertz
        clicks = strength * np.exp(-since / 0.002) * np.sin(2 * np.pi * 900 * since)
    power = float(np.sqrt(np.mean(clicks**2))) or 0.1
    sound = clicks + power * 10 ** (-decibels / 20) * chance.standard_normal(time.size)
    return np.asarray(0.8 * sound / max(float(np.abs(sound).max()), 1e-9))
