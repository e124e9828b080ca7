"""Steady speed, and the time to reach it, for all draws at once."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Load
from oakspin.motion.drive import Drive

_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(12)
HALVINGS = 26
REACHED = 0.9


def steady_speed(drive: Drive, load: Load) -> Array:
    """Speed at which the mean drive equals the load; 0 where it cannot move. Shape (draws,).

    The net torque falls with speed throughout, so halving the bracket finds its one root to
    the last digits whatever the loads are made of.
    """
    surplus = drive.stall - load.dry
    moves = surplus > 0
    gap = np.where(moves, surplus, 1.0)
    least = 1e-300
    # At its limit a supply gives the full stall torque up to some speed: the bracket reaches past it.
    free = (gap + drive.open - drive.stall) / np.maximum(drive.fall, least)
    square = np.sqrt(gap / np.maximum(load.square, least))
    high = np.minimum(np.minimum(free, square), (gap / np.maximum(load.air_4_3, least)) ** 0.75)
    low = np.zeros_like(high)
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        faster = drive.at(middle) > load.at(middle)
        low, high = np.where(faster, middle, low), np.where(faster, high, middle)
    return np.asarray(np.where(moves, (low + high) / 2, 0.0))


def coast_down_time(load: Load, inertia: Array, speed: Array) -> Array:
    """Time from a speed to rest in s, with the power off."""
    moves = speed > 0
    at = np.where(moves, speed, 1.0) * ((_NODES + 1) / 2)[:, None]
    time = (speed / 2 * inertia / load.at(at) * _WEIGHTS[:, None]).sum(axis=0)
    return np.asarray(np.where(moves, time, 0.0))


def spin_up_time(drive: Drive, load: Load, inertia: Array, speed: Array) -> Array:
    """Time from rest to nine tenths of the steady speed in s; 0 where it does not move."""
    moves = speed > 0
    goal = np.where(moves, REACHED * speed, 1.0)
    at = goal * ((_NODES + 1) / 2)[:, None]
    net = drive.at(at) - load.at(at)
    time = (goal / 2 * inertia / np.where(moves, net, 1.0) * _WEIGHTS[:, None]).sum(axis=0)
    return np.asarray(np.where(moves, time, 0.0))
