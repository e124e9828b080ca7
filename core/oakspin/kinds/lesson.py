"""What can be taught with a machine: one point where the force acts, and changes to predict."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.design.patch import Patch
from oakspin.draws import Array
from oakspin.kinds.geometry import Vector
from oakspin.kinds.recipe import Place

OTHER = {"N": "S", "S": "N", "+": "-", "-": "+"}  # a pole or a terminal turned over


@dataclass(frozen=True)
class ForcePoint:
    """A point of the wire: where it is on the drawing (mm), and vectors (right, away from the viewer, up).

    ``lever`` runs from the axis to the point; ``axis`` is that of the turning, seen against which
    forward is counterclockwise. Without a lever, ``axis`` is the way of a force that drives it forward. ``current``,
    ``field`` and ``force`` are of unit length, the current conventional. ``why_none`` tells why there is no one force
    to show, if so.
    """

    name: str
    at: tuple[float, float]
    lever: Vector
    axis: Vector
    current: Vector
    field: Vector
    force: Vector
    why_none: str = ""


def unit(vector: Array) -> Vector:
    """The vector at length 1, rounded for showing."""
    x, y, z = (vector / max(float(np.linalg.norm(vector)), 1e-30)).tolist()
    return (round(x, 4), round(y, 4), round(z, 4))


@dataclass(frozen=True)
class Prediction:
    """A change for a class to predict before it is tried: the question, and what is changed."""

    id: str
    question: str
    patch: Patch
    because: str


@dataclass(frozen=True)
class WhySo:
    """A question of how a motor goes at all, with three answers of which the first is right, and why it is."""

    id: str
    question: str
    options: tuple[str, str, str]
    because: str


SLIDES = WhySo(
    "why",
    "Why does it need no switch?",
    (
        "It is pushed the same way round all the time.",
        "A switch is hidden in the cell.",
        "It turns too fast for a switch.",
    ),
    "Wherever it stands, the current crosses the field in the same sense: the push goes round with it.",
)


@dataclass(frozen=True)
class PartFor:
    """What a part is called where a kind has its own word for it, and what it is for there."""

    place: Place
    word: str
    purpose: str


@dataclass(frozen=True)
class Lesson:
    """What a kind knows about teaching one of its designs.

    Where it can be told in two schools, ``poles`` tells it by poles that pull and push, ``forces`` by the force on
    currents; ``story`` is what both have in common. ``why`` asks how it goes; none where nothing is asked of it.
    """

    point: ForcePoint
    predictions: tuple[Prediction, ...]
    story: tuple[str, ...]
    poles: tuple[str, ...] = ()
    forces: tuple[str, ...] = ()
    why: WhySo | None = None
    part_for: PartFor | None = None
