"""What can be taught with a machine: one point where the force acts, and changes to predict."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design.patch import Patch

Vector = tuple[float, float, float]


@dataclass(frozen=True)
class ForcePoint:
    """A point of the wire: where it is (mm; x right, y away from the viewer, z up), and three unit vectors.

    ``current`` is conventional. ``why_none`` tells why there is no one force to show, if so.
    """

    name: str
    at: Vector
    current: Vector
    field: Vector
    force: Vector
    why_none: str = ""


@dataclass(frozen=True)
class Prediction:
    """A change for a class to predict before it is tried: the question, and what is changed."""

    id: str
    question: str
    patch: Patch
    because: str


@dataclass(frozen=True)
class Lesson:
    """What a kind knows about teaching one of its designs."""

    point: ForcePoint
    predictions: tuple[Prediction, ...]
    story: tuple[str, ...]
