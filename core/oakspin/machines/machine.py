"""The one machine that every demonstration is: data, with draws, and nothing about its kind.

    current   I = (V - kappa s q') / R        at most what the supply lets through
    drive     F = s c kappa I                 torque, or thrust along a track
    motion    J q'' = F - load(q') - weight sin(q - rest)

Arrays have shape (draws,) or (draws, angles); a leading 1 stands for all draws.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, fields, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from oakspin.draws import Array
from oakspin.machines.geometry import Geometry
from oakspin.parts.cell import Pack

Mask = NDArray[np.bool_]


@dataclass(frozen=True)
class Break:
    """Something that stops the motor by plain cause: the link it breaks, and why.

    ``builds``, shape (draws,), is true in the builds that it stops; none for every build.
    """

    link: str
    sentence: str
    builds: Mask | None = None

    @property
    def common(self) -> bool:
        """Whether it stops more than half of the builds."""
        return self.builds is None or bool(2 * self.builds.sum() > self.builds.size)


@dataclass(frozen=True)
class Load:
    """What opposes the motion at speed w; shape (draws,).

    dry + air_4_3 w^(4/3) + square w^2, and above ``hop_speed`` what landing takes from each turn,
    rising toward ``landing``.
    """

    dry: Array
    air_4_3: Array
    square: Array
    landing: Array | float = 0.0
    hop_speed: Array | float = 1.0

    def at(self, speed: Array) -> Array:
        """Opposing torque (or force) at a speed of 0 or more."""
        hopping = 1 - (self.hop_speed / np.maximum(speed, self.hop_speed)) ** 2
        return np.asarray(self.dry + self.air_4_3 * speed ** (4 / 3) + self.square * speed**2 + self.landing * hopping)


@dataclass(frozen=True)
class Body:
    """Something that warms: its ohms and heat capacity, and how it gives heat to the air.

    ``still`` is its cooling at rest in W/K; ``wind`` times the square root of the speed is added.
    """

    name: str
    ohms: Array
    heat_capacity: float
    still: Array
    wind: Array
    touched: bool = True


@dataclass(frozen=True)
class Rate:
    """How speed is told: per rad/s (or m/s), in which unit, in which words; below ``slowest`` it creeps."""

    unit: str
    words: str
    per: float
    slowest: float


TURNS = Rate("turns/min", "turns a minute", 60 / (2 * np.pi), 30.0)
METERS = Rate("m/s", "meters a second", 1.0, 0.03)


@dataclass(frozen=True)
class Measure:
    """The units in which push (from N m or N) and inertia (from kg m2 or kg) are told."""

    push: str
    push_per: float
    inertia: str
    inertia_per: float


TORQUE = Measure("µN·m", 1e6, "g·mm²", 1e9)
THRUST = Measure("mN", 1e3, "g", 1e3)


@dataclass(frozen=True)
class Words:
    """How this machine's parts are called in sentences; ``forward`` and ``backward`` are seen from ``seen``.

    ``closes`` is said of a circuit that closes, ``cancels`` where the pushes of a turn cancel,
    ``faint`` where the push is weaker than the least friction; ``alike`` of a push that is the same
    everywhere, ``unaided`` of a start that needs no hand, ``steady`` before the time to speed.
    ``goes`` and ``settles`` are the verbs of the headline.
    """

    contact: str
    bearing: str
    leaves: str
    closes: str
    cancels: str
    faint: str
    stays: str
    seen: str = "from above"
    forward: str = "counter-clockwise"
    backward: str = "clockwise"
    rate: Rate = TURNS
    measure: Measure = TORQUE
    goes: str = "Turns"
    settles: str = "settles near"
    alike: str = "The same at every angle."
    unaided: str = "Starts by itself, from any angle."
    steady: str = "Every angle pushes; "
    over: str = "over a turn"
    secure: str = "never leaves"
    together: str = "All round the axis such forces turn it"


@dataclass(frozen=True)
class Rest:
    """How a machine stands that has a heavy side and is flicked; arrays of shape (draws,).

    Parameters
    ----------
    angle : ndarray, rad
        Where it comes to rest: its heavy side hangs down there.
    weight : ndarray, N m
        Torque of the heavy side a quarter turn away from there.
    flick : float or ndarray, rad/s
        Speed of the flick that is given; 0 for none.
    against : bool
        Flicked against the way that it is driven.
    measured_at : str
        Pointer of the design's field that takes a measured distance of the centre of mass, in mm.
    """

    angle: Array
    weight: Array
    flick: Array | float
    against: bool = False
    measured_at: str = ""


@dataclass(frozen=True)
class Hindrance:
    """A place on the way that may stop it: from where to where in m from the entry, and why."""

    start: float
    end: float
    sentence: str


@dataclass(frozen=True)
class Route:
    """The way of a machine that travels. Tables have shape (1, stations), evenly spaced over the way.

    Parameters
    ----------
    start : float, m
        Where its middle is when it is let go, from the entry.
    length : ndarray, shape (draws,), m
        From there to where it leaves the track; once round for a closed one.
    grip : ndarray
        Coupling there, as a share of that on even track.
    turns : ndarray
        Energised turns there, as a share of those on even track: of the ohms of ``ohms["track"]``.
    made : ndarray
        Whether the contact is made there: 1 or 0.
    drag : ndarray
        Dry friction there, as a multiple of that on even track.
    closed : bool
        Whether the way leads back to its beginning.
    hindrances : tuple of Hindrance
    backward : str
        What is said where it is pushed out of the end it came in by.
    """

    start: float
    length: Array
    grip: Array
    turns: Array
    made: Array
    drag: Array
    closed: bool
    hindrances: tuple[Hindrance, ...] = ()
    backward: str = ""


@dataclass(frozen=True)
class Machine:
    """A demonstration as physics. SI units; speeds in rad/s (or m/s along a track).

    Parameters
    ----------
    angles : ndarray, shape (angles,)
        Positions over one whole turn at which coupling and switch are given.
    coupling : ndarray, shape (draws or 1, angles), N m/A
        Torque per ampere of battery current; positive is counter-clockwise as ``words.seen``.
    switch : ndarray, shape (draws or 1, angles)
        What the commutation lets through: -1, 0 or +1, or a share of the current where it leaks.
    ohms : dict of ndarray, shape (draws,)
        Resistance by place: cell, wire, contacts.
    made : ndarray, shape (draws,)
        Share of the time that the sliding contact is made at low speed.
    hop_speed : ndarray, shape (draws,)
        Speed above which the contact hops: it is then made (hop_speed / speed)^2 times as often.
    least_dry : ndarray, shape (draws,)
        The lowest dry friction that a careful build of this shape can have.
    leave_speed : ndarray, shape (draws,)
        Speed at which the moving part leaves its seat; ``NEVER`` where it cannot.
    rest : Rest or None
        None where it starts from any angle alike and nobody flicks it.
    route : Route or None
        The way of a machine that travels; none where it turns on the spot.
    cogging : ndarray, shape (draws or 1, angles), N m, or None
        Torque of iron drawn by magnets, whatever the current; over a turn it adds up to nothing.
    lag : ndarray, shape (draws,), s
        L/R of a winding whose current is turned over twice a turn; 0 where it is too short to matter.
    hold : ndarray, shape (draws,)
        Force that holds the moving part on its seat over what pulls it off when shaken; ``inf`` where nothing pulls.
    rim : float, m
        Radius at which a rotor that may let go is fastest; 0 where its rim is of no concern.
    short_ohms : float
        Resistance of a short past the motor; 0 where there is none.
    """

    angles: Array
    coupling: Array
    switch: Array
    pack: Pack
    ohms: dict[str, Array]
    made: Array
    hop_speed: Array
    inertia: Array
    load: Load
    least_dry: Array
    leave_speed: Array
    bodies: tuple[Body, ...]
    room_C: float
    words: Words
    draw: Callable[[], Geometry]
    tell: Callable[[], dict[str, tuple[Array, str]]]
    breaks: tuple[Break, ...] = ()
    rest: Rest | None = None
    route: Route | None = None
    cogging: Array | None = None
    lag: Array | float = 0.0
    hold: Array | float = np.inf
    rim: float = 0.0
    short_ohms: float = 0.0

    @property
    def figures(self) -> dict[str, tuple[Array, str]]:
        """Further figures of this make with their units; computed when asked for."""
        return self.tell()

    @property
    def geometry(self) -> Geometry:
        """The drawing of the design; made when asked for."""
        return self.draw()

    @property
    def total_ohms(self) -> Array:
        """Resistance round the closed circuit at the battery's present charge."""
        return np.asarray(self.pack.ohms_at(self.pack.used) + sum(self.ohms.values()))

    def made_at(self, speed: Array) -> Array:
        """Share of the time that the sliding contact is made at a speed of 0 or more."""
        hopping = self.hop_speed / np.maximum(speed, self.hop_speed)
        return np.asarray(self.made * hopping**2)

    def broken(self, link: str) -> Break | None:
        """The first plain cause that breaks a link in most builds, if any."""
        return next((found for found in self.breaks if found.link == link and found.common), None)

    def free(self, link: str) -> Array | float:
        """1 in the builds in which no plain cause breaks the link, 0 in the others; shape (draws,)."""
        share: Array | float = 1.0
        for found in self.breaks:
            if found.link == link:
                share = np.asarray(share * (0.0 if found.builds is None else 1.0 - found.builds), float)
        return share

    @property
    def effective(self) -> Array:
        """Coupling as the switch lets it through; shape (draws or 1, angles)."""
        return np.asarray(self.coupling * self.switch)

    def live_at(self, speed: Array) -> Array:
        """Share of the time that current flows: over a turn when it turns, while it lies on bare metal at rest."""
        turning, lying = np.abs(self.switch).mean(axis=1), np.abs(self.switch).max(axis=1)
        return np.asarray(self.made_at(speed) * np.where(speed > 0, turning, lying))

    def one_build(self, index: int) -> Machine:
        """The machine of a single draw."""
        return self.builds(np.array([index]))

    def builds(self, which: Array | Mask) -> Machine:
        """The machine of some of the draws; ``which`` holds their numbers, or true and false for each."""
        some: Machine = _some(self, which, self.inertia.size)
        return some


