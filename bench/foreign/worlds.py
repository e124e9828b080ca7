"""Frame, coil and train on another bench: what each run of a hidden build does, stepped in time.

Builds stand side by side in arrays of shape (runs,). What a build is made of stays from run to run; what its contacts
and friction do is drawn anew in each, and its cell fades.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from bench.foreign.fields import Array, Sheet
from oakspin.design import Design, TrainDesign
from oakspin.design.coil import CradleDesign
from oakspin.design.frame import FrameDesign

G = 9.81
AIR = 1.2  # kg/m3
METER = 0.15  # ohm, with its leads

# What a school bench may bring: lowest and highest (even in the logarithm), and why.
RANGES: dict[str, tuple[float, float, str]] = {
    "cell_volts": (1.54, 1.61, "new alkaline cells out of a box, read with a meter"),
    "cell_ohms": (0.11, 0.26, "volts dropped at one ampere by new AA and AAA cells"),
    "sags": (1.15, 1.9, "growth of a cell's ohms over ten seconds of an ampere or two"),
    "remanence": (1.14, 1.33, "N35 to N42 by their sellers' sheets, and a bad batch"),
    "steel": (1.02, 1.2, "field added by a cell's can, measured with a small probe"),
    "contact_ohms": (0.03, 0.2, "a bare wire laid on a plated magnet, four-wire meter"),
    "touches": (0.4, 0.95, "share of the time on an oscilloscope"),
    "lets_go": (60.0, 400.0, "rad/s at which a sliding foot touches a third as often, oscilloscope"),
    "friction": (0.15, 0.42, "copper on nickel or steel, tables of handbooks"),
    "presses": (0.002, 0.014, "N of a light foot, letter scale"),
    "rubs_at": (0.12e-3, 0.8e-3, "m, radius of a bent point's flat under a magnifier"),
    "drag": (0.9, 1.7, "coefficient of wires and paper flags"),
    "off_center": (0.03e-3, 0.5e-3, "m, of a coil's weight from its axle, from swings"),
    "goes_round": (0.3, 0.95, "share of a train's current that follows the helix"),
    "slides": (0.5, 2.0, "m/s at which a sliding magnet touches half as often"),
    "bumps": (0.01, 0.04, "kg/m of drag of a hand-wound track"),
}
LAWS = ("push", "friction", "ohms", "air")


@dataclass(frozen=True)
class Condition:
    """How a bench is: by how much runs lie apart, volts a cell loses a trial, a law that is off by so much.

    ``wide`` times as far out lie builds.
    """

    name: str
    scatter: float
    fade: tuple[float, float] = (0.0, 0.0)
    law: str = ""
    off: float = 1.5
    wide: float = 1.0


CONDITIONS = (
    Condition("calm", 0.07),
    Condition("usual", 0.20, (0.005, 0.010)),
    Condition("rough", 0.45, (0.005, 0.010)),
    *(Condition(f"{law} off", 0.07, law=law) for law in LAWS),
    Condition("outside", 0.20, (0.005, 0.010), wide=1.4),
)


@dataclass(frozen=True)
class Measured:
    """What each run truly does: turns a minute (or seconds between gates) and mean amperes; shape (runs,)."""

    turns: Array
    seconds: Array
    amperes: Array
    gates_mm: tuple[float, float] = (0.0, 0.0)


class Bench:
    """One build and its runs; constants by name, of shape (runs,)."""

    def __init__(self, seed: int, runs: int, condition: Condition) -> None:
        self.chance, self.runs, self.condition = np.random.default_rng([seed, 77]), runs, condition
        self.stays: dict[str, float] = {}
        for name, (low, high, _) in RANGES.items():
            middle, half = np.log(low * high) / 2, np.log(high / low) / 2
            self.stays[name] = float(np.exp(middle + condition.wide * half * self.chance.uniform(-1, 1)))
        self.fade = self.chance.uniform(*condition.fade) if condition.fade[1] else 0.0

    def of(self, name: str, share: float = 0.0) -> Array:
        """A constant in each run; ``share`` of the bench's scatter comes anew in each."""
        anew = np.exp(share * self.condition.scatter * self.chance.standard_normal(self.runs))
        return np.asarray(self.stays[name] * anew)

    def volts(self) -> Array:
        """Open-circuit volts in each run."""
        return np.asarray(self.stays["cell_volts"] - self.fade * np.arange(self.runs))

    def law(self, name: str) -> float:
        """By how much a law is off here."""
        return self.condition.off if self.condition.law == name else 1.0


