"""What must be known to build a machine at the bench. Data for any interface; lengths in mm."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from oakspin.constants import HANDS
from oakspin.design.bench import Maker
from oakspin.kinds.geometry import Dimension, Dots, Label, Polyline, Shape

Tools = tuple[str, ...]
Fill = Literal["", "gap", "paper", "rod"]


@dataclass(frozen=True)
class Cut:
    """A piece of wire to cut: how many, how long with its tails, and how much of that is tails.

    ``bared`` are stretches from its left end, in mm, that must shine; its tails where it says nothing.
    """

    name: str
    count: int
    length_mm: float
    tails_mm: float
    note: str = ""
    bared: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True)
class Bend:
    """Where to bend a piece: distance from its middle along the wire, and by how much."""

    at_mm: float
    degrees: float
    note: str


@dataclass(frozen=True)
class SetLength:
    """A length to be set at the bench, with a way to find it without instruments.

    Where there is no gauge for it, ``fill`` says what finds it: something in a gap, paper alone in a narrow one, or a
    rod of that thickness; ``how`` then is what follows. ``pointer`` is the field that the length sets, of which one mm
    of the length is ``per``.
    """

    name: str
    value_mm: float
    how: str
    fill: Fill = ""
    pointer: str = ""
    per: float = 1.0


@dataclass(frozen=True)
class Step:
    """One step of the build; ``minutes`` for a careful adult. A caution stands where it matters."""

    id: str
    title: str
    text: str
    minutes: float
    tools: Tools = ()
    adult: bool = False
    caution: str = ""


# Steps that are fine work; all others place and join what is made.
FINE = frozenset(
    ("shape", "feet", "set_on", "bare", "join", "wind", "tie", "tails", "supports", "open", "core", "commutator")
) | frozenset(("bearings", "brushes", "former", "press"))


def step_minutes(step: Step, hands: Maker) -> float:
    """Minutes that such hands take for a step. Classroom estimate: young hands are slow at fine work alone."""
    hand = HANDS[hands]
    return step.minutes * (hand.fine if step.id in FINE else hand.placing)


@dataclass(frozen=True)
class PowerCheck:
    """Something to see to before power; ``of`` are ids of what hands brought about, that it tries."""

    text: str
    of: Tools = ()


@dataclass(frozen=True)
class TemplateLine:
    """A line of a true-size template: ``wire`` to bend along, ``guide`` to hold against."""

    role: str
    points: Polyline
    closed: bool = False


@dataclass(frozen=True)
class TemplateLabel:
    """Words on a template."""

    x: float
    y: float
    text: str
    anchor: str = "start"


@dataclass(frozen=True)
class Template:
    """A true-size drawing in mm, y up, to bend or measure on."""

    title: str
    lines: tuple[TemplateLine, ...]
    labels: tuple[TemplateLabel, ...]
    bounds: tuple[float, float, float, float]


@dataclass(frozen=True)
class Spot:
    """A numbered spot on a step's drawing: what is made there, by its id."""

    id: str
    number: int
    x: float
    y: float


@dataclass(frozen=True)
class HowTo:
    """A drawing that shows how to do a ``step``, by its id; in mm. ``text`` says what the step's own words do not."""

    title: str
    text: str
    shapes: tuple[Shape, ...]
    labels: tuple[Label, ...]
    bounds: tuple[float, float, float, float]
    step: str
    dimensions: tuple[Dimension, ...] = ()
    dots: tuple[Dots, ...] = ()
    spots: tuple[Spot, ...] = ()


@dataclass(frozen=True)
class BuildPlan:
    """What a kind knows about building one of its designs."""

    cuts: tuple[Cut, ...]
    bends: tuple[Bend, ...]
    settings: tuple[SetLength, ...]
    steps: tuple[Step, ...]
    checks: tuple[PowerCheck, ...]
    template: Template
    flick: str
    how_to: tuple[HowTo, ...] = ()
