"""The evaluation that a careful beginner would write: one build, point by point, with general tools."""

from __future__ import annotations

import itertools

import magpylib
import numpy as np
from scipy.integrate import solve_ivp

from oakspin import Design, machine_of
from oakspin.design import TrainDesign
from oakspin.draws import MEDIAN
from oakspin.fields.stack import Stack
from oakspin.machines.coil.machine import CoilMotor, coil_source
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import coil_shape
from oakspin.machines.machine import Machine
from oakspin.machines.train.machine import current_way, handedness
from oakspin.machines.train.shape import train_shape
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
    path = np.array(machine.geometry.moving[0].points) * 1e-3
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


def coupling_round_the_turn(design: CoilMotor, machine: Machine) -> np.ndarray:
    """Torque per ampere of a single coil at each angle: the field library is asked at each angle anew."""
    source, shape = coil_source(design), coil_shape(design)
    assert isinstance(source, Stack)
    magnet = magpylib.magnet.Cylinder(
        polarization=(0, 0, source.remanence),
        dimension=(2 * source.radius, source.length),
        position=(0, 0, source.length / 2),
    )
    turn = drawn(shape.wound.outline)
    axle = np.array([0, 0, source.length + shape.over_magnet])
    torques = []
    for angle in machine.angles:
        path = np.column_stack([turn[:, 0], -turn[:, 1] * np.sin(angle), turn[:, 1] * np.cos(angle)])
        step, middle = np.diff(path, axis=0), (path[1:] + path[:-1]) / 2
        push = np.cross(step, magnet.getB(middle + axle))
        torques.append(shape.wound.turns * np.cross(middle, push)[:, 0].sum())
    return np.array(torques)


def naive_coil_speed(design: CoilMotor) -> float:
    """Speed in rad/s of the median coil after two seconds, run from its flick."""
    machine = machine_of(design, MEDIAN)
    kappa = coupling_round_the_turn(design, machine)
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])
    sense = np.sign((kappa * machine.switch[0]).sum())

    def rates(_: float, state: np.ndarray) -> list[float]:
        at = state[0] % (2 * np.pi)
        torque = np.interp(at, machine.angles, kappa, period=2 * np.pi)
        closed = machine.switch[0, int(at / (2 * np.pi) * machine.angles.size)]
        speed = np.array([abs(state[1])])
        current = float(machine.made_at(speed)[0]) * closed * (volts - torque * state[1]) / ohms
        drag = float(machine.load.at(speed)[0]) * np.sign(state[1])
        return [state[1], (torque * current - drag) / float(machine.inertia[0])]

    flick = sense * 2 * np.pi * design.flick.turns_per_s
    run = solve_ivp(rates, (0.0, 2.0), [0.0, flick], max_step=2e-3, rtol=1e-4)
    return float(run.y[1, -1])


def naive_train_speed(design: TrainDesign, seconds: float = 3.0) -> float:
    """Speed in m/s of the median train after so many seconds; the force on the helix is asked for as it goes."""
    machine, shape = machine_of(design, MEDIAN), train_shape(design)
    train, radius = shape.assembly, (shape.bore + shape.wire) / 2
    ends = ((train.front, train.half + train.front.length / 2), (train.rear, -train.half - train.rear.length / 2))
    magnets = [
        magpylib.magnet.Cylinder(
            polarization=(0, 0, end.remanence), dimension=(2 * end.radius, end.length), position=(0, 0, place)
        )
        for end, place in ends
    ]
    rear, front = shape.contacts
    turns = (front - rear) / shape.tight
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])

    def force_per_ampere(place: float) -> float:
        # Turns lie where they lie: the train meets them at another phase at every place.
        phase = np.linspace(0, 2 * np.pi * turns, int(24 * turns)) + 2 * np.pi * (place % shape.tight) / shape.tight
        z = np.linspace(rear, front, phase.size)
        wire = np.column_stack([radius * np.cos(phase), handedness(design) * radius * np.sin(phase), z])
        step, middle = np.diff(wire, axis=0), (wire[1:] + wire[:-1]) / 2
        field = sum(magnet.getB(middle) for magnet in magnets)
        return float(-current_way(design) * np.cross(step, field)[:, 2].sum())

    def rates(_: float, state: np.ndarray) -> list[float]:
        kappa = force_per_ampere(state[0])
        speed = np.array([max(state[1], 0.0)])
        push = float(machine.made_at(speed)[0]) * kappa * (volts - kappa * state[1]) / ohms
        return [state[1], (push - float(machine.load.at(speed)[0])) / float(machine.inertia[0])]

    def leaves(_: float, state: np.ndarray) -> float:
        return state[0] - (shape.track - shape.long / 2)

    leaves.terminal = True  # type: ignore[attr-defined]
    run = solve_ivp(rates, (0.0, seconds), [shape.long / 2, 0.0], rtol=1e-4, events=leaves)
    return float(run.y[1, -1])
