"""What a frame motor tells beside the run."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign
from oakspin.kinds.figures import distance_to_keep, machine_figures, stiffness
from oakspin.machines.machine import Machine
from oakspin.verdict.verdict import Figures


def frame_figures(design: FrameDesign, machine: Machine) -> Figures:
    """Flux and force at the foot, mass, wire, balance and lean."""
    units = {
        "flux_at_foot": "µWb",
        "foot_force": "mN",
        "mass": "g",
        "wire_length": "mm",
        "center_of_mass_offset": "mm",
        "center_of_mass_below_tip": "mm",
        "lean": "°",
        "ringing": "turns/min",
        "leg_give": "mm",
    }
    return {**machine_figures(machine, units), **stiffness(design.wire), **distance_to_keep(design)}
