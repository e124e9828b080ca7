"""The one machine that every demonstration is: data, with draws, and nothing about its kind.

    current   I = (V - kappa s q') / R        at most what the supply lets through
    drive     F = s c kappa I                 torque, or thrust along a track
    motion    J q'' = F - load(q') - weight sin(q - rest)

Arrays have shape (draws,) or (draws, angles); a leading 1 stands for all draws.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from oakspin.draws import Array
from oakspin.machines.bounce import between_of, place_of
from oakspin.machines.touch import NEVER, Touch
from oakspin.parts.cell import Pack

Mask = NDArray[np.bool_]
SHAKEN = 2.0  # times its weight: what a tap on the table or an unsteady hand pulls at what hangs with; bench experience
CauseValue = float | int | str | Array  # a value that a sentence names

__all__ = [
    "NEVER",
    "SHAKEN",
    "Body",
    "Cause",
    "CauseValue",
    "Hindrance",
    "Landing",
    "Load",
    "Machine",
    "Mask",
    "Rest",
    "Route",
    "Touch",
]


@dataclass(frozen=True)
class Cause:
    """Something that stops the motor by plain cause: the link it breaks, and which cause it is.

    ``builds``, shape (draws,), is true in the builds that it stops; none for every build. ``told`` holds the values
    that a sentence about it names: lengths in mm, angles in degrees, names of goods.
    """

    link: str
    id: str
    builds: Mask | None = None
    values: dict[str, CauseValue] = field(default_factory=dict)

    @property
    def common(self) -> bool:
        """Whether it stops more than half of the builds."""
        return self.builds is None or bool(2 * self.builds.sum() > self.builds.size)


@dataclass(frozen=True)
class Landing:
    """What hopping takes from the motion; arrays of shape (draws,).

    ``weight`` is m g e / 2 pi in N m with its spread; ``touch`` says when it hops; ``rub`` in N m s2 times the square
    of the speed is what an axle rubs that is flung round a closed loop.
    """

    weight: Array
    touch: Touch
    rub: Array | float = 0.0

    def at(self, speed: Array) -> Array:
        """Opposing torque at a speed of 0 or more, averaged over a turn."""
        gamma = self.touch.gamma(speed)
        if np.max(gamma) <= 1:
            return np.zeros_like(gamma)
        hop = self.touch.hop
        if hop is None:
            return np.zeros_like(gamma)
        flung = hop.flung(gamma)
        taken = self.weight * between_of(hop.landing, place_of(gamma))
        return np.asarray((1 - flung) * taken + flung * self.rub * speed**2)


@dataclass(frozen=True)
class Load:
    """What opposes the motion at speed w; shape (draws,).

    dry + air_4_3 w^(4/3) + square w^2, and what the landings of a hopping axle take.
    """

    dry: Array
    air_4_3: Array
    square: Array
    landing: Landing | None = None

    def at(self, speed: Array) -> Array:
        """Opposing torque (or force) at a speed of 0 or more."""
        smooth = self.dry + self.square * speed**2
        if np.any(self.air_4_3):
            smooth = smooth + self.air_4_3 * speed ** (4 / 3)
        return np.asarray(smooth if self.landing is None else smooth + self.landing.at(speed))


@dataclass(frozen=True)
class Body:
    """Something that warms: its ohms and heat capacity, and how it gives heat to the air.

    ``still`` is its cooling at rest in W/K; ``wind`` times the square root of the speed is added. ``several`` says that
    the name stands for more than one, ``supplies`` that it is the battery: past a short all current runs through it
    alone. For each kelvin that it warms its ohms grow by the share ``grows``, and all current falls by the share
    ``falls``. It ``leans`` on the body of that name and gives it ``passes`` W/K.
    """

    name: str
    ohms: Array
    heat_capacity: Array | float
    still: Array
    wind: Array
    touched: bool = True
    several: bool = False
    supplies: bool = False
    grows: Array | float = 0.0
    falls: Array | float = 0.0
    leans: str = ""
    passes: Array | float = 0.0


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
    """

    angle: Array
    weight: Array
    flick: Array | float
    against: bool = False


