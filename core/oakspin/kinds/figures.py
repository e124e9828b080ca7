"""Figures that a kind tells beside those of every run: facts of its machine in the units of the bench."""

from __future__ import annotations

import numpy as np

from oakspin.design import Design
from oakspin.design.wire import Wire
from oakspin.machines.machine import Machine
from oakspin.parts.magnet import keep_away
from oakspin.parts.wire import bend_moment, wire_diameter, wire_metal
from oakspin.verdict.verdict import Figures

UNITS: dict[str, tuple[str, float]] = {
    "g": ("g", 1e3),
    "mN": ("mN", 1e3),
    "mm": ("mm", 1e3),
    "m": ("m", 1.0),
    "µWb": ("µWb", 1e6),
    "µN·m": ("µN·m", 1e6),
    "mN·m": ("mN·m", 1e3),
    "mH": ("mH", 1e3),
    "mJ": ("mJ", 1e3),
    "°": ("°", 180 / np.pi),
    "turns": ("turns", 1.0),
    "turns/min": ("turns/min", 60 / (2 * np.pi)),
    "layers": ("layers", 1.0),
    "%": ("%", 100.0),
    "min": ("min", 1 / 60),
}


def machine_figures(machine: Machine, units: dict[str, str]) -> Figures:
    """Facts of a machine by name, each in the unit named for it; with draws, or one for all."""
    return {name: (np.asarray(machine.facts[name] * UNITS[unit][1]), UNITS[unit][0]) for name, unit in units.items()}


def stiffness(wire: Wire) -> Figures:
    """What bending the wire takes."""
    moment = bend_moment(wire_diameter(wire), wire_metal(wire))
    return {"bend_moment": (np.asarray([moment * 1e3]), "mN·m")}


def distance_to_keep(design: Design) -> Figures:
    """How far cards and implants are to be kept from the strongest stack."""
    return {"keep_away_distance": (np.asarray([max(keep_away(stack) for stack in design.stacks) * 1e3]), "mm")}
