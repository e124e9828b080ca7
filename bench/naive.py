"""The evaluation that a careful beginner would write: one build, point by point, with general tools."""

from __future__ import annotations

import itertools

import magpylib
import numpy as np
from scipy.integrate import solve_ivp

from oakspin import machine_of
from oakspin.design import CoredDesign, FrameDesign, HangingDesign, TrainDesign
from oakspin.design.magnets import Magnets
from oakspin.draws import MEDIAN
from oakspin.fields.stack import Stack
from oakspin.kinds.kinds import draw
from oakspin.machines.coil.machine import CoilMotor, coil_source
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import coil_shape
from oakspin.machines.cored.machine import slope
from oakspin.machines.cored.shape import cored_shape
from oakspin.machines.machine import Machine
from oakspin.machines.train.machine import current_way, handedness
from oakspin.machines.train.shape import train_shape
from oakspin.parts.magnet import remanence, stack_length


def coupling_point_by_point(magnets: Magnets, path: np.ndarray) -> float:
    """Torque per ampere of a path (m): the field library is asked for one point after the other."""
    length = stack_length(magnets)
    sign = 1.0 if magnets.pole_up == "N" else -1.0
    magnet = magpylib.magnet.Cylinder(
        polarization=(0, 0, sign * remanence(magnets)),
        dimension=(magnets.diameter_mm * 1e-3, length),
        position=(0, 0, length / 2),
    )
    torque = 0.0
    for start, end in itertools.pairwise(path):
        middle = (start + end) / 2
        push = np.cross(end - start, magnet.getB(middle))
        torque += middle[0] * push[1] - middle[1] * push[0]
    return torque


def naive_speed(design: FrameDesign | HangingDesign) -> float:
    """Steady speed in rad/s of the median build, run from rest until it no longer changes."""
    machine = machine_of(design, MEDIAN)
    if isinstance(design, HangingDesign):
        # Inside the magnets from the axis to the rim: just above the height at which the lead touches.
        rim, height = design.magnets.diameter_mm * 5e-4, design.lead.height_mm * 1e-3
        path = np.column_stack([np.linspace(0, rim * 0.999, 120), np.zeros(120), np.full(120, height)])
    else:
        path = np.array(draw(design, machine).moving[0].points) * 1e-3
    kappa = coupling_point_by_point(design.magnets, path)
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])

    def rates(_: float, speed: np.ndarray) -> list[float]:
        now = np.abs(speed)
        current = (volts - abs(kappa) * now[0]) / ohms
        net = float(machine.touch.share_at(now)[0]) * abs(kappa) * current - float(machine.load.at(now)[0])
        return [max(net, 0.0) / float(machine.inertia[0])]

    run = solve_ivp(rates, (0.0, 60.0), [0.0], rtol=1e-6, atol=1e-8)
    return float(run.y[0, -1])


def coupling_round_the_turn(design: CoilMotor, machine: Machine) -> np.ndarray:
    """Torque per ampere of a coil or two lobes at each angle: the field library is asked at each angle anew."""
    source, shape = coil_source(design), coil_shape(design)
    place = (0, 0, source.length / 2)
    if isinstance(source, Stack):
        size = (2 * source.radius, source.length)
        magnet = magpylib.magnet.Cylinder(polarization=(0, 0, source.remanence), dimension=size, position=place)
    else:
        size = (source.along, source.across, source.length)
        magnet = magpylib.magnet.Cuboid(polarization=(0, 0, source.remanence), dimension=size, position=place)
    turn = drawn(shape.wound.outline)
    axle = np.array([0, 0, source.length + shape.over])
    turns = shape.wound.turns / len(shape.wound.places)
    torques = []
    for angle in machine.angles:
        torque = 0.0
        for side in shape.wound.places:
            at = angle + side - np.pi / 2
            path = np.column_stack([turn[:, 0], -turn[:, 1] * np.sin(at), turn[:, 1] * np.cos(at)])
            step, middle = np.diff(path, axis=0), (path[1:] + path[:-1]) / 2
            push = np.cross(step, magnet.getB(middle + axle))
            torque += turns * np.cross(middle, push)[:, 0].sum()
        torques.append(torque)
    return np.array(torques)


def naive_coil_speed(design: CoilMotor) -> float:
    """Speed in rad/s of the median coil after two seconds, run from its flick."""
    machine = machine_of(design, MEDIAN)
    return _run(machine, coupling_round_the_turn(design, machine), design.flick.turns_per_s)


def _run(machine: Machine, kappa: np.ndarray, flick: float) -> float:
    """Two seconds of a machine whose switch opens and closes, from a flick in turns/s the way it is driven."""
    volts, ohms = float(machine.pack.volts_at(machine.pack.used)[0]), float(machine.total_ohms[0])
    sense = np.sign((kappa * machine.switch[0]).sum())

    def rates(_: float, state: np.ndarray) -> list[float]:
        at = state[0] % (2 * np.pi)
        torque = np.interp(at, machine.angles, kappa, period=2 * np.pi)
        closed = machine.switch[0, int(at / (2 * np.pi) * machine.angles.size)]
        speed = np.array([abs(state[1])])
        current = float(machine.touch.share_at(speed)[0]) * closed * (volts - closed * torque * state[1]) / ohms
        drag = float(machine.load.at(speed)[0]) * np.sign(state[1])
        drawn = 0.0 if machine.cogging is None else np.interp(at, machine.angles, machine.cogging[0], period=2 * np.pi)
        return [state[1], (torque * current + drawn - drag) / float(machine.inertia[0])]

    run = solve_ivp(rates, (0.0, 2.0), [0.0, sense * 2 * np.pi * flick], max_step=2e-3, rtol=1e-4)
    return float(run.y[1, -1])


def naive_cored_speed(design: CoredDesign) -> float:
    """Speed in rad/s of the median iron-cored motor after two seconds; the field is asked for at each angle anew."""
    machine, shape = machine_of(design, MEDIAN), cored_shape(design)
    magnets = design.magnets
    size = (stack_length(magnets), magnets.across_mm * 1e-3, magnets.along_mm * 1e-3)
    sign = 1.0 if magnets.pole_up == "N" else -1.0
    blocks = [
        magpylib.magnet.Cuboid(
            polarization=(way * sign * remanence(magnets), 0, 0),
            dimension=size,
            position=(side * (shape.face + size[0] / 2), 0, 0),
        )
        for side, way in ((-1, 1.0), (1, shape.right))
    ]
    places = shape.hub + (np.arange(10) + 0.5) / 10 * shape.arm
    linked = []
    for angle in machine.angles:
        u = np.array([np.cos(angle), np.sin(angle), 0.0])
        points = np.concatenate([-places, places])[:, None] * u
        linked.append(sum(block.getB(points) for block in blocks).mean(axis=0) @ u)
    # As much as the machine's own: what is timed is the way there.
    kappa = slope(np.array(linked))
    return _run(machine, kappa * np.abs(machine.coupling).max() / np.abs(kappa).max(), design.flick.turns_per_s)


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
        push = float(machine.touch.share_at(speed)[0]) * kappa * (volts - kappa * state[1]) / ohms
        return [state[1], (push - float(machine.load.at(speed)[0])) / float(machine.inertia[0])]

    def leaves(_: float, state: np.ndarray) -> float:
        return state[0] - (shape.track - shape.long / 2)

    leaves.terminal = True  # type: ignore[attr-defined]
    run = solve_ivp(rates, (0.0, seconds), [shape.long / 2, 0.0], rtol=1e-4, events=leaves)
    return float(run.y[1, -1])
