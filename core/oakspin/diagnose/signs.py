"""What can be seen of a motor that does not do as planned, and how likely people are to say so."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal, TypeVar, get_args

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.draws import Array, median
from oakspin.kinds.fault import BenchFault
from oakspin.learn.seen import FLOWS_A, HARDLY_HELD, seen_in
from oakspin.machines.machine import Machine, Mask
from oakspin.measure.went import TURNS
from oakspin.motion.drive import drive_of
from oakspin.rig.bench import RigRun
from oakspin.verdict.outcome import ONE_RUN, Outcome

MotionSign = Literal[
    "runs", "runs_after_flick", "starts_then_stops", "comes_back", "rocks", "creeps", "trembles", "nothing"
]
SideSign = Literal[
    "slow",
    "other_way",
    "one_way_up",
    "drags",
    "hot_battery",
    "hot_motor",
    "sparks",
    "hops",
    "jumps_off",
    "leans",
    "scrapes",
    "wobbles",
    "same_place",
    "snatched",
    "falls_off",
    "joint_sparks",
    "gap_seen",
    "dull",
    "crooked",
    "unlike",
]
Sign = MotionSign | SideSign
Number = TypeVar("Number", float, Array)
MOTION_SIGNS: tuple[MotionSign, ...] = get_args(MotionSign)
SIDE_SIGNS: tuple[SideSign, ...] = get_args(SideSign)
# What eye and ear get of a fault itself, beside how the motor moves.
BY_EAR: tuple[SideSign, ...] = (
    "scrapes",
    "wobbles",
    "same_place",
    "snatched",
    "falls_off",
    "joint_sparks",
    "gap_seen",
    "dull",
    "crooked",
    "unlike",
)
# What can be pointed at, and how often the right part is pointed at: by ear less often than by eye.
PLACED: dict[SideSign, float] = {
    "scrapes": 0.6,
    "joint_sparks": 0.85,
    "gap_seen": 0.9,
    "dull": 0.85,
    "crooked": 0.85,
    "unlike": 0.9,
}
GOING: frozenset[str] = frozenset((*TURNS, "creeps"))
RUNNING = [MOTION_SIGNS.index(word) for word in TURNS]

CREEPS = 2 * np.pi  # rad/s, a turn a second, below which it creeps
CREEPS_ALONG = 0.03  # m/s, of what travels
SLOW, SLOW_STEP = 0.65, 0.12  # of the planned speed, at which half of all people call it slow, and how sharply
DRAGS, DRAGS_STEP = 2.2, 0.3  # of the usual friction, at which half of all people say so, and how sharply
COASTS_S = 2.0  # s of turning on after a flick, after which it is said to start and stop
SWINGS_S, SWINGS_RAD = 1.5, 0.4  # after which a swing of at least so much is seen
MOST_WELLS = 9  # wells of a turn that are told apart, and one more
CLOSED = 0.05  # share of the current, from which a switch counts as closed
PULLS_DOWN = 1.0  # of the friction, from which a heavy side turns down by itself


@dataclass(frozen=True)
class Usual:
    """What the plan says: the way it turns (+1 or -1), its speed in rad/s, or m/s of what travels, and its dry friction
    in N m, or N."""

    sense: float
    speed: float
    dry: float


@dataclass(frozen=True)
class Shows:
    """What builds show: ``went`` as a place in ``WENT``, shape (builds,); ``beside``, shape (builds, signs), how
    likely each sign is to be there, 0 to 1; ``open_share``, shape (builds,), at how many of the angles nothing flows
    of what stands, of 1; 0 where it goes.
    """

    went: Array
    side_signs: Array
    open_share: Array

    @property
    def goes(self) -> Mask:
        """Which go on; shape (builds,)."""
        return np.isin(self.went, [MOTION_SIGNS.index(word) for word in GOING])


def usual_of(outcome: Outcome) -> Usual:
    """What a planned design usually does."""
    turning = outcome.speed[outcome.turns]
    dry = median(np.broadcast_to(outcome.machine.load.dry, outcome.speed.shape))
    return Usual(outcome.drive.sense or 1.0, median(turning) if turning.size else 0.0, dry)


def shows(outcome: Outcome, usual: Usual, faults: Sequence[BenchFault] = ()) -> Shows:
    """What every build of an outcome would show that has these faults."""
    machine, drive = outcome.machine, outcome.drive
    would = seen_in(outcome)
    flows = np.asarray(np.maximum(drive.current, 0) * machine.free("circuit") > FLOWS_A, bool)
    went = np.full(outcome.speed.shape, MOTION_SIGNS.index("nothing"))
    for word in ("trembles", "starts_then_stops", "runs_after_flick", "runs"):
        went[would[word]] = MOTION_SIGNS.index(word)
    stands = np.isin(went, [MOTION_SIGNS.index("trembles"), MOTION_SIGNS.index("nothing")])
    if machine.route is None:
        # What strikes something neither swings nor turns on.
        clear = stands & (np.broadcast_to(np.asarray(machine.free("starts"), float), stands.shape) > 0)
        swings, coasts = let_go(machine, drive.current)
        went[clear & swings] = MOTION_SIGNS.index("rocks")
        went[clear & coasts] = MOTION_SIGNS.index("starts_then_stops")
    elif drive.sense < 0:
        thrown = flows & (np.abs(drive.push).max(axis=1) > machine.load.dry)
        went[~np.isin(went, RUNNING) & thrown] = MOTION_SIGNS.index("comes_back")
    goes = np.isin(went, RUNNING)
    went[goes & (outcome.speed < _creeps(machine))] = MOTION_SIGNS.index("creeps")
    goes = np.isin(went, [MOTION_SIGNS.index(word) for word in GOING])
    battery, motor = _hot(outcome)
    open_share = np.where(goes, 0.0, (np.abs(machine.switch) < CLOSED).mean(axis=1))
    every = {
        "slow": np.where(goes, slow_by(outcome.speed, usual), 0.0),
        "other_way": goes & (drive.sense * usual.sense < 0) & (machine.route is None),
        "one_way_up": turns_down(machine),
        "drags": drags(machine, usual),
        "hot_battery": battery,
        "hot_motor": motor,
        "sparks": would["sparks"],
        "hops": goes & hops(machine, outcome.speed),
        "jumps_off": would["jumps_off"],
        "leans": would["leans"],
        **{word: np.array(chance) for word, chance in given_by(faults).items()},
    }
    return Shows(went, np.array([np.broadcast_to(every[word], went.shape) for word in SIDE_SIGNS], float).T, open_share)


def given_by(faults: Sequence[BenchFault]) -> dict[SideSign, float]:
    """How likely the signs are that eye and ear get of faults; 0 for those that none gives."""
    return {word: 1 - math.prod(1 - fault.gives.get(word, 0.0) for fault in faults) for word in BY_EAR}


def shown_by(run: RigRun, usual: Usual, faults: Sequence[BenchFault] = ()) -> tuple[MotionSign, dict[SideSign, float]]:
    """What one run of a rig with these faults shows: how it went, and how likely each other sign is to be there."""
    machine = run.machine
    assert machine is not None
    words: dict[str, MotionSign] = {word: word for word in MOTION_SIGNS}
    went = words[run.seen[0]]
    every = np.ones(machine.inertia.size)
    speed = run.speed
    flows = run.drawn > FLOWS_A
    if went in ("trembles", "nothing") and run.rocks:
        went = "rocks"
    if machine.route is not None and run.sense < 0 and went not in TURNS:
        thrown = np.abs(drive_of(machine).push).max(axis=1) * every > machine.load.dry
        went = "comes_back" if flows and thrown[run.row] else went
    if went in TURNS and speed < _creeps(machine):
        went = "creeps"
    goes = went in GOING
    hot = [rise + machine.room_C > HANDS_OFF_C for rise in run.rises(ONE_RUN)]
    supplies = [body.supplies for body in machine.bodies]
    held = float((np.asarray(machine.hold, float) * np.asarray(machine.free("stays_on"), float) * every)[run.row])
    side_signs: dict[SideSign, float] = {
        "slow": float(slow_by(np.array(speed), usual)) if goes else 0.0,
        "other_way": float(goes and run.sense * usual.sense < 0 and machine.route is None),
        "one_way_up": float((turns_down(machine) & np.ones(every.shape, bool))[run.row]),
        "drags": float((drags(machine, usual) * every)[run.row]),
        "hot_battery": float(any(warm for warm, supply in zip(hot, supplies, strict=True) if supply)),
        "hot_motor": float(any(warm for warm, supply in zip(hot, supplies, strict=True) if not supply)),
        "sparks": float("sparks" in run.seen),
        "hops": float(goes and bool(hops(machine, every * speed)[run.row])),
        "jumps_off": float("jumps_off" in run.seen),
        "leans": float(held < HARDLY_HELD),
    }
    return went, side_signs | given_by(faults)


def _creeps(machine: Machine) -> float:
    return CREEPS if machine.route is None else CREEPS_ALONG


def slow_by(speed: Array, usual: Usual) -> Array:
    """How likely people call it slow."""
    if usual.speed <= 0:
        return np.zeros_like(speed)
    return np.asarray(1 / (1 + np.exp(np.clip((speed / usual.speed - SLOW) / SLOW_STEP, -50, 50))))


def let_go(machine: Machine, current: Array) -> tuple[Mask, Mask]:
    """In which builds that do not go it still swings to and fro, or still turns, some seconds after it was let go and
    flicked; ``current`` in A.

    By energy: push, heavy side and iron make a potential over the turn. It swings in the widest well of it, as a
    pendulum of the same depth and width, and dry friction takes as much from every half swing.
    """
    rest, builds = machine.rest, machine.inertia.shape
    if rest is None:
        return np.zeros(builds, bool), np.zeros(builds, bool)
    angles = max(machine.effective.shape[1], machine.switch.shape[1])
    step = 2 * np.pi / angles
    live = machine.touch.made * np.asarray(machine.free("circuit"), float) * current
    turn = step * np.arange(angles)
    torque = live[:, None] * machine.effective - rest.weight[:, None] * np.sin(turn - rest.angle[:, None])
    if machine.cogging is not None:
        torque = torque + machine.cogging
    net = torque.mean(axis=1, keepdims=True)
    height = -np.cumsum(torque - net, axis=1) * step
    depth = np.maximum(np.ptp(height, axis=1) / 2, 1e-30)
    wells = np.argmax(np.abs(np.fft.rfft(height, axis=1))[:, 1:MOST_WELLS], axis=1) + 1
    at = np.round(rest.angle / step).astype(int) % angles
    flick = np.broadcast_to(np.asarray(rest.flick, float), builds)
    stiff = depth * wells**2
    # Let go without a flick it swings about where push and heavy side are even.
    pulled = np.abs(np.take_along_axis(torque, at[:, None], axis=1)[:, 0])
    energy = np.maximum(pulled - machine.load.dry, 0.0) ** 2 / (2 * stiff) + machine.inertia * flick**2 / 2
    wide = np.arccos(np.clip(1 - energy / depth, -1, 1)) / wells
    half_swings = SWINGS_S * np.sqrt(stiff / machine.inertia) / np.pi
    swings = wide - half_swings * 2 * machine.load.dry / stiff > SWINGS_RAD
    # The way it was flicked, or where the push brakes that.
    brakes = machine.load.at(flick) + (np.abs(net[:, 0]) if rest.against else -np.abs(net[:, 0]))
    coasts = (flick - COASTS_S * brakes / machine.inertia > machine.creep) & (energy > 2 * depth)
    return np.asarray(swings), np.asarray(coasts)


def at_rest(machine: Machine, current: Array) -> Array:
    """Current in A of builds that do not go, in the mean over the angles at which any flows; shape (builds,)."""
    live = machine.touch.made * np.asarray(machine.free("circuit"), float) * current
    switch = np.abs(machine.switch)
    closed = switch >= CLOSED
    return np.asarray(live * (switch * closed).sum(axis=1) / np.maximum(closed.sum(axis=1), 1))


def drags(machine: Machine, usual: Usual) -> Array:
    """How likely people say that it stops at once when it is flicked with the power off; shape (draws,)."""
    return np.asarray(1 / (1 + np.exp(-np.clip((machine.load.dry / usual.dry - DRAGS) / DRAGS_STEP, -50, 50))))


def turns_down(machine: Machine) -> Mask:
    """In which builds a heavy side turns down by itself with the power off; shape (draws,)."""
    if machine.rest is None:
        return np.zeros(machine.inertia.shape, bool)
    return np.asarray(machine.rest.weight > PULLS_DOWN * machine.load.dry, bool)


def hops(machine: Machine, speed: Array) -> Mask:
    """In which builds it hops in its supports at a speed; shape (draws,)."""
    if machine.touch.hop is None:
        return np.zeros(speed.shape, bool)
    return np.asarray(machine.touch.gamma(speed) > 1, bool)


def _hot(outcome: Outcome) -> tuple[Mask, Mask]:
    """In which builds the battery, and anything else, is too hot to hold within a run."""
    machine = outcome.machine
    battery = np.zeros(outcome.speed.shape, bool)
    motor = battery.copy()
    # A way is passed within seconds: only what stays on it warms.
    stays = ~outcome.turns if outcome.passes else np.ones(battery.shape, bool)
    speed = np.where(outcome.turns, outcome.speed, 0.0)
    alive = np.asarray(machine.free("circuit"), float) + bool(machine.short_ohms) > 0
    warming = replace(outcome.warming, speed=speed)
    for body, time in zip(warming.bodies, warming.hands_off(), strict=True):
        hot = (time < ONE_RUN) & stays & alive
        if body.supplies:
            battery = battery | hot
        else:
            motor = motor | hot
    return battery, motor
