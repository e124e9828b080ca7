"""The balance test without instruments: with the power off the rotor swings like a pendulum."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.constants import GRAVITY
from oakspin.design import Design
from oakspin.design.patch import Patch, Setting, patched
from oakspin.draws import Array, Draws, median, quantiles
from oakspin.errors import Fault, Refusal
from oakspin.kinds.kinds import KINDS, evaluate, words_of
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.verdict import Link


@dataclass(frozen=True)
class Balance:
    """What a swing tells: distance of the centre of mass from the axle in mm, hop speed with its band.

    ``patch`` puts the distance into the design; ``before`` and ``after`` are the link "stays on"
    without and with it.
    """

    period_s: float
    imbalance_mm: float
    hop_speed: float
    hop_band: tuple[float, float]
    unit: str
    patch: Patch
    before: Link
    after: Link


def swing_period(machine: Machine) -> Array | None:
    """Period in s of a small swing about the rest angle; shape (draws,); none where nothing hangs.

    Source: a physical pendulum, T = 2 pi sqrt(J / (m g e)).
    """
    if machine.rest is None:
        return None
    return np.asarray(2 * np.pi * np.sqrt(machine.inertia / np.maximum(machine.rest.weight, 1e-15)))


def balance_of(design: Design, period: float) -> Balance:
    """Distance of the centre of mass from the axle out of the period of a swing in s.

    Raises
    ------
    Refusal
        Where the rotor of this kind does not hang on a level axle, or no build swings so slowly.
    """
    machine = machine_of(design, Draws())
    pointer = KINDS[design.kind].balance_at
    if not pointer:
        hint = "Take this test with a rotor on a level axle."
        raise Refusal([Fault("/readings/swings", f"{period:g} s", "left out for this kind of motor", hint)])
    mass = median(np.atleast_1d(machine.facts["mass"]))
    weight = 4 * np.pi**2 * median(machine.inertia) / period**2
    off = round(float(weight / (mass * GRAVITY)) * 1e3, 3)
    if not 0.005 <= off <= 15:
        limit = "a period that a rotor of this mass can swing with"
        raise Refusal([Fault("/readings/swings", f"{period:g} s", limit, "Count the swings and the seconds again.")])
    patch = (Setting(pointer, off),)
    measured = patched(design, patch)
    known = machine_of(measured, Draws())
    rate = words_of(measured, known).rate
    low, middle, high = (float(share) * rate.per for share in quantiles(known.touch.hop_speed, (0.1, 0.5, 0.9)))
    return Balance(
        period_s=period,
        imbalance_mm=off,
        hop_speed=middle,
        hop_band=(low, high),
        unit=rate.unit,
        patch=patch,
        before=evaluate(design).link("stays_on"),
        after=evaluate(measured).link("stays_on"),
    )
