"""How a machine's parts and doings are called: the words that a verdict needs from its kind."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.machines.machine import Cause, Hindrance


@dataclass(frozen=True)
class Rate:
    """How speed is told: per rad/s (or m/s), in which unit, in which words."""

    unit: str
    words: str
    per: float


TURNS = Rate("turns/min", "turns a minute", 60 / (2 * np.pi))
METERS = Rate("m/s", "meters a second", 1.0)


@dataclass(frozen=True)
class Units:
    """The units in which push (from N m or N) and inertia (from kg m2 or kg) are told."""

    push: str
    push_per: float
    inertia: str
    inertia_per: float


TORQUE = Units("µN·m", 1e6, "g·mm²", 1e9)
THRUST = Units("mN", 1e3, "g", 1e3)


@dataclass(frozen=True)
class Words:
    """How this machine's parts are called in sentences; ``forward`` and ``backward`` are seen from ``seen``.

    ``mover`` names what moves where it is not what one expects.

    ``closes`` is said of a circuit that closes, ``cancels`` where the pushes of a turn cancel,
    ``faint`` where the push is weaker than the least friction; ``alike`` of a push that is the same
    everywhere, ``unaided`` of a start that needs no hand, ``steady`` before the time to speed.
    ``ease`` is what to do where friction holds it, ``alone`` says that the contact is one thing, not several;
    ``springs`` tells of one that gives way at speed. ``goes`` and ``settles`` are the verbs of the headline.
    ``passed`` tells the time of one way, ``thrown_back`` a way that ends where it began. ``causes`` holds a sentence
    for each cause and each hindrance, by its id, with places for the values that it tells.
    """

    contact: str
    bearing: str
    leaves: str
    closes: str
    cancels: str
    faint: str
    stays: str
    causes: dict[str, str]
    seen: str = "from above"
    forward: str = "counterclockwise"
    backward: str = "clockwise"
    rate: Rate = TURNS
    units: Units = TORQUE
    goes: str = "Turns"
    mover: str = ""
    settles: str = "settles near"
    alike: str = "The same at every angle."
    unaided: str = "Starts by itself, from any angle."
    ease: str = "press less"
    steady: str = "It is pushed at every angle. "
    over: str = "over a turn"
    secure: str = "never leaves"
    together: str = "All round the axis such forces turn it"
    runs: str = "one-minute runs at most"
    passed: str = ""
    thrown_back: str = ""
    alone: bool = False
    springs: str = ""

    def of(self, cause: Cause | Hindrance) -> str:
        """The sentence of a cause, or what is said of a hindrance, with its values in it."""
        return self.causes[cause.id].format(**cause.values)

    def way(self, sense: float) -> str:
        """The direction of a sense: forward where it is positive, else backward."""
        return self.forward if sense > 0 else self.backward
