"""The sum behind each figure of the run chain, with this design's own numbers: from measured things to the figure.

It is that of the typical build, in which every uncertain constant has its middle value: there each line follows from
the one before to the last digit. The figure of the chain is the middle of many builds, and may differ a little.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.constants import HANDS_OFF_C, UNCERTAIN, Uncertain
from oakspin.draws import Array, Recorded
from oakspin.machines.machine import NEVER, SHAKEN
from oakspin.parts.cell import charge_at
from oakspin.rounding import rounded, spoken_time
from oakspin.verdict.links import JUDGES
from oakspin.verdict.links.stays_on import ALONE, SURE
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

LEAST = 0.03  # of a figure's spread, below which a constant is not told
MOST = 3
BATTERY = "battery"


@dataclass(frozen=True)
class Spread:
    """A constant that the bench does not tell, and its part of the spread of a figure, 0 to 1."""

    name: str
    meaning: str
    range: str
    source: str
    part: float


@dataclass(frozen=True)
class Sum:
    """How one link's figure comes about: a line a step, and what makes its band."""

    link: str
    lines: tuple[str, ...]
    spreads: tuple[Spread, ...]


def sums_of(typical: Outcome, outcome: Outcome, draws: Recorded, words: Words) -> tuple[Sum, ...]:
    """The sums of every link.

    Parameters
    ----------
    typical : Outcome
        Of the machine with all constants at their middles: one build.
    outcome : Outcome
        Of all builds, for what makes the bands.
    draws : Recorded
        Those of which the machine of ``outcome`` was made.
    words : Words
    """
    lines = {
        "circuit": _circuit(typical),
        "current": _current(typical),
        "push": _push(typical, words),
        "starts": _starts(typical, words),
        "keeps_going": _keeps_going(typical, words),
        "stays_on": _stays_on(typical, words),
        "stays_cool": _stays_cool(typical),
        "lasts": _lasts(typical),
    }
    positions = {name: draws.normal(name) for name in sorted(draws.names)}
    return tuple(Sum(judge.id, lines[judge.id], _spreads(judge.judge(outcome).figure, positions)) for judge in JUDGES)


def _one(row: Array | float) -> float:
    return float(np.ravel(np.asarray(row, float))[0])


def _text(value: Array | float, unit: str, digits: int = 3) -> str:
    return f"{rounded(_one(value), digits)} {unit}".strip()


def _bare(outcome: Outcome) -> float:
    return _one(np.abs(outcome.machine.switch).mean(axis=1))


def _circuit(outcome: Outcome) -> tuple[str, ...]:
    made, bare = _one(outcome.machine.touch.made), _bare(outcome)
    if outcome.machine.broken("circuit"):
        return ("Somewhere the circuit is open: current flows for 0 % of the time.",)
    return (
        f"Metal faces metal for {100 * bare:.0f} % of a turn, and there it touches {100 * made:.0f} % of the time.",
        f"{100 * bare:.0f} % × {100 * made:.0f} % = {100 * bare * made:.0f} % of the time.",
    )


def _round_the_circuit(outcome: Outcome) -> str:
    machine = outcome.machine
    ohms = {BATTERY: machine.pack.ohms_at(machine.pack.used), **machine.ohms}
    return " + ".join(f"{_text(each, '')} {place}" for place, each in ohms.items())


def _current(outcome: Outcome) -> tuple[str, ...]:
    machine, drive = outcome.machine, outcome.drive
    volts, peak = machine.pack.volts_at(machine.pack.used), drive.current
    if machine.broken("circuit"):
        return ("The circuit is open: no current.",)
    lines = [f"{_text(volts, 'V')} / ({_round_the_circuit(outcome)}) ohms = {_text(volts / machine.total_ohms, 'A')}."]
    if _one(machine.pack.limit) <= _one(volts / machine.total_ohms):
        lines.append(f"The supply lets no more than {_text(machine.pack.limit, 'A')} through.")
    if not outcome.goes:
        return tuple(lines)
    settled, share = outcome.running.current, outcome.machine.closed_share
    if _one(settled) < 0.99 * _one(peak):
        lines.append(f"Within seconds the battery tires: {_text(settled, 'A')}.")
    lines.append(f"It flows {100 * _one(share):.0f} % of the time: {_text(settled * share, 'A')} on average at rest.")
    lines.append(_at_speed(settled * share, outcome.mean_current, machine.henries))
    return tuple(lines)


def _at_speed(rest: Array, running: Array, henries: Array | float) -> str:
    less = 1 - _one(running) / max(_one(rest), 1e-12)
    lag = " and its winding lets current rise but slowly" if np.any(henries) else ""
    if less < 0.005:
        return f"Turning, it makes hardly any volts of its own: {_text(running, 'A')} while it runs."
    takes = f"Turning, it makes volts against the battery{lag}"
    return f"{takes}: {100 * less:.0f} % less, {_text(running, 'A')} while it runs."


def _push(outcome: Outcome, words: Words) -> tuple[str, ...]:
    drive, machine, units = outcome.drive, outcome.machine, words.units
    facing = drive.sense or 1.0
    mean = facing * machine.effective.mean(axis=1) * units.push_per
    flows = drive.current * machine.touch.made
    if not drive.sense:
        return (f"{_text(flows, 'A')} × {_text(mean, f'{units.push}/A')}: over a turn the pushes cancel.",)
    return (
        f"Field along every piece of wire, averaged over a turn: {_text(mean, f'{units.push}')} for each ampere.",
        f"{_text(flows, 'A')} that get through × {_text(mean, units.push)} = {_text(flows * mean, units.push)}.",
    )


