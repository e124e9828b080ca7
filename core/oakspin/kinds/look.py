"""What is shown of a design while it is chosen: verdict, parts with their dials, drawing, all from one machine."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from oakspin.design import Design
from oakspin.draws import MEDIAN, Draws, Recorded
from oakspin.kinds.geometry import Geometry
from oakspin.kinds.kinds import draw, parts_of, verdict_on, words_of
from oakspin.kinds.numbers import PartLine, turned
from oakspin.machines.table import machine_of
from oakspin.motion.spin import Spin, spin_of
from oakspin.verdict.outcome import outcome_of
from oakspin.verdict.sums import Sum, sums_of
from oakspin.verdict.verdict import State, Verdict


@dataclass(frozen=True)
class Look:
    """A design with its verdict, its parts and its drawing."""

    design: Design
    verdict: Verdict
    parts: tuple[PartLine, ...]
    drawing: Geometry


@dataclass(frozen=True)
class Glance:
    """What a shelf shows of a design: one sentence, the state of its weakest link, the bare drawing."""

    headline: str
    state: State
    drawing: Geometry


def drawn(design: Design) -> Geometry:
    """The bare drawing of a design, for a small picture. Raises as :func:`look`."""
    return _bare(draw(design, machine_of(design, MEDIAN)))


def _bare(drawing: Geometry) -> Geometry:
    return replace(
        drawing, labels=(), handles=(), current=(), flows=(), pushes=(), field_lines=(), dimensions=(), mass=None
    )


def glance(design: Design) -> Glance:
    """A design at a glance, of the very verdict that :func:`look` gives. Raises as that."""
    seen = look(design)
    weakest = next(link for link in seen.verdict.links if link.id == seen.verdict.weakest)
    return Glance(seen.verdict.headline, weakest.state, _bare(seen.drawing))


def look(design: Design, draws: Draws | None = None) -> Look:
    """Look at a design.

    Raises
    ------
    Refusal
        When no motor can be made of the design; says what to change.
    """
    outcome = outcome_of(machine_of(design, draws or Draws()))
    drawing = draw(design, outcome.machine, outcome.drive)
    return Look(design, verdict_on(design, outcome), parts_of(design), drawing)


def turn(design: Design, pointer: str, value: Any) -> Design:
    """The design with the dial at a pointer turned to a value, and with what follows it.

    Raises
    ------
    UnfitPatch
        Where there is no such dial, or the value cannot be.

    Example
    -------
    >>> from oakspin.design import design_of
    >>> lantern = design_of({"kind": "frame", "outline": {"half": {"by": "spring", "turns": 5, "diameter_mm": 24}}})
    >>> taller = turn(lantern, "/magnets/count", 4)
    >>> lantern.magnets.count, lantern.feet.height_mm, taller.magnets.count, taller.feet.height_mm
    (2, 3.2, 4, 6.4)
    """
    return turned(design, parts_of(design), pointer, value)


def turn_each(design: Design, turns: Sequence[tuple[str, Any]]) -> Design:
    """The design with several dials turned, one after the other. Raises as :func:`turn`."""
    for pointer, value in turns:
        design = turn(design, pointer, value)
    return design


def sums(design: Design, draws: Draws | None = None) -> tuple[Sum, ...]:
    """The sum behind each figure of the run chain, with the design's own numbers. Raises as :func:`look`."""
    given = draws or Draws()
    noted = Recorded(given.count, given.seed, learned=given.learned)
    outcome = outcome_of(machine_of(design, noted))
    typical = outcome_of(machine_of(design, replace(given, count=1)))
    return sums_of(typical, outcome, noted, words_of(design, outcome.machine))


def spin(design: Design, draws: Draws | None = None) -> Spin:
    """The computed run of a design's median build. Same design, same run."""
    return spin_of(machine_of(design, draws or Draws()))