@dataclass(frozen=True)
class Hindrance:
    """A place on the way that may stop it: from where to where in m from the entry, and what is there.

    ``told`` as for a :class:`Cause`.
    """

    id: str
    start: float
    end: float
    values: dict[str, CauseValue] = field(default_factory=dict)


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
        Energised turns there, as a share of those on even track.
    ohms : ndarray, shape (draws,)
        Resistance of the energised turns on even track; it is part of the machine's ``ohms``, too.
    made : ndarray
        Whether the contact is made there: 1 or 0.
    drag : ndarray
        Dry friction there, as a multiple of that on even track.
    closed : bool
        Whether the way leads back to its beginning.
    hindrances : tuple of Hindrance
    """

    start: float
    length: Array
    grip: Array
    turns: Array
    made: Array
    drag: Array
    ohms: Array
    closed: bool
    hindrances: tuple[Hindrance, ...] = ()


@dataclass(frozen=True)
class Machine:
    """A demonstration as physics. SI units; speeds in rad/s (or m/s along a track).

    Parameters
    ----------
    angles : ndarray, shape (angles,)
        Positions over one whole turn at which coupling and switch are given.
    coupling : ndarray, shape (draws or 1, angles), N m/A
        Torque per ampere of battery current; positive is counterclockwise as the machine is looked at.
    switch : ndarray, shape (draws or 1, angles)
        What the commutation lets through: -1, 0 or +1, or a share of the current where it leaks.
    ohms : dict of ndarray, shape (draws,)
        Resistance by place: wire, supports, contacts; the battery's own is the pack's.
    touches : tuple of str
        Which of those places are metal pressed on metal.
    touch : Touch
        How often the sliding contact is made, at which speed.
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
    henries : ndarray or float, H
        Inductance of the winding; 0 where L/R is far below the time of a turn.
    hold : ndarray, shape (draws,)
        Force that holds the moving part on its seat over what pulls it off when shaken; ``inf`` where nothing pulls.
    rim : float, m
        Radius at which a rotor that may let go is fastest; 0 where its rim is of no concern.
    creep : float, rad/s or m/s
        Speed below which it creeps rather than goes.
    stuck : tuple of Body
        What warms besides ``bodies`` where it is held still with the current on.
    short_ohms : float
        Resistance of a short past the motor; 0 where there is none.
    beyond : dict of ndarray, shape (draws,)
        By figure, times what the model gives that trials of this rotor showed; empty where nothing is known.
    facts : dict of ndarray, shape (draws,), or float
        What else is known of it, by name in SI units; nothing is computed from these.
    """

    angles: Array
    coupling: Array
    switch: Array
    pack: Pack
    ohms: dict[str, Array]
    touches: tuple[str, ...]
    touch: Touch
    inertia: Array
    load: Load
    least_dry: Array
    leave_speed: Array
    bodies: tuple[Body, ...]
    room_C: float
    causes: tuple[Cause, ...] = ()
    rest: Rest | None = None
    route: Route | None = None
    cogging: Array | None = None
    henries: Array | float = 0.0
    hold: Array | float = np.inf
    rim: float = 0.0
    creep: float = np.pi
    stuck: tuple[Body, ...] = ()
    short_ohms: float = 0.0
    beyond: dict[str, Array] = field(default_factory=dict)
    facts: dict[str, Array | float] = field(default_factory=dict)

    @property
    def total_ohms(self) -> Array:
        """Resistance round the closed circuit at the battery's present charge."""
        return np.asarray(self.pack.ohms_at(self.pack.used) + self.outer_ohms)

    @property
    def outer_ohms(self) -> Array:
        """Resistance of the closed circuit outside the battery."""
        return np.asarray(sum(self.ohms.values()))

    @property
    def closed_share(self) -> Array:
        """Share of the time that current flows while it turns slowly; shape (draws,)."""
        return np.asarray(self.touch.made * np.abs(self.switch).mean(axis=1))

    @property
    def pulses_a_turn(self) -> int:
        """How many times a turn the current is broken and made: what an ear hears and a meter's needle shows.

        One where it flows all the time, as a mark on the rotor passes once.
        """
        closed = np.abs(self.switch[0]) > 0.5
        return max(int((closed & ~np.roll(closed, 1)).sum()), 1)

    @property
    def shorted(self) -> Array:
        """Amperes through a short past the motor; 0 where there is none; shape (draws,)."""
        if not self.short_ohms:
            return np.zeros(self.inertia.shape)
        outside = self.short_ohms + self.ohms.get("meter", 0.0)
        return self.pack.current(self.pack.ohms_at(self.pack.used) + outside, self.pack.used)

    def settled(self, current: Array) -> Machine:
        """The machine after some seconds of this mean current in A: its battery polarized."""
        pack = self.pack.polarized(current)
        inside = pack.ohms_at(pack.used)
        bodies = tuple(replace(body, ohms=inside) if body.supplies else body for body in self.bodies)
        return replace(self, pack=pack, bodies=bodies)

    def broken(self, link: str) -> Cause | None:
        """The first plain cause that breaks a link in most builds, if any."""
        return next((cause for cause in self.causes if cause.link == link and cause.common), None)

    def free(self, link: str) -> Array | float:
        """1 in the builds in which no plain cause breaks the link, 0 in the others; shape (draws,)."""
        share: Array | float = 1.0
        for cause in self.causes:
            if cause.link == link:
                share = np.asarray(share * (0.0 if cause.builds is None else 1.0 - cause.builds), float)
        return share

    @property
    def effective(self) -> Array:
        """Coupling as the switch lets it through; shape (draws or 1, angles)."""
        return np.asarray(self.coupling * self.switch)
