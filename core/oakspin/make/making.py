"""Everything that is needed to build a design and to run it for the first time, in one answer."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.kinds.kinds import evaluate
from oakspin.make.first_run import FirstRun, first_run
from oakspin.make.sheet import BuildSheet, build_sheet
from oakspin.make.svg import fits_a_page, template_size


@dataclass(frozen=True)
class Making:
    """The build sheet, the first-run card, the template's size in mm, and whether that prints on one page."""

    sheet: BuildSheet
    first_run: FirstRun
    template_mm: tuple[float, float]
    template_fits: bool


def making_of(design: Design, draws: Draws | None = None) -> Making:
    """The answer on the usual draws, or learned ones. Raises ``Refusal`` when no motor can be made of the design."""
    sheet = build_sheet(design)
    card = first_run(design, evaluate(design, draws), draws)
    return Making(sheet, card, template_size(sheet.template), fits_a_page(sheet.template))
