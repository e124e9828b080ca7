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

    ``current`` is that while the contact is made, 0 where the switch is open; ``drawn`` that which the battery gives in
    the mean over making and breaking; ``wound`` that in a winding which lags, 0 elsewhere. ``account`` holds energies
    in J: since the start, electrical in (but for what a winding's field takes up and its sparks spend), heat in the
    resistances, friction and air; at each moment, of the motion and of the lifted heavy side.
    """

    time: Array
    angle: Array
    speed: Array
    current: Array
    drawn: Array
    wound: Array
    account: dict[str, Array]


def _flow(machine: Machine, angle: Array, speed: Array, lagging: Array | None) -> tuple[Array, Array, Array]:
    """Current while it flows, share of the time that it flows, and drive torque; ``lagging`` is that of a winding."""
    kappa, switch = _at(machine.coupling, angle), _at(machine.switch, angle)
    made = machine.touch.share_in(np.abs(speed), angle, 1.0 if float(np.sum(speed)) >= 0 else -1.0)
    if lagging is not None:
        way = np.sign(switch)
        return way * lagging, made * np.abs(way), made * kappa * lagging
    pack = machine.pack
    back = np.sign(switch) * kappa * speed
    open_current = (pack.volts_at(pack.used) - back) / machine.total_ohms
    current = machine.free("circuit") * np.clip(open_current, -pack.limit, pack.limit)
    return current, made * np.abs(switch), made * switch * kappa * current


def _wound(
    machine: Machine, angle: Array, speed: Array, fed: tuple[Array, Array], step: float | Array
) -> tuple[tuple[Array, Array], Array]:
    """How a winding is fed a step later, the way of it and its current, and its mean current over the step.

    Volts and speed as at this moment, the current exact: i runs toward its settled value as exp(-R t / L); it begins
    anew where the commutator was open, or has turned it over.
    """
    switch, kappa, ohms, pack = (
        _at(machine.switch, angle),
        _at(machine.coupling, angle),
        machine.total_ohms,
        machine.pack,
    )
    way, (before, current) = np.sign(switch) * (np.abs(switch) > 0.5), fed
    settled = machine.free("circuit") * (way * np.minimum(pack.volts_at(pack.used), pack.limit * ohms) - kappa * speed)
    settled = np.where(way != 0, settled / ohms, 0.0)
    start = np.where((way != 0) & (way == before), current, 0.0)
    x = step * ohms / machine.henries
    later = settled + (start - settled) * np.exp(-x)
    mean = settled + (start - settled) * -np.expm1(-x) / x
    return (way, np.where(way != 0, later, 0.0)), np.where(way != 0, mean, 0.0)


def _heavy(machine: Machine, angle: Array) -> Array | float:
    """Torque of the heavy side's weight, and of iron drawn by magnets."""
    pull = 0.0 if machine.rest is None else -machine.rest.weight * np.sin(angle - machine.rest.angle)
    return pull if machine.cogging is None else pull + _at(machine.cogging, angle)


def _lifted(machine: Machine, angle: Array) -> Array:
    """Energy of the heavy side above its lowest place, and of the iron above that at angle 0."""
    lifted = 0.0 if machine.rest is None else machine.rest.weight * (1 - np.cos(angle - machine.rest.angle))
    whole = np.zeros_like(angle) + lifted
    return whole if machine.cogging is None else whole + _drawn(machine.cogging, angle)


def _drawn(cogging: Array, angle: Array) -> Array:
    """Energy taken from the motion by a table of torque that is straight from angle to angle; shape of ``angle``."""
    count = cogging.shape[1]
    step = 2 * np.pi / count
    after = np.roll(cogging, -1, axis=1)
    sums = np.concatenate([np.zeros((cogging.shape[0], 1)), np.cumsum((cogging + after) / 2 * step, axis=1)], axis=1)
    turns, place = np.divmod(angle / step, count)
    low = np.minimum(place.astype(int), count - 1)
    share = place - low
    rows = np.broadcast_to(np.arange(angle.shape[-1]) % cogging.shape[0], angle.shape)
    here, there = cogging[rows, low], after[rows, low]
    part = step * (here * share + (there - here) * share**2 / 2)
    return np.asarray(-(turns * sums[rows, -1] + sums[rows, low] + part))


def _way(machine: Machine, push: Array, speed: Array) -> Array:
    """Way of the motion over a step: as it turns, or from rest as it is pushed; 0 while friction holds it."""
    from_rest = np.where(np.abs(push) > machine.load.dry, np.sign(push), 0.0)
    return np.where(np.abs(speed) < STILL, from_rest, np.sign(speed))


def _at(table: Array, angle: Array) -> Array:
    """Values of a table over one turn (draws or 1, angles) at an angle for each draw."""
    if table.shape[1] == 1:
        return np.broadcast_to(table[:, 0], angle.shape)
    place = np.mod(angle, 2 * np.pi) / (2 * np.pi) * table.shape[1]
    low = place.astype(int) % table.shape[1]
    rows = np.arange(angle.shape[0]) % table.shape[0]
    here, there = table[rows, low], table[rows, (low + 1) % table.shape[1]]
    return np.asarray(here + (there - here) * (place - np.floor(place)))


def simulate(
    machine: Machine,
    seconds: float | Array,
    steps: int,
    angle: float | Array = 0.0,
    speed: float | Array = 0.0,
    amperes: Array | None = None,
) -> Trace:
    """Run the machine from a standing start (or a flick) with the classic fourth-order method.

    Parameters
    ----------
    machine : Machine
    seconds : float or ndarray, s
        The same for all draws, or for each its own.
    steps : int
        Equal steps; the error of a smooth run falls as the fourth power of their number.
    angle, speed : float or ndarray
        Start, in rad and rad/s.
    amperes : ndarray, shape (draws,), optional
        Current in a winding at the start; nothing where left out.
    """
    draws = machine.inertia.shape[0]
    state = np.zeros((5, draws))
    state[0], state[1] = angle, speed
    step = seconds / steps
    history = np.empty((steps + 1, 5, draws))
    current, drawn, wound = (np.zeros((steps + 1, draws)) for _ in range(3))
    lags = bool(np.any(machine.henries))
    if amperes is not None:
        wound[0] = amperes
    fed = np.sign(_at(machine.switch, state[0])), wound[0]
    lagging: Array | None = None

    def rates(at: Array, way: Array) -> Array:
        amperes, live, drive = _flow(machine, at[0], at[1], lagging)
        push = drive + _heavy(machine, at[0])
        load = np.where(way == 0, push, way * machine.load.at(np.abs(at[1])))
        heat = live * amperes**2 * machine.total_ohms
        return np.stack([at[1], (push - load) / machine.inertia, heat + drive * at[1], heat, load * at[1]])

    for number in range(steps + 1):
        history[number] = state
        if lags:
            fed, lagging = _wound(machine, state[0], state[1], fed, step)
        amperes, live, drive = _flow(machine, state[0], state[1], lagging)
        current[number], drawn[number] = amperes * (live > 0), amperes * live
        # Friction opposes first way through the whole step: were it to turn with each stage, a body
        # about to stop would creep on for ever.
        way = _way(machine, drive + _heavy(machine, state[0]), state[1])
        first = rates(state, way)
        two = rates(state + step / 2 * first, way)
        three = rates(state + step / 2 * two, way)
        four = rates(state + step * three, way)
        moved = state + step / 6 * (first + 2 * two + 2 * three + four)
        # A body whose motion turns round has stood still in between: the next step starts from rest.
        stopped = moved[1] * way <= 0
        moved[4] += np.where(stopped, 0.5 * machine.inertia * moved[1] ** 2, 0.0)
        moved[1] = np.where(stopped, 0.0, moved[1])
        state = moved
        if number < steps:
            wound[number + 1] = fed[1]
    motion = 0.5 * machine.inertia * history[:, 1] ** 2
    account = {
        "electrical": history[:, 2],
        "heat": history[:, 3],
        "friction": history[:, 4],
        "motion": motion,
        "lifted": _lifted(machine, history[:, 0]),
    }
    time = np.linspace(0, np.broadcast_to(np.asarray(seconds, float), draws), steps + 1)
    return Trace(time, history[:, 0], history[:, 1], current, drawn, wound, account)
