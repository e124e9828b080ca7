"""The motion in time: one integrator for every machine, with its energy account."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine

STILL = 1e-9


@dataclass(frozen=True)
class Trace:
    """A computed run; every array has shape (steps + 1, draws).

    ``account`` holds energies in J since the start: electrical in, heat in the resistances,
    friction and air, motion.
    """

    time: Array
    angle: Array
    speed: Array
    current: Array
    account: dict[str, Array]


def _drive(machine: Machine, angle: Array, speed: Array) -> tuple[Array, Array]:
    """Current while the contact is made, and drive torque."""
    kappa = _coupling_at(machine, np.mod(angle, 2 * np.pi))
    volts = machine.pack.volts_at(machine.pack.used)
    alive = 0.0 if machine.broken("circuit") else 1.0
    current = alive * (volts - kappa * speed) / machine.total_ohms
    return current, machine.made_at(np.abs(speed)) * kappa * current


def _way(machine: Machine, angle: Array, speed: Array) -> Array:
    """Way of the motion over a step: as it turns, or from rest as it is driven; 0 while friction holds it."""
    _, drive = _drive(machine, angle, speed)
    from_rest = np.where(np.abs(drive) > machine.load.dry, np.sign(drive), 0.0)
    return np.where(np.abs(speed) < STILL, from_rest, np.sign(speed))


def _coupling_at(machine: Machine, turn: Array) -> Array:
    effective = machine.coupling * machine.switch
    if effective.shape[1] == 1:
        return np.broadcast_to(effective[:, 0], turn.shape)
    place = turn / (2 * np.pi) * effective.shape[1]
    low = place.astype(int) % effective.shape[1]
    rows = np.arange(turn.shape[0]) % effective.shape[0]
    here, there = effective[rows, low], effective[rows, (low + 1) % effective.shape[1]]
    return np.asarray(here + (there - here) * (place - np.floor(place)))


def simulate(machine: Machine, seconds: float, steps: int, angle: float = 0.0, speed: float = 0.0) -> Trace:
    """Run the machine from a standing start (or a flick) with the classic fourth-order method.

    Parameters
    ----------
    machine : Machine
    seconds : float, s
    steps : int
        Equal steps; the error of a smooth run falls as the fourth power of their number.
    angle, speed : float
        Start, in rad and rad/s.
    """
    draws = machine.inertia.shape[0]
    state = np.zeros((5, draws))
    state[0], state[1] = angle, speed
    step = seconds / steps
    history = np.empty((steps + 1, 5, draws))
    current = np.empty((steps + 1, draws))
    volts = machine.pack.volts_at(machine.pack.used)

    def rates(at: Array, way: Array) -> Array:
        amperes, drive = _drive(machine, at[0], at[1])
        load = np.where(way == 0, drive, way * machine.load.at(np.abs(at[1])))
        made = machine.made_at(np.abs(at[1]))
        electrical, heat = volts * made * amperes, made * amperes**2 * machine.total_ohms
        return np.stack([at[1], (drive - load) / machine.inertia, electrical, heat, load * at[1]])

    for number in range(steps + 1):
        history[number] = state
        current[number] = _drive(machine, state[0], state[1])[0]
        # Friction opposes one way through the whole step: were it to turn with each stage, a body
        # about to stop would creep on for ever.
        way = _way(machine, state[0], state[1])
        one = rates(state, way)
        two = rates(state + step / 2 * one, way)
        three = rates(state + step / 2 * two, way)
        four = rates(state + step * three, way)
        moved = state + step / 6 * (one + 2 * two + 2 * three + four)
        # A body whose motion turns round has stood still in between: the next step starts from rest.
        stopped = moved[1] * way <= 0
        moved[4] += np.where(stopped, 0.5 * machine.inertia * moved[1] ** 2, 0.0)
        moved[1] = np.where(stopped, 0.0, moved[1])
        state = moved
    motion = 0.5 * machine.inertia * history[:, 1] ** 2
    account = {"electrical": history[:, 2], "heat": history[:, 3], "friction": history[:, 4], "motion": motion}
    time = np.repeat(np.linspace(0, seconds, steps + 1)[:, None], draws, axis=1)
    return Trace(time, history[:, 0], history[:, 1], current, account)
