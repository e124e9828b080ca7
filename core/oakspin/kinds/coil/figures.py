"""What a rotating coil tells beside the run."""

from __future__ import annotations

from oakspin.kinds.figures import distance_to_keep, machine_figures, stiffness
from oakspin.machines.coil.shape import CoilMotor
from oakspin.machines.machine import Machine
from oakspin.verdict.verdict import Figures


def coil_figures(design: CoilMotor, machine: Machine) -> Figures:
    """Mass, wire, balance, sizes."""
    units = {"mass": "g", "wire_length": "mm", "imbalance": "mm", "bundle": "mm", "axle_height": "mm"}
    return {**machine_figures(machine, units), **stiffness(design.wire), **distance_to_keep(design)}