def _settled(gain: Callable[[Array, float], Array], start: Array, step: float, seconds: float) -> Array:
    """Speed after so long, by Heun's steps of the acceleration ``gain(speed, time)``."""
    speed, time = start, 0.0
    while time < seconds:
        one = gain(speed, time)
        guess = np.maximum(speed + step * one, 0.0)
        speed = np.maximum(speed + step / 2 * (one + gain(guess, time + step)), 0.0)
        time += step
    return speed


def frame(design: FrameDesign, seed: int, runs: int, condition: Condition) -> Measured:
    """A wire frame on a cell: a push at the feet, rubbing there and at the point, air at legs and paper."""
    bench = Bench(seed, runs, condition)
    stack = design.magnets
    radius, length = stack.diameter_mm * 5e-4, stack.thickness_mm * stack.count * 1e-3
    sheet = Sheet(radius, length, bench.stays["remanence"])
    gap = (design.feet.gap_mm + abs(0.4 * bench.chance.standard_normal())) * 1e-3
    foot = radius + gap
    height = design.feet.height_mm * 1e-3 - length / 2 + 0.5e-3 * bench.chance.standard_normal()
    push = float(sheet.flux(foot, height)) / (2 * np.pi) * bench.stays["steel"] * bench.law("push")
    points = np.array([[0.0, 11.0], *((p.radius_mm, p.height_mm) for p in design.outline.half.points)]) * 1e-3
    pieces = np.hypot(*np.diff(points, axis=0).T)
    middle = (points[1:, 0] + points[:-1, 0]) / 2
    thick = 0.127e-3 * 92 ** ((36 - design.wire.size.awg) / 39)
    area = np.pi * thick**2 / 4
    mass = 2 * pieces.sum() * area * 8960
    paper = design.outline.decoration
    inertia = 2 * (pieces * middle**2).sum() * area * 8960 + paper.mass_g * 1e-3 * (paper.radius_mm * 1e-3) ** 2
    mass += paper.mass_g * 1e-3
    wire = 1.72e-8 * pieces.sum() / area / 2
    air = (
        AIR
        / 2
        * bench.of("drag")
        * bench.law("air")
        * (2 * (pieces * middle**3).sum() * thick + paper.area_mm2 * 1e-6 * (paper.radius_mm * 1e-3) ** 3)
    )
    ohms = bench.law("ohms") * (bench.of("contact_ohms", 1.0) * 1.5 + wire)
    touches, lets_go = np.minimum(bench.of("touches", 1.0), 0.98), bench.of("lets_go")
    rub = (
        bench.law("friction")
        * bench.of("friction", 0.5)
        * (bench.of("presses") * foot + mass * G * bench.of("rubs_at"))
    )
    volts, cell, sags = bench.volts(), bench.of("cell_ohms"), bench.of("sags")

    def flows(speed: Array, time: float) -> Array:
        inside = cell * (1 + (sags - 1) * (1 - np.exp(-time / 8))) * bench.law("ohms")
        made = touches * np.exp(-((speed / (2 * lets_go)) ** 1.2))
        return np.asarray(made * np.maximum(volts - push * speed, 0.0) / (inside + ohms + METER))

    def gain(speed: Array, time: float) -> Array:
        drag = np.where(speed > 0, rub, np.minimum(rub, push * flows(speed, time)))
        return np.asarray((push * flows(speed, time) - drag - air * speed**2) / inertia)

    speed = _settled(gain, np.zeros(runs), 4e-3, 20.0)
    return Measured(speed * 30 / np.pi, np.zeros(runs), flows(speed, 20.0))


