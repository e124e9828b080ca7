"""What a hanging rotor tells beside the run."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign
from oakspin.kinds.figures import distance_to_keep, machine_figures
from oakspin.machines.machine import Machine
from oakspin.verdict.verdict import Figures


def hanging_figures(design: HangingDesign, machine: Machine) -> Figures:
    """What hangs and what holds it, what rubs, and the wire."""
    units = {
        "mass": "g",
        "weight": "mN",
        "holding_force": "mN",
        "holding_force_a_tenth_off": "mN",
        "lead_friction": "µN·m",
        "point_friction": "µN·m",
        "point_flat": "mm",
        "wire_length": "mm",
    }
    return {**machine_figures(machine, units), **distance_to_keep(design)}
