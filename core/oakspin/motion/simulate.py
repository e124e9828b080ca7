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


def _powers(machine: Machine, angle: Array, speed: Array) -> tuple[Array, Array, Array, Array]:
    """Current while the contact is made, drive torque, load torque, effective coupling."""
    turn = np.mod(angle, 2 * np.pi)
    kappa = _coupling_at(machine, turn)
    volts = machine.pack.volts_at(machine.pack.used)
    alive = 0.0 if machine.broken("circuit") else 1.0
    current = alive * (volts - kappa * speed) / machine.total_ohms
    drive = machine.made_at(np.abs(speed)) * kappa * current
    opposing = machine.load.at(np.abs(speed))
    # Dry friction holds a body at rest until the drive exceeds it; then it opposes the motion.
    stuck = np.abs(speed) < STILL
    load = np.where(stuck, np.clip(drive, -machine.load.dry, machine.load.dry), np.sign(speed) * opposing)
    return current, drive, load, kappa


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

    def rates(at: Array) -> Array:
        amperes, drive, load, _ = _powers(machine, at[0], at[1])
        made = machine.made_at(np.abs(at[1]))
        electrical, heat = volts * made * amperes, made * amperes**2 * machine.total_ohms
        return np.stack([at[1], (drive - load) / machine.inertia, electrical, heat, load * at[1]])

    for number in range(steps + 1):
        history[number] = state
        current[number] = _powers(machine, state[0], state[1])[0]
        one = rates(state)
        two = rates(state + step / 2 * one)
        three = rates(state + step / 2 * two)
        four = rates(state + step * three)
        moved = state + step / 6 * (one + 2 * two + 2 * three + four)
        # Friction can bring a body to rest, not turn it round: a sign change under friction is a stop.
        drive = _powers(machine, moved[0], np.zeros(draws))[1]
        held = (moved[1] * state[1] < 0) & (np.abs(drive) <= machine.load.dry)
        moved[1] = np.where(held, 0.0, moved[1])
        state = moved
    motion = 0.5 * machine.inertia * history[:, 1] ** 2
    account = {"electrical": history[:, 2], "heat": history[:, 3], "friction": history[:, 4], "motion": motion}
    time = np.repeat(np.linspace(0, seconds, steps + 1)[:, None], draws, axis=1)
    return Trace(time, history[:, 0], history[:, 1], current, account)
