"""Steady speed, and the time to reach it, for all draws at once."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Load
from oakspin.motion.drive import Drive

_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(12)
HALVINGS, FEWER = 12, 8  # from rest to the highest speed thought of; within one of the steps
BEYOND = 1.05
STEPS = np.linspace(0, 1, 24) ** 2  # shares of the way from hopping on to the highest speed thought of
REACHED = 0.9


def steady_speed(drive: Drive, load: Load) -> Array:
    """Speed at which the mean drive equals the load; 0 where it cannot move. Shape (draws,).

    The first such speed from rest on. Where the axle hops, push and load go up and down with speed: there the
    first of many steps at which the load has the better of the push brackets it; else the net torque falls with
    speed throughout. The bracket is halved, and what is left of it crossed in a straight line.
    """
    surplus = drive.stall - load.dry
    moves = surplus > 0
    gap = np.where(moves, surplus, 1.0)
    least = 1e-300
    square = np.sqrt(gap / np.maximum(load.square, least))
    high = np.minimum(np.minimum(drive.top, square), (gap / np.maximum(load.air_4_3, least)) ** 0.75)
    # A supply at its limit gives the full push up to some speed, and a lagging current pushes on: a little beyond.
    high = np.where(moves, high * BEYOND + 1e-9, 1.0)
    low = np.zeros_like(high)
    if load.landing is not None:
        hop = load.landing.touch.hop_speed
        most = np.maximum(high / hop, 1.0)
        steps = np.minimum(hop * (1 + (most - 1) * STEPS[:, None]), high)
        ahead = drive.at(steps) > load.at(steps)
        first = np.where(ahead.all(axis=0), len(steps) - 1, ahead.argmin(axis=0))
        draw = np.arange(hop.size)
        high, low = steps[first, draw], np.where(first > 0, steps[first - 1, draw], 0.0)
    for _ in range(HALVINGS if load.landing is None else FEWER):
        middle = (low + high) / 2
        faster = drive.at(middle) > load.at(middle)
        low, high = np.where(faster, middle, low), np.where(faster, high, middle)
    # So near, both are as good as straight.
    surplus_low, surplus_high = (drive.at(speed) - load.at(speed) for speed in (low, high))
    share = np.clip(surplus_low / np.maximum(surplus_low - surplus_high, 1e-300), 0.0, 1.0)
    return np.asarray(np.where(moves, low + (high - low) * share, 0.0))


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
