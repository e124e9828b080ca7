"""A motor's trials as rotors: which run was of which rotor, and when one was rebuilt."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from oakspin.design import Design
from oakspin.errors import OakSpinError
from oakspin.learn.observation import Observation, observed
from oakspin.learn.rotor import Rotor
from oakspin.measure.trial import Trial

# Fields of a design that can change while the rotor stays: what it runs on and in, not what the hands made.
AROUND = frozenset(("battery", "magnets", "front", "rear", "plus_at", "flick", "room_C", "fan", "surface"))


@dataclass(frozen=True)
class Ran:
    """A trial with the design that it was run with, as that stood then; ``id`` is the keeper's."""

    id: str
    design: Design
    trial: Trial


@dataclass(frozen=True)
class OfRotor:
    """A rotor, which group built it, the design as it was last run, and the trials it was run in."""

    group: str
    design: Design
    ids: tuple[str, ...]
    rotor: Rotor

    def without(self, left_out: set[str]) -> OfRotor | None:
        """The rotor without some of its trials; none where none are left."""
        kept = [(id_, each) for id_, each in zip(self.ids, self.rotor.observations, strict=True) if id_ not in left_out]
        if len(kept) == len(self.ids):
            return self
        ids, rotor = tuple(id_ for id_, _ in kept), Rotor(tuple(each for _, each in kept))
        return replace(self, ids=ids, rotor=rotor) if kept else None


def rotors_of(runs: Iterable[Ran]) -> tuple[OfRotor, ...]:
    """Rotors in the order in which each was run last; trials of a simulated rig, of motors with which something was
    wrong, and those that cannot be built any more, teach nothing and are left out.

    Each group's motor is one of its own. It ends where its trial says that it was built anew, or where the design has
    changed in more than what is around the rotor.
    """
    open_: dict[str, list[tuple[Ran, Observation]]] = {}
    done: list[list[tuple[Ran, Observation]]] = []
    for run in runs:
        if run.trial.simulated or run.trial.fault:
            continue
        try:
            each = observed(run.design, run.trial)
        except OakSpinError:
            continue
        before = open_.pop(run.trial.group, [])
        if before and (run.trial.rebuilt or not _same_rotor(before[-1][0].design, run.design)):
            done.append(before)
            before = []
        open_[run.trial.group] = [*before, (run, each)]
    return tuple(
        OfRotor(
            rows[-1][0].trial.group,
            rows[-1][0].design,
            tuple(run.id for run, _ in rows),
            Rotor(tuple(each for _, each in rows)),
        )
        for rows in (*done, *open_.values())
    )


def _same_rotor(one: Design, other: Design) -> bool:
    here, there = one.model_dump(mode="json"), other.model_dump(mode="json")
    return all(here.get(at) == there.get(at) for at in here.keys() | there.keys() if at not in AROUND)
