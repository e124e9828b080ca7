"""Steady speed, and the time to reach it, for all draws at once."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Load
from oakspin.motion.drive import Drive, ceiling

_NODES, _WEIGHTS = np.polynomial.legendre.leggauss(12)
NEARER = 12  # times that the bracket is narrowed at most
LEFT, ROUGHLY = 1e-7, 1e-3  # of the push at rest: so little net torque is none
BEYOND = 1.05
STEPS = np.linspace(0, 1, 25) ** 2  # shares of the way from hopping on to the highest speed thought of
REACHED = 0.9


def steady_speed(drive: Drive, load: Load, *, roughly: bool = False) -> Array:
    """Speed at which the mean drive equals the load; 0 where it cannot move. Shape (draws,).

    The first such speed from rest on. Where the axle hops, push and load go up and down with speed: there the
    first of many steps at which the load has the better of the push brackets it; else the net torque falls with
    speed throughout. The bracket is narrowed where a straight line through its ends crosses nothing; an end that stays
    twice counts half. Source: M. Dowell and P. Jarratt, BIT 11, 168 (1971). ``roughly`` it is found within a percent,
    for what depends on it but little.
    """
    moves = drive.stall > load.dry
    high = np.minimum(drive.top, ceiling(drive.stall, load))
    # A supply at its limit gives the full push up to some speed, and a lagging current pushes on: a little beyond.
    high = np.where(moves, high * BEYOND + 1e-9, 1.0)
    low = np.zeros_like(high)
    if load.landing is not None:
        hop = load.landing.touch.hop_speed
        most = np.maximum(high / hop, 1.0)
        shares = STEPS[:: 2 if roughly else 1]
        steps = np.minimum(hop * (1 + (most - 1) * shares[:, None]), high)
        ahead = drive.at(steps) > load.at(steps)
        first = np.where(ahead.all(axis=0), len(steps) - 1, ahead.argmin(axis=0))
        draw = np.arange(hop.size)
        high, low = steps[first, draw], np.where(first > 0, steps[first - 1, draw], 0.0)
    surplus_low, surplus_high = (drive.at(speed) - load.at(speed) for speed in (low, high))
    held_low, held_high, near, found = np.zeros(high.shape, bool), np.zeros(high.shape, bool), ~moves, low
    for _ in range(NEARER):
        share = np.clip(surplus_low / np.maximum(surplus_low - surplus_high, 1e-300), 0.0, 1.0)
        middle = low + (high - low) * share
        surplus = drive.at(middle) - load.at(middle)
        # What has come near enough stays as it is, whatever it is computed together with.
        found = np.where(near, found, middle)
        near |= np.abs(surplus) < (ROUGHLY if roughly else LEFT) * drive.stall
        if near.all():
            return np.asarray(np.where(moves, found, 0.0))
        faster = surplus > 0
        surplus_low, surplus_high = (
            np.where(faster, surplus, surplus_low * np.where(held_low, 0.5, 1.0)),
            np.where(faster, surplus_high * np.where(held_high, 0.5, 1.0), surplus),
        )
        low, high, held_low, held_high = np.where(faster, middle, low), np.where(faster, high, middle), ~faster, faster
    return np.asarray(np.where(moves, found, 0.0))


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