def cradle(design: CradleDesign, seed: int, runs: int, condition: Condition) -> Measured:
    """A coil in two loops over a magnet: stepped through every turn, its axle pressed by what is off its center."""
    bench = Bench(seed, runs, condition)
    stack, outline = design.magnets, design.coil.outline
    length = stack.thickness_mm * stack.count * 1e-3
    sheet = Sheet(stack.diameter_mm * 5e-4, length, bench.stays["remanence"])
    across = (outline.across_mm if outline.by == "oval" else outline.diameter_mm) * 5e-4
    along = (outline.along_mm if outline.by == "oval" else outline.diameter_mm) * 5e-4
    gap = design.gap_mm * 1e-3 + 0.5e-3 * bench.chance.standard_normal()
    above = length / 2 + max(gap, 1e-3) + across
    turn = np.linspace(0, 2 * np.pi, 73)
    angles = np.linspace(0, 2 * np.pi, 145)
    x, y = along * np.cos(turn), across * np.sin(turn)
    pushes = []
    for angle in angles[:-1]:
        # Turned about its axle, which lies along x: an angle of 0 has its face up.
        path = np.stack([x, y * np.cos(angle), y * np.sin(angle)], axis=-1)
        middle, step = (path[1:] + path[:-1]) / 2, np.diff(path, axis=0)
        force = np.cross(step, sheet.field(middle + np.array([0.0, 0.0, above])))
        pushes.append(float(np.cross(middle, force)[:, 0].sum()))
    pattern = np.array(pushes) * design.coil.turns * bench.stays["steel"] * bench.law("push")
    thick = 0.127e-3 * 92 ** ((36 - design.wire.size.awg) / 39)
    area, around = np.pi * thick**2 / 4, float(np.hypot(np.diff(x), np.diff(y)).sum())
    wire = design.coil.turns * around + 2 * design.tails.length_mm * 1e-3
    coil = design.coil.turns * around * area * 8960
    mass = wire * area * 8960 + design.fan.mass_g * 1e-3
    inertia = coil * across**2 / 2 + design.fan.mass_g * 1e-3 * (design.fan.radius_mm * 1e-3) ** 2
    air = (
        AIR
        / 2
        * bench.of("drag")
        * bench.law("air")
        * (design.fan.area_mm2 * 1e-6 * (design.fan.radius_mm * 1e-3) ** 3 + 2 * around / 2 * thick * 4 * across**3)
    )
    ohms = METER + bench.law("ohms") * (
        bench.of("contact_ohms", 1.0) * 2 + 1.72e-8 * wire / area + bench.of("cell_ohms") * bench.of("sags")
    )
    touches = np.minimum(bench.of("touches", 1.0) ** 0.5, 0.99)
    rub = bench.law("friction") * bench.of("friction", 0.5) * mass * thick / 2
    heavy = bench.stays["off_center"] if design.imbalance_mm is None else design.imbalance_mm * 1e-3
    side = bench.chance.uniform(0, 2 * np.pi)
    opens = np.deg2rad(90 + 12 * bench.chance.standard_normal())
    volts = bench.volts()
    mean = np.where(np.cos(angles[:-1] - opens) > 0, pattern, 0.0).mean()
    # The way in which it is driven counts as forward.
    angle, speed = np.zeros(runs), np.full(runs, 30.0) * np.sign(mean)
    step, rounds = 4e-4, 20_000
    turned, charge, watched = np.zeros(runs), np.zeros(runs), 5_000
    for number in range(rounds):
        push = np.interp(np.mod(angle, 2 * np.pi), angles, np.append(pattern, pattern[0]))
        pressed = G + heavy * speed**2 * np.cos(angle - side)
        # Flung up it flies a little, and touches the loop's other side.
        made = np.where(pressed > 0, touches, 0.75 * touches) * (np.cos(angle - opens) > 0)
        current = made * (volts - push * speed) / ohms
        torque = push * current - np.sign(speed) * (rub * np.abs(pressed) + air * speed**2)
        torque -= coil * G * heavy * np.sin(angle - side)
        speed = speed + step * torque / inertia
        angle = angle + step * speed
        if number >= rounds - watched:
            turned += step * speed * np.sign(mean)
            charge += step * current
    rate = turned / (watched * step)
    going = rate > 8.0
    return Measured(np.where(going, rate * 30 / np.pi, 0.0), np.zeros(runs), charge / (watched * step))


