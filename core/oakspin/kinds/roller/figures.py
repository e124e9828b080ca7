"""What a roller tells beside the run."""

from __future__ import annotations

import numpy as np

from oakspin.design.roller import RollerDesign
from oakspin.kinds.figures import distance_to_keep, machine_figures
from oakspin.machines.machine import Machine
from oakspin.verdict.verdict import Figures


def roller_figures(design: RollerDesign, machine: Machine) -> Figures:
    """Mass, length over both wheels, what the sheet's current leaves of the push."""
    figures = {**machine_figures(machine, {"mass": "g", "rolling_mass": "g", "axle": "mm"}), **distance_to_keep(design)}
    figures["push_kept"] = (np.asarray([machine.facts["push_kept"]]) * 100, "%")
    return figures
