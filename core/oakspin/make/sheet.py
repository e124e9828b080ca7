"""The build sheet of a design, for the hands that will build it."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design import Design
from oakspin.draws import MEDIAN
from oakspin.kinds.build import Bend, Cut, HowTo, SetLength, Step, Template, step_minutes
from oakspin.kinds.kinds import build_of, draw, handwork_of
from oakspin.kinds.steps import tools_of
from oakspin.machines.table import machine_of
from oakspin.make.classroom import found_for
from oakspin.make.pictures import pictures_of, with_spots
from oakspin.safety import Caution, cautions_of


@dataclass(frozen=True)
class SheetStep(Step):
    """A step with its number, its drawings, and how things are when it is done; ``minutes`` are those of this maker.

    Each of ``done`` is a numbered spot of the drawings, in this order from 1.
    """

    number: int = 0
    pictures: tuple[HowTo, ...] = ()
    done: tuple[str, ...] = ()


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
    cautions: tuple[Caution, ...]


def build_sheet(design: Design) -> BuildSheet:
    """Compute the build sheet.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    plan = build_of(design)
    geometry = draw(design, machine_of(design, MEDIAN))
    hands = handwork_of(design)
    steps = tuple(
        SheetStep(
            **{**vars(step), "minutes": _minutes(step_minutes(step, design.maker)), "tools": tools_of(step)},
            number=number,
            pictures=with_spots(pictures_of(step, plan, geometry), made),
            done=tuple(each.what for each in made.values()),
        )
        for number, step in enumerate(plan.steps, 1)
        for made in [{id_: each for id_, each in hands.items() if each.step == step.id}]
    )
    return BuildSheet(
        cuts=plan.cuts,
        bends=plan.bends,
        settings=found_for(design, plan.settings),
        steps=steps,
        checks=tuple(check.text for check in plan.checks),
        tools=tuple(dict.fromkeys(tool for step in steps for tool in step.tools)),
        minutes=sum(step.minutes for step in steps),
        template=plan.template,
        cautions=cautions_of(design),
    )


def _minutes(value: float) -> float:
    return float(max(1, round(value)))
