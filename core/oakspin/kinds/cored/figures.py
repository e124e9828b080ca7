"""What an iron-cored motor tells beside the run."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign
from oakspin.kinds.figures import distance_to_keep, machine_figures, stiffness
from oakspin.machines.machine import Machine
from oakspin.verdict.verdict import Figures


def cored_figures(design: CoredDesign, machine: Machine) -> Figures:
    """Mass, pull on the iron, wire, winding, what its sparks carry."""
    units = {
        "mass": "g",
        "cogging": "µN·m",
        "wire_length": "m",
        "layers": "layers",
        "inductance": "mH",
        "spark_energy": "mJ",
    }
    return {**machine_figures(machine, units), **stiffness(design.wire), **distance_to_keep(design)}
