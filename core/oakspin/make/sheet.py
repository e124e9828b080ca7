"""The build sheet of a design, for the hands that will build it."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.constants import HANDS
from oakspin.design import Design
from oakspin.kinds.build import Bend, Cut, HowTo, SetLength, Step, Template
from oakspin.kinds.kinds import build_of
from oakspin.safety import Caution, cautions_of


@dataclass(frozen=True)
class SheetStep(Step):
    """A step with its number; ``minutes`` are those of this maker."""

    number: int = 0


@dataclass(frozen=True)
class BuildSheet:
    """All that goes on the sheet; lengths in mm, minutes of this maker."""

    cuts: tuple[Cut, ...]
    bends: tuple[Bend, ...]
    settings: tuple[SetLength, ...]
    steps: tuple[SheetStep, ...]
    checks: tuple[str, ...]
    tools: tuple[str, ...]
    minutes: float
    template: Template
    how_to: tuple[HowTo, ...]
    cautions: tuple[Caution, ...]


def build_sheet(design: Design) -> BuildSheet:
    """Compute the build sheet.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    plan = build_of(design)
    pace = HANDS[design.maker].pace
    steps = tuple(
        SheetStep(
            step.id, step.title, step.text, _minutes(step.minutes * pace), step.tools, step.adult, step.caution, number
        )
        for number, step in enumerate(plan.steps, 1)
    )
    return BuildSheet(
        cuts=plan.cuts,
        bends=plan.bends,
        settings=plan.settings,
        steps=steps,
        checks=plan.checks,
        tools=tuple(dict.fromkeys(tool for step in plan.steps for tool in step.tools)),
        minutes=sum(step.minutes for step in steps),
        template=plan.template,
        how_to=plan.how_to,
        cautions=cautions_of(design),
    )


def _minutes(value: float) -> float:
    return float(max(1, round(value)))
