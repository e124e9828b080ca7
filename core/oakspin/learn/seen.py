"""What would be seen of each build, and how likely people are to say so: they miss or imagine a thing now and then."""

from __future__ import annotations

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import NEVER, Machine, Mask
from oakspin.measure.trial import Seen
from oakspin.motion.drive import Drive
from oakspin.verdict.outcome import ONE_RUN, Outcome

MISSED = 0.05  # how often a thing is imagined, or the wrong word is ticked for how it went
TAKEN_FOR = 0.3  # how often it is told by the other word that says as much: one flicks what would start alone
UNTICKED = 0.4  # how often a thing beside that, though to be seen, is not ticked
WENT: tuple[Seen, ...] = ("runs", "runs_after_flick", "starts_then_stops", "trembles", "nothing")
SIDE_SIGNS_SEEN: tuple[Seen, ...] = ("gets_hot", "jumps_off", "sparks", "leans")
SHAKES = 0.2  # of the push that friction takes, from which it is seen to tremble
SPARKS_A = 1.0  # A broken, from which sparks show in a lit room
OPENS = 0.97  # share of the time that a contact is made, below which it is often broken
FLOWS_A = 0.05  # A, below which nothing is heard or seen
HARDLY_HELD = 1.3  # of what pulls it off, below which it is seen to lean or drag


def seen_in(outcome: Outcome, seconds: float = ONE_RUN) -> dict[Seen, Mask]:
    """What would be seen of every build in a run of so many seconds; masks of shape (draws,).

    How it went is one of five; the rest may be seen beside.
    """
    machine, drive, start = outcome.machine, outcome.drive, outcome.start
    flows = np.asarray(np.maximum(drive.current, 0) * machine.free("circuit") > FLOWS_A, bool)
    off = _comes_off(outcome)
    begins = np.asarray(start.ratio >= 1, bool)
    goes = outcome.turns & begins
    if outcome.passes and outcome.journey is not None:
        stuck = goes & ~outcome.journey.through
        goes = goes & outcome.journey.through
    else:
        stuck = begins & ~outcome.turns & flows
    # What comes off on its way to its speed has begun to turn, and stops.
    stuck, goes = stuck | (goes & off), goes & ~off
    by_itself = goes & start.by_itself
    trembles = ~goes & ~stuck & shakes(machine, drive)
    live = machine.touch.made * np.abs(machine.switch).max(axis=1)
    opens = np.asarray(machine.touch.share_at(np.maximum(outcome.speed, 0.0)), float)
    breaks = (opens < OPENS) | (np.abs(machine.switch).min(axis=1) < 1) | bool(np.any(machine.henries))
    held = np.asarray(machine.hold, float) * np.asarray(machine.free("stays_on"), float) * np.ones_like(outcome.speed)
    return {
        "runs": by_itself,
        "runs_after_flick": goes & ~by_itself,
        "starts_then_stops": np.asarray(stuck, bool),
        "trembles": np.asarray(trembles, bool),
        "nothing": np.asarray(~goes & ~stuck & ~trembles, bool),
        "gets_hot": np.asarray((np.where(goes, outcome.hands_off, outcome.held_still) < seconds) & (live > 0), bool),
        "jumps_off": np.asarray(off & (goes | stuck), bool),
        "sparks": np.asarray(goes & breaks & (drive.current > SPARKS_A), bool),
        "leans": np.asarray(held < HARDLY_HELD, bool),
    }


def shakes(machine: Machine, drive: Drive) -> Mask:
    """In which builds it is seen to tremble while it stands: current flows, and pushes at some angle at least, though
    the pushes of a whole turn may cancel. Shape (draws,)."""
    flows = drive.current * machine.free("circuit")
    push = np.abs(machine.effective).max(axis=1) * flows
    return np.asarray((flows > FLOWS_A) & (push >= SHAKES * machine.load.dry), bool)


def alike(one: Seen, other: Seen) -> bool:
    """Whether two words for how it went are easily taken for each other: both say that it goes, or that it stands."""
    return one == other or any({one, other} == pair for pair in ({"runs", "runs_after_flick"}, {"trembles", "nothing"}))


def _comes_off(outcome: Outcome) -> Mask:
    limit = np.asarray(outcome.machine.leave_speed * outcome.machine.free("stays_on"))
    return np.asarray((limit < NEVER) & (outcome.speed > limit), bool)


def log_likelihood(would: dict[Seen, Mask], ticked: tuple[Seen, ...]) -> Array:
    """Logarithm of how likely these ticks are for every build; 0 where nothing was ticked at all. Shape (draws,)."""
    count = next(iter(would.values())).size
    found = np.zeros(count)
    if not ticked:
        return found
    went = [word for word in WENT if word in ticked]
    for word in went:
        chance = np.full(count, MISSED)
        for near in WENT:
            if alike(word, near):
                chance = np.where(would[near], 1 - MISSED if near == word else TAKEN_FOR, chance)
        found += np.log(chance)
    for word in SIDE_SIGNS_SEEN:
        hit, imagined = 1 - UNTICKED, MISSED
        chance = np.where(would[word], hit, imagined)
        found += np.log(chance if word in ticked else 1 - chance)
    return found