def _starts(outcome: Outcome, words: Words) -> tuple[str, ...]:
    units, machine = words.units, outcome.machine
    push, dry = outcome.drive.stall * units.push_per, machine.load.dry * units.push_per
    lines = [
        f"Push {_text(push, units.push)} against friction {_text(dry, units.push)}: "
        f"{_text(push / np.maximum(dry, 1e-300), 'times', 2)}."
    ]
    if machine.rest is not None:
        lines.append("How it lies at rest decides: the push there must also lift its heavy side, or a flick must.")
    return tuple(lines)


def _keeps_going(outcome: Outcome, words: Words) -> tuple[str, ...]:
    units, machine, speed = words.units, outcome.settled, outcome.speed
    if not outcome.goes or not _one(speed):
        return ("The push does not beat the friction at any speed.",)
    load = machine.load
    push, dry = outcome.running.at(speed), load.dry
    top = _text(speed * words.rate.per, words.rate.words, 2)
    return (
        f"At {top} the push is down to {_text(push * units.push_per, units.push)}.",
        f"There friction takes {_text(dry * units.push_per, units.push)}, air and what else grows with speed "
        f"{_text((load.at(speed) - dry) * units.push_per, units.push)}: in all "
        f"{_text(load.at(speed) * units.push_per, units.push)}{'' if outcome.journey else ', as much as the push'}.",
    )


def _stays_on(outcome: Outcome, words: Words) -> tuple[str, ...]:
    machine, speed = outcome.machine, outcome.speed
    if np.all(np.isfinite(machine.hold)):
        weights = _text(SHAKEN * np.asarray(machine.hold), "times", 2)
        return (
            f"What holds it is {weights} its weight; left alone it needs {ALONE:g} times, a touch takes {SHAKEN:g}.",
        )
    if _one(machine.leave_speed) >= NEVER:
        return ("Nothing lets it out.",)
    if _one(machine.leave_speed) > SURE * _one(speed):
        return (f"It would leave at more than {SURE:g} times the speed at which it settles.",)
    leave = machine.leave_speed * words.rate.per
    return (
        f"By its weight and how far it is off center it leaves at {_text(leave, words.rate.words, 2)}.",
        f"{_text(leave, '', 2)} / {_text(speed * words.rate.per, '', 2)} = "
        f"{_text(machine.leave_speed / np.maximum(speed, 1e-9), 'times the speed at which it settles', 2)}.",
    )


def _stays_cool(outcome: Outcome) -> tuple[str, ...]:
    body = outcome.hottest
    at = next(at for at, each in enumerate(outcome.warming.bodies) if each.name == body.name)
    square = outcome.warming.squares[at]
    power = square * body.ohms
    if not _one(power):
        return ("No current flows through anything that is touched.",)
    rate = power / np.asarray(body.heat_capacity)
    (soon,) = spoken_time(_one(outcome.hands_off))
    return (
        f"{_text(square, 'A²')} (mean square of the current) × {_text(body.ohms, 'ohms')} = {_text(power, 'W')} in the "
        f"{body.name}.",
        f"{_text(power, 'W')} / {_text(body.heat_capacity, 'J/°C')} = {_text(rate, '°C a second', 2)} at first, less "
        f"as it gives heat to what is round it: from {_text(outcome.machine.room_C, '')} to {HANDS_OFF_C:.0f} °C in "
        f"{soon}.",
    )


def _lasts(outcome: Outcome) -> tuple[str, ...]:
    pack, mean = outcome.settled.pack, outcome.mean_current
    if pack.endless:
        return ("A bench supply does not run down.",)
    if not _one(mean):
        return ("Nothing flows, nothing is used up.",)
    taken, life = outcome.taken, outcome.life
    if not _one(life):
        return ("It does not run, so nothing is used up.",)
    (lasts,) = spoken_time(_one(life))
    pulses = outcome.drain
    whole, light = charge_at(pack, pulses) * (1 - pack.used) / 3600, pack.charge / 3600
    part = 100 * _one(taken / 3600 / whole)
    heavy = "" if _one(pulses) < 1.02 * _one(mean) else f" (its pulses drain it as {_text(pulses, 'A')} would)"
    return (
        f"At {_text(mean, 'A')}{heavy} it gives {_text(whole, 'Ah')}, of {_text(light, 'Ah')} to a light drain.",
        f"The push beats the friction for {part:.0f} % of that: {_text(taken / 3600, 'Ah')}.",
        f"{_text(taken / 3600, 'Ah')} / {_text(mean, 'A')} = {lasts}.",
    )


def _spreads(figure: Array, positions: dict[str, Array]) -> tuple[Spread, ...]:
    """The constants that make most of a figure's spread, by the square of their rank correlation with it."""
    values = np.asarray(figure, float)
    some = np.isfinite(values)
    if some.sum() < 8 or np.ptp(values[some]) == 0:
        return ()
    order = _ranks(values[some])
    drawn = {name: at[some] for name, at in positions.items() if np.ptp(at[some])}
    parts = {name: float(np.corrcoef(order, _ranks(at))[0, 1] ** 2) for name, at in drawn.items()}
    most = sorted(parts, key=lambda name: -parts[name])[:MOST]
    return tuple(
        Spread(name, known.meaning, _range(known), known.source, parts[name])
        for name in most
        if parts[name] >= LEAST
        for known in (UNCERTAIN[name],)
    )


def _range(known: Uncertain) -> str:
    """From which to which value it lies in eight builds of ten."""
    if known.low == known.high:
        return "by the maker's hand"
    unit = known.unit if known.unit != "1" else "times the usual" if known.median == 1 else ""
    return f"{rounded(known.low)} to {rounded(known.high)} {unit}".strip()


def _ranks(values: Array) -> Array:
    ranks = np.empty(values.size)
    ranks[np.argsort(values, kind="stable")] = np.arange(values.size)
    return ranks
