"""A rotor in open supports, followed in small steps: spin, flight and blows of its axle, and nothing of the mean laws.

Its center of mass flies freely while the axle is off the seat, and no current flows; a blow of the seat is an impulse
that changes both its fall and its spin; at rest on the seat it turns about the axle, with current where metal is bare.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array

GRAVITY = 9.81
DIES = 0.02  # of e w: what springs back slower lies


@dataclass(frozen=True)
class Rotor:
    """Rows are builds; ``heavy`` in rad as the machine counts, everything else in SI units."""

    mass: float
    off: Array
    heavy: Array
    restitution: Array
    inertia: float
    volts: float
    ohms: float
    coupling: Array
    switch: Array
    dry: float
    air_4_3: float
    air_2: float


def followed(rotor: Rotor, speed: Array, seconds: float, counts: float, step: float = 2e-5) -> tuple[Array, Array, Array]:  # fmt: skip
    """Mean speed, mean current and share of the time off the seat over the last ``counts`` seconds."""
    e, m, g = rotor.off, rotor.mass, GRAVITY
    about = rotor.inertia - m * e**2
    angle, spin = np.zeros_like(e), speed.astype(float).copy()
    lies = np.ones(e.shape, bool)
    high, rise = np.zeros_like(e), np.zeros_like(e)  # height of the axle over its seat, and its speed
    angles = rotor.coupling.size
    summed = [np.zeros_like(e) for _ in range(3)]
    steps, first = int(seconds / step), int((seconds - counts) / step)
    for number in range(steps):
        psi = rotor.heavy + angle
        sine, cosine = np.sin(psi), np.cos(psi)
        place = np.round(angle / (2 * np.pi) * angles).astype(int) % angles
        kappa, bare = rotor.coupling[place], rotor.switch[place]
        current = np.where(lies, bare * (rotor.volts - kappa * spin) / rotor.ohms, 0.0)
        drag = rotor.air_4_3 * spin ** (4 / 3) + rotor.air_2 * spin**2
        seat = m * (g - e * spin**2 * sine)  # what presses on the seat
        torque = current * kappa - drag
        on = torque - rotor.dry * np.clip(seat / (m * g), 0, 20) - m * g * e * cosine
        spin = spin + step * np.where(lies, on / rotor.inertia, torque / about)
        angle = angle + spin * step
        lifts = lies & (seat < 0)
        lies &= ~lifts
        rise = np.where(lifts, 0.0, rise)
        # Seen from its seat the axle falls with gravity and is thrown by the heavy side.
        rise = np.where(lies, 0.0, rise + step * (e * spin**2 * sine - g))
        high = np.where(lies, 0.0, high + rise * step)
        falls = ~lies & (high < 0)
        if falls.any():
            arm = e * np.cos(rotor.heavy + angle)
            weighs = 1 / (1 / m + arm**2 / about)
            back = -rotor.restitution * rise
            back = np.where(back < DIES * e * spin, 0.0, back)
            blow = np.where(falls, (back - rise) * weighs, 0.0)
            # The axle is pushed up: beside the heavy side's arm that brakes or drives the spin.
            spin = spin - blow * arm / about
            rise, high = np.where(falls, back, rise), np.where(falls, 0.0, high)
            lies |= falls & (back == 0) & (e * spin**2 * np.sin(rotor.heavy + angle) < g)
        if number >= first:
            for sum_, value in zip(summed, (spin, current, ~lies), strict=True):
                sum_ += value
    return tuple(sum_ / (steps - first) for sum_ in summed)  # type: ignore[return-value]
