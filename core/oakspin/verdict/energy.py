"""What becomes of what the battery gives while the motor runs: heat, sparks, friction, air. All of it, nothing over."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine, Mask
from oakspin.verdict.outcome import Outcome

SHOWN = 0.0005  # of all, below which a part is not told


@dataclass(frozen=True)
class EnergyPart:
    """One part of what the battery gives: its name, its share of all, and what it takes in W on average."""

    id: str
    name: str
    share: float
    watts: float


def energy_of(outcome: Outcome, counted: Mask) -> tuple[EnergyPart, ...]:
    """Where the energy goes at full speed, as means over the builds that count; shares add up to 1.

    Nothing where it does not go. What travels is told at its top speed, where its push drives it on or is spent: the
    push's work is shared out as friction and air are there.

    Source: energy is kept. The battery's volts times the mean current are what it gives; the mean square of the current
    times each resistance is heat; the push times the speed is work, which friction and air take. What a winding stores
    and loses when its circuit is broken goes into sparks; what a supply at its limit does not give stays in it.
    """
    parts = _parts(outcome)
    if not outcome.goes or parts is None:
        return ()
    given = np.asarray(sum(parts.values()))
    counts = counted & (given > 0)
    if not counts.any():
        return ()
    shown = []
    for (id_, name), watts in parts.items():
        share = float(np.mean(np.broadcast_to(watts, given.shape)[counts] / given[counts]))
        if share >= SHOWN:
            shown.append(EnergyPart(id_, name, share, float(np.mean(np.broadcast_to(watts, given.shape)[counts]))))
    return tuple(shown)


def _parts(outcome: Outcome) -> dict[tuple[str, str], Array] | None:
    """Watts of each part in each build; None where no current flows."""
    machine, drive, speed = outcome.settled, outcome.running, outcome.speed
    mean, square = drive.flow(speed)
    given = machine.pack.volts_at(machine.pack.used) * mean
    if machine.short_ohms or not np.any(given > 0):
        return None
    inside = square * machine.pack.ohms_at(machine.pack.used)
    heat = {place: square * ohms for place, ohms in machine.ohms.items()}
    work = drive.at(speed) * speed
    opposing = np.maximum(machine.load.at(speed), 1e-300)
    dry = work * machine.load.dry / opposing
    left = np.maximum(given - inside - np.asarray(sum(heat.values())) - work, 0.0)
    kept = ("sparks", "Sparks, where the circuit is broken") if _stores(machine) else ("supply", "Kept by the supply")
    contacts = np.asarray(sum((heat[place] for place in machine.touches), np.zeros_like(given)))
    others = (watts for place, watts in heat.items() if place not in machine.touches)
    return {
        ("battery", "Heat in the battery"): inside,
        ("contacts", "Heat at the contacts"): contacts,
        ("wire", "Heat in the wire"): np.asarray(sum(others, np.zeros_like(given))),
        kept: left,
        ("friction", "Friction"): dry,
        ("air", "Air and everything that grows with speed"): work - dry,
    }


def _stores(machine: Machine) -> bool:
    """Whether a winding keeps current going when its circuit is broken."""
    return bool(np.any(machine.henries))