def train(design: TrainDesign, seed: int, runs: int, condition: Condition) -> Measured:
    """A cell between two magnets in a coil: pushed by both ends' flux, dragged by the track, timed between gates."""
    bench = Bench(seed, runs, condition)
    stack = design.front
    radius, length = stack.diameter_mm * 5e-4, stack.thickness_mm * stack.count * 1e-3
    cell_length, cell_mass = (0.0445, 0.0115) if "AAA" in design.battery.cell else (0.0505, 0.0235)
    ends = [
        Sheet(radius, length, bench.stays["remanence"], sign * (cell_length + length) / 2, sign) for sign in (1.0, -1.0)
    ]
    thick = 0.127e-3 * 92 ** ((36 - design.wire.size.awg) / 39)
    bore = design.track.former_mm * 1.025e-3
    at = (cell_length + length) / 2 + np.linspace(-0.5, 0.5, 9) * length
    linked = np.mean([sheet.flux(bore / 2 + thick / 2, at) - sheet.flux(bore / 2 + thick / 2, -at) for sheet in ends])
    push_a_turn = abs(float(2 * linked)) * bench.stays["steel"] * bench.law("push")
    magnets = 2 * np.pi * radius**2 * length * 7500
    mass = cell_mass + magnets + design.nose_g * 1e-3
    area = np.pi * thick**2 / 4
    turn_ohms = 1.72e-8 * np.pi * (bore + thick) / area
    whole = design.track.length.length_mm * 1e-3
    stretches = [(s.from_mm * 1e-3, s.to_mm * 1e-3, s.pitch_mm * 1e-3) for s in design.track.stretches]
    volts, cell = bench.volts(), bench.of("cell_ohms") * 1.5 * bench.law("ohms")
    contact = 2 * bench.of("contact_ohms", 1.0) * bench.law("ohms")
    touches, slides = np.minimum(bench.of("touches", 1.0), 0.98), bench.of("slides")
    share, sags = bench.of("goes_round"), bench.of("sags")
    rub = bench.law("friction") * bench.of("friction", 0.5) * mass * G
    slope, bumps = np.sin(np.deg2rad(design.track.plan.slope_deg)) * mass * G, bench.of("bumps") * bench.law("air")
    place, speed, time = np.full(runs, 0.04), np.zeros(runs), 0.0
    gates = (0.3 * whole, 0.7 * whole)
    passed = np.full((2, runs), np.inf)
    flowed, steps = np.zeros(runs), np.zeros(runs)
    step = 5e-4
    while time < 8.0:
        pitch = np.full(runs, 1.06 * thick)
        for start, end, wide in stretches:
            pitch = np.where((place > start) & (place < end), wide, pitch)
        turns = 1 / pitch
        round_ = np.where(pitch > 1.2 * thick, 1.0, share)
        push = push_a_turn * turns * round_
        ohms = METER + cell * sags + contact + turn_ohms * turns * (cell_length + length) * round_ * bench.law("ohms")
        made = touches / (1 + speed / slides)
        current = made * np.maximum(volts - push * speed, 0.0) / ohms
        drag = rub + bumps * speed**2 + slope
        force = np.where((speed <= 0) & (push * current < rub + slope), 0.0, push * current - drag)
        speed = np.maximum(speed + step * force / mass, 0.0)
        running = place < whole
        place = place + step * speed * running
        flowed, steps = flowed + current * running, steps + running
        for number, gate in enumerate(gates):
            passed[number] = np.where((place >= gate) & ~np.isfinite(passed[number]), time, passed[number])
        time += step
    through = np.isfinite(passed).all(axis=0)
    seconds = np.where(through, np.where(through, passed[1], 0.0) - np.where(through, passed[0], 0.0), 0.0)
    return Measured(np.zeros(runs), seconds, flowed / np.maximum(steps, 1), (gates[0] * 1e3, gates[1] * 1e3))


def measured(design: Design, seed: int, runs: int, condition: Condition) -> Measured:
    """What each run of a hidden build does. Raises ``KeyError`` for kinds that this world has not."""
    if isinstance(design, FrameDesign):
        return frame(design, seed, runs, condition)
    if isinstance(design, CradleDesign):
        return cradle(design, seed, runs, condition)
    if isinstance(design, TrainDesign):
        return train(design, seed, runs, condition)
    raise KeyError(design.kind)
