"""What a train tells beside the run."""

from __future__ import annotations

import numpy as np

from oakspin.design.train import TrainDesign
from oakspin.kinds.figures import distance_to_keep, machine_figures, stiffness
from oakspin.machines.machine import Machine
from oakspin.machines.train.shape import minutes_to_wind, play, train_shape
from oakspin.verdict.verdict import Figures


def train_figures(design: TrainDesign, machine: Machine) -> Figures:
    """Train, bore, track and its wire, time to wind it, the tightest bend that it takes."""
    units = {
        "mass": "g",
        "bore": "mm",
        "play": "mm",
        "energized_turns": "turns",
        "goes_round": "%",
        "turns": "turns",
        "track_length": "mm",
        "wire_length": "m",
        "wire_mass": "g",
    }
    shape = train_shape(design)
    figures = {**machine_figures(machine, units), **stiffness(design.wire), **distance_to_keep(design)}
    figures["winding_time"] = (np.asarray([minutes_to_wind(float(machine.facts["turns"]))]), "min")
    if play(shape) > 0 and np.isfinite(shape.tightest):
        figures["tightest_bend"] = (np.asarray([shape.tightest * 1e3]), "mm")
    return figures