NEVER = 1e6  # rad/s, beyond anything that turns: where nothing can leave its seat
_HELD = (Load, Body, Pack, Rest, Break, Route)


def joined(machines: list[Machine]) -> Machine:
    """Machines of one make as one machine whose draws stand behind each other, so that they are run at once.

    What differs between them becomes an array over all draws. Only machines alike in everything
    that is no number may be joined: the same :func:`make`. Drawing and further figures stay those
    of the first.
    """
    draws = [machine.inertia.size for machine in machines]
    whole: Machine = _joined(machines, draws)
    return whole


def make(machine: Machine) -> tuple[object, ...]:
    """What two machines must have in common to be joined: all that is no number."""
    bodies = tuple((body.name, body.touched) for body in machine.bodies)
    return (
        machine.angles.tobytes(),
        machine.rest is None or machine.rest.against,
        machine.rest is None,
        machine.cogging is None,
        machine.route and (machine.route.closed, machine.route.hindrances),
        machine.short_ohms,
        tuple((found.link, found.sentence, found.builds is None) for found in machine.breaks),
        tuple(machine.ohms),
        bodies,
        machine.words,
    )


def _joined(values: list[Any], draws: list[int]) -> Any:
    first = values[0]
    if isinstance(first, np.ndarray):
        if first.shape[:1] == (draws[0],):
            return np.concatenate(values)
        if all(np.array_equal(value, first) for value in values[1:]):
            return first
        return np.concatenate([np.broadcast_to(v, (n, *v.shape[1:])) for v, n in zip(values, draws, strict=True)])
    if isinstance(first, (float, int)) and not isinstance(first, bool) and any(value != first for value in values):
        return np.repeat(np.asarray(values, float), draws)
    if isinstance(first, dict):
        return {name: _joined([value[name] for value in values], draws) for name in first}
    if isinstance(first, tuple):
        return tuple(_joined([value[at] for value in values], draws) for at in range(len(first)))
    if isinstance(first, (*_HELD, Machine)):
        parts = {part.name: [getattr(value, part.name) for value in values] for part in fields(first)}
        return replace(first, **{name: _joined(held, draws) for name, held in parts.items()})
    return first


def _some(value: Any, which: Array | Mask, draws: int) -> Any:
    """Anything made of arrays over draws, cut down to some of them."""
    if isinstance(value, np.ndarray):
        return value[which] if value.shape[:1] == (draws,) else value
    if isinstance(value, dict):
        return {name: _some(held, which, draws) for name, held in value.items()}
    if isinstance(value, tuple):
        return tuple(_some(held, which, draws) for held in value)
    if isinstance(value, (*_HELD, Machine)):
        return replace(value, **{part.name: _some(getattr(value, part.name), which, draws) for part in fields(value)})
    return value
