"""The evaluation that a careful beginner would write: one build, point by point, with general tools."""

from __future__ import annotations

import itertools

import magpylib
import numpy as np
from scipy.integrate import solve_ivp

from oakspin import Design, machine_of
from oakspin.draws import MEDIAN
from oakspin.machines.machine import Machine
from oakspin.parts.magnet import remanence, stack_length


def coupling_point_by_point(design: Design, machine: Machine) -> float:
    """Torque per ampere of the first leg: the field library is asked for one point after the other."""
    magnets = design.magnets
    length = stack_length(magnets)
    sign = 1.0 if magnets.pole_up == "N" else -1.0
    magnet = magpylib.magnet.Cylinder(
        polarization=(0, 0, sign * remanence(magnets)),
        dimension=(magnets.diameter_mm * 1e-3, length),
        position=(0, 0, length / 2),
    )
    path = np.array(machine.geometry.moving[0]) * 1e-3
    torque = 0.0
    for start, end in itertools.pairwise(path):
        middle = (start + end) / 2
        push = np.cross(end - start, magnet.getB(middle))
        torque += middle[0] * push[1] - middle[1] * push[0]
    return torque


def naive_speed(design: Design) -> float:
    """Steady speed in rad/s of the median build, run from rest until it no longer changes."""
    machine = machine_of(design, MEDIAN)
    kappa = coupling_point_by_point(design, machine)
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])

    def rates(_: float, speed: np.ndarray) -> list[float]:
        now = np.abs(speed)
        current = (volts - abs(kappa) * now[0]) / ohms
        net = float(machine.made_at(now)[0]) * abs(kappa) * current - float(machine.load.at(now)[0])
        return [max(net, 0.0) / float(machine.inertia[0])]

    run = solve_ivp(rates, (0.0, 60.0), [0.0], rtol=1e-6, atol=1e-8)
    return float(run.y[0, -1])
