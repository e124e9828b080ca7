"""Uses of a verdict for building: the build sheet, true-size templates, the first-run card."""

from oakspin.make.first_run import FirstRun, first_run
from oakspin.make.making import Making, making_of
from oakspin.make.sheet import BuildSheet, SheetStep, build_sheet
from oakspin.make.svg import template_svg

__all__ = ["BuildSheet", "FirstRun", "Making", "SheetStep", "build_sheet", "first_run", "making_of", "template_svg"]
